import { timingSafeEqual } from "node:crypto";
import type { Request } from "express";
import { Counter, collectDefaultMetrics, Histogram, register } from "prom-client";

/** What is measured of this process, in the usual text format of metrics. */
export const metrics = register;

/** The launcher and the application are bundled apart and share one process: the first of them makes the metric. */
export const once = <Kind>(name: string, make: () => Kind): Kind =>
  (register.getSingleMetric(name) as Kind | undefined) ?? make();

if (!register.getSingleMetric("process_cpu_seconds_total")) collectDefaultMetrics();

const requests = once(
  "luvrit_request_seconds",
  () =>
    new Histogram({
      name: "luvrit_request_seconds",
      help: "Time to answer, by what was asked for",
      labelNames: ["method", "route", "status"],
      buckets: [0.005, 0.01, 0.025, 0.06, 0.1, 0.25, 0.5, 1, 2.5, 5],
    }),
);
const appends = once(
  "luvrit_ledger_appends_total",
  () =>
    new Counter({
      name: "luvrit_ledger_appends_total",
      help: "Entries that were to be put on a ledger, by what became of them",
      labelNames: ["outcome"],
    }),
);

export function countRequest(method: string, path: string, status: number, milliseconds: number): void {
  requests.observe({ method, route: routeOf(path), status: String(status) }, milliseconds / 1000);
}
export const countAppend = (outcome: string): void => appends.inc({ outcome });

/** An address with its names and numbers replaced, so that there are few labels and none identifies a person. */
function routeOf(path: string): string {
  if (path.startsWith("/assets/")) return "/assets";
  const parts = path
    .replace(/\.data$/, "")
    .split("/")
    .slice(1, 4);
  const plain = parts.map((part) => (/^[a-z-]{1,20}$/.test(part) ? part : ":id"));
  return KNOWN.has(plain[0] ?? "") ? `/${plain.join("/")}` : "/other";
}
const KNOWN = new Set(
  [
    "",
    "setups",
    "workshop",
    "machines",
    "practice",
    "photos",
    "sign-in",
    "sign-out",
    "switch",
    "first",
    "theme",
  ].concat(["health", "ready", "metrics"]),
);

/** From this machine itself, or with the token that the administrator has set. A proxy's request is not from here. */
export function mayReadMetrics(request: Request): boolean {
  const token = process.env.LUVRIT_METRICS_TOKEN;
  const given = request.headers.authorization?.replace(/^Bearer /, "") ?? "";
  if (token && given.length === token.length && timingSafeEqual(Buffer.from(given), Buffer.from(token))) return true;
  const { remoteAddress = "" } = request.socket;
  const isHere = /^(?:127\.|::1$|::ffff:127\.)/.test(remoteAddress);
  return isHere && request.headers["x-forwarded-for"] === undefined && request.headers.forwarded === undefined;
}
