import type { SetupView } from "../../core/ledger/index.ts";
import { nextStep, type Step, type StepKind, touchingOrder } from "../../core/plan/index.ts";

const KINDS: readonly StepKind[] = ["x", "y", "z", "nose", "second", "work", "face", "hole", "length"];

/** What the address says of a step: its offset, its kind, and the work offset that is taught where it is not the setup's own. */
export type StepPlace = Pick<Step, "offset" | "kind" | "work">;

/** The step that the address names, or else the next one of the plan, or the first of a setup that is all done. */
export function stepOf(setup: SetupView, search: URLSearchParams): StepPlace | undefined {
  const order = touchingOrder(setup);
  const kind = KINDS.find((one) => one === search.get("do"));
  const offset = search.get("tool") ?? "";
  const said = search.get("under") ?? undefined;
  const work = kind === "work" && said !== setup.ownWork ? said : undefined;
  const named = order.find(
    (step) => step.offset === offset && (kind === undefined || step.kind === kind) && step.work === work,
  );
  // A work offset can be taught with any tool that is set, not only with the one that the plan proposes.
  const teacher = kind === "work" && setup.tools.find((tool) => tool.offset === offset && !tool.second);
  if (teacher && !named) return { offset, kind: "work", ...(work !== undefined && { work }) };
  const asked = search.has("tool") || kind !== undefined ? named : undefined;
  return asked ?? nextStep(order) ?? order[0];
}

/** The address of a step inside the Touch screen, keeping the rest of what the address says. */
export function stepAddress(search: URLSearchParams, { offset, kind, work }: StepPlace): URLSearchParams {
  const next = new URLSearchParams(search);
  if (offset === "") next.delete("tool");
  else next.set("tool", offset);
  next.set("do", kind);
  if (work === undefined) next.delete("under");
  else next.set("under", work);
  return next;
}

/** Whether the address asks for the setter's calibration, which belongs to no tool. */
export const isSetterAsked = ({ machine }: SetupView, search: URLSearchParams): boolean =>
  machine.setter !== undefined && search.get("do") === "setter";

/** The address of the setter's calibration. */
export function setterAddress(search: URLSearchParams): URLSearchParams {
  const next = new URLSearchParams(search);
  for (const name of ["tool", "under"]) next.delete(name);
  next.set("do", "setter");
  return next;
}
