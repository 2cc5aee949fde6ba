import { useMemo, useRef, useState } from "react";
import { FieldError, Input, TextField } from "react-aria-components";
import { useFetcher } from "react-router";
import { styled } from "styled-components";
import { chosenEdge, type ToolView } from "../../core/ledger/index.ts";
import { offsetNumber, partHolder, toolNumber } from "../../core/machine/index.ts";
import { radiusForControl } from "../../core/offsets/index.ts";
import {
  hasNamedNose,
  noseRadiusOf,
  orientationCode,
  readInsertDesignation,
  tipOf,
  toolSize,
} from "../../core/tool/index.ts";
import { formatLength, plainMillimetres } from "../../core/units/index.ts";
import { noseScene } from "../drawing/geometry/noseScene.ts";
import { NoseDrawing } from "../drawing/NoseDrawing.tsx";
import type { OnTool } from "../offline/useClaim.ts";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { newId } from "../shell/newId.ts";
import { useEnter } from "../shell/useEnter.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Question } from "../ui/Question.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { CentreForm } from "./CentreForm.tsx";
import { Caution, FootStripBox } from "./FootStrip.tsx";
import { KeyBox } from "./KeyBox.ts";
import { FactList, Foot, KeptBox, LadderPanel } from "./Ladder.tsx";
import { OtherOnTool } from "./OtherOnTool.tsx";
import type { TouchAnswer } from "./touchAnswer.ts";
import { UndoButton } from "./UndoButton.tsx";

type NoseStepProps = LoadedSetup & { readonly tool: ToolView; readonly onTool: OnTool };

/** What is typed of radius and tip, and the way to the ledger. */
function useNoseStep({ setup, setupId, tool, mayEnter, onTool }: NoseStepProps) {
  const { machine } = setup;
  const isNamed = hasNamedNose(tool.tool);
  const loadedAs = isNamed ? tool.tool.insert : "";
  const [designation, setDesignation] = useState(tool.nose?.insert ?? loadedAs);
  const fetcher = useFetcher<TouchAnswer>();
  const command = useRef(newId());
  const insert = useMemo(() => readInsertDesignation(designation), [designation]);
  const edge = chosenEdge(tool);
  const orientation = orientationCode(tipOf(tool.tool, tool.zone, edge), machine.numbering);
  const isFar = tool.zone.from === "minus" && tipOf(tool.tool, tool.zone).x !== 0;
  const named = isNamed ? { ...tool.tool, insert: designation } : tool.tool;
  const noseRadius = isNamed ? (insert.ok ? insert.value.noseRadius : undefined) : noseRadiusOf(tool.tool);
  const scene = useMemo(
    () =>
      noseRadius === undefined
        ? undefined
        : noseScene(named, tipOf(named, { from: tool.zone.from }, edge), edge, isFar),
    [named, noseRadius, tool.zone.from, edge, isFar],
  );
  const show = (millimetres: number) => formatLength(radiusForControl(setup, millimetres), machine.resolution.z);
  const size = (millimetres: number) => plainMillimetres(millimetres, machine.units);
  const heldNose = (held: ToolView["control"] | ToolView["nose"]) =>
    `${held?.noseRadius === undefined ? "not known" : show(held.noseRadius)} · ${held?.orientation ?? "not known"}`;
  const answer = fetcher.state === "idle" ? fetcher.data : undefined;
  const refusal = isNamed && !insert.ok ? insert.refusal : undefined;

  /** Sends radius and orientation; `over` although somebody else was faster, on the knowledge of that. */
  const accept = (over?: number) => {
    if (noseRadius === undefined || !mayEnter || onTool.other) return;
    if (over !== undefined) command.current = newId();
    fetcher.submit(
      {
        intent: "accept-nose",
        id: command.current,
        base: String(over ?? setup.seq),
        offset: tool.offset,
        ...(isNamed && { insert: designation }),
      },
      { method: "post", action: entriesAddress(setupId) },
    );
  };
  useEnter(() => accept());
  const number = offsetNumber(setup.machine, tool.offset);
  return {
    machine,
    isNamed,
    designation,
    setDesignation,
    fetcher,
    command,
    insert,
    edge,
    orientation,
    isFar,
    noseRadius,
    scene,
    show,
    size,
    heldNose,
    answer,
    refusal,
    accept,
    number,
  };
}

/** Nose radius from the insert's designation, tip orientation from how the tip points. */
export function NoseStep(props: NoseStepProps) {
  const { setup, setupId, tool, mayEnter, now, onTool } = props;
  const step = useNoseStep(props);
  const { answer } = step;
  return (
    <>
      <CentreForm
        aria-label={`Nose radius and tip orientation of tool ${tool.offset}`}
        onSubmit={(event) => {
          event.preventDefault();
          step.accept();
        }}
      >
        {!step.isNamed && <p>{NO_INSERT(tool)}</p>}
        {step.isNamed && (
          <Designation
            name="insert"
            aria-label={`insert designation, tool ${tool.offset}`}
            value={step.designation}
            onChange={(text) => {
              step.setDesignation(text);
              step.command.current = newId();
            }}
            isInvalid={step.refusal !== undefined}
            isReadOnly={!mayEnter}
            validationBehavior="aria"
          >
            <span>Insert, as its box says</span>
            <Input autoComplete="off" autoCapitalize="characters" spellCheck={false} maxLength={60} />
            <output>
              {step.insert.ok &&
                `${step.insert.value.includedAngle === null ? "round" : `${step.insert.value.includedAngle}°`} · inscribed circle ${step.size(step.insert.value.inscribedCircle)} · thickness ${step.size(step.insert.value.thickness)} · radius ${step.show(step.insert.value.noseRadius)} ${step.machine.units}${step.insert.value.sharp ? `, called sharp: a real corner has ${step.size(0.05)} to ${step.size(0.1)}` : ""}`}
            </output>
            <FieldError>
              {step.refusal && (
                <>
                  <code aria-hidden="true">{`${step.designation}\n${" ".repeat(step.refusal.at ?? 0)}^`}</code>
                  {step.refusal.message}
                </>
              )}
            </FieldError>
          </Designation>
        )}
        <Room>
          {step.scene && (
            <FailsAlone what="The drawing">
              <NoseDrawing
                scene={step.scene}
                radiusText={`${step.show(step.scene.noseRadius)} ${step.machine.units}`}
                orientation={step.orientation}
                isFar={step.isFar}
              />
            </FailsAlone>
          )}
        </Room>
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <LadderPanel aria-label={`Result, radius and orientation of ${toolNumber(setup.machine, tool.offset)}`}>
        <h1>{toolNumber(setup.machine, tool.offset)} · radius and tip</h1>
        <KeyBox>
          <p>Key into nose radius, offset {step.number}</p>
          <output>{step.noseRadius === undefined ? "–" : step.show(step.noseRadius)}</output>
        </KeyBox>
        <KeyBox>
          <p>Key into tip orientation, offset {step.number}</p>
          <output>{step.orientation}</output>
          <small>
            this machine's numbering;{" "}
            {tipWords(tipOf(tool.tool, { from: tool.zone.from }, step.edge), partHolder(step.machine, tool.zone))}
          </small>
        </KeyBox>
        <FactList>
          <div>
            <dt>in the control now</dt>
            <dd>{step.heldNose(tool.control)}</dd>
          </div>
          <div>
            <dt>loaded as</dt>
            <dd>{toolSize(tool.tool, step.machine.units)}</dd>
          </div>
        </FactList>
        <Question as="p">
          A wrong radius or orientation makes chamfers vanish and tapers wrong while every diameter still measures
          right.
        </Question>
        <Foot>
          {answer && "message" in answer && <Question role="alert">{answer.message}</Question>}
          {answer?.outcome === "conflict" && (
            <Question role="alert">
              {answer.theirs.person} was faster, <Moment at={answer.theirs.at} now={now} />: what they entered stands
              above.
              <PlainButton onPress={() => step.accept(answer.seq)}>Use mine</PlainButton>
            </Question>
          )}
          {tool.nose && (
            <KeptBox>
              <span>
                Accepted by {tool.nose.person}, <Moment at={tool.nose.at} now={now} />: {step.heldNose(tool.nose)}
              </span>
              {mayEnter && (
                <UndoButton
                  setupId={setupId}
                  entry={tool.nose.entry}
                  seq={setup.seq}
                  label="Undo"
                  what={`radius and orientation of ${toolNumber(setup.machine, tool.offset)}`}
                />
              )}
            </KeptBox>
          )}
          {mayEnter && <OtherOnTool onTool={onTool} />}
          {mayEnter && !onTool.other && (
            <PrimaryButton
              onPress={() => step.accept()}
              isDisabled={step.noseRadius === undefined || step.fetcher.state !== "idle"}
            >
              {step.fetcher.state === "idle" ? "Accept radius and tip, go on" : "Accepting…"}
            </PrimaryButton>
          )}
        </Foot>
      </LadderPanel>
      <FootStripBox>
        <p>
          <strong>Read the corner, not the memory.</strong> Compare the figure on the insert's box with the insert in
          the holder.
        </p>
        <Caution>Fresh edges are sharp: mind your fingers.</Caution>
      </FootStripBox>
    </>
  );
}

/** What is told of a tool whose radius is not read off an insert's box. */
const NO_INSERT = ({ tool }: ToolView): string =>
  "cornerRadius" in tool
    ? "The blade's corner radius is the nose radius; the edge that the program moves decides the orientation."
    : tool.kind.startsWith("live-") && tool.kind.endsWith("cutter")
      ? "The cutter's own radius is what compensation uses."
      : "This tool has no nose radius; its orientation only says how it points.";

function tipWords({ x, z }: { readonly x: number; readonly z: number }, holder: string): string {
  const along = z < 0 ? `at the ${holder}` : z > 0 ? `away from the ${holder}` : "";
  const across = x < 0 ? "to X minus" : x > 0 ? "to X plus" : "";
  const both = [along, across].filter((word) => word !== "").join(" and ");
  return both === "" ? "nose centre" : `tip points ${both}`;
}

const Designation = styled(TextField)`
  display: grid;
  gap: 4px;
  > span { font-size: ${size.small}; font-weight: 600; }
  input {
    min-height: 52px;
    padding: 6px 12px;
    border: 2px solid ${color("tool")};
    border-radius: ${radius};
    background: ${color("sheet")};
    color: ${color("tool")};
    ${mono}
    font-size: ${size.number};
    font-weight: 700;
  }
  &[data-invalid] input { border-color: ${color("stop")}; }
  output { min-height: 1.3em; font-size: ${size.small}; color: ${color("quiet")}; }
  [slot="errorMessage"] { padding: 6px 10px; border-left: 4px solid ${color("stop")}; background: ${color("stopGround")}; font-size: ${size.small}; }
  code { display: block; ${mono} white-space: pre; }
`;
const Room = styled.div`
  min-height: 0;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("drawing")};
  overflow: hidden;
`;
