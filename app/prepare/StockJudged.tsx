import { styled } from "styled-components";
import { mainZone, partHolder } from "../../core/machine/index.ts";
import { judgeHeld, type PartSide } from "../../core/part/index.ts";
import type { PartRun } from "../first-part/useFinishedPart.ts";
import { showFor } from "../shell/useShow.ts";
import { size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import type { TypedStock } from "./typedStock.ts";

/** Less room than this between the last cut and the jaws is a question. Millimetres. */
const LEAST_ROOM = 2;
/** With more room than this, or than half its diameter, it stands out farther than it needs to. Millimetres. */
const MOST_ROOM = 15;
/** Bars that stand out by more than so many diameters push off and chatter. */
const SLENDER = 3;
/** With more out than so many times what is held, a cut can lever it out of the jaws. */
const MOST_LEVERAGE = 3;

export const mainSide = (run: PartRun): PartSide | undefined =>
  run.state === "done" ? run.part.sides.find(({ works }) => works === "main") : undefined;

/** How the stock is held, in words: what is known, and what is not. */
export function StockJudged({
  setup,
  stock,
  run,
}: Pick<PrepareProps, "setup"> & { readonly stock: TypedStock; readonly run: PartRun }) {
  const { machine } = setup;
  const show = showFor(machine);
  const held = { ...stock, diameter: stock.nominalDiameter };
  const { room, slenderness, leverage } = judgeHeld(setup, held, mainSide(run));
  // What is not carried out, or is cut with a tool that is not known, may go deeper.
  const isWhole = run.state === "done" && run.part.left.length + run.part.assumed.length === 0;
  const isBush = partHolder(machine, mainZone(machine)) === "guide bush";
  return (
    <Judged>
      {room === undefined ? (
        !isBush && <p>{notKnownWords(setup, run)} How near the last cut comes to the jaws is not known.</p>
      ) : (
        <p>
          <Verdict $tone={room < 0 ? "stop" : room < LEAST_ROOM || !isWhole ? "doubt" : "clear"}>
            {room < 0
              ? `The last cut goes ${show.amount("z", -room)} into the jaws`
              : `${show.amount("z", room)} between the last cut and the jaws`}
            {isWhole ? "" : ", as far as the program was followed"}
          </Verdict>
          {room < LEAST_ROOM && ": let it stand out farther, or look at the program."}
          {room > Math.max(MOST_ROOM, held.diameter / 2) &&
            isWhole &&
            `: it could stand out ${show.amount("z", room - LEAST_ROOM)} less, and push off less.`}
          {!isWhole && " Not all of it is carried out here, or a tool is not loaded: see First part."}
        </p>
      )}
      {slenderness !== undefined && slenderness > SLENDER && (
        <p>
          <Verdict $tone="doubt">It stands out {slenderness.toFixed(1)} times its diameter</Verdict>: more than{" "}
          {SLENDER} pushes off and chatters without a tailstock.
        </p>
      )}
      {stock.grip !== undefined && leverage !== undefined && (
        <p>
          {leverage > MOST_LEVERAGE ? (
            <>
              <Verdict $tone="doubt">Held over {show.amount("z", stock.grip)}</Verdict>: {leverage.toFixed(1)} times as
              much stands out. Above {MOST_LEVERAGE} a cut can lever it out of the jaws.
            </>
          ) : (
            `Held over ${show.amount("z", stock.grip)}; ${leverage.toFixed(1)} times as much stands out.`
          )}{" "}
          What the chuck's manual asks for counts.
        </p>
      )}
      {!isBush && stock.grip === undefined && (
        <p>How deep it is held is not known: see that the jaws grip it over their length.</p>
      )}
    </Judged>
  );
}

/** Why nothing is known of the part. */
function notKnownWords({ programRead }: Pick<PrepareProps["setup"], "programRead">, run: PartRun): string {
  switch (run.state) {
    case "none":
      return programRead
        ? "The program is not here yet."
        : "No program is imported, and the part is not drawn by steps.";
    case "running":
      return "The part is being worked out from the program.";
    case "failed":
      return run.message;
    case "done":
      return "Nothing is turned outside at this spindle.";
    default:
      return run satisfies never;
  }
}

const Judged = styled.div`
  display: grid;
  gap: 4px;
  font-size: ${size.small};
`;
