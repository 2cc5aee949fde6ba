import { useState } from "react";
import { FieldError, Input, Label, TextField } from "react-aria-components";
import { styled } from "styled-components";
import { firstEdge, type ToolView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { otherEdge } from "../../core/tool/index.ts";
import { convertLength } from "../../core/units/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { useFold } from "../shell/useFold.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Fold } from "../ui/Fold.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { HolderNumber } from "./HolderNumber.tsx";
import { PositionLost } from "./PositionLost.tsx";
import { UndoButton } from "./UndoButton.tsx";
import { edgeName } from "./words.ts";

type ChangesProps = LoadedSetup & { readonly tool: ToolView | undefined };

/** What can change while a setup runs, and what a tool can be given beside its touch. Each marks what must be redone. */
export function Changes({ tool, ...loaded }: ChangesProps) {
  const name = tool && toolNumber(loaded.setup.machine, tool.offset);
  const { isOpen, fold } = useFold();
  return (
    <Fold {...fold}>
      <summary data-word="open">
        <span>Something changed{name && `, or ${name} needs more`}</span>
      </summary>
      {isOpen && (
        <Body>
          {tool && name && (
            <>
              <Indexed {...loaded} tool={tool} name={name} />
              <Moved {...loaded} tool={tool} name={name} />
              <Section>
                <HolderNumber key={tool.holder} {...loaded} tool={tool} />
              </Section>
              <SafetyWear {...loaded} tool={tool} name={name} />
              <Second {...loaded} tool={tool} name={name} />
            </>
          )}
          <Rechucked {...loaded} />
          <Section>
            <PositionLost {...loaded} />
          </Section>
        </Body>
      )}
    </Fold>
  );
}

interface OfTool extends LoadedSetup {
  readonly tool: ToolView;
  readonly name: string;
}

function Indexed({ setup, setupId, tool, name }: OfTool) {
  const form = useSetupForm(setupId, setup.seq);
  if (!("insert" in tool.tool)) return null;
  return (
    <Section>
      <PlainButton onPress={() => form.send("index-insert", { offset: tool.offset })} isDisabled={form.busy}>
        Insert of {name} indexed
      </PlainButton>
      <small>Marks its X and Z to be checked; radius and orientation stay.</small>
      {tool.indexed && (
        <UndoButton
          entry={tool.indexed.entry}
          seq={setup.seq}
          label="Undo"
          what={`insert of ${name} indexed`}
          setupId={setupId}
        />
      )}
      <Trouble>{form.trouble}</Trouble>
    </Section>
  );
}

function Moved({ setup, setupId, tool, name }: OfTool) {
  const form = useSetupForm(setupId, setup.seq);
  const [to, setTo] = useState("");
  return (
    <Section
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        if (to.trim() !== "") form.send("move-tool", { offset: tool.offset, to: to.trim() });
      }}
    >
      <Words value={to} onChange={setTo} isInvalid={form.refusalOf("to") !== undefined} validationBehavior="aria">
        <Label>
          {name} moved from station {tool.station} to
        </Label>
        <Input autoComplete="off" maxLength={20} />
        <FieldError>{form.refusalOf("to")}</FieldError>
      </Words>
      <PlainButton type="submit" isDisabled={form.busy}>
        Move {name}
      </PlainButton>
      {tool.moved && (
        <UndoButton entry={tool.moved.entry} seq={setup.seq} label="Undo" what={`move of ${name}`} setupId={setupId} />
      )}
      <Trouble>{form.trouble}</Trouble>
    </Section>
  );
}

/** What careful people put in for the first cut, plus outside and minus in a bore: offered, not set. */
const USUAL_SAFETY_WEAR = 0.2;

function SafetyWear({ setup, setupId, person, tool, name }: OfTool) {
  const { machine } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const isBore = "smallestBore" in tool.tool;
  const offered = String(
    Number(convertLength(isBore ? -USUAL_SAFETY_WEAR : USUAL_SAFETY_WEAR, "mm", machine.units).toFixed(3)),
  );
  const x = useTypedLength(machine.units, person.decimalMark, offered);
  return (
    <Section
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        x.ask();
        if (x.reading) form.send("set-safety-wear", { offset: tool.offset, x: x.text, z: "", sizeUnit: machine.units });
      }}
    >
      <SmallLength
        typed={x}
        name="safetyWear"
        label={`safety wear on X, ${name}`}
        caption="safety wear X, first cut"
        unit={machine.units}
        quantity="tool"
        refusal={form.refusalOf("x")}
      />
      <PlainButton type="submit" isDisabled={form.busy}>
        Put safety wear on {name}
      </PlainButton>
      <small>Plus outside, minus in a bore: measure the first part, then take it out.</small>
      {tool.safetyWear && (
        <UndoButton
          entry={tool.safetyWear.entry}
          seq={setup.seq}
          label="Remove"
          what={`safety wear of ${name}`}
          setupId={setupId}
        />
      )}
      <Trouble>{form.trouble}</Trouble>
    </Section>
  );
}

function Second({ setup, setupId, tool, name }: OfTool) {
  const form = useSetupForm(setupId, setup.seq);
  const [number, setNumber] = useState("");
  const first = firstEdge(tool);
  if (!first) return null;
  const edge = otherEdge(first);
  return (
    <Section
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        if (number.trim() !== "") form.send("make-second", { offset: number.trim(), of: tool.offset, edge });
      }}
    >
      <Words
        value={number}
        onChange={setNumber}
        isInvalid={form.refusalOf("offset") !== undefined}
        validationBehavior="aria"
      >
        <Label>
          second offset of {name}, for the {edgeName(edge, setup.machine, tool.zone)}: its number
        </Label>
        <Input inputMode="numeric" autoComplete="off" maxLength={3} />
        <FieldError>{form.refusalOf("offset")}</FieldError>
      </Words>
      <PlainButton type="submit" isDisabled={form.busy}>
        Make second offset
      </PlainButton>
      <Trouble>{form.trouble}</Trouble>
    </Section>
  );
}

function Rechucked({ setup, setupId, person }: LoadedSetup) {
  const { machine, rechucked } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const stickOut = useTypedLength(machine.units, person.decimalMark);
  return (
    <Section
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        stickOut.ask();
        if (stickOut.reading) form.send("rechuck-bar", { stickOut: stickOut.text, sizeUnit: machine.units });
      }}
    >
      <SmallLength
        typed={stickOut}
        name="stickOut"
        label="new stick-out of the bar"
        caption="bar re-chucked, stick-out"
        unit={machine.units}
        refusal={form.refusalOf("stickOut")}
      />
      <PlainButton type="submit" isDisabled={form.busy}>
        Bar re-chucked
      </PlainButton>
      <small>Face it again; one tool then teaches the work offset's Z for all.</small>
      {rechucked && (
        <UndoButton entry={rechucked.entry} seq={setup.seq} label="Undo" what="bar re-chucked" setupId={setupId} />
      )}
      <Trouble>{form.trouble}</Trouble>
    </Section>
  );
}

const Body = styled.div`
  display: grid;
  gap: 14px;
  padding: 4px 12px 14px;
`;
const Section = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  padding-bottom: 12px;
  border-bottom: 1px dashed ${color("line")};
  &:last-child { padding-bottom: 0; border-bottom: 0; }
  small { font-size: ${size.small}; color: ${color("quiet")}; line-height: 1.25; }
`;
const Words = styled(TextField)`
  display: grid;
  gap: 2px;
  input { min-height: 48px; padding: 4px 10px; border: 2px solid ${color("line")}; border-radius: ${radius}; background: ${color("sheet")}; color: inherit; font: inherit; font-size: ${size.text}; }
  &[data-invalid] input { border-color: ${color("stop")}; }
  [slot="errorMessage"] { padding: 4px 8px; border-left: 4px solid ${color("stop")}; background: ${color("stopGround")}; }
`;
