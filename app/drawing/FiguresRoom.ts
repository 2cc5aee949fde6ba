import { styled } from "styled-components";
import { color, mono, size } from "../ui/tokens.ts";

/** The room of a drawing in CSS pixels that carries numbers: figures of one width, readable over what they stand on. */
export const FiguresRoom = styled.div`
  overflow: hidden;
  background: ${color("drawing")};
  svg { display: block; }
  text { ${mono} fill: ${color("ink")}; font-size: ${size.small}; font-weight: 700; paint-order: stroke; stroke: ${color("drawing")}; stroke-width: 5px; }
`;
