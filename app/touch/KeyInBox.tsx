import { styled } from "styled-components";
import { toControl } from "../../core/frame/index.ts";
import type { SetupView, TouchedAxis } from "../../core/ledger/index.ts";
import type { KeyIn } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { color, mono, radius, size } from "../ui/tokens.ts";

interface KeyInBoxProps {
  readonly setup: Pick<SetupView, "machine">;
  readonly axis: TouchedAxis;
  /** Offset number with the control's digits. */
  readonly offset: string;
  readonly keyed: KeyIn | undefined;
  /** Wear that the control still holds on this axis, in millimetres. */
  readonly wear: number | undefined;
  /** True when this is what the ledger holds, not what is being typed. */
  readonly isKept: boolean;
}

/** What this machine wants keyed, in digits for arm's length, and what its display must read right after. */
export function KeyInBox({ setup: { machine }, axis, offset, keyed, wear, isKept }: KeyInBoxProps) {
  const name = axis.toUpperCase();
  const resolution = machine.resolution[axis];
  const as = keyed?.entry.as ?? machine.measuring;
  const what = {
    overwrite: `Key into ${name} geometry, offset ${offset}`,
    add: `Add to ${name} geometry, offset ${offset}`,
    "touched-dimension": `State as touched ${name}, offset ${offset}`,
  }[as];
  const hasWear = wear !== undefined && Math.abs(toControl(machine, axis, wear, "tool-offset")) >= resolution / 2;
  return (
    <Box $idle={keyed === undefined} data-testid="key-in">
      {hasWear && (
        <p>
          First set wear {name} to 0{" "}
          <small>
            (it holds {formatLength(toControl(machine, axis, wear, "tool-offset"), resolution, { sign: "always" })})
          </small>
        </p>
      )}
      <p>{what}</p>
      <output aria-label={what}>
        {keyed ? formatLength(keyed.entry.number, resolution, as === "add" ? { sign: "always" } : {}) : "–"}
      </output>
      {as !== "overwrite" && (
        <small>
          makes {name} geometry {keyed ? formatLength(keyed.value, resolution) : "–"}
        </small>
      )}
      <Display>
        <span>then the display must read</span>
        <b>
          {name} {keyed ? formatLength(keyed.display, resolution) : "–"}
        </b>
        <small>with this offset active and nothing moved{isKept ? "" : "; if it does not, stop"}</small>
      </Display>
    </Box>
  );
}

const Box = styled.div<{ $idle: boolean }>`
  display: grid;
  padding: 10px 12px;
  border: 2px solid ${({ $idle }) => color($idle ? "line" : "ink")};
  border-radius: ${radius};
  font-size: ${size.small};
  > p { font-weight: 600; }
  > output { color: ${({ $idle }) => color($idle ? "quiet" : "ink")}; min-height: 46px; ${mono} font-size: ${size.large}; font-weight: 750; line-height: 46px; text-align: right; }
  small { font-size: ${size.small}; color: ${color("quiet")}; text-align: right; font-weight: 400; }
`;
const Display = styled.div`
  display: grid;
  margin-top: 6px;
  padding-top: 6px;
  border-top: 1px dashed ${color("line")};
  b { ${mono} font-size: ${size.number}; text-align: right; line-height: 1.25; }
`;
