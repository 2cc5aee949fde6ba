import { Inbox } from "lucide-react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { color, radius, size } from "../ui/tokens.ts";

interface LateMarkProps {
  readonly setupId: string;
  readonly role: Person["role"];
  readonly late: LoadedSetup["late"];
}

/** In the strip of every stage: that entries came after the sign-off and wait for a lead, or were given back; leads to them. */
export function LateMark({ setupId, role, late }: LateMarkProps) {
  const { waiting = 0, givenBack = 0 } = late ?? {};
  if (role === "viewer" || waiting + givenBack === 0) return null;
  const words = [
    ...(waiting > 0 ? [`${waiting} came after the sign-off`] : []),
    ...(givenBack > 0 ? [`${givenBack} given back to you`] : []),
  ];
  return (
    <Late to={href("/setups/:setupId/keep", { setupId })} aria-label={words.join("; ")}>
      <Inbox size={20} aria-hidden="true" />
      <span>
        <b>{waiting > 0 ? "late" : "given back"}</b>
        <small>{waiting > 0 ? waiting : givenBack}</small>
      </span>
    </Late>
  );
}

const Late = styled(Link)`
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 48px;
  padding: 0 6px;
  border-radius: ${radius};
  color: inherit;
  font-size: ${size.small};
  line-height: 1.2;
  text-decoration: none;
  &:hover { background: rgb(255 255 255 / 0.12); }
  &:focus-visible { outline: 3px solid ${color("onStrip")}; outline-offset: -3px; }
  b, small { display: block; font-size: ${size.small}; }
`;
