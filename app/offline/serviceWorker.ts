import { STAGES } from "../stages.ts";
import { PHOTOS } from "./photosHere.ts";

/** As far as it is used here; the library of workers and that of pages cannot stand in one program. */
interface Extendable extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface Asked extends Extendable {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Told extends Extendable {
  readonly data: unknown;
}
interface Scope {
  addEventListener(type: "install" | "activate", listener: (event: Extendable) => void): void;
  addEventListener(type: "fetch", listener: (event: Asked) => void): void;
  addEventListener(type: "message", listener: (event: Told) => void): void;
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
  readonly location: Location;
}
const scope = globalThis as unknown as Scope;

/** Put in by the build: a name for exactly these files, and the files themselves. */
declare const LUVRIT_BUILD: string;
declare const LUVRIT_ASSETS: readonly string[];

const ASSETS = `luvrit-assets-${LUVRIT_BUILD}`;
/** Pages belong to the build whose scripts they name. */
const PAGES = `luvrit-pages-${LUVRIT_BUILD}`;
const SETUP_PAGE = /^\/setups\/([0-9a-f-]{36})(?:\/([a-z-]+))?\/?$/;
/** What is practised, and looked back at: each page that was opened, as it was opened last. */
const PRACTICE_PAGE = /^\/practice(?:\/(?:exercises|runs|drills|why)\/[a-z0-9-]+)?\/?$/;
/** A page that was kept this long ago is kept anew when its setup is opened: people and words change. */
const KEPT_FOR_MS = 8 * 3600_000;
/** How long a page that is kept already waits for the server. */
const ANSWER_WITHIN_MS = 6000;
const AWAY_STATUS: readonly number[] = [502, 503, 504];
const PHOTO = /^\/photos\/[0-9a-f]{64}$/;
/** Photos that are kept, the latest; each may have some megabytes. */
const MOST_PHOTOS = 60;

scope.addEventListener("install", (event) => {
  event.waitUntil(caches.open(ASSETS).then((cache) => cache.addAll(LUVRIT_ASSETS)));
  scope.skipWaiting();
});

scope.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys()) if (![ASSETS, PAGES, PHOTOS].includes(name)) await caches.delete(name);
      await scope.clients.claim();
    })(),
  );
});

scope.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== scope.location.origin) return;
  if (LUVRIT_ASSETS.includes(url.pathname)) event.respondWith(asset(request));
  else if (PHOTO.test(url.pathname)) event.respondWith(photo(url.pathname));
  else if (request.mode === "navigate") event.respondWith(page(request, url));
});

/** Files with a hash in their name never change. */
async function asset(request: Request): Promise<Response> {
  return (await caches.match(request, { cacheName: ASSETS })) ?? fetch(request);
}

/** A photo has its fingerprint for a name, and never changes. */
async function photo(path: string): Promise<Response> {
  const cache = await caches.open(PHOTOS);
  const kept = await cache.match(path);
  if (kept) return kept;
  const answer = await fetch(path);
  if (!answer.ok || !answer.headers.get("Content-Type")?.startsWith("image/")) return answer;
  try {
    await cache.put(path, answer.clone());
    const all = await cache.keys();
    for (const old of all.slice(0, Math.max(0, all.length - MOST_PHOTOS))) await cache.delete(old);
  } catch {
    // The store is full: it is shown, and not kept.
  }
  return answer;
}

/** A page from the server; where it does not answer in time, as it was kept. */
async function page(request: Request, url: URL): Promise<Response> {
  try {
    const answer = await inTime(fetch(request));
    if (AWAY_STATUS.includes(answer.status)) return (await keptPage(url)) ?? answer;
    if (SETUP_PAGE.test(url.pathname) || PRACTICE_PAGE.test(url.pathname) || url.pathname === "/")
      await keep(url, answer.clone());
    return answer;
  } catch {
    // The server does not answer, or too late.
    return (await keptPage(url)) ?? nothingKept();
  }
}

function inTime(answer: Promise<Response>): Promise<Response> {
  const late = new Promise<never>((_, reject) => setTimeout(() => reject(new Error("late")), ANSWER_WITHIN_MS));
  return Promise.race([answer, late]);
}

async function keptPage(url: URL): Promise<Response | undefined> {
  const cache = await caches.open(PAGES);
  const setup = SETUP_PAGE.exec(url.pathname);
  const path = setup && setup[2] === undefined ? `/setups/${setup[1]}/touch` : url.pathname;
  return cache.match(path, { ignoreSearch: true });
}

/** Keeps a page, marked as kept, so that it knows that it must look for the server itself. */
async function keep(url: URL, answer: Response): Promise<void> {
  const isPage = answer.headers.get("Content-Type")?.startsWith("text/html");
  if (!answer.ok || answer.redirected || !isPage) return;
  const headers = new Headers(answer.headers);
  for (const name of ["Content-Encoding", "Content-Length", "Set-Cookie"]) headers.delete(name);
  headers.set("X-Kept-At", String(Date.now()));
  const address = (url.pathname + url.search).replace(/[&"<>]/g, (letter) => `&#${letter.charCodeAt(0)};`);
  const text = (await answer.text()).replace("<html ", `<html data-kept="${address}" `);
  try {
    await (await caches.open(PAGES)).put(url.pathname, new Response(text, { headers }));
  } catch {
    // The store is full: the page says so by its own look at it.
  }
}

scope.addEventListener("message", (event) => {
  const { keepSetup, keepPage, forget } = (event.data ?? {}) as {
    keepSetup?: string;
    keepPage?: string;
    forget?: boolean;
  };
  if (forget) event.waitUntil(Promise.all([PAGES, PHOTOS].map((name) => caches.delete(name))));
  if (keepSetup && /^[0-9a-f-]{36}$/.test(keepSetup)) event.waitUntil(keepStages(keepSetup));
  if (typeof keepPage === "string") event.waitUntil(keepOpened(keepPage));
});

/** Keeps a page of practice that a click led to: the browser itself has not asked for it. */
async function keepOpened(address: string): Promise<void> {
  const url = new URL(address, scope.location.origin);
  if (url.origin !== scope.location.origin || !PRACTICE_PAGE.test(url.pathname)) return;
  try {
    await keep(url, await fetch(url, { headers: { Accept: "text/html" }, redirect: "error" }));
  } catch {
    // The server went away: it is kept when it is opened again.
  }
}

/** Keeps every stage of a setup, one after another: there is no hurry. */
async function keepStages(setupId: string): Promise<void> {
  const cache = await caches.open(PAGES);
  for (const path of ["/", ...STAGES.map(({ path }) => `/setups/${setupId}/${path}`)]) {
    const kept = await cache.match(path);
    if (kept && Date.now() - Number(kept.headers.get("X-Kept-At")) < KEPT_FOR_MS) continue;
    try {
      const url = new URL(path, scope.location.origin);
      const answer = await fetch(url, { headers: { Accept: "text/html" }, redirect: "error" });
      const text = await answer.clone().text();
      await keep(url, answer);
      // What it shows comes along, behind the page: the page does not wait for it. A photo's address is the same letters in any page.
      for (const shown of new Set(text.match(/\/photos\/[0-9a-f]{64}/g))) await photo(shown);
    } catch {
      // The server went away: what is kept so far is kept.
      return;
    }
  }
}

const nothingKept = (): Response =>
  new Response(
    `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>No server · Luvrit</title>
<main style="max-width:36em;margin:12vh auto;padding:0 24px;font:18px/1.5 sans-serif">
<h1>The server does not answer</h1>
<p>This page has not been opened on this device before, so it is not kept here. Running setups that were opened here open without the server.</p>
<p><a href="/">Go to the setups</a> or reload this page when the server is back.</p></main></html>`,
    {
      status: 503,
      headers: {
        "Content-Type": "text/html; charset=utf-8",
        "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'",
      },
    },
  );
