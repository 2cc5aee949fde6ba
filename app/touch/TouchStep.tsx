import { useEffect, useRef } from "react";
import { useFetcher, useSearchParams } from "react-router";
import type { TouchField } from "../../core/judgement/index.ts";
import type { ToolView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { newId } from "../frame/newId.ts";
import type { LoadedSetup } from "../frame/useSetup.ts";
import { CentreForm } from "./CentreForm.tsx";
import { FootStrip } from "./FootStrip.tsx";
import { Ladder } from "./Ladder.tsx";
import { TouchForm } from "./TouchForm.tsx";
import { useTouchEntry } from "./useTouchEntry.ts";
import { isTyping } from "./useTouchKeys.ts";
import { Ways } from "./Ways.tsx";
import { WAYS } from "./words.ts";

interface TouchStepProps extends LoadedSetup {
  readonly tool: ToolView;
  readonly axis: TouchedAxis;
}

/** One axis of one tool: ways, drawing-form, ladder, foot strip. */
export function TouchStep({ setupId, setup, tool, axis, person, mayEnter, now }: TouchStepProps) {
  const [search] = useSearchParams();
  const sizes = search.get("sizes");
  const sizeUnit = sizes === "mm" || sizes === "in" ? sizes : setup.machine.units;
  const choice = useFetcher();
  // What somebody has just chosen holds at once; the ledger's answer follows.
  const chosen = choice.formData?.get("way") as TouchWay | undefined;
  const way = chosen ?? tool.way[axis];
  const form = useRef<HTMLFormElement>(null);
  const input = (field: TouchField) => form.current?.querySelector<HTMLInputElement>(`input[name="${field}"]`);
  const onPage = (field: TouchField) => input(field)?.value;
  const entry = useTouchEntry({ setupId, setup, tool, axis, way, sizeUnit, decimal: person.decimalMark, onPage });
  const focus = (field: TouchField) => input(field)?.focus();
  const choose = (next: TouchWay) => {
    if (next !== way)
      choice.submit(
        { intent: "choose-way", id: newId(), base: String(setup.seq), offset: tool.offset, axis, way: next },
        { method: "post" },
      );
  };
  const accept = (over?: number) => {
    if (entry.busy || !mayEnter) return;
    const wrong = entry.accept(over);
    if (wrong) focus(wrong);
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.altKey || event.metaKey || !mayEnter) return;
      const numbered = WAYS[Number(event.key) - 1];
      if (numbered) choose(numbered.way);
      else if (event.key.toLowerCase() === "h") {
        event.preventDefault();
        focus("machine");
      } else if (
        event.key === "Enter" &&
        !(event.target instanceof HTMLElement && event.target.closest("a, button, label"))
      )
        accept();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  });

  return (
    <>
      <CentreForm
        ref={form}
        aria-label={`Touch ${axis.toUpperCase()} of tool ${tool.offset}`}
        onSubmit={(event) => {
          event.preventDefault();
          accept();
        }}
      >
        <Ways setup={setup} tool={tool} axis={axis} way={way} onWay={choose} isDisabled={!mayEnter} />
        <TouchForm
          setup={setup}
          tool={tool}
          axis={axis}
          way={way}
          sizeUnit={sizeUnit}
          entry={entry}
          mayEnter={mayEnter}
        />
        {/* Enter in a field submits; the button that a mouse or finger uses stands beside the ladder. */}
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <Ladder
        setup={setup}
        tool={tool}
        axis={axis}
        way={way}
        entry={entry}
        mayEnter={mayEnter}
        now={now}
        onAccept={accept}
      />
      <FootStrip
        setup={setup}
        axis={axis}
        way={way}
        entry={entry}
        mayEnter={mayEnter}
        onKeyReading={() => focus("machine")}
      />
    </>
  );
}
