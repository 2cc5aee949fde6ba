import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openFrom, signInAs, tableCell, withoutFeed } from "./shop.ts";

/** The row of a number among what comes along. */
const carried = (page: import("@playwright/test").Page, offset: string, name: RegExp) =>
  page.getByRole("rowgroup", { name: `Offset ${offset}` }).getByRole("row", { name });

longTest("a job comes back after an insert was indexed, and on another machine in another unit", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openFrom(page, demoSetup("drawtube").address, "F-452", "Drawtube, first lot");

  // −285.032 − 54.218 = −339.250; wear entered as −0.020 with the new edge, −0.050 when it had worn, then indexed.
  await page.goto(`${address}/touch?tool=1&do=x`);
  await page.locator("label", { hasText: "Skim and measure" }).click();
  await page.getByRole("textbox", { name: /machine position at contact, X, tool 1/ }).fill("-285.032");
  await page.getByRole("textbox", { name: /measured diameter, X, tool 1/ }).fill("54.218");
  await page.getByRole("button", { name: /^Accept X/ }).click();
  await expect(page.getByRole("link", { name: "X of T01, done" })).toBeVisible();
  await page.goto(`${address}/table`);
  for (const [wear, shown] of [
    ["-.02", "−0.020"],
    ["-.05", "−0.050"],
  ] as const) {
    await (await tableCell(page, "01", "X wear")).click();
    const value = page.getByRole("textbox", { name: /Value/ });
    if (!(await value.isVisible())) await page.getByText("Change it by hand").click();
    await value.fill(wear);
    await page.getByRole("button", { name: "Save this value" }).click();
    await expect(await tableCell(page, "01", "X wear")).toContainText(shown);
    await page.waitForLoadState("networkidle");
  }
  await page.goto(`${address}/touch?tool=1&do=x`);
  await page.getByText("Something changed, or T01 needs more").click();
  await page.getByRole("button", { name: "Insert of T01 indexed" }).click();
  await expect(page.getByRole("link", { name: /^X of T01, to do again/ })).toBeVisible();

  // On the same machine: which edge runs is asked, and nothing can be opened before it is said.
  await page.goto(`/setups/new?from=${address.split("/").at(-1)}`);
  await page.waitForLoadState("networkidle");
  const worn = carried(page, "1", /^X wear/);
  await expect(worn).toContainText("its insert was indexed since");
  await expect(page.getByRole("button", { name: "Open the setup" })).toBeDisabled();
  await worn.getByRole("combobox").selectOption("new-edge");
  await expect(page.getByRole("button", { name: "Open the setup" })).toBeEnabled();
  await expect(carried(page, "1", /^X geometry/)).toContainText("−339.250");

  // On the inch lathe its numbers mean nothing: tools and dimensions come along, the numbers are found anew.
  await page.getByRole("combobox", { name: "Machine" }).selectOption({ label: "Old turret lathe" });
  await expect(carried(page, "1", /^X geometry/)).toContainText("it was found on North turret lathe");
  await expect(carried(page, "1", /^X geometry/)).toContainText("touch anew");
  await expect(carried(page, "1", /^X wear/)).toContainText("leave it");

  // Back on its own machine it is opened, and the table holds what was taken.
  await page.getByRole("combobox", { name: "Machine" }).selectOption({ label: "North turret lathe" });
  await expect(carried(page, "1", /^X wear/).getByRole("combobox")).toHaveValue("new-edge");
  await page.getByRole("textbox", { name: "Part", exact: true }).fill("Drawtube, second lot");
  await page.getByRole("button", { name: "Open the setup" }).click();
  await expect(page).toHaveURL(/\/setups\/[0-9a-f-]{36}\/prepare/);
  await page.goto(`${new URL(page.url()).pathname.split("/").slice(0, 3).join("/")}/table`);
  await expect(await tableCell(page, "01", "X geometry")).toContainText("−339.250");
  await expect(await tableCell(page, "01", "X wear")).toContainText("−0.020");
});
