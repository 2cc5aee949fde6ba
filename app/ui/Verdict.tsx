import { styled } from "styled-components";
import { color, size } from "./tokens.ts";

/** A word with its shape and colour: how something stands. */
export const Verdict = styled.span<{ $tone: "clear" | "stop" | "doubt" | "quiet" }>`
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-size: ${size.small};
  font-weight: 700;
  color: ${({ $tone }) => ({ clear: color("clear"), stop: color("stop"), doubt: color("spacer"), quiet: color("quiet") })[$tone]};
  svg { flex: none; }
`;
