import type { SetupView, ToolView } from "../ledger/index.ts";
import { AXIS_NAME, type Axis, LATHE_AXES, lastDigit, mainZone, toControl } from "../machine/index.ts";
import { radiusForControl } from "../offsets/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { toolSize } from "../tool/index.ts";
import { convertLength, formatLength, roundToResolution } from "../units/index.ts";

/** One line of two setups side by side; `differs` where they do not say the same. */
interface ComparedLine {
  readonly name: string;
  readonly left: string;
  readonly right: string;
  readonly differs: boolean;
  /** Right less left, where both are lengths of the same machine. */
  readonly difference?: string;
}
export interface ComparedGroup {
  readonly title: string;
  readonly lines: readonly ComparedLine[];
}

/**
 * Two setups side by side: what they are about, stock and work offset, then tool by tool in the order of their offsets,
 * each number as its own machine shows it. Whether a tool moved, was exchanged, has another insert or another overhang
 * stands there line by line.
 */
export function compareSetups(left: SetupView, right: SetupView): readonly ComparedGroup[] {
  const about = [
    text("job", left.job, right.job),
    text("part", left.part, right.part),
    text("operation", left.operation, right.operation),
    text("machine", left.machine.name, right.machine.name),
    text("program", left.program || "–", right.program || "–"),
    text("school", left.school, right.school),
    text("material", left.stock.material, right.stock.material),
    length("stock diameter", left, right, left.stock.nominalDiameter, right.stock.nominalDiameter),
    length("stick-out", left, right, left.stock.stickOut, right.stock.stickOut),
    text("work offset", left.workOffset.name, right.workOffset.name),
    ...LATHE_AXES.map((axis) => offset(`work offset ${AXIS_NAME[axis]}`, axis, "work-offset", left, right)),
  ];
  const offsets = [...new Set([...left.tools, ...right.tools].map((tool) => tool.offset))].sort(
    (a, b) => Number(a) - Number(b),
  );
  const tools = offsets.map((name): ComparedGroup => {
    const [one, other] = [left, right].map(({ tools: all }) => all.find((tool) => tool.offset === name));
    return { title: `Offset ${name}`, lines: toolLines(left, right, one, other) };
  });
  return [{ title: "Job, stock and work offset", lines: about }, ...tools];
}

function text(name: string, left: string, right: string): ComparedLine {
  return { name, left, right, differs: left !== right };
}

const size = ({ machine }: SetupView, millimetres: number) =>
  `${formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z)} ${machine.units}`;

function length(
  name: string,
  left: SetupView,
  right: SetupView,
  one: number | undefined,
  other: number | undefined,
): ComparedLine {
  const differs =
    one === undefined || other === undefined
      ? one !== other
      : roundToResolution(one - other, TOLERANCES.sameLength) !== 0;
  return {
    name,
    left: one === undefined ? "–" : size(left, one),
    right: other === undefined ? "–" : size(right, other),
    differs,
  };
}

function offset(
  name: string,
  axis: Axis,
  crossing: "tool-offset" | "work-offset",
  left: SetupView,
  right: SetupView,
  one: ToolView | undefined = undefined,
  other: ToolView | undefined = undefined,
): ComparedLine {
  const shown = (setup: SetupView, tool: ToolView | undefined) => {
    const value = crossing === "work-offset" ? setup.workOffset[axis] : tool?.[axis]?.exact;
    if (value === undefined) return undefined;
    const { machine } = setup;
    return roundToResolution(
      toControl(machine, axis, value, crossing, tool?.zone ?? mainZone(machine)),
      lastDigit(machine, axis),
    );
  };
  const [a, b] = [shown(left, one), shown(right, other)];
  const write = (setup: SetupView, value: number | undefined) =>
    value === undefined ? "–" : formatLength(value, lastDigit(setup.machine, axis));
  const sameMachine = left.machine.id === right.machine.id;
  return {
    name,
    left: write(left, a),
    right: write(right, b),
    differs: a !== b,
    ...(sameMachine &&
      a !== undefined &&
      b !== undefined && {
        difference: formatLength(b - a, lastDigit(left.machine, axis), { sign: "always" }),
      }),
  };
}

function toolLines(
  left: SetupView,
  right: SetupView,
  one: ToolView | undefined,
  other: ToolView | undefined,
): readonly ComparedLine[] {
  const words = (setup: SetupView, tool: ToolView | undefined) =>
    tool ? `${tool.tool.description}, ${toolSize(tool.tool, setup.machine.units)}` : "no tool";
  const radius = (setup: SetupView, tool: ToolView | undefined) => {
    if (!tool?.nose) return "–";
    const { noseRadius, orientation } = tool.nose;
    const { resolution, units } = setup.machine;
    const size =
      noseRadius === undefined
        ? "not known"
        : `${formatLength(radiusForControl(setup, noseRadius), resolution.z)} ${units}`;
    return `${size}, tip ${orientation ?? "not known"}`;
  };
  const lines = [
    text("tool", words(left, one), words(right, other)),
    text("station", one?.station ?? "–", other?.station ?? "–"),
    length("overhang", left, right, one?.tool.overhang, other?.tool.overhang),
    ...(["x", "z", "y"] as const)
      .filter((axis) => one?.[axis] || other?.[axis])
      .map((axis) => offset(`${AXIS_NAME[axis]} geometry`, axis, "tool-offset", left, right, one, other)),
    text("radius and tip", radius(left, one), radius(right, other)),
  ];
  return one && other ? lines : lines.slice(0, 2);
}
