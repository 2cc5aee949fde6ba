import { describe, expect, it } from "vitest";
import { loaded, mounted, opened, toolFixture, touched, viewOf } from "../ledger/setup.fixture.ts";
import type { MachineProfile } from "../machine/index.ts";
import type { Tool } from "../tool/index.ts";
import { nextStep, touchingOrder } from "./touchingOrder.ts";

const tools = [opened(), loaded("3", { faces: false }), loaded("12", { faces: false }), loaded("1")];
const write = (view: ReturnType<typeof viewOf>) =>
  touchingOrder(view).map(({ offset, kind, state }) => `${offset}${kind} ${state}`);

describe("touchingOrder", () => {
  it("starts with the tool that makes the face, then goes by station; Z of the rest waits for the face", () => {
    const order = touchingOrder(viewOf(...tools));
    expect(write(viewOf(...tools))).toEqual([
      "1x ready",
      "1z ready",
      "1nose ready",
      "3x ready",
      "3z waiting",
      "3nose ready",
      "12x ready",
      "12z waiting",
      "12nose ready",
    ]);
    expect(order.find(({ state }) => state === "waiting")?.reason).toBe("after T01 has made the face");
  });
  it("lets the rest go on once the face is made, and proposes the first that is ready", () => {
    const view = viewOf(...tools, touched("1", "x", -300), touched("1", "z", -400));
    expect(write(view)).toContain("3z ready");
    expect(nextStep(touchingOrder(view))).toMatchObject({ offset: "1", kind: "nose" });
  });
  it("has nothing left for a setup without tools", () => {
    expect(nextStep(touchingOrder(viewOf(opened())))).toBeUndefined();
  });
  it("has Y of a holder that is swept on the sub-spindle's side or in the back block, where the machine has Y", () => {
    const drill: Tool = {
      kind: "drill",
      description: "Drill",
      diameter: 3.3,
      pointAngle: 140,
      programmed: "point",
      overhang: 38,
    };
    const zones: MachineProfile["zones"] = [
      { id: "turret", name: "Turret", kind: "turret", works: "main", from: "plus" },
      { id: "sub-side", name: "Sub side", kind: "sub-side", works: "main", from: "plus" },
      { id: "back", name: "Back", kind: "back", works: "sub", from: "plus" },
    ];
    const stations = zones.map(({ id }) => ({ id, zone: id }));
    const kinds = (yAxis: boolean) => {
      const view = viewOf(
        opened({ yAxis, zones, stations }),
        mounted("1", drill, "turret"),
        mounted("2", drill, "sub-side"),
        mounted("3", drill, "back"),
        mounted("4", toolFixture, "back"),
      );
      const order = touchingOrder(view);
      return ["1", "2", "3", "4"].map((offset) =>
        order.filter((step) => step.offset === offset).map(({ kind }) => kind),
      );
    };
    expect(kinds(true)).toEqual([
      ["x", "z", "nose"],
      ["x", "y", "z", "nose"],
      ["x", "y", "z", "nose"],
      // A turning tool is on no centre: nothing of it is swept.
      ["x", "z", "nose"],
    ]);
    expect(kinds(false).flat()).not.toContain("y");
  });
});
