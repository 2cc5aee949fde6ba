import { ArrowLeft } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { styled } from "styled-components";
import { EmptyList } from "./EmptyState.tsx";
import { color, narrow, radius, size } from "./tokens.ts";

/** A list on the left that opens its entries on the right; on a narrow screen what is open stands in place of the list. */
export function Split({
  isOpen,
  all,
  children,
}: {
  readonly isOpen: boolean;
  /** What leads back to the list, as "All machines". */
  readonly all: string;
  readonly children: ReactNode;
}) {
  return (
    <Columns $isOpen={isOpen}>
      {isOpen && (
        <Back to="?" preventScrollReset>
          <ArrowLeft size={20} aria-hidden="true" /> {all}
        </Back>
      )}
      {children}
    </Columns>
  );
}

const Back = styled(Link)`
  display: none;
  ${narrow} { display: flex; align-items: center; gap: 8px; min-height: 48px; color: ${color("action")}; font-weight: 600; }
`;
const Columns = styled.div<{ $isOpen: boolean }>`
  display: grid;
  grid-template-columns: ${({ $isOpen }) => ($isOpen ? "minmax(240px, 1fr) minmax(0, 1.9fr)" : "minmax(0, 1fr)")};
  gap: 16px;
  min-height: 0;
  > * { overflow: auto; min-width: 0; }
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    ${({ $isOpen }) => $isOpen && "> ul { display: none; }"}
  }
`;

interface Listed {
  readonly id: string;
  readonly name: string;
  readonly words: string;
  readonly retired: boolean;
  /** What it looks like, small. */
  readonly picture?: ReactNode;
  /** What calls for attention, such as a gauge that is overdue. */
  readonly warning?: string | undefined;
}

/** Entries by name; retired ones last, and said so. */
export function List({
  entries,
  open,
  empty,
}: {
  readonly entries: readonly Listed[];
  readonly open: string | undefined;
  readonly empty: string;
}) {
  if (entries.length === 0) return <EmptyList>{empty}</EmptyList>;
  return (
    <Rows>
      {entries.map(({ id, name, words, retired, warning, picture }) => (
        <li key={id} data-retired={retired}>
          <Link to={`?open=${id}`} aria-current={id === open ? "true" : undefined} preventScrollReset>
            {picture}
            <span>
              <b>
                {name}
                {retired && " (retired)"}
              </b>{" "}
              <small>{words}</small>
              {warning && <em> {warning}</em>}
            </span>
          </Link>
        </li>
      ))}
    </Rows>
  );
}

const Rows = styled.ul`
  display: grid;
  align-content: start;
  gap: 6px;
  a { display: flex; align-items: center; gap: 12px; min-height: 56px; padding: 8px 14px; border-left: 5px solid ${color("line")}; border-radius: ${radius}; background: ${color("sheet")}; color: inherit; text-decoration: none; }
  a:hover, a[aria-current] { border-left-color: ${color("action")}; background: ${color("selected")}; }
  a > svg { flex: none; }
  a > span { display: grid; min-width: 0; }
  li[data-retired="true"] a { color: ${color("quiet")}; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
  em { color: ${color("spacer")}; font-size: ${size.small}; font-style: normal; font-weight: 700; }
`;
