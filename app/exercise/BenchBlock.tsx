import { useState } from "react";
import { styled } from "styled-components";
import { AXIS_NAME, fromControl, lastDigit, mainZone, shownAs, toControl } from "../../core/machine/index.ts";
import { formatLength, formatMillimetres, plainMillimetres } from "../../core/units/index.ts";
import { combsNow, SHAFT, setupNow } from "../../sim/exercise/bench.ts";
import type { GoalOf } from "../../sim/exercise/exercise.ts";
import { activeTool } from "../../sim/lathe/state.ts";
import { BenchField, LatheBlock, Small } from "../practice/parts.ts";
import { TakeLength } from "../practice/TakeLength.tsx";
import { color, size } from "../ui/tokens.ts";
import type { ExerciseRun } from "./useExercise.ts";

/** What hands and head do in an exercise besides working the lathe: only what this exercise asks for. */
export function BenchBlock({ run }: { readonly run: ExerciseRun }) {
  const { exercise } = run.played.bench;
  const kinds = new Set(exercise.goals.map(({ goal }) => goal));
  const isSub = run.played.bench.lathe.stock.sub !== undefined && exercise.stock.partTooLong !== undefined;
  return (
    <>
      {exercise.goals.map((goal, index) =>
        goal.goal === "answer" ? <Answer key={goal.question} run={run} goal={goal} index={index} /> : null,
      )}
      {kinds.has("combs") && <Combs run={run} />}
      {kinds.has("calls") && <Program run={run} />}
      {exercise.program !== undefined && !kinds.has("calls") && (
        <LatheBlock aria-label="Program">
          <h2>Program in the control</h2>
          <Listing>{exercise.program}</Listing>
        </LatheBlock>
      )}
      {exercise.goals.map((goal) =>
        goal.goal === "true-holder" ? <Holder key={goal.station} run={run} station={goal.station} /> : null,
      )}
      {isSub && <PartLength run={run} />}
      {kinds.has("wall") && <Wall run={run} />}
    </>
  );
}

function Answer({
  run,
  goal,
  index,
}: {
  readonly run: ExerciseRun;
  readonly goal: GoalOf<"answer">;
  readonly index: number;
}) {
  const { bench } = run.played;
  const { machine } = bench.lathe.config;
  const given = bench.answers[index];
  const { retract } = goal;
  const zone = activeTool(bench.lathe)?.zone ?? mainZone(machine);
  return (
    <LatheBlock aria-label={goal.question}>
      <h2>{goal.question}</h2>
      {goal.choices?.map((choice, at) => (
        <Small
          key={choice}
          aria-pressed={given === at}
          onPress={() => run.act({ do: "answer", goal: index, value: at })}
        >
          {choice}
        </Small>
      ))}
      {retract && (
        <TakeLength
          label={`${AXIS_NAME[retract.axis]}, ${machine.units}`}
          units={machine.units}
          button="Answer"
          onTake={({ exact }) =>
            run.act({
              do: "answer",
              goal: index,
              value: fromControl(machine, retract.axis, shownAs("program", exact), "program", zone),
            })
          }
        />
      )}
      {retract && given !== undefined && (
        <p>
          Answered:{" "}
          {formatLength(toControl(machine, retract.axis, given, "program", zone), lastDigit(machine, retract.axis))}
        </p>
      )}
    </LatheBlock>
  );
}

function Combs({ run }: { readonly run: ExerciseRun }) {
  const { bench } = run.played;
  const setup = setupNow(bench);
  const combs = combsNow(bench);
  const slots = (zone: string) => (setup.machine.stations ?? []).filter((station) => station.zone === zone);
  return (
    <LatheBlock aria-label="Slots of the combs">
      <h2>Slots of the combs</h2>
      {setup.tools.map((tool) => (
        <BenchField key={tool.offset} $wide>
          {tool.tool.description}
          <select
            value={tool.station}
            onChange={({ target }) => run.act({ do: "move-tool", offset: tool.offset, to: target.value })}
          >
            {slots(tool.zone.id).map(({ id }) => (
              <option key={id}>{id}</option>
            ))}
          </select>
        </BenchField>
      ))}
      <p role="status">
        {combs === undefined
          ? ""
          : combs.gap === null
            ? "No two of them pass each other."
            : `Least room between two that pass each other: ${formatMillimetres(combs.gap, setup.machine.units)}.`}
      </p>
    </LatheBlock>
  );
}

function Program({ run }: { readonly run: ExerciseRun }) {
  const { program } = run.played.bench;
  const [text, setText] = useState<string>();
  return (
    <LatheBlock aria-label="Program">
      <BenchField>
        Program in the control
        <textarea
          value={text ?? program}
          rows={7}
          spellCheck={false}
          onChange={({ target }) => setText(target.value)}
        />
      </BenchField>
      <Small
        isDisabled={text === undefined || text === program}
        onPress={() => {
          run.act({ do: "edit-program", text: text ?? program });
          setText(undefined);
        }}
      >
        Save the program
      </Small>
    </LatheBlock>
  );
}

function Holder({ run, station }: { readonly run: ExerciseRun; readonly station: string }) {
  const { bench, facts } = run.played;
  const { units } = bench.lathe.config.machine;
  const reading = facts.indicated[station];
  return (
    <LatheBlock aria-label="Radial holder">
      <h2>Radial holder in station {station}</h2>
      <Small onPress={() => run.act({ do: "indicate", station })}>Run the indicator along the shaft</Small>
      <output aria-label="Indicator">
        {reading && `moves ${formatMillimetres(reading.value, units)} over ${plainMillimetres(SHAFT, units)}`}
      </output>
      <TakeLength
        key={reading?.at ?? 0}
        label={`turn it by, over ${plainMillimetres(SHAFT, units)}`}
        units={units}
        button="Set screws"
        onTake={({ mm }) => run.act({ do: "turn-holder", station, by: mm })}
      />
    </LatheBlock>
  );
}

function PartLength({ run }: { readonly run: ExerciseRun }) {
  const { units } = run.played.bench.lathe.config.machine;
  const length = run.played.facts.sizes["part-length"];
  return (
    <LatheBlock aria-label="Part’s length">
      <Small onPress={() => run.act({ do: "measure-length" })}>Measure the part’s length</Small>
      <output aria-label="Longer than drawn">
        {length && `${formatMillimetres(length.value, units)} longer than drawn`}
      </output>
    </LatheBlock>
  );
}

function Wall({ run }: { readonly run: ExerciseRun }) {
  const { units } = run.played.bench.lathe.config.machine;
  const wall = run.played.facts.sizes.wall;
  return (
    <LatheBlock aria-label="Wall of the groove">
      <TakeLength
        label="wall near Z"
        units={units}
        button="Measure it"
        first={units === "mm" ? "-12" : "-.5"}
        onTake={({ mm }) => run.act({ do: "measure-wall", near: mm })}
      />
      <output aria-label="Wall">{wall && `lies at Z ${formatMillimetres(wall.value, units)}`}</output>
    </LatheBlock>
  );
}

const Listing = styled.pre`
  padding: 8px;
  border: 1px solid ${color("line")};
  font-size: ${size.small};
  line-height: 1.3;
  white-space: pre-wrap;
`;
