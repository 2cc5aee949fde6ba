import { styled } from "styled-components";
import { color, size } from "./tokens.ts";

/** Why a form was not taken, where it was typed. Keeps its place while it is empty, so that nothing moves. */
export const RefusalLine = styled.p.attrs({ role: "alert" })`
  min-height: 1.3em;
  color: ${color("stop")};
  font-size: ${size.small};
  font-weight: 600;
`;
