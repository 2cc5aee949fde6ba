import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { COLLAR, ownLot } from "./ownLot.ts";
import { expect, longTest, openLike, signInAs, withoutFeed } from "./shop.ts";

const doubt = (page: Page) => page.getByRole("alert", { name: "Doubt" });

longTest(
  "an inch reading with two digits swapped is asked about, and an earlier touch is left out",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("pin").address, "P-081", "Dust-cap pin 3/8, next lot");
    await page.goto(`${address}/touch?tool=1&do=x`);
    await page.waitForLoadState("networkidle");
    await page.locator("label", { hasText: "Skim and measure" }).click();
    // In the lot before −4.6333 less .4882: −5.1215. With 6 and 4 swapped it is −6.4333 − .4882 = −6.9215, 1.8 less.
    await page.getByRole("textbox", { name: /machine position at contact/ }).fill("-6.4333");
    await page.getByRole("textbox", { name: /measured diameter/ }).fill(".4882");
    await expect(doubt(page)).toContainText("1.8000 in less than last time: were two digits swapped");
    await expect(doubt(page).getByRole("button", { name: "Yes, make it −5.1215" })).toBeVisible();
    await doubt(page).getByRole("button", { name: "Show it" }).click();
    const past = page.getByRole("dialog", { name: "X of T01 in earlier setups" });
    await expect(past).toContainText("−5.1215");
    await expect(past).toContainText("P-008");
    await past.getByRole("button", { name: /^Leave out −5\.1215 of P-008/ }).click();
    await expect(page.getByText("Left out. Record lists it, and can undo it.")).toBeVisible();
    // What was typed stands, and nothing is known any more that would speak against it.
    await expect(doubt(page)).toHaveCount(0);
    await expect(page.getByRole("textbox", { name: /machine position at contact/ })).toHaveValue("-6.4333");
    await page.goto(`${address}/keep`);
    await expect(page.getByText("an earlier X of offset 1 left out of comparisons").first()).toBeVisible();
  },
);

longTest("a spacer that the shop does not have is asked about once", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("pin").address, "P-082", "Dust-cap pin 3/8, third lot");
  await page.goto(`${address}/touch?tool=2&do=x`);
  await page.waitForLoadState("networkidle");
  await page.locator("label", { hasText: "Paper or shim" }).click();
  // −3.2 − .4881 − 2 · .5 = −4.6881.
  await page.getByRole("textbox", { name: /machine position at contact/ }).fill("-3.2");
  await page.getByRole("textbox", { name: /known diameter/ }).fill(".4881");
  await page.getByRole("textbox", { name: /thickness/ }).fill(".5");
  await expect(doubt(page)).toContainText("0.5000 in is far from every spacer of this shop that is used this way");
  await doubt(page)
    .getByRole("button", { name: /^Yes, keep/ })
    .click();
  await expect(page.getByRole("link", { name: "X of T02, done" })).toBeVisible();
});

longTest(
  "a measured dimension, a work offset and a file from the control are judged as a touch is",
  async ({ page }) => {
    const address = await ownLot(page, "dome-collar", "F-086", COLLAR, -104.775);
    await page.goto(`${address}/first-part?view=list`);
    await page.waitForLoadState("networkidle");
    const collar = page.getByRole("listitem", { name: "Collar", exact: true });
    const measured = collar.getByRole("textbox", { name: /^measured/ });
    // 44.02 within 44 ± 0.05, with 0 and 2 swapped.
    await measured.fill("44.20");
    await collar.getByRole("button", { name: "Save", exact: true }).click();
    await expect(
      collar.getByText(/0.200 mm more than expected: were two digits swapped \(it would be 44.0/),
    ).toBeVisible();
    await collar.getByRole("button", { name: /^Yes, make it 44.0/ }).click();
    await expect(measured).toHaveValue(/^44\.0/);
    await collar.getByRole("button", { name: "Save", exact: true }).click();
    await expect(collar.getByRole("button", { name: /^Undo/ })).toBeVisible();

    await page.goto(`${address}/table?side=work`);
    const work = page.getByRole("textbox", { name: /Work offset, as the control/ });
    await work.fill("-140.775");
    await expect(page.getByText(/36.000 mm less than it was: were two digits swapped .* Is it meant\?/)).toBeVisible();

    const next = await openLike(page, demoSetup("dome-collar").address, "F-087", "Dome clamp collar, from a file");
    await page.goto(`${next}/prepare`);
    await page.waitForLoadState("networkidle");
    await page.getByRole("link", { name: /Old values/ }).click();
    // −339.432 and −340.118 divided by 25.4, in a file that says millimetres.
    const text = "offset,geometry X mm\n1,-13.3635\n7,-13.3905\n";
    await page
      .getByLabel("Backup file of the control's offset table")
      .setInputFiles({ name: "backup.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
    await expect(page.getByText("X of 2 rows fits earlier setups only if its numbers are inches.")).toBeVisible();
    await expect(
      page.getByText(
        /^Geometry of the tools: 2 compared with earlier setups\. Wear, radii and work offsets are not compared\.$/,
      ),
    ).toBeVisible();
  },
);

longTest(
  "a typed reading is held against where the machine stands, and against the tool's other axis",
  async ({ page }) => {
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("dome-collar").address, "F-088", "Dome clamp collar, with its feed");
    await page.goto(`${address}/touch?tool=1&do=x`);
    await page.waitForLoadState("networkidle");
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await expect(page.getByText("live from the machine")).toBeVisible();
    const stands = ((await page.getByTestId("readout").textContent()) ?? "").replace("−", "-");
    const reading = page.getByRole("textbox", { name: /machine position at contact/ });
    // The last digit is another one than the display shows.
    await reading.fill(`${stands.slice(0, -1)}${(Number(stands.at(-1)) + 3) % 10}`);
    await expect(
      page.getByText(/^The machine stands at X .*: has it moved since, or is a digit wrong\?/),
    ).toBeVisible();
    await reading.fill(stands);
    await expect(page.getByText(/^The machine stands at X/)).toHaveCount(0);

    // −285.22 less 54.212, as in the lot before.
    await reading.fill("-285.22");
    await page.getByRole("textbox", { name: /measured diameter/ }).fill("54.212");
    await page.getByRole("button", { name: "Accept X, go to Z" }).click();
    await expect(page.getByRole("link", { name: "X of T01, done" })).toBeVisible();
    await page.goto(`${address}/touch?tool=1&do=z`);
    await page.waitForLoadState("networkidle");
    await page.getByRole("textbox", { name: /machine position at contact/ }).fill("-285.22");
    await expect(page.getByText("This is what was read for X of this tool. Is it Z?")).toBeVisible();
  },
);
