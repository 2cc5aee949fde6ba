import { type BrowserContext, test as base, expect, type Page } from "@playwright/test";
import { isLong, longOr } from "../hard/long.ts";
import { demoSetup } from "./demoSetup.ts";
import { OwnServer } from "./ownServer.ts";

/** Browsers with shared workers, as desks have them, and without, as tablets do. */
const KINDS = [
  ["a worker shares the stream", true],
  ["one of the pages holds the stream for all", false],
] as const;
const TABS = longOr(8, 4);
const { address } = demoSetup("drawtube");

let server: OwnServer;
base.describe.configure({ mode: "serial" });
base.beforeAll(async () => {
  server = await OwnServer.start("many-tabs");
});
base.afterAll(() => server.end());

async function signedIn(context: BrowserContext): Promise<void> {
  const page = await context.newPage();
  await page.goto(`${server.address}/sign-in`);
  await page.getByRole("button", { name: "Ines" }).click();
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
  await page.close();
}

async function touch(context: BrowserContext, tool = 1): Promise<Page> {
  const page = await context.newPage();
  await page.goto(`${server.address}${address}/touch?tool=${tool}&do=x`);
  await expect(page.getByRole("textbox", { name: /machine position/ })).toBeVisible();
  return page;
}

/** The slowest of some pages and forms, milliseconds, asked for from a page as the application does. */
const slowest = (page: Page) =>
  page.evaluate(async (setup) => {
    let most = 0;
    for (let turn = 0; turn < 12; turn++) {
      const began = performance.now();
      const answer =
        turn % 3 === 0
          ? await fetch(`${setup}/entries.data`, {
              method: "POST",
              body: new URLSearchParams({
                intent: "add-note",
                id: crypto.randomUUID(),
                base: "0",
                text: `tab ${turn}`,
              }),
            })
          : await fetch(`${setup}/touch.data?tool=${1 + turn}&do=x`);
      await answer.text();
      if (answer.status >= 500) throw new Error(`answered ${answer.status}`);
      most = Math.max(most, performance.now() - began);
    }
    return most;
  }, address);

/** Puts a page behind another one, or in front, as far as the page can tell. */
const seeAs = (page: Page, state: "hidden" | "visible") =>
  page.evaluate((value) => {
    Object.defineProperty(document, "visibilityState", { configurable: true, get: () => value });
    document.dispatchEvent(new Event("visibilitychange"));
  }, state);
const hide = (page: Page) => seeAs(page, "hidden");
const show = (page: Page) => seeAs(page, "visible");

/** Streams that the server has open now. */
async function openStreams(): Promise<number> {
  const text = await (await fetch(`${server.address}/metrics`)).text();
  return Number(/^luvrit_streams_open (\d+)$/m.exec(text)?.[1]);
}

for (const [kind, hasWorkers] of KINDS)
  (isLong ? base : base.skip)(
    `${TABS} pages of a browser are as fast as one, and hear of others: ${kind}`,
    async ({ browser }) => {
      const context = await browser.newContext({ serviceWorkers: "block" });
      if (!hasWorkers) await context.addInitScript(() => Reflect.deleteProperty(window, "SharedWorker"));
      await signedIn(context);
      const first = await touch(context);
      await expect.poll(openStreams).toBe(1);
      // The slowest answer of a dozen, in the quietest of several dozens: other stories are told meanwhile.
      const times = async (page: Page) => {
        let least = Number.POSITIVE_INFINITY;
        for (let turn = 0; turn < longOr(4, 1); turn++) least = Math.min(least, await slowest(page));
        return least;
      };
      const alone = await times(first);
      const pages = [first];
      for (let tab = 1; tab < TABS; tab++) pages.push(await touch(context, 1 + (tab % 4)));
      // Each of them hears of the machine: on one stream, whatever the pages are about.
      for (const page of pages) await expect(page.getByRole("button", { name: "Hold this reading" })).toBeEnabled();
      await expect.poll(openStreams).toBe(1);
      // One is in front, as in a window; the others are hidden, and hear of nothing.
      for (const page of pages.slice(0, -1)) await hide(page);
      const last = pages.at(-1) as Page;
      await expect(last.getByRole("button", { name: "Hold this reading" })).toBeEnabled();
      const among = await times(last);
      // The others are closed, but for the one that goes on below: what one page takes, now as at the beginning.
      for (const page of pages.slice(1, -1)) await page.close();
      const again = Math.max(alone, await times(last));
      process.stdout.write(
        `slowest answer with ${TABS} pages ${among.toFixed(0)} ms, with one ${again.toFixed(0)} ms\n`,
      );
      // Half as much again; where other stories are told meanwhile, up to twice that.
      expect(among).toBeLessThan(longOr(1.5, 3) * again + 25);
      await show(first);
      await last.close();
      // A page goes when it is closed, and when all are, so does the stream.
      await expect(first.getByRole("button", { name: "Hold this reading" })).toBeEnabled();
      await expect.poll(openStreams, { timeout: 15_000 }).toBe(1);
      await first.goto("about:blank");
      await expect.poll(openStreams, { timeout: 15_000 }).toBe(0);
      await context.close();
    },
  );
