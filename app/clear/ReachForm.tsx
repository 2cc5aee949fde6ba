import { styled } from "styled-components";
import type { ToolTravel } from "../../core/clearance/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";

const SOURCE = {
  program: "From the program: everything it asks of this tool, in part coordinates.",
  hand: "Said by hand; the program does not count for this tool.",
  none: "No program says where this tool goes. Say it here, or take the program in on Prepare.",
} as const;

/** Where a tool goes, said by hand: extremes in the part and where it is taken to when it is clear. */
export function ReachForm({ setup, setupId, person, mayEnter, travel }: LoadedSetup & { readonly travel: ToolTravel }) {
  const form = useSetupForm(setupId, setup.seq);
  const { units } = setup.machine;
  const { tool } = travel.standing;
  const mark = person.decimalMark;
  const fields = {
    xFrom: useTypedLength(units, mark),
    xTo: useTypedLength(units, mark),
    zFrom: useTypedLength(units, mark),
    zTo: useTypedLength(units, mark),
    retractX: useTypedLength(units, mark),
    retractZ: useTypedLength(units, mark),
  };
  const names = [
    ["xFrom", "X from", "X, one end, diameter"],
    ["xTo", "X to", "X, other end, diameter"],
    ["zFrom", "Z from", "Z, one end"],
    ["zTo", "Z to", "Z, other end"],
    ["retractX", "retract X", "retract to X, diameter"],
    ["retractZ", "retract Z", "retract to Z"],
  ] as const;
  return (
    <section aria-label="Where it goes">
      <h3>Where it goes</h3>
      <Quiet>{SOURCE[travel.reach.source]}</Quiet>
      {tool.reach && mayEnter && (
        <UndoButton
          entry={tool.reach.entry}
          seq={setup.seq}
          label="Undo"
          what="what was said by hand"
          setupId={setupId}
        />
      )}
      {mayEnter && (
        <details>
          <summary>Say it by hand</summary>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              const typed = Object.fromEntries(Object.entries(fields).map(([name, { text }]) => [name, text]));
              form.send("record-reach", { offset: tool.offset, sizeUnit: units, ...typed });
            }}
          >
            <Columns $count={2}>
              {names.map(([name, caption, label]) => (
                <SmallLength
                  key={name}
                  typed={fields[name]}
                  name={name}
                  label={`${label}, tool ${tool.offset}`}
                  caption={caption}
                  unit={units}
                  refusal={form.refusalOf(name)}
                />
              ))}
            </Columns>
            <PlainButton type="submit" isDisabled={form.busy}>
              Save this reach
            </PlainButton>
            <Trouble>{form.trouble}</Trouble>
          </form>
        </details>
      )}
    </section>
  );
}

const Quiet = styled.p`
  margin: 4px 0;
  color: ${color("quiet")};
  font-size: ${size.small};
`;
