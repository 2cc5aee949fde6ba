import pino from "pino";
import { logFile } from "./logFile.server.ts";

/** Structured log, one JSON line an event. Where it goes is decided at the first line, when the launcher has named the file. */
export const log = pino(
  {
    level: process.env.LUVRIT_LOG_LEVEL ?? "info",
    base: { pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
  },
  { write: (line: string) => logFile.write(line) },
);

/** Goes on in a new file of the same name, after another program has moved the old one away. */
export const reopenLog = (): void => logFile.reopen();
