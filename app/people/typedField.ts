import { css } from "styled-components";
import { color, radius, size, target } from "../ui/tokens.ts";

/** A label with the field under it, as everybody types a name or a PIN. */
export const typedField = css`
  label { display: grid; gap: 4px; font-size: ${size.small}; font-weight: 600; }
  input:not([type="hidden"]) {
    min-height: ${target};
    padding: 8px 12px;
    border: 1.5px solid ${color("edge")};
    border-radius: ${radius};
    background: ${color("sheet")};
    color: inherit;
    font: inherit;
  }
  input[aria-invalid="true"] { border-color: ${color("stop")}; }
`;
