import { styled } from "styled-components";
import { AXIS_NAME, type Axis, lastDigit, toControl, type Zone } from "../../core/frame/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import type { KeyIn } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { color, mono, radius, size } from "../ui/tokens.ts";

interface KeyInBoxProps {
  readonly setup: Pick<SetupView, "machine" | "workOffset">;
  readonly axis: Axis;
  readonly zone: Zone;
  /** Where it is keyed: the geometry of an offset number, or a work offset. */
  readonly place: { readonly geometryOf: string } | { readonly work: string };
  readonly keyed: KeyIn | undefined;
  /** Wear that the control still holds on this axis, in millimetres. */
  readonly wear: number | undefined;
  /** True when this is what the ledger holds, not what is being typed. */
  readonly isKept: boolean;
}

/** What this machine wants keyed, in digits for arm's length, and what its display must read right after. */
export function KeyInBox({ setup: { machine, workOffset }, axis, zone, place, keyed, wear, isKept }: KeyInBoxProps) {
  const name = AXIS_NAME[axis];
  const resolution = lastDigit(machine, axis);
  const isWork = "work" in place;
  const as = keyed?.entry.as ?? (isWork ? "overwrite" : machine.measuring);
  const what = isWork
    ? `Key into ${place.work}, ${name}`
    : {
        overwrite: `Key into ${name} geometry, offset ${place.geometryOf}`,
        add: `Add to ${name} geometry, offset ${place.geometryOf}`,
        "touched-dimension": `State as touched ${name}, offset ${place.geometryOf}`,
      }[as];
  const stored = (millimetres: number) => toControl(machine, axis, millimetres, "tool-offset", zone);
  const isFlipped =
    !isWork && toControl(machine, axis, 1, "tool-offset", zone) * toControl(machine, axis, 1, "readout", zone) < 0;
  const hasWear = wear !== undefined && Math.abs(stored(wear)) >= resolution / 2;
  return (
    <Box $idle={keyed === undefined} data-testid="key-in">
      {hasWear && (
        <p>
          First set wear {name} to 0{" "}
          <small>(it holds {formatLength(stored(wear), resolution, { sign: "always" })})</small>
        </p>
      )}
      {keyed?.workFirstToZero && (
        <p>
          First set {workOffset.name} {name} to 0, and back afterwards
        </p>
      )}
      <p>{what}</p>
      <output aria-label={what}>
        {keyed ? formatLength(keyed.entry.number, resolution, as === "add" ? { sign: "always" } : {}) : "–"}
      </output>
      {isFlipped && <small>this control stores it with the other sign</small>}
      {as !== "overwrite" && (
        <small>
          makes {name} geometry {keyed ? formatLength(keyed.value, resolution) : "–"}
        </small>
      )}
      {keyed && keyed.display === undefined ? (
        <Display>
          <span>no part was touched: the work offset, taught with this tool, closes it</span>
        </Display>
      ) : (
        <Display>
          <span>then the display must read</span>
          <b>
            {name} {keyed?.display === undefined ? "–" : formatLength(keyed.display, resolution)}
          </b>
          <small>
            with this offset active{keyed?.workFirstToZero ? `, ${workOffset.name} at 0` : ""} and nothing moved
            {isKept ? "" : "; if it does not, stop"}
          </small>
        </Display>
      )}
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
