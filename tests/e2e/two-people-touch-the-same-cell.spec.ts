import type { Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, keyIn, longTest, openLike, openSetup, sendForm, signInAs, test } from "./shop.ts";

async function takeOver(page: Page, from: string): Promise<void> {
  const told = page.getByRole("alert").filter({ hasText: `${from} is on this tool` });
  await told.getByRole("button", { name: "Take it over" }).click();
  await expect(told).toHaveCount(0);
}

test("the second is asked, with both values, and chooses; nothing is lost", async ({ browser, page, allowConsole }) => {
  // The 409 is the point of this story; the browser notes it.
  allowConsole(/status of 409/);
  const other = await (await browser.newContext()).newPage();
  await signInAs(page, "Ines");
  const address = await openLike(page, demoSetup("drawtube").address, "F-153", "Tube for two");
  const prepare = async (one: Page, name: "Ines" | "Bruno", diameter: string) => {
    await signInAs(one, name);
    await one.goto(`${address}/touch?tool=5&do=x`);
    await one.getByRole("textbox", { name: /machine position at contact, X, tool 5/ }).fill("-284.5");
    await one.getByRole("textbox", { name: /measured diameter/ }).fill(diameter);
  };
  // What both found lies within what a touch scatters: neither of them is asked whether a digit is wrong.
  await prepare(page, "Ines", "54.195");
  await prepare(other, "Bruno", "54.2");
  // Ines is on this tool: Bruno sees it, in the plan and where he would accept, and takes the tool over knowingly.
  await expect(other.getByText("Ines is here, computer")).toBeVisible();
  await expect(other.getByRole("button", { name: /^Accept/ })).toHaveCount(0);
  // On every other stage too, with the way to that tool.
  await other.getByRole("link", { name: "Table", exact: true }).click();
  await expect(other.getByRole("grid", { name: "Offset table" })).toBeVisible();
  await other.getByRole("banner").getByRole("link", { name: "Ines is on T05, computer" }).click();
  await takeOver(other, "Ines");
  await other.getByRole("button", { name: "Accept X, go to Z" }).click();
  await expect(other.getByRole("link", { name: "X of T05, done" })).toBeVisible();

  // Taken over, her page shows what is on record in big digits, and not what she had typed.
  await expect(keyIn(page)).toContainText("−338.700");
  // Her page says so by itself; what she typed stands, and what Bruno entered is not overwritten unasked.
  await takeOver(page, "Bruno");
  await page.getByRole("button", { name: /^Accept X/ }).click();
  const question = page.getByRole("alert").filter({ hasText: "Bruno was faster" });
  await expect(question).toContainText("On record: −338.700. Yours: −338.695.");
  await expect(page.getByRole("textbox", { name: /measured diameter/ })).toHaveValue("54.195");
  // The plan knows meanwhile, and nothing can be accepted past the question.
  await expect(page.getByRole("link", { name: "X of T05, done" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Accept/ })).toHaveCount(0);
  await question.getByRole("button", { name: "Use mine" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/T05 · (Z geometry|radius and tip)/);
  await page.getByRole("link", { name: "X of T05, done" }).click();
  await expect(page.getByText(/Accepted by Ines, just now.*: −338.695/)).toBeVisible();
  // Bruno's entry still stands beneath: taking back Ines's gives his again.
  await page.getByRole("button", { name: "Undo X of T05" }).click();
  await expect(page.getByText(/Accepted by Bruno.*−338.700/)).toBeVisible();

  // Asked again on Z, somebody keeps the other's: what was typed goes, what is on record shows.
  const typeZ = async (one: Page, z: string) => {
    await one.goto(`${address}/touch?tool=1&do=z`);
    const skim = one.getByRole("radio", { name: "Skim and measure" });
    if (!(await skim.isChecked())) {
      // Kept before the second comes: he cannot choose while she is on the tool, and what he types holds the way he sees.
      const kept = one.waitForResponse(/\/entries/);
      await one.locator("label", { hasText: "Skim and measure" }).click();
      expect((await kept).ok()).toBe(true);
    }
    await expect(skim).toBeChecked();
    await one.getByRole("textbox", { name: /machine position at contact, Z, tool 1/ }).fill(z);
  };
  await typeZ(page, "-402.5");
  await typeZ(other, "-402.504");
  await takeOver(other, "Ines");
  await expect(keyIn(other)).toContainText("−402.504");
  await other.getByRole("button", { name: /^Accept Z/ }).click();
  await expect(other.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
  await takeOver(page, "Bruno");
  await page.getByRole("button", { name: /^Accept Z/ }).click();
  await page.getByRole("button", { name: "Use theirs" }).click();
  await expect(page.getByText(/Accepted by Bruno, just now.*: −402.504/)).toBeVisible();
  await expect(page.getByRole("alert")).toHaveCount(0);
  await expect(page.getByRole("textbox", { name: /machine position at contact, Z, tool 1/ })).toHaveValue("");
  await other.context().close();
});

longTest(
  "how a tool is touched belongs to the person who is on it, and what changes under the hand is looked at first",
  async ({ browser, page, allowConsole }) => {
    // That another may not change it is the point of this story; the browser notes the refusal.
    allowConsole(/status of 422/);
    const other = await (await browser.newContext()).newPage();
    await signInAs(page, "Ines");
    await signInAs(other, "Bruno");
    const address = await openLike(page, demoSetup("drawtube").address, "F-156", "Tube under the hand");
    const setG54 = async (value: string) => {
      await page.goto(`${address}/table?side=work`);
      const panel = page.getByRole("region", { name: "Work offsets" });
      await panel.getByRole("textbox", { name: /as the control shows it/ }).fill(value);
      await panel.getByRole("button", { name: "Set G54 Z" }).click();
      await expect(panel.getByRole("listitem").filter({ hasText: "G54" }).first()).toContainText(
        value.replace("-", "−"),
      );
    };
    await setG54("-10.000");
    await other.goto(`${address}/touch?tool=1&do=z`);
    await other.locator("label", { hasText: "Bare touch" }).click();
    await expect(other.getByRole("radio", { name: "Bare touch" })).toBeChecked();
    await other.getByRole("textbox", { name: /machine position at contact, Z, tool 1/ }).fill("-402.88");
    await other.getByRole("textbox", { name: /stock still to be faced, Z, tool 1/ }).fill("0");
    // −402.88 − (−10) = −392.880.
    await expect(keyIn(other)).toContainText("−392.880");

    // Ines sees who is on it: she cannot choose another way, and the server does not let her either.
    await page.goto(`${address}/touch?tool=1&do=z`);
    await expect(page.getByText(/Bruno is on this tool since/)).toBeVisible();
    await expect(page.getByRole("radio", { name: /Paper or shim/ })).toBeDisabled();
    const form = { intent: "choose-way", id: crypto.randomUUID(), base: "0", offset: "1", axis: "z", way: "paper" };
    expect(await sendForm(page, address, form)).toContain("Bruno is on this tool");

    // G54 becomes another one while he is about to accept: the sum says so, and he looks at it first.
    await setG54("-10.050");
    await expect(other.getByText(/has changed while you typed: −392\.880 is −392\.830 now/)).toBeVisible();
    await expect(other.getByRole("button", { name: /^Accept Z/ })).toHaveCount(0);
    await other.getByRole("button", { name: "I have seen it" }).click();
    await other.getByRole("button", { name: /^Accept Z/ }).click();
    await expect(other.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
    await other.goto(`${address}/touch?tool=1&do=z`);
    await expect(other.getByText(/Accepted by Bruno, .*: −392\.830/)).toBeVisible();
    await other.getByRole("button", { name: "Undo Z of T01" }).click();
    await other.context().close();
  },
);

longTest(
  "a connection that drops loses nothing: what was entered waits in the open page, and is sent once",
  async ({ page, context, allowConsole }) => {
    allowConsole(/Failed to load resource|net::ERR/);
    await signInAs(page, "Ines");
    // Opened once, the setup is on this device.
    const takenAlong = page.waitForResponse((answer) => answer.url().endsWith("/pack") && answer.ok());
    await openSetup(page, "Focuser drawtube 52");
    await takenAlong;
    await page.goto(`${page.url().split("?")[0]}?tool=3&do=x`);
    await page.waitForLoadState("networkidle");
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 3/ }).fill("-286.9");
    await page.getByRole("textbox", { name: /measured diameter/ }).fill("54.05");
    await context.setOffline(true);
    const accept = page.getByRole("button", { name: "Accept X, go to Z" });
    await accept.click();
    const strip = page.getByRole("banner").getByRole("status");
    await expect(strip).toHaveText("No server · 1 waiting");
    await expect(page.getByRole("link", { name: "X of T03, done" })).toBeVisible();
    await context.setOffline(false);
    await expect(strip).toHaveText("", { timeout: 15_000 });
    await page.reload();
    await expect(page.getByRole("link", { name: "X of T03, done" })).toBeVisible();
  },
);

longTest(
  "what another enters while a page goes on to its next step leaves the address at that step",
  async ({ browser, page }) => {
    const other = await (await browser.newContext()).newPage();
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("drawtube").address, "F-154", "Tube, asked about while it goes on");
    await page.goto(`${address}/touch?tool=5&do=x`);
    await page.getByRole("textbox", { name: /machine position at contact, X, tool 5/ }).fill("-284.5");
    await page.getByRole("textbox", { name: /measured diameter/ }).fill("54.1");
    await expect(page.getByRole("button", { name: "Accept X, go to Z" })).toBeEnabled();
    // The page asks for what Bruno enters; the answer to that is slow, as on bad Wi-Fi.
    let asked = 0;
    await page.route("**/touch.data*", async (route) => {
      if (route.request().method() === "GET" && asked++ === 0)
        await new Promise((resolve) => setTimeout(resolve, 1500));
      await route.continue();
    });
    await signInAs(other, "Bruno");
    await other.goto(`${address}/keep`);
    await other.waitForLoadState("networkidle");
    await other.getByRole("textbox", { name: "Note" }).fill("Chuck cleaned");
    await other.getByRole("button", { name: "Save it" }).click();
    await expect.poll(() => asked).toBe(1);
    await page.getByRole("button", { name: "Accept X, go to Z" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("T05 · radius and tip");
    // Neither at once nor afterwards does the address go back.
    await page.waitForLoadState("networkidle");
    expect(await page.evaluate(() => location.search)).toBe("?tool=5&do=nose");
    await page.reload();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("T05 · radius and tip");
  },
);
