import { randomBytes, randomUUID } from "node:crypto";
import compression from "compression";
import express, { type Express, type RequestHandler } from "express";
import helmet from "helmet";
import { LARGEST_PROGRAM } from "../program/largestProgram.ts";
import { log } from "./log.server.ts";

/** Files with a hash in their name never change; everything else in the folder is asked for anew each hour. */
const FOREVER = { immutable: true, maxAge: "1y" } as const;

/** Largest body that any action takes; forms here are a few hundred bytes. */
const LARGEST_BODY_BYTES = 64 * 1024;

/** The server around the application: request ids and log, security headers with a nonce, compression, static files. */
export function createServer(application: Express, clientFolder: string): Express {
  const server = express();
  server.disable("x-powered-by");
  server.use(requestLog, securityHeaders, ownOriginOnly, bodyLimit, compression());
  server.get("/health", (_request, response) => {
    response.type("text/plain").send("ok\n");
  });
  server.use("/assets", express.static(`${clientFolder}/assets`, { ...FOREVER, fallthrough: false }));
  server.use(express.static(clientFolder, { maxAge: "1h", index: false }));
  server.use(application);
  return server;
}

const requestLog: RequestHandler = (request, response, next) => {
  const began = performance.now();
  const requestId = randomUUID();
  response.locals.requestId = requestId;
  response.setHeader("X-Request-Id", requestId);
  response.on("finish", () => {
    // The path alone: a query can hold what somebody typed.
    const milliseconds = Math.round((performance.now() - began) * 10) / 10;
    log.info(
      { requestId, method: request.method, path: request.path, status: response.statusCode, milliseconds },
      "request",
    );
  });
  next();
};

const securityHeaders: RequestHandler = (request, response, next) => {
  const nonce = randomBytes(16).toString("base64");
  response.locals.nonce = nonce;
  helmet({
    // A form sent before the page is alive says where it comes from only if its own origin may be told.
    referrerPolicy: { policy: "same-origin" },
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", `'nonce-${nonce}'`],
        styleSrc: ["'self'", `'nonce-${nonce}'`],
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
    strictTransportSecurity: request.secure,
    crossOriginEmbedderPolicy: false,
  })(request, response, next);
};

/** Every change comes from a page of our own: a browser always says where a POST comes from. */
const ownOriginOnly: RequestHandler = (request, response, next) => {
  if (request.method === "GET" || request.method === "HEAD") return next();
  const { origin, host } = request.headers;
  const sameHost = origin !== undefined && URL.canParse(origin) && new URL(origin).host === host;
  if (sameHost) return next();
  response.status(403).type("text/plain").send("This request did not come from a page of Luvrit.\n");
};

const bodyLimit: RequestHandler = (request, response, next) => {
  const length = Number(request.headers["content-length"] ?? 0);
  // A body without a stated length could be of any size.
  const unstated = request.headers["transfer-encoding"] !== undefined;
  const takesProgram = TAKES_PROGRAM.test(request.path);
  const most = takesProgram ? LARGEST_PROGRAM + LARGEST_BODY_BYTES : LARGEST_BODY_BYTES;
  if (length <= most && !unstated) return next();
  const limit = takesProgram
    ? `This file is too large: a program may have ${LARGEST_PROGRAM / 1e6} MB.\n`
    : "This request is larger than any form of Luvrit.\n";
  response.status(413).type("text/plain").send(limit);
};
/** Where a program's file comes in; the page asks for these with `.data` behind. */
const TAKES_PROGRAM = /^\/setups\/(?:new|[0-9a-f-]{36}\/program)(?:\.data)?$/;
