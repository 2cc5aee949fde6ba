import { execFileSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { isLong } from "../hard/long.ts";

const ROOT = path.resolve(import.meta.dirname, "../..");

/** Changes to a file: what stands behind a text that is there; a file that is not there is made from the text alone. */
type Edits = Readonly<Record<string, readonly (readonly [after: string, added: string])[] | string>>;

interface WayOfChange {
  readonly name: string;
  /** Files that it may touch at most. */
  readonly most: number;
  /** Everything that a newcomer writes. */
  readonly whole: Edits;
  /** Where somebody stops half way, what the compiler says, and of which file; absent where the compiler cannot know. */
  readonly half?: { readonly edits: Edits; readonly file: string; readonly says: RegExp };
}

const read = (file: string) => readFileSync(path.join(ROOT, file), "utf8");

/** A member like one that there is, under another name. */
const like = (file: string, from: string, to: string) => read(file).replaceAll(from, to);

const WAYS_OF_CHANGE: readonly WayOfChange[] = [
  {
    name: "a way to touch",
    most: 4,
    whole: {
      "core/tool/ways/feeler.ts": like("core/tool/ways/paper.ts", "export const paper:", "export const feeler:"),
      "core/tool/ways/index.ts": [
        ['import { eye } from "./eye.ts";\n', 'import { feeler } from "./feeler.ts";\n'],
        ["  pull,\n", "  feeler,\n"],
      ],
    },
    half: {
      edits: {
        "core/tool/ways/feeler.ts":
          'import type { WayOfTouching } from "./way.ts";\nexport const feeler: WayOfTouching = { name: () => "Feeler" };\n',
        "core/tool/ways/index.ts": [
          ['import { eye } from "./eye.ts";\n', 'import { feeler } from "./feeler.ts";\n'],
          ["  pull,\n", "  feeler,\n"],
        ],
      },
      file: "core/tool/ways/feeler.ts",
      says: /missing the following properties .*(?:words|fields|method)/s,
    },
  },
  {
    name: "a kind of tool",
    most: 3,
    whole: {
      "core/tool/toolSchema.ts": [['["drill", "centre-drill", "spot-drill", "reamer", "tap"', ', "core-drill"']],
      "core/tool/toolKind.ts": [
        [
          '  tap: { name: "tap", ',
          'form: "onCentre", family: "on-centre", tip: "drill" },\n  "core-drill": { name: "core drill", ',
        ],
      ],
    },
    half: {
      edits: {
        "core/tool/toolSchema.ts": [['["drill", "centre-drill", "spot-drill", "reamer", "tap"', ', "core-drill"']],
      },
      file: "core/tool/toolKind.ts",
      says: /'"core-drill"' is missing/,
    },
  },
  {
    name: "a kind of entry",
    most: 2,
    whole: {
      "core/ledger/kinds/lampChanged.ts": like("core/ledger/kinds/holeRecorded.ts", "hole-recorded", "lamp-changed"),
      "core/ledger/kinds/index.ts": [
        [
          'import * as insertIndexed from "./insertIndexed.ts";\n',
          'import * as lampChanged from "./lampChanged.ts";\n',
        ],
        ['  "hole-recorded": holeRecorded,\n', '  "lamp-changed": lampChanged,\n'],
      ],
    },
    half: {
      edits: {
        "core/ledger/kinds/lampChanged.ts":
          'import type { Kind } from "./kind.ts";\nimport { object } from "./schemaParts.ts";\nexport const schema = object([], {});\nexport const kind: Kind<"lamp-changed"> = { version: 1 };\n',
        "core/ledger/kinds/index.ts": [
          [
            'import * as insertIndexed from "./insertIndexed.ts";\n',
            'import * as lampChanged from "./lampChanged.ts";\n',
          ],
          ['  "hole-recorded": holeRecorded,\n', '  "lamp-changed": lampChanged,\n'],
        ],
      },
      file: "core/ledger/kinds/lampChanged.ts",
      says: /missing the following properties .*(?:cells|describe|undo)/s,
    },
  },
  {
    name: "a format of offset tables",
    most: 2,
    whole: {
      "core/formats/wordTable.ts":
        'import { CSV } from "./csvTable.ts";\nimport type { OffsetFormat } from "./offsetFile.ts";\nexport const WORDS: OffsetFormat = { ...CSV, name: "words" };\n',
      "core/formats/formats.ts": [
        ['import { TOOL_TABLE } from "./toolTable.ts";\n', 'import { WORDS } from "./wordTable.ts";\n'],
        ["  TOOL_TABLE,\n", "  WORDS,\n"],
      ],
    },
    half: {
      edits: {
        "core/formats/wordTable.ts":
          'import type { OffsetFormat } from "./offsetFile.ts";\nexport const WORDS: OffsetFormat = { name: "words" };\n',
        "core/formats/formats.ts": [
          ['import { TOOL_TABLE } from "./toolTable.ts";\n', 'import { WORDS } from "./wordTable.ts";\n'],
          ["  TOOL_TABLE,\n", "  WORDS,\n"],
        ],
      },
      file: "core/formats/wordTable.ts",
      says: /missing the following properties .*(?:read|write|holds)/s,
    },
  },
  {
    name: "a stage of a setup",
    most: 3,
    whole: {
      "app/routes/deburr.tsx": "export default () => <h1>Deburr</h1>;\n",
      "app/stages.ts": [
        [
          '{ path: "prove", name: "Prove", module: "routes/prove.tsx" },\n',
          '  { path: "deburr", name: "Deburr", module: "routes/deburr.tsx" },\n',
        ],
      ],
    },
    half: {
      edits: {
        "app/stages.ts": [
          [
            '{ path: "prove", name: "Prove", module: "routes/prove.tsx" },\n',
            '  { path: "deburr", name: "Deburr", module: "routes/deburr.tsx" },\n',
          ],
        ],
      },
      file: "app/shell/StageChain.tsx",
      says: /deburr.* is not assignable to parameter of type 'keyof Pages'/s,
    },
  },
  {
    name: "an axis, and its data",
    most: 2,
    whole: {
      "core/machine/axis.ts": [
        ['export const AXES = ["x", "y", "z"', ', "w"'],
        ['AXIS_NAME: { readonly [Of in Axis]: Uppercase<Of> } = { x: "X", y: "Y", z: "Z"', ', w: "W"'],
      ],
      "core/machine/machineQuestions.ts": [
        [
          "AXIS_QUESTIONS: Readonly<Record<Axis, readonly MachineQuestion[]>> = {\n",
          '  w: axisQuestions({ grows: "?", apart: "apart", together: "together", program: "?", longer: "?" }),\n',
        ],
      ],
    },
  },
  {
    name: "a kind of goal",
    most: 3,
    whole: {
      "sim/exercise/exercise.ts": [
        [
          'object(["goal"], { goal: { type: "string", const: "combs" } } as const),\n',
          '    object(["goal"], { goal: { type: "string", const: "tidy" } } as const),\n',
        ],
      ],
      "sim/exercise/goals/tidy.ts":
        'import type { GoalKind } from "./goalKind.ts";\nexport const tidy: GoalKind<"tidy"> = {\n  words: () => "Everything is put away",\n  truth: () => ({ reached: true }),\n  advice: () => undefined,\n  slip: () => ({ kind: "careless", says: "Something was left lying about.", act: 0 }),\n};\n',
      "sim/exercise/goals/index.ts": [
        ['import { proved } from "./proved.ts";\n', 'import { tidy } from "./tidy.ts";\n'],
        ["  combs,\n", "  tidy,\n"],
      ],
    },
    half: {
      edits: {
        "sim/exercise/exercise.ts": [
          [
            'object(["goal"], { goal: { type: "string", const: "combs" } } as const),\n',
            '    object(["goal"], { goal: { type: "string", const: "tidy" } } as const),\n',
          ],
        ],
      },
      file: "sim/exercise/goals/index.ts",
      says: /Property 'tidy' is missing/,
    },
  },
];

const folder = mkdtempSync(path.join(os.tmpdir(), "luvrit-ways-of-change-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A copy of the checkout with changes on it. */
function copyWith(name: string, edits: readonly Edits[]): string {
  const copy = path.join(folder, name);
  const files = execFileSync(
    "git",
    [
      "ls-files",
      "tsconfig.json",
      "package.json",
      "vite.config.ts",
      "react-router.config.ts",
      "db",
      "core",
      "sim",
      "server",
      "app",
      "cli",
      "standins",
    ],
    {
      cwd: ROOT,
      encoding: "utf8",
    },
  );
  for (const file of files.split("\n").filter((one) => one !== "" && !/\.test\.tsx?$/.test(one))) {
    mkdirSync(path.dirname(path.join(copy, file)), { recursive: true });
    cpSync(path.join(ROOT, file), path.join(copy, file));
  }
  symlinkSync(path.join(ROOT, "node_modules"), path.join(copy, "node_modules"));
  cpSync(path.join(ROOT, ".react-router"), path.join(copy, ".react-router"), { recursive: true });
  for (const [file, changes] of edits.flatMap((one) => Object.entries(one))) {
    const at = path.join(copy, file);
    if (typeof changes === "string") writeFileSync(at, changes);
    else {
      let text = readFileSync(at, "utf8");
      for (const [after, added] of changes) {
        expect(text.split(after), `${file} has “${after}” once`).toHaveLength(2);
        text = text.replace(after, after + added);
      }
      writeFileSync(at, text);
    }
  }
  return copy;
}

/** What the compiler says of a copy, in one text. */
function compile(copy: string): string {
  try {
    execFileSync(
      process.execPath,
      [path.join(ROOT, "node_modules/typescript7/bin/tsc"), "--noEmit", "--pretty", "false", "-p", copy],
      {
        cwd: copy,
        encoding: "utf8",
        stdio: ["ignore", "pipe", "ignore"],
      },
    );
    return "";
  } catch (failure) {
    return String((failure as { stdout?: unknown }).stdout);
  }
}

describe("a way of change", () => {
  it.each(WAYS_OF_CHANGE)("$name touches at most $most files", ({ most, whole }) => {
    expect(Object.keys(whole).length).toBeLessThanOrEqual(most);
  });
  // To compile the product twice more is for the long run.
  it.runIf(isLong)("that is carried out whole compiles, with a made-up member in every registry", () => {
    const copy = copyWith(
      "whole",
      WAYS_OF_CHANGE.map(({ whole }) => whole),
    );
    const router = path.join(ROOT, "node_modules/@react-router/dev/bin.js");
    execFileSync(process.execPath, [router, "typegen"], { cwd: copy, stdio: "ignore" });
    expect(compile(copy)).toBe("");
  });
  it.runIf(isLong)("that is carried out half is an error where something is missing", () => {
    const halves = WAYS_OF_CHANGE.flatMap(({ name, half }) => (half ? [{ name, ...half }] : []));
    const said = compile(
      copyWith(
        "half",
        halves.map(({ edits }) => edits),
      ),
    );
    for (const { name, file, says } of halves) {
      const about = said.split(/\n(?=\S)/).filter((one) => one.startsWith(file));
      expect({ name, about }).toEqual({ name, about: [expect.stringMatching(says)] });
    }
  });
});
