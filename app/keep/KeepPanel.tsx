import { styled } from "styled-components";
import { fieldBox } from "../ui/fieldBox.ts";
import { color, size } from "../ui/tokens.ts";

/** One matter beside the ledger, with a bar in the colour of how it stands. */
export const KeepPanel = styled.section<{ $tone: "clear" | "spacer" | "line" }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 4px 0 4px 14px;
  border-left: 5px solid ${({ $tone }) => color($tone)};
  h2 { font-size: ${size.text}; }
  p { font-size: ${size.small}; }
  form { display: grid; gap: 8px; }
  label { font-size: ${size.small}; }
  input[type="checkbox"] { width: 22px; height: 22px; vertical-align: -5px; }
  textarea { width: 100%; ${fieldBox} padding: 8px 12px; resize: vertical; }
`;
