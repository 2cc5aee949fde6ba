import { css } from "styled-components";
import { fieldBox } from "../ui/fieldBox.ts";
import { color, size } from "../ui/tokens.ts";

/** A label with the field under it, for a name or a PIN. */
export const typedField = css`
  label { display: grid; gap: 4px; font-size: ${size.small}; font-weight: 600; }
  input:not([type="hidden"]) { ${fieldBox} font-weight: 400; }
  input[aria-invalid="true"] { border-color: ${color("stop")}; }
`;
