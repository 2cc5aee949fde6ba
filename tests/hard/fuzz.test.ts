import { readFileSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { readCsvSheet, readMappedCsv, readOffsetFile } from "../../core/formats/index.ts";
import { BROKEN } from "../../core/program/brokenCorpus.fixture.ts";
import { CLEAN } from "../../core/program/corpus.fixture.ts";
import { readProgram } from "../../core/program/index.ts";
import { readInsertDesignation } from "../../core/tool/index.ts";
import { readTouchCase } from "../../core/touch/index.ts";
import { readLength } from "../../core/units/index.ts";
import { readWorkshopFile } from "../../core/workshop/index.ts";
import { readCurrent, readProbe } from "../../server/machine-link/feedDocument.server.ts";
import { readMachineProfile } from "../../server/machines/machinesRepository.server.ts";
import { readRunForm } from "../../server/practice/finishRun.server.ts";
import { readExercise } from "../../server/practice/readExercise.server.ts";
import { readList, readSetupForm } from "../../server/setup/readForm.server.ts";
import { readPutUp } from "../../server/stand-in/practiceRequest.server.ts";
import { SHIPPED } from "../../sim/exercise/shipped/index.ts";
import { ROOT } from "../command/processes.ts";
import { chance, longOr, report } from "./long.ts";

/** Broken inputs over all readers together. */
const INPUTS = longOr(1_000_000, 5000);
/** Longer than this no reader may think about a few kilobytes. */
const HANG_MS = 2000;
const SEED = 20261125;

const demo = (name: string) => readFileSync(path.join(ROOT, "db/demo", name), "utf8");
const json = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    // Not JSON: the reader is handed the text itself, as a careless caller would.
    return text;
  }
};
const PROBE = `<MTConnectDevices><Devices><Device id="d" name="lathe"><Components><Axes id="a"><Components><Linear id="x" name="X"><DataItems><DataItem id="x1" type="POSITION" subType="ACTUAL" category="SAMPLE" units="MILLIMETER"/></DataItems></Linear></Components></Axes></Components></Device></Devices></MTConnectDevices>`;
const CURRENT = `<MTConnectStreams><Header creationTime="2026-11-25T07:00:00Z"/><Streams><DeviceStream name="lathe"><ComponentStream component="Linear" name="X"><Samples><Position dataItemId="x1" timestamp="2026-11-25T07:00:00Z" subType="ACTUAL">12.5</Position></Samples></ComponentStream></DeviceStream></Streams></MTConnectStreams>`;
const TABLE_FILES = [
  "%\nG10 L10 P3 X-339.25 Z-402.88 R0.8 Q3\nG10 L11 P3 X0.01\n%\n",
  "G10 P3 X-339.25 Z-402.88 R0.8 Q3\n",
  "offset,geometry x,geometry z,nose radius,orientation\n3,-339.25,-402.88,0.8,3\n'=1+1,2,3,4,5\n",
  "T3 P3 X-339.25 Z-402.88 D1.6 Q3 ; roughing\n",
  `{"format":"luvrit-offsets","version":1,"units":"mm","resolution":0.001,"numbering":"A","tools":[{"offset":"3","geometry":{"x":-1,"z":2},"wear":{"x":0,"z":0},"noseRadius":0.8,"orientation":3}],"work":[]}`,
  CURRENT,
];

interface Reader {
  readonly name: string;
  /** Share of the inputs. */
  readonly share: number;
  readonly seeds: readonly string[];
  readonly read: (text: string) => unknown;
}
const READERS: readonly Reader[] = [
  {
    name: "lengths",
    share: 32,
    seeds: ["22.45", "22,45", "7/8", ".875+2*.0045", '1 7/8"', "1,250", "(.875in+.009)*2", "2.245E+1", "−3.2 mm"],
    read: (text) => readLength(text, { units: "mm" }),
  },
  {
    name: "insert designations",
    share: 14,
    seeds: ["CNMG 120408", "CNMG 432", "DCMT 11T304-UF", "VBMT160404", "RCMT 10 T3 M0"],
    read: readInsertDesignation,
  },
  {
    name: "programs",
    share: 10,
    seeds: [...CLEAN, ...BROKEN].map(({ text }) => text).filter((text) => text.length < 3000),
    read: (text) => readProgram(text),
  },
  {
    name: "offset tables",
    share: 14,
    seeds: TABLE_FILES,
    read: (text) => readOffsetFile(text, { units: "mm", numbering: "A" }),
  },
  {
    name: "spreadsheets",
    share: 6,
    seeds: [TABLE_FILES[2] ?? "", "a;b;c\n1;2;3\n", 'a\tb\n"x""y"\t2\n'],
    read: readSheet,
  },
  {
    name: "workshop files",
    share: 4,
    seeds: [
      "name,kind,thickness\npaper,paper,0.09\n",
      JSON.stringify({ format: "luvrit-workshop", kind: "spacer", items: [] }),
    ],
    read: (text) => readWorkshopFile("spacer", text, () => true),
  },
  {
    name: "machine profiles",
    share: 3,
    seeds: [JSON.stringify((JSON.parse(demo("machines.json")) as unknown[])[1])],
    read: (text) => readMachineProfile(json(text)),
  },
  { name: "position feeds", share: 5, seeds: [PROBE, CURRENT], read: readFeed },
  {
    name: "scripted cases",
    share: 4,
    seeds: [
      JSON.stringify({
        id: "a",
        units: "mm",
        axis: "x",
        solveFor: "geometry",
        machine: -285.032,
        surface: { kind: "outside", diameter: 54.218 },
        tool: { shape: "tip" },
      }),
    ],
    read: (text) => readTouchCase(json(text)),
  },
  {
    name: "forms",
    share: 5,
    seeds: [
      JSON.stringify({
        intent: "accept-touch",
        id: "00000000-0000-4000-8000-000000000000",
        base: "1",
        offset: "1",
        axis: "x",
        way: "skim",
        sizeUnit: "mm",
        machine: "-1",
        size: "2",
      }),
    ],
    read: (text) => [readSetupForm(json(text)), readList("cells", text)],
  },
  {
    name: "exercises",
    share: 1,
    seeds: SHIPPED.slice(0, 12).map((exercise) => JSON.stringify({ ...exercise, id: "own" })),
    read: (text) => readExercise(json(text)),
  },
  {
    name: "practice runs",
    share: 1,
    seeds: [
      JSON.stringify({
        id: "00000000-0000-4000-8000-000000000000",
        seed: 1,
        depth: "alone",
        hints: [],
        acts: [[0, 2, { do: "jog", axis: "x", by: -0.1 }]],
      }),
    ],
    read: (text) => readRunForm(json(text)),
  },
  {
    name: "practice lathes",
    share: 1,
    seeds: [JSON.stringify({ label: "x", seed: 1, config: {} })],
    read: (text) => readPutUp(json(text)),
  },
];

function readSheet(text: string): unknown {
  const sheet = readCsvSheet(text);
  if (!sheet.ok) return sheet;
  const columns = sheet.value.heads.map((_, index) => (["offset", "geometry.x", null] as const)[index % 3] ?? null);
  return readMappedCsv(sheet.value, { columns, units: "mm" }, { numbering: "A" });
}

function readFeed(text: string): unknown {
  const probe = readProbe(text);
  const items = readProbe(PROBE);
  return [probe, items.ok && readCurrent(text, items.value, "lathe")];
}

const TOKENS = [
  "",
  "\u0000",
  "\u202e",
  "−",
  "🜁",
  "9".repeat(400),
  "1e999",
  "-",
  "(",
  ")",
  "((((((((",
  "/0",
  '"',
  "'",
  "<!DOCTYPE a [",
  "]]>",
  "&#x0;",
  "%",
  "\n",
  "\r",
  ";",
  "G10",
  "T",
  "N",
  "{",
  "}",
  "[",
  "null",
  "true",
  "NaN",
  ",",
  "\t",
  "0x",
  "__proto__",
  "../../",
  "=1+1",
];

/** A sound input with up to six wounds: letters turned, cut out, doubled, moved, foreign words put in. */
function wounded(seed: string, next: () => number): string {
  let text = seed;
  const wounds = 1 + Math.floor(next() * 6);
  for (let wound = 0; wound < wounds; wound++) {
    const at = Math.floor(next() * (text.length + 1));
    const until = Math.min(text.length, at + 1 + Math.floor(next() * 8));
    switch (Math.floor(next() * 6)) {
      case 0:
        text = text.slice(0, at) + text.slice(until);
        break;
      case 1:
        text = text.slice(0, until) + text.slice(at);
        break;
      case 2:
        text = text.slice(0, at) + (TOKENS[Math.floor(next() * TOKENS.length)] ?? "") + text.slice(at);
        break;
      case 3:
        text = text.slice(0, at) + String.fromCharCode(Math.floor(next() * 256)) + text.slice(until);
        break;
      case 4:
        text = text.slice(at) + text.slice(0, at);
        break;
      default:
        text = text.slice(0, at) + text.slice(at, until).repeat(1 + Math.floor(next() * 40)) + text.slice(until);
    }
    if (text.length > 12_000) text = text.slice(0, 12_000);
  }
  return text;
}

describe(`${INPUTS} broken inputs`, () => {
  it.each(READERS)(
    "$name neither hang nor throw",
    ({ name, share, seeds, read }) => {
      const next = chance(SEED + share * 7 + name.length);
      const shares = READERS.reduce((sum, one) => sum + one.share, 0);
      const count = Math.ceil((INPUTS * share) / shares);
      let [slowest, slowestText] = [0, ""];
      for (let turn = 0; turn < count; turn++) {
        const text = wounded(seeds[Math.floor(next() * seeds.length)] ?? "", next);
        const began = performance.now();
        try {
          read(text);
        } catch (failure) {
          throw new Error(`${name} threw on ${JSON.stringify(text.slice(0, 600))} (seed ${SEED}, input ${turn})`, {
            cause: failure,
          });
        }
        const took = performance.now() - began;
        if (took > slowest) [slowest, slowestText] = [took, text];
      }
      report(`${count} ${name}, slowest ${slowest.toFixed(1)} ms`);
      expect(slowest < HANG_MS ? "" : slowestText.slice(0, 600)).toBe("");
    },
    60 * 60_000,
  );
});
