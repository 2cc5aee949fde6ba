import { type CSSProperties, useId } from "react";
import { keyframes, styled } from "styled-components";
import { Hatch } from "../drawing/StockFigure.tsx";
import { color } from "../ui/tokens.ts";
import { type CorrectionScene, correctionScene } from "./correctionScene.ts";

/** Room of the figure; CSS pixels. */
const SHEET = { width: 280, height: 96 };

/**
 * The surface as it was cut and as it will be cut, much enlarged, between its limits: the next cut moves to its place once. Up
 * is away from the centre; along the part the holder is on the left.
 */
export function CorrectionFigure({ correction }: { readonly correction: CorrectionScene }) {
  const hatch = useId();
  const isAcross = correction.axis === "x";
  const { now, next, low, high, material } = correctionScene(correction, isAcross ? SHEET.height : SHEET.width);
  const [far, near] = isAcross ? [SHEET.height, 0] : [SHEET.width, 0];
  /** A line over the sheet at a place on the axis of the correction. */
  const line = (at: number) => (isAcross ? `M0 ${at}H${SHEET.width}` : `M${at} 0V${SHEET.height}`);
  const area = (from: number, to: number) => {
    const [start, length] = [Math.min(from, to), Math.abs(to - from)];
    return isAcross
      ? { x: 0, y: start, width: SHEET.width, height: length }
      : { x: start, y: 0, width: length, height: SHEET.height };
  };
  return (
    <Figure viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true">
      <defs>
        <Hatch id={hatch} />
      </defs>
      <rect {...area(low, high)} fill={color("clearGround")} />
      {material !== undefined && (
        <rect {...area(next, material === "near" ? near : far)} fill={`url(#${hatch})`} opacity="0.9" />
      )}
      <path d={`${line(low)}${line(high)}`} stroke={color("clear")} strokeWidth="1.4" />
      <path d={line(now)} stroke={color("stop")} strokeWidth="2" strokeDasharray="6 4" />
      <Cut
        style={
          { "--along": isAcross ? 0 : `${now - next}px`, "--across": isAcross ? `${now - next}px` : 0 } as CSSProperties
        }
      >
        <path d={line(next)} stroke={color("action")} strokeWidth="4" />
      </Cut>
    </Figure>
  );
}

/** From where the surface lies to where it will lie. */
const moves = keyframes`from { transform: translate(var(--along), var(--across)); }`;
const Cut = styled.g`
  @media (prefers-reduced-motion: no-preference) { animation: ${moves} 0.9s 0.3s ease-in-out backwards; }
`;
const Figure = styled.svg`
  display: block;
  width: 100%;
  margin: 6px 0;
  border: 1px solid ${color("line")};
  background: ${color("drawing")};
  path { fill: none; }
`;
