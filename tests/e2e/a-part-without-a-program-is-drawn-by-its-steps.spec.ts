import type { Page } from "@playwright/test";
import { byHand, ownLot } from "./ownLot.ts";
import { expect, longTest } from "./shop.ts";

const form = (page: Page) => page.getByRole("form", { name: "Steps of the part" });
const step = (page: Page, number: number) => page.getByRole("listitem", { name: `step ${number}` });

async function typeStep(
  page: Page,
  number: number,
  { side = "outside", diameter, to, tool }: { side?: string; diameter: string; to: string; tool: RegExp },
): Promise<void> {
  if (number > 1) await form(page).getByRole("button", { name: "Add a step" }).click();
  const row = step(page, number);
  await row.getByLabel("It is").selectOption(side);
  await row.getByRole("textbox", { name: "Diameter" }).fill(diameter);
  await row.getByRole("textbox", { name: "To, from the face" }).fill(to);
  const made = row.getByLabel("Made by");
  const value = await made.locator("option", { hasText: tool }).getAttribute("value");
  await made.selectOption(value);
}

longTest(
  "a bush in inches is drawn by its steps, refused where nothing is left of it, and measured on its drawing",
  async ({ page, allowConsole }) => {
    allowConsole(/status of 422/);
    const address = await ownLot(page, "roller-five", "R-511", byHand("1", "2", "3", "4", "5"));
    await page.goto(`${address}/first-part`);
    await expect(page.getByRole("link", { name: "Steps" })).toHaveAttribute("aria-current", "page");
    await expect(form(page).getByText("The drawing appears with the first step.")).toBeVisible();
    await form(page).getByLabel("The face is made by").selectOption("1");
    await typeStep(page, 1, { diameter: ".5", to: ".25", tool: /^T?0?1 / });
    await typeStep(page, 2, { diameter: ".75", to: ".8", tool: /^T?0?2 / });
    await typeStep(page, 3, { side: "a bore", diameter: ".6", to: ".4", tool: /^T?0?4 / });
    await form(page).getByLabel("Parted off behind the last step by").selectOption("5");
    await form(page).getByRole("button", { name: "Save the drawing" }).click();
    // The bore of .6 would take the wall of the .5 away: said where it is typed, and nothing typed is lost.
    await expect(
      step(page, 3).getByText(/The outside measures 0\.5000 in here: nothing is left of the wall/),
    ).toBeVisible();
    await expect(step(page, 3).getByRole("textbox", { name: "Diameter" })).toHaveValue(".6");
    await step(page, 3).getByRole("textbox", { name: "Diameter" }).fill(".375");
    await form(page).getByRole("button", { name: "Save the drawing" }).click();

    await expect(page.getByText(/Drawn by the steps that were typed/)).toBeVisible();
    // On paper: .5012 is .0012 over, the bore .3740 is .0010 under, the shoulder at .2520 is .0020 too deep but both ends are T1's.
    for (const [title, value] of [
      ["Ø 0.5", ".5012"],
      ["Ø 0.75", ".7500"],
      ["Ø 0.375", ".3740"],
      ["0.25", ".2520"],
      ["0.8", ".8030"],
      ["0.4", ".4000"],
    ] as const) {
      const strip = page.getByRole("form", { name: /^Measure / });
      await expect(strip).toHaveAccessibleName(`Measure ${title}`);
      await expect(strip.getByRole("textbox")).toBeFocused();
      await page.keyboard.type(value);
      await page.keyboard.press("Enter");
    }
    const corrections = page.getByRole("navigation", { name: "Corrections" }).getByRole("link");
    await expect(corrections.filter({ hasText: /X of T0?1/ })).toHaveText(/−0\.0012/);
    await expect(corrections.filter({ hasText: /X of T0?4/ })).toHaveText(/\+0\.0010/);
    await expect(corrections.filter({ hasText: /Z of T0?5/ })).toHaveText(/\+0\.0030/);

    // The view is left at once after the last Enter: what was typed is kept all the same.
    // Changed, the steps change the drawing, and the measured dimension asks to be taken over.
    await page.getByRole("link", { name: "Steps" }).click();
    await step(page, 1).getByRole("textbox", { name: "Diameter" }).fill(".51");
    await form(page).getByRole("button", { name: "Save the drawing" }).click();
    await expect(page.getByRole("button", { name: /0\.4, .*made by T0?4.*measured 0\.4000/ })).toBeVisible();
    // Measured at another size, it is not green any more.
    await page
      .getByRole("button", { name: /0\.51, made by T0?1.*measured 0\.5012 before the size was changed/ })
      .click();
    await expect(page.getByText(/By the typed steps it is 0\.5100 now, on record it is 0\.5000/)).toBeVisible();
  },
);
