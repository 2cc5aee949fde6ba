import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs, tableCell, withoutFeed } from "./shop.ts";

async function setG54(page: Page, address: string, value: string): Promise<void> {
  await page.goto(`${address}/table?side=work`);
  const panel = page.getByRole("region", { name: "Work offsets" });
  await panel.getByRole("textbox", { name: /as the control shows it/ }).fill(value);
  const meant = panel.getByRole("checkbox", { name: "It is meant" });
  if (await meant.isVisible()) await meant.check();
  await panel.getByRole("button", { name: "Set G54 Z" }).click();
  await expect(panel.getByRole("listitem").filter({ hasText: "G54" }).first()).toContainText(value.replace("-", "−"));
}

longTest(
  "a work offset that changes marks what was touched under it: reckoned anew, taken back, or still right",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "F-084", "Focuser tube, rests");
    await setG54(page, address, "-10.000");
    await page.goto(`${address}/touch?tool=1&do=z`);
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact, Z, tool 1/ }).fill("-402.88");
    await page.getByRole("textbox", { name: /face.*tool 1/ }).fill("0");
    await page.getByRole("button", { name: /^Accept Z/ }).click();
    await expect(page.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
    await page.goto(`${address}/table`);
    // −402.88 − (−10) = −392.880.
    await expect(await tableCell(page, "01", "Z geometry")).toContainText("−392.880");

    // Before it is set, what rests on it stands beside, with old and new number: −402.88 + 10.05 = −392.830.
    await page.goto(`${address}/table?side=work`);
    const panel = page.getByRole("region", { name: "Work offsets" });
    await panel.getByRole("textbox", { name: /as the control shows it/ }).fill("-10.050");
    await expect(panel).toContainText("One number rests on it, and is marked then");
    await expect(panel).toContainText("T01 Z −392.880 → −392.830");
    await setG54(page, address, "-10.050");

    await page.goto(`${address}/touch?tool=1&do=z`);
    await expect(
      page.getByRole("link", { name: "Z of T01, to do again G54 Z was −10.000, and is −10.050 now" }),
    ).toBeVisible();
    await page.getByRole("button", { name: "Reckon it anew" }).click();
    await expect(page.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
    await page.goto(`${address}/table`);
    await expect(await tableCell(page, "01", "Z geometry")).toContainText("−392.830");

    // The record says what was undone with what; the reckoning by itself can be, too.
    await page.goto(`${address}/keep`);
    await expect(page.getByText("reckoned anew, row 1")).toBeVisible();
    const work = page.getByRole("button", { name: /^Undo entry \d+, Z of G54$/ }).first();
    await work.click();
    await expect(page.getByText(/Z of T01 rests on it\. Undone, it is marked/)).toBeVisible();
    await page.getByRole("button", { name: "Leave it" }).click();
    await expect(work).toBeVisible();

    // Changed again, and left as it is for a reason.
    await setG54(page, address, "-10.100");
    await page.goto(`${address}/touch?tool=1&do=z`);
    await page.getByText("Or it is still right").click();
    await page.getByRole("textbox", { name: "Because" }).fill("only the face was moved");
    await page.getByRole("button", { name: "Still right" }).click();
    await expect(page.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
    // Reckoning and touch are taken back: other stories judge theirs by what was found on this machine.
    const takeBack = () => page.getByRole("button", { name: /^Undo/ }).first().click();
    await takeBack();
    await expect(page.getByRole("link", { name: /^Z of T01, to do again/ })).toBeVisible();
    await takeBack();
    await expect(page.getByText(/^Accepted by/)).toHaveCount(0);
  },
);
