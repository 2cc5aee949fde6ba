import { randomBytes } from "node:crypto";
import http from "node:http";
import path from "node:path";
import { pathToFileURL } from "node:url";
import type { Express } from "express";
import { migrate } from "../database/migrate.server.ts";
import { openPool, sqlOn } from "../database/pool.server.ts";
import { demoMachines, loadDemo } from "../demo/demo.server.ts";
import { acceptedHosts, BadHosts } from "../http/hosts.server.ts";
import { reopenLog } from "../http/log.server.ts";
import { rebuildSnapshots } from "../ledger/ledgerRepository.server.ts";
import { makeMissingWords } from "../ledger/setupSearch.server.ts";
import { feedsOf } from "../machine-link/links.server.ts";
import { hasPeople } from "../people/peopleRepository.server.ts";
import { isFree } from "../private-database/ports.server.ts";
import { startStandIn } from "../stand-in/standIn.server.ts";
import { LOOPBACK, openableAddresses } from "./addresses.server.ts";
import { CannotStart } from "./cannotStart.ts";
import { openDatabase } from "./databases.server.ts";
import { atEnd } from "./ending.server.ts";
import { DEMO, HOME, LOG_FILE, MIGRATIONS, ROOT } from "./home.server.ts";
import { say } from "./say.ts";

/** Loopback unless said otherwise: on another address a real start is reached from tablets, best behind a proxy with TLS. */
const HOST = process.env.LUVRIT_HOST ?? "127.0.0.1";
const DEFAULT_PORT = 4680;
/** Another one than the demo's: a browser keeps pages by it, and those of a build are not those of the sources. */
const DEV_PORT = 4690;
/** How often it is looked for connections that take too long: the limits below hold as exactly as this. */
const CHECK_SLOW_MS = 2000;
/** How long open requests may take to finish once a stop was asked for. */
const FINISH_WITHIN_MS = 5000;

/** What the built application gives to its launcher. */
export interface Application {
  readonly app: Express;
  readonly endStreams: () => void;
  readonly isReady: () => Promise<boolean>;
  readonly beginUpkeep: () => () => void;
}

/** What is served: `start` a shop's own data, `demo` the demo workshop, `dev` the same from the sources. */
type Serving = "start" | "demo" | "dev";

/** `./luvrit start`, `demo` and `dev`: database, migrations, then the server, until the process is stopped. */
export async function serve(words: readonly string[], what: Serving): Promise<void> {
  const isDemo = what !== "start";
  // For a program that rotates logs: it moves the file and sends this signal.
  process.on("SIGUSR2", reopenLog);
  const port = await wantedPort(what);
  // It takes longest, and needs no database until a page is asked for.
  const sources = what === "dev" ? beginSources() : undefined;
  const url = await openDatabase({ isStart: true });
  process.env.DATABASE_URL = url;
  process.env.LUVRIT_DEMO = isDemo ? "1" : "0";
  process.env.LUVRIT_LOG_FILE ??= LOG_FILE;
  process.env.LUVRIT_INCOMING ??= path.join(HOME, "incoming");
  process.env.LUVRIT_READER ??= path.join(ROOT, "build", "reader.mjs");
  if (what !== "dev") process.env.NODE_ENV = "production";

  const pool = openPool(url, 2);
  let isNew: boolean;
  try {
    await migrate(pool, MIGRATIONS);
    const { rebuilt } = await rebuildSnapshots(pool, { onlyOld: true });
    if (rebuilt > 0) say(`  ${rebuilt} setups of another version are made anew from their ledgers.`);
    await makeMissingWords(sqlOn(pool));
    if (isDemo) await loadDemo(pool, DEMO, { fresh: words.includes("--fresh") });
    isNew = !isDemo && !(await hasPeople(sqlOn(pool)));
  } finally {
    await pool.end();
  }
  if (isNew) {
    process.env.LUVRIT_FIRST_CODE = randomBytes(9).toString("hex");
    say(
      `\n  Nobody can sign in yet. The first lead is made in the browser, with this code: ${process.env.LUVRIT_FIRST_CODE}`,
    );
  }
  if (isDemo) await startDemoFeeds();
  else feedsOf(process.env.LUVRIT_FEEDS);
  await listen(port, await (sources ?? builtApplication()));
  const addresses = openableAddresses(HOST, port);
  const more = isDemo ? "   (demo data; made-up people, one tap to sign in)" : "";
  say(`\n  Luvrit is at ${addresses[0]}${more}`);
  for (const address of addresses.slice(1)) say(`           and ${address}`);
  say("  Ctrl-C stops it.\n");
}

/** The port to listen on; refused in words where it is no number, or in use, before anything is started. */
async function wantedPort(what: Serving): Promise<number> {
  const isDemo = what !== "start";
  const port = Number(process.env.PORT ?? (what === "dev" ? DEV_PORT : DEFAULT_PORT));
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new CannotStart(`PORT is ${process.env.PORT}; expected a number from 1 to 65535.`);
  if (isDemo && !LOOPBACK.includes(HOST))
    throw new CannotStart(`The demo lets anybody in, so it stays on this machine: LUVRIT_HOST cannot be ${HOST}.`);
  try {
    acceptedHosts();
  } catch (failure) {
    if (failure instanceof BadHosts) throw new CannotStart(failure.message);
    throw failure;
  }
  if (!(await isFree(port, HOST)))
    throw new CannotStart(`Port ${port} is in use. Choose another: PORT=${port + 1} ./luvrit ${what}`);
  return port;
}

async function startDemoFeeds(): Promise<void> {
  const standIn = await startStandIn(path.join(ROOT, "build", "stand-in.mjs"), DEMO);
  atEnd(() => standIn.stop());
  process.env.LUVRIT_STANDIN = standIn.url;
  process.env.LUVRIT_FEEDS = JSON.stringify(
    Object.fromEntries(demoMachines(DEMO).map((id) => [id, `${standIn.url}/${id}`])),
  );
}

/** The server that pages come from, before it listens, and what is to answer. */
interface Answering {
  readonly server: http.Server;
  readonly application: Application;
}

const newServer = () => http.createServer({ connectionsCheckingInterval: CHECK_SLOW_MS });

async function builtApplication(): Promise<Answering> {
  const built = pathToFileURL(path.join(ROOT, "build/server/index.js")).href;
  return { server: newServer(), application: (await import(built)) as Application };
}

function beginSources(): Promise<Answering> {
  process.env.NODE_ENV = "development";
  // Sources are a request each.
  process.env.LUVRIT_MOST_REQUESTS = "0";
  process.env.LUVRIT_SOURCES = "1";
  const begin = async () => {
    const { serveSources } = await import("./devServer.server.ts");
    const server = newServer();
    return { server, application: await serveSources(server) };
  };
  const serving = begin();
  // Said where it is waited for.
  serving.catch(() => undefined);
  return serving;
}

async function listen(port: number, { server, application }: Answering): Promise<void> {
  const { createServer } = await import("../http/frame.server.ts");
  const { app, endStreams, isReady, beginUpkeep } = application;
  server.on("request", createServer(app, path.join(ROOT, "build/client"), isReady));
  server.requestTimeout = 30_000;
  server.headersTimeout = 10_000;
  // From one tool to the next takes seconds: the connection is still there then, and nothing is shaken hands on again.
  server.keepAliveTimeout = 65_000;
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, HOST, resolve);
  });
  atEnd(beginUpkeep());
  atEnd(
    () =>
      new Promise((resolve) => {
        endStreams();
        server.close(resolve);
        // A connection that has had its answer is closed then; one that still waits gets its time.
        setInterval(() => server.closeIdleConnections(), 50).unref();
        setTimeout(() => server.closeAllConnections(), FINISH_WITHIN_MS).unref();
      }),
  );
}
