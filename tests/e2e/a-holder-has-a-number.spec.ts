import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs, withoutFeed } from "./shop.ts";

longTest(
  "on a quick-change post the holder's number is asked for, and another holder is touched anew",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("pin").address, "P-045", "Dust-cap pin, holders");
    await page.goto(`${address}/touch?tool=2&do=x`);
    const plan = page.getByRole("navigation", { name: "Plan" });
    await plan.getByRole("textbox", { name: "Number of the holder of T02" }).fill("#12");
    await plan.getByRole("button", { name: "Save" }).click();
    await expect(plan).toContainText("as it is marked");
    await plan.getByRole("textbox", { name: "Number of the holder of T02" }).fill("12");
    await plan.getByRole("button", { name: "Save" }).click();
    await expect(plan).toContainText("station 2, holder 12");
    await expect(plan.getByRole("textbox", { name: "Number of the holder of T02" })).toHaveCount(0);

    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 2/ }).fill("-4.727");
    await page.getByRole("textbox", { name: /measured diameter, X, tool 2/ }).fill(".4881");
    await page.getByRole("button", { name: /^Accept X/ }).click();
    await expect(page.getByRole("link", { name: "X of T02, done" })).toBeVisible();

    // Put into another holder: what was touched in the first says nothing of it.
    await page.goto(`${address}/touch?tool=2&do=x`);
    await page.getByText("Something changed, or T02 needs more").click();
    await plan.getByRole("textbox", { name: "T02: holder 12, now holder" }).fill("7");
    await plan.getByRole("button", { name: "Save" }).click();
    await expect(page.getByRole("link", { name: /^X of T02, to do again stands in holder 7 now/ })).toBeVisible();
    await page.goto(`${address}/sheet`);
    await expect(page.getByRole("row", { name: /Finish turn/ })).toContainText("2, holder 7");
    // The touch is taken back: other stories judge theirs by what was found on this machine.
    await page.goto(`${address}/touch?tool=2&do=x`);
    await page.getByRole("button", { name: /^Undo/ }).first().click();
  },
);
