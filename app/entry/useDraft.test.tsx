import { act, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { beforeEach, describe, expect, it } from "vitest";
import { DraftNote } from "./DraftNote.tsx";
import { type FormDraft, type Typed, useDraft } from "./useDraft.ts";

let draft: FormDraft;
let answer: (outcome: "done" | "refused" | undefined) => void;
function Form({ first }: { readonly first: Typed }) {
  const [outcome, setOutcome] = useState<"done" | "refused">();
  answer = setOutcome;
  draft = useDraft("stock", () => first, outcome);
  return (
    <>
      <DraftNote draft={draft} />
      <label>
        Material
        <input value={draft.typed.material ?? ""} onChange={({ target }) => draft.set("material")(target.value)} />
      </label>
      <output>{JSON.stringify(draft.typed)}</output>
    </>
  );
}
/** The form on a page of a person; taken away again by the answer. */
async function open(first: Typed, person = "Ines") {
  const page = {
    path: "/",
    loader: () => ({ person: { name: person } }),
    element: <Form first={first} />,
    hydrateFallbackElement: <p>…</p>,
  };
  const view = render(<RouterProvider router={createMemoryRouter([page])} />);
  await screen.findByRole("textbox");
  return view;
}
const shown = () => JSON.parse(screen.getByText(/^\{/).textContent ?? "{}");
const note = () => screen.queryByText(/Your draft is in the fields again/);
const BRASS = { material: "brass", diameter: "55" };

beforeEach(() => localStorage.clear());

describe("a form that was begun", () => {
  it("is there again after its page was left, says so, and can be begun anew", async () => {
    const first = await open(BRASS);
    expect(note()).toBeNull();
    await userEvent.type(screen.getByRole("textbox"), ", drawn");
    first.unmount();
    await open(BRASS);
    expect(shown()).toEqual({ material: "brass, drawn", diameter: "55" });
    expect(note()).not.toBeNull();
    await userEvent.click(screen.getByRole("button", { name: "Start over" }));
    expect(shown()).toEqual(BRASS);
    expect(note()).toBeNull();
    expect(localStorage).toHaveLength(0);
  });
  it("puts nothing back that another has changed meanwhile", async () => {
    const first = await open(BRASS);
    await userEvent.type(screen.getByRole("textbox"), "!");
    first.unmount();
    await open({ material: "brass", diameter: "60" });
    expect(shown()).toEqual({ material: "brass!", diameter: "60" });
  });
  it("is the person's own", async () => {
    const first = await open(BRASS);
    await userEvent.type(screen.getByRole("textbox"), "!");
    first.unmount();
    await open(BRASS, "Bruno");
    expect(shown()).toEqual(BRASS);
  });
  it("that was sent stays until the answer is there: it may never arrive", async () => {
    const first = await open(BRASS);
    await userEvent.type(screen.getByRole("textbox"), "!");
    act(() => draft.sent());
    expect(note()).toBeNull();
    first.unmount();
    // The page was reloaded before the server had it.
    const second = await open(BRASS);
    expect(shown()).toEqual({ ...BRASS, material: "brass!" });
    act(() => draft.sent());
    act(() => answer("done"));
    expect(localStorage).toHaveLength(0);
    second.unmount();
    await open(BRASS);
    expect(shown()).toEqual(BRASS);
  });
  it("that was sent is not taken up where the record has changed by it", async () => {
    const first = await open(BRASS);
    await userEvent.type(screen.getByRole("textbox"), "  ");
    act(() => draft.sent());
    first.unmount();
    // Kept, and written as the server writes it.
    await open({ material: "brass, round", diameter: "55" });
    expect(shown()).toEqual({ material: "brass, round", diameter: "55" });
    expect(note()).toBeNull();
  });
  it("that was refused is kept again", async () => {
    const first = await open(BRASS);
    await userEvent.type(screen.getByRole("textbox"), "?");
    act(() => draft.sent());
    act(() => answer("refused"));
    first.unmount();
    await open({ material: "brass", diameter: "60" });
    expect(shown()).toEqual({ material: "brass?", diameter: "60" });
  });
  it("lives with a browser that holds something else under its name", async () => {
    localStorage.setItem("luvrit:form:Ines:stock", '["a", 3, null');
    await open(BRASS);
    expect(shown()).toEqual(BRASS);
  });
});
