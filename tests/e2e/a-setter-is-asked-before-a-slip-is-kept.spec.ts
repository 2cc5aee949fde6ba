import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, openLike, signInAs, tableCell, test, withoutFeed } from "./shop.ts";

const collar = demoSetup("dome-collar");
const doubt = (page: Page) => page.getByRole("alert", { name: "Doubt" });

/** Types a touch of a diameter that is known: where the machine stands, the diameter, and the paper if one is counted. */
async function touch(page: Page, address: string, tool: number, machine: string, paper?: string): Promise<void> {
  await page.goto(`${address}/touch?tool=${tool}&do=x`);
  await page.waitForLoadState("networkidle");
  await page.locator("label", { hasText: paper === undefined ? "Scratch a known size" : "Paper or shim" }).click();
  await page.getByRole("textbox", { name: /machine position at contact/ }).fill(machine);
  await page.getByRole("textbox", { name: /known diameter/ }).fill("54.2");
  if (paper !== undefined) await page.getByRole("textbox", { name: /thickness/ }).fill(paper);
}

test("a block that was counted and not there is asked about, and the number put right with one tap", async ({
  page,
}) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openLike(page, collar.address, "F-081", "Dome clamp collar, second lot");
  // The groove stood at −340.118 in the lot before: −285.918 less 54.2. The shop's block of 10 is counted twice on the diameter, and none lay
  // there: 20 less. (A seat that was not clean may be 0.18 off, which is not asked about after one lot.)
  await touch(page, address, 7, "-285.918", "10");
  await expect(doubt(page)).toContainText(
    /(?:19.9\d\d|20.0\d\d) mm less than (last time|the last . times): was the paper counted twice, or counted where none lay \(it would be −340.118\)\?/,
  );
  await expect(page.getByRole("button", { name: /^Accept/ })).toHaveCount(0);
  // Never past an open doubt.
  await page.getByRole("textbox", { name: /known diameter/ }).press("Enter");
  await expect(doubt(page)).toBeFocused();
  await expect(page).toHaveURL(/tool=7&do=x/);
  await doubt(page).getByRole("button", { name: "Yes, make it −340.118" }).click();
  await expect(page.getByRole("link", { name: "X of T07, done" })).toBeVisible();
  await page.goto(`${address}/touch?tool=7&do=x`);
  await expect(page.getByText(/Accepted by Ines.*−340.118/)).toBeVisible();
  await expect(page.getByText(/put right: was the paper counted twice/)).toBeVisible();
  await expect(keyIn(page)).toContainText("−340.118");

  // A geometry typed by hand is asked about as well: two digits of it are swapped.
  await page.goto(`${address}/table`);
  await (await tableCell(page, "07", "X geometry")).click();
  await page.getByText("Change it by hand").click();
  const value = page.getByRole("textbox", { name: /^Value, as the control shows it/ });
  await value.fill("-341.018");
  await expect(page.getByText(/less than the touch of this setup: were two digits swapped/)).toBeVisible();
  await page.getByRole("button", { name: /^Yes, make it/ }).click();
  await expect(value).toHaveValue("-340.118");

  // Too coarse for what the offset makes: the way that would do is one press away.
  await touch(page, address, 1, "-285.042", ".09");
  // The choice is kept before the page is left: it would come upon the next one otherwise.
  const isKept = page.waitForResponse((response) => response.request().postData()?.includes("way=skim") ?? false);
  await page.getByRole("button", { name: "Coarse for this tolerance: skim and measure would do" }).click();
  await expect(page.getByRole("radio", { name: "Skim and measure" })).toBeChecked();
  await isKept;

  // Where the holder's scatter hides it, a second touch another way is offered and then compared with.
  await touch(page, address, 1, "-285.042", ".09");
  await expect(page.getByText(/0.180 would not show. Was the paper left out\?/)).toBeVisible();
  await page.getByRole("button", { name: "Accept X, go on" }).click();
  // A dimension of the part needs to know: the plan asks for it before it goes on.
  await expect(page.getByRole("link", { name: /^X of T01, to do again/ })).toBeVisible();
  await expect(
    page.getByText(/0.180 would not show \(was the paper left out\?\), and it would take .+ out of/),
  ).toBeVisible();
  await page.getByRole("button", { name: /^Touch again: / }).click();
  await page.locator("label", { hasText: "Skim and measure" }).click();
  await page.getByRole("textbox", { name: /machine position at contact/ }).fill("-285.92");
  await page.getByRole("textbox", { name: /measured diameter/ }).fill("53.51");
  await expect(page.getByText("Agrees with the other touch to 0.008 mm.")).toBeVisible();
  await page.getByRole("button", { name: "Accept X again, go to Z" }).click();
  await expect(page.getByRole("link", { name: "X of T01, done" })).toBeVisible();
  await page.goto(`${address}/touch?tool=1&do=x`);
  await page.waitForLoadState("networkidle");
  await page.getByRole("textbox", { name: /machine position at contact/ }).fill("-287.1");
  // Compared with whichever speaks louder: what other stories found on this machine counts among it.
  await expect(doubt(page)).toContainText(/Compared with (the other touch of this mounting|this tool in this station)/);
});

longTest("a number in the wrong row is recognised; kept all the same it is not asked about again", async ({ page }) => {
  await withoutFeed(page);
  await signInAs(page, "Ines");
  const address = await openLike(page, collar.address, "F-082", "Dome clamp collar, third lot");
  await touch(page, address, 7, "-285.918");
  await page.getByRole("button", { name: "Accept X, go to Z" }).click();
  await expect(page.getByRole("link", { name: "X of T07, done" })).toBeVisible();
  await touch(page, address, 9, "-285.918");
  await expect(doubt(page)).toContainText(/just what offset 7 holds: does it belong in another row\?/);
  await doubt(page).getByRole("button", { name: "No, keep −340.118" }).click();
  await expect(page.getByRole("link", { name: "X of T09, done" })).toBeVisible();
  await touch(page, address, 9, "-285.918");
  await expect(page.getByRole("button", { name: "Accept X again, go to Z" })).toBeVisible();
  await expect(doubt(page)).toHaveCount(0);
});

longTest(
  "a bar that sticks out farther moves all tools alike; the one that does not move is asked about",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, collar.address, "F-083", "Dome clamp collar, fourth lot");
    const face = async (tool: number, machine: string) => {
      await page.goto(`${address}/touch?tool=${tool}&do=z`);
      await page.waitForLoadState("networkidle");
      await page.locator("label", { hasText: "Bare touch" }).click();
      await page.getByRole("textbox", { name: /machine position at contact/ }).fill(machine);
      await page.getByRole("textbox", { name: /still to be faced/ }).fill("0");
    };
    await page.goto(`${address}/touch?tool=1&do=z`);
    await page.waitForLoadState("networkidle");
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact/ }).fill("-400.514");
    await page.getByRole("button", { name: /^Accept Z/ }).click();
    await expect(page.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
    await face(7, "-397.93");
    await expect(page.getByText(/The other tools lie \+2.000 elsewhere than last time as well/)).toBeVisible();
    await page.getByRole("button", { name: /^Accept Z/ }).click();
    await expect(page.getByRole("link", { name: "Z of T07, done" })).toBeVisible();
    await face(9, "-401.22");
    // Asked about, or remarked where no one explanation has an even chance: half a blade's width and a dirty seat would nearly do.
    await expect(page.getByText(/2.0\d\d mm less than (last time|the last)/)).toBeVisible();
  },
);
