import { Check, TriangleAlert } from "lucide-react";
import { Radio, RadioGroup } from "react-aria-components";
import { styled } from "styled-components";
import { errorBudget } from "../../core/judgement/index.ts";
import type { SetupView, ToolView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { color, radius, size } from "../ui/tokens.ts";
import { WAYS } from "./words.ts";

interface WaysProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly onWay: (way: TouchWay) => void;
  readonly isDisabled: boolean;
}

/** The ways to touch this axis, each with its expected error against the tolerance that needs it. */
export function Ways({ setup, tool, axis, way, onWay, isDisabled }: WaysProps) {
  const { machine } = setup;
  const write = (millimetres: number) =>
    formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution[axis]);
  return (
    <Group
      aria-label={`Way to touch ${axis.toUpperCase()}`}
      value={way}
      onChange={(next) => onWay(next as TouchWay)}
      orientation="horizontal"
      isDisabled={isDisabled}
    >
      {WAYS.map(({ way: one, name }, index) => {
        const { expanded, fits } = errorBudget(machine, axis, one, tool.tolerance[axis]);
        return (
          <Way key={one} value={one} $fits={fits}>
            <strong>
              <Digit aria-hidden="true">{index + 1}</Digit> {name}
            </strong>
            <span>
              {fits ? <Check size={16} aria-hidden="true" /> : <TriangleAlert size={16} aria-hidden="true" />}
              ±&thinsp;{write(expanded)} {fits ? "fits" : "too coarse here"}
            </span>
          </Way>
        );
      })}
    </Group>
  );
}

const Group = styled(RadioGroup)`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
`;
const Digit = styled.span`
  padding: 0 5px;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  font-size: ${size.small};
  font-weight: 400;
  color: ${color("quiet")};
  @media (width < 1200px) { display: none; }
`;
const Way = styled(Radio)<{ $fits: boolean }>`
  display: grid;
  align-content: center;
  min-height: 60px;
  padding: 6px 12px;
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  line-height: 1.2;
  cursor: pointer;
  strong { font-size: ${size.text}; font-weight: 650; }
  > span {
    display: flex;
    align-items: center;
    gap: 4px;
    color: ${({ $fits }) => color($fits ? "clear" : "spacer")};
    font-size: ${size.small};
    font-variant-numeric: tabular-nums;
  }
  svg { flex: none; }
  &[data-hovered] { border-color: ${color("edge")}; }
  &[data-selected] { border-color: ${color("action")}; border-width: 2.5px; background: ${color("selected")}; }
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  &[data-disabled] { cursor: default; }
  @media (width < 1200px) { padding: 6px 8px; strong { font-size: 16px; } }
`;
