import { facingTool, type SetupView, type ToolView } from "../ledger/index.ts";
import { callOf, isAxis, toolNumber, zoneOf } from "../machine/index.ts";
import { entersBore, type Gauge, type TouchWay, wayOf } from "../tool/index.ts";
import type { Step, StepKind } from "./step.ts";

/** One thing to be done at the machine, with what it needs before. */
export interface PlanStep {
  /** Offset and kind, such as `4 x`; a step about the part has its kind alone. */
  readonly key: string;
  readonly offset: string;
  readonly kind: StepKind;
  /** The work offset that is taught, where it is not the setup's own. */
  readonly work?: string;
  /** Place on the machine; empty where it is not about a tool. */
  readonly station: string;
  readonly zone: string;
  readonly zoneKind: string;
  /** Whose part it is done on. */
  readonly spindle: "main" | "sub";
  /** Place in its zone's order of stations, for counting indexes. */
  readonly slot: number;
  readonly slots: number;
  readonly way: TouchWay | "look";
  readonly gauge: Gauge;
  /** Time at the machine without getting there, seconds. */
  readonly seconds: number;
  readonly needs: readonly Need[];
}

/** A step that must come before, and why, in words that follow the name of the step that waits. */
export interface Need {
  readonly key: string;
  readonly words: string;
}

/** Offset and kind of a step as one text, such as `4 x` or `1 work G55`; its kind alone where it is about the part. */
export const stepKey = ({ offset, kind, work }: Pick<Step, "offset" | "kind" | "work">): string =>
  offset === "" ? kind : work === undefined ? `${offset} ${kind}` : `${offset} ${kind} ${work}`;

/** Times of what is done about the part, seconds. */
const PART_SECONDS = { face: 60, hole: 240, length: 120 } as const;

/** Steps that are done at the machine; radius, orientation and second offsets are keyed beside them. */
const AT_MACHINE: readonly StepKind[] = ["x", "y", "z", "work", "face", "hole", "length"];
/** True for a step that is done at the machine, false for one that is typed at a desk. */
const isAtMachine = ({ kind }: Pick<Step, "kind">): boolean => AT_MACHINE.includes(kind);

/**
 * What is to be done at the machine, as steps with their prerequisites by the school of this setup: the part's face first
 * where it is the reference (not with a setter, a datum face, or a tool slid to its standard overhang), the hole before the
 * bar that is touched in it and the drill before the hole, the master first, the parting tool before the tools that work
 * the bar from the sub-spindle's side, a good part before back tools, and the work offset with a tool that is set.
 */
export function planSteps(setup: SetupView, steps: readonly Step[]): readonly PlanStep[] {
  const done = steps.filter(isAtMachine);
  const has = new Set(done.map(stepKey));
  return done.map((step) => {
    const tool = setup.tools.find(({ offset }) => offset === step.offset);
    const place = placeOf(setup, tool, step);
    const way = tool && step.kind !== "work" && isAxis(step.kind) ? tool.way[step.kind] : tool ? tool.way.z : "look";
    const wanted = needsOf(setup, tool, step, done).filter(({ key }) => has.has(key) && key !== stepKey(step));
    const needs = wanted.filter(({ key }, index) => wanted.findIndex((one) => one.key === key) === index);
    return {
      key: stepKey(step),
      offset: step.offset,
      kind: step.kind,
      ...(step.work !== undefined && { work: step.work }),
      ...place,
      way,
      gauge: gaugeOf(tool, step.kind, way),
      seconds: tool && way !== "look" ? wayOf(way).seconds : PART_SECONDS[step.kind as keyof typeof PART_SECONDS],
      needs,
    };
  });
}

function placeOf({ machine }: SetupView, tool: ToolView | undefined, step: Step) {
  const zone = tool?.zone ?? machine.zones?.find(({ id }) => id === step.zone) ?? zoneOf(machine, "");
  const inZone = machine.stations?.filter((one) => one.zone === zone.id) ?? [];
  const index = inZone.findIndex(({ id }) => id === tool?.station);
  const own = index >= 0 ? index : Number(callOf({ id: tool?.station ?? "" }) ?? 0);
  return {
    station: tool?.station ?? "",
    zone: zone.id,
    zoneKind: zone.kind,
    spindle: zone.works,
    slot: own,
    slots: Math.max(inZone.length, 1),
  };
}

/** What is in the hand for a touch. */
function gaugeOf(tool: ToolView | undefined, kind: StepKind, way: TouchWay | "look"): Gauge {
  if (way === "look") return kind === "length" ? "micrometer" : kind === "hole" ? "bore gauge" : "none";
  return tool ? wayOf(way).gauge(isAxis(kind) ? kind : "z", tool.tool) : "none";
}

function needsOf(setup: SetupView, tool: ToolView | undefined, step: Step, steps: readonly Step[]): readonly Need[] {
  if (step.kind === "length") return mainTouches(setup, steps);
  if (step.kind === "hole") return drillFirst(setup);
  if (step.kind === "face") return facingFirst(setup);
  if (!tool) return [];
  if (tool.zone.works === "sub")
    return [{ key: "length", words: "needs a good part of the right length in the sub-spindle" }];
  if (step.kind === "work") return workNeeds(setup, tool);
  if (step.kind === "x")
    return entersBore(tool.tool) ? [{ key: "hole", words: "needs the hole that it is touched in" }] : [];
  if (step.kind !== "z") return [];
  return [...masterFirst(setup, tool), ...faceFirst(setup, tool), ...partingFirst(setup, tool)];
}

/** A good part is made before anything is touched on it: the main side is through. */
const mainTouches = ({ tools }: SetupView, steps: readonly Step[]): readonly Need[] =>
  steps
    .filter(({ offset, kind }) => isAxis(kind) && tools.find((one) => one.offset === offset)?.zone.works === "main")
    .map((step) => ({ key: stepKey(step), words: "needs the main side set: the part is made there first" }));

/** The tool that makes the face is touched before the bar is faced with it. */
function facingFirst(setup: SetupView): readonly Need[] {
  const facing = facingTool(setup);
  if (!facing) return [];
  return [
    { key: `${facing.offset} z`, words: `needs Z of ${toolNumber(setup.machine, facing.offset)}, which makes it` },
  ];
}

/** The drill that makes the hole is touched before the hole is drilled. */
function drillFirst({ tools, machine, hole }: SetupView): readonly Need[] {
  if (hole) return [];
  return tools
    .filter(({ tool, zone }) => tool.kind === "drill" && zone.works === "main" && zone.kind !== "sub-side")
    .flatMap(({ offset }) => {
      const words = `needs ${toolNumber(machine, offset)} set, which drills it`;
      return [
        { key: `${offset} x`, words },
        { key: `${offset} z`, words },
      ];
    });
}

function workNeeds({ school, master, machine }: SetupView, tool: ToolView): readonly Need[] {
  if (school === "master-tool" && tool.offset === master) return [];
  return [{ key: `${tool.offset} z`, words: `needs Z of ${toolNumber(machine, tool.offset)}, which teaches it` }];
}

function masterFirst({ school, master, machine }: SetupView, tool: ToolView): readonly Need[] {
  if (school !== "master-tool" || master === undefined || tool.offset === master) return [];
  return [
    { key: `${master} work`, words: `needs the work offset taught with the master, ${toolNumber(machine, master)}` },
  ];
}

/** All tools touch the same face: the one that makes it comes first. */
function faceFirst(setup: SetupView, tool: ToolView): readonly Need[] {
  const { school, machine } = setup;
  const way = tool.way.z;
  if (wayOf(way).against === "setter" || school === "datum-face") return [];
  const facing = facingTool(setup);
  if (!facing) return [{ key: "face", words: "needs the faced end of the bar" }];
  if (facing.offset === tool.offset) return [];
  const words = `needs the face that ${toolNumber(machine, facing.offset)} makes`;
  return [
    { key: `${facing.offset} z`, words },
    { key: `${facing.offset} work`, words },
    { key: "face", words: "needs the faced end of the bar" },
  ];
}

/** Tools of the sub-spindle's side meet the end that the parting tool leaves. */
function partingFirst({ tools, machine }: SetupView, tool: ToolView): readonly Need[] {
  if (tool.zone.kind !== "sub-side") return [];
  return tools
    .filter((one) => one.tool.kind === "part-off" && !one.second)
    .map(({ offset }) => ({
      key: `${offset} z`,
      words: `needs ${toolNumber(machine, offset)} set, which parts the bar and leaves its end`,
    }));
}
