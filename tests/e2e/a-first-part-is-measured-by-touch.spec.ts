import { readFileSync } from "node:fs";
import { COLLAR, ownLot } from "./ownLot.ts";
import { expect, longTest, test } from "./shop.ts";

test.use({ hasTouch: true, viewport: { width: 1180, height: 820 } });

longTest(
  "a collar is measured with gloves: a tap on the dimension, large keys, and the limits by a tap",
  async ({ page }) => {
    const address = await ownLot(page, "dome-collar", "F-118", COLLAR);
    const program = readFileSync(new URL("../../db/demo/programs/O4402.nc", import.meta.url), "latin1");
    await page.goto(`${address}/prepare`);
    await page
      .getByLabel(/^(Choose the program's file|Import another program)/)
      .setInputFiles({ name: "O4402.nc", mimeType: "text/plain", buffer: Buffer.from(program, "latin1") });
    await page.getByRole("button", { name: "Import this program" }).tap();
    await expect(page.getByRole("link", { name: "Program for the control" })).toBeVisible();
    await page.goto(`${address}/first-part`);
    const strip = page.getByRole("form", { name: /^Measure / });
    const pad = page.getByRole("dialog");
    await page.getByRole("button", { name: /^bore 22, made by T04, limits/ }).tap();
    await expect(strip).toHaveAccessibleName("Measure Ø 22");
    await strip.getByRole("textbox").tap();
    for (const key of ["2", "2", "point", "0", "4", "1"])
      await pad.getByRole("button", { name: key, exact: true }).tap();
    await pad.getByRole("button", { name: "Done" }).tap();
    await strip.getByRole("button", { name: "Save" }).tap();
    // H8 of Ø 22 goes to +0.033: 22.041 is 0.008 over, and lies 0.041 − 0.0165 = 0.0245 over the middle.
    await expect(page.getByRole("button", { name: /^bore 22, .*measured 22\.041, out of limits/ })).toBeVisible();
    const corrections = page.getByRole("navigation", { name: "Corrections" });
    await corrections.getByRole("link", { name: /X of T04/ }).tap();
    await expect(page.getByRole("region", { name: "Correction, X of T04" })).toBeVisible();
    // Two fingers are not at hand here: the buttons make it larger, and whole again.
    const drawing = page.getByRole("button", { name: "Zoom in" });
    await drawing.tap();
    await page.getByRole("button", { name: "Show all of it" }).tap();
    await expect(page.getByRole("button", { name: "Show all of it" })).toBeDisabled();
  },
);
