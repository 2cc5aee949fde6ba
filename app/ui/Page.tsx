import { styled } from "styled-components";
import { size } from "./tokens.ts";

/** A page by itself, such as a list or a form: not wider than `$widest` pixels, and scrolled as a whole. */
export const Page = styled.main<{ $widest: number }>`
  display: grid;
  gap: 14px;
  max-width: ${({ $widest }) => $widest}px;
  margin: 0 auto;
  padding: 20px 24px 40px;
  h1, h2 { font-size: ${size.number}; }
  h2 { margin-top: 10px; }
  > :where(ul) { display: grid; gap: 8px; }
`;
