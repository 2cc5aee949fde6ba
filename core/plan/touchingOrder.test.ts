import { describe, expect, it } from "vitest";
import { loaded, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
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
});
