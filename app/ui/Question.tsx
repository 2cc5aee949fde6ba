import { styled } from "styled-components";
import { color, radius, size } from "./tokens.ts";

/** A question, or what is waited for: amber, with a bar beside it. */
export const Question = styled.div`
  padding: 10px 12px;
  border-left: 5px solid ${color("spacer")};
  border-radius: ${radius};
  background: ${color("doubtGround")};
  font-size: ${size.small};
  p { font-variant-numeric: tabular-nums; }
`;
