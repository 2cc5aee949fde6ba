import { spawn } from "node:child_process";
import type http from "node:http";
import path from "node:path";
import express from "express";
import { atEnd } from "./ending.server.ts";
import { ROOT } from "./home.server.ts";
import { say } from "./say.ts";
import type { Application } from "./serve.server.ts";

/**
 * Serves the sources themselves: a change of a screen is on the page without a reload, one of the core or the server with
 * the next request, and errors of types lie over the page. `server` is the one that pages come from; their socket too.
 */
export async function serveSources(server: http.Server): Promise<Application> {
  // Not bundled into the launcher: an installed Luvrit has it, and never loads it.
  const { createServer } = await import("vite");
  const before = [process.listeners("SIGTERM"), process.stdin.listeners("end")] as const;
  const vite = await createServer({
    root: ROOT,
    configFile: path.join(ROOT, "vite.config.ts"),
    server: { middlewareMode: true, hmr: { server } },
    appType: "custom",
    logLevel: "warn",
  });
  // It would end the process by itself, before the database and what else was started here is stopped.
  for (const one of process.listeners("SIGTERM")) if (!before[0].includes(one)) process.off("SIGTERM", one);
  for (const one of process.stdin.listeners("end") as (() => void)[])
    if (!before[1].includes(one)) process.stdin.off("end", one);
  atEnd(() => vite.close());
  const load = () => vite.ssrLoadModule("./server/app.ts") as Promise<Application>;
  const first = await load();
  // Once the first page is there: the compiler takes every core.
  const begin = setTimeout(() => {
    watchTypes((message) => {
      if (message === undefined) vite.ws.send({ type: "full-reload" });
      else vite.ws.send({ type: "error", err: { message, stack: "" } });
    });
  }, TYPES_AFTER_MS);
  atEnd(() => clearTimeout(begin));
  const app = express();
  app.use(vite.middlewares);
  app.use(async (request, response, next) => {
    try {
      (await load()).app(request, response, next);
    } catch (failure) {
      vite.ssrFixStacktrace(failure as Error);
      next(failure);
    }
  });
  return { ...first, app };
}

const TYPES_AFTER_MS = 6000;

/** Says each time that the types were checked what is wrong; undefined once they hold again. */
function watchTypes(tell: (message: string | undefined) => void): void {
  const tsc = path.join(ROOT, "node_modules", "typescript7", "bin", "tsc");
  // A group of its own: the compiler is a process behind the one that is started here.
  const checker = spawn(process.execPath, [tsc, "--noEmit", "--watch", "--preserveWatchOutput", "--pretty", "false"], {
    cwd: ROOT,
    stdio: ["ignore", "pipe", "ignore"],
    detached: true,
  });
  atEnd(() => {
    if (checker.pid === undefined || checker.exitCode !== null) return;
    try {
      process.kill(-checker.pid, "SIGKILL");
    } catch (failure) {
      if ((failure as NodeJS.ErrnoException).code !== "ESRCH") throw failure;
    }
  });
  let text = "";
  let wasWrong = false;
  checker.stdout.setEncoding("utf8").on("data", (piece: string) => {
    text += piece;
    const found = /Found (\d+) errors?/.exec(text);
    if (!found) return;
    const errors = text.split("\n").filter((line) => line.includes("error TS"));
    text = "";
    if (errors.length > 0) {
      wasWrong = true;
      say(errors.join("\n"));
      tell(errors.slice(0, 20).join("\n"));
    } else if (wasWrong) {
      wasWrong = false;
      say("Types hold.");
      tell(undefined);
    }
  });
}
