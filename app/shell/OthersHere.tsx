import { User } from "lucide-react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import { color, radius, size } from "../ui/tokens.ts";

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
    <Here to={`${href("/setups/:setupId/touch", { setupId })}?tool=${first.row}`} aria-label={words.join("; ")}>
      <User size={20} aria-hidden="true" />
      <span>
        <b>{first.person}</b>
        <small>
          {tool(first)}
          {rest.length > 0 && ` +${rest.length}`}
        </small>
      </span>
    </Here>
  );
}

const Here = styled(Link)`
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
  b { display: block; max-width: 88px; overflow: hidden; text-overflow: ellipsis; }
  small { display: block; font-size: ${size.small}; font-variant-numeric: tabular-nums; }
  /* Beside the stages of a narrow screen the tool alone. */
  @media (width < 1200px) {
    gap: 3px;
    b { display: none; }
  }
`;
