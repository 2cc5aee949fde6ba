import { demoSetup } from "./demoSetup.ts";
import { expect, openLike, signInAs, test, withoutFeed } from "./shop.ts";

test.use({ timezoneId: "Asia/Kolkata" });

test("times are the viewer's, a note that was begun stays, and two keys lead to the first field", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("roller").address, "S-036", "Roller, elsewhere");
  await page.goto(`${address}/keep`);
  const newest = page
    .getByRole("listitem")
    .filter({ has: page.locator("time") })
    .first();
  const at = await newest.locator("time").first().getAttribute("datetime");
  // India is five and a half hours ahead of UTC, all year.
  const there = new Date(Date.parse(at ?? "") + 5.5 * 3_600_000).toISOString().slice(11, 16);
  await expect(newest).toContainText(there);

  await page.getByLabel("Note", { exact: true }).fill("Stop at 12, jaws bored");
  await page.reload();
  await expect(page.getByLabel("Note", { exact: true })).toHaveValue("Stop at 12, jaws bored");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(newest).toContainText("Stop at 12, jaws bored");
  await page.reload();
  await expect(page.getByLabel("Note", { exact: true })).toHaveValue("");

  await page.goto(`${address}/touch?tool=2&do=x`);
  await page.waitForLoadState("networkidle");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("button", { name: "To the work" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(
    page.getByRole("textbox", { name: /machine position at contact|machine position at the setter/ }),
  ).toBeFocused();
});
