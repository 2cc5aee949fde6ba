import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";

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
