import { styled } from "styled-components";
import { color, type Token } from "./tokens.ts";

/** What a remark is about: that something holds, is doubted, is refused, is chosen, or only is said. */
type RemarkTone = "clear" | "doubt" | "stop" | "chosen" | "plain";
const BAR: Readonly<Record<RemarkTone, Token>> = {
  clear: "clear",
  doubt: "spacer",
  stop: "stop",
  chosen: "action",
  plain: "line",
};
const GROUND: Readonly<Record<RemarkTone, Token | undefined>> = {
  clear: "clearGround",
  doubt: "doubtGround",
  stop: "stopGround",
  chosen: "selected",
  plain: undefined,
};

/** A few words with a bar beside them. What asks for an answer is a `Question`. */
export const Remark = styled.div<{ $tone: RemarkTone }>`
  padding: 6px 12px;
  border-left: 5px solid ${({ $tone }) => color(BAR[$tone])};
  ${({ $tone }) => {
    const ground = GROUND[$tone];
    return ground && `background: ${color(ground)};`;
  }}
  font-variant-numeric: tabular-nums;
`;
