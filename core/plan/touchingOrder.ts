import { toolNumber } from "../frame/index.ts";
import type { SetupView, ToolView } from "../ledger/index.ts";

/** What is done on one tool in one go: an axis to touch, or the nose radius and tip orientation to confirm. */
export type StepKind = "x" | "z" | "nose";

export interface Step {
  readonly offset: string;
  readonly kind: StepKind;
  readonly state: "done" | "ready" | "waiting";
  /** Why it waits, in a few words; empty otherwise. */
  readonly reason: string;
}

/** Order of the steps within one tool: the diameter, the face, then what the insert says. */
const WITHIN_TOOL: readonly StepKind[] = ["x", "z", "nose"];

/**
 * The work of a setup in the order in which it is proposed: the tool that makes the face first, since every other tool
 * touches on that face; then by station. A step waits while what it touches does not exist yet.
 */
export function touchingOrder(setup: Pick<SetupView, "tools" | "machine">): readonly Step[] {
  const facing = setup.tools.find(({ tool }) => tool.faces);
  const rest = setup.tools.filter((tool) => tool !== facing).sort(byStation);
  const faceIsMade = facing === undefined || facing.z !== undefined;
  return [...(facing ? [facing] : []), ...rest].flatMap((tool) =>
    WITHIN_TOOL.map((kind): Step => {
      const step = { offset: tool.offset, kind };
      if (isDone(tool, kind)) return { ...step, state: "done", reason: "" };
      if (kind === "z" && tool !== facing && !faceIsMade)
        return {
          ...step,
          state: "waiting",
          reason: `after ${toolNumber(setup.machine, facing.offset)} has made the face`,
        };
      return { ...step, state: "ready", reason: "" };
    }),
  );
}

/** The step to do next: the first that is ready, in order. Undefined when nothing is left that can be done. */
export function nextStep(order: readonly Step[]): Step | undefined {
  return order.find(({ state }) => state === "ready");
}

/** Whether one step of a tool is done. */
export function isDone(tool: ToolView, kind: StepKind): boolean {
  return tool[kind] !== undefined;
}

function byStation(a: ToolView, b: ToolView): number {
  return a.station.localeCompare(b.station, "en", { numeric: true });
}
