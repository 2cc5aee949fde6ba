import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apply, type Command, cellsOf, decide, type Payload, viewSetup } from "../ledger/index.ts";
import { loaded, nextId, opened, recorded, stateOf, touched, undone, viewOf } from "../ledger/setup.fixture.ts";
import type { MachineProfile } from "../machine/index.ts";
import { touchingOrder } from "../plan/index.ts";
import {
  clearWear,
  copyRow,
  type EditedCell,
  enterCell,
  setupTable,
  standingCell,
  tableGrid,
  touchedRows,
} from "./index.ts";

const edited = (edit: Payload<"table-edited">["edit"], cells: readonly EditedCell[]): Command => ({
  id: nextId(),
  kind: "table-edited",
  payload: { edit, cells: [...cells] },
});
const cellsOrThrow = (answer: ReturnType<typeof enterCell>) => {
  if (!answer.ok) throw new Error(answer.refusal.message);
  return answer.value;
};
const setup = (machine: Partial<MachineProfile> = {}) => [
  opened(machine),
  loaded("1"),
  loaded("2"),
  recorded("1", -339.432, -402.9),
  recorded("2", -341, -405),
];

describe("a value entered by hand", () => {
  it("is what the control shows, and stands until it is taken back", () => {
    const commands = setup();
    const cells = cellsOrThrow(enterCell(viewOf(...commands), "1", "geometry.x", { value: -339.25 }));
    expect(cells).toEqual([{ offset: "1", column: "geometry.x", from: -339.432, to: -339.25 }]);
    const entry = edited("entered", cells);
    const [row] = setupTable(viewOf(...commands, entry));
    expect(row).toMatchObject({
      x: { value: -339.25, before: -339.432, display: undefined },
      closes: { x: undefined },
    });
    // Not touched: wear is not said to start at 0.
    expect(row?.wearWanted.x).toBeUndefined();
    const [after] = setupTable(viewOf(...commands, entry, undone(entry.id)));
    expect(after?.x).toBeUndefined();
  });
  it("gives way to a touch that comes after it, and goes before one that came first", () => {
    const commands = [...setup(), touched("1", "x", -339.25, 51.48)];
    const cells = cellsOrThrow(enterCell(viewOf(...commands), "1", "geometry.x", { add: 0.02 }));
    expect(cells[0]).toMatchObject({ from: -339.25 });
    expect(cells[0]?.to).toBeCloseTo(-339.23, 9);
    const added = edited("added", cells);
    expect(setupTable(viewOf(...commands, added))[0]?.x?.value).toBe(-339.23);
    expect(setupTable(viewOf(...commands, added, touched("1", "x", -339.3, 51.5)))[0]?.x?.value).toBe(-339.3);
  });
  it("crosses to a control that stores X as a radius with the opposite sign, and back", () => {
    const machine = {
      units: "in",
      resolution: { x: 0.0001, z: 0.0001 },
      xShown: "radius",
      storedSign: { x: -1, z: 1 },
    } as const;
    // The control shows 1.0000: −2 in on the diameter.
    const cells = cellsOrThrow(enterCell(viewOf(...setup(machine)), "1", "geometry.x", { value: 1 }));
    expect(cells[0]?.to).toBeCloseTo(-50.8, 9);
  });
  it.each([
    ["no-such-tool", "9", "geometry.x", { value: 1 }],
    ["no-such-cell", "1", "geometry.y", { value: 1 }],
    ["no-such-cell", "1", "orientation", { add: 1 }],
    ["bad-value", "1", "orientation", { value: 12 }],
    ["bad-value", "1", "orientation", { value: 2.5 }],
    ["bad-value", "1", "noseRadius", { value: -0.4 }],
    ["nothing-changes", "1", "geometry.x", { value: -339.432 }],
  ] as const)("is refused with %s", (code, offset, column, typed) => {
    expect(enterCell(viewOf(...setup()), offset, column, typed)).toMatchObject({ ok: false, refusal: { code } });
  });
  it("does not add to a cell whose value is not recorded", () => {
    const view = viewOf(opened(), loaded("1"));
    expect(enterCell(view, "1", "geometry.x", { add: 0.1 })).toMatchObject({ refusal: { code: "nothing-known" } });
    expect(cellsOrThrow(enterCell(view, "1", "geometry.x", { value: 3 }))[0]).toMatchObject({ from: null, to: 3 });
  });
  it("keeps radius and orientation apart from each other", () => {
    const commands = setup();
    const radius = edited("entered", cellsOrThrow(enterCell(viewOf(...commands), "1", "noseRadius", { value: 1.2 })));
    const tip = edited(
      "entered",
      cellsOrThrow(enterCell(viewOf(...commands, radius), "1", "orientation", { value: 4 })),
    );
    expect(setupTable(viewOf(...commands, radius, tip))[0]).toMatchObject({
      noseRadius: { value: 1.2 },
      orientation: { value: 4 },
    });
    expect(setupTable(viewOf(...commands, radius, tip, undone(tip.id)))[0]?.noseRadius.value).toBe(1.2);
  });
  it("leaves the tip not known where only the radius was entered, and the step open until both are", () => {
    const commands = [opened(), loaded("1")];
    const radius = edited("entered", cellsOrThrow(enterCell(viewOf(...commands), "1", "noseRadius", { value: 1.2 })));
    const view = viewOf(...commands, radius);
    const [row] = setupTable(view);
    expect(row?.noseRadius.value).toBe(1.2);
    expect(row?.orientation.value).toBeUndefined();
    const cells = tableGrid(view).find((one) => one.row === "1")?.cells;
    expect(cells?.noseRadius?.wanted).toBe(1.2);
    expect(cells?.orientation).toMatchObject({ wanted: undefined, key: undefined, source: undefined });
    const noseStep = (seen: typeof view) => touchingOrder(seen).find(({ kind }) => kind === "nose")?.state;
    expect(noseStep(view)).not.toBe("done");
    const tip = edited("entered", cellsOrThrow(enterCell(view, "1", "orientation", { value: 3 })));
    expect(noseStep(viewOf(...commands, radius, tip))).toBe("done");
  });
});

describe("edits on rows", () => {
  it("clear wear where it is not 0, and say so where it is", () => {
    const commands = [...setup(), touched("1", "x", -339.25, 51.48)];
    const cells = cellsOrThrow(clearWear(viewOf(...commands), ["1", "2"]));
    // Wear of a touched axis is 0 already.
    expect(cells.map(({ offset, column, from }) => [offset, column, from])).toEqual([["2", "wear.x", -0.02]]);
    const view = viewOf(...commands, edited("wear-cleared", cells));
    expect(touchedRows(view).tools.find(({ offset }) => offset === "2")).toMatchObject({
      wear: { x: 0 },
      geometry: {},
    });
    expect(clearWear(view, ["1", "2"])).toMatchObject({ refusal: { code: "nothing-changes" } });
  });
  it("copy a row into another, whole, as one entry", () => {
    const commands = setup();
    const cells = cellsOrThrow(copyRow(viewOf(...commands), "1", "2"));
    expect(cells.map(({ column }) => column)).toEqual(["geometry.x", "geometry.z"]);
    const copy = edited("copied", cells);
    const [one, two] = setupTable(viewOf(...commands, copy));
    expect([two?.x?.value, two?.z?.value]).toEqual([one?.before.x, one?.before.z]);
    expect(cellsOf(copy)).toEqual(["geometry/2/x", "geometry/2/z"]);
  });
  it.each([
    ["1", "1", "nothing-changes"],
    ["1", "7", "no-such-tool"],
    ["3", "1", "nothing-known"],
  ])("copy from %s into %s is refused", (from, to, code) => {
    expect(copyRow(viewOf(...setup(), loaded("3")), from, to)).toMatchObject({ ok: false, refusal: { code } });
  });
  it("touch no row without a tool", () => {
    const state = stateOf(...setup());
    const stranger = edited("entered", [{ offset: "9", column: "geometry.x", from: null, to: 1 }]);
    expect(decide(state, stranger)).toMatchObject({ refusal: { code: "no-such-tool" } });
  });
});

describe("any run of edits", () => {
  const edit = fc.oneof(
    fc.record({
      kind: fc.constant("enter" as const),
      offset: fc.constantFrom("1", "2"),
      column: fc.constantFrom("geometry.x", "geometry.z", "wear.x", "wear.z", "noseRadius" as const),
      value: fc.integer({ min: 0, max: 400_000 }).map((digits) => digits / 1000),
      how: fc.constantFrom("value", "add"),
    }),
    fc.record({ kind: fc.constant("clear" as const) }),
    fc.record({ kind: fc.constant("copy" as const), from: fc.constantFrom("1", "2") }),
    fc.record({
      kind: fc.constant("touch" as const),
      offset: fc.constantFrom("1", "2"),
      exact: fc.integer({ min: -400, max: 0 }),
    }),
    fc.record({ kind: fc.constant("undo" as const), nth: fc.nat(20) }),
  );
  it("previews what the table then holds, and undoing all of it gives back what was there", () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 14 }), (edits) => {
        const start = stateOf(...setup());
        const before = touchedRows(viewSetup(start));
        let state = start;
        const standing: Command[] = [];
        const push = (command: Command) => {
          const entry = {
            ...command,
            seq: state.seq + 1,
            base: state.seq,
            person: "Ines",
            device: "tablet",
            at: "2026-03-01T08:00:00.000Z",
          };
          state = apply(state, entry as Parameters<typeof apply>[1]);
        };
        for (const one of edits) {
          const view = viewSetup(state);
          if (one.kind === "undo") {
            const [target] = standing.splice(standing.length === 0 ? 0 : one.nth % standing.length, 1);
            if (target) push(undone(target.id));
            continue;
          }
          if (one.kind === "touch") {
            const touch = touched(one.offset, "x", one.exact, 50);
            push(touch);
            standing.push(touch);
            continue;
          }
          const planned =
            one.kind === "enter"
              ? enterCell(
                  view,
                  one.offset,
                  one.column as "wear.x",
                  one.how === "add" ? { add: one.value } : { value: one.value },
                )
              : one.kind === "clear"
                ? clearWear(view, ["1", "2"])
                : copyRow(view, one.from, one.from === "1" ? "2" : "1");
          if (!planned.ok) continue;
          const command = edited("entered", planned.value);
          push(command);
          standing.push(command);
          const then = viewSetup(state);
          for (const { offset, column, to } of planned.value) {
            const tool = then.tools.find((candidate) => candidate.offset === offset);
            expect(tool && standingCell(tool, column)).toBe(to);
          }
        }
        for (const command of [...standing].reverse()) push(undone(command.id));
        expect(touchedRows(viewSetup(state))).toEqual(before);
      }),
      { numRuns: 60 },
    );
  });
});
