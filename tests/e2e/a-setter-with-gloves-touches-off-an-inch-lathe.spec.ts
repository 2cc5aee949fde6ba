import type { Locator } from "@playwright/test";
import { expect, keyIn, longTest, openSetup, signInAs, test } from "./shop.ts";

test.use({ hasTouch: true, viewport: { width: 1024, height: 768 } });

longTest(
  "taps only: the large keys, the touched dimension that this control wants, and taking back",
  async ({ page }) => {
    await signInAs(page, "Ines");
    await openSetup(page, "Dome-shutter roller");
    await expect(page.getByRole("heading", { name: "T04 · X geometry" })).toBeVisible();

    /** Taps beside the digits of the numbers themselves. */
    let taps = 0;
    const tap = async (target: Locator) => {
      taps += 1;
      await target.tap();
    };
    const pad = page.getByRole("dialog");
    const tapKeys = async (keys: string, last: "Next" | "Done") => {
      for (const key of keys) {
        const name = key === "." ? "point" : key === "-" ? "change the sign" : key;
        await pad.getByRole("button", { name, exact: true }).tap();
      }
      await tap(pad.getByRole("button", { name: last }));
    };
    await tap(page.getByRole("textbox", { name: /machine position at contact/ }));
    await expect(page.getByRole("dialog", { name: /machine position at contact, X, tool 4/ })).toBeVisible();
    // The keys go on to the next number by themselves.
    await tapKeys("11.8835-", "Next");
    await expect(page.getByRole("dialog", { name: /measured diameter, X, tool 4/ })).toBeVisible();
    await tapKeys("1.6040", "Done");
    await expect(pad).toHaveCount(0);

    await expect(keyIn(page)).toContainText("State as touched X, offset 04");
    await expect(keyIn(page)).toContainText("1.6040");
    await expect(keyIn(page)).toContainText("makes X geometry −13.4875");
    await tap(page.getByRole("button", { name: "Accept X, go to Z" }));
    await expect(page.getByRole("heading", { name: "T04 · Z geometry" })).toBeVisible();
    process.stdout.write(`taps for a skimmed axis, digits not counted: ${taps}\n`);
    expect(taps).toBeLessThanOrEqual(6);

    // Back to X: it is on record, and a tap takes it back.
    await page.getByRole("link", { name: "X of T04, done" }).tap();
    await expect(page.getByText(/Accepted by Ines, just now.*: −13.4875/)).toBeVisible();
    await page.getByRole("button", { name: "Undo X of T04" }).tap();
    await expect(page.getByRole("link", { name: "X of T04, to do" })).toBeVisible();

    // Half of a number, and the number entered last, are one tap each.
    await page.locator("label", { hasText: "Block or pin" }).tap();
    await page.getByRole("button", { name: /Keypad for block or pin/ }).tap();
    for (const key of ["1", "half of it"]) await pad.getByRole("button", { name: key, exact: true }).tap();
    await pad.getByRole("button", { name: "Done" }).tap();
    await expect(page.getByText("= 0.5000 in · 12.700 mm")).toBeVisible();
  },
);

test("every target is large enough for a glove", async ({ page }) => {
  await signInAs(page, "Ines");
  await openSetup(page, "Dome-shutter roller");
  const small = await page
    .locator("a:visible, button:visible, label:visible, input[type=text]:visible")
    .evaluateAll((elements) =>
      elements
        .map((element) => ({
          name: element.getAttribute("aria-label") ?? element.textContent,
          box: (element.closest("label") ?? element).getBoundingClientRect(),
        }))
        .filter(({ box }) => box.height < 40 || box.width < 40)
        .map(({ name, box }) => `${name}: ${Math.round(box.width)} × ${Math.round(box.height)}`),
    );
  expect(small).toEqual([]);
});

test("keys pressed faster than the page draws are all taken", async ({ page }) => {
  await signInAs(page, "Ines");
  await openSetup(page, "Dome-shutter roller");
  await page.getByRole("button", { name: /Keypad for machine position/ }).click();
  const pad = page.getByRole("dialog");
  const before = await page.getByRole("textbox", { name: /machine position/, includeHidden: true }).inputValue();
  // Both taps in one turn of the event loop: no drawing can come between them.
  await pad.getByRole("button", { name: "1", exact: true }).evaluate((key: HTMLElement) => {
    key.click();
    key.click();
    key.click();
  });
  await expect(page.getByRole("textbox", { name: /machine position/, includeHidden: true })).toHaveValue(
    `${before}111`,
  );
});
