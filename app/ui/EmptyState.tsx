import { styled } from "styled-components";
import { color } from "./tokens.ts";

/** What stands in place of a page that has nothing to show yet: why, and what to do about it. */
export const EmptyPage = styled.main`
  margin: 10vh auto;
  max-width: 600px;
  padding: 24px;
  background: ${color("sheet")};
`;

/** The same in place of a list. */
export const EmptyList = styled.p`
  align-self: start;
  padding: 24px;
  background: ${color("sheet")};
`;
