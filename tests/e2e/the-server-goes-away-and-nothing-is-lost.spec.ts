import { readFile } from "node:fs/promises";
import type { Browser, Page } from "@playwright/test";
import { CHAIN, STAGES } from "../../app/stages.ts";
import { longOr } from "../hard/long.ts";
import { demoSetup } from "./demoSetup.ts";
import { OwnServer } from "./ownServer.ts";
import { expect, longTest, openLike, signInAs, test } from "./shop.ts";

test.use({ serviceWorkers: "allow" });

/** The last one is where the story goes on. */
const VISITED = longOr(
  CHAIN,
  CHAIN.filter(({ name }) => name === "Table" || name === "Record"),
);
const { address: drawtube } = demoSetup("drawtube");

async function signIn(page: Page, server: OwnServer, name: string): Promise<void> {
  await page.goto(`${server.address}/sign-in`);
  await page.getByRole("button", { name }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
}

/** Waits until this device has taken the whole setup along: its ledger, and every stage as a page. */
async function takenAlong(page: Page, address = drawtube): Promise<void> {
  await expect
    .poll(
      () =>
        page.evaluate(async (setup) => {
          const names = (await caches.keys()).filter((name) => name.startsWith("luvrit-pages"));
          const kept = await Promise.all(
            names.map(async (name) => (await (await caches.open(name)).keys()).map(({ url }) => url)),
          );
          return kept.flat().filter((url) => url.includes(setup)).length;
        }, address),
      { timeout: 30_000 },
    )
    .toBe(STAGES.length);
}

/** Stops every process that runs a page, as a device does that sleeps. */
async function pagesFallAsleep(browser: Browser): Promise<{ readonly wake: () => void }> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  const pids = processInfo.filter(({ type }) => type === "renderer").map(({ id }) => id);
  expect(pids.length).toBeGreaterThan(0);
  const send = (signal: "SIGSTOP" | "SIGCONT") => {
    for (const pid of pids) process.kill(pid, signal);
  };
  send("SIGSTOP");
  return { wake: () => send("SIGCONT") };
}

const strip = (page: Page) => page.getByRole("banner").getByRole("status");

async function touchX(page: Page, tool: string, machine: string, diameter: string): Promise<void> {
  await page.getByRole("textbox", { name: `machine position at contact, X, tool ${tool}` }).fill(machine);
  await page.getByRole("textbox", { name: `measured diameter, X, tool ${tool}` }).fill(diameter);
  await page.getByRole("button", { name: /^Accept X/ }).click();
}

test("a setter goes on without the server, through a reload and a crash, and all of it is sent once and in order", async ({
  page,
  context,
  allowConsole,
}) => {
  test.setTimeout(180_000);
  allowConsole(/Failed to load resource|ERR_|Failed to fetch/);
  const server = await OwnServer.start("away");
  try {
    await signIn(page, server, "Ines");
    await page.goto(`${server.address}${drawtube}/touch?tool=1&do=x`);
    await takenAlong(page);
    await server.kill();

    await touchX(page, "1", "-285.032", "54.218");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("T01 · Z geometry");
    await expect(page.getByRole("link", { name: "X of T01, done" })).toBeVisible();
    await expect(strip(page)).toHaveText("No server · 1 waiting");

    // A number that the server would refuse is refused here as well, in its field.
    await page.goto(`${server.address}${drawtube}/touch?tool=5&do=x`);
    await touchX(page, "5", "-284.5", "541");
    await expect(page.getByText(/larger than the stock/)).toBeVisible();
    await expect(strip(page)).toHaveText("No server · 1 waiting");

    // Every stage opens, by a tap and by a reload, and knows what waits.
    for (const { name, path } of VISITED) {
      await page.getByRole("navigation", { name: "Stages of this setup" }).getByRole("link", { name }).click();
      await expect(page).toHaveURL(new RegExp(`/${path}(\\?|$)`));
      await page.reload();
      await expect(page.getByRole("navigation", { name: "Stages of this setup" })).toBeVisible();
      await expect(strip(page)).toHaveText("No server · 1 waiting");
    }
    // On Record, the last of them, the entry stands in the record.
    await expect(page.getByRole("main")).toContainText("−339.250");
    const sheet = page.waitForEvent("download");
    await page.getByRole("link", { name: "as CSV" }).click();
    expect(await readFile(await (await sheet).path(), "utf8")).toContain("-339.250");
    await page.getByRole("textbox", { name: "Note" }).fill("Touched while the server was away");
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(strip(page)).toHaveText("No server · 2 waiting");

    // The page crashes; another one opens with everything there.
    await page.close();
    const after = await context.newPage();
    await after.goto(`${server.address}${drawtube}/touch?tool=1&do=z`);
    await expect(after.getByRole("link", { name: "X of T01, done" })).toBeVisible();
    await after.getByRole("textbox", { name: "machine position at contact, Z, tool 1" }).fill("-402.88");
    await after.getByRole("button", { name: /^Accept Z/ }).click();
    await expect(strip(after)).toHaveText("No server · 3 waiting");
    await after.getByRole("button", { name: /3 waiting/ }).click();
    const dialog = after.getByRole("dialog");
    await expect(dialog).toContainText("3 entries wait");
    await dialog.getByRole("button", { name: "Close" }).click();
    // The list of setups opens too, with those that this device has taken along.
    await after.getByRole("link", { name: "Luvrit, all setups" }).click();
    await expect(after.getByRole("link", { name: "Focuser drawtube 52" })).toBeVisible();
    await after.goBack();

    await server.up();
    await expect(strip(after)).toHaveText("", { timeout: 20_000 });
    // The server itself says what it holds.
    const entries = await after.evaluate(
      async (setup) => (await (await fetch(`${setup}/pack?after=0`)).json()).entries,
      drawtube,
    );
    const made = entries.filter(({ madeAt }: { madeAt?: string }) => madeAt !== undefined);
    expect(made.map(({ kind }: { kind: string }) => kind)).toEqual(["touch-accepted", "note-added", "touch-accepted"]);
    expect(made.map(({ payload }: { payload: { axis?: string } }) => payload.axis)).toEqual(["x", undefined, "z"]);
    await after.reload();
    await expect(after.getByRole("link", { name: "Z of T01, done" })).toBeVisible();
  } finally {
    await server.end();
  }
});

longTest(
  "what two entered while one had no server is shown with both values, and a person decides",
  async ({ page, browser, allowConsole }) => {
    test.setTimeout(180_000);
    allowConsole(/Failed to load resource|ERR_|Failed to fetch|status of 4/);
    const server = await OwnServer.start("settle");
    const other = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
    try {
      await signIn(other, server, "Bruno");
      await other.goto(`${server.address}${drawtube}/touch?tool=5&do=x`);
      await expect(other.getByRole("button", { name: /^Accept X/ })).toBeVisible();
      await signIn(page, server, "Ines");
      await page.goto(`${server.address}${drawtube}/touch?tool=5&do=x`);
      await takenAlong(page);
      // Bruno is on this tool; while the server is away there is no takeover, and it does not block.
      const onTool = page.getByRole("alert").filter({ hasText: "Bruno is on this tool" });
      await expect(onTool).toBeVisible();
      await page.context().setOffline(true);
      await touchX(page, "5", "-284.5", "54.1");
      await expect(strip(page)).toHaveText("No server · 1 waiting");
      await expect(onTool).toHaveCount(0);

      await touchX(other, "5", "-284.5", "54.2");
      await expect(other.getByRole("link", { name: "X of T05, done" })).toBeVisible();

      await page.context().setOffline(false);
      await expect(strip(page)).toHaveText("1 to settle", { timeout: 20_000 });
      await page.getByRole("button", { name: "1 to settle" }).click();
      const dialog = page.getByRole("dialog");
      await expect(dialog).toContainText("Bruno has entered the same meanwhile");
      await expect(dialog).toContainText("−338.600");
      await expect(dialog).toContainText("−338.700");
      await dialog.getByRole("button", { name: "Use mine" }).click();
      // A tenth is what a jog step makes: that is asked by itself, and answered with its own words.
      await expect(dialog).toContainText("jog step");
      await dialog.getByRole("button", { name: "It is right: save it" }).click();
      await expect(strip(page)).toHaveText("");
      await dialog.getByRole("button", { name: "Close" }).click();
      await page.getByRole("link", { name: "X of T05, done" }).click();
      await expect(page.getByText(/Accepted by Ines.*−338.600/)).toBeVisible();
      // Within two seconds on the other's open page, without a touch of it.
      await other.getByRole("link", { name: "X of T05, done" }).click();
      await expect(other.getByText(/Accepted by Ines.*−338.600/)).toBeVisible({ timeout: 2000 });
    } finally {
      await other.context().close();
      await server.end();
    }
  },
);

longTest(
  "a tablet that falls asleep with an entry waiting sends it when it wakes",
  async ({ page, context, browser, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_|Failed to fetch/);
    await page.goto("/sign-in");
    await page.getByRole("button", { name: "Ines" }).click();
    await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
    const { address } = demoSetup("pin");
    const pack = page.waitForResponse((answer) => answer.url().endsWith("/pack") && answer.ok());
    await page.goto(`${address}/keep`);
    await pack;
    await page.waitForLoadState("networkidle");
    await context.setOffline(true);
    const note = `Touched before the break, ${Date.now()}`;
    await page.getByRole("textbox", { name: "Note" }).fill(note);
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(strip(page)).toHaveText("No server · 1 waiting");
    /** How often the server has that note. */
    const kept = async () => {
      const { entries } = await (await page.request.get(`${address}/pack?after=0`)).json();
      return (entries as { payload: { text?: string } }[]).filter(({ payload }) => payload.text === note).length;
    };

    const asleep = await pagesFallAsleep(browser);
    // The network is back while it sleeps; the browser hears of it when it wakes, as a device does.
    const back = context.setOffline(false);
    // For longer than the page waits before it looks for its server again.
    await new Promise((resolve) => setTimeout(resolve, 4000));
    const keptAsleep = await kept().finally(asleep.wake);
    await back;
    expect(keptAsleep).toBe(0);
    await expect(strip(page)).toHaveText("", { timeout: 15_000 });
    expect(await kept()).toBe(1);
  },
);

longTest(
  "a photo and a program that are chosen without the server stay on the device, are shown from there, and come along",
  async ({ page, context, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_|Failed to fetch/);
    await signInAs(page, "Ines");
    const address = await openLike(page, demoSetup("collar").address, "E-310", "Clamp collar, without a server");
    await page.goto(`${address}/keep`);
    await takenAlong(page, address);
    await page.waitForLoadState("networkidle");
    await context.setOffline(true);

    await page.getByRole("textbox", { name: "Note" }).fill("Jaws as they were bored");
    await page.getByLabel("Photo", { exact: true }).setInputFiles("docs/screenshots/nose.png");
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(strip(page)).toHaveText("No server · 1 waiting");
    const photo = page.getByRole("img", { name: "Jaws as they were bored" });
    /** Whether the picture itself is there, as wide as it was taken. */
    const isSeen = () => photo.evaluate((img: HTMLImageElement) => img.naturalWidth > 1000);
    await expect.poll(isSeen).toBe(true);
    // What is no photo is refused as the server would refuse it; what was written stays.
    await page.getByRole("textbox", { name: "Note" }).fill("Not a picture");
    await page.getByLabel("Photo", { exact: true }).setInputFiles("README.md");
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(page.getByText("This is not a photo that is kept here.")).toBeVisible();
    await expect(page.getByRole("textbox", { name: "Note" })).toHaveValue("Not a picture");

    await page.getByRole("link", { name: "Prepare" }).click();
    await page
      .getByLabel(/^(Choose the program's file|Import another program)/)
      .setInputFiles("db/demo/programs/O4402.nc");
    await page.getByRole("button", { name: "Import this program" }).click();
    await expect(strip(page)).toHaveText("No server · 2 waiting");
    const download = page.waitForEvent("download");
    await page.getByRole("link", { name: "Program for the control" }).click();
    const text = await readFile(await (await download).path(), "latin1");
    expect(text).toBe(await readFile("db/demo/programs/O4402.nc", "latin1"));

    // A reload without the server: both are still there.
    await page.goto(`${address}/keep`);
    await expect(strip(page)).toHaveText("No server · 2 waiting");
    await expect.poll(isSeen).toBe(true);

    await context.setOffline(false);
    await expect(strip(page)).toHaveText("", { timeout: 20_000 });
    const src = await photo.getAttribute("src");
    const kept = await page.request.get(src ?? "");
    expect(await kept.body()).toEqual(await readFile("docs/screenshots/nose.png"));
    const { entries } = await (await page.request.get(`${address}/pack?after=0`)).json();
    const made = (entries as { kind: string; madeAt?: string }[]).filter(({ madeAt }) => madeAt !== undefined);
    expect(made.map(({ kind }) => kind)).toEqual(["note-added", "program-read"]);
    // Nothing of it is left waiting on the device.
    const left = await page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const opening = indexedDB.open("luvrit");
          opening.onsuccess = () => {
            const counting = opening.result.transaction("files").objectStore("files").count();
            counting.onsuccess = () => resolve(counting.result);
          };
        }),
    );
    expect(left).toBe(0);
  },
);

longTest(
  "a device's store that runs full is said before it hurts, and loses nothing that is typed",
  async ({ page, context, allowConsole }) => {
    allowConsole(/Failed to load resource|ERR_/);
    await page.goto("/sign-in");
    await page.getByRole("button", { name: "Ines" }).click();
    await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
    const takenAlong = page.waitForResponse((answer) => answer.url().endsWith("/pack") && answer.ok());
    await page.goto(`${demoSetup("pin").address}/keep`);
    await takenAlong;
    await page.waitForLoadState("networkidle");
    // A browser that has little room left, and says so as browsers do; a full disk cannot be had in a test of pages.
    await page.addInitScript(() => {
      navigator.storage.estimate = async () => ({ quota: 15_000_000, usage: 2_000_000 });
      const { add } = IDBObjectStore.prototype;
      IDBObjectStore.prototype.add = function (...given) {
        if (this.name === "queue" && !navigator.onLine) throw new DOMException("full", "QuotaExceededError");
        return add.apply(this, given);
      };
    });
    await page.reload();
    await expect(strip(page)).toHaveText("Device");
    await page.getByRole("button", { name: "Device" }).click();
    await expect(page.getByRole("dialog")).toContainText("nearly full. Make room on it");
    await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();

    // No room was made, and then the server goes.
    await page.waitForLoadState("networkidle");
    await context.setOffline(true);
    await page.getByRole("textbox", { name: "Note" }).fill("Typed on a full device");
    await page.getByRole("button", { name: "Save it" }).click();
    await expect(page.getByText("This device's store is full: the entry cannot be kept here.")).toBeVisible();
    await expect(page.getByRole("textbox", { name: "Note" })).toHaveValue("Typed on a full device");
  },
);
