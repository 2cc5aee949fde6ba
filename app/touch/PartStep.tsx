import { styled } from "styled-components";
import type { SetupView, Source } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { ageOf } from "../setups/age.ts";
import { useEnter } from "../shell/useEnter.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { CentreForm } from "./CentreForm.tsx";
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
  return (
    <Step
      title="Bar end faced"
      lead="Face the end of the bar, or let the part-off tool leave it. What is cut now is Z0, on which the other tools touch and to which holders are slid."
      caution="Door shut before the spindle turns."
      onSubmit={() => form.send("record-face")}
      trouble={form.trouble}
      action={form.busy ? "Keeping…" : "The bar end is faced"}
      isBusy={form.busy}
      mayEnter={mayEnter}
      kept={setup.face && { source: setup.face, words: "Bar end faced", setupId, seq: setup.seq, now }}
    />
  );
}

function HoleStep({ setup, setupId, person, mayEnter, now }: LoadedSetup) {
  const { machine, hole } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const typed = useTypedLength(machine.units, person.decimalMark);
  const keep = () => {
    typed.ask();
    if (typed.reading) form.send("record-hole", { diameter: typed.text, sizeUnit: machine.units });
  };
  return (
    <Step
      title="Hole for the bars"
      lead="A bore that is to be skimmed or scratched needs its hole first. Drill it, measure it, and say what it is: no bar goes into a smaller one."
      caution="Spindle stopped before you measure."
      onSubmit={keep}
      trouble={form.trouble}
      action={form.busy ? "Keeping…" : "Keep the hole, go on"}
      isBusy={form.busy}
      mayEnter={mayEnter}
      kept={
        hole?.source && {
          source: hole.source,
          words: `Hole Ø ${write(setup, hole.diameter)}`,
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
    </Step>
  );
}

function LengthStep({ setup, setupId, person, mayEnter, now }: LoadedSetup) {
  const { machine, partLength, tools } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const nominal = useTypedLength(
    machine.units,
    person.decimalMark,
    partLength ? String(convertLength(partLength.nominal, "mm", machine.units)) : "",
  );
  const length = useTypedLength(machine.units, person.decimalMark);
  const touchedOn = tools.filter(({ zone, z }) => zone.works === "sub" && z && partLength && z.seq > partLength.seq);
  const isCorrection = touchedOn.length > 0;
  const keep = () => {
    length.ask();
    nominal.ask();
    if (!length.reading || (!isCorrection && !nominal.reading)) return;
    const sizes = { length: length.text, sizeUnit: machine.units };
    if (isCorrection) form.send("correct-length", sizes);
    else form.send("record-length", { ...sizes, nominal: nominal.text });
  };
  const difference = partLength && length.reading ? length.reading.mm - partLength.length : undefined;
  return (
    <Step
      title="Length of the part in the sub-spindle"
      lead={
        isCorrection
          ? "Measured better since? Type the length that it truly has: every back tool touched on it moves by the difference, all together."
          : "Back tools are touched on a part whose overall length is right: every error in that length goes into their offsets one for one. Measure it and say so."
      }
      caution="Spindle stopped before you measure."
      onSubmit={keep}
      trouble={form.trouble}
      action={form.busy ? "Keeping…" : isCorrection ? `Shift ${touchedOn.length} back tools` : "Keep the length, go on"}
      isBusy={form.busy}
      mayEnter={mayEnter}
      kept={
        partLength && {
          source: partLength,
          words: `Length ${write(setup, partLength.length)}, drawing ${write(setup, partLength.nominal)}`,
          setupId,
          seq: setup.seq,
          now,
        }
      }
    >
      <SmallLength
        typed={length}
        name="length"
        label="overall length as measured"
        caption="overall length, measured"
        unit={machine.units}
        refusal={form.refusalOf("length")}
      />
      {!isCorrection && (
        <SmallLength
          typed={nominal}
          name="nominal"
          label="overall length on the drawing"
          caption="overall length, drawing"
          unit={machine.units}
          refusal={form.refusalOf("nominal")}
        />
      )}
      {isCorrection && (
        <Moves>
          {touchedOn.map(({ offset, z }) => (
            <li key={offset}>
              {toolNumber(machine, offset)}: Z {write(setup, z?.exact ?? 0)}
              {difference !== undefined && ` → ${write(setup, (z?.exact ?? 0) - difference)}`}
            </li>
          ))}
        </Moves>
      )}
    </Step>
  );
}

const write = ({ machine }: SetupView, millimetres: number) =>
  formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.z);

interface StepProps {
  readonly title: string;
  readonly lead: string;
  readonly caution: string;
  readonly action: string;
  readonly isBusy: boolean;
  readonly mayEnter: boolean;
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
function Step({ title, lead, caution, action, isBusy, mayEnter, trouble, onSubmit, kept, children }: StepProps) {
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
        <Card>
          <p>{lead}</p>
          {mayEnter && children}
        </Card>
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
          {trouble && <Question role="alert">{trouble}</Question>}
          {kept && (
            <KeptBox>
              <span>
                Kept by {kept.source.person}, {ageOf(kept.source.at, kept.now)}
              </span>
              {mayEnter && (
                <UndoButton
                  setupId={kept.setupId}
                  entry={kept.source.entry}
                  seq={kept.seq}
                  label="Take back"
                  what={title}
                />
              )}
            </KeptBox>
          )}
          {mayEnter && (
            <PrimaryButton onPress={onSubmit} isDisabled={isBusy}>
              {action}
            </PrimaryButton>
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

const Card = styled.div`
  display: grid;
  align-content: start;
  gap: 20px;
  padding: 24px;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  > p { max-width: 62ch; }
`;
const Moves = styled.ul`
  display: grid;
  gap: 6px;
  font-size: ${size.text};
  font-variant-numeric: tabular-nums;
`;
