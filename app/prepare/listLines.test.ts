import { describe, expect, it } from "vitest";
import { listLines } from "./listLines.ts";

describe("listLines", () => {
  it("joins a call to its row and the row to the tool's station", () => {
    const columns = {
      called: [
        { offset: "1", place: "1" },
        { offset: "7", place: "7" },
      ],
      rows: ["1", "4", "7"],
      stations: [
        { id: "1", offsets: ["1"] },
        { id: "2", offsets: [] },
        { id: "7", offsets: ["7", "17"] },
      ],
    };
    expect(listLines(columns)).toEqual({
      left: [
        { from: 0, to: 0, state: "agrees" },
        { from: 1, to: 2, state: "agrees" },
      ],
      right: [
        { from: 0, to: 0, state: "agrees" },
        { from: 2, to: 2, state: "agrees" },
      ],
    });
  });
  it("shows where the tool stands somewhere else, and no line where there is none", () => {
    const columns = {
      called: [
        { offset: "3", place: "3" },
        { offset: "9", place: "9" },
      ],
      rows: ["3", "9"],
      stations: [{ id: "5", offsets: ["3"] }],
    };
    expect(listLines(columns)).toEqual({
      left: [
        { from: 0, to: 0, state: "differs" },
        { from: 1, to: 1, state: "differs" },
      ],
      right: [{ from: 0, to: 0, state: "differs" }],
    });
  });
});
