import { styled } from "styled-components";
import { observe } from "../../sim/lathe/index.ts";
import { color, mono, narrow, radius, size } from "../ui/tokens.ts";
import { PositionBlock } from "./ControlBlocks.tsx";
import type { Lathe } from "./useLathe.ts";

const MODE_WORDS = {
  hand: "by hand",
  running: "block runs",
  held: "held",
  alarm: "alarm",
} as const;

/**
 * The simulated control as one instrument: its screen with state and positions at the top, its pages and keys under it. It
 * is dark in both themes, so that what the control says is told apart from what Luvrit says.
 */
export function ControlPanel({ lathe, children }: { readonly lathe: Lathe; readonly children: React.ReactNode }) {
  return (
    <Housing aria-label="Control" data-theme="dark">
      <Screen>
        <StatusLine lathe={lathe} />
        <PositionBlock lathe={lathe} />
      </Screen>
      {children}
    </Housing>
  );
}

/** What the control does at the moment, the work offset that is active, and the spindle. */
function StatusLine({ lathe: { state } }: { readonly lathe: Lathe }) {
  const { mode } = observe(state);
  const isLost = !state.isHomed && mode === "hand";
  return (
    <Status data-mode={isLost ? "held" : mode}>
      <span>{isLost ? "not homed" : MODE_WORDS[mode]}</span>
      <span>{state.activeWork}</span>
      <span>{state.spindle.run === "off" ? "" : `${state.spindle.rpm} / min`}</span>
    </Status>
  );
}

const Housing = styled.section`
  grid-area: plan;
  overflow: auto;
  min-height: 0;
  padding: 6px 8px;
  background: ${color("plate")};
  color: ${color("ink")};
  /* Pages and keys stand on the housing, without lines between them. */
  > :not(:first-child) { border-bottom: 0; padding: 4px 0 0; }
  /* On a dark page the housing needs an edge of its own. */
  border-right: 1px solid ${color("line")};
  ${narrow} { border-right: 0; }
`;
const Screen = styled.div`
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("drawing")};
  > :last-child { padding: 1px 10px 2px; border-bottom: 0; }
`;
const Status = styled.p`
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 1px 10px;
  border-bottom: 1.5px solid ${color("line")};
  ${mono}
  font-size: ${size.small};
  letter-spacing: -0.03em;
  color: ${color("quiet")};
  span:first-child { font-weight: 700; color: ${color("clear")}; }
  &[data-mode="held"] span:first-child { color: ${color("spacer")}; }
  &[data-mode="alarm"] span:first-child { color: ${color("stop")}; }
`;
