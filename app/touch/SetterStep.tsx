import { useState } from "react";
import { Link } from "react-router";
import { styled } from "styled-components";
import { LARGEST_DRIFT, readField } from "../../core/commands/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, mainZone, SETTER_SIDES, type SetterSide, toolNumber } from "../../core/machine/index.ts";
import { setterSide } from "../../core/tool/index.ts";
import { axesToCalibrate, axisOfSide, triggerFound } from "../../core/touch/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { ageOf } from "../setups/age.ts";
import { lookingOn } from "../shell/LookingOnMark.tsx";
import { useEnter } from "../shell/useEnter.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";
import { CentreForm, StepCard } from "./CentreForm.tsx";
import { Caution, FootStripBox } from "./FootStrip.tsx";
import { FactList, Foot, KeptBox, LadderPanel } from "./Ladder.tsx";
import { UndoButton } from "./UndoButton.tsx";

const SIDE_NAME: Readonly<Record<SetterSide, string>> = {
  outside: "outside, X",
  bore: "in a bore, X",
  face: "face, Z",
};

/** What is typed of a calibration, and what it comes to. */
function useSetterStep({ setup, setupId, person }: LoadedSetup) {
  const { machine, tools } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const able = tools.flatMap((tool) =>
    axesToCalibrate(setup, tool).map((axis) => ({ tool, side: setterSide(tool.tool, axis) })),
  );
  const [side, setSide] = useState<SetterSide>(able[0]?.side ?? "outside");
  const ofSide = able.filter((one) => one.side === side);
  const [by, setBy] = useState<string>();
  const tool = ofSide.find((one) => one.tool.offset === (by ?? ofSide[0]?.tool.offset))?.tool;
  const axis = axisOfSide(side);
  const at = { machine, axis, zone: tool?.zone ?? mainZone(machine) };
  const reading = useTypedLength(machine.units, person.decimalMark);
  const gauge = useTypedLength(machine.units, person.decimalMark);
  const locale = { decimalMark: person.decimalMark, readList: () => undefined };
  /** A number of the control as the core counts it; undefined while it is none. */
  const inCore = (name: "machine" | "geometry", text: string) => {
    const read = text.trim() === "" ? undefined : readField("calibrate-setter", name, text, machine.units, locale, at);
    return read && "mm" in read ? read.mm : undefined;
  };
  const machineAt = inCore("machine", reading.text);
  const geometry = tool ? tool[axis]?.exact : inCore("geometry", gauge.text);
  const found = machineAt === undefined ? undefined : triggerFound(setup, tool, side, machineAt, geometry);
  const before = machine.setter?.[side];
  const drift = found === undefined || before === undefined ? undefined : found - before;
  const isFar = drift !== undefined && Math.abs(drift) > LARGEST_DRIFT;
  const send = (meant: boolean) => {
    reading.ask();
    if (!tool) gauge.ask();
    if (found === undefined) return;
    form.send("calibrate-setter", {
      side,
      machine: reading.text,
      ...(tool ? { offset: tool.offset } : { geometry: gauge.text }),
      ...(meant && { meant: "yes" }),
    });
  };
  return {
    form,
    side,
    setSide,
    ofSide,
    tool,
    setBy,
    axis,
    at,
    reading,
    gauge,
    geometry,
    machineAt,
    found,
    before,
    drift,
    isFar,
    send,
  };
}

/** The setter's calibration, a step of its own: with a tool that was skimmed or touched, or with a gauge tool. */
export function SetterStep(loaded: LoadedSetup) {
  const { setup, setupId, mayEnter, now } = loaded;
  const { machine, calibrated } = setup;
  const step = useSetterStep(loaded);
  const { side, axis, form, drift } = step;
  const { zone } = step.at;
  const show = showFor(machine);
  const write = (value: number | undefined, sign?: "always") =>
    value === undefined ? "–" : show.axis(axis, value, "readout", zone, sign);
  const kept = calibrated[side];
  const at = machine.setter?.calibratedAt?.[side];
  useEnter(() => {
    if (mayEnter && !form.busy && !step.isFar) step.send(false);
  });
  return (
    <>
      <CentreForm
        aria-label="Setter's calibration"
        onSubmit={(event) => {
          event.preventDefault();
          if (mayEnter && !form.busy && !step.isFar) step.send(false);
        }}
      >
        <h1>Setter's calibration</h1>
        <StepCard>
          <p>
            Press the setter with a tool whose geometry is known: one that has just been skimmed and measured, or a
            gauge tool. Finest jog step for the last approach. Where it trips now is what every tool after it is
            measured from.
          </p>
          {mayEnter && <SetterFields setup={setup} step={step} />}
        </StepCard>
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <LadderPanel aria-label="Result, setter's calibration">
        <h1>Trigger, {SIDE_NAME[side]}</h1>
        <FactList>
          <div>
            <dt>machine at the setter</dt>
            <dd>{write(step.machineAt)}</dd>
          </div>
          <div>
            <dt>geometry of the tool</dt>
            <dd>{step.geometry === undefined ? "–" : show.axis(axis, step.geometry, "tool-offset", zone)}</dd>
          </div>
          <div>
            <dt>trips at</dt>
            <dd data-main="">{write(step.found)}</dd>
          </div>
          <div>
            <dt>last time, {at === undefined ? "as the profile says" : <Moment at={at} now={now} />}</dt>
            <dd>{write(step.before)}</dd>
          </div>
          <div>
            <dt>drift</dt>
            <dd>{drift === undefined ? "–" : write(drift, "always")}</dd>
          </div>
        </FactList>
        <Foot>
          <Trouble>{form.trouble}</Trouble>
          {mayEnter && step.isFar && drift !== undefined && (
            <Question role="alert">
              <p>
                It trips {write(Math.abs(drift))} {machine.units} from where it did. Was it knocked, or is a number
                wrong?
              </p>
              <PrimaryButton onPress={() => step.send(true)} isDisabled={form.busy}>
                It trips there now
              </PrimaryButton>
            </Question>
          )}
          {kept && (
            <KeptBox>
              <span>
                Calibrated by {kept.person}, <Moment at={kept.at} now={now} />: {write(kept.exact)}, drift{" "}
                {write(kept.exact - kept.before, "always")}
              </span>
              {mayEnter && (
                <UndoButton
                  setupId={setupId}
                  entry={kept.entry}
                  seq={setup.seq}
                  label="Undo"
                  what="the setter's calibration"
                />
              )}
            </KeptBox>
          )}
          {!mayEnter ? (
            <Question>{lookingOn(setup)}</Question>
          ) : step.isFar ? null : (
            <PrimaryButton onPress={() => step.send(false)} isDisabled={form.busy}>
              {form.busy ? "Saving…" : "Save where it trips"}
            </PrimaryButton>
          )}
        </Foot>
      </LadderPanel>
      <FootStripBox>
        <p>Tools that were measured on it before are marked where it trips elsewhere now.</p>
        <Caution>Move clear before every index; setter parked or taken off.</Caution>
      </FootStripBox>
    </>
  );
}

/** The side, the tool and the readings of a calibration. */
function SetterFields({
  setup: { machine },
  step,
}: {
  readonly setup: SetupView;
  readonly step: ReturnType<typeof useSetterStep>;
}) {
  const { side, tool, axis, form } = step;
  return (
    <>
      <Pick
        name="side"
        label="Side of the setter"
        value={side}
        onChange={(value) => {
          step.setSide(value as SetterSide);
          step.setBy(undefined);
        }}
        options={SETTER_SIDES.map((one) => [one, SIDE_NAME[one]])}
      />
      <Pick
        name="by"
        label="With"
        value={tool?.offset ?? ""}
        onChange={step.setBy}
        options={[
          ...step.ofSide.map(
            (one) => [one.tool.offset, `${toolNumber(machine, one.tool.offset)} ${one.tool.tool.description}`] as const,
          ),
          ["", "a gauge tool"],
        ]}
      />
      {!tool && (
        <SmallLength
          typed={step.gauge}
          name="geometry"
          label={`geometry ${AXIS_NAME[axis]} of the gauge tool, as the control stores it`}
          caption={`gauge tool's ${AXIS_NAME[axis]} geometry`}
          unit={machine.units}
          quantity="tool"
          refusal={form.refusalOf("geometry")}
        />
      )}
      <SmallLength
        typed={step.reading}
        name="machine"
        label={`machine ${AXIS_NAME[axis]} at the setter`}
        caption={`machine ${AXIS_NAME[axis]} when it tripped`}
        unit={machine.units}
        refusal={form.refusalOf("machine")}
      />
    </>
  );
}

/** Where the setter stands in the plan: when it was calibrated, and the way to its step. Nothing on a machine without one. */
export function SetterLine({
  setup,
  now,
  address,
}: {
  readonly setup: SetupView;
  readonly now: string;
  readonly address: string;
}) {
  const { setter } = setup.machine;
  if (!setter) return null;
  const times = SETTER_SIDES.flatMap((side) => setter.calibratedAt?.[side] ?? []).sort();
  return (
    <Line>
      <span>
        {times[0] === undefined ? "Setter: no calibration on record" : `Setter calibrated ${ageOf(times[0], now)}`}
      </span>
      <Link to={address} replace preventScrollReset>
        calibrate
      </Link>
    </Line>
  );
}

const Line = styled.p`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  min-height: 48px;
  padding: 4px 14px;
  > span { min-width: 0; }
  border-top: 1px solid ${color("line")};
  font-size: ${size.small};
  line-height: 1.2;
  > a { display: grid; place-items: center; min-width: 48px; min-height: 48px; font-weight: 600; }
`;
