import { styled } from "styled-components";

/** Left out where the screen is narrow: it follows from the two columns beside it. */
export const Difference = styled.td`
  @media (width < 1200px) { display: none; }
`;
