import { act, fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { SmallLength, useTypedLength } from "./SmallLength.tsx";

/** A length by itself, as in a small form. */
function Length({
  unit,
  decimal,
  first,
}: {
  readonly unit: "mm" | "in";
  readonly decimal?: "," | ".";
  readonly first?: string;
}) {
  const typed = useTypedLength(unit, decimal, first);
  return <SmallLength typed={typed} name="size" label="measured diameter, X, tool 4" caption="measured" unit={unit} />;
}

const field = () => screen.getByLabelText<HTMLInputElement>("measured diameter, X, tool 4");
const understood = () => screen.getByRole("status").textContent;

describe("LengthEntry", () => {
  // 54.218 / 25.4 = 2.13456…; .875 · 25.4 = 22.225; 7/8 is the same; 12,5 is 12.5.
  it.each([
    ["mm", undefined, "54.218", "= 54.218 mm · 2.1346 in"],
    ["in", undefined, ".875", "= 0.8750 in · 22.225 mm"],
    ["in", undefined, "7/8", "= 0.8750 in · 22.225 mm"],
    ["mm", ",", "12,5", "= 12.500 mm · 0.4921 in"],
    ["mm", undefined, ".875in", "= 22.225 mm · 0.8750 in"],
  ] as const)(
    "in %s with decimal mark %s understands %s in both units and leaves it as typed",
    async (unit, decimal, typed, said) => {
      render(<Length unit={unit} {...(decimal && { decimal })} />);
      await userEvent.type(field(), typed);
      expect(understood()).toBe(said);
      expect(field().value).toBe(typed);
    },
  );
  it("gives back with Escape what stood there when the field was entered", async () => {
    render(<Length unit="mm" first="-284.290" />);
    await userEvent.clear(field());
    await userEvent.type(field(), "12");
    await userEvent.keyboard("{Escape}");
    expect(field().value).toBe("-284.290");
  });
  it("adds what the large keys press, and changes the sign", async () => {
    render(<Length unit="mm" />);
    await userEvent.click(screen.getByRole("button", { name: "Keypad for measured diameter, X, tool 4" }));
    for (const name of ["1", "2", "point", "5", "change the sign"])
      await userEvent.click(await screen.findByRole("button", { name }));
    await userEvent.click(screen.getByRole("button", { name: "Done" }));
    expect(field().value).toMatch(/^[-−]12\.5$/);
  });
});

describe("a refusal of LengthEntry", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

  it("is said once the typing rests, and taken away at once", () => {
    render(<Length unit="mm" />);
    type("12x");
    expect(field().getAttribute("aria-invalid")).toBeNull();
    act(() => void vi.advanceTimersByTime(1000));
    expect(field().getAttribute("aria-invalid")).toBe("true");
    expect(understood()).toBe("");
    type("12");
    expect(field().getAttribute("aria-invalid")).toBeNull();
  });
  it("asks about a number that can be read in two ways", () => {
    render(<Length unit="mm" />);
    type("1,250");
    act(() => void vi.advanceTimersByTime(1000));
    expect(field().getAttribute("aria-invalid")).toBe("true");
    expect(understood()).toBe("");
  });
  it("does not come of an empty field that was not asked for", () => {
    render(<Length unit="mm" />);
    act(() => void vi.advanceTimersByTime(1000));
    expect(field().getAttribute("aria-invalid")).toBeNull();
  });
});
