import { Check } from "lucide-react";
import { styled } from "styled-components";
import type { GridColumn, SetupView } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import type { KeyIn } from "../../core/offsets/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";

/**
 * Says that a number stands in the control now, right where it is shown: with it that the wear of the axis was set to 0,
 * where the box asks for that. From then on "in the control now", what is added and what changes rest on it.
 */
export function KeyedIn({
  setup,
  setupId,
  row,
  column,
  axis,
  keyed,
  wear,
  mayEnter,
  now,
}: {
  readonly setup: SetupView;
  readonly setupId: string;
  readonly row: string;
  readonly column: GridColumn;
  readonly axis: Axis;
  readonly keyed: KeyIn;
  readonly wear: number | undefined;
  readonly mayEnter: boolean;
  readonly now: string;
}) {
  const form = useSetupForm(setupId, setup.seq);
  const tick = setup.keyed[`${row}/${column}`];
  if (keyed.before === keyed.value)
    return (
      <Said>
        <Check size={18} aria-hidden="true" />{" "}
        {tick ? (
          <>
            keyed in by {tick.person}, <Moment at={tick.at} now={now} />
          </>
        ) : (
          "it holds this already"
        )}
      </Said>
    );
  if (!mayEnter) return null;
  const isGeometry = column.startsWith("geometry.");
  const say = () => {
    const cells: { row: string; column: GridColumn; value: number }[] = [{ row, column, value: keyed.value }];
    if (isGeometry && wear !== 0) cells.push({ row, column: `wear.${axis}`, value: 0 });
    form.send("key-cells", {
      cells: JSON.stringify(cells),
      ...(keyed.entry.as === "touched-dimension" && { by: "measuring" }),
    });
  };
  return (
    <>
      <PlainButton onPress={say} isDisabled={form.busy}>
        {form.busy ? "Saving…" : "Keyed in"}
      </PlainButton>
      <Trouble>{form.trouble}</Trouble>
    </>
  );
}

const Said = styled.span`
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 6px;
  color: ${color("clear")};
  font-size: ${size.small};
`;
