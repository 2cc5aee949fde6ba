import type { Page } from "@playwright/test";
import { STAGES } from "../../app/stages.ts";
import { isLong, longOr } from "../hard/long.ts";
import { violationsIn } from "./accessibility.ts";
import { demoSetup } from "./demoSetup.ts";
import { faultsOfLayout } from "./legible.ts";
import { beSignedIn, expect, test, testAgain, withoutFeed } from "./shop.ts";

// Whichever worker is free takes the next view.
test.describe.configure({ mode: "parallel" });

/** Desk, bench and tablet, the tablet upright, large screens, a phone. */
const SIZES = [
  [1280, 800],
  [1024, 768],
  [1180, 820],
  [820, 1180],
  [1920, 1080],
  [2560, 1440],
  [390, 844],
] as const;
/** The desk and the phone in every run; the sizes between them, and larger ones, under `--long`. */
const WIDTHS_IN_EVERY_RUN: readonly number[] = [1280, 390];
/** The size at which pages are checked for everybody in every run, light and dark. */
const CHECKED = 1280;
/** One view of every kind is checked in every run; the others, and at every size, under `--long`. */
const CHECKED_IN_EVERY_RUN: ReadonlySet<string> = new Set([
  "setups",
  "practice",
  "a drill",
  "find the slip",
  "workshop: a machine",
  "dome-collar: mount",
  "dome-collar: table",
  "dome-collar: clear",
  "dome-collar: first-part",
  "dome-collar: keep",
  "clear: the turret",
  "prove: rehearsal",
  "prove: the nose",
]);

const at = (setup: string, path: string) => `${demoSetup(setup).address}/${path}`;
const stagesOf = (setup: string) =>
  STAGES.map(({ path }): readonly [string, string] => [`${setup}: ${path}`, at(setup, path)]);

/** Every view, from the demo as it stands at first; the sheet is paper and is looked at as such elsewhere. */
const VIEWS: readonly (readonly [name: string, address: string])[] = [
  ["setups", "/"],
  ["a new setup", "/setups/new"],
  ["practice", "/practice"],
  ["an exercise", "/practice/exercises/outside-by-paper?depth=shown&seed=6"],
  ["a drill", "/practice/drills/which-way-wear"],
  ["find the slip", "/practice/find-the-slip?run=2&seed=7"],
  ["the lathe by itself", "/practice/lathe"],
  ["a record of practice", "/practice/record"],
  ["workshop: a machine", "/workshop/machines?open=swiss"],
  ["workshop: a new tool", "/workshop/tools?open=new"],
  ["workshop: gauges", "/workshop/gauges"],
  ["workshop: people", "/workshop/people"],
  ["sign-ins", "/workshop/sign-ins"],
  ...stagesOf("dome-collar").filter(([name]) => !name.endsWith("sheet")),
  ...longOr(
    stagesOf("cap-pin").filter(([name]) => !/sheet|practice/.test(name)),
    [],
  ),
  ["touch: an inch lathe", at("roller-five", "touch")],
  ["touch: radius and tip", at("drawtube", "touch?tool=1&do=nose")],
  ["prepare: machine facts", at("collar", "prepare?part=facts")],
  ["prepare: the stock", at("collar", "prepare?part=part")],
  ["mount: sweep", at("cap-pin", "mount?tool=21&check=sweep")],
  ["clear: the turret", at("dome-collar", "clear?view=swing")],
  ["clear: combs", at("cap-pin", "clear?view=combs")],
  ["prove: rehearsal", at("dome-collar", "prove?view=rehearsal")],
  ["prove: the nose", at("dome-collar", "prove?view=nose")],
  ["table: files", at("roller", "table?side=files")],
];

/** Until what is measured anew after a change of size has been drawn. */
const settle = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve, 60)));
      }),
  );

for (const [name, address] of VIEWS)
  testAgain(`${name} fits every screen, for everybody`, async ({ page }) => {
    await withoutFeed(page);
    await beSignedIn(page, "Marit");
    await page.goto(address);
    await page.locator("html[data-ready]").waitFor();
    const faults: string[] = [];
    for (const [width, height] of SIZES.filter(([width]) => isLong || WIDTHS_IN_EVERY_RUN.includes(width))) {
      await page.setViewportSize({ width, height });
      await settle(page);
      faults.push(...(await faultsOfLayout(page)).map((fault) => `${width} × ${height}: ${fault}`));
      if (isLong || (width === CHECKED && CHECKED_IN_EVERY_RUN.has(name)))
        faults.push(...(await violationsIn(page)).map((fault) => `${width} × ${height}, ${fault}`));
      await page.emulateMedia({ colorScheme: "light" });
    }
    expect(faults).toEqual([]);
  });

test("every view that is checked in every run is one of all", () => {
  const names = VIEWS.map(([name]) => name);
  expect([...CHECKED_IN_EVERY_RUN].filter((name) => !names.includes(name))).toEqual([]);
});

test("what does not fit is found", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.setContent(`<html lang="en"><title>A page</title><body style="margin:0;font:16px sans-serif"><style>button { font: inherit }</style><main>
    <button style="width:30px;height:30px;padding:0">a</button>
    <div style="width:600px;height:60px">too wide</div>
    <p style="font-size:9px;margin:0">very small</p>
    <div style="position:relative;height:60px"><b style="position:absolute;top:0">over</b><i style="position:absolute;top:2px">under</i></div>
    <button style="width:60px;height:60px;padding:0;overflow:hidden;white-space:nowrap">cut off in its middle</button>
    <div style="position:relative"><p style="margin:0">under a drawing</p><svg style="position:absolute;inset:0" width="200" height="40"><rect width="200" height="40"/></svg></div>
    <svg width="200" height="60"><text x="0" y="20">drawn</text><text x="4" y="22">over</text><text x="0" y="55" font-size="9">small</text></svg>
    <div style="display:flex;flex-direction:column"><h2 style="order:2;margin:0">second</h2><h2 style="order:1;margin:0">first</h2></div>
    </main></body></html>`);
  expect(await faultsOfLayout(page)).toEqual([
    expect.stringMatching(/^the page scrolls \d+ px sideways$/),
    expect.stringMatching(/^button “a” is 30 × 30/),
    expect.stringMatching(/^text “very small” is 9 px$/),
    expect.stringMatching(/^button “cut off in its middle” is cut off$/),
    expect.stringMatching(/^b “over” lies over i “under”$/),
    expect.stringMatching(/^p “under a drawing” is covered by a drawing$/),
    expect.stringMatching(/^drawn text “small” is 9 px$/),
    expect.stringMatching(/^drawn text “drawn” lies over “over”$/),
    expect.stringMatching(/^h2 “first” is read after h2 “second”/),
  ]);
});
