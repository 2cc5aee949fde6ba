import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { type Cells, COLLAR, ownLot } from "./ownLot.ts";
import { expect, longTest } from "./shop.ts";

const PROGRAM = readFileSync(new URL("../../db/demo/programs/O4402.nc", import.meta.url), "latin1");

/** Takes a program in on Prepare, as somebody would who was sent a new one, and plays it. */
async function playProgram(page: Page, address: string, text: string): Promise<void> {
  await page.goto(`${address}/prepare?part=lists`);
  await page.waitForLoadState("networkidle");
  const file = { name: "O4402.nc", mimeType: "text/plain", buffer: Buffer.from(text, "latin1") };
  await page.getByLabel(/^(Choose the program's file|Import another program)$/).setInputFiles(file);
  // A page that is left before the server has answered takes nothing in.
  const taken = page.waitForResponse((response) => response.request().method() === "POST" && response.ok());
  await page.getByRole("button", { name: "Import this program" }).click();
  await taken;
  await expect(page.getByRole("button", { name: "Import this program" })).toHaveCount(0);
  await expect(page.getByLabel("Import another program")).toBeAttached();
  await page.goto(`${address}/prove?view=rehearsal`);
  await expect(page.getByText(/left at Ø|nothing is left/)).toBeVisible({ timeout: 20_000 });
}
const findingsOf = (page: Page) => page.getByRole("list", { name: "Findings" });
const changed = (from: string, to: string) => {
  expect(PROGRAM).toContain(from);
  return PROGRAM.replace(from, to);
};

longTest(
  "an index over the part, and a second offset called from another station, turn the turret into the bar",
  async ({ page }) => {
    const address = await ownLot(page, "dome-collar", "F-071", COLLAR, 0);
    await playProgram(page, address, PROGRAM);
    await expect(findingsOf(page)).not.toContainText("The turret turns over the part");

    // The facing tool is not sent away before the drill is called.
    await playProgram(page, address, changed("G70 P100 Q120\nG28 U0 W0", "G70 P100 Q120"));
    await expect(findingsOf(page)).toContainText(
      /The turret turns over the part: T\d+ in the (stock|chuck), .* deep. Send it clear first/,
    );

    await playProgram(page, address, changed("T0717", "T0917"));
    await expect(findingsOf(page)).toContainText(/The turret turns over the part/);
    await findingsOf(page)
      .getByRole("button", { name: /The turret turns over the part/ })
      .first()
      .click();
    await expect(
      page.getByRole("list", { name: "Lines of the program" }).getByRole("button", { name: /T0917/ }),
    ).toHaveAttribute("aria-current", "step");
  },
);

longTest("a boring bar too thick for its hole hits with its back", async ({ page }) => {
  const address = await ownLot(page, "dome-collar", "F-072", COLLAR, 0);
  await playProgram(page, address, PROGRAM);
  await expect(findingsOf(page)).not.toContainText(/Holder of T04/);
  // Somebody loads the next bar of the drawer.
  await page.goto(`${address}/prepare?tool=4&station=4`);
  await page.waitForLoadState("networkidle");
  await page.getByRole("textbox", { name: "Bar diameter" }).fill("20");
  await page.getByRole("textbox", { name: "Smallest bore" }).fill("25");
  await page.getByRole("button", { name: /^Load .* into station 4/ }).click();
  await expect(page.getByRole("heading", { name: "Load a tool" })).toHaveCount(0);
  await page.goto(`${address}/prove?view=rehearsal`);
  await expect(findingsOf(page)).toContainText(/Holder of T04 in the stock/);
});

longTest("a retract beyond travel stalls a drive that does not notice, and the next tool crashes", async ({ page }) => {
  // On this machine the face is where the work offset says: without it nothing could be rehearsed.
  const table: Cells = [
    ["2", "geometry.x", -13.441],
    ["2", "geometry.z", -9.8825],
    ["4", "geometry.x", -13.5122],
    ["4", "geometry.z", -9.7714],
  ];
  const address = await ownLot(page, "roller", "F-073", table, -4.125);
  // The travel of X ends at 0.3 in: 14.5 − 13.441 is 0.759 too far.
  const stalls = "G20 G40 G99\nT0202\nG0 X2.5 Z.2\nX14.5\nT0404\nG0 X2.2 Z.2\nZ-.5\nX3.\nM30\n";
  await playProgram(page, address, stalls);
  await expect(findingsOf(page)).toContainText(/The drive stalls at the end of X travel and loses 0.759/);
  await expect(findingsOf(page)).toContainText(/T04 runs into the stock at rapid/);
  await playProgram(page, address, stalls.replace("X14.5", "X13.5"));
  await expect(page.getByText(/stalls at the end|runs into the stock/)).toHaveCount(0);
});
