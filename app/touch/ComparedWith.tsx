import { Button as AriaButton, DialogTrigger } from "react-aria-components";
import { styled } from "styled-components";
import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, lastDigit, toControl, toolNumber } from "../../core/machine/index.ts";
import type { PastTouch } from "../../core/plausibility/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { DialogSheet, Shade } from "../ui/Dialog.tsx";
import { Moment } from "../ui/Moment.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, size } from "../ui/tokens.ts";

interface ComparedWithProps {
  readonly setupId: string;
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly past: readonly PastTouch[];
  readonly now: string;
}

/** The earlier touches that a number is compared with, each of which can be left out. */
export function ComparedWith(props: ComparedWithProps) {
  const { setup, tool, axis, past } = props;
  const title = `${AXIS_NAME[axis]} of ${toolNumber(setup.machine, tool.offset)} in earlier setups`;
  return (
    <DialogTrigger>
      <Opens>Show {past.length === 1 ? "it" : `all ${past.length}`}</Opens>
      <Shade>
        <DialogSheet aria-label={title}>
          {({ close }) => (
            <>
              <h2>{title}</h2>
              <p>
                What was touched wrong then, or on another tool, does not say where this one comes back to. Leave it
                out; Record lists that, and can undo it.
              </p>
              <Touches {...props} />
              <PlainButton onPress={close}>Close</PlainButton>
            </>
          )}
        </DialogSheet>
      </Shade>
    </DialogTrigger>
  );
}

function Touches({ setupId, setup, tool, axis, past, now }: ComparedWithProps) {
  const { machine } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const write = (millimetres: number) =>
    formatLength(toControl(machine, axis, millimetres, "tool-offset", tool.zone), lastDigit(machine, axis));
  return (
    <>
      <List>
        {past.map(({ entry, job, at, value }) => (
          <li key={entry}>
            <output>{write(value)}</output>
            <span>
              {job}, <Moment at={at} now={now} />
            </span>
            <PlainButton
              aria-label={`Leave out ${write(value)} of ${job}`}
              isDisabled={form.busy}
              onPress={() => form.send("leave-out", { offset: tool.offset, axis, touch: entry })}
            >
              Leave out
            </PlainButton>
          </li>
        ))}
      </List>
      <RefusalLine>{form.trouble}</RefusalLine>
    </>
  );
}

const Opens = styled(AriaButton)`
  /* As large as a finger without moving the lines of the sentence that it stands in. */
  min-height: 44px;
  margin: -12px 0;
  padding: 0 8px;
  border: 0;
  background: none;
  color: ${color("measured")};
  font: inherit;
  font-weight: 600;
  text-decoration: underline;
  cursor: pointer;
  &[data-focus-visible] { outline: 3px solid ${color("measured")}; }
`;
const List = styled.ul`
  display: grid;
  gap: 6px;
  li { display: grid; grid-template-columns: minmax(120px, auto) minmax(0, 1fr) auto; align-items: center; gap: 12px; border-bottom: 1px solid ${color("line")}; font-size: ${size.small}; }
  output { ${mono} font-size: ${size.number}; font-weight: 700; }
  button { min-height: 48px; padding: 4px 12px; }
`;
