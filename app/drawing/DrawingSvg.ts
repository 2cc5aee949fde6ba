import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";

/** A drawing to scale as it fills its room: texts in the ink of the page, quiet and clear ones by their class. */
export const DrawingSvg = styled.svg`
  display: block;
  width: 100%;
  height: 100%;
  background: ${color("drawing")};
  text { font-size: 16px; fill: ${color("ink")}; }
  text.quiet { fill: ${color("quiet")}; }
  text.clear { fill: ${color("clear")}; font-weight: 700; }
`;
