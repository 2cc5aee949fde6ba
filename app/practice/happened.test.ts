import { describe, expect, it } from "vitest";
import { withHappened } from "./happened.ts";

const alarm = { kind: "alarm", message: "The control alarms: reset it first." } as const;
const crash = { kind: "crash", message: "The tip ran into the part." } as const;

describe("what happened last", () => {
  it("says a refusal that is repeated once, and is heard each time", () => {
    const said = withHappened(
      withHappened([], [crash, alarm]),
      Array.from({ length: 50 }, () => alarm),
    );
    expect(said.map(({ kind }) => kind)).toEqual(["crash", "alarm"]);
    expect(said.at(-1)?.number).toBe(52);
  });
  it("keeps the last thirty", () => {
    const many = Array.from({ length: 40 }, (_, index) => ({ ...crash, message: `${index}` }));
    expect(withHappened([], many).map(({ message }) => message)[0]).toBe("10");
  });
});
