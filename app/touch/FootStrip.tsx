import { useEffect, useState } from "react";
import { styled } from "styled-components";
import type { SetupView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { PlainButton } from "../ui/Button.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import type { useTouchEntry } from "./useTouchEntry.ts";
import { backOff, caution } from "./words.ts";

interface FootStripProps {
  readonly setup: SetupView;
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
  readonly onKeyReading: () => void;
}

/** The machine's reading with its age, which way to back off, the caution of this moment. */
export function FootStrip({ setup: { machine }, axis, way, entry, mayEnter, onKeyReading }: FootStripProps) {
  const name = axis.toUpperCase();
  const readout = entry.reading.understood.machine;
  const { first, why } = backOff(machine, axis, way);
  return (
    <Strip>
      <Readout>
        <span>{name}</span>
        <b>{readout ? formatLength(readout.exact, machine.resolution[axis]) : "–"}</b>
        <small>{readout ? <Age since={entry.heldAt} /> : "no position feed: key it"}</small>
      </Readout>
      {mayEnter && <PlainButton onPress={onKeyReading}>Key the reading</PlainButton>}
      <p>
        <strong>{first}</strong> {why}
      </p>
      <Caution>{caution(way)}</Caution>
    </Strip>
  );
}

const REFRESH_MS = 5000;

/** How long ago the reading was keyed on this page. */
function Age({ since }: { readonly since: number | undefined }) {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), REFRESH_MS);
    return () => clearInterval(timer);
  }, []);
  if (since === undefined) return "kept from before";
  const seconds = Math.max(0, Math.round((now - since) / 1000));
  if (seconds < REFRESH_MS / 1000) return "keyed just now";
  return seconds < 90 ? `keyed ${seconds} s ago` : `keyed ${Math.round(seconds / 60)} min ago`;
}

export const Strip = styled.footer`
  grid-area: foot;
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 16px;
  border-top: 1px solid ${color("line")};
  background: ${color("sheet")};
  font-size: ${size.small};
  line-height: 1.25;
  > p { flex: 1; }
  > button { flex: none; }
  strong { color: ${color("clear")}; }
`;
const Readout = styled.div`
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: baseline;
  column-gap: 8px;
  width: 230px;
  flex: none;
  b { ${mono} font-size: 30px; line-height: 1.1; }
  small { grid-column: 1 / -1; font-size: ${size.small}; color: ${color("quiet")}; }
  @media (width < 1200px) { width: 180px; b { font-size: 24px; } }
`;
export const Caution = styled.p`
  color: ${color("spacer")};
  font-weight: 600;
  max-width: 330px;
`;
