import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { GONE_AFTER_MS, Roster } from "./roster.ts";
import { addressOf, silenceOf, union } from "./topics.ts";

const of = (setups: readonly string[], machines: readonly string[] = []) => ({ setups, machines });

describe("the pages of a browser", () => {
  it("listen together to what any of them listens to, each topic once", () => {
    const roster = new Roster();
    roster.heard("b", of(["2", "1"], ["north"]), 0);
    roster.heard("a", of(["1"]), 0);
    expect(roster.topics(0)).toEqual(of(["1", "2"], ["north"]));
    roster.heard("b", of(["3"]), 10);
    expect(roster.topics(10)).toEqual(of(["1", "3"]));
    roster.left("a");
    expect(roster.topics(10)).toEqual(of(["3"]));
  });
  it("have one leader, who is replaced when it leaves or says nothing any more", () => {
    const roster = new Roster();
    expect(roster.leader(0)).toBeUndefined();
    roster.heard("b", of([]), 0);
    roster.heard("a", of([]), 0);
    expect(roster.leader(0)).toBe("a");
    roster.heard("b", of([]), GONE_AFTER_MS);
    expect(roster.leader(GONE_AFTER_MS)).toBe("a");
    expect(roster.leader(GONE_AFTER_MS + 1)).toBe("b");
    roster.left("b");
    expect(roster.leader(GONE_AFTER_MS + 1)).toBeUndefined();
  });
  it("agree on the leader once they have heard each other, in whatever order", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.uuid(), { minLength: 1, maxLength: 8 }), fc.nat(), (pages, turn) => {
        const rosters = pages.map((_, index) => {
          const roster = new Roster();
          const order = pages.map((_page, at) => pages[(at + index + turn) % pages.length] ?? "");
          for (const page of order) roster.heard(page, of([]), 0);
          return roster;
        });
        expect(new Set(rosters.map((roster) => roster.leader(1))).size).toBe(1);
      }),
    );
  });
});

describe("what is listened to", () => {
  it("is the same address for the same wishes, in whatever order they came", () => {
    expect(addressOf(union([of(["b"], ["m"]), of(["a"])]))).toBe("/stream?setup=a&setup=b&machine=m");
    expect(addressOf(union([of(["a", "b"]), of([], ["m"])]))).toBe("/stream?setup=a&setup=b&machine=m");
  });
  it("is silent for five seconds at most with a machine in it, else for twenty-five", () => {
    expect(silenceOf(of(["a"]))).toBe(25_000);
    expect(silenceOf(of(["a"], ["m"]))).toBe(5000);
  });
});
