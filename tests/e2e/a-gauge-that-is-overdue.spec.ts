import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, openLike, signInAs, withoutFeed } from "./shop.ts";

longTest(
  "a gauge that is overdue counts only knowingly, and the record says so; a spacer is chosen by its name",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("pin").address, "P-310", "Dust-cap pin 5/16");
    await page.goto(`${address}/touch?tool=2&do=x`);

    // .4881 skimmed at −4.7270: −4.7270 − .4881 = −5.2151. The micrometer fell due in June.
    await page.locator("label", { hasText: "Skim and measure" }).click();
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 2/ }).fill("-4.727");
    await page.getByRole("textbox", { name: /measured diameter, X, tool 2/ }).fill(".4881");
    await expect(keyIn(page)).toContainText(/−5\.2151|−0\.0107/);
    await page.getByRole("combobox", { name: "measured with" }).selectOption("Micrometer 25 to 50, drawer 2");
    await page.getByRole("button", { name: /^Accept X/ }).click();
    await expect(page.getByText(/Micrometer 25 to 50, drawer 2 is overdue for calibration/)).toBeVisible();
    await page.getByRole("button", { name: "Use it, knowing it is overdue" }).click();
    await expect(page.getByRole("link", { name: "X of T02, done" })).toBeVisible();

    await page.goto(`${address}/keep`);
    await expect(page.getByText(/Micrometer 25 to 50, drawer 2, overdue/).first()).toBeVisible();
    await expect(page.getByText("T02: X measured with Micrometer 25 to 50, drawer 2, overdue")).toBeVisible();

    // Taken back again: another story touches this tool of this machine, and would be asked about the difference.
    await page.goto(`${address}/touch?tool=2&do=x`);
    await page.getByRole("button", { name: "Undo X of T02" }).click();
    await expect(page.getByRole("link", { name: "X of T02, to do" })).toBeVisible();

    // A spacer by its name types its thickness.
    await page.goto(`${address}/touch?tool=1&do=x`);
    await page.locator("label", { hasText: "Paper or shim" }).click();
    const spacer = page.getByRole("combobox", { name: "measured with" });
    await expect(spacer.getByRole("option", { name: "Notepaper, blue block" })).toBeAttached();
    await page.getByRole("textbox", { name: /paper or shim, thickness/ }).fill("");
    await spacer.selectOption("Notepaper, blue block");
    // 0.09 mm is 0.003543 in.
    await expect(page.getByRole("textbox", { name: /paper or shim, thickness/ })).toHaveValue("0.09 mm");
  },
);
