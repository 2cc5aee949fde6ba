import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createRoutesStub } from "react-router";
import { describe, expect, it } from "vitest";
import { UndoButton } from "./UndoButton.tsx";

/** The button on a page whose forms are answered so; what was sent. */
function shown(answer: unknown) {
  const sent: Record<string, FormDataEntryValue>[] = [];
  const Stub = createRoutesStub([
    {
      path: "/",
      Component: () => <UndoButton setupId="S1" entry="E7" seq={9} label="Undo" what="X of T02" />,
    },
    {
      path: "/setups/:setupId/entries",
      action: async ({ request }) => {
        sent.push(Object.fromEntries(await request.formData()));
        return answer;
      },
    },
  ]);
  render(<Stub />);
  return sent;
}

describe("UndoButton", () => {
  it("asks to take back that entry, on the knowledge of the page", async () => {
    const sent = shown({ outcome: "done" });
    await userEvent.click(screen.getByRole("button", { name: "Undo X of T02" }));
    expect(sent).toEqual([{ intent: "undo", entry: "E7", base: "9", id: expect.stringMatching(/^[0-9a-f-]{36}$/) }]);
    expect(screen.queryByRole("alert")).toBeNull();
  });
  it("says why it is refused", async () => {
    shown({ outcome: "refused", message: "This setup is signed off. Reopen it first.", fields: {} });
    await userEvent.click(screen.getByRole("button", { name: "Undo X of T02" }));
    expect((await screen.findByRole("alert")).textContent).toBe("This setup is signed off. Reopen it first.");
  });
  it("names the person who changed it meanwhile", async () => {
    shown({ outcome: "conflict", theirs: { person: "Bruno", at: "2026-01-01T08:00:00.000Z", exact: -339.2 } });
    await userEvent.click(screen.getByRole("button", { name: "Undo X of T02" }));
    expect((await screen.findByRole("alert")).textContent).toBe(
      "Bruno has changed this meanwhile. Look at it again first.",
    );
  });
});
