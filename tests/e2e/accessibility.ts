import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "@playwright/test";
import type axe from "axe-core";

const CHECKER = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/**
 * What keeps somebody from reading, reaching or understanding the page as it stands, in light and then in dark, a line
 * for each rule that is broken. Luvrit has no frames, so the checker runs in the page itself: its usual wrapping for
 * frames takes several times as long.
 */
export async function violationsIn(page: Page): Promise<readonly string[]> {
  const broken: string[] = [];
  await page.evaluate(CHECKER);
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme });
    const found = await page.evaluate(async (isDark) => {
      const { run } = (window as unknown as { axe: typeof axe }).axe;
      // What is said, named and reached does not depend on the theme; contrast does.
      const { violations } = await run(document, {
        resultTypes: ["violations"],
        ...(isDark && { runOnly: ["color-contrast"] }),
      });
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(" | ")}`);
    }, colorScheme === "dark");
    broken.push(...found.map((line) => `${colorScheme}: ${line}`));
  }
  return broken;
}
