import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, lastDigit, storesOpposite, toControl, type Zone } from "../../core/machine/index.ts";
import type { KeyIn } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { color, mono, narrow, size } from "../ui/tokens.ts";
import { useSettling } from "../ui/useSettling.ts";
import { KeyBox } from "./KeyBox.ts";
import { type KeyInPlace, keyInText } from "./keyInText.ts";

interface KeyInBoxProps {
  readonly setup: Pick<SetupView, "machine" | "workOffset">;
  readonly axis: Axis;
  readonly zone: Zone;
  /** Where it is keyed: the geometry of an offset number, or a work offset. */
  readonly place: KeyInPlace;
  readonly keyed: KeyIn | undefined;
  /** Wear that the control is believed to hold on this axis, in millimetres; undefined where it is not known. */
  readonly wear: number | undefined;
  /** True when this is what the ledger holds, not what is being typed. */
  readonly isKept: boolean;
  /** What is not known and the sum counts as 0, such as `G54 Z`. */
  readonly assumed?: string | undefined;
  /** True where the display is predicted with a work offset at 0 that is not known. */
  readonly displayAtZero?: boolean;
  /** The button that says it is keyed, or who has said so. */
  readonly children?: React.ReactNode;
}

/** What this machine wants keyed, in digits for arm's length, and what its display must read right after. */
export function KeyInBox(props: KeyInBoxProps) {
  const { axis, zone, place, keyed, wear, isKept, assumed } = props;
  const { machine, workOffset } = props.setup;
  const name = AXIS_NAME[axis];
  const resolution = lastDigit(machine, axis);
  const isWork = "work" in place;
  const { what, number, as, isIn } = keyInText(props);
  const stored = (millimetres: number) => toControl(machine, axis, millimetres, "tool-offset", zone);
  const isFlipped = !isWork && storesOpposite(machine, axis, zone);
  const hasWear = wear !== undefined && Math.abs(stored(wear)) >= resolution / 2;
  const clearsWear = !isWork && keyed !== undefined && !isIn && (hasWear || wear === undefined);
  const isSettling = useSettling(number);
  return (
    <Box $idle={keyed === undefined} data-testid="key-in">
      {clearsWear && (
        <p>
          First set wear {name} to 0{" "}
          <small>
            ({wear === undefined ? "not known" : `holds ${formatLength(stored(wear), resolution, { sign: "always" })}`})
          </small>
        </p>
      )}
      {keyed?.workFirstToZero && !isIn && (
        <p>
          First set {workOffset.name} {name} to 0, and back afterwards
        </p>
      )}
      <p>{what}</p>
      <output aria-label={what} aria-busy={isSettling}>
        {number}
      </output>
      {isFlipped && <small>this control stores it with the other sign</small>}
      {assumed !== undefined && <p>Right if {assumed} is 0: it is not known.</p>}
      <Keyed>
        {props.children}
        {as !== "overwrite" && !isIn && (
          <small>
            makes {name} geometry {keyed ? formatLength(keyed.value, resolution) : "–"}
          </small>
        )}
      </Keyed>
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
          <small data-needless="">
            with this offset active{keyed?.workFirstToZero || props.displayAtZero ? `, ${workOffset.name} at 0` : ""}{" "}
            and nothing moved
            {isKept ? "" : "; if it does not, stop"}
          </small>
        </Display>
      )}
    </Box>
  );
}

const Box = styled(KeyBox)`
  small { text-align: right; }
  padding: 10px 8px;
  > p > small { letter-spacing: -0.03em; }
`;
const Keyed = styled.div`
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 10px;
  button { flex: 1 0 auto; padding: 4px 10px; }
  small { flex: 0 1 auto; }
`;
const Display = styled.div`
  display: grid;
  margin-top: 6px;
  padding-top: 6px;
  border-top: 1px dashed ${color("line")};
  b { ${mono} font-size: ${size.number}; text-align: right; line-height: 1.25; }
`;

/** The number to key once more at the foot of a narrow screen, where the box itself may be out of sight. */
export function KeyInLine(props: Omit<KeyInBoxProps, "children">) {
  const { what, number } = keyInText(props);
  return (
    <InSight aria-hidden="true">
      <span>{what}</span>
      <b>{number}</b>
    </InSight>
  );
}

const InSight = styled.p`
  display: none;
  align-items: baseline;
  justify-content: space-between;
  gap: 4px 12px;
  font-size: ${size.small};
  font-weight: 600;
  b { ${mono} font-size: 40px; font-weight: 750; line-height: 1; white-space: nowrap; }
  ${narrow} { display: flex; flex-wrap: wrap; }
`;
