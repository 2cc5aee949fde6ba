import { useEffect, useMemo, useState } from "react";
import { href, Link, useNavigate } from "react-router";
import { styled } from "styled-components";
import type { Axis } from "../../core/machine/index.ts";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import type { Again, Depth } from "../../sim/exercise/run.ts";
import { ToolBlock } from "../practice/ControlBlocks.tsx";
import { ControlPanel } from "../practice/ControlPanel.tsx";
import { EntryBlock } from "../practice/EntryBlock.tsx";
import { GaugeBlock, SpacerBlock, SpindleBlock } from "../practice/HandsBlock.tsx";
import { LatheDrawing } from "../practice/LatheDrawing.tsx";
import { LinesBlock } from "../practice/LinesBlock.tsx";
import { latheScene } from "../practice/latheScene.ts";
import { FeelStrip, Hands, Incident, LatheFrame, Middle, Room, turningWords } from "../practice/PracticePage.tsx";
import { WheelBlock } from "../practice/WheelBlock.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { StageMain } from "../shell/StageFrame.tsx";
import { PlainButton, PlainButtonLink, PrimaryButton } from "../ui/Button.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";
import { BenchBlock } from "./BenchBlock.tsx";
import { DEPTH_WORDS } from "./depthWords.ts";
import { FacingCombs } from "./FacingCombs.tsx";
import { GuidePanel } from "./GuidePanel.tsx";
import { TOPIC_WORDS } from "./topicWords.ts";
import { useExercise } from "./useExercise.ts";
import type { Finish } from "./useFinish.ts";

/** An exercise at the simulated lathe: control on the left, task and true situation in the middle, hands on the right. */
export function ExercisePage({
  exercise,
  depth,
  seed,
  runId,
  again,
  finish,
}: {
  readonly exercise: Exercise;
  readonly depth: Depth;
  readonly seed: number;
  /** Of a run alone, on the lathe that was drawn for it. */
  readonly runId: string | undefined;
  /** The goal that is tried again, from just before it. */
  readonly again: Again | undefined;
  readonly finish: Finish;
}) {
  const run = useExercise(exercise, depth, seed, { runId, again });
  const navigate = useNavigate();
  const { lathe } = run;
  const { state } = lathe;
  const [axis, setAxis] = useState<Axis>("x");
  // The task is read first; once something is done the drawing has the room, until it is asked for again.
  const [askedTask, setTaskOpen] = useState<boolean>();
  const isTaskOpen = askedTask ?? run.played.facts.acts === 0;
  const [isPredicting, setPredicting] = useState(false);
  const latest = run.played.facts.predicted.at(-1);
  const { predict } = run;
  const predicting = useMemo(
    () => ({ isOn: isPredicting, onToggle: () => setPredicting((isOn) => !isOn), onPredict: predict, latest }),
    [isPredicting, predict, latest],
  );
  const scene = useMemo(() => latheScene(state), [state]);
  // What comes after Finish is fetched meanwhile.
  useEffect(() => {
    void import("./DebriefPage.tsx").catch(() => {
      // The server is away: it is fetched when it is wanted.
    });
  }, []);
  const hasCombs = exercise.goals.some(({ goal }) => goal === "combs");
  const kinds = useMemo(() => exercise.spacers.map(({ kind }) => kind), [exercise]);
  return (
    <LatheFrame>
      <StageMain>
        <Middle>
          <Head>
            <Title>
              <h1>{exercise.title}</h1>
              <span>{again ? "One goal again" : DEPTH_WORDS[depth].name}</span>
              <PlainButton aria-expanded={isTaskOpen} onPress={() => setTaskOpen(!isTaskOpen)}>
                Task
              </PlainButton>
            </Title>
            {isTaskOpen && (
              <Task>
                {exercise.task}{" "}
                {exercise.topics?.map((topic) => (
                  <Link key={topic} to={href("/practice/why/:topic", { topic })}>
                    {TOPIC_WORDS[topic].question}
                  </Link>
                ))}
              </Task>
            )}
            <GuidePanel run={run} depth={depth} only={again?.goal} />
          </Head>
          <Room>
            {hasCombs ? (
              <FacingCombs run={run} />
            ) : (
              <FailsAlone what="The drawing">
                <LatheDrawing scene={scene} turning={turningWords(state)} isCrash={state.isCrashed} />
              </FailsAlone>
            )}
          </Room>
          <Incident lathe={lathe} />
        </Middle>
        <ControlPanel lathe={lathe}>
          <ToolBlock lathe={lathe} />
          <EntryBlock
            key={`${state.station} ${state.offset}`}
            lathe={lathe}
            setup={undefined}
            offsetsFile={undefined}
            predicting={predicting}
          />
          <LinesBlock key={state.station} lathe={lathe} setup={undefined} />
        </ControlPanel>
        <Hands aria-label="Hands and gauges">
          <BenchBlock run={run} />
          <WheelBlock lathe={lathe} axis={axis} onAxis={setAxis} />
          <SpindleBlock lathe={lathe} />
          <SpacerBlock lathe={lathe} axis={axis} kinds={kinds} />
          <GaugeBlock lathe={lathe} gauges={exercise.gauges} />
        </Hands>
        <FeelStrip lathe={lathe}>
          <Trouble>{finish.trouble}</Trouble>
          <PlainButton
            onPress={() => {
              if (runId === undefined) return void lathe.startAnew();
              // Another try alone is another lathe.
              run.forget();
              void navigate(`?${new URLSearchParams({ depth })}`);
            }}
          >
            Start over
          </PlainButton>
          <PlainButtonLink to={href("/practice")}>Leave it</PlainButtonLink>
          <PrimaryButton isDisabled={finish.isSending} onPress={() => finish.send(run)}>
            {finish.isSending ? "Looking back …" : "Finish"}
          </PrimaryButton>
        </FeelStrip>
      </StageMain>
    </LatheFrame>
  );
}

const Head = styled.div`
  display: grid;
  gap: 6px;
`;
const Title = styled.div`
  display: flex;
  align-items: center;
  gap: 14px;
  padding-right: 14px;
  h1 { flex: 1; }
  span { font-size: ${size.small}; color: ${color("quiet")}; }
  button { min-height: 44px; padding: 2px 14px; font-size: ${size.small}; }
`;
const Task = styled.p`
  padding: 0 14px;
  font-size: 16px;
  line-height: 1.25;
  a { margin-right: 12px; font-size: ${size.small}; }
`;
