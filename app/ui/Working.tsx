import type { ReactNode } from "react";
import { styled } from "styled-components";
import { color, size } from "./tokens.ts";

/** What is being worked out where it will stand, announced once; `share` from 0 to 1 where it is known how far it is. */
export function Working({
  what,
  share,
  children,
}: {
  readonly what: string;
  readonly share?: number;
  readonly children?: ReactNode;
}) {
  return (
    <Said role="status">
      {what}
      <progress value={share} aria-label={what} />
      {children}
    </Said>
  );
}

const Said = styled.div`
  display: grid;
  justify-items: start;
  gap: 8px;
  padding: 10px 0;
  font-size: ${size.small};
  color: ${color("quiet")};
  progress { width: min(260px, 100%); height: 10px; accent-color: ${color("action")}; }
`;
