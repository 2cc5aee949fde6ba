import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";

/** A drawing that fills the room it is given, on the ground of drawings. */
export const DrawnWhole = styled.svg`
  flex: 1;
  min-height: 0;
  width: 100%;
  background: ${color("drawing")};
`;
