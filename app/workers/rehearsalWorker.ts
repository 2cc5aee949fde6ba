import type { SetupView } from "../../core/ledger/index.ts";
import { type LeftWord, motionsInPart, programMachine, programMotions } from "../../core/program/index.ts";
import { isLive, noseRadiusOf } from "../../core/tool/index.ts";
import { outlinesOf } from "../../sim/clipping/region.ts";
import {
  comparedWith,
  type Difference,
  type Rehearsal,
  rehearseInSteps,
  type Slip,
  type Stage,
  stagedRehearsal,
  stageOf,
  takenBy,
} from "../../sim/rehearsal/index.ts";
import type { ToolBodies } from "../drawing/toolBodies.ts";

/** A setup's program to be played, with slips where somebody asks what would happen. */
export interface RehearsalRequest {
  readonly setup: SetupView;
  readonly program: string;
  readonly slips: readonly Slip[];
  readonly margin: number;
}

/** What is drawn of a staged tool. */
export interface DrawnTool extends ToolBodies {
  readonly station: string;
  readonly offset: string;
  readonly side: 1 | -1;
}

/** A place where the part differs; of a gouge, the step that made it. */
interface PlacedDifference extends Difference {
  readonly step: number | undefined;
}

/** A rehearsal as the page plays it. */
export interface PlayedRehearsal extends Omit<Rehearsal, "stock" | "fallen"> {
  /** The part that fell off, where it was turned. */
  readonly parted: readonly DrawnTool["cutting"][];
  readonly tools: readonly DrawnTool[];
  readonly blankSizes: Stage["blank"];
  readonly front: Stage["front"];
  readonly left: Stage["left"];
  readonly assumes: Stage["assumes"];
  /** Words of the program that are not carried out. */
  readonly notPlayed: readonly LeftWord[];
  /** Where the part differs from the one that is programmed; undefined until that has been played too. */
  readonly differences: readonly PlacedDifference[] | undefined;
  /** The deepest cut that is programmed: what the drawing must show. */
  readonly deepest: number;
  /** How long it took here, milliseconds. */
  readonly took: number;
}
export type RehearsalAnswer =
  | { readonly kind: "progress"; readonly share: number }
  | { readonly kind: "staged" | "done"; readonly rehearsal: PlayedRehearsal }
  | { readonly kind: "compared"; readonly differences: readonly PlacedDifference[] }
  | { readonly kind: "failed"; readonly message: string };

const answer = (message: RehearsalAnswer) => self.postMessage(message);

/** Plays a program beside the page. It is left by ending the worker. */
self.onmessage = ({ data }: MessageEvent<RehearsalRequest>) => {
  try {
    play(data);
  } catch (cause) {
    answer({ kind: "failed", message: cause instanceof Error ? cause.message : String(cause) });
  }
};

/** The stage at once, so that there is something to see; then what is played, then the part as it is programmed to compare. */
function play({ setup, program, slips, margin }: RehearsalRequest): void {
  const began = performance.now();
  const { motions: written, reading } = programMotions(program, programMachine(setup.machine));
  const motions = motionsInPart(written, setup.machine);
  const run = (stage: Stage, asProgrammed: boolean) => {
    const steps = rehearseInSteps(stage, motions, { margin, asProgrammed });
    for (;;) {
      const { done, value } = steps.next();
      if (done) return value;
      if (!asProgrammed) answer({ kind: "progress", share: value.share });
    }
  };
  const stage = stageOf(setup, slips);
  const cuts = motions.filter(({ kind, z }) => kind === "feed" && !Number.isNaN(z)).map(({ z }) => z);
  const deepest = Math.min(stage.blank.end, ...cuts);
  const tell = (kind: "staged" | "done", { stock, fallen, ...rehearsal }: Rehearsal) =>
    answer({
      kind,
      rehearsal: {
        ...rehearsal,
        parted: outlinesOf(fallen),
        tools: [...stage.tools.values()].map(({ station, offset, side, body }) => ({
          station,
          offset,
          side,
          cutting: body.cutting,
          holder: body.holder,
          clampedIn: body.clampedIn,
          lines: body.lines,
          mark: body.mark,
        })),
        blankSizes: stage.blank,
        front: stage.front,
        left: stage.left,
        assumes: stage.assumes,
        notPlayed: reading.followed?.left ?? [],
        differences: undefined,
        deepest,
        took: performance.now() - began,
      },
    });
  tell("staged", stagedRehearsal(stage, motions));
  const played = run(stage, false);
  tell("done", played);
  // The part as it is programmed: what the drawing wants, as far as the program knows it.
  const intended = run(stageOf(asTouched(setup)), true);
  const noses = [...stage.tools.values()].flatMap(({ view: { tool } }) =>
    isLive(tool) ? [] : (noseRadiusOf(tool) ?? []),
  );
  const differences = cuts.length === 0 ? [] : comparedWith(intended, played, deepest, Math.max(0, ...noses));
  const placed = differences.map((one) => ({ ...one, step: one.kind === "gouge" ? takenBy(played, one) : undefined }));
  answer({ kind: "compared", differences: placed });
}

/** Offsets as the touches say: without safety wear, which is put in to be measured away. */
function asTouched(setup: SetupView): SetupView {
  return { ...setup, tools: setup.tools.map((tool) => ({ ...tool, safetyWear: undefined, wear: {} })) };
}
