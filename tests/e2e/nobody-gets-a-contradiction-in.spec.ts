import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, signInAs, test } from "./shop.ts";

const field = (name: RegExp) => ({ name });

longTest("an edge that cannot reach is refused on the screen, whatever is pressed", async ({ page, allowConsole }) => {
  allowConsole(/status of 422/);
  const { address } = demoSetup("pin");
  await signInAs(page, "Ines");
  const { address: swiss } = demoSetup("cap-pin");
  await page.goto(`${swiss}/touch?do=face`);
  expect(address).not.toBe(swiss);
  await page.goto(`${swiss}/touch?tool=2&do=z`);
  await page.locator("label", { hasText: "Bare touch" }).click();
  await expect(page.getByRole("radiogroup", { name: "touching edge" })).toBeVisible();
  await page.getByRole("radiogroup", { name: "touching edge" }).locator("label", { hasText: "far side" }).click();
  await expect(page.getByText("The far side cannot reach a face from the front")).toBeVisible();
  await page.getByRole("textbox", field(/machine position/)).fill("60");
  await page.getByRole("button", { name: /^Accept Z/ }).click({ force: true });
  await expect(page.getByRole("heading", { name: "T02 · Z geometry" })).toBeVisible();
  await expect(keyIn(page)).not.toContainText("60.");
  // Behind a shoulder that edge is the one that meets the face; its Z lies inside the part.
  await page.getByRole("radiogroup", { name: "tool stands" }).locator("label", { hasText: "behind" }).click();
  await expect(page.getByText("cannot reach a face")).toHaveCount(0);
  await page.getByRole("textbox", field(/rear face, from the front face/)).fill("-3");
  await expect(page.getByText("how far from the finished face, without a sign")).toBeVisible();
});

longTest("a retreat beyond the travel, and one towards the work, are refused in their field", async ({ page }) => {
  const { address } = demoSetup("cap-pin");
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?tool=3&do=x`);
  await page.locator("label", { hasText: "Call, then jog in" }).click();
  await expect(page.getByText(/At most .* of retreat fits/)).toBeVisible();
  await page.getByRole("textbox", field(/^retreat/)).fill("200");
  await expect(page.getByText("This retreat leaves the travel")).toBeVisible();
  await page.getByRole("textbox", field(/^retreat/)).fill("-5");
  await expect(page.getByText("This retreat leads towards the work")).toBeVisible();
  await page.getByRole("textbox", field(/^retreat/)).fill("20");
  await expect(page.getByText("This retreat")).toHaveCount(0);
});

longTest("an overhang that the slot does not let through is refused", async ({ page }) => {
  const { address } = demoSetup("cap-pin");
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?tool=3&do=x`);
  await page.locator("label", { hasText: "Slide to the bar" }).click();
  await page.getByRole("textbox", field(/^overhang/)).fill("33");
  await expect(page.getByText("Station G3 lets 32.000 mm of overhang through")).toBeVisible();
});

test("a bar is not let into a hole that is too small, nor a tool into a station that is taken", async ({
  page,
  allowConsole,
}) => {
  allowConsole(/status of 422/);
  const { address } = demoSetup("clamp-ring");
  await signInAs(page, "Ines");
  await page.goto(`${address}/touch?do=hole`);
  await page.getByRole("textbox", field(/hole, diameter/)).fill("481");
  await page.getByRole("button", { name: "Save the hole, go on" }).click();
  await expect(page.getByText("This hole would be larger than the stock")).toBeVisible();
  await expect(page.getByRole("textbox", field(/hole, diameter/))).toHaveValue("481");
  await page.goto(`${address}/touch?tool=9&do=x`);
  await page.getByText("Something changed").click();
  await page.getByRole("textbox", field(/T09 moved/)).fill("8");
  await page.getByRole("button", { name: "Move T09" }).click();
  await expect(page.getByText("Station 8 holds the tool of offset 7.")).toBeVisible();
  await page.getByRole("textbox", field(/T09 moved/)).fill("40");
  await page.getByRole("button", { name: "Move T09" }).click();
  await expect(page.getByText("This machine has no station 40.")).toBeVisible();
});
