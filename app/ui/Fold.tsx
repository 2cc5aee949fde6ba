import { styled } from "styled-components";
import { color, mono, size } from "./tokens.ts";

/** What opens below its summary; the summary's `data-word` says what pressing it does. */
export const Fold = styled.details`
  border-bottom: 1px solid ${color("line")};
  font-size: ${size.small};
  > summary { display: flex; align-items: center; justify-content: space-between; gap: 8px; min-height: 48px; padding: 4px 14px; cursor: pointer; line-height: 1.2; }
  > summary::after { content: attr(data-word); color: ${color("measured")}; font-weight: 600; text-decoration: underline; }
  &[open] > summary::after { content: "close"; }
  > summary b { ${mono} }
`;

/** A part of a longer form that opens below its heading. */
export const FoldedPart = styled.details`
  border-top: 1px solid ${color("line")};
  > summary { display: flex; align-items: center; min-height: 48px; font-weight: 600; cursor: pointer; }
  > summary::before { content: "+"; width: 20px; ${mono} }
  &[open] > summary::before { content: "−"; }
  > * + * { margin-bottom: 12px; }
  & & { margin-left: 20px; }
  > form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
`;
