import { useState } from "react";
import { styled } from "styled-components";
import { LOST_BY, LOST_WORDS } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { useFold } from "../shell/useFold.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Fold } from "../ui/Fold.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { UndoButton } from "./UndoButton.tsx";

type LostBy = (typeof LOST_BY)[number];

/** One action after a stall, a crash or a power cut: nothing is proven any more until a reference tool was checked. */
export function PositionLost({ setup, setupId }: LoadedSetup) {
  const form = useSetupForm(setupId, setup.seq);
  const [by, setBy] = useState<LostBy>("stall");
  if (setup.positionLost) return null;
  return (
    <Box>
      <Pick
        name="by"
        label="Position lost by"
        value={by}
        onChange={(value) => setBy(value as LostBy)}
        options={LOST_BY.map((cause) => [cause, LOST_WORDS[cause]] as const)}
      />
      <PlainButton onPress={() => form.send("lose-position", { by })} isDisabled={form.busy}>
        Position lost
      </PlainButton>
      <small>Nothing is proven then until a reference tool is checked.</small>
      <Trouble>{form.trouble}</Trouble>
    </Box>
  );
}

/** The same beside the simulated lathe: what happens there loses nothing, what happens at the machine does. */
export function AtTheMachine(loaded: LoadedSetup) {
  const { isOpen, fold } = useFold();
  return (
    <>
      <PositionCheck {...loaded} />
      {!loaded.setup.positionLost && (
        <Fold {...fold}>
          <summary data-word="open">
            <span>Happened at the machine itself?</span>
          </summary>
          {isOpen && (
            <Inside>
              <PositionLost {...loaded} />
            </Inside>
          )}
        </Fold>
      )}
    </>
  );
}

/** While the position is lost: what to do first, and the check of a reference tool that settles it. */
export function PositionCheck(loaded: LoadedSetup) {
  const { setup, setupId, mayEnter } = loaded;
  const { positionLost, positionChecked, machine } = setup;
  if (positionChecked && positionChecked.off.length > 0)
    return (
      <Question role="status">
        <p>
          <b>The position was lost and is off.</b> What was touched before on{" "}
          {positionChecked.off.join(" and ").toUpperCase()} is to be touched again; it is marked in the plan.
        </p>
      </Question>
    );
  if (!positionLost) return null;
  return (
    <Question role="alert">
      <Box>
        <p>
          <b>Position lost by {LOST_WORDS[positionLost.by]}.</b> Nothing on this machine is proven.{" "}
          {machine.encoders === "absolute"
            ? "Its encoders remember: look whether the readout shows a position."
            : `Send each axis home first${machine.home ? ` (${machine.home})` : ""}, from some way off it.`}{" "}
          Then bring a reference tool to a place that you know, slowly, and type what the machine reads.
        </p>
        {mayEnter && <CheckForm {...loaded} />}
        {mayEnter && (
          <UndoButton setupId={setupId} entry={positionLost.entry} seq={setup.seq} label="Undo" what="position lost" />
        )}
      </Box>
    </Question>
  );
}

function CheckForm({ setup, setupId, person }: LoadedSetup) {
  const { machine, tools } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const able = tools.filter(({ x, z, second, zone }) => x && z && !second && zone.works === "main");
  const [offset, setOffset] = useState(able[0]?.offset ?? "");
  const readX = useTypedLength(machine.units, person.decimalMark);
  const isX = useTypedLength(machine.units, person.decimalMark);
  const readZ = useTypedLength(machine.units, person.decimalMark);
  const isZ = useTypedLength(machine.units, person.decimalMark, "0");
  const fields = { readX, isX, readZ, isZ };
  if (able.length === 0) return <p>No tool has X and Z yet: touch all of them again.</p>;
  const check = () => {
    for (const field of Object.values(fields)) field.ask();
    if (Object.values(fields).some(({ reading }) => !reading)) return;
    const texts = Object.fromEntries(Object.entries(fields).map(([name, { text }]) => [name, text]));
    form.send("check-position", { offset, ...texts, sizeUnit: machine.units });
  };
  const length = (name: keyof typeof fields, label: string, prefix: string) => (
    <SmallLength
      typed={fields[name]}
      name={name}
      label={label}
      caption={label}
      unit={machine.units}
      prefix={prefix}
      refusal={form.refusalOf(name)}
    />
  );
  return (
    <Box
      as="form"
      aria-label="Check a reference tool"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        check();
      }}
    >
      <Pick
        name="offset"
        label="Reference tool"
        value={offset}
        onChange={setOffset}
        options={able.map(
          (tool) => [tool.offset, `${toolNumber(machine, tool.offset)} ${tool.tool.description}`] as const,
        )}
      />
      {length("readX", "machine X at contact, reference tool", "X")}
      {length("isX", "diameter that it touches", "Ø")}
      {length("readZ", "machine Z at contact, reference tool", "Z")}
      {length("isZ", "how far that lies in front of Z0", "Z")}
      <PlainButton type="submit" isDisabled={form.busy}>
        Compare
      </PlainButton>
      <Trouble>{form.trouble}</Trouble>
    </Box>
  );
}

const Inside = styled.div`
  padding: 0 14px 14px;
`;
const Box = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
`;
