import type { Browser, Page } from "@playwright/test";
import { demoSetup } from "./demoSetup.ts";
import { expect, longTest, signInAs } from "./shop.ts";

const { address } = demoSetup("roller");
const PIN = "471147";
/** What a lead sets: it is good for one sign-in. */
const GIVEN = "852258";

/** A lead on a device of their own lets a setter in, who chooses their own PIN. */
async function letIn(browser: Browser): Promise<{ readonly lead: Page; readonly name: string }> {
  const lead = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
  await signInAs(lead, "Marit");
  const name = `Nora ${Date.now() % 10_000}`;
  await lead.goto("/workshop/people?open=new");
  await lead.getByRole("textbox", { name: "Name" }).fill(name);
  await lead.getByRole("textbox", { name: "PIN or passphrase" }).fill(GIVEN);
  await lead.getByRole("button", { name: "Let them in" }).click();
  await expect(
    lead.getByText(`${name} can sign in as setter, once with this; then they choose their own.`),
  ).toBeVisible();
  const own = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
  await own.goto("/sign-in");
  await own.getByRole("textbox", { name: "Name" }).fill(name);
  await own.getByLabel("Passphrase or PIN").fill(GIVEN);
  await own.getByRole("button", { name: "Sign in" }).click();
  await expect(own.getByRole("heading", { name: `${name}, choose your own` })).toBeVisible();
  // Nothing else opens before that.
  await own.goto(`${address}/keep`);
  await expect(own.getByRole("heading", { name: `${name}, choose your own` })).toBeVisible();
  await own.getByLabel("New PIN or passphrase").fill(PIN);
  await own.getByLabel("The new one again").fill("471148");
  await own.getByRole("button", { name: "Save" }).click();
  await expect(own.getByRole("alert")).toHaveText("This is not the same. Type it again.");
  await own.getByLabel("The new one again").fill(PIN);
  await own.getByRole("button", { name: "Save" }).click();
  await own.getByRole("link", { name: "Go on" }).click();
  await expect(own.getByRole("button", { name: new RegExp(`^${name}, setter`) })).toBeVisible();
  await own.context().close();
  return { lead, name };
}

/** A session of Bruno's own: the one that other stories share goes on. */
async function brunoSignsIn(page: Page): Promise<void> {
  await page.goto("/sign-in");
  await page.getByRole("button", { name: "Bruno" }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
}

/** Opens the setup until this device has taken it along. */
async function takenAlong(page: Page): Promise<void> {
  const pack = page.waitForResponse((answer) => answer.url().endsWith("/pack") && answer.ok());
  await page.goto(`${address}/keep`);
  await pack;
  await page.waitForLoadState("networkidle");
}

/** The person who is signed in hands the tablet over. */
async function handOver(page: Page, from: string, to: string): Promise<void> {
  await page.getByRole("button", { name: new RegExp(`^${from}, setter`) }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: to }).click();
  await dialog.getByLabel(/PIN or passphrase/).fill(PIN);
  await dialog.getByRole("button", { name: "Go on" }).click();
  await expect(page.getByRole("button", { name: new RegExp(`^${to}, `) })).toBeVisible();
}

longTest(
  "another setter goes on at the same tablet by their PIN, on the same page, under their own name",
  async ({ page, browser, allowConsole }) => {
    // A wrong PIN is answered with 422.
    allowConsole(/status of 422/);
    const { lead, name } = await letIn(browser);
    await brunoSignsIn(page);
    await page.goto(`${address}/keep`);
    await page.getByRole("button", { name: /^Bruno, setter/ }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("button", { name }).click();
    await dialog.getByLabel(/PIN or passphrase/).fill("000000");
    await dialog.getByRole("button", { name: "Go on" }).click();
    await expect(dialog.getByRole("alert")).toContainText("not theirs");
    await dialog.getByLabel(/PIN or passphrase/).fill(PIN);
    await dialog.getByRole("button", { name: "Go on" }).click();
    await expect(page.getByRole("button", { name: new RegExp(`^${name}, setter`) })).toBeVisible();
    await expect(page).toHaveURL(new RegExp(`${address}/keep`));
    await page.getByRole("textbox", { name: "Note" }).fill(`Taken over by ${name}`);
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(page.getByRole("main")).toContainText(`Taken over by ${name}`);

    // The lead sees who came and went, and signs the new one out everywhere: a tablet that was left somewhere.
    await lead.goto("/workshop/sign-ins");
    await expect(lead.getByRole("row").filter({ hasText: "went on at a device" }).first()).toContainText(name);
    await expect(lead.getByRole("row").filter({ hasText: "wrong PIN" }).first()).toContainText(name);
    await lead.goto("/workshop/people");
    await lead.getByRole("link", { name }).click();
    await lead.getByRole("button", { name: `Sign ${name} out everywhere` }).click();
    await expect(lead.getByText("is signed out everywhere")).toBeVisible();
    await page.reload();
    await expect(page).toHaveURL(/sign-in/);
    await lead.context().close();
  },
);

longTest(
  "an entry that waits goes to the server under the name of the person who made it, or says why it may not",
  async ({ page, browser, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_|Failed to fetch|status of 4|EventSource's response has a MIME type/);
    const { lead, name } = await letIn(browser);
    await brunoSignsIn(page);
    await takenAlong(page);
    await handOver(page, "Bruno", name);
    await page.waitForLoadState("networkidle");
    await page.context().setOffline(true);
    const note = `Chips in the collet, ${name}`;
    await page.getByRole("textbox", { name: "Note" }).fill(note);
    await page.getByRole("button", { name: "Save it" }).click();
    const strip = page.getByRole("banner").getByRole("status");
    await expect(strip).toHaveText("No server · 1 waiting");

    // The tablet is put away; the next one to sign in on it is Bruno.
    await page.goto("about:blank");
    await page.context().clearCookies();
    await page.context().setOffline(false);
    await page.goto("/sign-in");
    await expect(page.getByText(`One entry of ${name} waits on this device, until they sign in here.`)).toBeVisible();
    await brunoSignsIn(page);
    await expect(strip).toHaveText("1 waiting");
    await page.getByRole("button", { name: "1 waiting" }).click();
    const dialog = page.getByRole("dialog");
    await expect(dialog).toContainText(`Waits until ${name} is signed in on this device.`);
    await dialog.getByRole("button", { name: "Close" }).click();

    // What waits for somebody else keeps neither entries back nor news away.
    await page.goto(`${address}/keep`);
    await expect(page.getByRole("list", { name: /^Entries/ })).toBeVisible();
    await page.getByRole("textbox", { name: "Note" }).fill(`Chips cleared, ${name}`);
    await page.getByRole("button", { name: "Save it" }).click();
    const cleared = page
      .getByRole("main")
      .getByRole("listitem")
      .filter({ hasText: `Chips cleared, ${name}` });
    await expect(cleared).toContainText("Bruno, computer");
    await expect(strip).toHaveText("1 waiting");
    await page.waitForLoadState("networkidle");
    await lead.goto(`${address}/keep`);
    await lead.getByRole("textbox", { name: "Note" }).fill(`Collet changed, ${name}`);
    await lead.getByRole("button", { name: "Save it" }).click();
    await expect(page.getByRole("main")).toContainText(`Collet changed, ${name}`);

    // Meanwhile they may read only.
    await setRole("viewer");
    await handOver(page, "Bruno", name);
    await expect(strip).toHaveText("1 to settle");
    await page.getByRole("button", { name: "1 to settle" }).click();
    await expect(dialog).toContainText(`Not saved: This needs the role setter; ${name} has the role viewer.`);

    // Another role means signing in anew; that is said as soon as something is to be sent.
    await setRole("setter");
    const again = dialog.getByRole("button", { name: "Send again" });
    const signIn = dialog.getByRole("link", { name: "Sign in again" });
    // A slow page may have heard it from its stream before anything is sent.
    await Promise.race([again.click(), signIn.waitFor()]);
    await expect(strip).toHaveText("Signed out · 1 waiting");
    await signIn.click();
    await page.getByRole("button", { name: name }).click();
    await expect(page).toHaveURL(new RegExp(`${address}/keep`));
    await expect(strip).toHaveText("");
    await expect(page.getByRole("main").getByRole("listitem").filter({ hasText: note })).toContainText(name);
    await lead.context().close();

    async function setRole(role: "viewer" | "setter"): Promise<void> {
      await lead.goto("/workshop/people");
      await lead.getByRole("link", { name }).click();
      await lead.getByRole("combobox", { name: /^Role/ }).selectOption(role);
      await lead.getByRole("button", { name: "Save the change" }).click();
      await expect(lead.getByText(`${name} is changed.`)).toBeVisible();
    }
  },
);

longTest(
  "what is entered after a break in which the session ran out is kept, and sent once its maker says so",
  async ({ page, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_|Failed to fetch|EventSource/);
    await brunoSignsIn(page);
    await takenAlong(page);
    const note = `After the break, ${Date.now()}`;
    await page.getByRole("textbox", { name: "Note" }).fill(note);
    const strip = page.getByRole("banner").getByRole("status");
    await page.context().clearCookies();
    // The page finds out by itself, and leaves what is being typed alone.
    await page.context().setOffline(true);
    await expect(strip).toHaveText("No server");
    await page.context().setOffline(false);
    await expect(strip).toHaveText("Signed out");
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(strip).toHaveText("Signed out · 1 waiting");
    const kept = page.getByRole("main").getByRole("listitem").filter({ hasText: note });
    await expect(kept).toContainText("Bruno, this device");
    await page.getByRole("button", { name: "Signed out" }).click();
    await page.getByRole("dialog").getByRole("link", { name: "Sign in again" }).click();
    await page.getByRole("button", { name: "Bruno" }).click();
    await expect(page).toHaveURL(new RegExp(`${address}/keep`));
    // Another person may have used the tablet meanwhile.
    await page.getByRole("button", { name: "1 to settle" }).click();
    await expect(page.getByRole("dialog")).toContainText("while nobody was signed in. Send it if Bruno made it.");
    await page.getByRole("dialog").getByRole("button", { name: "Send it" }).click();
    await expect(strip).toHaveText("");
    await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();
    await expect(kept).toContainText("Bruno, computer");
  },
);

longTest(
  "a tablet left for three hours is signed out, though its page goes on hearing of others",
  async ({ page, allowConsole }) => {
    allowConsole(/EventSource's response/);
    await page.clock.install();
    await brunoSignsIn(page);
    await takenAlong(page);
    const strip = page.getByRole("banner").getByRole("status");
    await page.clock.fastForward("02:58:00");
    await page.keyboard.press("Tab");
    await page.clock.fastForward("02:58:00");
    await expect(strip).toHaveText("");
    await page.clock.fastForward("00:04:00");
    await expect(strip).toHaveText("Signed out");
    await page.getByRole("button", { name: "Signed out" }).click();
    await expect(page.getByRole("dialog")).toContainText("this page hears of nothing new");
    await page.getByRole("dialog").getByRole("link", { name: "Sign in again" }).click();
    await expect(page).toHaveURL(/sign-in\?to=.*keep/);
  },
);
