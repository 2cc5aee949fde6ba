import {
  type Browser,
  type BrowserContext,
  test as base,
  type ConsoleMessage,
  expect,
  type Locator,
  type Page,
  type WebError,
} from "@playwright/test";
import { isLong } from "../hard/long.ts";
import { DEMO_LINKS } from "./demoSetup.ts";
import { shopPort } from "./shops.ts";

export { expect };

interface Shop {
  /** Fails the test on any console message or page error; name here what a test provokes on purpose. */
  readonly allowConsole: (pattern: RegExp) => void;
}

/**
 * An address that is opened, or loaded again, answers to keys and taps from its first effect on: what comes before is lost, as
 * on a slow machine. Every story waits for it, but one that opens an address only to its first byte.
 */
function openReady(context: BrowserContext): void {
  const ready = (page: Page) => page.locator("html[data-ready], html:not(:has(script))").waitFor({ state: "attached" });
  context.on("page", (page) => {
    const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
    page.goto = async (to, how) => {
      const answer = await goto(to, how);
      if (how?.waitUntil !== "commit") await ready(page);
      return answer;
    };
    page.reload = async (how) => {
      const answer = await reload(how);
      if (how?.waitUntil !== "commit") await ready(page);
      return answer;
    };
  });
}

/** Without a worker that pages share, one of them holds the stream, as on a tablet: the test runner waits for ever for a script of such a worker. */
const withoutSharedWorker = (context: BrowserContext) =>
  context.addInitScript(() => Reflect.deleteProperty(window, "SharedWorker"));

/** Every page of every story is watched: no console message, no error, no hydration mismatch. */
export const test = base.extend<Shop, { readonly browser: Browser }>({
  browser: [
    async ({ browser }, use) => {
      const newContext = browser.newContext.bind(browser);
      browser.newContext = async (options) => {
        const context = await newContext(options);
        await withoutSharedWorker(context);
        if (options?.javaScriptEnabled !== false) openReady(context);
        return context;
      };
      await use(browser);
    },
    { scope: "worker" },
  ],
  context: async ({ context }, use) => {
    await withoutSharedWorker(context);
    openReady(context);
    await use(context);
  },
  // biome-ignore lint/correctness/noEmptyPattern: the test runner reads from the pattern what a fixture needs.
  baseURL: async ({}, use, { parallelIndex }) => use(`http://127.0.0.1:${shopPort(parallelIndex)}`),
  allowConsole: [
    async ({ context }, use) => {
      const allowed: RegExp[] = [
        // What the test runner itself says of a worker that it keeps away.
        /^warning: Service Worker registration blocked/,
        // The router cancels an answer that a newer one has overtaken, between its data and its end: that end is not awaited.
        /^error: signal is aborted without reason$/,
      ];
      const heard: string[] = [];
      const onConsole = (message: ConsoleMessage) => heard.push(`${message.type()}: ${message.text()}`);
      const onError = (failure: WebError) => heard.push(`error: ${failure.error().message}`);
      context.on("console", onConsole).on("weberror", onError);
      await use((pattern) => allowed.push(pattern));
      context.off("console", onConsole).off("weberror", onError);
      expect(heard.filter((text) => !allowed.some((pattern) => pattern.test(text)))).toEqual([]);
    },
    { auto: true },
  ],
});

/**
 * The same on a browser that has been in Luvrit before, so that what all pages share is fetched and compiled once, for tests
 * that look at many of them: it keeps nothing else from one test to the next.
 */
export const testAgain = test.extend<object, { readonly usedBrowser: BrowserContext }>({
  usedBrowser: [
    async ({ browser }, use, { parallelIndex, project }) => {
      const { viewport = null, colorScheme = null, locale = "en-GB", serviceWorkers = "block" } = project.use;
      const baseURL = `http://127.0.0.1:${shopPort(parallelIndex)}`;
      const used = await browser.newContext({ baseURL, viewport, colorScheme, locale, serviceWorkers });
      await use(used);
      await used.close();
    },
    { scope: "worker" },
  ],
  context: async ({ usedBrowser }, use) => use(usedBrowser),
  page: async ({ context, baseURL }, use) => {
    const page = await context.newPage();
    await context.clearCookies();
    const browser = await context.newCDPSession(page);
    await browser.send("Storage.clearDataForOrigin", {
      origin: baseURL ?? "",
      storageTypes: "local_storage,indexeddb,cache_storage",
    });
    await use(page);
    await context.setOffline(false);
    await page.close();
  },
});

/** A story that is told under `--long` alone: what it is about is held in every run by a shorter one, or without a browser. */
export const longTest = isLong ? test : test.skip;

type Person = "Ines" | "Bruno" | "Marit" | "Odile";
type Cookies = Awaited<ReturnType<ReturnType<Page["context"]>["cookies"]>>;
/** Sessions that are running already: signing in is a story of its own, and no other one need tell it again. */
const sessions = new Map<Person, Cookies>();

/** Signs in with one tap, as the demo offers; comes back with a session that is still running. */
export async function signInAs(page: Page, name: Person): Promise<void> {
  const running = sessions.get(name);
  if (running) {
    await page.context().addCookies(running);
    await page.goto("/");
  }
  if (!running || page.url().includes("/sign-in")) {
    await page.goto("/sign-in");
    await page.getByRole("button", { name }).click();
  }
  await expect(page.getByRole("heading", { name: "Running setups" })).toBeVisible();
  sessions.set(
    name,
    (await page.context().cookies()).filter((cookie) => cookie.name === "luvrit"),
  );
}

/** Opens a setup of the demo from the list by the name of its part, ready for keys. */
export async function openSetup(page: Page, part: string): Promise<void> {
  await page.getByRole("link", { name: part }).and(page.locator(DEMO_LINKS)).click();
  await expect(page.getByRole("navigation", { name: "Plan" })).toBeVisible();
}

/** The same for a story that goes straight to an address: where a session is running already, no page is opened for it. */
export async function beSignedIn(page: Page, name: Person): Promise<void> {
  const running = sessions.get(name);
  if (running) await page.context().addCookies(running);
  else await signInAs(page, name);
}

/** Opens a setup of its own, started from a demo setup, so that no other story loses what it stands on; gives its address. */
export async function openLike(page: Page, address: string, job: string, part: string): Promise<string> {
  await beginFrom(page, address, job, part);
  const rest = page.getByRole("rowgroup", { name: "Work offsets, program and part" }).getByRole("combobox");
  for (const choice of await rest.all()) await choice.selectOption("left");
  return openBegun(page);
}

/** The same, taking along what is proposed of the work offsets, the program and the part. */
export async function openFrom(page: Page, address: string, job: string, part: string): Promise<string> {
  await beginFrom(page, address, job, part);
  return openBegun(page);
}

/** The form of a new setup that starts from another one. Whatever was touched there, the new one begins with nothing touched. */
async function beginFrom(page: Page, address: string, job: string, part: string): Promise<void> {
  await page.goto(`/setups/new?from=${address.split("/").at(-1)}`);
  await page.waitForLoadState("networkidle");
  await page.getByRole("textbox", { name: "Job" }).fill(job);
  await page.getByRole("textbox", { name: "Part", exact: true }).fill(part);
  await touchAllAnew(page);
}

async function openBegun(page: Page): Promise<string> {
  await page.getByRole("button", { name: "Open the setup" }).click();
  await expect(page).toHaveURL(/\/setups\/[0-9a-f-]{36}\//);
  return new URL(page.url()).pathname.split("/").slice(0, 3).join("/");
}

/** Takes no number of a tool along; where none stands as it stood there is none to take. */
export async function touchAllAnew(page: Page): Promise<void> {
  const anew = page.getByRole("button", { name: "Touch every tool anew" });
  if (await anew.isVisible()) await anew.click();
}

/** What the machine is to be given, as the screen says it. */
export const keyIn = (page: Page) => page.getByTestId("key-in");

/** Takes the machines' position feeds away from this page: readings are keyed, as in a shop that has none. */
export async function withoutFeed(page: Page): Promise<void> {
  await page.route("**/stream?*", (route) => {
    const address = new URL(route.request().url());
    address.searchParams.delete("machine");
    return address.searchParams.size > 0 ? route.continue({ url: address.href }) : route.fulfill({ status: 204 });
  });
}

/** A cell of the offset table by the name of its row (`03`, `G54`) and the head of its column (`X geometry`). */
export async function tableCell(page: Page, row: string, column: string): Promise<Locator> {
  const grid = page.getByRole("grid", { name: "Offset table" });
  await expect(grid).toBeVisible();
  const heads = await grid.getByRole("columnheader").allTextContents();
  const index = heads.indexOf(column) - 1;
  expect(index, `a column “${column}” among ${heads.join(", ")}`).toBeGreaterThanOrEqual(0);
  return grid
    .getByRole("row")
    .filter({ has: page.getByRole("rowheader", { name: new RegExp(`^${row}`) }) })
    .getByRole("gridcell")
    .nth(index);
}

/** Sends a setup's form as the page would: more tools than a story wants to type in. */
export async function sendForm(page: Page, address: string, fields: Readonly<Record<string, string>>): Promise<string> {
  return page.evaluate(
    async ([to, body]) => await (await fetch(to, { method: "POST", body: new URLSearchParams(body) })).text(),
    [`${address}/entries.data`, fields] as const,
  );
}
