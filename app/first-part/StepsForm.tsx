import { X } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { styled } from "styled-components";
import { stepField, type TypedStep } from "../../core/commands/index.ts";
import type { ToolView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { partOfSteps } from "../../core/part/index.ts";
import { toolFormOf } from "../../core/tool/index.ts";
import { plainLength, readLength, type Unit } from "../../core/units/index.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { LengthField, Pick } from "../ui/Field.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { Card, PanelRow } from "../ui/Panel.tsx";
import { color, narrow, size } from "../ui/tokens.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { StepsPreview } from "./StepsPreview.tsx";

/** An offset, and what stands for it in a list. */
type Option = readonly [offset: string, words: string];

/** Draws a part that has no program: each cylinder and bore by its diameter, how far from the face it goes, and the tool that makes it. */
export function StepsForm(props: FirstPartProps) {
  const { setup, setupId, mayEnter, person } = props;
  const { machine, tools, stepped } = setup;
  const unit = machine.units;
  const form = useSetupForm(setupId, setup.seq);
  const main = tools.filter(({ zone }) => zone.works === "main");
  const first = main[0]?.offset ?? "";
  const draft = useDraft(
    `${setupId}:steps`,
    () => ({
      steps: JSON.stringify(typedSteps(stepped, unit, first)),
      face: stepped?.face ?? "",
      parted: stepped?.parted ?? "",
    }),
    form.outcome,
  );
  const [sent, setSent] = useState<string>();
  const asked = sent !== undefined;
  const navigate = useNavigate();
  useEffect(() => {
    if (form.isDone) navigate("?view=drawing", { replace: true });
  }, [form.isDone, navigate]);
  const { steps: text = "[]", face = "", parted = "" } = draft.typed;
  const steps: readonly TypedStep[] = useMemo(() => JSON.parse(text), [text]);
  const write = (next: readonly TypedStep[]) => draft.set("steps")(JSON.stringify(next));
  const change = (index: number, to: Partial<TypedStep>) =>
    write(steps.map((one, at) => (at === index ? { ...one, ...to } : one)));
  const drawn = useMemo(() => {
    const read = readSteps(steps, unit, person.decimalMark);
    return partOfSteps(setup, { steps: read, face: face || undefined, parted: parted || undefined });
  }, [setup, steps, face, parted, unit, person.decimalMark]);
  if (main.length === 0) return <p>Load the tools that turn the part first, on Prepare.</p>;
  const named = (of: readonly ToolView[]) =>
    of.map((one): Option => [one.offset, `${toolNumber(machine, one.offset)} ${one.tool.description}`]);
  const made = named(main);
  const blades = named(main.filter(({ tool }) => toolFormOf(tool) === "blade"));
  /** Tools to choose from; the one that is chosen among them, also where it has been taken out since. */
  const optionsOf = (tools: readonly Option[], chosen: string): readonly Option[] =>
    chosen === "" || tools.some(([offset]) => offset === chosen)
      ? tools
      : [...tools, [chosen, `${toolNumber(machine, chosen)} not loaded any more`]];
  return (
    <Card
      as="form"
      aria-label="Steps of the part"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        setSent(text);
        form.send("describe-part", { partSteps: text, face, parted, sizeUnit: unit });
        draft.sent();
      }}
    >
      <h2>The part by its steps</h2>
      <p>From the face towards the chuck, as the drawing has them.</p>
      <InSight>
        <FailsAlone what="The drawing">
          <StepsPreview setup={setup} side={drawn} />
        </FailsAlone>
      </InSight>
      <DraftNote draft={draft} />
      <Pick
        name="face"
        label="The face is made by"
        value={face}
        onChange={draft.set("face")}
        options={[["", "no tool: it is as it came"], ...optionsOf(made, face)]}
        refusal={form.refusalOf("face")}
      />
      <Steps>
        {steps.map((step, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is told apart by its place.
          <Row key={index} aria-label={`step ${index + 1}`}>
            <Pick
              name={`side-${index}`}
              label="It is"
              value={step.side}
              onChange={(side) => change(index, { side: side === "inner" ? "inner" : "outer" })}
              options={[
                ["outer", "outside"],
                ["inner", "a bore"],
              ]}
            />
            <Pick
              name={`offset-${index}`}
              label="Made by"
              value={step.offset}
              onChange={(offset) => change(index, { offset })}
              options={optionsOf(made, step.offset)}
            />
            <Remove
              type="button"
              aria-label={`Remove step ${index + 1}`}
              onClick={() => write(steps.filter((_, at) => at !== index))}
            >
              <X aria-hidden="true" />
            </Remove>
            {(["diameter", "to"] as const).map((field) => (
              <LengthField
                key={field}
                name={stepField(index, field)}
                label={field === "diameter" ? "Diameter" : "To, from the face"}
                unit={unit}
                decimal={person.decimalMark}
                asked={asked}
                value={step[field]}
                onChange={(value) => change(index, { [field]: value })}
                // What was typed since then is not what was refused.
                refusal={sent === text ? form.refusalOf(stepField(index, field)) : undefined}
                isReadOnly={!mayEnter}
              />
            ))}
          </Row>
        ))}
      </Steps>
      <Pick
        name="parted"
        label="Parted off behind the last step by"
        value={parted}
        onChange={draft.set("parted")}
        options={[["", "no tool: the bar goes on"], ...optionsOf(blades, parted)]}
        refusal={form.refusalOf("parted")}
      />
      <PanelRow>
        <PlainButton
          isDisabled={!mayEnter}
          onPress={() =>
            write([...steps, { side: "outer", diameter: "", to: "", offset: steps.at(-1)?.offset ?? first }])
          }
        >
          Add a step
        </PlainButton>
        <PlainButton type="submit" isDisabled={!mayEnter || form.busy}>
          Save the drawing
        </PlainButton>
        <FormRefusal>{form.trouble}</FormRefusal>
      </PanelRow>
    </Card>
  );
}

/** Steps on record as they are typed; one empty step where there are none. */
function typedSteps(stepped: FirstPartProps["setup"]["stepped"], unit: Unit, first: string): readonly TypedStep[] {
  if (!stepped || stepped.steps.length === 0) return [{ side: "outer", diameter: "", to: "", offset: first }];
  return stepped.steps.map(({ side, diameter, to, offset }) => ({
    side,
    offset,
    diameter: plainLength(diameter, unit),
    to: plainLength(to, unit),
  }));
}

/** The steps that are typed whole, for the drawing beside them. Millimetres. */
function readSteps(steps: readonly TypedStep[], units: Unit, decimal: "." | "," | undefined) {
  return steps.flatMap(({ side, offset, ...typed }) => {
    const [diameter, to] = [typed.diameter, typed.to].map((text) =>
      readLength(text, { units, ...(decimal && { decimal }) }),
    );
    if (!diameter?.ok || !to?.ok || diameter.value.mm <= 0 || to.value.mm <= 0) return [];
    return [{ side, offset, diameter: diameter.value.mm, to: to.value.mm }];
  });
}

const Steps = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 400px), 1fr));
  gap: 8px 14px;
`;
const Row = styled.li`
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr)) 44px;
  align-content: start;
  align-items: start;
  gap: 6px 8px;
  padding: 8px 10px;
  border: 1px solid ${color("line")};
  > :nth-child(1) { grid-column: span 2; }
  > :nth-child(2) { grid-column: span 4; }
  > :nth-child(n + 4) { grid-column: span 3; }
  ${narrow} {
    > :nth-child(1) { grid-column: 1 / 7; }
    > :nth-child(3) { grid-area: 1 / 7; }
    > :nth-child(2), > :nth-child(n + 4) { grid-column: 1 / -1; }
  }
`;
/** Stays in sight while the steps under it are typed. */
const InSight = styled.div`
  position: sticky;
  z-index: 1;
  top: -12px;
  padding-bottom: 6px;
  background: ${color("sheet")};
`;
const Remove = styled.button`
  width: 44px;
  height: 44px;
  margin-top: 23px;
  border: 1.5px solid ${color("edge")};
  background: ${color("sheet")};
  color: inherit;
  font-size: ${size.text};
  cursor: pointer;
`;
