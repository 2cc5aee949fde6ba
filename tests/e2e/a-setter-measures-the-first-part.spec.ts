import type { Page } from "@playwright/test";
import { driftChartConfig } from "../../app/first-part/driftChartConfig.ts";
import { driftOf } from "../../core/correction/index.ts";
import { COLLAR, ownLot } from "./ownLot.ts";
import { pace } from "./pace.ts";
import { expect, longTest, tableCell, test } from "./shop.ts";

/** A lot of the collar at its first part: its table is known, and its wear is 0. */
async function firstPart(page: Page, job: string): Promise<string> {
  const offsets = [...new Set(COLLAR.map(([offset]) => offset))];
  const wear = offsets.flatMap(
    (offset) =>
      [
        [offset, "wear.x", 0],
        [offset, "wear.z", 0],
      ] as const,
  );
  const address = await ownLot(page, "dome-collar", job, [...COLLAR, ...wear]);
  await page.goto(`${address}/first-part?view=list`);
  await page.waitForLoadState("networkidle");
  return address;
}

const row = (page: Page, name: string) => page.getByRole("listitem", { name, exact: true });

async function measure(page: Page, name: string, value: string): Promise<void> {
  const one = row(page, name);
  await one.getByRole("textbox", { name: /^measured/ }).fill(value);
  await one.getByRole("button", { name: "Save" }).click();
  await expect(one.getByRole("button", { name: /^Undo/ })).toBeVisible();
}

async function addDimension(
  page: Page,
  fields: Readonly<Record<string, string>>,
  offset: string,
  axis = "x",
): Promise<void> {
  const form = page.getByRole("group").filter({ hasText: "Add a dimension" });
  if (!(await form.getByRole("button", { name: "Add this dimension" }).isVisible()))
    await form.getByText("Add a dimension").click();
  await form.getByLabel("Made by").selectOption(offset);
  await form.getByLabel("On", { exact: true }).selectOption(axis);
  for (const [label, text] of Object.entries(fields)) await form.getByRole("textbox", { name: label }).fill(text);
  await form.getByRole("button", { name: "Add this dimension" }).click();
  await expect(row(page, fields.Name ?? "")).toBeVisible();
}

longTest(
  "a collar 0.05 over is corrected in wear, and both walls of a groove by their own offsets",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    const address = await firstPart(page, "F-084");
    const panel = page.getByRole("region", { name: "Correction, X of T01" });
    // A slip of the finger: nothing is kept, what was typed stays.
    await row(page, "Collar")
      .getByRole("textbox", { name: /^measured/ })
      .fill("4.405");
    await row(page, "Collar").getByRole("button", { name: "Save" }).click();
    await expect(row(page, "Collar").getByText(/39.595 mm from nominal. Check the decimal point/)).toBeVisible();
    await measure(page, "Collar", "44.05");
    await expect(panel.getByLabel("correction")).toHaveText("−0.050");
    await expect(panel.getByText("The cut moves 0.025 towards the centre.")).toBeVisible();
    await expect(panel.getByRole("listitem").first()).toContainText("target 44.000, wants −0.050");
    await panel.getByRole("button", { name: "Put in wear: X wear −0.050" }).click();
    await expect(panel).toHaveCount(0);

    await measure(page, "Groove, chuck side", "9.03");
    const wall = { Name: "Groove, front wall", Nominal: "4.5", "Upper deviation": ".05", "Lower deviation": "-.05" };
    await addDimension(page, wall, "17", "z");
    await measure(page, "Groove, front wall", "4.48");
    const corrections = page.getByRole("navigation", { name: "Corrections" });
    await corrections.getByRole("link", { name: /Z of T07/ }).click();
    await page
      .getByRole("button", { name: "Put in wear: Z wear +0.030" })
      .or(page.getByRole("button", { name: "Put in wear: Z wear 0.030" }))
      .click();
    await expect(corrections.getByRole("link", { name: /Z of T07/ })).toHaveCount(0);
    await corrections.getByRole("link", { name: /Z of T17/ }).click();
    await expect(page.getByText("The cut moves 0.020 towards the chuck.")).toBeVisible();
    await page.getByRole("button", { name: /As a touch: Z geometry/ }).click();
    await expect(corrections.getByRole("link")).toHaveCount(0);
    await page.goto(`${address}/table`);
    await expect(await tableCell(page, "01", "X wear")).toContainText("−0.050");
    await expect(await tableCell(page, "07", "Z wear")).toContainText("0.030");

    // Parts drift, the trend says when to correct again.
    await page.goto(`${address}/first-part?view=list`);
    await page.waitForLoadState("networkidle");
    for (const [index, value] of ["44.002", "44.006", "44.010", "44.014"].entries()) {
      await page.getByLabel("part number").fill(String(index + 2));
      await measure(page, "Collar", value);
    }
    await expect(page.getByText("+0.040 in ten parts; about 9 parts to the next correction.")).toBeVisible();
  },
);

longTest(
  "a tapered shaft is told apart from an offset that is wrong, and no correction chases it",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    await firstPart(page, "F-085");
    const limits = { "Upper deviation": ".05", "Lower deviation": "-.05" };
    await addDimension(page, { Name: "Seat, front", Nominal: "30", ...limits, "Measured at": "5" }, "1");
    await addDimension(page, { Name: "Seat, back", Nominal: "30", ...limits, "Measured at": "45" }, "1");
    await measure(page, "Seat, front", "30.01");
    await measure(page, "Seat, back", "30.05");
    const panel = page.getByRole("region", { name: "Correction, X of T01" });
    await expect(panel.getByText("Taper", { exact: true })).toBeVisible();
    await expect(panel.getByText(/No offset mends it/)).toBeVisible();
    await expect(panel.getByRole("button", { name: /Put in wear|As a touch/ })).toHaveCount(0);
    // A large error of one offset is asked about a second time.
    await page.getByRole("button", { name: "Undo measurement of Seat, back, part 1" }).click();
    await expect(row(page, "Seat, back").getByRole("button", { name: "Save" })).toBeVisible();
    await page.getByRole("button", { name: "Undo measurement of Seat, front, part 1" }).click();
    await measure(page, "Seat, front", "30.4");
    await panel.getByRole("button", { name: "Put in wear: X wear −0.400" }).click();
    await expect(panel.getByText(/This is a large correction/)).toBeVisible();
    await panel.getByRole("checkbox").check();
    await panel.getByRole("button", { name: "Put in wear: X wear −0.400" }).click();
    await expect(panel).toHaveCount(0);
  },
);

test("a chart of five thousand parts is drawn without a visible wait", async ({ page }) => {
  const limits = { lower: -0.05, upper: 0.05 };
  const points = Array.from({ length: 5000 }, (_, part) => ({
    part: part + 1,
    seq: part + 1,
    deviation: 0.02 * Math.sin(part / 40) + part * 4e-6,
  }));
  const ink = { point: "#27348b", limit: "#a8201a", trend: "#9a5b00", text: "#141920", grid: "#b4bdc9" };
  const config = driftChartConfig(points, 1, driftOf(points, 1, limits), limits, (millimetres) => millimetres, ink);
  await page.goto("about:blank");
  await page.setContent('<div style="width:300px;height:190px"><canvas></canvas></div>');
  await page.addScriptTag({ path: "node_modules/chart.js/dist/chart.umd.js" });
  const slow = await pace(page);
  const took = await page.evaluate((given) => {
    const { Chart } = window as unknown as { Chart: new (canvas: Element | null, config: object) => object };
    const began = performance.now();
    new Chart(document.querySelector("canvas"), given);
    return performance.now() - began;
  }, config as object);
  process.stdout.write(`drift chart of 5000 parts: ${took.toFixed(0)} ms\n`);
  expect(took).toBeLessThanOrEqual(200 * slow);
});
