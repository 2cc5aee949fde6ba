import { css } from "styled-components";
import { color, radius, target } from "./tokens.ts";

/** The box of whatever is typed into or chosen from, as high as a finger in a glove needs. */
export const fieldBox = css`
  min-height: ${target};
  padding: 4px 8px;
  border: 1.5px solid ${color("edge")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: inherit;
  font: inherit;
`;
