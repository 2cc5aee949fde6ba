import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { setupLists } from "../../core/program/index.ts";
import { color, size } from "../ui/tokens.ts";

/** Tools that the program calls and that no station holds yet: the plan names them, and Prepare is where they are loaded. */
export function NotLoaded({ setup, setupId }: { readonly setup: SetupView; readonly setupId: string }) {
  const stations = new Set(setup.tools.map(({ station }) => station));
  const missing = (setupLists(setup)?.proposed ?? []).filter(({ station }) => !stations.has(station));
  if (missing.length === 0) return null;
  return (
    <Missing>
      {missing.map(({ path, station, offsets }) => (
        <span key={`${path} ${station}`}>
          <b>{toolNumber(setup.machine, offsets[0] ?? station)}</b>, station {station}: called, not loaded
        </span>
      ))}
      <Link to={href("/setups/:setupId/prepare", { setupId })}>
        Load {missing.length === 1 ? "it" : "them"} in Prepare
      </Link>
    </Missing>
  );
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
