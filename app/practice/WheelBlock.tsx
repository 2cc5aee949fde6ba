import { useState } from "react";
import { styled } from "styled-components";
import {
  AXIS_NAME,
  type Axis,
  directionOf,
  fromControl,
  lastDigit,
  mainZone,
  readoutSense,
  shownAs,
} from "../../core/machine/index.ts";
import { decimalsOf } from "../../core/units/index.ts";
import { activeTool, type LatheCommand, observe } from "../../sim/lathe/index.ts";
import { color, size } from "../ui/tokens.ts";
import { Handwheel } from "./Handwheel.tsx";
import { JogKeys } from "./JogKeys.tsx";
import { Choice, Choices, LatheBlock, shownAxes } from "./parts.ts";
import type { Lathe } from "./useLathe.ts";

/** Steps of the wheel, in last digits of the readout. */
const STEPS = [1, 10, 100, 1000] as const;

/** More detents than this in one go are one movement; fewer are felt one by one. */
const FELT_SINGLY = 12;

/** The handwheel with its axis and its step. */
export function WheelBlock({
  lathe: { state, act },
  axis,
  onAxis,
}: {
  readonly lathe: Lathe;
  readonly axis: Axis;
  readonly onAxis: (axis: Axis) => void;
}) {
  const { machine } = state.config;
  const [step, setStep] = useState<number>(100);
  const [turned, setTurned] = useState(0);
  const digit = lastDigit(machine, axis);
  const zone = activeTool(state)?.zone ?? mainZone(machine);
  const sign = readoutSense(zone, axis);
  const turn = (detents: number) => {
    const by = fromControl(machine, axis, shownAs("readout", step * digit), "readout", zone);
    const single = Math.abs(detents) <= FELT_SINGLY;
    const commands: readonly LatheCommand[] = single
      ? Array.from({ length: Math.abs(detents) }, () => ({ do: "jog", axis, by: Math.sign(detents) * by }))
      : [{ do: "jog", axis, by: detents * by }];
    act(...commands);
    setTurned((before) => before + detents);
  };
  const places = decimalsOf(digit);
  const written = (digits: number) => (digits * digit).toFixed(Math.max(0, places - Math.round(Math.log10(digits))));
  const plus = directionOf(machine, zone, axis, sign);
  return (
    <LatheBlock aria-label="Handwheel">
      <Pair>
        <Choices
          aria-label="Axis of the handwheel"
          orientation="vertical"
          value={axis}
          onChange={(value) => onAxis(value as Axis)}
        >
          {shownAxes(machine.yAxis).map((one) => (
            <Choice key={one} value={one}>
              {AXIS_NAME[one]}
            </Choice>
          ))}
        </Choices>
        <Handwheel
          label={`Handwheel ${AXIS_NAME[axis]}, step ${written(step)} ${machine.units}`}
          valueText={`${AXIS_NAME[axis]} ${observe(state).readout[axis].toFixed(places)}`}
          turned={turned}
          onTurn={turn}
        />
        <Choices
          aria-label={`Step of the handwheel, ${machine.units}`}
          orientation="vertical"
          value={String(step)}
          onChange={(value) => setStep(Number(value))}
        >
          {STEPS.map((one) => (
            <Choice key={one} value={String(one)}>
              {written(one)}
            </Choice>
          ))}
        </Choices>
      </Pair>
      <JogKeys
        lathe={{ state, act }}
        axis={axis}
        sense={sign}
        hint={`${plus.name}${plus.leads ? `: ${plus.leads}` : ""}`}
      />
    </LatheBlock>
  );
}

const Pair = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px;
  [role="radiogroup"] { flex-direction: column; flex: none; width: 64px; }
  @media (width < 1200px) { gap: 4px; [role="radiogroup"] { width: 58px; } label { padding: 2px; letter-spacing: -0.04em; } }
  ~ p { margin-top: 6px; font-size: ${size.small}; color: ${color("quiet")}; line-height: 1.2; }
`;
