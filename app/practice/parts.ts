import { Radio, RadioGroup } from "react-aria-components";
import { styled } from "styled-components";
import type { Axis } from "../../core/machine/index.ts";
import { PlainButton } from "../ui/Button.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";

/** The axes that a machine's control shows, in its order. */
export const shownAxes = (yAxis: boolean | undefined): readonly Axis[] => (yAxis ? ["x", "z", "y"] : ["x", "z"]);

/** A block of the practice screen with its small heading. */
export const LatheBlock = styled.section`
  display: grid;
  gap: 4px;
  padding: 6px 12px 8px;
  border-bottom: 1px solid ${color("line")};
  h2 { margin-bottom: 4px; font-size: ${size.small}; font-weight: 600; color: ${color("quiet")}; }
`;
export const BenchRow = styled.div<{ $even?: boolean; $tight?: boolean }>`
  display: flex;
  flex-wrap: ${({ $even }) => ($even ? "nowrap" : "wrap")};
  ${({ $even }) => $even && " > button { flex: 1 1 0; padding: 4px; }"}
  align-items: end;
  gap: 6px;
  ${({ $tight }) => $tight && "> button { padding: 4px 5px; }"}
`;
export const Small = styled(PlainButton)`
  flex: 1 1 auto;
  padding: 4px 8px;
  font-size: 16px;
  line-height: 1.1;
  &[aria-pressed="true"] { background: ${color("selected")}; border-width: 2.5px; }
`;
export const Choices = styled(RadioGroup)`
  display: flex;
  gap: 4px;
`;
export const Choice = styled(Radio)`
  flex: 1;
  display: grid;
  place-items: center;
  min-width: 48px;
  min-height: 48px;
  padding: 2px 6px;
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  ${mono}
  font-size: 16px;
  font-weight: 600;
  cursor: pointer;
  &[data-selected] { border-color: ${color("action")}; border-width: 2.5px; background: ${color("selected")}; }
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
`;
export const BenchField = styled.label<{ $wide?: boolean; $least?: number }>`
  display: grid;
  gap: 2px;
  flex: ${({ $wide, $least = 60 }) => ($wide ? "2 1 116px" : `1 1 ${$least}px`)};
  min-width: 0;
  font-size: ${size.small};
  color: ${color("quiet")};
  input, select, textarea {
    width: 100%;
    min-height: 48px;
    padding: 4px 8px;
    border: 1.5px solid ${color("edge")};
    border-radius: ${radius};
    background: ${color("sheet")};
    color: ${color("ink")};
    ${mono}
    font-size: 16px;
  }
  select { padding: 4px 0 4px 2px; font-family: inherit; font-size: ${size.small}; }
  textarea { min-height: 70px; resize: none; line-height: 1.25; }
`;
