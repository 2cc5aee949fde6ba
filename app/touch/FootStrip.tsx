import { useEffect, useState } from "react";
import { styled } from "styled-components";
import { AXIS_NAME, type Axis, lastDigit } from "../../core/frame/index.ts";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { PlainButton } from "../ui/Button.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import type { useTouchEntry } from "./useTouchEntry.ts";
import { backOff, caution } from "./words.ts";

interface FootStripProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
  readonly onKeyReading: () => void;
}

/** The machine's reading with its age, which way to back off, the caution of this moment. */
export function FootStrip({ setup, tool, axis, way, entry, mayEnter, onKeyReading }: FootStripProps) {
  const { machine } = setup;
  const readout = entry.reading.understood.machine;
  const { first, why } = backOff({ setup, tool, axis, way });
  return (
    <Strip>
      <Readout>
        <span>{AXIS_NAME[axis]}</span>
        <b>{readout ? formatLength(readout.exact, lastDigit(machine, axis)) : "–"}</b>
        <small>{readout ? <Age since={entry.heldAt} /> : "no position feed: key it"}</small>
      </Readout>
      {mayEnter && <PlainButton onPress={onKeyReading}>Key the reading</PlainButton>}
      <p>
        <strong>{first}</strong> {why} {tool.zone.note && <em>{tool.zone.note}</em>}
      </p>
      <Caution>{caution({ way, tool })}</Caution>
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
  em { font-style: normal; color: ${color("quiet")}; }
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
