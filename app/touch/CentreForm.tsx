import { styled } from "styled-components";
import { color, radius } from "../ui/tokens.ts";

/** The middle of the main screen: a head of its own height, and the drawing in what is left. */
export const CentreForm = styled.form`
  grid-area: centre;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 10px;
  min-width: 0;
  padding: 12px 14px;
  background: ${color("plate")};
`;

/** What stands in the middle in place of a drawing: words, fields, a table. */
export const StepCard = styled.div`
  display: grid;
  align-content: start;
  gap: 18px;
  padding: 24px;
  overflow: auto;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  > p { max-width: 64ch; }
`;
