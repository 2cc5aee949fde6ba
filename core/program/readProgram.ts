import { createBlock, hasWord, LETTER, readBlock } from "./block.ts";
import { createFindings } from "./finding.ts";
import { followBlock } from "./follow.ts";
import type { Following, Next, ProgramEvents } from "./following.ts";
import { sayCompensation, settleCoordinates } from "./following.ts";
import { closedCall, createPath, type PathState } from "./pathState.ts";
import {
  countsIntoPart,
  judgeIndexes,
  sayEnd,
  saySecondOffsets,
  sayStations,
  sayUnits,
  sayWaits,
} from "./programFindings.ts";
import type { ProgramCall, ProgramReading, ReadingProgress, WorkUse } from "./programReading.ts";
import { calledSection } from "./subprogram.ts";
import { indexBlocks, isWaitCode, type NumberedSection, pathNumber, type Survey, surveyProgram } from "./survey.ts";
import { callFormOf } from "./toolCall.ts";

/** What a machine says of the programs that it runs; all of it may be left out. */
export interface ProgramMachine {
  readonly units?: "mm" | "in";
  readonly toolCall?: "station-and-offset" | "offset-only";
  readonly offsetDigits?: number;
  /** `last-digit` where a number without a decimal point counts last digits of the readout (`X50` is 0.050). */
  readonly integers?: "units" | "last-digit";
  /** Stations by the number that programs call them by; unchecked where absent. */
  readonly calls?: readonly string[];
}

/** Lines between two reports of progress. */
const LINES_PER_STEP = 4096;
/** Lines that subprograms and contours may add to those of the file before the reading says that it stops following. */
const FOLLOWED_AT_LEAST = 200_000;
const DEEPEST = 16;

/**
 * Reads a turning program in the usual dialects of RS-274 and ISO 6983: what it calls, where each call moves, and what a
 * careful setter would stop at. Tolerant: whatever it does not understand is a finding with its line and column, never a
 * failure, and the reading always comes to an end.
 *
 * Extents are in the program's own unit, X as diameters; they hold every motion line from one call to the next, arcs and
 * cycles with what they pass through, homing left out. Cycles along a contour (G70 to G73) count their contour, box and
 * drilling cycles their corner or depth. Subprograms within the file are followed as often as they are called.
 *
 * @example readProgram("G21 G54\nT0101\nG0 X52. Z2.\nG1 Z-30. F.2\nM30").calls[0] has x [52, 52] and z [-30, 2]
 */
export function readProgram(text: string, machine: ProgramMachine = {}): ProgramReading {
  const steps = readProgramInSteps(text, machine);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same, in steps: gives its progress every few thousand lines and can be left at any of them. */
export function* readProgramInSteps(
  text: string,
  machine: ProgramMachine = {},
  on?: ProgramEvents,
): Generator<ReadingProgress, ProgramReading> {
  const survey = surveyProgram(text);
  yield { line: 0, share: 0 };
  const form = callFormOf(survey.calls, machine);
  const findings = createFindings();
  const calls: ProgramCall[] = [];
  const work: WorkUse[] = [];
  const header: { line: number; text: string }[] = [];
  const lastDigit = { mm: 0.001, in: 0.0001 };
  const all: Following = {
    text,
    form,
    blocks: indexBlocks(text, survey.contourEnds),
    say: findings.add,
    units: null,
    unitsAt: undefined,
    unitsAreMissed: false,
    isRadius: false,
    absoluteIsKnown: false,
    integersAreDigits: machine.integers === "last-digit",
    integerFactor: (units) => (machine.integers === "last-digit" ? lastDigit[units ?? machine.units ?? "mm"] : 1),
    on,
    onCall: (call) => calls.push(call),
    onWork(path, name, line) {
      if (!work.some((use) => use.name === name && use.path === path.number))
        work.push({ name, path: path.number, line });
    },
    budget: FOLLOWED_AT_LEAST,
    how: { integerFactor: 1, isRadius: false, arcTolerance: 0 },
  };
  settleCoordinates(all);
  const paths = new Map<number, PathState>();
  for (const run of runsOf(survey))
    for (const { line, at } of walkRun(all, survey, run, paths, header))
      yield { line, share: at / Math.max(text.length, 1) };
  for (const { call } of paths.values()) if (call) calls.push(closedCall(call));
  calls.sort((a, b) => a.line - b.line || a.path - b.path);
  const found = { calls, paths: [...paths.values()] };
  judge(all, survey, machine, found);
  return {
    units: all.units,
    percent: survey.percent,
    number: survey.sections[0]?.number ?? null,
    ends: found.paths.find(({ ends }) => ends !== null)?.ends ?? null,
    calls,
    work,
    header,
    lines: survey.lines,
    findings: findings.list(),
    paths: found.paths.map(({ number }) => number).sort((a, b) => a - b),
    countsIntoPart: found.paths.some(countsIntoPart),
  };
}

/** What can be said only once everything has been followed. */
function judge(
  all: Following,
  { isEmpty }: Survey,
  { calls: known, units }: ProgramMachine,
  { calls, paths }: { readonly calls: readonly ProgramCall[]; readonly paths: readonly PathState[] },
): void {
  for (const path of paths) {
    judgeIndexes(all.say, path);
    sayEnd(all.say, path, isEmpty);
    if (path.compensation !== null) sayCompensation(all, path, path.lastLine, 1);
  }
  sayWaits(all.say, paths);
  saySecondOffsets(all.say, calls, all.form);
  if (known) sayStations(all.say, calls, known);
  if (units) sayUnits(all, units);
}

/** A stretch of the file that is run by itself: the main program, or the program of another path behind it. */
interface Run {
  readonly path: number;
  readonly start: number;
  readonly line: number;
  readonly end: number;
}

/**
 * The main programs of a file: everything where paths are marked; otherwise the first program, and every later one that
 * ends like a main program and waits at a mark at which the first waits too.
 */
function runsOf({ sections, marksPaths, stop }: Survey): readonly Run[] {
  const first: Run = { path: 1, start: 0, line: 1, end: stop };
  if (marksPaths) return [first];
  const [main, ...others] = sections;
  const beside = others.filter(
    ({ ends, waits }) =>
      (ends === "M30" || ends === "M02") && main !== undefined && [...waits].some((mark) => main.waits.has(mark)),
  );
  return [first, ...beside.map(({ start, line, end }, index) => ({ path: index + 2, start, line: line + 1, end }))];
}

interface Frame {
  readonly section: NumberedSection;
  readonly back: number;
  readonly backLine: number;
  left: number;
}

/** Follows one run to its end, into its subprograms and back. */
function* walkRun(
  all: Following,
  survey: Survey,
  run: Run,
  paths: Map<number, PathState>,
  header: { line: number; text: string }[],
): Generator<{ readonly line: number; readonly at: number }, void> {
  const { text } = all;
  const block = createBlock();
  const byNumber = new Map(survey.sections.map((section) => [section.number, section]));
  const called = new Set<number>();
  const pathAt = (number: number, line: number) => {
    const known = paths.get(number);
    if (known) return known;
    const made = createPath(number, line);
    paths.set(number, made);
    return made;
  };
  let path = pathAt(run.path, run.line);
  const frames: Frame[] = [];
  let { start: at, line } = run;
  let steps = 0;
  let budgetIsSaid = false;

  for (;;) {
    const frame = frames.at(-1);
    if (at >= (frame ? frame.section.end : run.end)) {
      if (!frame) return;
      ({ at, line } = comeBack(frame));
      continue;
    }
    if (frame && --all.budget < 0) {
      sayBudget();
      ({ back: at, backLine: line } = frames[0] ?? frame);
      frames.length = 0;
      continue;
    }
    if (++steps % LINES_PER_STEP === 0) yield { line, at: frames[0]?.back ?? at };
    const next = readBlock(text, at, block);
    block.line = line;
    const named = survey.marksPaths ? pathNumber(block) : 0;
    if (named > 0 && !frame) path = pathAt(named, line);
    if (path.ends !== null && !frame) {
      // Behind the end stand subprograms; another program there is never called.
      if (block.isTitle && hasWord(block, LETTER.O)) tellOther(block.value[LETTER.O] ?? 0);
      at = next;
      line++;
      continue;
    }
    if (header.length < MOST_HEADER && !path.call && block.toolDigits === "")
      for (const words of block.comments) header.push({ line, text: words });
    keepWaits(path);
    const asked = followBlock(all, path, block, at);
    at = next;
    line++;
    const turn = turnTo(asked);
    if (turn) ({ at, line } = turn);
  }

  function comeBack(frame: Frame): { at: number; line: number } {
    if (--frame.left > 0) return { at: frame.section.start, line: frame.section.line + 1 };
    frames.pop();
    return { at: frame.back, line: frame.backLine };
  }

  function turnTo(asked: Next): { at: number; line: number } | undefined {
    switch (asked.go) {
      case "on":
        return undefined;
      case "behind":
        return { at: asked.at, line: asked.line };
      case "end": {
        const frame = frames.at(-1);
        if (asked.ends === "M99" && frame) return comeBack(frame);
        frames.length = 0;
        path.ends = asked.ends;
        // Where the end stood in a subprogram, nothing of the caller follows.
        return frame ? { at: run.end, line } : undefined;
      }
      case "into":
        return callProgram(asked);
    }
  }

  function callProgram(asked: Extract<Next, { go: "into" }>): { at: number; line: number } | undefined {
    const { program, column } = asked;
    const found = calledSection(byNumber, program, asked.times);
    if (!found) {
      const message = `Subprogram ${program} is not in this file; it must be in the control. Its moves are not known here.`;
      all.say("subprogram-missing", block.line, column, message);
      return undefined;
    }
    called.add(found.section.number);
    if (frames.some(({ section }) => section === found.section) || frames.length >= DEEPEST) {
      all.say(
        "subprogram-recursion",
        block.line,
        column,
        `Subprogram ${program} calls itself; it is not followed again.`,
      );
      return undefined;
    }
    if (found.times < 1) return undefined;
    frames.push({ section: found.section, back: at, backLine: line, left: Math.min(found.times, MOST_TIMES) });
    return { at: found.section.start, line: found.section.line + 1 };
  }

  function sayBudget(): void {
    if (budgetIsSaid) return;
    budgetIsSaid = true;
    const message = "Its subprograms repeat too often to be followed to the end. Extents hold what was followed.";
    all.say("too-long", block.line, 1, message);
  }

  function keepWaits(on: PathState): void {
    if (block.wait !== "") keepWait(block.wait, on);
    for (let index = 0; index < block.mCount; index++) {
      const code = block.mCodes[index] ?? 0;
      if (isWaitCode(code)) keepWait(`M${code}`, on);
    }
  }
  function keepWait(mark: string, { waits }: PathState): void {
    const known = waits.get(mark);
    if (known) known.count++;
    else waits.set(mark, { line: block.line, column: 1, count: 1 });
  }

  function tellOther(number: number): void {
    const section = byNumber.get(number);
    if (!section || called.has(number) || section.ends === "M99" || survey.marksPaths) return;
    if (section.waits.size > 0) return;
    const message = `Program ${number} begins here, behind the end of the one before; nothing here calls it.`;
    all.say("another-program", block.line, 1, message);
  }
}
const MOST_HEADER = 200;
const MOST_TIMES = 9999;
