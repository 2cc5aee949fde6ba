import { styled } from "styled-components";
import { color, mono, radius, size } from "../ui/tokens.ts";

/** What is keyed into the control, to be read at arm's length: `output` is the number. Idle while there is none. */
export const KeyBox = styled.div<{ $idle?: boolean }>`
  display: grid;
  padding: 10px 12px;
  border: 2px solid ${({ $idle }) => color($idle ? "line" : "ink")};
  border-radius: ${radius};
  font-size: ${size.small};
  > p { font-weight: 600; }
  > output { color: ${({ $idle }) => color($idle ? "quiet" : "ink")}; min-height: 46px; ${mono} font-size: ${size.large}; font-weight: 750; line-height: 46px; text-align: right; }
  small { font-size: ${size.small}; color: ${color("quiet")}; font-weight: 400; }
`;
