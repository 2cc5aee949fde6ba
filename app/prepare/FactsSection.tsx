import { Check } from "lucide-react";
import { useState } from "react";
import { styled } from "styled-components";
import type { MachineFact, SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, directionOf, LATHE_AXES, lastDigit, ONLY_ZONE, readoutSense } from "../../core/machine/index.ts";
import { inOtherUnit } from "../../core/program/index.ts";
import { plainMillimetres } from "../../core/units/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Card, Panel, Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color } from "../ui/tokens.ts";
import type { PrepareProps } from "./prepareProps.ts";

/** A fact to look at: what to do at this machine, and what can be found. The last of them is what must not be. */
interface FactToCheck {
  readonly fact: MachineFact;
  readonly name: string;
  readonly how: string;
  readonly found: readonly string[];
  /** What does not fit, and what to do before anything moves. */
  readonly trouble?: string | undefined;
}

const UNIT = { mm: "millimetres", in: "inches" } as const;

/** What to look at on this machine, once per setup; what does not apply to it is left out. */
function factsOf({ machine, programRead }: SetupView): readonly FactToCheck[] {
  const { encoders, home, units } = machine;
  const zone = machine.zones?.[0] ?? ONLY_ZONE;
  const plus = LATHE_AXES.map(
    (axis) =>
      `${AXIS_NAME[axis]} plus ${directionOf(machine, zone, axis, readoutSense(zone, axis)).leads || "as it is"}`,
  ).join(", ");
  const program = programRead?.units;
  const mixed = program !== undefined && program !== units;
  return [
    encoders === "incremental"
      ? {
          fact: "home",
          name: "Send it home",
          how: `Its encoders forget. Jog some way off home first, then send each axis home${home ? ` (${home})` : ""}.`,
          found: ["homed since power-up", "not homed yet"],
        }
      : {
          fact: "home",
          name: "Home is known",
          how:
            encoders === "absolute"
              ? "Its encoders remember. It must not be sent home; look whether the readout shows a position."
              : "Does this machine remember its position, or must it be sent home after power-up? Do as its manual says.",
          found: ["the position is known", "the position is lost"],
        },
    {
      fact: "units",
      name: "Units agree",
      how: `Control in ${UNIT[units]}. Program in ${
        program === undefined ? "…, no program imported yet" : program === null ? "…, it does not say" : UNIT[program]
      }. Now the drawing: which unit are its dimensions in?`,
      found: ["drawing in millimetres", "drawing in inches", "drawing in both, each said"],
      trouble: mixed
        ? program === null
          ? "The program says no unit. Have it say G20 or G21 before anything moves."
          : `The program is in ${UNIT[program]}, the control in ${UNIT[units]}: ${inOtherUnit(program)}. Change one of them before anything moves.`
        : undefined,
    },
    {
      fact: "door",
      name: "Door cycle",
      how: "Many machines want the door opened and closed once after power-up. Do it now, spindle stopped.",
      found: ["opened and closed", "not needed here"],
    },
    {
      fact: "readout",
      name: "Readout",
      how: `Last digit ${lastDigit(machine, "x")} ${units} on X, ${lastDigit(machine, "z")} on Z; X as ${machine.xShown}; ${plus}. Turn one handwheel by one step and look.`,
      found: ["shows just that", "shows something else"],
    },
    {
      fact: "warm-up",
      name: "Warm",
      how: `A cold machine moves: X may drift by some ${plainMillimetres(units === "mm" ? 0.02 : 0.0254, units)} in its first hour. Warm it up as its manual says.`,
      found: ["warmed up", "cold, accepted"],
    },
  ];
}

export function factsDone(setup: SetupView): { readonly done: number; readonly of: number } {
  const facts = factsOf(setup);
  return { done: facts.filter(({ fact }) => setup.facts[fact]).length, of: facts.length };
}

/** Machine facts: short, once per setup, each with who looked and what was found. */
export function FactsSection(props: PrepareProps) {
  return (
    <Panel>
      <header>
        <h1>Machine facts</h1>
        <p>Looked at once per setup, before the first motion.</p>
      </header>
      <List>
        {factsOf(props.setup).map((fact) => (
          <Fact key={fact.fact} {...props} check={fact} />
        ))}
      </List>
    </Panel>
  );
}

function Fact({ setup, setupId, mayEnter, now, check }: PrepareProps & { readonly check: FactToCheck }) {
  const { fact, name, how, found, trouble } = check;
  const form = useSetupForm(setupId, setup.seq);
  const [choice, setChoice] = useState(found[0] ?? "");
  const kept = setup.facts[fact];
  return (
    <Card $tone={trouble ? "stop" : kept ? "clear" : "line"}>
      <Line>
        <div>
          <h2>{name}</h2>
          <p>{how}</p>
          <Trouble>{trouble}</Trouble>
        </div>
        {kept ? (
          <Kept>
            <Check size={22} aria-hidden="true" />
            <span>
              <b>{kept.found}</b>
              <Quiet as="small">
                {kept.person}, <Moment at={kept.at} now={now} />
              </Quiet>
            </span>
            {mayEnter && <UndoButton entry={kept.entry} seq={setup.seq} label="Undo" what={name} setupId={setupId} />}
          </Kept>
        ) : (
          <Choose>
            <Pick
              name={fact}
              label={`${name}: what was found`}
              value={choice}
              onChange={setChoice}
              options={found.map((one) => [one, one])}
            />
            <PlainButton
              isDisabled={!mayEnter || form.busy}
              onPress={() => form.send("check-fact", { fact, found: choice })}
              aria-label={`Record ${name.toLowerCase()}`}
            >
              Record
            </PlainButton>
          </Choose>
        )}
      </Line>
      {form.trouble && <RefusalLine>{form.trouble}</RefusalLine>}
    </Card>
  );
}

const List = styled.div`
  display: grid;
  gap: 10px;
  max-width: 1100px;
`;
const Line = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 390px;
  align-items: center;
  gap: 8px 24px;
  p { max-width: 62ch; }
  label > span { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
`;
const Choose = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
`;
const Kept = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  > svg { color: ${color("clear")}; }
  span { display: grid; }
`;
