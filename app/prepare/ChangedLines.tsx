import { styled } from "styled-components";
import type { ChangedLine } from "../../core/program/index.ts";
import { color, mono, size } from "../ui/tokens.ts";

/** Lines of a program that were changed, before and after. */
export function ChangedLines({ label, lines }: { readonly label: string; readonly lines: readonly ChangedLine[] }) {
  return (
    <Lines aria-label={label}>
      {lines.map(({ line, before, after }) => (
        <li key={`${line} ${before}`}>
          <span>{line}</span>
          <del>{before}</del>
          <ins>{after}</ins>
        </li>
      ))}
    </Lines>
  );
}

const Lines = styled.ol`
  display: grid;
  gap: 2px;
  ${mono}
  font-size: ${size.small};
  li { display: grid; grid-template-columns: minmax(28px, max-content) minmax(0, 1fr) minmax(0, 1fr); gap: 8px; }
  span { color: ${color("quiet")}; text-align: right; }
  del { padding: 0 8px; background: ${color("stopGround")}; overflow-wrap: anywhere; }
  ins { padding: 0 8px; background: ${color("clearGround")}; text-decoration: none; font-weight: 600; overflow-wrap: anywhere; }
`;
