import { useEffect } from "react";
import { IDLE_HOURS } from "../../core/commands/index.ts";
import { connection, noteSignedOut } from "../offline/connection.ts";

/** When somebody last touched a key or the screen, in any window of this device. */
const LAST_USE = "luvrit:last-use";
const NOTE_EVERY_MS = 30_000;
const LOOK_EVERY_MS = 60_000;

/**
 * Ends the session when this device was not touched for as long as a session may go unused. The server cannot tell: a
 * page that shows what others change asks for it like one that somebody leafs through.
 */
export function useEndWhenIdle(): void {
  useEffect(() => {
    let noted = 0;
    const note = () => {
      const now = Date.now();
      if (Math.abs(now - noted) < NOTE_EVERY_MS) return;
      noted = now;
      keepLastUse(now);
    };
    const look = () => {
      const isIdle = Date.now() - Math.max(noted, lastUse()) > IDLE_HOURS * 3_600_000;
      if (isIdle && !connection.read().isSignedOut) endSession();
    };
    note();
    window.addEventListener("pointerdown", note);
    window.addEventListener("keydown", note);
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => {
      clearInterval(timer);
      window.removeEventListener("pointerdown", note);
      window.removeEventListener("keydown", note);
    };
  }, []);
}

/** The page stays as it is; the strip says that the session has ended. */
async function endSession(): Promise<void> {
  try {
    noteSignedOut(await fetch("/sign-out", { method: "POST" }));
  } catch (failure) {
    // The server does not answer: looked again in a minute.
    if (!(failure instanceof TypeError)) throw failure;
  }
}

function keepLastUse(at: number): void {
  try {
    localStorage.setItem(LAST_USE, String(at));
  } catch {
    // The browser keeps nothing: then this window goes by itself.
  }
}

function lastUse(): number {
  try {
    return Number(localStorage.getItem(LAST_USE));
  } catch {
    return 0;
  }
}
