import { describe, expect, it } from "vitest";
import type { Command } from "../../core/ledger/index.ts";
import { mounted, nextId, opened, toolFixture, viewOf } from "../../core/ledger/setup.fixture.ts";
import { programRecord, readProgram, setupLists } from "../../core/program/index.ts";
import { changesTo, conflictWords } from "./conflict.ts";

const stations = Array.from({ length: 12 }, (_, index) => ({ id: String(index + 1), zone: "turret" }));
const program = (text: string): Command => ({
  id: nextId(),
  kind: "program-read",
  payload: programRecord({ name: "O1.nc", bytes: 1, fingerprint: "ab".repeat(32) }, readProgram(text)),
});
const cut = "G0 X20. Z1.\nG1 Z-5. F.1\nG28 U0 W0";
const setupOf = (text: string, ...tools: readonly (readonly [offset: string, station: string])[]) =>
  viewOf(
    opened({ stations }),
    program(`G21 G54\n${text}\nM30`),
    ...tools.map(([offset, station]) => mounted(offset, { ...toolFixture, faces: offset === "1" }, station)),
  );
const words = (setup: ReturnType<typeof setupOf>) =>
  (setupLists(setup)?.conflicts ?? []).map((one) => conflictWords(setup, one));
const offered = (setup: ReturnType<typeof setupOf>) =>
  words(setup).map(({ resolutions }) => resolutions.map((one) => one.words));

describe("disagreements in words", () => {
  it("offer to move a tool that stands elsewhere, or to renumber its calls with both offsets", () => {
    const setup = setupOf(`T0707\n${cut}\nT0717\n${cut}`, ["7", "11"]);
    expect(words(setup)[0]).toMatchObject({ title: "T0707: the tool stands in 11", weight: "stop" });
    expect(offered(setup)[0]).toEqual(["Move the tool to station 7", "Renumber its calls to station 11"]);
    const [, renumber] = words(setup)[0]?.resolutions ?? [];
    const call = (station: string, offset: string) => ({ station, offset });
    expect(renumber).toMatchObject({
      changes: [
        { path: 1, from: call("7", "7"), to: call("11", "7") },
        { path: 1, from: call("7", "17"), to: call("11", "17") },
      ],
    });
  });
  it("do not offer a station that another tool is called in", () => {
    const setup = setupOf(`T0707\n${cut}\nT0909\n${cut}`, ["7", "9"]);
    expect(offered(setup)).toEqual([["Move the tool to station 7"], []]);
    expect(words(setup)[1]?.title).toBe("T0909: its tool is not loaded");
  });
  it("renumber both of two exchanged tools", () => {
    const setup = setupOf(`T0303\n${cut}\nT0505\n${cut}`, ["3", "5"], ["5", "3"]);
    const [first] = words(setup);
    expect(first?.resolutions).toMatchObject([
      {
        do: "renumber",
        changes: [{ from: { station: "3" }, to: { station: "5", offset: "3" } }, { to: { station: "3", offset: "5" } }],
      },
    ]);
  });
  it("count changes from the program as it came, however often it was renumbered", () => {
    const setup = setupOf(`T0303\n${cut}`, ["3", "3"]);
    const [call] = setupLists(setup)?.called ?? [];
    const once = call ? changesTo(setup, [[call, "5"]]) : [];
    const kept: Command = { id: nextId(), kind: "calls-renumbered", payload: { changes: [...once] } };
    const then = viewOf(opened({ stations }), program(`G21 G54\nT0303\n${cut}\nM30`), kept);
    const [now] = setupLists(then)?.called ?? [];
    expect(now).toMatchObject({ station: "5", offset: "3" });
    expect(now && changesTo(then, [[now, "8"]])).toMatchObject([{ from: { station: "3" }, to: { station: "8" } }]);
    expect(now && changesTo(then, [[now, "3"]])).toEqual([]);
  });
  it("say every kind of disagreement with what was expected", () => {
    const cases = [
      setupOf(`T1414\n${cut}`),
      setupOf(`T0303\n${cut}`),
      setupOf(`T0303\n${cut}`, ["9", "3"]),
      setupOf(`T0303 (DRILL 8)\n${cut}`, ["3", "3"]),
      setupOf(`T0303\n${cut}\nT0313\n${cut}`, ["3", "3"]),
      setupOf(`T0303\n${cut}`, ["3", "3"], ["8", "8"]),
    ];
    const titles = cases.flatMap((setup) => words(setup).map(({ title }) => title));
    expect(titles).toEqual([
      "T1414: no station 14",
      "T0303: station 3 is empty",
      "T0303: offset 9 stands there",
      "T0303: is this the right tool?",
      "T0313: a second offset that is not there yet",
      "T08 is not called",
    ]);
    for (const setup of cases) for (const { text } of words(setup)) expect(text).not.toMatch(/undefined|NaN/);
  });
});
