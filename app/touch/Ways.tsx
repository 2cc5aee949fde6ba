import { Check, TriangleAlert } from "lucide-react";
import { useEffect, useEffectEvent, useRef } from "react";
import { Radio, RadioGroup } from "react-aria-components";
import { styled } from "styled-components";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import { errorBudget, type ShopUncertainty } from "../../core/limits/index.ts";
import { AXIS_NAME, type Axis, lastDigit } from "../../core/machine/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { color, narrow, radius, size } from "../ui/tokens.ts";
import { gaugedDiameter, wayName } from "./words.ts";

interface WaysProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  /** The ways that make sense here, in the order of their keys. */
  readonly ways: readonly TouchWay[];
  readonly way: TouchWay;
  readonly shop: ShopUncertainty;
  readonly onWay: (way: TouchWay) => void;
  readonly isDisabled: boolean;
}

/** The ways to touch this axis, each with its expected error against the tolerance that needs it. */
export function Ways({ setup, tool, axis, ways, way, shop, onWay, isDisabled }: WaysProps) {
  const { machine } = setup;
  const group = useRef<HTMLDivElement>(null);
  // Chosen before the page had come alive: taken over here, or the next drawing would take it back.
  const chosen = useEffectEvent(() => {
    const early = group.current?.querySelector<HTMLInputElement>("input:checked")?.value;
    const before = ways.find((one) => one === early);
    if (before !== undefined && before !== way && !isDisabled) onWay(before);
  });
  useEffect(() => chosen(), []);
  const write = (millimetres: number) =>
    formatLength(convertLength(millimetres, "mm", machine.units), lastDigit(machine, axis));
  return (
    <Group
      ref={group}
      aria-label={`Way to touch ${AXIS_NAME[axis]}`}
      value={way}
      onChange={(next) => onWay(next as TouchWay)}
      orientation="horizontal"
      isDisabled={isDisabled}
      $columns={ways.length <= 5 ? ways.length : 4}
    >
      {ways.map((one, index) => {
        const { expanded, fits } = errorBudget(
          machine,
          tool.tool,
          axis,
          one,
          tool.tolerance[axis],
          shop,
          gaugedDiameter(setup),
        );
        return (
          <Way key={one} value={one} $fits={fits} aria-keyshortcuts={`Alt+${index + 1}`}>
            <strong>
              <Digit aria-hidden="true">
                <span>Alt </span>
                {index + 1}
              </Digit>{" "}
              {wayName(one, axis)}
            </strong>
            <span>
              {fits ? <Check size={16} aria-hidden="true" /> : <TriangleAlert size={16} aria-hidden="true" />}
              ±&thinsp;{write(expanded)} {fits ? "fits" : "coarse"}
            </span>
          </Way>
        );
      })}
    </Group>
  );
}

const Group = styled(RadioGroup)<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 6px;
  ${narrow} { grid-template-columns: repeat(auto-fit, minmax(130px, 1fr)); }
  /* On a phone one line that moves by itself. */
  @media (width < 600px) { position: relative; display: flex; overflow-x: auto; > * { flex: 0 0 158px; } }
  strong { font-size: ${({ $columns }) => ($columns <= 3 ? size.text : "16px")}; }
`;
const Digit = styled.span`
  padding: 0 5px;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  font-size: ${size.small};
  font-weight: 400;
  color: ${color("quiet")};
  span { display: none; }
  @media (width >= 1800px) { span { display: inline; } }
  @media (width < 1200px) { display: none; }
`;
const Way = styled(Radio)<{ $fits: boolean }>`
  display: grid;
  align-content: center;
  min-height: 52px;
  padding: 4px 8px;
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  line-height: 1.2;
  cursor: pointer;
  strong { font-weight: 650; line-height: 1.15; }
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
  /* Thicker without being larger: nothing moves when the page comes alive. */
  &[data-selected] { border-color: ${color("action")}; box-shadow: inset 0 0 0 1px ${color("action")}; background: ${color("selected")}; > span { color: ${color("ink")}; } }
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  &[data-disabled] { cursor: default; }
  @media (width < 1200px) { padding: 3px 5px; strong { font-size: 16px; } > span { gap: 2px; } }
`;
