import { Radio, RadioGroup } from "react-aria-components";
import { styled } from "styled-components";
import type { ToolView } from "../../core/ledger/index.ts";
import { type Axis, type MachineProfile, nearSide } from "../../core/machine/index.ts";
import { type Edge, type EdgeChoice, edgeOptions, type TouchWay, wholeChoice } from "../../core/tool/index.ts";
import { Remark } from "../ui/Remark.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { edgeName } from "./words.ts";

interface EdgeChoicesProps {
  readonly machine: MachineProfile;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice: EdgeChoice;
  readonly onChoice: (choice: EdgeChoice) => void;
  readonly isDisabled: boolean;
  /** Why these cannot touch; undefined where they can. */
  readonly refusal: string | undefined;
}

const STAND_NAME = {
  front: "in front",
  behind: "behind",
  plus: "Y plus side",
  minus: "Y minus side",
} as const;

/** Which edge meets the part, which one the program moves, and where the tool stands: what there is to choose, if anything. */
export function EdgeChoices({ machine, tool, axis, way, choice, onChoice, isDisabled, refusal }: EdgeChoicesProps) {
  const options = edgeOptions(tool.tool, axis);
  const whole = wholeChoice(tool.tool, axis, choice);
  const isThread = "toShoulder" in tool.tool;
  const group = <Value extends string>(
    label: string,
    values: readonly Value[],
    value: Value | undefined,
    name: (value: Value) => string,
    change: (value: Value) => EdgeChoice,
  ) =>
    values.length > 1 && (
      <Group
        aria-label={label}
        value={value ?? null}
        onChange={(next) => onChoice(change(next as Value))}
        isDisabled={isDisabled}
        orientation="horizontal"
      >
        <span>{label}</span>
        <div>
          {values.map((one) => (
            <Choice key={one} value={one}>
              {name(one)}
            </Choice>
          ))}
        </div>
      </Group>
    );
  const threadName = (edge: Edge) =>
    edge === "left"
      ? `yes: ${nearSide(machine, tool.zone)}`
      : edge === "centre"
        ? "no: the tip"
        : edgeName(edge, machine, tool.zone);
  const edges = group(
    axis === "x" ? "touching wall" : "touching edge",
    // The middle touches nothing; it can be lined up by eye.
    way === "centre" ? [] : options.touching.filter((edge) => edge !== "centre" || way === "eye"),
    whole.touching,
    (edge) => edgeName(edge, machine, tool.zone),
    (touching) => ({ ...choice, touching }),
  );
  const programmed = group(
    isThread ? "up to a shoulder?" : "programmed",
    way === "centre" ? [] : options.programmed,
    whole.programmed,
    (edge) => (isThread ? threadName(edge) : edgeName(edge, machine, tool.zone)),
    (next) => ({ ...choice, programmed: next }),
  );
  const stand = group(
    "tool stands",
    way === "centre" ? [] : options.stand,
    whole.stand,
    (one) => STAND_NAME[one],
    // Another stand has another edge that reaches.
    (next) => ({ programmed: choice.programmed, stand: next }),
  );
  if (!edges && !programmed && !stand && !refusal) return null;
  return (
    <Strip>
      {stand}
      {edges}
      {programmed}
      {refusal && (
        <Remark as="p" $tone="stop" role="alert">
          {refusal}
        </Remark>
      )}
    </Strip>
  );
}

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 4px 14px;
  padding: 3px 12px 5px;
  @media (width < 1200px) { gap: 2px 8px; padding: 2px 8px 4px; }
  border-bottom: 1px solid ${color("line")};
`;
const Group = styled(RadioGroup)`
  display: grid;
  font-size: ${size.small};
  > span { color: ${color("quiet")}; line-height: 1.2; }
  > div { display: flex; }
`;
const Choice = styled(Radio)`
  display: grid;
  place-items: center;
  min-height: 48px;
  padding: 2px 9px;
  @media (width < 1200px) { padding: 2px 6px; }
  border: 1.5px solid ${color("line")};
  background: ${color("sheet")};
  text-align: center;
  line-height: 1.15;
  cursor: pointer;
  & + & { border-left: 0; }
  &:first-child { border-radius: ${radius} 0 0 ${radius}; }
  &:last-child { border-radius: 0 ${radius} ${radius} 0; }
  &[data-selected] { background: ${color("selected")}; color: ${color("measured")}; font-weight: 700; box-shadow: inset 0 -4px ${color("action")}; }
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: -3px; }
`;
