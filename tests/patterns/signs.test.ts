import { execFileSync } from "node:child_process";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { FIELD_FRAMES, FIELDS_OF_WORDS, setupForms } from "../../core/commands/index.ts";

const ROOT = path.resolve(import.meta.dirname, "../..");

/** Where a sign of a machine may be named: the boundary, its profile, what asks a person for it, and where a tip points. */
const MAY_NAME_SIGNS = [
  "core/machine/controlBoundary.ts",
  "core/machine/zone.ts",
  "core/machine/machineProfile.ts",
  "core/machine/machineQuestions.ts",
  "app/workshop/profileWords.ts",
  "app/workshop/MachinesSection.tsx",
  // Orientation codes mirror with a program's Z.
  "core/tool/toolTip.ts",
  // The scripted case of the touch equation says its sign itself.
  "core/touch/touchEquation.ts",
  "core/touch/touchCase.ts",
  "core/touch/touchProblem.ts",
  // Types that name which of the signs they need.
  "core/machine/directions.ts",
  "core/limits/retreat.ts",
  "sim/scenario/lathes.ts",
];

describe("signs", () => {
  it("are named by the boundary alone", () => {
    const words = ["-rlE", "\\b(motionSign|programSign|storedSign)\\b", "--include=*.ts", "--include=*.tsx"];
    const naming = execFileSync("grep", [...words, "core", "sim", "server", "app", "cli", "standins"], { cwd: ROOT })
      .toString()
      .trim()
      .split("\n")
      .filter((file) => !/\.(test|fixture)\.tsx?$/.test(file));
    expect(naming.length).toBeGreaterThan(4);
    expect(naming.filter((file) => !MAY_NAME_SIGNS.includes(file))).toEqual([]);
  });
});

describe("the table of fields", () => {
  it("says whose number every typed field of every form is, or that it holds words", () => {
    const unsaid = Object.entries(setupForms).flatMap(([intent, { properties }]) =>
      Object.entries(properties as Readonly<Record<string, { readonly type?: string; readonly maxLength?: number }>>)
        // What a person types freely has this length; ids, choices and lists do not.
        .filter(([, { type, maxLength }]) => type === "string" && maxLength === 200)
        .filter(([field]) => !(field in ((FIELD_FRAMES as Record<string, object>)[intent] ?? {})))
        .filter(([field]) => !(FIELDS_OF_WORDS as Record<string, readonly string[]>)[intent]?.includes(field))
        .map(([field]) => `${intent}.${field}`),
    );
    expect(unsaid).toEqual([]);
  });
});
