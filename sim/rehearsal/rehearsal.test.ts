import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Command } from "../../core/ledger/index.ts";
import { nextId, viewOf } from "../../core/ledger/setup.fixture.ts";
import { programMotions } from "../../core/program/index.ts";
import { areaOf } from "../clipping/region.ts";
import { comparedWith, type RehearsalFinding, rehearse, type Slip, stageOf, takenBy } from "./index.ts";
import { inStrips, stockVolume, stripEdges, wholeOf } from "./stripStock.ts";

const read = (name: string) => JSON.parse(readFileSync(new URL(`../../db/demo/${name}`, import.meta.url), "utf8"));
const demo = read("setups.json").find(({ name }: { name: string }) => name === "dome-collar").entries as {
  kind: string;
  payload: Record<string, unknown>;
}[];

/** The dome collar of the demo, everything touched, with changes of its machine, its tools or what was done since. */
function collar({
  machine = {},
  tools = {},
  since = [],
}: {
  machine?: object;
  tools?: Record<string, object>;
  since?: object[];
} = {}) {
  const north = { ...read("machines.json").find(({ id }: { id: string }) => id === "north"), ...machine };
  const commands = [...demo.filter(({ kind }) => kind !== "program-read"), ...since].map((one) => {
    const { kind, payload } = one as (typeof demo)[number];
    const own = tools[String(payload.offset)];
    const changed =
      kind === "setup-opened"
        ? { ...payload, machine: north }
        : kind === "tool-loaded" && own
          ? { ...payload, tool: { ...(payload.tool as object), ...own } }
          : payload;
    return { id: nextId(), kind, version: 1, payload: changed };
  });
  return viewOf(...(commands as unknown as Command[]));
}
const play = (body: string, setup = collar(), slips: readonly Slip[] = []) => {
  const { motions } = programMotions(`G21 G40 G54 G99\n${body}\nM30`, { units: "mm" });
  return { ...rehearse(stageOf(setup, slips), motions, { margin: 1 }), motions };
};
const codes = (findings: readonly RehearsalFinding[]) => findings.map(({ code, weight }) => `${weight} ${code}`);

describe("rehearsal", () => {
  it("turns what the program says, to the volume of the closed form", () => {
    const { stock, findings } = play("T0101\nG0 X60. Z0\nG1 X-2. F.2\nG0 X44. Z2.\nG1 Z-18. F.2\nX60.");
    expect(findings).toEqual([]);
    // Ø55.2 from z −45.5 − 60 to −18, then Ø44 to 0; the nose leaves a fillet of 0.8 in the corner.
    const fillet = (0.64 - (Math.PI * 0.64) / 4) * 2 * Math.PI * 22.2;
    const closed = Math.PI * (27.6 ** 2 * (105.5 - 18) + 22 ** 2 * 18) + fillet;
    expect(stockVolume(stock) / closed).toBeCloseTo(1, 5);
  });
  it("takes away as much as is missing afterwards, whatever it cuts", () => {
    const blank = inStrips(
      {
        paths: [
          [
            { x: -1_055_000, y: 0 },
            { x: 5000, y: 0 },
            { x: 5000, y: 276_000 },
            { x: -1_055_000, y: 276_000 },
          ],
        ],
      },
      stripEdges(-105.5, -40, 0.5),
    );
    const place = fc.tuple(fc.integer({ min: 300, max: 600 }), fc.integer({ min: -300, max: 20 }));
    fc.assert(
      fc.property(fc.array(place, { minLength: 2, maxLength: 14 }), (places) => {
        const ways = places.map(([x, z]) => `X${x / 10} Z${z / 10}`).join("\n");
        const { stock, removed } = play(`T0101\nG0 X62. Z3.\nG1 F.2\n${ways}`);
        expect(areaOf(wholeOf(blank)) - areaOf(wholeOf(stock))).toBeCloseTo(removed.cut + removed.dropped, 1);
      }),
      { numRuns: 40 },
    );
  });
  it("a nose that is not compensated leaves (√2 − 1)·r on a cone; compensated it leaves nothing", () => {
    const cone = (way: string, end: string) => {
      const setup = collar();
      const text = `T0101\nG0 X60. Z0\nG1 X-2. F.2\nG0 Z3.\n${way}\nG1 X30. Z0 F.2\nX50. Z-10.\n${end}`;
      const { motions, ...turned } = play(text, setup);
      const wanted = rehearse(stageOf(setup), motions, { margin: 1, asProgrammed: true });
      return comparedWith(wanted, turned, -9);
    };
    const [left] = cone("G0 X26. Z2.", "X62. Z-16.");
    expect(left?.kind).toBe("uncut");
    expect(left?.width).toBeCloseTo((Math.SQRT2 - 1) * 0.8, 2);
    const compensated = cone("G42 G0 X26. Z2.", "X60. Z-15.\nG40 G0 X70.").filter(({ width }) => width > 0.02);
    expect(compensated).toEqual([]);
  });
  it("a near miss of 0.05 is warned of and is no collision; 0.05 the other way is one", () => {
    const pass = (x: number) => play(`T0101\nG0 X80. Z5.\nX${x}\nZ-20.\nX80.`).findings;
    expect(pass(55.3)).toMatchObject([{ code: "rapid-into-stock", weight: "near", against: "stock" }]);
    expect(pass(55.3)[0]?.room).toBeCloseTo(0.05, 3);
    expect(pass(55.1)).toMatchObject([{ code: "rapid-into-stock", weight: "collision" }]);
    expect(pass(55.1)[0]?.room).toBeCloseTo(-0.05, 2);
    expect(pass(57.4)).toEqual([]);
  });
  it("parts off: what is not held falls", () => {
    const { removed, stock } = play(
      "T0202\nG0 X0 Z4.\nG83 Z-34. Q7. F.14\nG80\nG28 U0 W0\nT0909\nG0 X62. Z-27.\nG1 X10. F.05\nG0 X62.",
    );
    expect(removed.dropped).toBeGreaterThan(400);
    expect(Math.max(...stock.strips.map(({ box }) => box?.zMax ?? -99))).toBeCloseTo(-27, 3);
  });
});

describe("the classic crashes", () => {
  it("a tall tool with a generous retract runs out of X", () => {
    expect(codes(play("T0101\nG0 X60. Z2.\nG0 X360.").findings)).toContain("stop travel");
  });
  it("a drive that does not notice stalls, loses steps, and the next tool crashes", () => {
    const setup = collar({ machine: { encoders: "incremental" } });
    const { findings } = play("T0101\nG0 X60. Z2.\nG0 X370.\nT0909\nG0 X62. Z-20.\nG0 X360.", setup);
    const lost = findings.find(({ code }) => code === "lost-steps");
    // 370 − 339.432 = 30.568, the travel ends at 12.
    expect(lost?.room).toBeCloseTo(-(370 - 339.432 - 12), 3);
    const after = findings.find(({ code, offset }) => code === "rapid-into-stock" && offset === "9");
    expect(after?.weight).toBe("collision");
    const noticed = play("T0101\nG0 X60. Z2.\nG0 X370.\nT0909\nG0 X62. Z-20.").findings;
    expect(codes(noticed)).not.toContain("collision rapid-into-stock");
  });
  it("a second offset called from another station turns the turret over the part", () => {
    const groove = (call: string) =>
      play(`T0707\nG0 X60. Z-9.\nG1 X50. F.06\nG0 X57.\n${call}\nZ-7.5\nG28 U0 W0`).findings;
    expect(groove("T0717").filter(({ code }) => code === "swing")).toEqual([]);
    const turned = groove("T0917").filter(({ code, weight }) => code === "swing" && weight === "collision");
    expect(turned[0]?.room).toBeLessThan(-1);
    expect(["chuck", "stock"]).toContain(turned[0]?.against);
  });
  it("lets a bar swing round its own middle, and a shank count on both sides of its edge", () => {
    const { tools } = stageOf(collar());
    // The tip of T04 stood at −316.830 on Ø 15.040: at −331.870 on centre, 400 − 165.935 = 234.065 from the turret's axis.
    // Its bar of 12 begins 0.6 under the tip: its middle is 6.6 farther out, 240.665, which is X −318.670.
    const bar = tools.get("4")?.swing;
    expect(bar?.truly.x).toBeCloseTo(-318.67, 6);
    expect(bar?.halfWidth).toBe(6);
    expect(bar?.isAlong).toBe(true);
    expect(tools.get("1")?.swing.halfWidth).toBe(25);
  });
  it("indexes over the part where no move has sent it clear", () => {
    const index = (away: string) =>
      play(`T0202\nG0 X0 Z2.\nG1 Z-20. F.1\n${away}\nT0101`).findings.filter(({ code }) => code === "swing");
    expect(index("")[0]).toMatchObject({ weight: "collision" });
    expect(index("G28 U0 W0")).toEqual([]);
  });
  it("the whole machine distance taught into the work offset sends the tool through the chuck", () => {
    const setup = collar({
      since: [
        {
          kind: "work-offset-set",
          payload: { name: "G54", axis: "z", means: "entered", active: true, from: 0, to: -120 },
        },
      ],
    });
    const found = play("T0101\nG0 X60. Z5.\nG0 Z2.", setup).findings;
    expect(codes(found)).toContain("collision chuck");
    expect(codes(play("T0101\nG0 X60. Z5.\nG0 Z2.").findings)).toEqual([]);
  });
  it("a boring bar too thick for its hole hits with its back", () => {
    const bore = "T0202\nG0 X0 Z4.\nG83 Z-34. Q7. F.14\nG80\nG28 U0 W0\nT0404\nG0 X15. Z2.\nG1 Z-20. F.1";
    expect(codes(play(bore).findings.filter(({ offset }) => offset === "4"))).toEqual([]);
    const thick = collar({ tools: { "4": { bar: 20, smallestBore: 25 } } });
    expect(codes(play(bore, thick).findings.filter(({ offset }) => offset === "4"))).toContain("collision holder");
  });
  it("a parted part is compared where it was turned: what its tools took too much is not lost with it", () => {
    const text =
      "T0101\nG0 X60. Z2.\nG0 X44. Z2.\nG1 Z-18. F.2\nX57.\nG28 U0 W0\nT0202\nG0 X0 Z4.\nG83 Z-34. Q7. F.14\nG80\nG28 U0 W0\nT0909\nG0 X62. Z-27.\nG1 X10. F.05\nG0 X62.";
    const right = play(text);
    const deep = play(text, collar(), [{ kind: "offset", offset: "1", axis: "x", by: -2 }]);
    expect(right.removed.dropped).toBeGreaterThan(400);
    const [gouge] = comparedWith(right, deep, -26).filter(({ kind }) => kind === "gouge");
    expect(gouge?.width).toBeCloseTo(1, 2);
    const step = gouge && takenBy(deep, gouge);
    expect(step === undefined ? undefined : deep.steps[step]?.offset).toBe("1");
    expect(comparedWith(right, right, -26)).toEqual([]);
  });
  it("a flank that takes too much is led back to the move that did it", () => {
    // The facing insert goes down a wall that is steeper than its trailing edge is relieved.
    const text =
      "T0101\nG0 X57. Z2.\nG1 X50. F.2\nZ-20.\nX57.\nG0 Z2.\nX52. Z-4.\nG1 X50. F.1\nX44. Z-4.05\nX57. Z-4.1";
    const { motions, ...played } = play(text);
    const wanted = rehearse(stageOf(collar()), motions, { margin: 1, asProgrammed: true });
    const [gouge] = comparedWith(wanted, played, -19).filter(({ kind }) => kind === "gouge");
    if (!gouge) throw new Error("the flank has taken something");
    const step = takenBy(played, gouge);
    expect(step === undefined ? undefined : played.steps[step]?.line).toBe(10);
    const nowhere = { ...gouge, outline: gouge.outline.map(({ z, x }) => ({ z: z - 500, x })) };
    expect(takenBy(played, nowhere)).toBeUndefined();
  });
  it("a slip asked about shows what would have happened, and the table's own play does not change", () => {
    const text = "T0101\nG0 X60. Z0\nG1 X-2. F.2\nG0 X50. Z2.\nG1 Z-18. F.2\nX60.";
    const right = play(text);
    const wrong = play(text, collar(), [{ kind: "offset", offset: "1", axis: "x", by: 0.2 }]);
    const [left] = comparedWith(right, wrong, -17);
    expect(left).toMatchObject({ kind: "uncut" });
    expect(left?.width).toBeCloseTo(0.1, 2);
    const crash = play(text, collar(), [{ kind: "offset", offset: "1", axis: "x", by: -20 }]);
    expect(codes(crash.findings)).toContain("collision rapid-into-stock");
  });
});

describe("several paths", () => {
  const text =
    "G21 G40 G54 G99\n$1\nT0101\nG0 X60. Z2.\nX50.\nG1 Z-20. F.1\nG0 X60. Z20.\n!2L1\n$2\nG21 G99 G54\nT0909\nG0 X80. Z40.\n!1L1\nX60. Z-25.\nG1 X40. F.1\nG0 X80.\nM30";
  it("have slides of their own and wait for each other", () => {
    const { motions } = programMotions(text, { units: "mm" });
    const { steps, findings } = rehearse(stageOf(collar()), motions, { margin: 1 });
    // Neither path indexes the other’s turret: nothing turns over the part.
    expect(findings.filter(({ code }) => code === "swing")).toEqual([]);
    const lastOfFirst = steps.findLastIndex(({ station, kind }) => station === "1" && kind === "feed");
    const firstCutOfSecond = steps.findIndex(({ station, kind }) => station === "9" && kind === "feed");
    expect(lastOfFirst).toBeGreaterThan(0);
    expect(firstCutOfSecond).toBeGreaterThan(lastOfFirst);
    // The blade stands still at X 80 while the other path turns, and goes on from there.
    const at = steps[steps.findIndex(({ station, kind, line }) => station === "9" && kind === "rapid" && line > 12)];
    expect(at?.from.x).toBeCloseTo(40, 6);
  });
  it("go on together at a mark that stands in both as often", () => {
    const turns = "!2L1\nG1 Z-5. F.1\n!2L1\nG0 X60. Z5.\n";
    const { motions } = programMotions(
      `G21 G40 G54 G99\n$1\nT0101\nG0 X50. Z2.\n${turns}$2\nT0909\nG0 X80. Z40.\n!1L1\nZ30.\n!1L1\nZ20.\nM30`,
      { units: "mm" },
    );
    const { steps } = rehearse(stageOf(collar()), motions, { margin: 1 });
    const order = steps.filter(({ kind }) => kind !== "index").map(({ station, line }) => `${station} ${line}`);
    expect(order.indexOf("1 6")).toBeLessThan(order.indexOf("9 15"));
    expect(order.indexOf("9 13")).toBeLessThan(order.indexOf("9 15"));
    expect(order.filter((one) => one.startsWith("1"))).toEqual(["1 4", "1 6", "1 8"]);
  });
});

describe("what a section cannot show", () => {
  it("a driven tool off the axis takes nothing off and is not hit by what it has milled itself", () => {
    const tools = {
      "7": {
        kind: "live-cross-drill",
        description: "Cross drill",
        diameter: 5,
        pointAngle: 118,
        holder: 20,
        overhang: 40,
      },
    };
    const text = "T0707\nG0 X60. Z-10.\nG98 G1 X30. F100\nG0 X60.\nX36.\nG1 X28.\nG0 X60.";
    const driven = collar({ tools: { "7": { ...tools["7"], width: undefined } } });
    const { removed, findings, notRehearsed } = play(text, driven);
    expect(removed.cut).toBe(0);
    expect(findings).toEqual([]);
    expect(notRehearsed).toMatchObject([{ why: "driven-cut", line: 4 }]);
  });
  it("its rapid into what it has not milled is still a collision", () => {
    const drill = { kind: "live-cross-drill", description: "Drill", diameter: 5, pointAngle: 118, width: undefined };
    const { findings } = play("T0707\nG0 X60. Z-10.\nG98 G1 X50. F100\nG0 X40.", collar({ tools: { "7": drill } }));
    expect(codes(findings)).toContain("collision rapid-into-stock");
  });
  it("leads the way out of a cancelled offset past no limit, and says where one leads back", () => {
    const out = play("T0101\nG0 X60. Z2.\nG0 X200. Z80. T0100");
    expect(out.findings).toEqual([]);
    expect(out.notRehearsed).toEqual([]);
    const back = play("T0101\nG0 X60. Z2.\nG0 X200. Z80. T0100\nG0 X60. Z3.");
    expect(back.notRehearsed).toMatchObject([{ why: "offset-cancelled", line: 5 }]);
  });
  it("home with the offset cancelled in the same line goes home", () => {
    const { steps, findings } = play("T0101\nG0 X60. Z2.\nG28 U0 W0 T0100\nT0202\nG0 X0 Z4.");
    expect(findings).toEqual([]);
    // Travel ends at X 12 and Z 5 or so: the slides stand there less the margin.
    expect(steps.some(({ kind, line }) => kind === "away" && line === 4)).toBe(true);
  });
  it("a bar that is moved in a part that was begun stays where it was, and that is said", () => {
    const stop = { kind: "bar-stop", description: "Stop", diameter: 20, width: undefined };
    const setup = collar({ tools: { "7": stop } });
    const text = "T0101\nG0 X50. Z2.\nG1 Z-10. F.2\nG28 U0 W0\nT0707\nG0 X0 Z6.\nG1 Z2. F.5\nG28 U0 W0\n";
    expect(play(text, setup).notRehearsed).toEqual([]);
    expect(play(`${text}T0101\nG0 X50. Z2.\nG1 Z-10. F.2`, setup).notRehearsed).toMatchObject([
      { why: "bar-moved", station: "1" },
    ]);
  });
});

describe("short moves", () => {
  const cone = (pieces: number) =>
    Array.from({ length: pieces }, (_, n) => {
      const share = (n + 1) / pieces;
      return `X${(40 + 10 * share).toFixed(4)} Z${(-10 * share).toFixed(4)}`;
    }).join("\n");
  const turned = (way: string) => play(`T0101\nG0 X60. Z0\nG1 X-2. F.2\nG0 X40. Z2.\nG1 Z0\n${way}\nX60.`);
  it("in one line cut what one long move cuts, and each is a step of its own", () => {
    const [one, many] = [turned(cone(1)), turned(cone(160))];
    expect(stockVolume(many.stock) / stockVolume(one.stock)).toBeCloseTo(1, 5);
    expect(many.steps.length - one.steps.length).toBe(159);
    expect(many.minutes).toBeCloseTo(one.minutes, 6);
  });
  it("round a ball cut the ball to two thousandths", () => {
    // A ball of Ø 30 with its pole on the face, by chords of 0.1 to 0.2: R 15, so that a chord lies 0.0003 beside the arc.
    const ball = Array.from({ length: 120 }, (_, n) => {
      const angle = ((n + 1) / 120) * (Math.PI / 2);
      return `X${(30 * Math.sin(angle)).toFixed(4)} Z${(-15 + 15 * Math.cos(angle)).toFixed(4)}`;
    }).join("\n");
    const text = `T0101\nG0 X60. Z0\nG1 X-2. F.2\nG0 Z2.\nX0\nG1 Z0\n${ball}\nX60.`;
    const { motions } = programMotions(`G21 G40 G54 G99\n${text}\nM30`, { units: "mm" });
    const wanted = rehearse(stageOf(collar()), motions, { margin: 1, asProgrammed: true });
    const depth = -10;
    // Between Z −10 and the face a ball of radius 15: π·h²·(R − h/3), less what stands as a cylinder behind.
    const ballVolume = Math.PI * 100 * (15 - 10 / 3);
    const front = wanted.stock.strips.filter((_, index) => (wanted.stock.edges[index] as number) >= depth - 1e-9);
    const volume = stockVolume({ ...wanted.stock, strips: front });
    const first = wanted.stock.edges.find((edge) => edge >= depth - 1e-9) ?? 0;
    const cap = Math.PI * first ** 2 * (15 + first / 3);
    expect(Math.abs(first - depth)).toBeLessThan(1);
    expect(volume / cap).toBeCloseTo(1, 3);
    expect(cap).toBeLessThanOrEqual(ballVolume);
  });
  it("that meet something are told by their own lines", () => {
    const lines = Array.from({ length: 60 }, (_, n) => `Z${(-41 - n * 0.1).toFixed(1)}`).join("\n");
    const { findings } = play(`T0101\nG0 X60. Z2.\nZ-41.\nG1 F.2\n${lines}\nX70.`);
    const [chuck] = findings.filter(({ code, weight }) => code === "chuck" && weight === "collision");
    // Jaws stand at −45.5; the last of the lines leads to −46.9, the deepest: 1.4 and what the insert's corner does not fill.
    expect(chuck?.line).toBe(65);
    expect(chuck?.room).toBeLessThan(-1);
    expect(chuck?.room).toBeGreaterThan(-1.41);
  });
});
