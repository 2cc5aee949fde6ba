import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, openLike, signInAs, withoutFeed } from "./shop.ts";

/** The lead at the desk signs, having read what is unproven and which devices are silent. */
async function signOff(desk: Page): Promise<void> {
  await desk.getByRole("checkbox", { name: /I have read/ }).check();
  await desk.getByRole("button", { name: "Sign off as Marit" }).click();
  await expect(desk.getByRole("heading", { name: "Signed off" })).toBeVisible();
}

longTest(
  "what a tablet entered without the server waits for the lead who signed off meanwhile, and is taken in by one decision",
  async ({ page, browser, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_|Failed to fetch/);
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "F-155", "Tube, signed off early");
    await page.goto(`${address}/touch?tool=5&do=x`);
    await expect(page.getByRole("button", { name: /^Accept X/ })).toBeVisible();
    const desk = await (await browser.newContext()).newPage();
    await signInAs(desk, "Marit");
    await desk.goto(`${address}/keep`);
    const devices = desk.getByRole("list", { name: "Devices with this setup" });
    await expect(devices).toContainText(/Ines, computeropened just now/);
    await expect(devices).toContainText("Nothing waits on it.");

    await page.context().setOffline(true);
    // By hand: −284.3 − 54.06 = −338.360.
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 5/ }).fill("-284.3");
    await page.getByRole("textbox", { name: /measured diameter/ }).fill("54.06");
    await page.getByRole("button", { name: "Accept X, go to Z" }).click();
    const strip = page.getByRole("banner").getByRole("status");
    await expect(strip).toHaveText("No server · 1 waiting");

    await signOff(desk);

    await page.context().setOffline(false);
    await expect(strip).toHaveText("", { timeout: 20_000 });
    await expect(page.getByText("After the sign-off came: 1. A lead decides")).toBeVisible();
    const mark = page.getByRole("link", { name: "1 came after the sign-off" });
    await expect(mark).toBeVisible();
    // She sees it as it waits, and that it is not hers to decide.
    await mark.click();
    await expect(page.getByRole("region", { name: "Came after the sign-off" })).toContainText("A lead takes them in");

    // By itself on the lead's open page, with the number.
    const late = desk.getByRole("region", { name: "Came after the sign-off" });
    await expect(late).toContainText("−338.360");
    await expect(late).toContainText(/Ines, computer; made .* arrived/);
    await late.getByRole("button", { name: "Open again, enter 1 of 1" }).click();
    await expect(late.getByText("Say why. It stands in the record.")).toBeVisible();
    await late.getByRole("textbox", { name: "Why, for the record" }).fill("The tablet had no Wi-Fi");
    await late.getByRole("button", { name: "Open again, enter 1 of 1" }).click();
    await expect(late).toHaveCount(0);
    const entries = desk.getByRole("list", { name: "Entries, newest first" });
    await expect(entries.getByRole("listitem").first()).toContainText("−338.360");
    await expect(entries.getByRole("listitem").first()).toContainText(/Ines, computermade without the server/);
    await expect(entries).toContainText("The tablet had no Wi-Fi");
    // And on hers.
    await expect(mark).toHaveCount(0);
    await page.goto(`${address}/touch?tool=5&do=x`);
    await expect(page.getByRole("link", { name: "X of T05, done" })).toBeVisible();
    await desk.context().close();
  },
);

longTest(
  "what is given back is read by its author, who enters it again or leaves it",
  async ({ page, browser, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_|Failed to fetch/);
    await withoutFeed(page);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "F-156", "Tube, given back");
    await page.goto(`${address}/keep`);
    const desk = await (await browser.newContext()).newPage();
    await signInAs(desk, "Marit");
    await desk.goto(`${address}/keep`);
    await page.context().setOffline(true);
    await page.getByRole("textbox", { name: "Note" }).fill("Chuck grease low");
    await page.getByRole("button", { name: "Save it" }).click();
    const strip = page.getByRole("banner").getByRole("status");
    await expect(strip).toHaveText("No server · 1 waiting");
    await signOff(desk);
    await page.context().setOffline(false);
    const late = desk.getByRole("region", { name: "Came after the sign-off" });
    await expect(late).toContainText("Chuck grease low", { timeout: 20_000 });
    await late.getByRole("textbox", { name: "Why, for the record" }).fill("Tell maintenance");
    await late.getByRole("button", { name: "Return all" }).click();
    await expect(late).toHaveCount(0);
    await expect(desk.getByRole("heading", { name: "Signed off" })).toBeVisible();
    const back = page.getByRole("region", { name: "Given back to you" });
    await expect(back).toContainText("Chuck grease low");
    await expect(back).toContainText("Tell maintenance");
    await back.getByRole("button", { name: "I have read it" }).click();
    await expect(back).toHaveCount(0);
    await desk.context().close();
  },
);
