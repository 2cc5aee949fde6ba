import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs, withoutFeed } from "./shop.ts";

longTest(
  "the setter is calibrated with a tool that was skimmed, the next tool is measured from there, and a later drift marks it",
  async ({ page }) => {
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("roller").address, "S-031", "Roller, setter");
    await page.goto(`${address}/touch?tool=2&do=x`);
    await expect(page.getByText("Setter: no calibration on record")).toBeVisible();
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 2/ }).fill("-11.8352");
    await page.getByRole("textbox", { name: /measured diameter, X, tool 2/ }).fill("1.6042");
    await page.getByRole("button", { name: /^Accept X/ }).click();
    await expect(page.getByRole("link", { name: "X of T02, done" })).toBeVisible();

    // Skimmed: −11.8352 − 1.6042 = −13.4394. It trips at −9.6897: −9.6897 + 13.4394 = 3.7497, .0003 less than 3.7500.
    await page.getByRole("link", { name: "calibrate" }).click();
    const result = page.getByRole("region", { name: "Result, setter's calibration" });
    await expect(result).toContainText("last time, as the profile says3.7500");
    await page.getByRole("textbox", { name: "machine X at the setter" }).fill("-9.6897");
    await expect(result).toContainText("geometry of the tool−13.4394");
    await expect(result).toContainText("trips at3.7497");
    await expect(result).toContainText("drift−0.0003");
    await page.getByRole("button", { name: "Save where it trips" }).click();
    await expect(result).toContainText("Calibrated by Ines");
    await expect(page.getByText(/^Setter calibrated/)).toBeVisible();

    await page.goto(`${address}/touch?tool=4&do=x`);
    await page.locator("label", { hasText: "Setter" }).click();
    await expect(page.getByRole("textbox", { name: /trigger.*tool 4/ })).toHaveValue("3.7497");
    await page.getByRole("textbox", { name: /machine position at the setter, X, tool 4/ }).fill("-9.7624");
    await page.getByRole("button", { name: /^Accept X/ }).click();
    await expect(page.getByRole("link", { name: "X of T04, done" })).toBeVisible();

    // With a gauge tool of −13.4400 it trips at −9.6890: 3.7510, .0013 from where it did.
    await page.getByRole("link", { name: "calibrate" }).click();
    await page.getByRole("combobox", { name: "With" }).selectOption("a gauge tool");
    await page.getByRole("textbox", { name: /geometry X of the gauge tool/ }).fill("-13.44");
    await page.getByRole("textbox", { name: "machine X at the setter" }).fill("-9.689");
    await expect(result).toContainText("trips at3.7510");
    await page.getByRole("button", { name: "Save where it trips" }).click();
    await expect(
      page.getByRole("link", { name: /^X of T04, to do again setter calibrated: it trips 0\.0013 in off/ }),
    ).toBeVisible();

    // Far off is asked about first: −8.6890 + 13.4400 = 4.7510, a whole inch.
    await page.getByRole("combobox", { name: "With" }).selectOption("a gauge tool");
    await page.getByRole("textbox", { name: /geometry X of the gauge tool/ }).fill("-13.44");
    await page.getByRole("textbox", { name: "machine X at the setter" }).fill("-8.689");
    await expect(
      page.getByText(/It trips 1\.0000 in from where it did\. Was it knocked, or is a number wrong\?/),
    ).toBeVisible();
    await expect(page.getByRole("button", { name: "Save where it trips" })).toHaveCount(0);

    // The next setup on the machine begins with it; then all of it is taken back.
    await result.getByRole("button", { name: /^Undo/ }).click();
    await expect(result).toContainText(/Calibrated by Ines, just now.*: 3\.7497/);
    await result.getByRole("button", { name: /^Undo/ }).click();
    await expect(page.getByText(/X of T04 rests on it\. Undone, it is marked/)).toBeVisible();
    await page.getByRole("button", { name: /^Undo .* all the same$/ }).click();
    await expect(page.getByText("Setter: no calibration on record")).toBeVisible();
    for (const offset of ["2", "4"]) {
      await page.goto(`${address}/touch?tool=${offset}&do=x`);
      await page.getByRole("button", { name: /^Undo/ }).first().click();
      await expect(
        page.getByRole("link", { name: new RegExp(`^X of T0${offset}, (to do(?! again)|waits)`) }),
      ).toBeVisible();
    }
  },
);
