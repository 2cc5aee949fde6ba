import { readFileSync } from "node:fs";
import { Ajv } from "ajv";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { OffsetTable } from "../offsets/index.ts";
import {
  FORMATS,
  formatNamed,
  lossesOf,
  luvritOffsetsSchema,
  type OffsetField,
  type OffsetFormat,
  readOffsetFile,
} from "./index.ts";
import { anyTable } from "./offsetTables.fixture.ts";

/** What a table looks like after a format that holds these fields: everything else is absent. */
function reduced(table: OffsetTable, { holds, holdsWork }: OffsetFormat): OffsetTable {
  const has = (field: OffsetField) => holds.includes(field);
  const axes = (kind: "geometry" | "wear" | "work", words: { x?: number; y?: number; z?: number }) =>
    Object.fromEntries(
      (["x", "y", "z"] as const).flatMap((axis) =>
        words[axis] !== undefined && has(`${kind}.${axis}`) ? [[axis, words[axis]]] : [],
      ),
    );
  return {
    units: table.units,
    resolution: has("resolution") ? table.resolution : undefined,
    numbering: table.numbering,
    tools: table.tools.map(({ offset, geometry, wear, noseRadius, orientation, description }) => ({
      offset,
      geometry: axes("geometry", geometry),
      wear: axes("wear", wear),
      ...(has("noseRadius") && noseRadius !== undefined && { noseRadius }),
      ...(has("orientation") && orientation !== undefined && { orientation }),
      ...(has("description") && description && { description }),
    })),
    work: has("work.x")
      ? table.work
          .filter(({ name }) => holdsWork?.(name) ?? true)
          .map((one) => ({ name: one.name, ...axes("work", one) }))
      : [],
  };
}

const byName = ({ tools, work, ...rest }: OffsetTable) => ({
  ...rest,
  tools: [...tools].sort((a, b) => Number(a.offset) - Number(b.offset)),
  work: [...work].sort((a, b) => a.name.localeCompare(b.name)),
});

describe.each(FORMATS.map((format) => [format.name, format] as const))("%s", (name, format) => {
  it("gives back what it holds, rounded to nothing", () => {
    fc.assert(
      fc.property(anyTable, (table) => {
        const text = format.write(table, { rounding: "none" });
        const read = readOffsetFile(text, { format: name, units: table.units, numbering: table.numbering });
        if (!read.ok) throw new Error(read.refusal.message);
        expect(byName(read.value.table)).toEqual(byName(reduced(table, format)));
      }),
    );
  });

  it("is recognised by its own text", () => {
    const table: OffsetTable = {
      units: "mm",
      tools: [{ offset: "3", geometry: { x: -1.5, z: -2 }, wear: {}, noseRadius: 0.4 }],
      work: [],
    };
    const read = readOffsetFile(format.write(table, { rounding: "none" }), { units: "mm" });
    expect(read).toMatchObject({ ok: true, value: { format: { name } } });
    // A table without rows is one too; which of two dialects it was is not to be told.
    const empty = readOffsetFile(format.write({ units: "mm", tools: [], work: [] }, { rounding: "none" }), {
      units: "mm",
    });
    expect(empty).toMatchObject({
      ok: true,
      value: { format: { name: name === "gcode-n" ? "gcode-l" : name }, table: { tools: [] } },
    });
  });

  it("answers any text, however broken, without throwing", () => {
    const broken = fc.oneof(
      fc.string({ maxLength: 200 }),
      fc.string({ unit: fc.constantFrom(..."GTPXZL10{}[]<>/\"',;\n-+.=%e ()"), maxLength: 120 }),
      fc.tuple(anyTable, fc.nat(), fc.string({ maxLength: 4 })).map(([table, at, junk]) => {
        const text = format.write(table, { rounding: "none" });
        const place = text.length === 0 ? 0 : at % text.length;
        return text.slice(0, place) + junk + text.slice(place + 2);
      }),
    );
    fc.assert(
      fc.property(broken, (text) => {
        const read = readOffsetFile(text, { format: name, units: "mm" });
        if (!read.ok) expect(read.refusal.message.length).toBeGreaterThan(10);
      }),
    );
  });
});

describe("lossesOf", () => {
  const table: OffsetTable = {
    units: "mm",
    resolution: 0.001,
    numbering: "B",
    tools: [
      {
        offset: "1",
        geometry: { x: -1, z: -2, y: 0.02 },
        wear: { x: 0, z: -0.01 },
        noseRadius: 0.8,
        orientation: 2,
        description: "Face",
      },
    ],
    work: [
      { name: "G54", x: 0, z: -104.775 },
      { name: "EXT", x: 1, z: 0 },
    ],
  };
  it.each([
    ["json", []],
    ["csv", ["numbering", "resolution"]],
    ["gcode-l", ["description", "work.x", "numbering", "resolution"]],
    ["tool-table", ["wear.z", "work.x", "work.z", "numbering", "units", "resolution"]],
    ["mtconnect", ["geometry.y", "wear.z", "orientation", "description", "work.x", "work.z", "resolution"]],
  ] as const)("of %s are %j", (name, lost) => {
    const format = formatNamed(name);
    if (!format) throw new Error("the format is there");
    expect(lossesOf(table, format)).toEqual(lost);
  });
  it("does not count a numbering that is never written", () => {
    const plain = {
      ...table,
      tools: [{ offset: "1", geometry: { x: -1 }, wear: {} }],
      work: [],
      resolution: undefined,
    };
    expect(lossesOf(plain, formatNamed("csv") as OffsetFormat)).toEqual([]);
  });
});

describe("files of others", () => {
  const read = (text: string, said: Parameters<typeof readOffsetFile>[1] = {}) => readOffsetFile(text, said);
  const tools = (text: string, said: Parameters<typeof readOffsetFile>[1] = {}) => {
    const answer = read(text, said);
    if (!answer.ok) throw new Error(answer.refusal.message);
    return answer.value.table;
  };

  it("reads a spreadsheet's export with a decimal comma and words of its own", () => {
    const table = tools(
      "\uFEFFNo;X-Geometry (mm);Z Geometry (mm);Radius (mm);Tip;Name\r\n01;-339,250;-402,880;0,8;3;Face\r\n",
    );
    expect(table).toMatchObject({
      units: "mm",
      tools: [
        { offset: "1", geometry: { x: -339.25, z: -402.88 }, noseRadius: 0.8, orientation: 3, description: "Face" },
      ],
    });
  });
  it("reads a table whose columns have different units in the unit of the first", () => {
    expect(tools("T,X in,Z mm\n2,-1.5,25.4\n").tools[0]?.geometry).toEqual({ x: -1.5, z: 1 });
  });
  it("reads a tool table with a pocket, angles and remarks", () => {
    const table = tools("; lathe tools\nT1 P1 X-10.5 Z+2.25 D0.8 I95.0 J155.0 Q2 ;roughing\nT12 P2 Z.5\n", {
      units: "in",
    });
    expect(table.tools).toEqual([
      {
        offset: "1",
        geometry: { x: -10.5, z: 2.25 },
        wear: {},
        noseRadius: 0.4,
        orientation: 2,
        description: "roughing",
      },
      { offset: "12", geometry: { z: 0.5 }, wear: {} },
    ]);
  });
  it("reads assets with a prefix of their own, and measurements of the tool instead of its cutting item", () => {
    const xml = `<?xml version="1.0"?><m:MTConnectAssets xmlns:m="urn:mtconnect.org:MTConnectAssets:2.0"><m:Header/><m:Assets>
      <m:CuttingTool assetId="a" toolId="7"><m:CuttingToolLifeCycle><m:ProgramToolNumber>07</m:ProgramToolNumber>
      <m:Measurements><m:FunctionalLength code="LF" units="MILLIMETER">120.5</m:FunctionalLength></m:Measurements>
      </m:CuttingToolLifeCycle></m:CuttingTool></m:Assets></m:MTConnectAssets>`;
    expect(tools(xml)).toMatchObject({ units: "mm", tools: [{ offset: "7", geometry: { z: 120.5 } }] });
  });
  it("keeps an inch's digits through the millimetres of the vocabulary", () => {
    // −13.5512 in is −344.20048 mm exactly; half of it stands there as a radial width.
    const table: OffsetTable = { units: "in", tools: [{ offset: "1", geometry: { x: -13.5512 }, wear: {} }], work: [] };
    const text = (formatNamed("mtconnect") as OffsetFormat).write(table, { rounding: "none" });
    expect(text).toContain(">-172.10024</FunctionalWidth>");
    expect(tools(text).tools[0]?.geometry.x).toBe(-13.5512);
  });

  const bomb = '<!DOCTYPE a [<!ENTITY b "bbbb">]><MTConnectAssets><Assets>&b;</Assets></MTConnectAssets>';
  it.each([
    ["unrecognised", "hello"],
    ["unrecognised", ""],
    ["unrecognised", '{"format":"another","version":1}'],
    ["version", '{"format":"luvrit-offsets","version":2,"units":"mm","tools":[],"work":[]}'],
    ["units-missing", '{"format":"luvrit-offsets","version":1,"tools":[],"work":[]}'],
    [
      "not-a-number",
      '{"format":"luvrit-offsets","version":1,"units":"mm","tools":[{"offset":"1","geometry":{"x":"5"}}]}',
    ],
    [
      "not-a-number",
      '{"format":"luvrit-offsets","version":1,"units":"mm","tools":[{"offset":"1","geometry":{"x":1e999}}]}',
    ],
    ["not-a-number", '{"format":"luvrit-offsets","version":1,"units":"mm","tools":[{"offset":"0"}]}'],
    ["twice", '{"format":"luvrit-offsets","version":1,"units":"mm","tools":[{"offset":"1"},{"offset":"01"}]}'],
    ["syntax", '{"format":"luvrit-offsets",'],
    ["document-type", bomb],
    ["syntax", "<MTConnectAssets><Assets></MTConnectAssets>"],
    ["syntax", `${"<a>".repeat(5000)}${"</a>".repeat(5000)}`],
    ["units-missing", "offset,geometry X,geometry Z\n1,2,3\n"],
    ["not-a-number", "offset,geometry X mm\n1,12;5\n"],
    ["not-a-number", 'offset,geometry X mm\n1,"=1+1"\n'],
    ["twice", "offset,geometry X mm\n1,2\n01,3\n"],
    ["unknown-column", "offset,geometry X mm,X mm\n1,2,3\n"],
    ["unknown-column", "offset,geometry X mm,colour\n1,2,red\n"],
    ["syntax", "offset,geometry X mm\n1,2,3\n"],
    ["syntax", 'offset,geometry X mm,description\n1,2,"open\n'],
    ["units-missing", "T1 P1 X1.5\n"],
    ["too-large", " ".repeat(4_000_001)],
    ["syntax", "G21\0"],
  ])("refuses with %s: %j", (code, text) => {
    expect(read(text as string)).toMatchObject({ ok: false, refusal: { code } });
  });
  it.each([
    ["not-a-number", "T1 P1 Xabc"],
    ["twice", "T1 P1 X1\nT01 P2 X2"],
    ["syntax", "T1 P1 X1 X2"],
    ["unknown-register", "T1 P1 X1 W0.5"],
    ["not-a-number", "P1 X1"],
    ["syntax", "T1 P1 Q12"],
    ["syntax", "T1 P1 D-1"],
    ["syntax", "T1 P1 K5"],
  ])("refuses a tool table with %s: %j", (code, text) => {
    expect(read(text, { units: "mm", format: "tool-table" })).toMatchObject({ ok: false, refusal: { code } });
  });
  it("refuses to be told other units or another numbering than the file's own", () => {
    const json = '{"format":"luvrit-offsets","version":1,"units":"mm","numbering":"A","tools":[],"work":[]}';
    expect(read(json, { units: "in" })).toMatchObject({ refusal: { code: "units-differ" } });
    expect(read(json, { numbering: "B" })).toMatchObject({ refusal: { code: "numbering-differs" } });
    expect(read("G20\nG10 L10 P1 X1.", { units: "mm" })).toMatchObject({ refusal: { code: "units-differ" } });
    expect(read("offset,geometry X in\n1,2\n", { units: "mm" })).toMatchObject({ refusal: { code: "units-differ" } });
  });
});

describe("text that a spreadsheet would run", () => {
  it.each(["=1+1", "+cmd", "-cmd", "@sum", "'=1", "\tx"])("is harmless in a cell and comes back: %j", (description) => {
    const csv = formatNamed("csv") as OffsetFormat;
    const table: OffsetTable = {
      units: "mm",
      tools: [{ offset: "1", geometry: { x: 1 }, wear: {}, description }],
      work: [],
    };
    const text = csv.write(table, { rounding: "none" });
    expect(text.split("\n")[1]).toMatch(/,"?'/);
    const read = csv.read(text, {});
    expect(read.ok && read.value.tools[0]?.description).toBe(description);
  });
});

describe("the schema of Luvrit's own format", () => {
  it("is the one that is published", () => {
    const published = new URL("../../docs/formats/luvrit-offsets.schema.json", import.meta.url);
    expect(JSON.parse(readFileSync(published, "utf8"))).toEqual(luvritOffsetsSchema);
  });
  it("and the reader refuse the same files", () => {
    const validate = new Ajv({ allErrors: true, strict: false }).compile(luvritOffsetsSchema);
    const json = fc.record({
      format: fc.constantFrom("luvrit-offsets", "other"),
      version: fc.constantFrom(1, 2, "1"),
      units: fc.constantFrom("mm", "in", "cm"),
      resolution: fc.constantFrom(0.001, 0, "x"),
      numbering: fc.constantFrom("A", "B", "C"),
      tools: fc.array(
        fc.record({
          offset: fc.constantFrom("1", "02", "0", "x", 3),
          geometry: fc.constantFrom({ x: 1, z: 2 }, { x: "1" }, {}, []),
          wear: fc.constantFrom({}, { z: 0 }),
          noseRadius: fc.constantFrom(0.8, -1),
          orientation: fc.constantFrom(3, 10, 2.5),
          description: fc.constantFrom("Face", 5),
        }),
        { maxLength: 1 },
      ),
      work: fc.array(fc.record({ name: fc.constantFrom("G54", "", 5), z: fc.constantFrom(-1, "2") }), { maxLength: 1 }),
    });
    const half = fc.tuple(json, fc.nat(9)).map(([whole, at]) => (at < 5 ? { ...whole, ...PLAIN } : whole));
    fc.assert(
      fc.property(half, (file) => {
        const read = readOffsetFile(JSON.stringify(file), { format: "json" });
        expect(read.ok).toBe(validate(file));
      }),
      { numRuns: 2000 },
    );
  });
});
const PLAIN = { format: "luvrit-offsets", version: 1, units: "mm", resolution: 0.001, numbering: "A" };
