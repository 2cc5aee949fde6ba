import type { Payload } from "../ledger/index.ts";
import type { ControlLanguage, LatheAxis } from "../machine/index.ts";
import type { Range } from "./extents.ts";
import type { ProgramReading } from "./programReading.ts";
import { type ProposedTool, proposeTools } from "./proposedTool.ts";

/** Most tools, findings and work offsets that a ledger entry keeps of a program; its text is kept whole elsewhere. */
const MOST = { tools: 240, findings: 200, work: 60, offsets: 40, under: 12, left: 60 } as const;

/**
 * What a setup's ledger keeps of a program that was read. Lengths in millimetres; `bytes` is the size of the file, `language` what it looks to
 * be written in.
 */
export function programRecord(
  file: { readonly name: string; readonly bytes: number; readonly fingerprint: string },
  reading: ProgramReading,
  language?: ControlLanguage,
): Payload<"program-read"> {
  const { units, number, lines, findings, work, calls, followed } = reading;
  const tools = proposeTools(reading).slice(0, MOST.tools);
  return {
    name: file.name.slice(0, 120) || "program",
    bytes: file.bytes,
    fingerprint: file.fingerprint,
    units,
    ...(language && { language }),
    number: number === null ? null : Math.min(number, 99_999_999),
    lines,
    tools: tools.map((tool) => ({
      path: tool.path,
      station: tool.station,
      offsets: tool.offsets.slice(0, MOST.offsets),
      line: tool.lines[0] ?? 1,
      words: tool.words.slice(0, 200),
      ...(tool.kind && { kind: tool.kind, named: tool.from === "words" }),
      ...proposedSizes(tool),
      under: underOf(tool, calls),
      x: span(tool, calls, "x"),
      z: span(tool, calls, "z"),
      ...(isAtLeast(tool, calls) && { atLeast: true }),
    })),
    ...(followed && { left: followed.left.slice(0, MOST.left).map((one) => ({ ...one })) }),
    work: work.slice(0, MOST.work).map(({ name, path, line }) => ({ name, path, line })),
    findings: findings
      .slice(0, MOST.findings)
      .map(({ code, line, column, message }) => ({ code, line, column, message })),
  };
}

const proposedSizes = ({ width, diameter, pitch, insert }: ProposedTool) => ({
  ...(width !== undefined && { width }),
  ...(diameter !== undefined && { diameter }),
  ...(pitch !== undefined && { pitch }),
  ...(insert !== undefined && { insert }),
});

/** The work offsets under which each offset of a tool moves, in the order of the program. */
function underOf({ path, station, offsets }: ProposedTool, calls: ProgramReading["calls"]) {
  return offsets.slice(0, MOST.offsets).flatMap((offset) => {
    const own = calls.filter((call) => call.path === path && call.station === station && call.offset === offset);
    const work = [...new Set(own.flatMap(({ works }) => works))].slice(0, MOST.under);
    return work.length === 0 ? [] : [{ offset, work }];
  });
}

const isAtLeast = ({ path, station }: ProposedTool, calls: ProgramReading["calls"]): boolean =>
  calls.some((call) => call.path === path && call.station === station && call.offset !== "0" && call.atLeast === true);

/** Extents over all calls of a tool with an offset. */
function span(
  { path, station }: ProposedTool,
  calls: ProgramReading["calls"],
  axis: LatheAxis,
): [number, number] | null {
  const own = calls
    .filter((call) => call.path === path && call.station === station && call.offset !== "0")
    .map((call) => call[axis])
    .filter((range): range is Range => range !== null);
  return own.length === 0 ? null : [Math.min(...own.map(([low]) => low)), Math.max(...own.map(([, high]) => high))];
}
