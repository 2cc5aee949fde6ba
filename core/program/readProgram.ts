import type { ControlLanguage } from "../machine/index.ts";
import { createFindings } from "./finding.ts";
import { createLines, type FileRun, walkRun } from "./flow.ts";
import type { Following, ProgramEvents } from "./following.ts";
import { sayCompensation, settleCoordinates } from "./following.ts";
import { Variables } from "./macro/value.ts";
import { closedCall, type PathState } from "./pathState.ts";
import {
  countsIntoPart,
  judgeIndexes,
  sayEnd,
  saySecondOffsets,
  sayStations,
  sayUnits,
  sayWaits,
} from "./programFindings.ts";
import type { LeftWord, ProgramCall, ProgramReading, ReadingProgress, WorkUse } from "./programReading.ts";
import { proposeLanguage } from "./proposedLanguage.ts";
import { indexBlocks, type NumberedSection, type Survey, surveyProgram } from "./survey.ts";
import { callFormOf } from "./toolCall.ts";

/** What a machine says of the programs that it runs; all of it may be left out. */
export interface ProgramMachine {
  readonly units?: "mm" | "in";
  readonly toolCall?: "station-and-offset" | "offset-only";
  readonly offsetDigits?: number;
  /** `last-digit` where a number without a decimal point counts last digits of the readout (`X50` is 0.050). */
  readonly integers?: "units" | "last-digit";
  /** What its programs mean by G90 to G95; guessed from the program itself where absent. */
  readonly language?: ControlLanguage;
  /** Stations by the number that programs call them by; unchecked where absent. */
  readonly calls?: readonly string[];
}

/** Lines that subprograms and contours may add to those of the file before the reading says that it stops following. */
const FOLLOWED_AT_LEAST = 500_000;

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
  const left = new Map<string, LeftWord>();
  const lastDigit = { mm: 0.001, in: 0.0001 };
  const all: Following = {
    text,
    form,
    blocks: indexBlocks(text, survey.contourEnds),
    say: findings.add,
    ...createLines(text),
    variables: new Variables(),
    env: { read: () => undefined, write: () => undefined, onArithmetic: () => undefined },
    leave(why, path, line, column, words, lasts) {
      const key = `${line} ${column}`;
      if (!left.has(key) && left.size < MOST_LEFT) left.set(key, { line, column, why, words: words.slice(0, 60) });
      if (path.call) path.call.atLeast = true;
      if (lasts) path.altered.add(lasts);
    },
    units: null,
    unitsAt: undefined,
    unitsAreMissed: false,
    isRadius: false,
    absoluteIsKnown: machine.language !== undefined && machine.language !== "box-cycles",
    hasBoxCycles: machine.language === "box-cycles",
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
  for (const path of paths.values()) {
    // Nothing behind a line by its angle alone says where it ends.
    if (path.openAngle)
      all.leave("unsupported", path, path.openAngle.line, path.openAngle.column, path.openAngle.words);
    if (path.call) calls.push(closedCall(path.call));
  }
  calls.sort((a, b) => a.line - b.line || a.path - b.path);
  const found = { calls, paths: [...paths.values()] };
  judge(all, survey, machine, found);
  return {
    units: all.units,
    percent: survey.percent,
    number: mainOf(survey)?.number ?? null,
    ends: found.paths.find(({ ends }) => ends !== null)?.ends ?? null,
    calls,
    work,
    header,
    lines: survey.lines,
    findings: isDataFile(found)
      ? findings.list().filter(({ code }) => code !== "tool-offset-written")
      : findings.list(),
    paths: found.paths.map(({ number }) => number).sort((a, b) => a - b),
    countsIntoPart: found.paths.some(countsIntoPart),
    followed: {
      complete: left.size === 0,
      left: [...left.values()].sort((a, b) => a.line - b.line || a.column - b.column),
    },
  };
}

/** A file that moves nothing and calls no tool only sets data: that it does is what it is for. */
const isDataFile = ({
  calls,
  paths,
}: {
  readonly calls: readonly ProgramCall[];
  readonly paths: readonly PathState[];
}) => calls.length === 0 && paths.every(({ moves, homeSince }) => moves === 0 && !homeSince);

/** What can be said only once everything has been followed. */
function judge(
  all: Following,
  { isEmpty }: Survey,
  machine: ProgramMachine,
  { calls, paths }: { readonly calls: readonly ProgramCall[]; readonly paths: readonly PathState[] },
): void {
  const { calls: known, units } = machine;
  for (const path of paths) {
    judgeIndexes(all.say, path);
    sayEnd(all.say, path, isEmpty);
    if (path.compensation !== null) sayCompensation(all, path, path.lastLine, 1);
  }
  sayWaits(all.say, paths);
  sayLanguage(all, machine.language);
  saySecondOffsets(all.say, calls, all.form);
  if (known) sayStations(all.say, calls, known);
  if (units) sayUnits(all, units);
}

const LANGUAGE_WORDS: Readonly<Record<ControlLanguage, string>> = {
  "box-cycles": "G90, G92 and G94 as cycles",
  "absolute-modes": "G90 and G91 as modes",
  "rs-274": "the words of RS-274",
};

/** A program that is written in another language than the machine's is read wrong by it. */
function sayLanguage({ text, say }: Following, language: ControlLanguage | undefined): void {
  const found = language && proposeLanguage(text);
  if (!found || found.language === language || (found.language !== "box-cycles" && language !== "box-cycles")) return;
  const message = `This program is written with ${LANGUAGE_WORDS[found.language]}; this machine reads ${LANGUAGE_WORDS[language]}.`;
  say("other-language", found.line, 1, message);
}

/**
 * The main programs of a file: everything where paths are marked; otherwise the first program, and every later one that
 * ends like a main program and waits at a mark at which the first waits too.
 */
function runsOf(survey: Survey): readonly FileRun[] {
  const { sections, marksPaths, stop } = survey;
  const main = mainOf(survey);
  const isFirst = marksPaths || main === undefined || main === sections[0];
  const first: FileRun = isFirst
    ? { path: 1, start: 0, line: 1, end: stop }
    : { path: 1, start: main.start, line: main.line + 1, end: stop };
  if (marksPaths) return [first];
  const others = sections.filter((section) => section !== main);
  const beside = others.filter(
    ({ ends, waits }) =>
      (ends === "M30" || ends === "M02") && main !== undefined && [...waits].some((mark) => main.waits.has(mark)),
  );
  return [first, ...beside.map(({ start, line, end }, index) => ({ path: index + 2, start, line: line + 1, end }))];
}

/** The main program: the first that ends with M30 or M02 and that no other one calls; else the first. */
const mainOf = ({ sections, called, marksPaths }: Survey): NumberedSection | undefined =>
  marksPaths
    ? sections[0]
    : (sections.find(({ number, ends }) => (ends === "M30" || ends === "M02") && !called.has(number)) ?? sections[0]);
/** Words that are listed as not carried out; a file of nothing else would have one in every line. */
const MOST_LEFT = 1000;
