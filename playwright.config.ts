import { defineConfig } from "@playwright/test";

const port = Number(process.env.LUVRIT_E2E_PORT ?? 4691);
const home = process.env.LUVRIT_E2E_HOME ?? ".luvrit/e2e";

export default defineConfig({
  testDir: "tests/e2e",
  outputDir: ".luvrit/test-results",
  fullyParallel: false,
  workers: 1,
  retries: 0,
  forbidOnly: process.env.CI !== undefined,
  timeout: 45_000,
  expect: { timeout: 7_000 },
  reporter: [["list"], ["json", { outputFile: ".luvrit/e2e-report.json" }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    colorScheme: "light",
    locale: "en-GB",
    trace: "off",
    launchOptions: {
      executablePath: "/usr/bin/chromium",
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
  webServer: {
    command: "node build/launch.mjs demo --fresh",
    url: `http://127.0.0.1:${port}/health`,
    env: { PORT: String(port), LUVRIT_HOME: home },
    gracefulShutdown: { signal: "SIGTERM", timeout: 20_000 },
    reuseExistingServer: false,
    timeout: 60_000,
  },
});
