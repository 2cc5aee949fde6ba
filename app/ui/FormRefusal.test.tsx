import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { FormRefusal } from "./FormRefusal.tsx";

/** A form of which a name and a folded size are refused as soon as it is sent. */
function Refused() {
  const [sent, setSent] = useState(false);
  const [name, setName] = useState("");
  return (
    <form
      aria-label="tool"
      onSubmit={(event) => {
        event.preventDefault();
        setSent(true);
      }}
    >
      <input aria-label="place" />
      <input
        aria-label="name"
        value={name}
        onChange={({ target }) => setName(target.value)}
        aria-invalid={(sent && name === "") || undefined}
      />
      <details data-testid="more">
        <summary>More</summary>
        <input aria-label="size" aria-invalid={sent || undefined} />
      </details>
      <FormRefusal />
    </form>
  );
}

describe("a form that is refused", () => {
  beforeEach(() => {
    // The test's browser draws nothing, so it has nowhere to scroll to.
    Element.prototype.scrollIntoView = vi.fn();
  });
  it("says how many fields need correcting, and brings the first of them into sight with the focus", async () => {
    render(<Refused />);
    const said = () => screen.getByRole("alert").textContent?.trim();
    expect(said()).toBe("");
    screen.getByLabelText("place").focus();
    fireEvent.submit(screen.getByRole("form", { name: "tool" }));
    await waitFor(() => expect(said()).toBe("2 fields need correcting."));
    expect(document.activeElement).toBe(screen.getByLabelText("name"));
    // Corrected, one is left; the focus stays where it is typed until the form is sent again.
    fireEvent.change(screen.getByLabelText("name"), { target: { value: "Bore" } });
    await waitFor(() => expect(said()).toBe("1 field needs correcting."));
    expect(document.activeElement).toBe(screen.getByLabelText("name"));
    fireEvent.submit(screen.getByRole("form", { name: "tool" }));
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("size")));
    expect(screen.getByTestId("more")).toHaveProperty("open", true);
  });
});
