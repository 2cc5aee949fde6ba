import { cuts, faceIsMade, facingTool, type SetupView, type ToolView, underWork } from "../ledger/index.ts";
import { isAxis, toolNumber } from "../machine/index.ts";
import { axesOf, entersBore, familyOf, wayOf } from "../tool/index.ts";
import { arrange } from "./arrangement.ts";
import { type CalledSecond, calledSeconds } from "./calledSeconds.ts";
import { gateOf, teacherWithSetter } from "./gates.ts";
import { redoReason } from "./redo.ts";
import type { Step, StepKind } from "./step.ts";

/**
 * The work of a setup in the order in which it is proposed, zone by zone: the tool that makes the face first, since every
 * other tool touches on that face; tools on centre before those that need their hole; then by station. The work offset
 * where the school wants it: with the master before the rest, or with one set tool after all. Back tools come last, on a
 * part whose length is right. A step waits while what it touches does not exist yet. An order that somebody has chosen
 * for this setup goes before all of that.
 */
export function touchingOrder(setup: SetupView): readonly Step[] {
  const steps = usualOrder(setup);
  return setup.order ? arrange(steps, setup.order.steps) : steps;
}

function usualOrder(setup: SetupView): readonly Step[] {
  const steps: Step[] = [];
  const zones = zonesInOrder(setup);
  const teacher = teachingTool(setup);
  const called = calledSeconds(setup);
  for (const zone of zones) {
    const tools = toolsOf(setup, zone);
    const facing = zone === zones[0] ? facingTool(setup) : undefined;
    const asksForFace = zone === zones[0] && needsFaceStep(setup);
    // Without a facing tool the face comes first; a facing tool is touched on the raw end, and makes it then.
    if (asksForFace && !facing) steps.push(partStep("face", zone, faceIsMade(setup)));
    if (tools.some(({ zone: { works } }) => works === "sub"))
      steps.push(partStep("length", zone, setup.partLength !== undefined));
    let holeIsAsked = zone !== zones[0];
    for (const tool of tools) {
      if (entersBore(tool.tool) && !holeIsAsked) {
        steps.push(partStep("hole", zone, setup.hole !== undefined));
        holeIsAsked = true;
      }
      for (const kind of kindsOf(setup, tool)) steps.push(toolStep(setup, tool, kind));
      for (const second of called.filter(({ of }) => of.offset === tool.offset)) steps.push(secondStep(setup, second));
      if (asksForFace && tool === facing) steps.push(faceStep(setup, tool, zone));
    }
  }
  // Taught after all tools, once, with one that is set.
  if (teacher && setup.school !== "master-tool" && (teachesAfter(setup) || setup.rechucked || setup.taught.z))
    steps.push(toolStep(setup, teacher, "work"));
  for (const { name, tool } of othersToTeach(setup)) steps.push(toolStep(setup, tool, "work", name));
  return steps;
}

/** The step to do next: the first that is ready or must be redone, in order. Undefined when nothing can be done. */
export function nextStep(order: readonly Step[]): Step | undefined {
  return order.find(({ state }) => state === "ready" || state === "redo");
}

/** Whether everything that is to be done on a tool is done and stands. */
export function isThrough(order: readonly Step[], offset: string): boolean {
  return order.every((step) => step.offset !== offset || step.state === "done");
}

/** The schools in which one set tool teaches the work offset after all tools are in. */
const teachesAfter = ({ school }: SetupView) => school === "setter" || school === "datum-face";

/**
 * The tool that teaches the work offset: the master, or the facing tool, or the first of the main spindle. Undefined
 * where there is none.
 */
export function teachingTool(setup: SetupView): ToolView | undefined {
  if (setup.school === "master-tool") return setup.tools.find(({ offset }) => offset === setup.master);
  const measured = setup.school === "setter" ? teacherWithSetter(setup) : undefined;
  return measured ?? facingTool(setup) ?? setup.tools.find(({ zone, second }) => zone.works === "main" && !second);
}

/**
 * The other work offsets of the main spindle that are taught, each with a tool that works under it: those that were taught here, and
 * those whose Z is not known, where the tool can be set first under another one or by a setter.
 */
function othersToTeach(setup: SetupView): readonly { readonly name: string; readonly tool: ToolView }[] {
  const main = setup.tools.filter(({ zone, second }) => zone.works === "main" && !second);
  const facing = facingTool(setup);
  const names = [...new Set(main.flatMap(({ worksUnder }) => worksUnder))].filter((name) => name !== setup.ownWork);
  return names.flatMap((name) => {
    const able = main.filter(({ worksUnder }) => worksUnder.includes(name));
    const set = able.filter(({ worksUnder }) => worksUnder[0] !== name || teachesAfter(setup));
    const tool = set.find(({ offset }) => offset === facing?.offset) ?? set[0];
    const isAsked = setup.taughtIn[name]?.z !== undefined || setup.workSaid[name]?.z === undefined;
    return tool && isAsked ? [{ name, tool }] : [];
  });
}

function zonesInOrder({ tools, machine }: SetupView): readonly string[] {
  const used = new Set(tools.map(({ zone }) => zone.id));
  const listed = (machine.zones ?? []).map(({ id }) => id).filter((id) => used.has(id));
  const order = listed.length > 0 ? listed : [...used];
  const isSub = (id: string) => tools.some(({ zone }) => zone.id === id && zone.works === "sub");
  return [...order.filter((id) => !isSub(id)), ...order.filter(isSub)];
}

function toolsOf(setup: SetupView, zone: string): readonly ToolView[] {
  const facing = facingTool(setup);
  const rank = (tool: ToolView) =>
    tool.offset === setup.master && setup.school === "master-tool" ? 0 : tool === facing ? 1 : bore(tool) ? 3 : 2;
  const bore = (tool: ToolView) => familyOf(tool.tool) === "bore";
  const first = setup.tools.filter((tool) => tool.zone.id === zone && !tool.second);
  const ordered = [...first].sort((a, b) => rank(a) - rank(b) || byStation(a, b));
  return ordered.flatMap((tool) => [tool, ...setup.tools.filter(({ second }) => second?.of === tool.offset)]);
}

/** Order of the steps within one tool: the diameter, across, the face, then radius and tip. */
function kindsOf(setup: SetupView, tool: ToolView): readonly StepKind[] {
  if (tool.second) return ["second"];
  const axes: readonly StepKind[] = axesOf(tool.tool, { machine: setup.machine, zone: tool.zone });
  const isMaster = setup.school === "master-tool" && tool.offset === setup.master;
  return [...axes.map((axis) => (isMaster && axis === "z" ? "work" : axis)), "nose"];
}

function toolStep(setup: SetupView, tool: ToolView, kind: StepKind, work?: string): Step {
  const step = { offset: tool.offset, kind, zone: tool.zone.id, ...(work !== undefined && { work }) };
  const seen = underWork(setup, work ?? (kind === "work" ? setup.ownWork : tool.worksUnder[0]));
  const redo = redoReason(seen, tool, kind);
  if (redo !== undefined) return { ...step, state: "redo", reason: redo };
  if (isDone(seen, tool, kind)) return { ...step, state: "done", reason: "" };
  const gate = gateOf(seen, tool, kind);
  return gate === undefined ? { ...step, state: "ready", reason: "" } : { ...step, state: "waiting", reason: gate };
}

/** Whether radius and tip are both known once somebody has said one of them; the other may be what the control holds. */
const noseIsSaid = ({ nose, control }: ToolView): boolean =>
  nose !== undefined &&
  (nose.noseRadius ?? control?.noseRadius) !== undefined &&
  (nose.orientation ?? control?.orientation) !== undefined;

function isDone(setup: SetupView, tool: ToolView, kind: StepKind): boolean {
  if (isAxis(kind)) return tool[kind] !== undefined;
  switch (kind) {
    case "nose":
      return noseIsSaid(tool);
    case "work":
      return (
        setup.taught.z !== undefined ||
        (setup.school === "master-tool" && tool.z !== undefined && setup.workOffset.name === setup.ownWork)
      );
    case "second":
      return true;
    // Steps of the part, which no tool is done with.
    case "face":
    case "hole":
    case "length":
      return false;
  }
}

/** A second offset that the program calls: made once its first is touched. */
function secondStep(setup: SetupView, { offset, of }: CalledSecond): Step {
  const step = { offset, kind: "second", zone: of.zone.id } as const;
  if (of.x && of.z) return { ...step, state: "ready", reason: "" };
  return { ...step, state: "waiting", reason: `after ${toolNumber(setup.machine, of.offset)} is touched` };
}

/** The facing with a tool that is touched on the raw end: it waits for that touch. */
function faceStep(setup: SetupView, tool: ToolView, zone: string): Step {
  if (faceIsMade(setup)) return partStep("face", zone, true);
  if (tool.z) return partStep("face", zone, false);
  const step = partStep("face", zone, false);
  return { ...step, state: "waiting", reason: `after Z of ${toolNumber(setup.machine, tool.offset)}` };
}

/** True for a facing tool whose Z comes from the end of the bar as it is, or from an earlier setup. */
function meetsRawEnd({ z, way }: ToolView): boolean {
  if (z?.edit !== undefined) return true;
  const by = z && !z.derived ? z.way : way.z;
  return wayOf(by).against === "surface" && !cuts(by);
}

/**
 * The facing is recorded where no touch cuts the face: without a facing tool, and where that one is touched on the raw end, or its
 * number was taken over.
 */
function needsFaceStep(setup: SetupView): boolean {
  const facing = facingTool(setup);
  if (facing && !setup.face && !meetsRawEnd(facing)) return false;
  const main = setup.tools.filter(({ zone, second }) => zone.works === "main" && !second);
  // What a setter measures needs no face; what is touched or slid on the part all the same does.
  if (setup.school === "setter")
    return (
      main.some(({ way }) => wayOf(way.z).against === "setter") &&
      main.some(({ way }) => wayOf(way.z).against !== "setter")
    );
  return setup.school !== "datum-face" && main.length > 0;
}

function partStep(kind: StepKind, zone: string, done: boolean): Step {
  return { offset: "", kind, zone, state: done ? "done" : "ready", reason: "" };
}

function byStation(a: ToolView, b: ToolView): number {
  return a.station.localeCompare(b.station, "en", { numeric: true });
}
