import { defineConfig } from "@playwright/test";
import { SHOPS, shopHome, shopPort } from "./tests/e2e/shops.ts";

export default defineConfig({
  testDir: "tests/e2e",
  outputDir: ".luvrit/test-results",
  fullyParallel: false,
  // Each in a shop of its own, so that no story disturbs the one beside it.
  workers: SHOPS,
  retries: 0,
  forbidOnly: process.env.CI !== undefined,
  timeout: 180_000,
  // A machine that is held up for some seconds fails nothing.
  expect: { timeout: 40_000 },
  reporter: [["list"], ["json", { outputFile: ".luvrit/e2e-report.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    colorScheme: "light",
    locale: "en-GB",
    // Pages are kept in the stories that are about that; in all others it would only cost time.
    serviceWorkers: "block",
    // Less than a story may take: one that waits for what never comes says for what.
    actionTimeout: 45_000,
    trace: "off",
    launchOptions: {
      executablePath: process.env.LUVRIT_BROWSER ?? "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  webServer: Array.from({ length: SHOPS }, (_, shop) => ({
    command: "node build/launch.mjs demo --fresh",
    url: `http://127.0.0.1:${shopPort(shop)}/health`,
    env: { PORT: String(shopPort(shop)), LUVRIT_HOME: shopHome(shop) },
    gracefulShutdown: { signal: "SIGTERM" as const, timeout: 20_000 },
    reuseExistingServer: false,
    timeout: 60_000,
  })),
});
