import { useState } from "react";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Stacked } from "../ui/Stacked.ts";
import { Trouble } from "../ui/Trouble.tsx";

const WHAT = { nothing: "nothing", tailstock: "a tailstock", "sub-spindle": "the sub-spindle" } as const;

/** What stands in front of the part on the spindle's axis. */
export function FrontForm({ setup, setupId, person, mayEnter }: LoadedSetup) {
  const form = useSetupForm(setupId, setup.seq);
  const { front, machine } = setup;
  const [what, setWhat] = useState<keyof typeof WHAT>(front?.what ?? "nothing");
  const diameter = useTypedLength(machine.units, person.decimalMark);
  const z = useTypedLength(machine.units, person.decimalMark);
  const show = showFor(machine);
  return (
    <section aria-label="In front of the part">
      <h3>In front of the part</h3>
      <p>
        {front
          ? `${WHAT[front.what]}, Ø ${show.length(front.diameter)}, ${show.length(front.z)} ${machine.units} in front of the face`
          : "nothing"}
      </p>
      {mayEnter && (
        <Stacked
          as="form"
          onSubmit={(event) => {
            event.preventDefault();
            if (what !== "nothing") {
              diameter.ask();
              z.ask();
            }
            form.send("describe-front", { what, diameter: diameter.text, z: z.text, sizeUnit: machine.units });
          }}
        >
          <select
            aria-label="What stands in front of the part"
            value={what}
            onChange={(event) => setWhat(event.target.value as keyof typeof WHAT)}
          >
            {Object.entries(WHAT).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
          {what !== "nothing" && (
            <>
              <SmallLength
                typed={diameter}
                name="diameter"
                label="its diameter"
                caption="diameter"
                unit={machine.units}
                refusal={form.refusalOf("diameter")}
              />
              <SmallLength
                typed={z}
                name="z"
                label="how far in front of the face it begins"
                caption="in front of the face by"
                unit={machine.units}
                refusal={form.refusalOf("z")}
              />
            </>
          )}
          <PlainButton type="submit" isDisabled={form.busy}>
            Save
          </PlainButton>
          {front && (
            <UndoButton entry={front.entry} seq={setup.seq} label="Undo" what="what is in front" setupId={setupId} />
          )}
          <Trouble>{form.trouble}</Trouble>
        </Stacked>
      )}
    </section>
  );
}
