import type { ReactNode } from "react";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { PartOfSetup, PartSide } from "../../core/part/index.ts";
import { leftWords } from "../../core/program/index.ts";
import { color, size } from "../ui/tokens.ts";

/** What is not certain of a part's drawing: tools that are not loaded, and what the program says that is not carried out. Nothing where all of it is. */
export function PartNotes({
  setup: { machine },
  finished: { assumed, left, by },
  side,
  children,
}: {
  readonly setup: SetupView;
  readonly finished: PartOfSetup;
  readonly side: PartSide;
  /** What else is to be said, before it. */
  readonly children?: ReactNode;
}) {
  const [first] = left;
  if (assumed.length + left.length + side.leftOut.length === 0 && by === "program" && !children) return null;
  return (
    <Doubt role="status">
      {children}
      {by === "steps" && (
        <span>Drawn by the steps that were typed: threads, chamfers, tapers and radii are not on it. </span>
      )}
      {assumed.length > 0 && (
        <span>
          {assumed.map((offset) => toolNumber(machine, offset)).join(", ")}{" "}
          {assumed.length === 1 ? "is not loaded: its surfaces are" : "are not loaded: their surfaces are"} drawn by
          what the program says.{" "}
        </span>
      )}
      {first && (
        <span>
          Not carried out, so not drawn: line {first.line}, <code>{first.words}</code>: {leftWords(first.why)}
          {left.length > 1 ? ` and ${left.length - 1} more` : ""}.{" "}
        </span>
      )}
      {side.leftOut.map(({ offset, line }) => (
        <span key={line}>
          The groove in line {line} by {toolNumber(machine, offset)} is not drawn.{" "}
        </span>
      ))}
    </Doubt>
  );
}

const Doubt = styled.p`
  padding: 4px 10px;
  border-left: 4px solid ${color("spacer")};
  font-size: ${size.small};
`;
