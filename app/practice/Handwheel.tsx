import { useEffect, useRef } from "react";
import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";
import { HUB, wheelTurn } from "./wheelTurn.ts";

/** Detents of one turn, as on most wheels. */
const DETENTS = 50;
/** Wheel travel of a mouse or pad that makes one detent, in its own units. */
const SCROLL_PER_DETENT = 30;
/** Detents that a page key turns at once. */
const PAGE = 10;
/** More in one go than this and the hand was faster than the drawing. */
const MOST_AT_ONCE = 60;

/**
 * A handwheel: drag it round with mouse or finger, scroll over it, or turn it with the arrow keys. Clockwise is plus.
 * `onTurn` hears whole detents; `turned` is how far it has been turned, for the picture.
 */
export function Handwheel({
  label,
  valueText,
  turned,
  onTurn,
}: {
  readonly label: string;
  readonly valueText: string;
  readonly turned: number;
  readonly onTurn: (detents: number) => void;
}) {
  const wheel = useRef<HTMLDivElement>(null);
  const grip = useRef<{ at: { x: number; y: number }; rest: number } | undefined>(undefined);
  const scrolled = useRef(0);
  const turn = useRef(onTurn);
  useEffect(() => {
    turn.current = onTurn;
  });
  // React listens to scrolling passively; the page must not scroll while the wheel turns.
  useEffect(() => {
    const dial = wheel.current;
    if (!dial) return;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      scrolled.current -= event.deltaY;
      const detents = Math.trunc(scrolled.current / SCROLL_PER_DETENT);
      scrolled.current -= detents * SCROLL_PER_DETENT;
      if (detents !== 0) turn.current(clamped(detents));
    };
    dial.addEventListener("wheel", onWheel, { passive: false });
    return () => dial.removeEventListener("wheel", onWheel);
  }, []);

  /** Where the pointer is on the dial, from its hub; the rim is 1 away. */
  const placeOf = (event: React.PointerEvent) => {
    const box = wheel.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    return {
      x: (event.clientX - box.left - box.width / 2) / (box.width / 2),
      y: (event.clientY - box.top - box.height / 2) / (box.height / 2),
    };
  };
  return (
    <Dial
      ref={wheel}
      role="slider"
      tabIndex={0}
      aria-label={label}
      title="Drag it round, scroll, or use the arrow keys"
      aria-valuemin={-1000000}
      aria-valuemax={1000000}
      aria-valuenow={turned}
      aria-valuetext={valueText}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        grip.current = { at: placeOf(event), rest: 0 };
      }}
      onPointerMove={(event) => {
        const held = grip.current;
        if (!held) return;
        const at = placeOf(event);
        const moved = held.rest + wheelTurn(held.at, at) * DETENTS;
        const detents = Math.trunc(moved);
        grip.current = { at, rest: moved - detents };
        if (detents !== 0) onTurn(clamped(detents));
      }}
      onPointerUp={() => {
        grip.current = undefined;
      }}
      onPointerCancel={() => {
        grip.current = undefined;
      }}
      onKeyDown={(event) => {
        const detents = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: PAGE, PageDown: -PAGE }[
          event.key
        ];
        if (detents === undefined) return;
        event.preventDefault();
        onTurn(detents);
      }}
    >
      <svg viewBox="-100 -100 200 200" aria-hidden="true">
        <circle r="96" fill={color("jawFill")} stroke={color("edge")} strokeWidth="2" />
        <g transform={`rotate(${(turned * 360) / DETENTS})`}>
          {Array.from({ length: DETENTS }, (_, index) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: the marks of a dial never change their order
              key={index}
              d={`M0 ${index % 5 === 0 ? -80 : -86}V-94`}
              stroke={color("ink")}
              strokeWidth={index % 5 === 0 ? 2.4 : 1.2}
              transform={`rotate(${(index * 360) / DETENTS})`}
            />
          ))}
          <circle cx="0" cy="-58" r="17" fill={color("sheet")} stroke={color("edge")} strokeWidth="3" />
        </g>
        <circle r={HUB * 96} fill={color("sheet")} stroke={color("edge")} strokeWidth="2" />
        <path d="M0 -100l-6 -12h12z" transform="translate(0 16)" fill={color("action")} />
        <text x="50" y="9" textAnchor="middle">
          +
        </text>
        <text x="-50" y="9" textAnchor="middle">
          −
        </text>
      </svg>
    </Dial>
  );
}

const clamped = (detents: number) => Math.max(-MOST_AT_ONCE, Math.min(MOST_AT_ONCE, detents));

const Dial = styled.div`
  width: 150px;
  height: 150px;
  border-radius: 50%;
  @media (width < 1200px) { width: 128px; height: 128px; }
  touch-action: none;
  cursor: grab;
  &:active { cursor: grabbing; }
  svg { display: block; }
  text { font-size: 26px; font-weight: 700; fill: ${color("measured")}; }
`;
