import { styled } from "styled-components";
import type { FeatureState } from "../../core/correction/index.ts";
import { color } from "../ui/tokens.ts";
import { shareOfLimits } from "./drawnLimits.ts";

/** The band between the limits with where the latest measurement lies; a value outside stands at its end. */
export function Band({ state: { feature, deviation, within } }: { readonly state: FeatureState }) {
  const share = shareOfLimits(feature, deviation);
  const at = share === undefined ? undefined : Math.min(1.2, Math.max(-0.2, share));
  const x = (of: number) => 30 + of * 150;
  return (
    <svg viewBox="0 0 210 26" width="210" height="26" role="img" aria-label={bandWords(share)}>
      <line x1="0" x2="210" y1="18" y2="18" stroke="currentColor" strokeWidth="1" opacity="0.5" />
      <rect x={x(0)} y="12" width="150" height="12" fill="none" stroke="currentColor" strokeWidth="1.5" />
      <line x1={x(0.5)} x2={x(0.5)} y1="9" y2="26" stroke="currentColor" strokeDasharray="4 3" />
      {at !== undefined && <Mark d={`M ${x(at)} 14 l -7 -13 h 14 Z`} $out={!within} />}
    </svg>
  );
}

const bandWords = (share: number | undefined) =>
  share === undefined
    ? "not measured yet"
    : share < 0
      ? "below its limits"
      : share > 1
        ? "above its limits"
        : `at ${Math.round(share * 100)} per cent of its band`;

const Mark = styled.path<{ $out: boolean }>`
  fill: ${({ $out }) => color($out ? "stop" : "clear")};
`;
