import { randomBytes, randomUUID } from "node:crypto";
import compression from "compression";
import express, { type Express, type RequestHandler } from "express";
import expressStaticGzip from "express-static-gzip";
import helmet from "helmet";
import { RateLimiterMemory } from "rate-limiter-flexible";
import { LARGEST_PHOTO } from "../../core/commands/index.ts";
import { LARGEST_OFFSET_FILE } from "../../core/formats/index.ts";
import { LARGEST_PROGRAM } from "../../core/program/index.ts";
import { isAcceptedHost } from "./hosts.server.ts";
import { log } from "./log.server.ts";
import { countRequest, mayReadMetrics, metrics } from "./metrics.server.ts";

/** Files with a hash in their name never change; everything else in the folder is asked for anew each hour. */
const FOREVER = { immutable: true, maxAge: "1y" } as const;

/** A hundred forms that waited, the longest lists among them. */
const LARGEST_REPLAY = 4_000_000;
/** A run of an exercise with all of its turns of the wheel. */
const LARGEST_RUN = 2_000_000;

/** Largest body that any action takes; forms here are a few hundred bytes. */
const LARGEST_BODY_BYTES = 64 * 1024;

/** The server around the application: request ids and log, security headers with a nonce, compression, static files. */
export function createServer(application: Express, clientFolder: string, isReady: () => Promise<boolean>): Express {
  const server = express();
  server.disable("x-powered-by");
  // Behind a proxy it alone says where a request comes from, and whether it came encrypted.
  if (process.env.LUVRIT_PROXY === "1") server.set("trust proxy", 1);
  server.use(requestLog, securityHeaders, knownMethod, knownHost, ownOriginOnly, bodyLimit);
  // Built files were packed when they were built; packing them anew for every request costs more than the pages do.
  server.use("/assets", packedFiles(`${clientFolder}/assets`));
  // Pages go a few metres: packed quickly, not tightly.
  server.use(compression({ level: 3 }));
  server.get("/health", (_request, response) => {
    response.type("text/plain").send("ok\n");
  });
  server.get("/ready", async (_request, response) => {
    const ready = await isReady();
    response
      .status(ready ? 200 : 503)
      .type("text/plain")
      .set("Cache-Control", "no-store")
      .send(ready ? "ready\n" : "away\n");
  });
  server.get("/metrics", async (request, response) => {
    if (!mayReadMetrics(request)) return void response.status(404).type("text/plain").send("Not found\n");
    response.type(metrics.contentType).send(await metrics.metrics());
  });
  server.use(express.static(clientFolder, { maxAge: "1h", index: false }));
  server.use(withinLimit, privately);
  server.use(application);
  return server;
}

const packedFiles = (folder: string): RequestHandler =>
  expressStaticGzip(folder, {
    enableBrotli: true,
    orderPreference: ["br"],
    index: false,
    serveStatic: { ...FOREVER, fallthrough: false },
  });

const requestLog: RequestHandler = (request, response, next) => {
  const began = performance.now();
  const requestId = randomUUID();
  response.locals.requestId = requestId;
  response.setHeader("X-Request-Id", requestId);
  // The address as the log and the limits have it: the proxy's word where one is trusted, else the connection's own.
  response.locals.isEncrypted = request.secure;
  response.locals.address = request.ip ?? request.socket.remoteAddress ?? "";
  response.on("finish", () => {
    countRequest(request.method, request.path, response.statusCode, performance.now() - began);
    // The path alone: a query can hold what somebody typed.
    const milliseconds = Math.round((performance.now() - began) * 10) / 10;
    log.info(
      { requestId, method: request.method, path: request.path, status: response.statusCode, milliseconds },
      "request",
    );
  });
  next();
};

/** A page's own nonce, made for each answer. */
const nonceSource = (_request: unknown, response: unknown) =>
  `'nonce-${(response as { locals: { nonce: string } }).locals.nonce}'`;

/** Made once, not for every answer; only what is encrypted asks browsers to stay encrypted. */
const headersWhere = (isEncrypted: boolean) =>
  helmet({
    // A form sent before the page is alive says where it comes from only if its own origin may be told.
    referrerPolicy: { policy: "same-origin" },
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", nonceSource],
        // Served from the sources, errors are laid over the page with styles that carry no nonce.
        styleSrc: ["'self'", process.env.LUVRIT_SOURCES === "1" ? "'unsafe-inline'" : nonceSource],
        // React Aria writes style attributes on the server; attributes cannot carry a nonce.
        styleSrcAttr: ["'unsafe-inline'"],
        imgSrc: ["'self'", "data:"],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: isEncrypted,
    crossOriginEmbedderPolicy: false,
  });
const [plainHeaders, encryptedHeaders] = [headersWhere(false), headersWhere(true)];

const securityHeaders: RequestHandler = (request, response, next) => {
  response.locals.nonce = randomBytes(16).toString("base64");
  (request.secure ? encryptedHeaders : plainHeaders)(request, response, next);
};

/** Looking and changing are all that is done here: a browser's own TRACE or a stranger's method gets no further. */
const METHODS: readonly string[] = ["GET", "HEAD", "POST", "PUT"];

const knownMethod: RequestHandler = (request, response, next) => {
  if (METHODS.includes(request.method)) return next();
  response
    .status(405)
    .set("Allow", METHODS.join(", "))
    .type("text/plain")
    .send("Luvrit knows GET, HEAD, POST and PUT.\n");
};

/** Only under its own names: a page whose name was led here from elsewhere does not reach what this browser may see. */
const knownHost: RequestHandler = (request, response, next) => {
  if (isAcceptedHost(request.headers.host)) return next();
  response
    .status(421)
    .type("text/plain")
    .send("This server is not known under this name. Its administrator lists its names in LUVRIT_HOSTS.\n");
};

/** Every change comes from a page of our own: a browser always says where a POST comes from. */
const ownOriginOnly: RequestHandler = (request, response, next) => {
  if (request.method === "GET" || request.method === "HEAD") return next();
  const { origin, host } = request.headers;
  const sameHost = origin !== undefined && URL.canParse(origin) && new URL(origin).host === host;
  if (sameHost) return next();
  response.status(403).type("text/plain").send("This request did not come from a page of Luvrit.\n");
};

/** Requests of one address in a minute, files of the application aside; a whole shop may stand behind one. */
const MOST_REQUESTS = Number(process.env.LUVRIT_MOST_REQUESTS ?? 6000);
const perAddress = new RateLimiterMemory({ points: Math.max(1, MOST_REQUESTS), duration: 60 });

const withinLimit: RequestHandler = async (_request, response, next) => {
  // 0: no limit, for measuring.
  if (MOST_REQUESTS === 0) return next();
  try {
    await perAddress.consume(response.locals.address as string);
    next();
  } catch (limit) {
    if (limit instanceof Error) return next(limit);
    response.status(429).set("Retry-After", "10").type("text/plain").send("Too many requests. Wait a moment.\n");
  }
};

/** The answer is for this person only: proxies must not cache it. */
const privately: RequestHandler = (_request, response, next) => {
  response.setHeader("Cache-Control", "private, no-cache");
  next();
};

const bodyLimit: RequestHandler = (request, response, next) => {
  const length = Number(request.headers["content-length"] ?? 0);
  // A body without a stated length could be of any size.
  const unstated = request.headers["transfer-encoding"] !== undefined;
  const larger = LARGER.find(
    ({ path, type }) => path.test(request.path) && (type?.test(request.headers["content-type"] ?? "") ?? true),
  );
  const most = (larger?.most ?? 0) + LARGEST_BODY_BYTES;
  if (length <= most && !unstated) return next();
  const limit = larger
    ? `This file is too large: ${larger.what} may have ${larger.most / 1e6} MB.\n`
    : "This request is larger than any form of Luvrit.\n";
  response.status(413).type("text/plain").send(limit);
};
const ENTRIES = /^\/setups\/[0-9a-f-]{36}\/entries(?:\.data)?$/;
/** Where files come in, in bodies of which type, and how large they may be; the page asks for these with `.data` behind. */
const LARGER: readonly {
  readonly path: RegExp;
  readonly type?: RegExp;
  readonly most: number;
  readonly what: string;
}[] = [
  { path: /^\/setups\/new(?:\.data)?$/, most: LARGEST_PROGRAM, what: "a program" },
  // A file of a form comes piece by piece to the disk; any other form is held in memory.
  {
    path: ENTRIES,
    type: /^multipart\/form-data\b/i,
    most: LARGEST_PROGRAM,
    what: `a photo may have ${LARGEST_PHOTO / 1e6} MB, a program`,
  },
  { path: ENTRIES, most: LARGEST_OFFSET_FILE, what: "an offset table" },
  { path: /^\/setups\/[0-9a-f-]{36}\/replay$/, most: LARGEST_REPLAY, what: "what waits on a device" },
  { path: /^\/files$/, most: LARGEST_PROGRAM, what: "a file that waited on a device" },
  { path: /^\/practice\/exercises\/[a-z0-9-]+\/finish$/, most: LARGEST_RUN, what: "a practice run" },
  { path: /^\/practice\/own(?:\.data)?$/, most: LARGEST_OFFSET_FILE, what: "an exercise" },
  { path: /^\/workshop(?:\/[a-z-]+)?(?:\.data)?$/, most: LARGEST_OFFSET_FILE, what: "a file of the workshop" },
];
