import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { beSignedIn, expect, openLike, tableCell, test, withoutFeed } from "./shop.ts";

/**
 * The pictures in docs/screenshots, taken from the demo as it stands at first: with LUVRIT_PICTURES set, and by one worker. They are
 * told apart from stories: nothing is held here, each is looked at.
 */
test.skip(process.env.LUVRIT_PICTURES === undefined, "the pictures are taken when they are asked for");

const at = (setup: string, path: string) => `${demoSetup(setup).address}/${path}`;
const field = (page: Page, name: RegExp) => page.getByRole("textbox", { name });
const doIt = async (page: Page, until: RegExp) => {
  const said = page.getByRole("region", { name: "Exercise" }).locator("strong").first();
  for (let steps = 0; steps < 40; steps++) {
    const before = await said.innerText();
    if (before.startsWith("Everything") || until.test(before)) return before;
    await page.getByRole("button", { name: "Do it for me" }).click();
    await expect(said).not.toHaveText(before);
  }
  throw new Error("it never ends");
};

const PICTURES: readonly (readonly [
  name: string,
  person: "Ines" | "Marit" | "Odile",
  address: string,
  prepare?: (page: Page) => Promise<unknown>,
])[] = [
  ["setups", "Marit", "/"],
  ["prepare-lists", "Marit", at("collar", "prepare")],
  [
    "touch-skim",
    "Ines",
    at("drawtube", "touch?tool=1&do=x"),
    async (page) => {
      await field(page, /machine position at contact, X, tool 1/).fill("-285.032");
      await field(page, /measured diameter, X, tool 1/).fill("54.218");
    },
  ],
  [
    "touch-blade",
    "Ines",
    at("cap-pin", "touch?tool=2&do=z"),
    async (page) => {
      await field(page, /machine position at contact, Z, tool 2/).fill("5.21");
      await field(page, /thickness/).fill("0.1");
    },
  ],
  [
    "touch-doubt",
    "Ines",
    "/",
    async (page) => {
      const address = await openLike(page, demoSetup("dome-collar").address, "F-081", "Dome clamp collar, second lot");
      await page.goto(`${address}/touch?tool=7&do=x`);
      await page.waitForLoadState("networkidle");
      await page.locator("label", { hasText: "Paper or shim" }).click();
      await field(page, /machine position at contact/).fill("-285.918");
      await field(page, /known diameter/).fill("54.2");
      await field(page, /thickness/).fill("10");
      await expect(page.getByRole("alert", { name: "Doubt" })).toBeVisible();
    },
  ],
  ["nose", "Ines", at("drawtube", "touch?tool=1&do=nose")],
  ["table", "Ines", at("roller", "table"), async (page) => (await tableCell(page, "02", "X geometry")).click()],
  ["clear-turret", "Ines", at("dome-collar", "clear?view=swing")],
  [
    "clear-combs",
    "Ines",
    at("cap-pin", "clear?view=combs"),
    async (page) => {
      await page.getByRole("slider", { name: /T21/ }).fill("38");
      await page.getByRole("slider", { name: /T42/ }).fill("37");
      await page.getByRole("button", { name: "Find slots that mesh" }).click();
      await expect(page.getByText(/then nothing meets/)).toBeVisible();
    },
  ],
  [
    "prove-checks",
    "Ines",
    at("dome-collar", "prove?view=checks"),
    async (page) => {
      await field(page, /machine reading at the Z pause/).fill("-375.014");
      await field(page, /machine reading at the X pause/).fill("-230.232");
    },
  ],
  [
    "prove-rehearsal",
    "Ines",
    at("dome-collar", "prove?view=rehearsal"),
    async (page) => expect(page.getByRole("list", { name: "Findings" })).toBeVisible(),
  ],
  ["prove-nose", "Ines", at("dome-collar", "prove?view=nose")],
  [
    "first-part",
    "Ines",
    at("dome-collar", "first-part"),
    async (page) => {
      const strip = page.getByRole("form", { name: /^Measure / });
      for (const [title, value] of [
        ["Ø 44", "44.052"],
        ["Ø 38", "38.02"],
        ["Ø 22", "22.021"],
        ["4.5", "4.51"],
        ["9", "9.06"],
      ] as const) {
        await expect(strip).toHaveAccessibleName(`Measure ${title}`);
        await strip.getByRole("textbox").fill(value);
        await page.keyboard.press("Enter");
      }
      await expect(page.getByRole("button", { name: /measured 9\.060/ })).toBeVisible();
    },
  ],
  ["keep", "Marit", at("roller", "keep")],
  ["setup-sheet", "Ines", at("clamp-ring", "sheet")],
  [
    "workshop",
    "Marit",
    "/workshop/machines",
    async (page) => {
      await page.getByRole("link", { name: /^Sliding-headstock lathe 20/ }).click();
      await expect(page.getByRole("form", { name: "Change Sliding-headstock lathe 20" })).toBeVisible();
    },
  ],
  ["exercises", "Ines", "/practice"],
  [
    "exercise",
    "Ines",
    "/practice/exercises/outside-by-paper?depth=shown&seed=6",
    async (page) => {
      await page.waitForLoadState("networkidle");
      await doIt(page, /^Enter .*X of/);
    },
  ],
  [
    "debrief",
    "Ines",
    "/practice/exercises/outside-by-paper?depth=shown&seed=6",
    async (page) => {
      await page.waitForLoadState("networkidle");
      const advised = await doIt(page, /^Enter .*X of/);
      const right = Number((/Enter (−?[\d.]+)/.exec(advised)?.[1] ?? "").replace("−", "-"));
      await field(page, /Key into X/).fill((right + 0.09).toFixed(3));
      await page.getByRole("button", { name: "Enter", exact: true }).click();
      await doIt(page, /^Everything/);
      await page.getByRole("button", { name: "Finish", exact: true }).click();
      await expect(page.getByText("The paper was counted once on a diameter")).toBeVisible();
    },
  ],
];

for (const [name, person, address, prepare] of PICTURES)
  test(`a picture of ${name}`, async ({ page }) => {
    // A sheet of paper is longer than a screen.
    await page.setViewportSize({ width: 1280, height: name === "setup-sheet" ? 1240 : 800 });
    await withoutFeed(page);
    await beSignedIn(page, person);
    await page.goto(address);
    await page.waitForLoadState("networkidle");
    await prepare?.(page);
    await page.mouse.move(0, 0);
    await page.waitForTimeout(600);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
  });
