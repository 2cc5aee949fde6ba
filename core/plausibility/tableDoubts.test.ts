import { describe, expect, it } from "vitest";
import type { Command, Payload } from "../ledger/index.ts";
import {
  bladeFixture,
  loaded,
  mounted,
  nextId,
  opened,
  toolFixture,
  touched,
  viewOf,
} from "../ledger/setup.fixture.ts";
import { tableDoubts } from "./tableDoubts.ts";
import { pastOf } from "./toolHistory.fixture.ts";

type Row = Payload<"table-read">["rows"][number];
const HISTORY = { "1": { x: pastOf(-339.432) }, "7": { x: pastOf(-340.118), z: pastOf(-399.94) } };
const doubts = (rows: readonly Row[], source: "file" | "last-setup" = "file", ...more: readonly Command[]) =>
  tableDoubts(
    viewOf(
      opened(),
      loaded("1"),
      mounted("7", bladeFixture),
      mounted("3", { ...toolFixture, overhang: 40 }),
      { id: nextId(), kind: "table-read", payload: { source, name: "backup", rows: [...rows] } },
      ...more,
    ),
    HISTORY,
  );

describe("the control's table beside earlier setups", () => {
  it("stands out nowhere where its tools are the same, and says what could not be compared", () => {
    const same = doubts([
      { offset: "1", x: -339.402, z: -402 },
      { offset: "7", x: -340.111 },
      { offset: "3", x: -330 },
    ]);
    // X of 1 and 7 were found before; Z of 1 and X of 3 were not.
    expect(same).toEqual({ columns: [], rows: [], compared: 2, notCompared: 2 });
  });
  it.each([
    // −339.432 and −340.118 divided by 25.4, by 2, and with the other sign.
    ["inches", [-13.3635, -13.3905]],
    ["radius", [-169.716, -170.059]],
    ["other-sign", [339.432, 340.118]],
    ["doubled", [-678.864, -680.236]],
  ] as const)("is told as a whole where every row would fit by one factor: %s", (slip, [one, seven]) => {
    const found = doubts([
      { offset: "1", x: one },
      { offset: "7", x: seven },
    ]);
    expect(found).toMatchObject({ columns: [{ axis: "x", slip, rows: 2 }], rows: [] });
  });
  it("names a single row that a slip explains, and none that was touched since", () => {
    const swapped = [
      { offset: "1", x: -339.402 },
      { offset: "7", x: -304.118 },
    ] as const;
    expect(doubts(swapped)?.rows).toEqual([
      {
        offset: "7",
        axis: "x",
        message: expect.stringMatching(/^T07: 36\.000 mm more than last time: were two digits/),
      },
    ]);
    expect(doubts(swapped, "file", touched("7", "x", -340.12, 54))?.rows).toEqual([]);
  });
  it("is nothing to compare where earlier setups themselves are the table", () => {
    expect(doubts([{ offset: "7", x: -304.118 }], "last-setup")).toBeUndefined();
  });
});
