import { Grid3x3 } from "lucide-react";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Button, FieldError, Input, TextField } from "react-aria-components";
import { styled } from "styled-components";
import type { Quantity } from "../../core/touch/index.ts";
import { formatLength, type LengthReading, type Unit, usualResolution } from "../../core/units/index.ts";
import { useEarly } from "../shell/useEarly.ts";
import { QUANTITY_TONE } from "../ui/quantityTone.ts";
import { color, mono, radius, size, type Token } from "../ui/tokens.ts";
import { useSettling } from "../ui/useSettling.ts";

const Keypad = lazy(() => import("./Keypad.tsx"));

interface LengthEntryProps {
  readonly name: string;
  /** Full name for a screen reader: "measured diameter, X, tool 4". */
  readonly label: string;
  /** Short name shown under the field, as on a dimension line. */
  readonly caption: string;
  /** True in a form that is no drawing: the short name stands above the field, as those of its neighbours do. */
  readonly isNamedAbove?: boolean;
  /** What stands before the number: `Ø`, `X`, `Z`. */
  readonly prefix?: string;
  readonly unit: Unit;
  readonly quantity: Quantity;
  readonly text: string;
  /** Changes the text. Two keys may come before the next drawing: each change starts from the text as it is then. */
  readonly onEdit: (edit: (now: string) => string) => void;
  /** The length as it was understood, shown in both units; undefined while it is not. */
  readonly understood: LengthReading | undefined;
  /** Why it is refused; undefined while there is nothing to say. */
  readonly refusal: string | undefined;
  /** What was accepted last for this quantity, offered on the keypad. */
  readonly last?: string;
  readonly isReadOnly?: boolean;
  /** Digits of the control that this number is for. */
  readonly resolution?: number;
  /** Where a form opens the large keys of one number after another; a number by itself keeps them to itself. */
  readonly pad?: PadControl;
}

interface PadControl {
  readonly isOpen: boolean;
  readonly setOpen: (isOpen: boolean) => void;
  readonly next: (() => void) | undefined;
}

/**
 * A length on the dimension line that it belongs to. Takes whatever `readLength` takes and shows at once what it
 * understood in both units; never changes what was typed. Escape gives back what stood there when the field was entered.
 */
export function LengthEntry(props: LengthEntryProps) {
  const { name, label, caption, prefix, unit, quantity, text, onEdit, understood, isReadOnly, isNamedAbove } = props;
  const refusal = useSettled(props.refusal, text);
  const [ownPad, setOwnPad] = useState(false);
  const {
    isOpen: keypad,
    setOpen: setKeypad,
    next,
  } = props.pad ?? { isOpen: ownPad, setOpen: setOwnPad, next: undefined };
  const before = useRef(text);
  const field = useRef<HTMLDivElement>(null);
  const input = useEarly<HTMLInputElement>(text, (early) => onEdit(() => early));
  const isPointed = useRef(false);
  const tone = QUANTITY_TONE[quantity];
  const heard = understood && !props.refusal ? echo(understood, unit, props.resolution) : "";
  const isSettling = useSettling(heard);
  return (
    <Field
      ref={field}
      name={name}
      aria-label={label}
      value={text}
      onChange={(typed) => onEdit(() => typed)}
      isInvalid={refusal !== undefined}
      isReadOnly={isReadOnly ?? false}
      validationBehavior="aria"
      $isWide={isNamedAbove ?? false}
      onKeyDown={(event) => {
        if (event.key === "Escape" && text !== before.current) {
          const restored = before.current;
          onEdit(() => restored);
          event.preventDefault();
        }
      }}
    >
      {isNamedAbove && <Above aria-hidden="true">{caption}</Above>}
      <Box $tone={tone} $isLow={isNamedAbove ?? false}>
        {prefix && <span aria-hidden="true">{prefix}</span>}
        <Digits
          ref={input}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          inputMode="decimal"
          onFocus={({ target, nativeEvent }) => {
            before.current = text;
            // Come to by key or by the page itself: what is typed now replaces what stands there, and does not join it. An event
            // that the page plays again once it has come alive is not trusted: by then something may have been typed.
            if (!isPointed.current && nativeEvent.isTrusted) target.select();
            isPointed.current = false;
          }}
          onPointerDown={(event) => {
            isPointed.current = document.activeElement !== event.currentTarget;
            // A gloved finger gets large keys; a mouse or a pen types.
            if (event.pointerType === "touch" && !isReadOnly) setKeypad(true);
          }}
        />
        <small aria-hidden="true">{unit}</small>
        {!isReadOnly && (
          <PadButton excludeFromTabOrder aria-label={`Keypad for ${label}`} onPress={() => setKeypad(true)}>
            <Grid3x3 size={20} aria-hidden="true" />
          </PadButton>
        )}
      </Box>
      <Caption>
        {!isNamedAbove && <span>{caption}</span>}
        <output aria-busy={isSettling}>{heard}</output>
      </Caption>
      <Refused>{refusal}</Refused>
      {keypad && (
        <Suspense>
          <Keypad
            title={label}
            anchor={field}
            unit={unit}
            text={text}
            {...(props.last !== undefined && { last: props.last })}
            onEdit={onEdit}
            onNext={next}
            onClose={() => {
              setKeypad(false);
              input.current?.focus({ preventScroll: true });
            }}
          />
        </Suspense>
      )}
    </Field>
  );
}

/** How long somebody stops typing before a refusal is said: not in the middle of a number. */
const SETTLED_MS = 450;

/** A refusal once the text has come to rest; taken away at once when the text is right. */
function useSettled(refusal: string | undefined, text: string): string | undefined {
  const [said, setSaid] = useState<{ refusal: string; text: string }>();
  useEffect(() => {
    if (refusal === undefined) return setSaid(undefined);
    const timer = setTimeout(() => setSaid({ refusal, text }), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [refusal, text]);
  return refusal === undefined ? undefined : said?.refusal;
}

/** `= 54.218 mm · 2.1346 in`: the control's own digits first, then the other unit. */
function echo(reading: LengthReading, unit: Unit, resolution = usualResolution(unit)): string {
  const other: Unit = unit === "mm" ? "in" : "mm";
  return `= ${formatLength(reading.exact, resolution)} ${unit} · ${formatLength(reading[other], usualResolution(other))} ${other}`;
}

const Field = styled(TextField)<{ $isWide: boolean }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
  width: ${({ $isWide }) => ($isWide ? "min(20em, 100%)" : "max-content")};
  max-width: 100%;
`;
const Above = styled.span`
  margin-bottom: 3px;
  font-size: ${size.small};
  font-weight: 600;
`;
const Box = styled.div<{ $tone: Token; $isLow: boolean }>`
  display: flex;
  align-items: center;
  gap: 0.4em;
  min-height: ${({ $isLow }) => ($isLow ? "48px" : "3.47em")};
  padding-left: 0.66em;
  border: 2px solid ${({ $tone }) => color($tone)};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: ${({ $tone }) => color($tone)};
  ${mono}
  font-weight: 700;
  box-shadow: ${color("shadow")};
  > span { font-size: 1.6em; }
  > small { font-size: 1em; font-weight: 400; color: ${color("quiet")}; }
  &:focus-within { outline: 3px solid ${color("measured")}; outline-offset: -1px; }
  [data-invalid] & { border-color: ${color("stop")}; background: ${color("stopGround")}; }
`;
const Digits = styled(Input)`
  width: 9.2ch;
  min-width: 0;
  align-self: stretch;
  min-height: 44px;
  padding: 6px 0;
  border: 0;
  background: transparent;
  color: inherit;
  font: inherit;
  font-size: 1.6em;
  text-align: right;
  outline: none;
`;
const PadButton = styled(Button)`
  display: grid;
  place-items: center;
  align-self: stretch;
  min-width: max(48px, 3.2em);
  border: 0;
  border-left: 1px solid ${color("line")};
  background: transparent;
  color: ${color("quiet")};
  cursor: pointer;
  &[data-hovered], &[data-pressed] { background: ${color("selected")}; color: ${color("ink")}; }
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: -3px; }
`;
const Caption = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  column-gap: 10px;
  width: 0;
  min-width: 100%;
  min-height: 1.3em;
  font-size: 1em;
  color: ${color("ink")};
  > output { color: ${color("quiet")}; font-variant-numeric: tabular-nums; }
  > span, > output { background: color-mix(in srgb, ${color("drawing")} 82%, transparent); }
`;
const Refused = styled(FieldError)`
  width: 0;
  min-width: 100%;
  padding: 4px 8px;
  border-left: 4px solid ${color("stop")};
  background: ${color("stopGround")};
  color: ${color("ink")};
  font-size: 1em;
`;
