import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openFrom, signInAs, withoutFeed } from "./shop.ts";

longTest(
  "after a power cut nothing is proven until a reference tool is checked; what is off is touched again",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openFrom(page, demoSetup("drawtube").address, "F-352", "Drawtube, power cut");

    // X: −285.032 − 54.218 = −339.250. Z by a facing cut: −402.880. G54 is 0 on both, as the setup before held it.
    await page.goto(`${address}/touch?tool=1&do=x`);
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 1/ }).fill("-285.032");
    await page.getByRole("textbox", { name: /measured diameter, X, tool 1/ }).fill("54.218");
    await page.getByRole("button", { name: /^Accept X/ }).click();
    await expect(page.getByRole("link", { name: "X of T01, done" })).toBeVisible();
    await page.goto(`${address}/touch?tool=1&do=z`);
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact, Z, tool 1/ }).fill("-402.88");
    await page.getByRole("button", { name: /^Accept Z/ }).click();
    await expect(page.getByRole("link", { name: "Z of T01, done" })).toBeVisible();

    await page.goto(`${address}/prove`);
    await page.getByRole("combobox", { name: "Position lost by" }).selectOption("power-cut");
    await page.getByRole("button", { name: "Position lost", exact: true }).click();
    await expect(page.getByText("Position lost by a power cut.")).toBeVisible();
    await page.goto(`${address}/keep`);
    await expect(page.getByText("Position lost (a power cut): no reference tool checked since")).toBeVisible();

    // At Ø 54.000 the machine must read −339.250 + 54 = −285.250; at the face −402.880. It reads 1.5 mm more on Z.
    await page.goto(`${address}/touch?tool=1&do=x`);
    await expect(page.getByText("Position lost by a power cut.")).toBeVisible();
    await page.getByRole("textbox", { name: "machine X at contact, reference tool" }).fill("-285.25");
    await page.getByRole("textbox", { name: "diameter that it touches" }).fill("54");
    await page.getByRole("textbox", { name: "machine Z at contact, reference tool" }).fill("-401.38");
    await page.getByRole("button", { name: "Compare" }).click();
    await expect(page.getByText("The position was lost and is off.")).toBeVisible();
    await expect(
      page.getByRole("link", { name: /^Z of T01, .*the position was lost: it is 1\.5 mm off/ }),
    ).toBeVisible();
    await expect(page.getByRole("link", { name: "X of T01, done" })).toBeVisible();
  },
);
