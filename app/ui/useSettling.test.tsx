import { act, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useSettling } from "./useSettling.ts";

const Said = ({ words }: { readonly words: string }) => <output aria-busy={useSettling(words)}>{words}</output>;
const busy = () => screen.getByRole("status").getAttribute("aria-busy");

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("what is announced", () => {
  it("is busy while it changes key by key, and read once it rests", () => {
    const { rerender } = render(<Said words="–" />);
    expect(busy()).toBe("false");
    for (const words of ["−2", "−28", "−284"]) {
      rerender(<Said words={words} />);
      expect(busy()).toBe("true");
      act(() => void vi.advanceTimersByTime(400));
    }
    expect(busy()).toBe("true");
    act(() => void vi.advanceTimersByTime(400));
    expect(busy()).toBe("false");
  });
});
