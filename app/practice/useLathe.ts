import { useCallback, useEffect, useRef, useState } from "react";
import {
  createLathe,
  type LatheCommand,
  type LatheConfig,
  type LatheEvent,
  type LatheState,
  step,
} from "../../sim/lathe/index.ts";
import { type Happened, withHappened } from "./happened.ts";
import { driveLathe, lookAtLathe, putUpLathe } from "./sharedLathe.ts";

interface LatheTask {
  readonly machine: string;
  readonly label: string;
  readonly config: LatheConfig;
  /** True where a stand-in keeps this lathe, so that the machine's position feed follows it. */
  readonly isShared: boolean;
}

const FIRST_SEED = 4680;
/** Commands are handed on in bundles, so that the feed follows a movement at once and the network is not flooded. */
const HAND_ON_EVERY_MS = 40;

/**
 * A lathe to work at: moved here at once, and handed on to the shared one behind it. Where that one was moved by somebody
 * else it is shown as it stands; where it does not answer, this one goes on alone. Knows no markup.
 */
export function useLathe({ machine, label, config, isShared }: LatheTask) {
  const [state, setState] = useState(() => createLathe(config, FIRST_SEED));
  const [events, setEvents] = useState<readonly Happened[]>([]);
  const [link, setLink] = useState<"alone" | "joining" | "shared">("joining");
  const now = useRef(state);
  const revision = useRef<number | undefined>(undefined);
  const waiting = useRef<LatheCommand[]>([]);
  const isSending = useRef(false);

  const show = useCallback((next: LatheState) => {
    now.current = next;
    setState(next);
  }, []);
  const tell = useCallback((happened: readonly LatheEvent[]) => {
    if (happened.length === 0) return;
    setEvents((before) => withHappened(before, happened));
  }, []);

  const handOn = useCallback(async () => {
    if (isSending.current || revision.current === undefined || waiting.current.length === 0) return;
    isSending.current = true;
    const commands = waiting.current.splice(0);
    const driven = await driveLathe(machine, revision.current, commands);
    isSending.current = false;
    if (driven.outcome === "done") {
      revision.current = driven.revision;
    } else if (driven.outcome === "overtaken") {
      waiting.current = [];
      revision.current = driven.revision;
      show(driven.state);
      tell([{ kind: "warning", message: "Somebody else has moved this lathe. It is shown as it stands now." }]);
    } else {
      revision.current = undefined;
      setLink("alone");
      tell([
        {
          kind: "warning",
          message: "The shared lathe does not answer: this one goes on alone, the feed stands still.",
        },
      ]);
    }
  }, [machine, show, tell]);

  useEffect(() => {
    const timer = setInterval(() => void handOn(), HAND_ON_EVERY_MS);
    return () => clearInterval(timer);
  }, [handOn]);

  const putUp = useCallback(
    async (seed: number) => {
      waiting.current = [];
      show(createLathe(config, seed));
      const put = isShared ? await putUpLathe(machine, { label, config, seed }) : undefined;
      revision.current = put;
      setLink(put === undefined ? "alone" : "shared");
    },
    [config, isShared, label, machine, show],
  );

  // Joins the lathe that is shared, if it is set up for the same work; puts it up for this work otherwise.
  useEffect(() => {
    if (!isShared) return setLink("alone");
    let isGone = false;
    void lookAtLathe(machine).then((shared) => {
      if (isGone) return;
      if (shared?.label !== label) return void putUp(FIRST_SEED);
      revision.current = shared.revision;
      show(shared.state);
      setLink("shared");
    });
    return () => {
      isGone = true;
    };
  }, [isShared, label, machine, putUp, show]);

  const act = useCallback(
    (...commands: readonly LatheCommand[]) => {
      let next = now.current;
      const happened: LatheEvent[] = [];
      for (const command of commands) {
        const done = step(next, command);
        next = done.state;
        happened.push(...done.events);
      }
      if (revision.current !== undefined) waiting.current.push(...commands);
      show(next);
      tell(happened);
      return happened;
    },
    [show, tell],
  );

  // Time passes while a block is in motion.
  const isRunning = state.program.target !== undefined && !state.program.isHeld && state.alarm === undefined;
  useEffect(() => {
    if (!isRunning) return;
    let before = performance.now();
    let frame = requestAnimationFrame(function pass(time) {
      const milliseconds = Math.min(100, Math.max(0, time - before));
      before = time;
      if (milliseconds > 0) act({ do: "advance", milliseconds });
      frame = requestAnimationFrame(pass);
    });
    return () => cancelAnimationFrame(frame);
  }, [isRunning, act]);

  return { state, events, link, act, startAnew: () => putUp((Date.now() % 1_000_000) | 0) };
}
export type Lathe = ReturnType<typeof useLathe>;
