import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localSetup } from "../../app/offline/localSetup.ts";
import type { Waiting } from "../../app/offline/store.ts";
import { type CommandResult, makeCommand, type SetupForm, shownNumber } from "../../core/commands/index.ts";
import {
  activeEntry,
  apply,
  type Command,
  conflictAmong,
  decide,
  type Entry,
  makeEntry,
  type SetupState,
  type SetupView,
  viewSetup,
} from "../../core/ledger/index.ts";
import { asEntries, loaded, mounted, opened } from "../../core/ledger/setup.fixture.ts";
import { touchingOrder } from "../../core/plan/index.ts";
import { openDoubt, plausibilityOfTouch } from "../../core/plausibility/index.ts";
import { readTypedTouch } from "../../core/touch/index.ts";
import { longOr } from "../hard/long.ts";

/**
 * Two to four people on one setup, in random order: they touch, choose ways and edges, set the work offset anew, change the school, take
 * back, reckon anew, go on without the server, and sign off. What each number must be is known from where the tools truly stand.
 */

/** Where the display stands when the tip is on the centre, or on the face: what an offset and its work offset are together. */
const TRUTH: Readonly<Record<string, Readonly<Record<"x" | "z", number>>>> = {
  "1": { x: -339.25, z: -402.9 },
  "2": { x: -341.68, z: -405.12 },
  "3": { x: -340.118, z: -399.94 },
};
const BAR = 54.2;
const PAPER = 0.1;
/** Of the blade, T03; its left edge is the one that the program calls. */
const WIDTH = 3;

const known = { history: {}, spacers: [], shop: {}, program: undefined, left: [], gauges: [] };
const NAMES = ["Ines", "Bruno", "Odile", "Marit"] as const;
const person = (name: string, role: "setter" | "lead" = "setter") =>
  ({ name, role, decimalMark: undefined, readList: () => undefined }) as const;

type Axis = "x" | "z";
type Fields = Readonly<Record<string, string>>;
let counter = 0;
const newId = () => `00000000-0000-4000-9000-${String(++counter).padStart(12, "0")}`;

/** What the display reads at contact: worked out from the truth alone. */
function displayAt(offset: string, axis: Axis, way: string, touching: string | undefined): number {
  const tip = TRUTH[offset]?.[axis] ?? Number.NaN;
  if (axis === "x") return tip + BAR + (way === "paper" ? 2 * PAPER : 0);
  // With its right edge on the face the left one, which is programmed, is further in by the blade's width.
  return tip + (way === "paper" ? PAPER : 0) - (touching === "right" ? WIDTH : 0);
}
/** What the sum on the screen must come to, by hand: the display less where the tip stands less the work offset. */
const byHand = (offset: string, axis: Axis, work: number): number => (TRUTH[offset]?.[axis] ?? Number.NaN) - work;

type Answer = { readonly outcome: "kept"; readonly entry: Entry } | { readonly outcome: "no"; readonly why: string };

/** The server: one ledger, the same decisions as the real one takes inside its transaction. */
class Server {
  state: SetupState;
  readonly entries: Entry[];
  readonly madeOn = new Map<string, string>();
  readonly late: { readonly who: string; readonly form: Fields; readonly on: string }[] = [];
  constructor(commands: readonly Command[]) {
    this.entries = asEntries(commands);
    this.state = this.entries.reduce(apply, localSetup({ entries: [] }, []).state);
  }
  get view(): SetupView {
    return viewSetup(this.state);
  }
  take(form: Fields, who: string, made?: { readonly on: string }, role: "setter" | "lead" = "setter"): Answer {
    const before = this.entries.find(({ id }) => id === form.id);
    if (before) return { outcome: "kept", entry: before };
    const command = work(this.state, form, person(who, role));
    if ("outcome" in command) return { outcome: "no", why: "not-made" };
    const decision = decide(this.state, command);
    if (!decision.ok) return { outcome: "no", why: decision.refusal.code };
    const base = Number(form.base);
    const since = this.entries.filter(({ seq, id }) => seq > base && !(made && this.madeOn.get(id) === made.on));
    const undone = command.kind === "entry-undone" ? activeEntry(this.state, command.payload.entry) : undefined;
    if (conflictAmong(since, command, undone, (id) => this.entries.find((one) => one.id === id)))
      return { outcome: "no", why: "conflict" };
    const at = new Date(Date.UTC(2026, 0, 5, 8) + this.entries.length * 1000).toISOString();
    const entry = makeEntry(command, this.state.seq + 1, { base, person: who, device: "tablet", at });
    this.entries.push(entry);
    if (made) this.madeOn.set(entry.id, made.on);
    this.state = apply(this.state, entry);
    return { outcome: "kept", entry };
  }
}

const work = (state: SetupState, form: Fields, actor: ReturnType<typeof person>): CommandResult =>
  makeCommand(state, form as unknown as SetupForm, actor, known);

/** A touch as it stands on somebody's screen: what is typed, and the number that is about to be accepted. */
interface OnScreen {
  readonly form: Fields;
  readonly offset: string;
  readonly axis: Axis;
  readonly exact: number;
}

/** A person with a device: what it has heard of the ledger, what waits on it, and what is typed on its screen. */
class Hand {
  heard: readonly Entry[];
  readonly queue: Waiting[] = [];
  isOffline = false;
  screen: OnScreen | undefined;
  constructor(
    readonly name: string,
    readonly device: string,
    readonly server: Server,
  ) {
    this.heard = [...server.entries];
  }
  get state(): SetupState {
    return localSetup({ entries: this.heard }, this.queue).state;
  }
  /** The page hears of what others have entered, and shows it. */
  look(): void {
    if (this.isOffline) return;
    this.heard = [...this.server.entries];
    if (this.screen) this.show(this.screen.form);
  }
  /** What is typed, with the sum as this page works it out. */
  show(form: Fields): void {
    const view = viewSetup(this.state);
    const { offset = "", axis: named, way: asked } = form;
    const axis: Axis = named === "x" ? "x" : "z";
    const tool = view.tools.find((one) => one.offset === offset);
    this.screen = undefined;
    if (!tool || (asked !== "skim" && asked !== "paper" && asked !== "scratch")) return;
    const choice = { touching: form.touching, programmed: form.programmed, stand: undefined } as never;
    const task = {
      axis,
      way: asked,
      choice,
      solveFor: "geometry",
      sizeUnit: "mm",
      decimal: undefined,
      shop: {},
    } as const;
    const { solved, facts, budget } = readTypedTouch(view, tool, task, form);
    if (!solved) return;
    const value = { axis, exact: solved.exact, expanded: budget.expanded, touch: facts, spacers: [] };
    const doubt = openDoubt(plausibilityOfTouch(view, tool, value, {}), view.machine, tool[axis], solved.exact);
    // Nothing of this is a slip: where the page asks, the person keeps the number.
    const answer = doubt ? { settled: "kept", doubted: doubt.kind } : {};
    const { settled: _settled, doubted: _doubted, ...typed } = form;
    const seen = shownNumber(view, tool, axis, "geometry", solved.exact);
    const base = String(this.heard.length);
    this.screen = { form: { ...typed, ...answer, base, seen }, offset, axis, exact: solved.exact };
  }
  send(fields: Fields): Answer {
    const form = { id: newId(), base: String(this.heard.length), ...fields };
    if (!this.isOffline && this.queue.length === 0) return this.server.take(form, this.name);
    const command = work(this.state, form, person(this.name));
    if ("outcome" in command || !decide(this.state, command).ok) return { outcome: "no", why: "not-made" };
    this.queue.push({
      setupId: "",
      personId: this.name,
      personName: this.name,
      fields: form,
      command,
      madeAt: "2026-01-05T09:00:00.000Z",
    });
    return { outcome: "no", why: "waits" };
  }
  accept(): { readonly answer: Answer; readonly screen: OnScreen } | undefined {
    const { screen } = this;
    if (!screen) return undefined;
    this.screen = undefined;
    return { answer: this.send({ ...screen.form, id: newId() }), screen };
  }
  /** The server answers again: what waits is sent in order; a conflict is settled for mine or for theirs. */
  comeBack(useMine: boolean, onKept: (entry: Entry) => void): void {
    this.isOffline = false;
    while (this.queue[0]) {
      const { fields } = this.queue[0];
      const made = { on: this.device };
      let answer = this.server.take(fields, this.name, made);
      if (answer.outcome === "no" && answer.why === "conflict" && useMine)
        answer = this.server.take({ ...fields, base: String(this.server.state.seq) }, this.name, made);
      if (answer.outcome === "kept") onKept(answer.entry);
      else if (this.server.view.signedOff) this.server.late.push({ who: this.name, form: fields, on: this.device });
      this.queue.shift();
    }
    this.look();
  }
}

const BLADE = {
  kind: "groove-outside",
  description: "Groove 3",
  width: WIDTH,
  cornerRadius: 0.2,
  depth: 10,
  shank: 20,
  programmed: "left",
  overhang: 30,
} as const;

const ACTS = [
  "type",
  "type",
  "type",
  "accept",
  "accept",
  "accept",
  "look",
  "way",
  "undo",
  "set-work",
  "set-work",
  "reckon",
  "school",
  "leave",
  "come-back",
  "come-back",
  "sign-off",
  "reopen",
  "reopen",
  "reopen",
] as const;
interface Step {
  readonly who: number;
  readonly act: (typeof ACTS)[number];
  readonly n: number;
  readonly m: number;
}
const steps = fc.array(
  fc.record<Step>({
    who: fc.nat(3),
    act: fc.constantFrom(...ACTS),
    n: fc.nat(11),
    m: fc.integer({ min: -20_000, max: 20_000 }),
  }),
  { minLength: 12, maxLength: 50, size: "max" },
);

/** What was seen over all runs, so that a run in which nothing happens proves nothing. */
const seen = { kept: 0, late: 0, waited: 0, marked: 0, right: 0 };

class Run {
  readonly server: Server;
  readonly hands: readonly Hand[];
  /** The number that stood on its author's screen, by the id of the touch. */
  private readonly shown = new Map<string, number>();
  constructor(people: number) {
    this.server = new Server([opened(), loaded("1"), loaded("2", { faces: false }), mounted("3", BLADE)]);
    this.hands = NAMES.slice(0, people).map((name) => new Hand(name, newId(), this.server));
    this.server.take({ intent: "record-face", id: newId(), base: "4", by: "" }, "Ines");
    for (const hand of this.hands) hand.look();
    // Most of it is touched before; what rests on what is then the question.
    for (const [n, offset] of ["1", "2", "3"].entries())
      for (const axis of ["x", "z"] as const) {
        const hand = this.hands[n % people];
        if (!hand) continue;
        hand.look();
        this.type(hand, offset, axis, n + 1);
        this.accept(0);
      }
  }
  private kept = (entry: Entry) => {
    seen.kept++;
    const onScreen = this.shown.get(entry.id);
    if (onScreen === undefined || entry.kind !== "touch-accepted") return;
    expect(entry.payload.exact).toBeCloseTo(onScreen, 9);
  };
  step({ who, act, n, m }: Step): void {
    const hand = this.hands[who % this.hands.length];
    if (!hand) return;
    const offset = String((n % 3) + 1);
    const axis = n % 2 === 0 ? "x" : "z";
    switch (act) {
      case "type":
        this.type(hand, offset, axis, m);
        break;
      case "accept":
        this.accept(n);
        break;
      case "look":
        hand.look();
        break;
      case "way":
        this.heard(hand.send({ intent: "choose-way", offset, axis, way: m > 0 ? "paper" : "scratch" }));
        break;
      case "undo": {
        const { undone } = viewSetup(hand.state);
        const open = hand.heard.filter(({ id, seq }) => seq > 4 && undone[id] === undefined);
        const entry = open[Math.abs(m) % Math.max(open.length, 1)]?.id;
        if (entry !== undefined) this.heard(hand.send({ intent: "undo", entry }));
        break;
      }
      case "set-work": {
        const value = ((m % 500) / 1000).toFixed(3);
        this.heard(hand.send({ intent: "set-work", name: "G54", axis, means: "entered", value, meant: "yes" }));
        break;
      }
      case "reckon":
        this.heard(hand.send({ intent: "reckon-anew" }));
        break;
      case "school": {
        const isHome = viewSetup(hand.state).school === "home-referenced";
        const form: Fields = isHome ? { to: "master-tool", master: "1" } : { to: "home-referenced" };
        this.heard(hand.send({ intent: "change-school", ...form }));
        break;
      }
      case "leave":
        hand.isOffline = true;
        break;
      case "come-back":
        hand.comeBack(m > 0, this.kept);
        break;
      case "sign-off":
        this.server.take({ intent: "sign-off", id: newId(), base: this.base }, "Marit", undefined, "lead");
        break;
      case "reopen":
        this.reopen(m > 0);
        break;
      default:
        act satisfies never;
    }
  }
  /** One of those who have a sum on their screens accepts it. */
  private accept(n: number): void {
    const ready = this.hands.filter(({ screen }) => screen !== undefined);
    const hand = ready[n % Math.max(ready.length, 1)];
    const sent = hand?.accept();
    if (!hand || !sent) return;
    const { answer, screen } = sent;
    if (answer.outcome === "kept") this.shown.set(answer.entry.id, screen.exact);
    else if (answer.why === "waits") this.shown.set(hand.queue.at(-1)?.command.id ?? "", screen.exact);
    this.heard(answer);
  }
  /** All come back, a lead opens the setup again, and every page hears of everything. */
  end(): void {
    for (const hand of this.hands) hand.comeBack(true, this.kept);
    this.reopen(true);
    for (const hand of this.hands) hand.look();
  }
  private get base(): string {
    return String(this.server.state.seq);
  }
  private heard(answer: Answer): void {
    if (answer.outcome === "kept") this.kept(answer.entry);
    else if (answer.why === "waits") seen.waited++;
  }
  private type(hand: Hand, offset: string, axis: Axis, m: number): void {
    const way = axis === "x" ? (m % 2 === 0 ? "skim" : "paper") : m % 2 === 0 ? "scratch" : "paper";
    const touching = axis === "z" && offset === "3" ? (m > 0 ? "right" : "left") : undefined;
    hand.show({
      intent: "accept-touch",
      offset,
      axis,
      way,
      sizeUnit: "mm",
      machine: displayAt(offset, axis, way, touching).toFixed(3),
      size: axis === "x" ? String(BAR) : "0",
      spacer: way === "paper" ? String(PAPER) : "",
      ...(touching !== undefined && { touching, programmed: "left" }),
    });
    // The number on the screen is the one that a pocket calculator gives.
    const { screen } = hand;
    const of = viewSetup(hand.state).tools.find((one) => one.offset === offset)?.work[axis] ?? 0;
    if (screen) expect(screen.exact).toBeCloseTo(byHand(offset, axis, of), 6);
  }
  /** A lead opens the setup again: what came late is taken in, over what stands where the lead says so, or given back. */
  private reopen(isOver: boolean): void {
    const { server } = this;
    if (server.view.signedOff)
      server.take({ intent: "reopen", id: newId(), base: this.base, reason: "goes on" }, "Marit", undefined, "lead");
    for (const { who, form, on } of server.late.splice(0)) {
      seen.late++;
      const answer = server.take(isOver ? { ...form, base: this.base } : form, who, { on });
      if (answer.outcome === "kept") this.kept(answer.entry);
    }
  }
  /** Every standing number is right where the tools truly stand, or somebody is told to look at it. */
  check(): void {
    const { view } = this.server;
    const order = touchingOrder(view);
    for (const tool of view.tools)
      for (const axis of ["x", "z"] as const) {
        const touch = tool[axis];
        if (!touch) continue;
        const step = order.find(({ offset, kind }) => offset === tool.offset && kind === axis);
        const isMarked = step?.state !== "done";
        const right = TRUTH[tool.offset]?.[axis] ?? Number.NaN;
        const stands = touch.exact + (tool.work[axis] ?? 0);
        if (isMarked) seen.marked++;
        else seen.right++;
        expect([tool.offset, axis, isMarked || Math.abs(stands - right) < 1e-6]).toEqual([tool.offset, axis, true]);
      }
  }
}

describe("several people on one setup", () => {
  it("leave each number right or marked, and accept what stood on their screens, in whatever order they work", () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 4 }), steps, (people, all) => {
        const run = new Run(people);
        for (const step of all) run.step(step);
        run.end();
        run.check();
      }),
      { numRuns: longOr(10_000, 120) },
    );
    process.stdout.write(`  seen: ${JSON.stringify(seen)}\n`);
    for (const count of Object.values(seen)) expect(count).toBeGreaterThan(longOr(500, 5));
  });
});
