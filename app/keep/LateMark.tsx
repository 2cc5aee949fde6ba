import { Inbox } from "lucide-react";
import { href } from "react-router";
import type { Person } from "../../server/people/person.server.ts";
import { StripMark } from "../shell/StripMark.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";

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
    <StripMark to={href("/setups/:setupId/keep", { setupId })} aria-label={words.join("; ")}>
      <Inbox size={20} aria-hidden="true" />
      <span>
        <b>{waiting > 0 ? "late" : "given back"}</b>
        <small>{waiting > 0 ? waiting : givenBack}</small>
      </span>
    </StripMark>
  );
}
