import { type Block, createBlock, hasWord, LETTER, readBlock } from "./block.ts";
import { followBlock } from "./follow.ts";
import type { Following, MacroCall, Next } from "./following.ts";
import { type FilledBlock, fillBlock } from "./macro/fillBlock.ts";
import { type OLine, readOWords } from "./macro/oWords.ts";
import { blankComments, holds, readStatement, type Statement } from "./macro/statement.ts";
import { type Environment, newScope, type Scope, type Value } from "./macro/value.ts";
import { beginCut } from "./motion.ts";
import { createPath, type PathState } from "./pathState.ts";
import type { LeftWhy } from "./programReading.ts";
import { calledSection } from "./subprogram.ts";
import { isWaitCode, type NumberedSection, pathNumber, type Survey } from "./survey.ts";

/** A stretch of the file that is run by itself: the main program, or the program of another path behind it. */
export interface FileRun {
  readonly path: number;
  readonly start: number;
  readonly line: number;
  readonly end: number;
}

/** Where the program goes on: a place in the text, and its line. */
interface Place {
  readonly at: number;
  readonly line: number;
}

/** A stretch of text in which sequence numbers are looked for. */
interface Region extends Place {
  readonly end: number;
}

/** Something that was called: where it lies, where to go back to, and how often it is still run. */
interface Frame {
  readonly name: string;
  readonly region: Region;
  readonly start: Place;
  readonly end: number;
  readonly back: Place;
  left: number;
  /** Variables of its own; undefined where it shares those of its caller. */
  readonly scope: Scope | undefined;
  readonly loops: Map<string, Loop>;
}

interface Loop extends Place {
  left: number;
  /** Its condition is not known: its body is run once. */
  readonly isOnce: boolean;
}

/** Writing this variable is an alarm: the program ends there. */
const ALARM = 3000;
const NOTHING: FilledBlock["unknown"] = [];
const LINES_PER_STEP = 4096;
const DEEPEST = 16;
const MOST_HEADER = 200;
const MOST_TIMES = 9999;

/** What a path has for itself while it is followed. */
interface Own {
  readonly scope: Scope;
  readonly loops: Map<string, Loop>;
  readonly region: Region;
}

/**
 * Follows one run to its end: into what it calls and back, through its loops and jumps. Gives its place every few thousand lines, counted in
 * characters and lines.
 */
export function* walkRun(
  all: Following,
  survey: Survey,
  run: FileRun,
  paths: Map<number, PathState>,
  header: { line: number; text: string }[],
): Generator<Place, void> {
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
  /** Each path has variables and loops of its own, and looks for numbers in its own stretch of the file. */
  const owns = new Map<PathState, Own>();
  const ownOf = (of: PathState, from: number, fromLine: number): Own => {
    const known = owns.get(of);
    if (known) return known;
    const end = survey.marksPaths ? endOfPath(text, from, of.number, run.end) : endOfMain(survey, run);
    const made = { scope: newScope(), loops: new Map<string, Loop>(), region: { at: from, line: fromLine, end } };
    owns.set(of, made);
    return made;
  };
  let own = ownOf(path, run.start, run.line);
  const frames: Frame[] = [];
  let { start: at, line } = run;
  let steps = 0;
  /** How far the main program has come: lines before it are run again, and counted. */
  let furthest = run.start;
  let turned = { line: 1, column: 1, words: "" };

  const scopeNow = (): Scope => {
    for (let index = frames.length - 1; index >= 0; index--) {
      const scope = frames[index]?.scope;
      if (scope) return scope;
    }
    return own.scope;
  };
  const env: Environment = {
    read: (variable) => all.variables.read(scopeNow(), variable),
    write: (variable, value) => all.variables.write(scopeNow(), variable, value),
    onArithmetic: () =>
      all.say("arithmetic", block.line, 1, "This cannot be worked out: a division by zero, or the like."),
  };

  all.env = env;
  for (;;) {
    const frame = frames.at(-1);
    if (at >= (frame ? frame.end : run.end)) {
      if (!frame) return;
      ({ at, line } = comeBack(frame));
      continue;
    }
    const isAgain = frame !== undefined || at < furthest;
    if (isAgain && --all.budget < 0) {
      const message =
        "Its loops or subprograms repeat too often to be followed to the end. Extents hold what was followed.";
      all.say("too-long", turned.line, turned.column, message);
      all.leave("limit", path, turned.line, turned.column, turned.words);
      const [first] = frames;
      if (!first) return;
      // The main program goes on behind what it called.
      ({ at, line } = first.back);
      frames.length = 0;
      continue;
    }
    if (++steps % LINES_PER_STEP === 0) yield { line, at: frames[0]?.back.at ?? at };
    const from = at;
    // A line that was taken apart before is not read again.
    const again = isAgain ? all.known(from) : undefined;
    const next = again?.next ?? readBlock(text, from, block);
    if (again) {
      block.isMacro = true;
      block.isTitle = false;
      block.path = 0;
      block.wait = "";
      block.isOptional = again.isOptional;
    } else if (block.isMacro) all.noteNext(from, next, block.isOptional);
    block.line = line;
    const named = survey.marksPaths ? pathNumber(block) : 0;
    if (named > 0 && !frame) {
      path = pathAt(named, line);
      own = ownOf(path, from, line);
    }
    if (path.ends !== null && !frame) {
      // Behind the end stand subprograms; another program there is never called.
      if (block.isTitle && !block.isMacro && hasWord(block, LETTER.O)) tellOther(block.value[LETTER.O] ?? 0);
      at = next;
      line++;
      continue;
    }
    at = next;
    line++;
    if (!frame && at > furthest) furthest = at;
    const turn = runLine(from);
    if (turn) ({ at, line } = turn);
  }

  /** Runs the line that has just been read; where to go on, undefined: with the next one. */
  function runLine(from: number): Place | undefined {
    if (!block.isMacro) return followed(from, undefined);
    const { statement, comments } = all.statementOf(from);
    block.comments.length = 0;
    for (const comment of comments) block.comments.push(comment);
    switch (statement.kind) {
      case "words": {
        const { words, assignments } = statement;
        // Worked out before the line moves, kept behind it.
        const made = assignments.map(({ variable, value }) => ({ variable: variable(env), value: value(env) }));
        const turn = words.length > 0 ? followed(from, fillBlock(block, statement, env)) : undefined;
        for (const { variable, value } of made) {
          if (variable === ALARM) return ended("M30");
          if (variable !== undefined) env.write(variable, value);
        }
        return turn;
      }
      case "then": {
        const does = holds(statement.condition(env));
        if (does === false) return undefined;
        // Where the condition is not known, neither is the variable: it may be what it was.
        for (const { variable, value } of statement.assignments) {
          const name = variable(env);
          if (name !== undefined) env.write(name, does ? value(env) : undefined);
        }
        return undefined;
      }
      case "goto":
        return jumped(statement);
      case "while":
        return looped(statement, from);
      case "end": {
        const loop = loops().get(`do${statement.mark}`);
        return loop && !loop.isOnce ? { at: loop.at, line: loop.line } : undefined;
      }
      case "o":
        return oWord(statement, from);
      case "nothing":
        return undefined;
      case "unreadable": {
        const message = "This line of variables or jumps could not be read, and is not followed.";
        all.say("not-followed", block.line, statement.column, message);
        all.leave("unsupported", path, block.line, statement.column, statement.text);
        return undefined;
      }
      default:
        return statement satisfies never;
    }
  }

  /** A line of words: modes, calls, motion. */
  function followed(from: number, macro: FilledBlock | undefined): Place | undefined {
    if (header.length < MOST_HEADER && !path.call && block.toolDigits === "")
      for (const words of block.comments) header.push({ line: block.line, text: words });
    keepWaits(path);
    const before = path.moves;
    const asked = followBlock(all, path, block, from, macro);
    // A cut to a place that is not known begins where the tool stands all the same.
    if (macro && path.moves === before && path.motion > 0 && macro.unknown.some(({ letter }) => isAxis(letter)))
      beginCut(path);
    for (const { letter } of macro?.unknown ?? NOTHING) {
      if (letter === LETTER.X || letter === LETTER.U) path.x = Number.NaN;
      if (letter === LETTER.Z || letter === LETTER.W) path.z = Number.NaN;
    }
    const turn = turnTo(asked);
    if (turn || !path.modalCall || path.moves === before || frames.some(({ name }) => name === path.modalCall?.name))
      return turn;
    return callMacro(path.modalCall.call);
  }

  function loops(): Map<string, Loop> {
    return frames.at(-1)?.loops ?? own.loops;
  }
  function regionNow(): Region {
    return frames.findLast(({ name }) => !name.startsWith("o"))?.region ?? own.region;
  }
  function noteTurn(column: number, words: string): void {
    turned = { line: block.line, column, words };
  }
  function left(why: LeftWhy, column: number, words: string): undefined {
    all.leave(why, path, block.line, column, words);
    return undefined;
  }

  function jumped(statement: Extract<Statement, { kind: "goto" }>): Place | undefined {
    const { condition, target, column, text: words } = statement;
    const does = condition ? holds(condition(env)) : true;
    if (does === undefined) return left("unknown-value", column, words);
    if (!does) return undefined;
    const number = target(env);
    if (number === undefined || number === null) return left("unknown-value", column, words);
    const to = all.numbered(regionNow(), number);
    if (!to) return left("missing", column, words);
    if (to.at < at) noteTurn(column, words);
    return to;
  }

  function looped(statement: Extract<Statement, { kind: "while" }>, from: number): Place | undefined {
    const { condition, mark, column, text: words } = statement;
    const does = condition ? holds(condition(env)) : true;
    const key = `do${mark}`;
    if (does === undefined) {
      left("unknown-value", column, words);
      loops().set(key, { at: from, line: block.line, left: 0, isOnce: true });
      return undefined;
    }
    if (does) {
      noteTurn(column, words);
      loops().set(key, { at: from, line: block.line, left: 0, isOnce: false });
      return undefined;
    }
    loops().delete(key);
    return all.endOfLoop({ at, line }, mark, frames.at(-1)?.end ?? run.end) ?? left("missing", column, words);
  }

  /** Structured lines of RS-274: `o100 while [#1 LT 4]`, `o<deep> call [40] [-12]`. */
  function oWord(statement: Extract<Statement, { kind: "o" }>, from: number): Place | undefined {
    const { name, word, values, column, text: words } = statement;
    const here = all.oWords().findIndex((one) => one.at === from);
    const behind = (wanted: readonly OLine["word"][], after = here): number =>
      all.oWords().findIndex((one, index) => index > after && one.name === name && wanted.includes(one.word));
    const placeBehind = (index: number): Place | undefined => {
      const found = all.oWords()[index];
      return found && { at: found.next, line: found.line + 1 };
    };
    const condition = () => holds(values[0]?.(env));
    const key = `o${name}`;
    switch (word) {
      case "sub":
        return placeBehind(behind(["endsub"])) ?? left("missing", column, words);
      case "endsub":
      case "return": {
        const frame = frames.findLast(({ name: one }) => one.startsWith("o"));
        if (!frame) return undefined;
        while (frames.at(-1) !== frame) frames.pop();
        return comeBack(frame);
      }
      case "call":
        return callO(
          name,
          values.map((value) => value(env)),
          column,
          words,
        );
      case "while": {
        const open = loops().get(key);
        const closes = open && open.left === DO_LOOP;
        const does = condition();
        if (closes) {
          if (does === undefined) return left("unknown-value", column, words);
          if (does) {
            noteTurn(column, words);
            return { at: open.at, line: open.line };
          }
          loops().delete(key);
          return undefined;
        }
        if (does === false) {
          loops().delete(key);
          return placeBehind(behind(["endwhile"])) ?? left("missing", column, words);
        }
        if (does === undefined) left("unknown-value", column, words);
        else noteTurn(column, words);
        loops().set(key, { at: from, line: block.line, left: 0, isOnce: does === undefined });
        return undefined;
      }
      case "do":
        loops().set(key, { at, line, left: DO_LOOP, isOnce: false });
        return undefined;
      case "repeat": {
        const times = values[0]?.(env);
        if (times === undefined) left("unknown-value", column, words);
        if (times === undefined || (times ?? 0) < 1) return placeBehind(behind(["endrepeat"]));
        noteTurn(column, words);
        loops().set(key, { at, line, left: Math.trunc(times ?? 0), isOnce: false });
        return undefined;
      }
      case "endwhile":
      case "endrepeat": {
        const loop = loops().get(key);
        if (!loop || loop.isOnce) return undefined;
        if (word === "endrepeat" && --loop.left < 1) return undefined;
        return { at: loop.at, line: loop.line };
      }
      case "if":
        return branch(condition());
      case "elseif":
      case "else":
        // Reached from the branch before it, which was taken.
        return placeBehind(behind(["endif"]));
      case "endif":
        return undefined;
      case "break": {
        const end = behind(["endwhile", "endrepeat", "while"]);
        loops().delete(key);
        return placeBehind(end);
      }
      case "continue": {
        const end = all.oWords()[behind(["endwhile", "endrepeat", "while"])];
        return end && { at: end.at, line: end.line };
      }
      default:
        return word satisfies never;
    }

    /** The branch that is taken: the first whose condition holds. */
    function branch(does: boolean | undefined): Place | undefined {
      const branches = ["elseif", "else", "endif"] as const;
      if (does === undefined) return left("unknown-value", column, words);
      if (does) return undefined;
      for (let index = behind(branches); index >= 0; index = behind(branches, index)) {
        const one = all.oWords()[index];
        if (one?.word !== "elseif") return placeBehind(index);
        const { statement: other } = all.statementOf(one.at);
        const isTaken = other.kind === "o" ? holds(other.values[0]?.(env)) : undefined;
        if (isTaken === undefined) return left("unknown-value", column, words);
        if (isTaken) return placeBehind(index);
      }
      return left("missing", column, words);
    }
  }

  function callO(name: string, values: readonly Value[], column: number, words: string): Place | undefined {
    const list = all.oWords();
    const first = list.findIndex((one) => one.name === name && one.word === "sub");
    const sub = list[first];
    const end = list.find((one, index) => index > first && one.name === name && one.word === "endsub");
    if (!sub || !end) {
      const message = `Subprogram o${name} is not in this file; it must be in the control. Its moves are not known here.`;
      all.say("subprogram-missing", block.line, column, message);
      return left("missing", column, words);
    }
    const scope = newScope();
    for (const [index, value] of values.entries()) scope.numbers.set(index + 1, value);
    const start = { at: sub.next, line: sub.line + 1 };
    return enter({ name: `o${name}`, region: regionNow(), start, end: end.next, times: 1, scope, column, words });
  }

  function comeBack(frame: Frame): Place {
    if (--frame.left > 0) {
      frame.loops.clear();
      return frame.start;
    }
    frames.pop();
    return frame.back;
  }

  function ended(ends: "M30" | "M02" | "M99"): Place | undefined {
    const isInside = frames.length > 0;
    frames.length = 0;
    path.ends = ends;
    // Where the end stood in a subprogram, nothing of the caller follows.
    return isInside ? { at: run.end, line } : undefined;
  }

  function turnTo(asked: Next): Place | undefined {
    switch (asked.go) {
      case "on":
        return undefined;
      case "behind":
        return { at: asked.at, line: asked.line };
      case "end": {
        const frame = frames.at(-1);
        if (asked.ends !== "M99" || !frame) return ended(asked.ends);
        if (asked.back === undefined) return comeBack(frame);
        // Back to a block of the caller, however often it was to be run.
        frames.pop();
        const to = all.numbered(regionNow(), asked.back);
        if (to) return to;
        left("missing", asked.column ?? 1, `P${asked.back}`);
        return frame.back;
      }
      case "into":
        return callProgram(asked);
      case "macro":
        return callMacro(asked.call);
      case "block": {
        const to = all.numbered(regionNow(), asked.number);
        if (!to) return left("missing", asked.column, asked.words);
        const { number, times, column, words } = asked;
        const region = regionNow();
        return enter({
          name: `N${number}`,
          region,
          start: to,
          end: region.end,
          times,
          scope: undefined,
          column,
          words,
        });
      }
      default:
        return asked satisfies never;
    }
  }

  function callProgram(asked: Extract<Next, { go: "into" }>): Place | undefined {
    const { program, column, words } = asked;
    const found = calledSection(byNumber, program, asked.times);
    if (!found) return missing(program, column, words);
    called.add(found.section.number);
    return enterSection(found.section, found.times, undefined, column, words);
  }

  function callMacro({ program, times, values, column, words }: MacroCall): Place | undefined {
    const section = byNumber.get(program);
    if (!section) return missing(program, column, words);
    called.add(program);
    const scope = newScope();
    for (const [number, value] of values) scope.numbers.set(number, value);
    return enterSection(section, times, scope, column, words);
  }

  function missing(program: number, column: number, words: string): undefined {
    const message = `Subprogram ${program} is not in this file; it must be in the control. Its moves are not known here.`;
    all.say("subprogram-missing", block.line, column, message);
    return left("missing", column, words);
  }

  function enterSection(
    section: NumberedSection,
    times: number,
    scope: Scope | undefined,
    column: number,
    words: string,
  ): Place | undefined {
    const start = { at: section.start, line: section.line + 1 };
    const region = { ...start, end: section.end };
    return enter({ name: `O${section.number}`, region, start, end: section.end, times, scope, column, words });
  }

  function enter(into: {
    readonly name: string;
    readonly region: Region;
    readonly start: Place;
    readonly end: number;
    readonly times: number;
    readonly scope: Scope | undefined;
    readonly column: number;
    readonly words: string;
  }): Place | undefined {
    const { name, region, start, end, times, scope, column, words } = into;
    if (frames.some((frame) => frame.name === name) || frames.length >= DEEPEST) {
      const message = `Subprogram ${name.slice(1)} calls itself; it is not followed again.`;
      all.say("subprogram-recursion", block.line, column, message);
      return left("recursion", column, words);
    }
    if (times < 1) return undefined;
    noteTurn(column, words);
    const back = { at, line };
    frames.push({ name, region, start, end, back, left: Math.min(times, MOST_TIMES), scope, loops: new Map() });
    return start;
  }

  function keepWaits(on: PathState): void {
    if (block.wait !== "") keepWait(block.wait, on);
    for (let index = 0; index < block.mCount; index++) {
      const code = block.mCodes[index] ?? 0;
      if (isWaitCode(code)) keepWait(`M${code}`, on);
    }
  }
  function keepWait(mark: string, on: PathState): void {
    const { waits } = on;
    all.on?.begin(on, block);
    all.on?.wait(on, mark);
    const known = waits.get(mark);
    if (known) known.count++;
    else waits.set(mark, { line: block.line, column: 1, count: 1 });
  }

  function tellOther(number: number): void {
    const section = byNumber.get(number);
    if (!section || called.has(number) || section.ends === "M99" || survey.marksPaths) return;
    if (section.waits.size > 0 || section.start <= run.start) return;
    const message = `Program ${number} begins here, behind the end of the one before; nothing here calls it.`;
    all.say("another-program", block.line, 1, message);
  }
}
const isAxis = (letter: number) =>
  letter === LETTER.X || letter === LETTER.Z || letter === LETTER.U || letter === LETTER.W;
/** How many rounds a `do` loop has left: it asks at its end. */
const DO_LOOP = -1;

/** Where the main program's own text ends: sequence numbers are looked for in the section of its number. */
function endOfMain({ sections }: Survey, run: FileRun): number {
  const own = sections.findIndex(({ start }) => start >= run.start);
  const next = sections[(own < 0 ? sections.length : own) + (sections[own]?.start === run.start ? 1 : 1)];
  return Math.min(next?.start ?? run.end, run.end);
}

/** Where the stretch of a path ends: at the next mark of another one. */
function endOfPath(text: string, from: number, path: number, end: number): number {
  const block = createBlock();
  for (let at = from; at < end; ) {
    const line = at;
    at = readBlock(text, line, block);
    const named = pathNumber(block);
    if (named > 0 && named !== path && line > from) return line;
  }
  return end;
}

/** Takes lines apart once each, and knows where its O words and numbered blocks are. */
export function createLines(text: string) {
  interface Taken {
    readonly statement: Statement;
    readonly comments: readonly string[];
    next?: number;
    isOptional: boolean;
  }
  const statements = new Map<number, Taken>();
  const numbers = new Map<string, ReadonlyMap<number, Place>>();
  let oWords: readonly OLine[] | undefined;
  return {
    /** A line that was run before: where the next one begins, and whether it may be skipped. */
    known(from: number): { readonly next: number; readonly isOptional: boolean } | undefined {
      const known = statements.get(from);
      return known?.next === undefined ? undefined : { next: known.next, isOptional: known.isOptional };
    },
    noteNext(from: number, next: number, isOptional: boolean): void {
      Object.assign(this.statementOf(from), { next, isOptional });
    },
    statementOf(from: number): Taken {
      const known = statements.get(from);
      if (known) return known;
      const end = /[\r\n]|$/g;
      end.lastIndex = from;
      const { line, comments } = blankComments(text.slice(from, end.exec(text)?.index ?? text.length));
      const made: Taken = { statement: readStatement(line), comments, isOptional: false };
      statements.set(from, made);
      return made;
    },
    oWords(): readonly OLine[] {
      oWords ??= readOWords(text);
      return oWords;
    },
    numbered(region: Region, number: number): Place | undefined {
      const key = `${region.at} ${region.end}`;
      let known = numbers.get(key);
      if (!known) {
        known = numbersIn(text, region);
        numbers.set(key, known);
      }
      return known.get(number);
    },
    /** Behind the `END` that closes a loop. */
    endOfLoop({ at, line }: Place, mark: number, end: number): Place | undefined {
      const block: Block = createBlock();
      let place = at;
      for (let here = line; place < end; here++) {
        const from = place;
        place = readBlock(text, from, block);
        if (!block.isMacro) continue;
        const { statement } = this.statementOf(from);
        if (statement.kind === "end" && statement.mark === mark) return { at: place, line: here + 1 };
      }
      return undefined;
    },
  };
}

/** The first block of each number in a stretch of text. */
function numbersIn(text: string, { at, line, end }: Region): ReadonlyMap<number, Place> {
  const found = new Map<number, Place>();
  const block = createBlock();
  let place = at;
  for (let here = line; place < end; here++) {
    const from = place;
    place = readBlock(text, from, block);
    if (!hasWord(block, LETTER.N)) continue;
    const number = block.value[LETTER.N] ?? 0;
    if (!found.has(number)) found.set(number, { at: from, line: here });
  }
  return found;
}
