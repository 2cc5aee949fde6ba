import type { Axis, LatheAxis, PerAxis } from "../../core/machine/index.ts";
import { lastDigit } from "../../core/machine/index.ts";
import type { Meeting } from "../../core/tool/index.ts";
import { feelOf, gapOn } from "../lathe/felt.ts";
import type { LatheEvent } from "../lathe/index.ts";
import { observe } from "../lathe/observe.ts";
import { endOf } from "../stock/stock.ts";
import type { Bench, BenchAct } from "./bench.ts";

/** How tool and part met: by a chip, over a spacer, bare, at a setter, slid, pulled, or by a sweep of the holder. */

/** A tool brought to a known place on an axis. Lengths in millimetres, X as diameters. */
export interface Contact {
  /** Number of the act that made it, counted from 1. */
  readonly at: number;
  readonly station: string;
  readonly axis: Axis;
  readonly by: Meeting;
  /** Machine readout at the contact. */
  readonly readout: number;
  readonly spacer: number;
  /** Readout from which the wheel was turned with the spacer held. */
  readonly from: number;
  /** Readings of a sweep. */
  readonly readings?: readonly number[];
  /** The spacer was pressed too hard: its thickness was less than it is counted for. */
  readonly isCrushed?: boolean;
  /** How far past the place where the spacer grips, true distance; undefined where none was held. */
  readonly past?: number;
}

/** A cell of the control that something was put into. */
export interface Keyed {
  readonly at: number;
  readonly row: string;
  readonly axis: Axis;
  readonly register: "geometry" | "wear" | "work";
  /** The latest contact of that row's tool on that axis, if there was one. */
  readonly contact: Contact | undefined;
  /** Where the part's end stood then. */
  readonly face: number;
  /** The number as it was keyed, in the control's own unit and sign, and how the control took it; undefined where a setter entered it. */
  readonly entry: { readonly number: number; readonly as: BenchEntry["as"] } | undefined;
  /** Bench and facts just before the entry; the entries before it are not told again. */
  readonly before: { readonly bench: Bench; readonly facts: Facts };
}

type BenchEntry = Extract<BenchAct, { do: "enter-offset" }>;

/** Something that ought not to happen, in the words of the lathe. */
interface Mishap {
  readonly at: number;
  readonly kind: "crash" | "alarm" | "scratch" | "paper-crushed" | "stalled" | "careless";
  readonly message: string;
}

/** Two short lines that were run for an offset, and what was not careful about them. */
interface Proof {
  readonly at: number;
  readonly lacks: readonly string[];
}

/** What happened in a run, as far as advice and debrief go by it. */
export interface Facts {
  readonly acts: number;
  /** How often tool and part met anew: one creep into paper is one, however many turns of the wheel it took. */
  readonly touches: number;
  readonly contacts: Readonly<Record<string, Contact>>;
  readonly keyed: readonly Keyed[];
  /** Latest reading on each kind of surface. */
  readonly sizes: Readonly<Partial<Record<"outside" | "bore" | "length" | "part-length" | "wall", Measured>>>;
  readonly noses: Readonly<Record<string, number>>;
  readonly mishaps: readonly Mishap[];
  readonly proofs: Readonly<Record<string, Proof>>;
  /** Latest indicator reading along a radial holder, by station. */
  readonly indicated: Readonly<Record<string, Measured>>;
  /** Latest turn of a radial holder, by station. */
  readonly turned: Readonly<Record<string, number>>;
  /** When each side of the setter was put in. */
  readonly setters: Readonly<Record<string, number>>;
  /** Latest cut by a program's line, by the row that was called. */
  readonly cuts: Readonly<Record<string, number>>;
  readonly heldAt: PerAxis<number> | undefined;
  /** What was said of the display before an entry, with what it read after it; the last one waits for its entry. */
  readonly predicted: readonly Prediction[];
  readonly running: { readonly offset: string; readonly at: number; readonly lacks: readonly string[] } | undefined;
}

/** The control's own numbers; `read` is undefined until the number was entered. */
export interface Prediction {
  readonly axis: Axis;
  readonly number: number;
  readonly read: number | undefined;
  readonly isRight: boolean;
}

interface Measured {
  readonly at: number;
  readonly value: number;
}

export const NOTHING_YET: Facts = {
  acts: 0,
  touches: 0,
  contacts: {},
  keyed: [],
  sizes: {},
  noses: {},
  mishaps: [],
  proofs: {},
  indicated: {},
  turned: {},
  setters: {},
  cuts: {},
  heldAt: undefined,
  predicted: [],
  running: undefined,
};

/** A first motion is looked at with the rapid turned down at least this far, percent. */
const CAREFUL_RAPID = 30;
const MISHAPS: readonly string[] = ["crash", "alarm", "scratch", "paper-crushed", "stalled"];

export const contactOf = (facts: Facts, station: string, axis: Axis): Contact | undefined =>
  facts.contacts[`${station}/${axis}`];

/** The facts after one more act. */
export function reduceFacts(
  facts: Facts,
  before: Bench,
  act: BenchAct,
  after: Bench,
  events: readonly LatheEvent[],
): Facts {
  const at = facts.acts + 1;
  // What a control that stands in alarm refuses follows from that alarm.
  const follows = before.lathe.alarm !== undefined;
  const mishaps = events.flatMap(({ kind, message }): readonly Mishap[] =>
    MISHAPS.includes(kind) && !(follows && kind === "alarm") ? [{ at, kind: kind as Mishap["kind"], message }] : [],
  );
  let next: Facts = {
    ...facts,
    acts: at,
    ...(mishaps.length > 0 && { mishaps: [...facts.mishaps, ...mishaps] }),
  };
  const lathe = after.lathe;
  const meet = (axis: Axis, by: Meeting, more: Partial<Contact> = {}) => {
    const { station, readout, spacer } = lathe;
    const contact: Contact = {
      at,
      station,
      axis,
      by,
      readout: readout[axis],
      spacer: spacer?.axis === axis ? spacer.thickness : 0,
      from: (next.heldAt ?? readout)[axis],
      ...more,
    };
    const key = `${station}/${axis}`;
    const isNew = next.contacts[key]?.at !== at - 1;
    next = { ...next, touches: next.touches + (isNew ? 1 : 0), contacts: { ...next.contacts, [key]: contact } };
  };
  switch (act.do) {
    case "jog": {
      const cut = lathe.stock !== before.lathe.stock;
      // What is cut along Z has its size from X, and the other way round.
      if (cut) meet(act.axis === "z" ? "x" : "z", "cut");
      else if (!lathe.alarm) {
        const feel = feelOf(lathe);
        if (lathe.spacer?.axis === act.axis && (feel === "grips" || feel === "crushed"))
          meet(act.axis, lathe.spacer.kind, {
            isCrushed: feel === "crushed",
            past: Math.max(0, lathe.spacer.thickness - gapOn(lathe, act.axis)),
          });
        else if (feel === "touches" && !lathe.spacer) meet(act.axis, "bare");
      }
      for (const event of events)
        if (event.kind === "setter") {
          meet(act.axis, "setter", { readout: event.value ?? lathe.readout[act.axis] });
          if (lathe.offset !== undefined)
            next = keyed(next, { at, row: lathe.offset, axis: act.axis, register: "geometry", before, after });
        }
      break;
    }
    case "hold-spacer":
      next = { ...next, heldAt: lathe.readout };
      break;
    case "sweep": {
      const readings = events.find(({ kind }) => kind === "sweep")?.readings;
      if (readings) for (const axis of ["x", "y"] as const) meet(axis, "sweep", { readings });
      break;
    }
    case "slide":
      if (events.some(({ kind }) => kind === "slid")) meet(act.axis, "slide");
      break;
    case "pull-bar":
      if (events.some(({ kind }) => kind === "pulled")) meet("z", "pull");
      break;
    case "measure": {
      const reading = events.find(({ kind }) => kind === "gauge");
      const on = act.gauge === "length-gauge" ? "length" : /bore|telescop/.test(act.gauge) ? "bore" : "outside";
      if (reading?.value !== undefined)
        next = { ...next, sizes: { ...next.sizes, [on]: { at, value: reading.value } } };
      break;
    }
    case "measure-wall":
    case "measure-length": {
      const value = events.find(({ kind }) => kind === "gauge")?.value;
      const on = act.do === "measure-wall" ? "wall" : "part-length";
      if (value !== undefined) next = { ...next, sizes: { ...next.sizes, [on]: { at, value } } };
      break;
    }
    case "indicate": {
      const value = events[0]?.value;
      if (value !== undefined) next = { ...next, indicated: { ...next.indicated, [act.station]: { at, value } } };
      break;
    }
    case "turn-holder":
      next = { ...next, turned: { ...next.turned, [act.station]: at } };
      break;
    case "advance":
      if (lathe.stock === before.lathe.stock) break;
      if (lathe.offset !== undefined) next = { ...next, cuts: { ...next.cuts, [lathe.offset]: at } };
      // A line of the control cuts as a hand does: along Z it leaves a diameter, across it leaves a face.
      meet(goesAlongZ(before, after) ? "x" : "z", "cut");
      break;
    case "enter-offset":
      next = keyed(next, { at, row: act.offset, axis: act.axis, register: act.register, entry: act, before, after });
      break;
    case "enter-work":
      next = keyed(next, {
        at,
        row: act.name,
        axis: act.axis,
        register: "work",
        entry: { number: act.number, as: "overwrite" },
        before,
        after,
      });
      break;
    case "predict":
      next = {
        ...next,
        predicted: [
          ...next.predicted.filter(({ read }) => read !== undefined),
          { axis: act.axis, number: act.number, read: undefined, isRight: false },
        ],
      };
      break;
    case "enter-setter":
      next = { ...next, setters: { ...next.setters, [act.side]: at } };
      break;
    case "enter-nose":
      next = { ...next, noses: { ...next.noses, [act.offset]: at } };
      break;
    case "remount": {
      const contacts = Object.fromEntries(
        Object.entries(next.contacts).filter(([, { station }]) => station !== act.station),
      );
      next = { ...next, contacts };
      break;
    }
    case "mdi":
      next = { ...next, running: begun(after, act.text, at) };
      break;
    case "cycle-start":
      if (next.running && lathe.rapidOverride > CAREFUL_RAPID) next = lacking(next, "the rapid was not turned down");
      if (next.running && !lathe.singleBlock) next = lacking(next, "it did not stop between the lines");
      break;
    default:
    // Every other act leaves no fact that advice or debrief asks for.
  }
  return finished(next, after, at);
}

function goesAlongZ({ lathe: before }: Bench, { lathe: after }: Bench): boolean {
  const by = (axis: LatheAxis) => Math.abs(after.readout[axis] - before.readout[axis]);
  return by("z") > by("x") / 2;
}

/** An entry with what stood at the lathe before it and after it. */
interface EntryMade extends Pick<Keyed, "at" | "row" | "axis" | "register"> {
  readonly entry?: NonNullable<Keyed["entry"]>;
  readonly before: Bench;
  readonly after: Bench;
}

function keyed(facts: Facts, { entry, before, after: { lathe }, ...made }: EntryMade): Facts {
  const tool = Object.values(lathe.tools).find(({ offset }) => offset === made.row);
  // A row that belongs to no tool is a second one of the tool that stands there; a work offset is taught with it.
  const station = tool?.station ?? lathe.station;
  const one: Keyed = {
    ...made,
    contact: contactOf(facts, station, made.axis),
    face: endOf(lathe.stock.main),
    entry: entry && { number: entry.number, as: entry.as },
    before: { bench: before, facts: { ...facts, keyed: [] } },
  };
  return { ...facts, keyed: [...facts.keyed, one], predicted: resolved(facts.predicted, one.axis, lathe) };
}

/** A prediction that waits, with what the display reads after the entry. */
function resolved(predicted: Facts["predicted"], axis: Axis, lathe: Bench["lathe"]): Facts["predicted"] {
  const last = predicted.at(-1);
  if (!last || last.axis !== axis || last.read !== undefined) return predicted;
  const read = observe(lathe).display[axis];
  const isRight = Math.abs(read - last.number) <= 1.5 * lastDigit(lathe.config.machine, axis);
  return [...predicted.slice(0, -1), { ...last, read, isRight }];
}

/** Lines by hand that begin with a motion along Z alone and then across alone are a proof of the row that they call. */
function begun({ lathe }: Bench, text: string, at: number): Facts["running"] {
  const lines = text.toUpperCase().split(/\r\n|\r|\n|;/);
  const call = lines.map((line) => /T(\d+)/.exec(line)?.[1]).find((digits) => digits !== undefined);
  const digits = lathe.config.machine.toolCall === "offset-only" ? call : call?.slice(-2);
  const offset = digits === undefined ? lathe.offset : String(Number(digits));
  if (offset === undefined) return undefined;
  const moves = lines.flatMap((line) => {
    const [x, z] = [/X[-+.\d]/.test(line), /Z[-+.\d]/.test(line)];
    return x || z ? [x && z ? "both" : x ? "x" : "z"] : [];
  });
  // Lines that cut are no first motion.
  if (moves.length < 2 || lines.some((line) => /G0?1(?!\d)/.test(line))) return undefined;
  const lacks = [
    ...(moves.includes("both") ? ["X and Z moved in one line"] : []),
    ...(moves[0] === "x" ? ["X moved before Z"] : []),
  ];
  return { offset, at, lacks };
}

function lacking(facts: Facts, what: string): Facts {
  const { running } = facts;
  if (!running || running.lacks.includes(what)) return facts;
  return { ...facts, running: { ...running, lacks: [...running.lacks, what] } };
}

/** A proof is through when all its lines have run. */
function finished(facts: Facts, { lathe }: Bench, at: number): Facts {
  const { running } = facts;
  if (!running) return facts;
  if (lathe.alarm) return { ...facts, running: undefined };
  const isRunning = lathe.program.target !== undefined || lathe.program.blocks.length > 0;
  if (isRunning) return facts;
  const careless = running.lacks.map(
    (what): Mishap => ({ at: running.at, kind: "careless", message: `First motion: ${what}.` }),
  );
  return {
    ...facts,
    running: undefined,
    mishaps: [...facts.mishaps, ...careless],
    proofs: { ...facts.proofs, [running.offset]: { at, lacks: running.lacks } },
  };
}
