import { act, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { DialogTrigger } from "react-aria-components";
import { MemoryRouter } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { PlainButton } from "./Button.tsx";
import { Checkbox } from "./Checkbox.tsx";
import { DialogSheet, Shade } from "./Dialog.tsx";
import { Field, Pick } from "./Field.tsx";
import { List } from "./ListWithDetails.tsx";
import { PartsPage } from "./PartsPage.tsx";
import { Progress } from "./Progress.tsx";
import { ViewTabs } from "./Tabs.tsx";
import { Toasts, toast } from "./Toast.tsx";

/** A field that keeps what is typed in it. */
function Kept({ refusal, isReadOnly = false }: { readonly refusal?: string; readonly isReadOnly?: boolean }) {
  const [value, setValue] = useState("");
  return <Field name="job" label="Job" value={value} onChange={setValue} refusal={refusal} isReadOnly={isReadOnly} />;
}

describe("Field", () => {
  it("is found by its label and keeps every character", async () => {
    render(<Kept />);
    await userEvent.type(screen.getByLabelText("Job"), "F-052 / 2");
    expect(screen.getByLabelText<HTMLInputElement>("Job").value).toBe("F-052 / 2");
  });
  it("says a refusal where it was typed, and is marked as wrong", () => {
    render(<Kept refusal="No blanks here." />);
    const input = screen.getByLabelText("Job");
    expect(input.getAttribute("aria-invalid")).toBe("true");
    const described = (input.getAttribute("aria-describedby") ?? "")
      .split(" ")
      .map((id) => document.getElementById(id));
    expect(described.map((one) => one?.textContent)).toContain("No blanks here.");
  });
  it("takes nothing while it is read only", async () => {
    render(<Kept isReadOnly />);
    await userEvent.type(screen.getByLabelText("Job"), "x");
    expect(screen.getByLabelText<HTMLInputElement>("Job").value).toBe("");
  });
});

describe("Pick", () => {
  it("offers each option by its words and gives its key", async () => {
    const chosen = vi.fn();
    render(
      <Pick
        name="unit"
        label="Unit"
        value="mm"
        onChange={chosen}
        refusal="Say which one."
        options={[
          ["mm", "millimetres"],
          ["in", "inches"],
        ]}
      />,
    );
    await userEvent.selectOptions(screen.getByRole("combobox", { name: "Unit" }), "inches");
    expect(chosen).toHaveBeenCalledExactlyOnceWith("in");
    expect(screen.getByRole("alert").textContent).toBe("Say which one.");
  });
});

describe("Checkbox", () => {
  it("is changed by its words and by the space bar", async () => {
    const changed = vi.fn();
    render(
      <Checkbox isChecked={false} onChange={changed}>
        door shut
      </Checkbox>,
    );
    await userEvent.click(screen.getByText("door shut"));
    screen.getByRole("checkbox").focus();
    await userEvent.keyboard(" ");
    expect(changed.mock.calls).toEqual([[true], [true]]);
  });
});

describe("Progress", () => {
  it("says the same to the eye and to a screen reader; none of none is no error", () => {
    const { rerender } = render(<Progress done={3} of={8} what="steps done" />);
    const bar = screen.getByRole<HTMLProgressElement>("progressbar", { name: "3 of 8 steps done" });
    expect([bar.value, bar.max]).toEqual([3, 8]);
    rerender(<Progress done={0} of={0} what="steps done" />);
    expect(screen.getByRole<HTMLProgressElement>("progressbar").value).toBe(0);
  });
});

const ENTRIES = [
  { id: "1", name: "Paper, drawer 2", words: "0.089 mm", retired: false },
  { id: "2", name: "Micrometer 25 to 50", words: "± 0.003", retired: false, warning: "overdue" },
  { id: "3", name: "Block 10", words: "10.000 mm", retired: true },
];

describe("List", () => {
  it("names each entry with what calls for attention, says which is retired and which is open", () => {
    render(<List entries={ENTRIES} open="2" empty="Nothing here yet." />, { wrapper: MemoryRouter });
    const links = screen.getAllByRole("link");
    expect(links.map((link) => link.textContent)).toEqual([
      "Paper, drawer 2 0.089 mm",
      "Micrometer 25 to 50 ± 0.003 overdue",
      "Block 10 (retired) 10.000 mm",
    ]);
    expect(links.map((link) => link.getAttribute("aria-current"))).toEqual([null, "true", null]);
    expect(links[2]?.getAttribute("href")).toBe("/?open=3");
  });
  it("says what to do while there is nothing", () => {
    render(<List entries={[]} open={undefined} empty="Add the first gauge." />, { wrapper: MemoryRouter });
    expect(screen.getByText("Add the first gauge.")).toBeTruthy();
    expect(screen.queryByRole("list")).toBeNull();
  });
});

describe("ViewTabs", () => {
  it("mark the view that is open and keep the tool", () => {
    render(
      <MemoryRouter initialEntries={["/?view=bars&tool=12"]}>
        <ViewTabs
          name="Clear"
          view="bars"
          views={[
            ["travel", "Travel"],
            ["bars", "Bars"],
          ]}
        />
      </MemoryRouter>,
    );
    const nav = screen.getByRole("navigation", { name: "Clear" });
    const [travel, bars] = within(nav).getAllByRole("link");
    expect(travel?.getAttribute("href")).toBe("/?view=travel&tool=12");
    expect([travel?.getAttribute("aria-current"), bars?.getAttribute("aria-current")]).toEqual([null, "page"]);
  });
});

describe("Dialog", () => {
  it("takes the focus, closes with Escape and gives the focus back", async () => {
    render(
      <DialogTrigger>
        <PlainButton>Open it</PlainButton>
        <Shade>
          <DialogSheet aria-label="Reopen">
            <button type="button">Reopen the setup</button>
          </DialogSheet>
        </Shade>
      </DialogTrigger>,
    );
    await userEvent.click(screen.getByText("Open it"));
    const dialog = screen.getByRole("dialog", { name: "Reopen" });
    expect(dialog.contains(document.activeElement)).toBe(true);
    await userEvent.keyboard("{Escape}");
    await vi.waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    await vi.waitFor(() => expect(document.activeElement).toBe(screen.getByText("Open it")));
  });
});

describe("Toast", () => {
  it("is announced where toasts appear and can be closed", async () => {
    render(<Toasts />);
    expect(screen.queryByRole("region")).toBeNull();
    act(() => toast("3 waiting entries are sent."));
    const region = await screen.findByRole("region", { name: /^What was done/ });
    expect(within(region).getByRole("alert").textContent).toContain("3 waiting entries are sent.");
    await userEvent.click(within(region).getByRole("button", { name: "Close" }));
    await vi.waitFor(() => expect(screen.queryByText("3 waiting entries are sent.")).toBeNull());
  });
});

describe("FailsAlone", () => {
  it("says what cannot be shown, keeps the rest, and tries again when asked", async () => {
    const silent = vi.spyOn(console, "error").mockImplementation(() => undefined);
    let fails = true;
    const Drawing = () => {
      if (fails) throw new Error("no drawing");
      return <p>the drawing</p>;
    };
    render(
      <main>
        <p>−339.250</p>
        <FailsAlone what="The drawing">
          <Drawing />
        </FailsAlone>
      </main>,
    );
    expect(screen.getByRole("alert").textContent).toContain("The drawing cannot be shown.");
    expect(screen.getByText("−339.250")).toBeTruthy();
    fails = false;
    await userEvent.click(screen.getByRole("button", { name: "Try again" }));
    expect(screen.getByText("the drawing")).toBeTruthy();
    silent.mockRestore();
  });
});

describe("the page of parts", () => {
  it("shows every part of app/ui", () => {
    const silent = vi.spyOn(console, "error").mockImplementation(() => undefined);
    render(<PartsPage />, { wrapper: MemoryRouter });
    expect(screen.getAllByRole("heading", { level: 2 }).map((heading) => heading.textContent)).toEqual([
      "Buttons",
      "Fields",
      "Panel and cards",
      "Verdicts",
      "Remarks",
      "Folds",
      "Question, refusal, empty, progress",
      "List with details",
      "Tabs",
      "Table",
      "Dialog",
      "Toast",
      "A part that fails",
    ]);
    silent.mockRestore();
  });
});
