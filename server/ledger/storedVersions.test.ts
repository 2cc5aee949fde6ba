import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { asWrittenNow, ENTRY_KINDS, type Entry, fold, viewSetup } from "../../core/ledger/index.ts";
import { touchingOrder } from "../../core/plan/index.ts";
import { validatePayload } from "../validation/validate.server.ts";

/** Ledgers as they were stored when their version was current. They must be readable for as long as the shop keeps records. */
const read = (name: string): Entry[] =>
  JSON.parse(readFileSync(new URL(`../../core/ledger/${name}`, import.meta.url), "utf8")).map(asWrittenNow);
const stored = read("ledger-version-1.json");
const everyTool = read("ledger-version-1-every-tool.json");

const prepare = read("ledger-version-1-prepare.json");
const table = read("ledger-version-1-table.json");
const proof = read("ledger-version-1-proof.json");
/** The same table with the later versions of its kinds. */
const tableNow = read("ledger-version-2-table.json");
/** Kinds that came with the second version. */
const position = read("ledger-version-2-position.json");
const works = read("ledger-version-2-work.json");
const files = read("ledger-version-2-files.json");
const steps = read("ledger-version-2-steps.json");

describe("several work offsets stored in version 2", () => {
  it("are what each was said, and the tool works under the one that was chosen", () => {
    const view = viewSetup(fold(works));
    expect(view.tools[0]).toMatchObject({
      holder: "H-7",
      worksUnder: ["G55 path 2"],
      work: { z: -12.5 },
      z: { exact: -400.05, work: -12.55, reckoned: { from: expect.any(String), seq: 12 } },
      confirmed: { z: { why: "the part was turned round" } },
    });
    expect(view).toMatchObject({
      ownWork: "G54",
      described: { "G55 path 2": { spindle: "sub", operation: "op 2" } },
      otherWork: { "G55 path 2": { z: { value: -12.5 } }, G56: { z: { value: -20 } } },
      calibrated: { outside: { exact: 100.25, before: 100.246 } },
      taughtIn: { G56: { z: { machine: -420 } } },
    });
  });
});

describe("the form of a control's files stored in version 2", () => {
  it("is how the machine reads from then on", () => {
    const { machine, fileForm } = viewSetup(fold(files));
    expect(machine).toMatchObject({ dialect: "gcode-n", language: "box-cycles" });
    expect(fileForm?.line).toBe("G10 P10001 X-339.250");
  });
});

describe("a part drawn by its steps in version 2", () => {
  it("has them from the face on", () => {
    const { stepped } = viewSetup(fold(steps));
    expect(stepped?.steps).toMatchObject([
      { diameter: 20, to: 18 },
      { diameter: 30, to: 40 },
    ]);
  });
});

describe("a table stored in version 2", () => {
  it("means what it meant in version 1", () => {
    expect(viewSetup(fold(tableNow))).toEqual(viewSetup(fold(table)));
  });
});

describe("a loss of position stored in version 2", () => {
  it("is settled by its check, which says what is off", () => {
    const view = viewSetup(fold(position));
    expect(view).toMatchObject({ positionLost: undefined, positionChecked: { x: 0.004, z: -1.25, off: ["z"] } });
  });
});

describe("ledgers stored in version 1", () => {
  it("hold every kind of entry, each still valid", () => {
    const entries = [
      ...stored,
      ...everyTool,
      ...prepare,
      ...table,
      ...proof,
      ...position,
      ...works,
      ...files,
      ...steps,
    ];
    expect(new Set(entries.map(({ kind }) => kind))).toEqual(new Set(ENTRY_KINDS));
    for (const { kind, payload } of entries)
      expect({ kind, ...validatePayload(kind, payload) }).toMatchObject({ kind, ok: true });
  });
  it("still mean what they meant", () => {
    const view = viewSetup(fold(stored));
    expect(view).toMatchObject({
      seq: stored.length,
      job: "F-052",
      signedOff: false,
      stock: { measuredDiameter: 54.96 },
    });
    expect(view.tools).toMatchObject([
      {
        offset: "1",
        x: { exact: -339.25 },
        z: undefined,
        way: { x: "skim", z: "paper" },
        nose: { noseRadius: 0.8, orientation: 3 },
      },
    ]);
  });
  it("still carry what was re-based: school, master, length of the part", () => {
    const view = viewSetup(fold(everyTool));
    expect(view).toMatchObject({ school: "home-referenced", workOffset: { z: 0 }, masterShift: undefined });
    expect(view).toMatchObject({ hole: { diameter: 12 }, partLength: { length: 20.15 }, stock: { stickOut: 40 } });
    const [master, groove, drill, second] = view.tools;
    // The groove: −2.5 under −400, less the 0.1 that the master's insert moved, then all into the tool.
    expect(master?.z?.exact).toBeCloseTo(-399.9, 9);
    expect(groove?.z?.exact).toBeCloseTo(-2.5 - 0.1 - 399.9, 9);
    expect(second?.z?.exact).toBeCloseTo(-5.5 - 0.1 - 399.9, 9);
    expect(second).toMatchObject({ offset: "12", second: { of: "2", edge: "right" }, nose: { orientation: 4 } });
    expect(drill?.z?.exact).toBeCloseTo(-50.1, 9);
    expect(groove).toMatchObject({ station: "6", safetyWear: { x: 0.2 } });
  });
  it("still say how it was prepared", () => {
    const view = viewSetup(fold(prepare));
    expect(view).toMatchObject({
      program: "O5201.nc",
      stock: { material: "brass", nominalDiameter: 60 },
      programRead: { units: "mm", tools: [{ station: "1" }, { offsets: ["7", "17"] }] },
      renumbered: { changes: [{ to: { station: "9" } }, { to: { station: "9" } }] },
      stale: { "1": "touch", "12": "clear" },
      facts: { units: { found: "program mm, control mm, drawing mm" } },
      features: [{ name: "Bearing seat" }],
      order: { by: "hand" },
    });
    // The tool that was taken out is gone; the tolerance is the feature's, half its band; the row is the old table's.
    expect(view.tools).toMatchObject([
      { offset: "1", tolerance: { x: 0.01, z: 0.05 }, control: { x: -339.4, wearX: -0.02 } },
    ]);
    expect(touchingOrder(view).map(({ offset, kind }) => `${offset} ${kind}`)).toEqual(["1 z", "1 x", "1 nose"]);
  });
  it("still say what was changed by hand, set, keyed, read back and noted", () => {
    const view = viewSetup(fold(table));
    expect(view).toMatchObject({
      workOffset: { z: 62.4 },
      workSet: { z: { means: "datum-distance" } },
      otherWork: { G55: { z: { value: 59.9 } } },
      keyed: { "1/geometry.x": { value: -339.23 }, "G54/work.z": { value: 62.4 }, "1/wear.z": { value: 0.01 } },
      compared: { differences: [{ row: "2", found: null }] },
      notes: [{ text: "soft jaws bored to 54", offset: "1" }],
    });
    expect(view.tools).toMatchObject([
      { x: { exact: -339.23, edit: "added" }, wear: { z: { value: 0.01 } } },
      { z: { exact: -405.66, edit: "taken-over" }, nose: { noseRadius: 0.8, orientation: 4 } },
    ]);
  });
});
