import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { type ListConflict, setupLists } from "../../core/program/index.ts";
import { color, size } from "../ui/tokens.ts";

/** Tools that the program calls and that are not where it calls them: the plan names them, and Prepare is where it is settled. */
export function NotLoaded({ setup, setupId }: { readonly setup: SetupView; readonly setupId: string }) {
  const missing = (setupLists(setup)?.conflicts ?? []).flatMap((conflict) => {
    const text = whatIsMissing(conflict);
    return text && "called" in conflict ? [{ called: conflict.called, text }] : [];
  });
  if (missing.length === 0) return null;
  return (
    <Missing>
      {missing.map(({ called, text }) => (
        <span key={`${called.path} ${called.station} ${called.offset}`}>
          <b>{toolNumber(setup.machine, called.offset)}</b>: {text}
        </span>
      ))}
      <Link to={href("/setups/:setupId/prepare", { setupId })}>
        Settle {missing.length === 1 ? "it" : "them"} in Prepare
      </Link>
    </Missing>
  );
}

/** What keeps a called tool from being touched off where it is called; undefined for what does not concern its place. */
function whatIsMissing(conflict: ListConflict): string | undefined {
  switch (conflict.code) {
    case "no-such-station":
      return `called in station ${conflict.called.station}, which this machine does not have`;
    case "empty-station":
      return `called in station ${conflict.called.station}, which is empty`;
    case "elsewhere":
      return `called in station ${conflict.called.station}, stands in ${conflict.standsIn}`;
    case "occupied":
    case "other-offset":
      return `called in station ${conflict.called.station}, where offset ${conflict.standing.offset} stands`;
    case "other-kind":
    case "other-diameter":
    case "offset-twice":
    case "no-row":
    case "second-missing":
    case "not-called":
    case "row-not-called":
      return undefined;
  }
}

const Missing = styled.p`
  display: grid;
  gap: 2px;
  padding: 8px 12px;
  border-bottom: 1px solid ${color("line")};
  font-size: ${size.small};
  color: ${color("spacer")};
  a { padding: 12px 0; color: ${color("measured")}; font-weight: 600; }
`;
