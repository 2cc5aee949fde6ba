import { styled } from "styled-components";
import { fieldBox } from "./fieldBox.ts";
import { size } from "./tokens.ts";

/** Fields one under the other in a narrow column, each with its name above it. */
export const Stacked = styled.div`
  display: grid;
  gap: 8px;
  margin: 6px 0;
  label { display: grid; gap: 2px; font-size: ${size.small}; }
  select { ${fieldBox} font-size: ${size.text}; }
`;

/** Buttons or marks beside one another, in as many rows as they need. */
export const Wrapped = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 6px;
`;
