import { describe, expect, it } from "vitest";
import { AXES, ZONE_KINDS } from "../../core/machine/index.ts";
import { AXIS_QUESTIONS, MACHINE_QUESTIONS, ZONE_QUESTIONS } from "../../core/machine/machineQuestions.ts";
import { TOOL_KINDS, TOUCH_WAYS } from "../../core/tool/index.ts";
import { answersOf } from "../../sim/physical/answers.ts";
import { drawMachine } from "../../sim/physical/drawMachine.ts";
import { longOr } from "../hard/long.ts";
import { PaperDesk } from "./desk.ts";
import { Job } from "./job.ts";

/** Machines of an ordinary run; with `--long` thousands. `LUVRIT_JUDGE_FROM` begins elsewhere. */
const FIRST = Number(process.env.LUVRIT_JUDGE_FROM ?? 1);
const MACHINES = longOr(2000, 24);

/** Seeds whose machine has found something once, with what it was. */
const FOUND: readonly (readonly [seed: number, what: string])[] = [
  [2, "the display after a touch on a datum face left out the active work offset"],
  [26, "a tool slid to the bar end was reckoned without the work offset that the display counts"],
  [7, "the gap before a drill programmed at its corner left out its point"],
  [1019, "X from a setter under a work offset that is not 0"],
  [2028, "a measuring function counted a work offset that was not known"],
  [2039, "a measuring function that wants the work offset at 0 was used without saying so"],
  [3092, "a face groove programmed at its outer edge, met by eye from below: the judge itself read the wrong corner"],
  [3222, "a tool slid to a datum face did not say that its sum rests on an unknown work offset"],
  [3942, "with a setter, the tool that was to teach the work offset was one that the setter did not measure"],
  [2117, "a back tool was touched before the work offset was taught that it rests on"],
];

describe("the questions about a machine", () => {
  it("are answered by every machine that is tried, each with one of its answers", () => {
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const machine = drawMachine(seed);
      const given = answersOf(machine);
      const asked = [
        ...MACHINE_QUESTIONS.map((question) => [question.id, question] as const),
        ...machine.zones.flatMap(({ id }) => [
          ...ZONE_QUESTIONS.map((question) => [`${id} ${question.id}`, question] as const),
          ...AXES.flatMap((axis) =>
            AXIS_QUESTIONS[axis].map((question) => [`${id} ${axis} ${question.id}`, question] as const),
          ),
        ]),
      ];
      expect(Object.keys(given).sort()).toEqual(asked.map(([id]) => id).sort());
      for (const [id, { answers }] of asked) expect(Object.keys(answers)).toContain(given[id]);
    }
  });
});

describe("machines that have found something", () => {
  it.each(FOUND)("seed %i: %s", { timeout: 60_000 }, async (seed) => {
    expect((await new Job(seed, new PaperDesk()).run()).wrong).toEqual([]);
  });
});

describe(`machines drawn from seeds ${FIRST} to ${FIRST + MACHINES - 1}`, () => {
  const met = new Set<string>();
  const seeds = Array.from({ length: MACHINES }, (_, index) => FIRST + index);
  it.each(seeds)(
    "seed %i: tips, displays, checks and parts are as the pages say",
    { timeout: 60_000 },
    async (seed) => {
      const report = await new Job(seed, new PaperDesk()).run();
      for (const one of report.met) met.add(one);
      expect(report.wrong).toEqual([]);
    },
  );
  it("meet every kind of tool, every way, every zone", () => {
    const kinds = new Set([...met].map((one) => one.split("/")[0]));
    const ways = new Set([...met].map((one) => one.split("/")[2]));
    expect(TOOL_KINDS.filter((kind) => !kinds.has(kind))).toEqual([]);
    expect(TOUCH_WAYS.filter((way) => !ways.has(way))).toEqual([]);
    expect(ZONE_KINDS.filter((kind) => !met.has(`zone ${kind}`))).toEqual([]);
    expect(met.has("corrected x") && met.has("corrected z") && met.has("file loaded")).toBe(true);
  });
});
