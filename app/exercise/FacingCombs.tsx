import { useState } from "react";
import { styled } from "styled-components";
import { formatMillimetres } from "../../core/units/index.ts";
import { combsNow } from "../../sim/exercise/bench.ts";
import { CombsDrawing } from "../clear/CombsDrawing.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { size } from "../ui/tokens.ts";
import type { ExerciseRun } from "./useExercise.ts";

/** The two combs of the exercise, to scale, while one of the tools of the first works. */
export function FacingCombs({ run }: { readonly run: ExerciseRun }) {
  const combs = combsNow(run.played.bench);
  const [shown, setShown] = useState(0);
  const { machine } = run.played.bench.lathe.config;
  const alignment = combs?.problem.alignments[shown] ?? combs?.problem.alignments[0];
  if (!combs || !alignment) return null;
  const name = (offset: string) => combs.tools.get(offset)?.tool.description ?? offset;
  return (
    <Combs>
      <div>
        {combs.problem.alignments.map((one, index) => (
          <PlainButton key={one.name} aria-pressed={one === alignment} onPress={() => setShown(index)}>
            while {name(one.name)} works
          </PlainButton>
        ))}
        <span>
          {combs.conflicts.length === 0
            ? "No tool meets another."
            : `${combs.conflicts.length} ${combs.conflicts.length === 1 ? "pair meets" : "pairs meet"}.`}
        </span>
      </div>
      <FailsAlone what="The drawing">
        <CombsDrawing
          combs={combs}
          alignment={alignment}
          conflicts={combs.conflicts.filter((conflict) => conflict.alignment === alignment.name)}
          name={name}
          write={(mm) => formatMillimetres(mm, machine.units)}
        />
      </FailsAlone>
    </Combs>
  );
}

const Combs = styled.div`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 8px;
  height: 100%;
  padding: 10px 14px;
  > div { display: flex; align-items: center; gap: 14px; }
  > div > button { font-size: ${size.small}; }
`;
