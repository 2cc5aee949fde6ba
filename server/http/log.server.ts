import pino from "pino";

/** Structured log, one JSON line an event, to the file named by the launcher or to standard error. */
export const log = pino(
  {
    level: process.env.LUVRIT_LOG_LEVEL ?? "info",
    base: { pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
  },
  pino.destination({ dest: process.env.LUVRIT_LOG_FILE ?? 2, mkdir: true, sync: true }),
);
