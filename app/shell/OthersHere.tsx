import { User } from "lucide-react";
import { href } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import { StripMark } from "./StripMark.ts";

interface OthersHereProps {
  readonly setup: Pick<SetupView, "machine">;
  readonly setupId: string;
  /** Who else is on which tool. */
  readonly others: readonly Claim[];
}

/** In the strip of every stage: who else is on a tool of this setup; leads to that tool. */
export function OthersHere({ setup, setupId, others }: OthersHereProps) {
  const [first, ...rest] = others;
  if (!first) return null;
  const tool = ({ row }: Claim) => toolNumber(setup.machine, row);
  const words = others.map((one) => `${one.person} is on ${tool(one)}, ${one.device}`);
  return (
    <StripMark to={`${href("/setups/:setupId/touch", { setupId })}?tool=${first.row}`} aria-label={words.join("; ")}>
      <User size={20} aria-hidden="true" />
      <span>
        <b>{first.person}</b>
        <small>
          {tool(first)}
          {rest.length > 0 && ` +${rest.length}`}
        </small>
      </span>
    </StripMark>
  );
}
