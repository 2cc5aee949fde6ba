import { useState } from "react";
import { styled } from "styled-components";
import { facingTool, type SetupView, type Source, type Tool } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { TOLERANCES } from "../../core/tolerances.ts";
import { makesFace } from "../../core/tool/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { lookingOn } from "../shell/LookingOnMark.tsx";
import { useEnter } from "../shell/useEnter.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { size } from "../ui/tokens.ts";
import { CentreForm, StepCard } from "./CentreForm.tsx";
import { Caution, FootStripBox } from "./FootStrip.tsx";
import { FactList, Foot, KeptBox, LadderPanel } from "./Ladder.tsx";
import { UndoButton } from "./UndoButton.tsx";

type PartKind = "face" | "hole" | "length";

/** Something about the part that other steps wait for: its faced end, its hole, the length of the part in the sub-spindle. */
export function PartStep({ kind, ...loaded }: LoadedSetup & { readonly kind: PartKind }) {
  switch (kind) {
    case "face":
      return <FaceStep {...loaded} />;
    case "hole":
      return <HoleStep {...loaded} />;
    case "length":
      return <LengthStep {...loaded} />;
  }
}

function FaceStep({ setup, setupId, mayEnter, now }: LoadedSetup) {
  const form = useSetupForm(setupId, setup.seq);
  const { machine, tools, face } = setup;
  const able = tools.filter(({ tool, zone, second }) => !second && zone.works === "main" && leavesFace(tool));
  const [by, setBy] = useState(facingTool(setup)?.offset ?? able[0]?.offset ?? "");
  const faced = face?.offset === undefined ? "" : ` by ${toolNumber(machine, face.offset)}`;
  return (
    <Step
      setup={setup}
      title="Bar end faced"
      lead="Face the end of the bar, or let the part-off tool leave it. What is cut now is Z0, on which the other tools touch and to which holders are slid. Paper on the raw end does not make a face."
      caution="Door shut before the spindle turns."
      onSubmit={() => form.send("record-face", { by })}
      trouble={form.trouble}
      action={form.busy ? "Saving…" : "The bar end is faced"}
      isBusy={form.busy}
      mayEnter={mayEnter}
      kept={face && { source: face, words: `Bar end faced${faced}`, setupId, seq: setup.seq, now }}
    >
      <Pick
        name="by"
        label="Faced with"
        value={by}
        onChange={setBy}
        options={[
          ...able.map(({ offset, tool }) => [offset, `${toolNumber(machine, offset)} ${tool.description}`] as const),
          ["", "another tool, or before it was chucked"],
        ]}
        refusal={form.refusalOf("by")}
      />
    </Step>
  );
}

function HoleStep({ setup, setupId, person, mayEnter, now }: LoadedSetup) {
  const { machine, hole } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const typed = useTypedLength(machine.units, person.decimalMark);
  const depth = useTypedLength(machine.units, person.decimalMark);
  const keep = () => {
    typed.ask();
    if (!typed.reading || (depth.text.trim() !== "" && !depth.reading)) return;
    form.send("record-hole", { diameter: typed.text, depth: depth.text, sizeUnit: machine.units });
  };
  return (
    <Step
      setup={setup}
      title="Hole for the bars"
      lead="A bore that is to be skimmed or scratched needs its hole first. Drill it, measure it, and say what it is: no bar goes into a smaller one."
      caution="Spindle stopped before you measure."
      onSubmit={keep}
      trouble={form.trouble}
      action={form.busy ? "Saving…" : "Save the hole, go on"}
      isBusy={form.busy}
      mayEnter={mayEnter}
      kept={
        hole?.source && {
          source: hole.source,
          words: `Hole Ø ${write(setup, hole.diameter)}, ${hole.depth === undefined ? "depth not known" : `${write(setup, hole.depth)} deep`}`,
          setupId,
          seq: setup.seq,
          now,
        }
      }
    >
      <SmallLength
        typed={typed}
        name="diameter"
        label="hole, diameter"
        caption="hole as measured"
        prefix="Ø"
        unit={machine.units}
        refusal={form.refusalOf("diameter")}
      />
      <SmallLength
        typed={depth}
        name="depth"
        label="hole, depth at full diameter from the face"
        caption="depth from the face, if measured"
        unit={machine.units}
        refusal={form.refusalOf("depth")}
      />
    </Step>
  );
}

/** What is typed of the part's length, and what it is: the first part, the same one measured better, or another one. */
function useLengthStep({ setup, setupId, person }: LoadedSetup) {
  const { machine, partLength, tools } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const first = (millimetres: number | undefined) =>
    millimetres === undefined ? "" : String(convertLength(millimetres, "mm", machine.units));
  const nominal = useTypedLength(machine.units, person.decimalMark, first(partLength?.nominal));
  const tolerance = useTypedLength(machine.units, person.decimalMark, first(partLength?.tolerance));
  const length = useTypedLength(machine.units, person.decimalMark);
  const [isOther, setOther] = useState(false);
  const touchedOn = tools.filter(({ zone, z }) => zone.works === "sub" && z && partLength && z.seq > partLength.seq);
  const isCorrection = touchedOn.length > 0 && !isOther;
  // A better length is held against the limits that the part was recorded with.
  const wanted = isCorrection ? partLength?.nominal : nominal.reading?.mm;
  const limits = isCorrection ? partLength?.tolerance : tolerance.reading?.mm;
  const off = length.reading && wanted !== undefined ? length.reading.mm - wanted : undefined;
  const isOff = off !== undefined && limits !== undefined && Math.abs(off) > limits + TOLERANCES.sameLength;
  const send = (goOn: boolean) => {
    for (const typed of isCorrection ? [length] : [length, nominal, tolerance]) typed.ask();
    if (!length.reading || (!isCorrection && (!nominal.reading || !tolerance.reading))) return;
    const sizes = { length: length.text, sizeUnit: machine.units };
    const knowing = goOn ? { goOn: "yes" } : {};
    if (isCorrection) return form.send("correct-length", { ...sizes, ...knowing });
    form.send("record-length", { ...sizes, nominal: nominal.text, tolerance: tolerance.text, ...knowing });
  };
  const difference = partLength && length.reading ? length.reading.mm - partLength.length : undefined;
  return { form, nominal, tolerance, length, isOther, setOther, touchedOn, isCorrection, isOff, off, send, difference };
}

function LengthStep(loaded: LoadedSetup) {
  const { setup, setupId, mayEnter, now } = loaded;
  const { machine, partLength } = setup;
  const show = showFor(machine);
  const step = useLengthStep(loaded);
  const { form, nominal, tolerance, length, touchedOn, isCorrection, isOff, off, difference } = step;
  const action = isCorrection
    ? `Shift ${touchedOn.length} back ${touchedOn.length === 1 ? "tool" : "tools"}`
    : "Save the length, go on";
  return (
    <Step
      setup={setup}
      title="Length of the part in the sub-spindle"
      lead={
        isCorrection
          ? "Measured better since? Type the length that it truly has: every back tool touched on it moves by the difference, all together."
          : "Back tools are touched on a part whose overall length is right: every error in that length goes into their offsets one for one. Measure it and say so."
      }
      caution="Spindle stopped before you measure."
      onSubmit={() => step.send(false)}
      trouble={form.refusalOf("goOn") === undefined ? form.trouble : undefined}
      action={form.busy ? "Saving…" : action}
      isBusy={form.busy || isOff}
      mayEnter={mayEnter}
      kept={partLength && { source: partLength, words: lengthWords(setup, partLength), setupId, seq: setup.seq, now }}
    >
      {touchedOn.length > 0 && (
        <Pick
          name="part"
          label="Which part is it?"
          value={step.isOther ? "other" : "same"}
          onChange={(value) => step.setOther(value === "other")}
          options={[
            ["same", "the same part, measured better: back tools move"],
            ["other", "another part: back tools stay, the next ones are touched on it"],
          ]}
        />
      )}
      <SmallLength
        typed={length}
        name="length"
        label="overall length as measured"
        caption="overall length, measured"
        unit={machine.units}
        refusal={form.refusalOf("length")}
      />
      {!isCorrection && (
        <>
          <SmallLength
            typed={nominal}
            name="nominal"
            label="overall length on the drawing"
            caption="overall length, drawing"
            unit={machine.units}
            refusal={form.refusalOf("nominal")}
          />
          <SmallLength
            typed={tolerance}
            name="tolerance"
            label="limits of the overall length"
            caption="limits on the drawing, either way"
            prefix="±"
            unit={machine.units}
            refusal={form.refusalOf("tolerance")}
          />
        </>
      )}
      {isOff && off !== undefined && (
        <Question role="alert">
          <p>
            This part is {write(setup, Math.abs(off))} {machine.units} too {off > 0 ? "long" : "short"} for its limits.
            {isCorrection
              ? "Make another, or go on: the back tools then belong to a part of this length."
              : `Make another, or go on: each back tool is then touched at Z ${write(setup, off)}.`}
          </p>
          <PlainButton onPress={() => step.send(true)} isDisabled={form.busy}>
            Go on, knowing it is off
          </PlainButton>
        </Question>
      )}
      {isCorrection && (
        <Moves>
          {touchedOn.map(({ offset, z, zone }) => (
            <li key={offset}>
              {toolNumber(machine, offset)}: Z {show.axis("z", z?.exact ?? 0, "tool-offset", zone)}
              {difference !== undefined && ` → ${show.axis("z", (z?.exact ?? 0) - difference, "tool-offset", zone)}`}
            </li>
          ))}
        </Moves>
      )}
    </Step>
  );
}

function lengthWords(setup: SetupView, { length, nominal, tolerance, goOn }: NonNullable<SetupView["partLength"]>) {
  const limits = tolerance === undefined ? ", limits not known" : ` ± ${write(setup, tolerance)}`;
  return `Length ${write(setup, length)}, drawing ${write(setup, nominal)}${limits}${goOn ? ", gone on with" : ""}`;
}

/** A tool that can leave a face: one that faces, or the blade that parts. */
const leavesFace = (tool: Tool) => makesFace(tool) || tool.kind === "part-off";

const write = ({ machine }: SetupView, millimetres: number) =>
  formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z);

interface StepProps {
  readonly title: string;
  readonly lead: string;
  readonly caution: string;
  readonly action: string;
  readonly isBusy: boolean;
  readonly mayEnter: boolean;
  readonly setup: SetupView;
  readonly trouble: string | undefined;
  readonly onSubmit: () => void;
  readonly kept:
    | {
        readonly source: Source;
        readonly words: string;
        readonly setupId: string;
        readonly seq: number;
        readonly now: string;
      }
    | undefined;
  readonly children?: React.ReactNode;
}

/** The frame of a step about the part: what to do, the numbers, what is on record. */
function Step({ setup, title, lead, caution, action, isBusy, mayEnter, trouble, onSubmit, kept, children }: StepProps) {
  useEnter(() => {
    if (mayEnter && !isBusy) onSubmit();
  });
  return (
    <>
      <CentreForm
        aria-label={title}
        onSubmit={(event) => {
          event.preventDefault();
          if (mayEnter && !isBusy) onSubmit();
        }}
      >
        <h1>{title}</h1>
        <StepCard>
          <p>{lead}</p>
          {mayEnter && children}
        </StepCard>
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <LadderPanel aria-label={`Record, ${title}`}>
        <h1>{title}</h1>
        <FactList>
          <div>
            <dt>on record</dt>
            <dd>{kept ? kept.words : "nothing yet"}</dd>
          </div>
        </FactList>
        <Foot>
          <Trouble>{trouble}</Trouble>
          {kept && (
            <KeptBox>
              <span>
                Saved by {kept.source.person}, <Moment at={kept.source.at} now={kept.now} />
              </span>
              {mayEnter && (
                <UndoButton setupId={kept.setupId} entry={kept.source.entry} seq={kept.seq} label="Undo" what={title} />
              )}
            </KeptBox>
          )}
          {mayEnter ? (
            <PrimaryButton onPress={onSubmit} isDisabled={isBusy}>
              {action}
            </PrimaryButton>
          ) : (
            <Question>{lookingOn(setup)}</Question>
          )}
        </Foot>
      </LadderPanel>
      <FootStripBox>
        <p>Others wait for this: they are marked with a clock in the plan.</p>
        <Caution>{caution}</Caution>
      </FootStripBox>
    </>
  );
}

const Moves = styled.ul`
  display: grid;
  gap: 6px;
  font-size: ${size.text};
  font-variant-numeric: tabular-nums;
`;
