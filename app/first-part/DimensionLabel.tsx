import { styled } from "styled-components";
import { color, mono, type Token } from "../ui/tokens.ts";
import type { DrawnDimension } from "./drawnPart.ts";

/** Least room of a label on the sheet: with everything in it, narrow where there are many, small on a phone. CSS pixels. */
const LABEL = {
  full: { width: 158, height: 66 },
  narrow: { width: 152, height: 50 },
  small: { width: 114, height: 44 },
} as const;
type LabelSize = keyof typeof LABEL;

/** Width of a character of the figures' font, as a share of its size. */
const CHARACTER = 0.64;
/** Sizes of the nominal and of the limits, of what is only noted, and what stands left and right of them. CSS pixels. */
const FONT = { nominal: 16, limits: 16, note: 16 };
const BESIDE = 28;

/** The room that a label takes on the sheet, by what stands in it. CSS pixels. */
export function labelRoom(
  { title, isMeasured }: DrawnDimension,
  limits: string,
  of: LabelSize,
  onRecord: string | undefined,
): { readonly width: number; readonly height: number } {
  if (!isMeasured) return { width: Math.ceil(CHARACTER * FONT.note * title.length) + 10, height: 24 };
  const beside = onRecord === undefined ? limits : `record ${onRecord}`;
  const isAlone = of === "small" && onRecord === undefined;
  const text = FONT.nominal * title.length + (isAlone ? 0 : FONT.limits * beside.length);
  return { ...LABEL[of], width: Math.max(LABEL[of].width, Math.ceil(CHARACTER * text) + BESIDE) };
}

interface DimensionLabelProps {
  readonly drawn: DrawnDimension;
  /** Number of the tool that makes it, as it is written here. */
  readonly tool: string | undefined;
  /** Colour of the surfaces that it makes. */
  readonly tone: Token | undefined;
  readonly size: LabelSize;
  readonly isSelected: boolean;
  /** As a drawing has its limits. */
  readonly limits: string;
  /** What was measured on this part, and where between the limits that lies; undefined while it was not. */
  readonly measured: { readonly text: string; readonly share: number; readonly isWithin: boolean } | undefined;
  /** What was typed and is being saved. */
  readonly waiting: string | undefined;
  /** What the next part will measure once everything is corrected. */
  readonly next: string | undefined;
  /** The size on record, where the program makes another one. */
  readonly onRecord: string | undefined;
  readonly onSelect: () => void;
}

/** A dimension's label on the drawing: nominal and limits, what was measured, and where in the limits that lies. */
export function DimensionLabel(props: DimensionLabelProps) {
  const { drawn, tool, tone, size, isSelected, limits, measured, waiting, next, onRecord, onSelect } = props;
  const isNarrow = size !== "full";
  if (!drawn.isMeasured)
    return (
      <Note role="note" aria-label={drawn.words}>
        {drawn.title}
      </Note>
    );
  // What was measured was another size than the one that is made now.
  const isOld = measured !== undefined && onRecord !== undefined;
  const found: Token = isOld ? "spacer" : measured?.isWithin ? "clear" : "stop";
  const said = isOld
    ? `measured ${measured.text} before the size was changed`
    : measured
      ? `measured ${measured.text}, ${measured.isWithin ? "within limits" : "out of limits"}${next ? `, next ${next}` : ""}`
      : waiting
        ? `${waiting} is being saved`
        : "to measure";
  return (
    <Box
      type="button"
      onClick={onSelect}
      aria-pressed={isSelected}
      aria-label={`${drawn.words}, limits ${limits}${onRecord ? `, on record ${onRecord}` : ""}: ${said}`}
      $tone={measured ? found : isSelected ? "action" : "edge"}
      $isSelected={isSelected}
      $size={size}
      $matters={drawn.matters}
    >
      {tone && <Swatch $tone={tone} aria-hidden="true" />}
      <span>
        <b>{drawn.title}</b>
        {onRecord && <u>record {onRecord}</u>}
        {!onRecord && <i>{size === "small" ? "" : next ? `→ ${next}` : isNarrow && measured ? "" : limits}</i>}
      </span>
      <span>
        {measured ? <output>{measured.text}</output> : <s>{waiting ?? "measure"}</s>}
        {measured ? <em>{isOld ? "old size" : measured.isWithin ? "✓" : "out"}</em> : tool && <i>{tool}</i>}
      </span>
      {!isNarrow && !isOld && <Limits share={measured?.share} isWithin={measured?.isWithin ?? false} />}
    </Box>
  );
}

/** The band between the limits with a mark where the measurement lies. */
function Limits({ share, isWithin }: { readonly share: number | undefined; readonly isWithin: boolean }) {
  const at = share === undefined ? undefined : Math.min(1.22, Math.max(-0.22, share));
  const x = (of: number) => 30 + of * 80;
  return (
    <svg viewBox="0 0 140 11" aria-hidden="true">
      <line x1="0" x2="140" y1="8" y2="8" stroke={color("line")} strokeWidth="2" />
      <line x1={x(0)} x2={x(1)} y1="8" y2="8" stroke={color("measured")} strokeWidth="4" opacity="0.45" />
      <line x1={x(0.5)} x2={x(0.5)} y1="3" y2="11" stroke={color("ink")} />
      {at !== undefined && <path d={`M${x(at)} 8l-5-8h10Z`} fill={color(isWithin ? "clear" : "stop")} />}
    </svg>
  );
}

const Box = styled.button<{
  $tone: Token;
  $isSelected: boolean;
  $size: DimensionLabelProps["size"];
  $matters: boolean;
}>`
  position: relative;
  display: grid;
  align-content: space-between;
  width: 100%;
  height: 100%;
  padding: ${({ $size }) => ({ full: "2px 7px 3px 11px", narrow: "1px 5px 1px 10px", small: "0 3px 0 8px" })[$size]};
  border: ${({ $isSelected }) => ($isSelected ? "3px" : "1.5px")} ${({ $matters }) => ($matters ? "solid" : "dashed")} ${({ $tone }) => color($tone)};
  border-radius: 3px;
  background: ${({ $isSelected }) => color($isSelected ? "selected" : "sheet")};
  color: ${color("ink")};
  font: inherit;
  line-height: 1.1;
  text-align: left;
  cursor: pointer;
  /* On a small sheet a finger reaches it beyond its edge. */
  ${({ $size }) => $size === "small" && `&::before { content: ""; position: absolute; inset: -14px -6px; }`}
  > span { display: flex; align-items: baseline; justify-content: space-between; gap: 4px; white-space: nowrap; }
  b { ${mono} font-size: 16px; font-weight: 600; }
  > span > i { ${mono} font-size: 16px; letter-spacing: -0.04em; font-style: normal; color: ${color("quiet")}; }
  s { color: ${color("quiet")}; font-size: 16px; text-decoration: none; }
  u { font-size: 16px; font-weight: 700; text-decoration: none; color: ${color("spacer")}; }
  em { font-size: 16px; font-style: normal; font-weight: 700; color: ${({ $tone }) => color($tone)}; }
  output { ${mono} font-size: ${({ $size }) => ($size === "small" ? "20px" : "24px")}; font-weight: 700; color: ${({ $tone }) => color($tone)}; }
  svg { display: block; width: 100%; height: 11px; }
`;
/** As the surface is drawn. */
const Swatch = styled.i<{ $tone: Token }>`
  position: absolute;
  inset: 0 auto 0 0;
  width: 5px;
  background: ${({ $tone }) => color($tone)};
`;
const Note = styled.span`
  display: grid;
  place-items: center;
  width: 100%;
  height: 100%;
  ${mono}
  font-size: 16px;
  white-space: nowrap;
  color: ${color("ink")};
  background: ${color("drawing")};
`;
