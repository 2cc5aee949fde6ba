import { act, render, screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import type { TouchWay } from "../../core/ledger/index.ts";
import { useHeldWay } from "./useHeldWay.ts";

/** A page with the way that the ledger has, whether a choice is under way, and whether something is typed. */
interface Situation {
  readonly ledger: TouchWay;
  readonly isSent: boolean;
  readonly isTyping: boolean;
}
let become: (next: Partial<Situation>) => void;
let choose: (way: TouchWay) => void;

function Page() {
  const [now, setNow] = useState<Situation>({ ledger: "skim", isSent: false, isTyping: false });
  const { ledger } = now;
  const tool = { way: { x: ledger, y: ledger, z: ledger }, choice: { x: {}, y: {}, z: {} } };
  const held = useHeldWay(tool, "x", now.isSent);
  held.keepWhile(now.isTyping);
  become = (next) => act(() => setNow((before) => ({ ...before, ...next })));
  choose = (way) => act(() => held.chosen(way, {}));
  return <output>{held.way}</output>;
}
const way = () => screen.getByRole("status").textContent;

describe("the way to touch, as a page has it", () => {
  it("is what was chosen here at once, and stays so when something is typed before the choice is on its way", () => {
    render(<Page />);
    choose("paper");
    expect(way()).toBe("paper");
    become({ isTyping: true });
    become({ isSent: true });
    expect(way()).toBe("paper");
    become({ isSent: false, ledger: "paper" });
    expect(way()).toBe("paper");
    become({ isTyping: false });
    expect(way()).toBe("paper");
  });
  it("follows the ledger again once a choice was answered, also where it was not taken", () => {
    render(<Page />);
    choose("paper");
    become({ isSent: true });
    expect(way()).toBe("paper");
    become({ isSent: false });
    expect(way()).toBe("skim");
    become({ ledger: "block" });
    expect(way()).toBe("block");
  });
  it("is not changed under the hand by another person, and is theirs once nothing is typed any more", () => {
    render(<Page />);
    become({ isTyping: true });
    become({ ledger: "paper" });
    expect(way()).toBe("skim");
    become({ isTyping: false });
    expect(way()).toBe("paper");
  });
});
