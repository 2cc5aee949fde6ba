import { readdirSync, readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  apply,
  asWrittenNow,
  type Command,
  EMPTY_SETUP,
  type Entry,
  foldMachine,
  foldSetups,
  type MachineEntry,
  makeEntry,
  type SetupView,
  viewSetup,
} from "../ledger/index.ts";
import { loaded, machineFixture, nextId, opened, touched, undone } from "../ledger/setup.fixture.ts";
import type { MachineProfile } from "../machine/index.ts";
import { touchingOrder, unprovenOf } from "../plan/index.ts";
import { type CarriedRow, type CarryChoice, carriedCommands, carryOver, proposedAnswers } from "./index.ts";

/** Setups on one machine, one after the other, each with its commands in the order in which they were made. */
function machineWith(setups: Readonly<Record<string, readonly Command[]>>) {
  const history: MachineEntry[] = [];
  let minute = 0;
  for (const [setupId, commands] of Object.entries(setups))
    for (const [index, command] of commands.entries()) {
      const at = new Date(Date.UTC(2026, 2, 1, 8, minute++)).toISOString();
      history.push({
        setupId,
        entry: makeEntry(command, index + 1, { base: index, person: "Ines", device: "tablet", at }),
      });
    }
  return carriedFrom(history);
}

function carriedFrom(history: readonly MachineEntry[], from = history[0]?.setupId ?? "", target: Partial<Target> = {}) {
  const states = foldSetups(history);
  const owners = new Map([...states].map(([id, state]) => [id, { state, view: viewSetup(state) }]));
  const state = states.get(from) ?? EMPTY_SETUP;
  const past = viewSetup(state);
  const rowsFor = (more: Partial<Target>) =>
    carryOver({
      state,
      past,
      machine: past.machine,
      before: foldMachine(history),
      owners,
      isNext: false,
      master: past.master,
      workOffset: past.workOffset.name,
      latest: owners.get(history.at(-1)?.setupId ?? "")?.view,
      ...target,
      ...more,
    });
  return { past, rowsFor, rows: rowsFor({}) };
}
interface Target {
  readonly machine: MachineProfile;
  readonly workOffset: string;
  readonly isNext: boolean;
  readonly master: string | undefined;
}

const row = (rows: readonly CarriedRow[], key: string) => rows.find((one) => one.key === key);
const choicesOf = (rows: readonly CarriedRow[], key: string) => row(rows, key)?.options.map(({ choice }) => choice);

/** The new setup that these choices make; a row that is not named goes as it is proposed. */
function begun(rows: readonly CarriedRow[], choices: Readonly<Record<string, CarryChoice>> = {}): SetupView {
  const answers = rows.flatMap(({ key, options, proposed }) => {
    const option = options.find(({ choice }) => choice === (choices[key] ?? proposed));
    return option ? [{ key, choice: option.choice, shown: option.shown }] : [];
  });
  const carried = carriedCommands(rows, answers, 46);
  if (!carried.ok) throw new Error(carried.refusal.message);
  const first = opened() as Extract<Command, { kind: "setup-opened" }>;
  const start: Command = {
    ...first,
    payload: { ...first.payload, workOffset: { name: "G54", ...carried.value.work } },
  };
  let state = EMPTY_SETUP;
  for (const command of [start, ...carried.value.commands]) {
    const entry = makeEntry({ ...command, id: nextId() } as Command, state.seq + 1, {
      base: state.seq,
      person: "Bruno",
      device: "tablet",
      at: "2026-04-01T08:00:00.000Z",
    });
    state = apply(state, entry);
  }
  return viewSetup(state);
}

const made = (kind: Command["kind"], payload: unknown): Command => ({ id: nextId(), kind, payload }) as Command;
const wear = (offset: string, axis: "x" | "z", to: number) =>
  made("table-edited", { edit: "corrected", cells: [{ offset, column: `wear.${axis}`, from: null, to }] });
const indexed = (offset: string) => made("insert-indexed", { offset });
const nose = (offset: string) =>
  made("nose-accepted", { offset, noseRadius: 0.8, orientation: 3, insert: "CNMG 120408" });

/** Tool 1: X −339.25 and Z −402.88 touched; wear after the first part −0.02 on X, −0.05 in the end. */
const done = [
  opened(),
  loaded("1"),
  touched("1", "x", -339.25, 51.48),
  touched("1", "z", -402.88),
  nose("1"),
  wear("1", "x", -0.02),
  wear("1", "x", -0.05),
];

describe("a part that is drawn by its steps", () => {
  const steps = [
    { side: "outer", diameter: 20, to: 18, offset: "1" },
    { side: "inner", diameter: 8, to: 12, offset: "9" },
  ];
  const drawn = made("part-stepped", { steps, face: "1" });
  const { rows } = machineWith({ past: [...done, loaded("9"), drawn] });
  it("comes along whole, and stays behind with a tool that one of its steps needs", () => {
    expect(row(rows, "stepped")).toMatchObject({ shown: "2 steps", proposed: "taken" });
    const taken = { "tool/9": "taken" } as const;
    expect(begun(rows, taken).stepped).toMatchObject({ steps, face: "1" });
    expect(begun(rows, { "tool/9": "left" }).stepped).toBeUndefined();
  });
});

describe("a job that comes back on the same machine", () => {
  const { rows } = machineWith({ past: done });
  it("brings geometry, radius and wear as they ended, each with what it rests on", () => {
    expect(row(rows, "geometry/1/x")).toMatchObject({
      shown: "−339.250",
      since: "2026-03-01T08:02:00.000Z",
      proven: "touched: skim and measure; not checked",
      against: [],
      proposed: "taken",
    });
    expect(row(rows, "wear/1/x")).toMatchObject({
      shown: "−0.050",
      proven: "corrected after measuring",
      proposed: "taken",
    });
    expect(row(rows, "wear/1/z")).toMatchObject({ shown: "0.000" });
    const [tool] = begun(rows).tools;
    expect(tool).toMatchObject({
      x: { exact: -339.25, edit: "taken-over" },
      z: { exact: -402.88 },
      nose: { noseRadius: 0.8, orientation: 3 },
      wear: { x: { value: -0.05 }, z: { value: 0 } },
    });
  });
  it("says on the list of what is unproven that it was taken over", () => {
    expect(unprovenOf(begun(rows))).toContain("T01: X taken over from an earlier setup");
  });
  it("leaves behind what a person refuses, and the whole tool where its row is left", () => {
    expect(begun(rows, { "geometry/1/x": "touch", "wear/1/x": "left" }).tools[0]).toMatchObject({
      x: undefined,
      z: { exact: -402.88 },
      wear: { z: { value: 0 } },
    });
    expect(begun(rows, { "tool/1": "left" }).tools).toEqual([]);
  });
  it("asks which edge runs where the insert was indexed last, and offers wear as it was with a new one", () => {
    const again = machineWith({ past: [...done, indexed("1")] }).rows;
    expect(row(again, "wear/1/x")?.proposed).toBeUndefined();
    expect(row(again, "wear/1/x")?.options.map(({ choice, shown }) => [choice, shown])).toEqual([
      ["taken", "−0.050"],
      ["new-edge", "−0.020"],
      ["left", ""],
    ]);
    expect(carriedCommands(again, proposedAnswers(again), 46)).toMatchObject({
      ok: false,
      refusal: { key: "wear/1/x", message: "X wear: Choose what happens with it." },
    });
    expect(begun(again, { "wear/1/x": "new-edge" }).tools[0]?.wear.x?.value).toBe(-0.02);
  });
  it("does not know what a new edge had where the first wear was itself taken over: it asks, and offers what stands", () => {
    const taken = made("table-edited", {
      edit: "taken-over",
      cells: [{ offset: "1", column: "wear.x", from: null, to: -0.05 }],
    });
    const { rows: again } = machineWith({
      past: [opened(), loaded("1"), touched("1", "x", -339.25, 51.48), taken, wear("1", "x", -0.07), indexed("1")],
    });
    expect(row(again, "wear/1/x")).toMatchObject({ shown: "−0.070", proposed: undefined });
    expect(choicesOf(again, "wear/1/x")).toEqual(["taken", "left"]);
  });
  it("teaches Z of the next operation's work offset, which is not known yet, with one tool", () => {
    const { rowsFor } = machineWith({ past: done });
    const next = rowsFor({ workOffset: "G55", isNext: true });
    expect(row(next, "work/G55/z")).toMatchObject({ shown: "", against: ["it is not known"], proposed: "touch" });
    const view = begun(next);
    expect(view.rechucked).toBeDefined();
    expect(touchingOrder(view).find(({ kind }) => kind === "work")?.state).toBe("redo");
    // G54 keeps what it holds: it is not the work offset of this operation.
    expect(row(next, "work/G54/z")).toMatchObject({ shown: "0.000", proposed: "taken" });
  });
  it("says that the position was lost since, until a check has found it, and on the axes on which it is off", () => {
    const lost = made("position-lost", { by: "stall" });
    const checked = (off: readonly string[]) => made("position-checked", { offset: "1", x: 0, z: 1.5, off });
    const { rows: open } = machineWith({ past: done, since: [opened(), lost] });
    expect(row(open, "geometry/1/x")).toMatchObject({
      against: ["the position was lost since, and no reference tool was checked"],
      proposed: "touch",
    });
    const other = [opened(), loaded("1"), lost, checked(["z"])];
    const { rows: found } = machineWith({ past: [...done, lost, checked(["z"])], since: other });
    expect(row(found, "geometry/1/x")).toMatchObject({ proposed: "taken" });
    expect(row(found, "geometry/1/z")).toMatchObject({
      against: expect.arrayContaining(["the position was lost since, and it is off"]),
      proposed: "touch",
    });
    const { rows: held } = machineWith({ past: [...done, lost, checked([])] });
    expect(row(held, "geometry/1/z")).toMatchObject({ proposed: "taken" });
    // What was touched after it is not in question.
    const { rows: after } = machineWith({ past: [opened(), lost, loaded("1"), touched("1", "x", -339.25, 51.48)] });
    expect(row(after, "geometry/1/x")).toMatchObject({ against: [], proposed: "taken" });
  });
  it("takes a tool in its numbered holder, and no number of it where another holder stands there now", () => {
    const numbered = (holder: string) => made("holder-numbered", { offset: "1", holder });
    const { rows } = machineWith({ past: [...done, numbered("12")] });
    expect(row(rows, "tool/1")?.shown).toContain("station 1, holder 12,");
    expect(begun(rows).tools[0]).toMatchObject({ holder: "12", x: { exact: -339.25 } });
    const { rows: later } = machineWith({
      past: [...done, numbered("12")],
      since: [opened(), loaded("1"), numbered("7")],
    });
    expect(row(later, "geometry/1/x")).toMatchObject({
      against: ["it stands in holder 12, and holder 7 stood there"],
    });
    expect(choicesOf(later, "geometry/1/x")).not.toContain("taken");
  });
  it("begins with the program as it was saved as proven, and says so; changed since, it says that", () => {
    const read = made("program-read", {
      name: "O5201.nc",
      bytes: 90,
      fingerprint: "a".repeat(64),
      units: "mm",
      number: 5201,
      lines: 12,
      tools: [],
      work: [],
      findings: [],
    });
    const proven = made("program-proven", {
      as: "came-back",
      name: "O5201-A.nc",
      fingerprint: "b".repeat(64),
      lines: 13,
      changes: [{ line: 5, before: "G96 S200", after: "G96 S160" }],
      changed: 1,
    });
    const calls = made("calls-renumbered", {
      changes: [{ path: 1, from: { station: "1", offset: "1" }, to: { station: "2", offset: "2" } }],
    });
    const { rows } = machineWith({ past: [...done, read, calls, proven] });
    expect(row(rows, "program")).toMatchObject({
      shown: "O5201-A.nc, 13 lines",
      proven: "saved as proven by Ines, as it came back, 1 line changed",
      against: [],
      proposed: "taken",
    });
    // Its calls stand in it as they ran.
    expect(row(rows, "calls")).toBeUndefined();
    const { rows: since } = machineWith({ past: [...done, read, proven, calls] });
    expect(row(since, "program")).toMatchObject({
      shown: "O5201.nc, 12 lines",
      proven: "",
      against: ["it has changed since it was saved as proven"],
    });
    expect(row(since, "calls")).toBeDefined();
  });
  it("takes the length that was measured to the next operation, which works on that part, and to no other part", () => {
    const length = made("part-length-recorded", { length: 48.35, nominal: 48, tolerance: 0.05, goOn: true });
    const better = made("part-length-corrected", { length: 48.3, difference: -0.05, offsets: [], goOn: true });
    const { rowsFor } = machineWith({ past: [...done, length, better] });
    const next = rowsFor({ workOffset: "G55", isNext: true });
    expect(row(next, "part-length")).toMatchObject({ shown: "48.3, drawing 48", proposed: "taken" });
    expect(begun(next).partLength).toMatchObject({ length: 48.3, nominal: 48, tolerance: 0.05, goOn: true });
    const again = rowsFor({});
    expect(choicesOf(again, "part-length")).toEqual(["left"]);
    expect(begun(again).partLength).toBeUndefined();
  });
  it("takes what a later setup on the machine has found, and says who changed a work offset since", () => {
    const work = (to: number) =>
      made("work-offset-set", { name: "G54", axis: "z", means: "entered", active: true, from: 0, to });
    const { rows: later } = machineWith({
      past: [...done, work(-10)],
      since: [opened(), loaded("1"), touched("1", "x", -339.31, 51.48), work(-12.5)],
    });
    expect(row(later, "geometry/1/x")).toMatchObject({ shown: "−339.310", since: "2026-03-01T08:10:00.000Z" });
    expect(row(later, "geometry/1/z")).toMatchObject({ shown: "−402.880" });
    expect(row(later, "work/G54/z")).toMatchObject({
      shown: "−12.500",
      against: ["F-052 has set it since", "the bar is chucked anew: teach it with one tool"],
      proposed: "touch",
    });
    expect(begun(later)).toMatchObject({ workOffset: { z: -12.5 }, rechucked: { stickOut: 46 } });
    expect(begun(later, { "work/G54/z": "taken" }).rechucked).toBeUndefined();
    expect(begun(later, { "work/G54/z": "left" }).workOffset.z).toBeUndefined();
  });
  it("says of a number that is not known neither since when nor what it rests on", () => {
    const { rows: half } = machineWith({ past: [opened(), loaded("1"), touched("1", "z", -402.88)] });
    expect(row(half, "geometry/1/x")).toMatchObject({ shown: "", since: undefined, proven: "", proposed: "touch" });
    expect(row(half, "geometry/1/x")?.against).toEqual(["it is not known"]);
  });
  it("touches anew a tool that was exchanged since, and never takes a number over for it", () => {
    const { rows: later } = machineWith({ past: done, since: [opened(), loaded("1", { overhang: 40 })] });
    expect(row(later, "geometry/1/x")).toMatchObject({
      shown: "−339.250",
      against: ["its overhang is another: 40 before, 32 now"],
      proposed: "touch",
    });
    expect([choicesOf(later, "geometry/1/x"), choicesOf(later, "wear/1/x")]).toEqual([["touch"], ["left"]]);
  });
  it("brings second offsets with their numbers, which follow no touch of today", () => {
    const second = made("second-offset-made", {
      offset: "11",
      of: "1",
      edge: "right",
      x: -339.25,
      z: -405.88,
      noseRadius: 0.2,
      orientation: 4,
    });
    const { rows: both } = machineWith({ past: [...done, second] });
    const begunAgain = begun(both);
    expect(begunAgain.tools.find(({ offset }) => offset === "11")).toMatchObject({
      z: { exact: -405.88, edit: "taken-over" },
      second: { of: "1", edge: "right" },
      nose: { noseRadius: 0.2, orientation: 4 },
    });
    expect(touchingOrder(begunAgain).find(({ kind }) => kind === "second")?.state).toBe("done");
    expect(begun(both, { "tool/1": "left" }).tools).toEqual([]);
  });
  it("names what was found on that part, and what is made anew each time, as left", () => {
    const hole = made("hole-recorded", { diameter: 12.08, typed: { hole: "12.08" } });
    const checked = made("fact-checked", { fact: "home", found: "done" });
    const { rows: all } = machineWith({ past: [...done, hole, checked] });
    expect(row(all, "hole")).toMatchObject({
      shown: "Ø 12.08",
      against: ["it was found on that part"],
      proposed: "left",
    });
    expect(choicesOf(all, "facts")).toEqual(["left"]);
    expect(begun(all)).toMatchObject({ hole: undefined, facts: {} });
  });
  it("refuses a value that is another by now than the one that was seen", () => {
    const answers = proposedAnswers(rows).map((one) =>
      one.key === "geometry/1/x" ? { ...one, shown: "−339.100" } : one,
    );
    expect(carriedCommands(rows, answers, 46)).toMatchObject({
      refusal: { message: "X geometry: It is −339.250 by now, not −339.100. Look at it again." },
    });
  });
});

describe("a job that comes back on another machine", () => {
  const inch: MachineProfile = {
    ...machineFixture,
    id: "old",
    name: "Old turret lathe",
    units: "in",
    resolution: { x: 0.0001, z: 0.0001 },
    stations: [{ id: "1", zone: "main" }],
  } as MachineProfile;
  const hole = made("feature-recorded", {
    feature: nextId(),
    name: "Seat",
    offset: "1",
    axis: "x",
    nominal: 52,
    lower: -0.02,
    upper: 0,
  });
  const { rowsFor } = machineWith({ past: [...done, loaded("9"), hole] });
  const rows = rowsFor({ machine: inch });
  it("brings tools that have a place there, and their dimensions; their numbers are found anew", () => {
    expect(row(rows, "tool/9")).toMatchObject({ against: ["Old turret lathe has no station 9"], proposed: "left" });
    expect(row(rows, "geometry/1/x")).toMatchObject({
      against: ["it was found on North turret lathe"],
      proposed: "touch",
    });
    expect([choicesOf(rows, "geometry/1/x"), choicesOf(rows, "work/G54/x")]).toEqual([["touch"], ["left"]]);
    // 52 mm is 2.0472 in; 0.02 mm is 0.0008 in.
    expect(rows.find(({ what }) => what === "Seat")?.shown).toMatch(/^Ø 2\.0472/);
    const view = begun(rows);
    expect(view.tools.map(({ offset, x, wear: worn }) => [offset, x, worn])).toEqual([["1", undefined, {}]]);
    expect(view.features).toMatchObject([{ name: "Seat", nominal: 52 }]);
  });
  it("takes no number over on the same machine either, once it counts in another unit", () => {
    const changed = rowsFor({ machine: { ...machineFixture, units: "in", resolution: { x: 0.0001, z: 0.0001 } } });
    expect(row(changed, "geometry/1/x")).toMatchObject({
      against: ["North turret lathe counted in millimetres then and counts in inches now"],
      proposed: "touch",
    });
  });
});

describe("everything that a ledger holds", () => {
  /** Where a cell of the ledger shows in the rows; undefined for what is looked at anew and has no row of its own. */
  const keyOfCell = (cell: string): string | undefined => {
    const [kind = "", offset = "", axis = ""] = cell.split("/");
    const same: Readonly<Record<string, string>> = {
      tool: `tool/${offset}`,
      place: `tool/${offset}`,
      holder: `tool/${offset}`,
      way: `tool/${offset}`,
      geometry: `geometry/${offset}/${axis}`,
      confirmed: `geometry/${offset}/${axis}`,
      wear: `wear/${offset}/${axis}`,
      "safety-wear": `wear/${offset}/x`,
      nose: `nose/${offset}`,
      second: `second/${offset}`,
      reach: `reach/${offset}`,
      insert: `tool/${offset}`,
      feature: cell,
      note: cell,
      work: `work/G54/${offset}`,
      "other-work": `work/${offset}/${axis}`,
      program: "program",
      calls: "calls",
      "program-proven": "program",
      order: "order",
      front: "front",
      hole: "hole",
      face: "face",
      "part-length": "part-length",
      measured: "measured",
      fact: "facts",
      mount: "mount",
      proof: "proofs",
      keyed: "ticks",
      compared: "compared",
      "sign-off": "sign-off",
      "work-described": cell,
      under: cell,
    };
    return same[kind];
  };
  // Of the machine and its table, read anew; of the setup and its stock, typed in the form of the new one. A touch that is left out is
  // left out of what every later setup is compared with.
  const TYPED = [
    "position",
    "setup",
    "described",
    "stock",
    "bar",
    "table",
    "stale",
    "control",
    "work-read",
    "school",
    "setter",
    "left-out",
  ];
  const folder = new URL("../ledger/", import.meta.url);
  const ledgers = readdirSync(folder).filter(
    (file) => /^ledger-version-(1.*|2-work)\.json$/.test(file) && !file.includes("proof"),
  );
  it.each(ledgers)("is a row, taken or named as left: %s", (file) => {
    const entries = (JSON.parse(readFileSync(new URL(file, folder), "utf8")) as Entry[]).map(asWrittenNow);
    const history = entries.map((entry) => ({ setupId: "past", entry }));
    const { rows, past } = carriedFrom(history);
    let state = EMPTY_SETUP;
    for (const entry of entries) state = apply(state, entry);
    const keys = new Set(rows.map(({ key }) => key));
    const missing = Object.keys(state.cells).filter((cell) => {
      const [kind = "", offset = ""] = cell.split("/");
      if (TYPED.includes(kind)) return false;
      const stack = state.cells[cell] ?? [];
      // Removed, taken back or empty: there is nothing of it.
      if (["feature-removed", "tool-removed", "reopened"].includes(stack.at(-1)?.kind ?? "")) return false;
      if (kind === "calls" || kind === "order" || kind === "front") return false;
      if (kind === "geometry" && (past.master === offset || keys.has(`second/${offset}`))) return false;
      const key = keyOfCell(cell);
      return key === undefined || !keys.has(key);
    });
    expect(missing).toEqual([]);
  });
});

describe("any past setup", () => {
  const step = fc.oneof(
    fc.record({
      act: fc.constant("touch" as const),
      offset: fc.constantFrom("1", "2"),
      axis: fc.constantFrom("x" as const, "z" as const),
      to: fc.integer({ min: -400_000, max: -1 }),
    }),
    fc.record({
      act: fc.constant("wear" as const),
      offset: fc.constantFrom("1", "2"),
      axis: fc.constantFrom("x" as const, "z" as const),
      to: fc.integer({ min: -200, max: 200 }),
    }),
    fc.record({ act: fc.constant("undo" as const), nth: fc.nat(20) }),
  );
  it("gives each number as it ended, or none", () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        const commands: Command[] = [opened(), loaded("1"), loaded("2")];
        const standing: { id: string; offset: string; axis: "x" | "z"; act: "touch" | "wear"; to: number }[] = [];
        for (const one of steps) {
          if (one.act === "undo") {
            const [target] = standing.splice(standing.length === 0 ? 0 : one.nth % standing.length, 1);
            if (target) commands.push(undone(target.id));
            continue;
          }
          const to = one.to / 1000;
          const command = one.act === "touch" ? touched(one.offset, one.axis, to) : wear(one.offset, one.axis, to);
          commands.push(command);
          standing.push({ ...one, id: command.id, to });
        }
        const { rows } = machineWith({ past: commands });
        const view = begun(rows);
        for (const offset of ["1", "2"])
          for (const axis of ["x", "z"] as const) {
            const of = standing.filter((one) => one.offset === offset && one.axis === axis);
            const lastTouch = of.findLastIndex(({ act }) => act === "touch");
            const worn = of.slice(lastTouch + 1).at(-1);
            const tool = view.tools.find((one) => one.offset === offset);
            expect(tool?.[axis]?.exact).toBe(of[lastTouch]?.to);
            expect(tool?.wear[axis]?.value).toBe(worn ? worn.to : lastTouch < 0 ? undefined : 0);
          }
      }),
    );
  });
});
