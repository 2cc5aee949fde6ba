import { TriangleAlert } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { css, keyframes, styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import type { LatheConfig } from "../../sim/lathe/index.ts";
import { observe } from "../../sim/lathe/index.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { StageFrame, StageMain } from "../shell/StageFrame.tsx";
import { PlainButton, PlainButtonLink, PrimaryButton } from "../ui/Button.tsx";
import { color, narrow, phone, radius, size } from "../ui/tokens.ts";
import { ToolBlock } from "./ControlBlocks.tsx";
import { ControlPanel } from "./ControlPanel.tsx";
import { EntryBlock } from "./EntryBlock.tsx";
import { signalFeel } from "./feelSignal.ts";
import { GaugeBlock, SpacerBlock, SpindleBlock } from "./HandsBlock.tsx";
import { LATHE_SHEET, LatheDrawing } from "./LatheDrawing.tsx";
import { LinesBlock } from "./LinesBlock.tsx";
import { latheScene } from "./latheScene.ts";
import { type Lathe, useLathe } from "./useLathe.ts";
import { WheelBlock } from "./WheelBlock.tsx";

interface PracticePageProps {
  readonly machine: string;
  readonly label: string;
  readonly config: LatheConfig;
  readonly isShared: boolean;
  /** The setup that is practised beside; undefined for the lathe by itself. */
  readonly setup?: SetupView;
  readonly back?: string;
  /** Address of Luvrit's offset file for this setup's control. */
  readonly offsetsFile?: string;
  /** What belongs to the machine itself and not to the lathe that is practised on. */
  readonly children?: React.ReactNode;
}

/** The simulated lathe: control on the left, the true situation in the middle, hands and gauges on the right. */
export function PracticePage({
  machine,
  label,
  config,
  isShared,
  setup,
  back,
  offsetsFile,
  children,
}: PracticePageProps) {
  const lathe = useLathe({ machine, label, config, isShared });
  const { state } = lathe;
  const [axis, setAxis] = useState<Axis>("x");
  const scene = useMemo(() => latheScene(state), [state]);
  return (
    <LatheFrame>
      <StageMain>
        <Middle>
          <h1>{label}: simulated lathe</h1>
          <Room>
            <FailsAlone what="The drawing">
              <LatheDrawing scene={scene} turning={turningWords(state)} isCrash={state.isCrashed} />
            </FailsAlone>
          </Room>
          <Incident lathe={lathe} />
        </Middle>
        <ControlPanel lathe={lathe}>
          <ToolBlock lathe={lathe} />
          <EntryBlock key={`${state.station} ${state.offset}`} lathe={lathe} setup={setup} offsetsFile={offsetsFile} />
          <LinesBlock key={state.station} lathe={lathe} setup={setup} />
        </ControlPanel>
        <Hands aria-label="Hands and gauges">
          <WheelBlock lathe={lathe} axis={axis} onAxis={setAxis} />
          <SpindleBlock lathe={lathe} />
          <SpacerBlock lathe={lathe} axis={axis} />
          <GaugeBlock lathe={lathe} />
          {children}
        </Hands>
        <FeelStrip lathe={lathe} back={back} />
      </StageMain>
    </LatheFrame>
  );
}

export function turningWords({ spindle, live }: Lathe["state"]): string {
  const turns = [
    ...(spindle.run === "off" ? [] : [`spindle ${spindle.run}, ${spindle.rpm} a minute`]),
    ...(live ? ["live tool"] : []),
  ];
  return turns.length > 0 ? `turning: ${turns.join(" and ")}` : "";
}

/** What ran into what, over the drawing, until somebody has read it. */
export function Incident({ lathe: { state, events, act, startAnew } }: { readonly lathe: Lathe }) {
  if (state.alarm === undefined) return null;
  const { alarm } = state;
  const crash = events.findLast(({ message }) => message.startsWith(alarm));
  const isCrash = state.isCrashed;
  return (
    <Alarm role="alert" $isCrash={isCrash}>
      <TriangleAlert size={isCrash ? 44 : 26} aria-hidden="true" />
      <div>
        {isCrash && <h2>Crash</h2>}
        <strong>{alarm}</strong>
        <p>{crash?.message.replace(alarm, "").trim()}</p>
        <div>
          <PrimaryButton onPress={() => act({ do: "reset" })}>Clear the alarm</PrimaryButton>
          <PlainButton onPress={() => void startAnew()}>Start this lathe anew</PlainButton>
        </div>
      </div>
    </Alarm>
  );
}

const FEEL_WORDS = {
  free: "free",
  drags: "paper drags",
  grips: "grips: contact",
  crushed: "crushed: back off",
  touches: "touches",
} as const;

/** What the hand feels, what happened last, and the way back. */
export function FeelStrip({
  lathe,
  back,
  children,
}: {
  readonly lathe: Lathe;
  readonly back?: string | undefined;
  /** What stands at the end in place of what the lathe by itself has there. */
  readonly children?: React.ReactNode;
}) {
  const { state, events, link, startAnew } = lathe;
  const { feel, mode } = observe(state);
  const [withSound, setWithSound] = useState(false);
  const before = useRef(feel);
  useEffect(() => {
    if (before.current !== feel) signalFeel(feel, withSound);
    before.current = feel;
  }, [feel, withSound]);
  const last = events.at(-1);
  return (
    <Strip>
      <Felt
        $feel={mode === "alarm" ? "crushed" : feel}
        role="status"
        aria-label="What the hand feels"
        data-testid="feel"
      >
        {mode === "alarm" ? "stopped" : FEEL_WORDS[feel]}
      </Felt>
      <p role="log" aria-label="What happened last" key={last?.number}>
        {last?.message ?? "Nothing has happened yet. Turn the wheel: the tool moves as it would at the machine."}
      </p>
      <PlainButton aria-pressed={withSound} onPress={() => setWithSound(!withSound)}>
        {withSound ? "Sound on" : "Sound off"}
      </PlainButton>
      {children ?? (
        <>
          <small>
            {link === "shared"
              ? "This lathe is the machine’s position feed here."
              : link === "joining"
                ? "Getting ready …"
                : "On this device alone."}
          </small>
          <PlainButton onPress={() => void startAnew()}>Start anew</PlainButton>
          {back !== undefined && <PlainButtonLink to={back}>To Touch</PlainButtonLink>}
        </>
      )}
    </Strip>
  );
}

/** On a tablet held upright the drawing stands above control and hands, which are worked side by side; on a phone one under the other. */
export const LatheFrame = styled(StageFrame)`
  ${narrow} {
    grid-template: repeat(3, auto) / minmax(0, 1fr) minmax(0, 1fr);
    grid-template-areas: "centre centre" "plan right" "foot foot";
  }
  ${phone} {
    grid-template: repeat(4, auto) / minmax(0, 1fr);
    grid-template-areas: "centre" "right" "plan" "foot";
  }
`;
export const Hands = styled.section`
  grid-area: right;
  overflow: auto;
  min-height: 0;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  output { display: block; min-height: 24px; font-weight: 700; font-variant-numeric: tabular-nums; }
`;
export const Middle = styled.section`
  grid-area: centre;
  position: relative;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  h1 { padding: 8px 14px; font-size: ${size.text}; }
`;
export const Room = styled.div`
  min-height: 0;
  /* The drawing goes on past its sheet as far as its room does, and no farther. */
  overflow: hidden;
  svg { overflow: visible; aspect-ratio: ${LATHE_SHEET.width} / ${LATHE_SHEET.height}; }
`;
const shaken = keyframes`
  0%, 100% { transform: none; }
  20%, 60% { transform: translateX(-6px); }
  40%, 80% { transform: translateX(6px); }
`;
const Alarm = styled.div<{ $isCrash: boolean }>`
  position: absolute;
  left: 14px;
  right: 14px;
  bottom: 14px;
  display: flex;
  gap: 12px;
  padding: 14px 16px;
  border: ${({ $isCrash }) => ($isCrash ? 5 : 2)}px solid ${color("stop")};
  border-radius: ${radius};
  background: ${color("stopGround")};
  ${({ $isCrash }) =>
    $isCrash &&
    css`
      /* The whole room, not only the message. */
      &::before { content: ""; position: absolute; z-index: -1; inset: -100vh -100vw -14px; pointer-events: none; box-shadow: inset 0 0 0 8px ${color("stop")}; }
      @media (prefers-reduced-motion: no-preference) { animation: ${shaken} 0.4s; }
    `}
  h2 { font-size: 40px; line-height: 1; color: ${color("stop")}; }
  strong { font-size: ${size.text}; }
  svg { flex: none; color: ${color("stop")}; }
  p { margin: 2px 0 10px; font-size: ${size.small}; }
  div > div { display: flex; gap: 10px; }
`;
const Strip = styled.footer`
  grid-area: foot;
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 0 16px;
  border-top: 1px solid ${color("line")};
  background: ${color("sheet")};
  font-size: ${size.small};
  > p { flex: 1; font-size: 16px; line-height: 1.2; }
  > small { max-width: 170px; font-size: ${size.small}; color: ${color("quiet")}; line-height: 1.2; }
  /* What the hand feels stays in sight while the wheel turns below the drawing. */
  ${narrow} { position: sticky; bottom: 0; z-index: 1; flex-wrap: wrap; gap: 8px; padding: 8px 14px; > p { flex: 1 1 150px; } > div { width: 140px; } }
  ${phone} { > p { flex-basis: 200px; } > button, > a { flex: 1 1 auto; padding: 4px 8px; font-size: 16px; } }
`;
const Felt = styled.div<{ $feel: string }>`
  display: grid;
  place-items: center;
  flex: none;
  width: 180px;
  height: 52px;
  border: 2px solid ${({ $feel }) => color($feel === "crushed" ? "stop" : $feel === "free" ? "line" : $feel === "drags" ? "spacer" : "clear")};
  border-radius: ${radius};
  background: ${({ $feel }) => color($feel === "crushed" ? "stopGround" : $feel === "free" ? "sheet" : $feel === "drags" ? "doubtGround" : "clearGround")};
  font-size: ${size.text};
  font-weight: 700;
`;
