import { Delete } from "lucide-react";
import type { RefObject } from "react";
import { Dialog, Heading, Popover } from "react-aria-components";
import { styled } from "styled-components";
import { readLength, type Unit } from "../../core/units/index.ts";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { halfOf, keyed, twiceOf, withOtherSign } from "./keypadText.ts";

interface KeypadProps {
  readonly title: string;
  readonly anchor: RefObject<HTMLElement | null>;
  readonly unit: Unit;
  readonly text: string;
  readonly last?: string;
  readonly onEdit: (edit: (now: string) => string) => void;
  readonly onClose: () => void;
  /** Goes on to the next number of the same form; undefined at the last. */
  readonly onNext: (() => void) | undefined;
}

/** Large keys for gloved fingers: digits, sign, half, double, unit, and what was entered last. */
export default function Keypad({ title, anchor, unit, text, last, onEdit, onClose, onNext }: KeypadProps) {
  const other: Unit = unit === "mm" ? "in" : "mm";
  const isLength = readLength(text, { units: unit }).ok;
  const digit = (key: string) => (
    <Key key={key} label={key} name={key === "." ? "point" : key} onPress={() => onEdit((now) => keyed(now, key))} />
  );
  return (
    <Pad triggerRef={anchor} isOpen onOpenChange={(open) => !open && onClose()} placement="right" offset={6}>
      <Dialog>
        <Title slot="title">{title}</Title>
        <Shown aria-live="polite">{text || "0"}</Shown>
        <Keys>
          {["7", "8", "9"].map(digit)}
          <Key
            label={<Delete size={26} aria-hidden="true" />}
            name="delete the last character"
            onPress={() => onEdit((now) => now.slice(0, -1))}
          />
          {["4", "5", "6"].map(digit)}
          <Key
            label="±"
            name="change the sign"
            onPress={() => onEdit(withOtherSign)}
            // Nearly all positions are negative: the sign can come first.
            disabled={!isLength && !["", "-", "−"].includes(text.trim())}
          />
          {["1", "2", "3"].map(digit)}
          <Key label="÷2" name="half of it" onPress={() => onEdit(halfOf)} disabled={!isLength} />
          {["0", "."].map(digit)}
          <Key
            label={other}
            name={`in ${other === "mm" ? "millimetres" : "inches"}`}
            onPress={() => onEdit((now) => `${now}${other}`)}
            disabled={!isLength || /[a-z"]$/i.test(text)}
          />
          <Key label="×2" name="twice it" onPress={() => onEdit(twiceOf)} disabled={!isLength} />
          <Key label="clear" onPress={() => onEdit(() => "")} />
          <Key
            label={last ? `last ${last}` : "last"}
            name={last ? `same as last, ${last}` : "same as last: nothing yet"}
            onPress={() => last && onEdit(() => last)}
            disabled={!last}
          />
          <Done type="button" onClick={onNext ?? onClose}>
            {onNext ? "Next" : "Done"}
          </Done>
        </Keys>
      </Dialog>
    </Pad>
  );
}

interface KeyProps {
  readonly label: React.ReactNode;
  readonly name?: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
}

/** A plain button: of two quick taps on one key each is a click, however late the page draws the first. */
function Key({ label, name, onPress, disabled = false }: KeyProps) {
  return (
    <PadKey type="button" onClick={onPress} disabled={disabled} {...(name !== undefined && { "aria-label": name })}>
      {label}
    </PadKey>
  );
}

const Pad = styled(Popover)`
  width: 350px;
  padding: 12px;
  border: 2px solid ${color("edge")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: ${color("ink")};
  box-shadow: ${color("shadow")};
  overflow: auto;
`;
const Title = styled(Heading)`
  font-size: ${size.small};
  font-weight: 600;
`;
const Shown = styled.div`
  min-height: 44px;
  ${mono}
  font-size: 32px;
  font-weight: 700;
  text-align: right;
  overflow-wrap: anywhere;
`;
const Keys = styled.div`
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 6px;
`;
const PadKey = styled.button`
  display: grid;
  place-items: center;
  min-height: 56px;
  border: 1.5px solid ${color("edge")};
  border-radius: ${radius};
  background: ${color("plate")};
  color: ${color("ink")};
  font: inherit;
  font-size: 22px;
  font-weight: 600;
  cursor: pointer;
  overflow: hidden;
  &:hover, &:active { background: ${color("selected")}; }
  &:disabled { color: ${color("quiet")}; opacity: 0.6; cursor: default; }
  &:focus-visible { outline: 3px solid ${color("measured")}; outline-offset: 1px; }
`;
const Done = styled(PadKey)`
  grid-column: span 2;
  border-color: ${color("action")};
  background: ${color("action")};
  color: ${color("onAction")};
  &:hover, &:active { background: ${color("actionPressed")}; }
`;
