import { useContext, useLayoutEffect, useMemo, useRef } from "react";
import { useSearchParams } from "react-router";
import { type ToolView, toolUnder, underWork } from "../../core/ledger/index.ts";
import { type CalledSecond, calledSeconds, stepKey } from "../../core/plan/index.ts";
import { pageIdIfAny } from "../offline/pageId.ts";
import { SetupNewsContext } from "../offline/SetupNewsContext.ts";
import { type OnTool, useClaim } from "../offline/useClaim.ts";
import { StageFrame, StageMain } from "../shell/StageFrame.tsx";
import { useRevalidate } from "../shell/useRevalidate.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { EmptyPage } from "../ui/EmptyState.tsx";
import { Changes } from "./Changes.tsx";
import { HolderAsked } from "./HolderNumber.tsx";
import { KeysHelp } from "./KeysHelp.tsx";
import { MadePart } from "./MadePart.tsx";
import { MakeSecondStep } from "./MakeSecondStep.tsx";
import { NoseStep } from "./NoseStep.tsx";
import { NotLoaded } from "./NotLoaded.tsx";
import { PartStep } from "./PartStep.tsx";
import { PlanRail } from "./PlanRail.tsx";
import { PositionCheck } from "./PositionLost.tsx";
import { RebaseOffer } from "./RebaseOffer.tsx";
import { ReckonAllOffer } from "./RestsOn.tsx";
import { SecondStep } from "./SecondStep.tsx";
import { SetterLine, SetterStep } from "./SetterStep.tsx";
import { StockEntry } from "./StockEntry.tsx";
import { isSetterAsked, type StepPlace, setterAddress, stepOf } from "./stepOf.ts";
import { TouchStep } from "./TouchStep.tsx";
import { useTouchKeys } from "./useTouchKeys.ts";

/** The main screen: the plan on the left, the drawing-form in the middle, the ladder on the right, the readout at the foot. */
export function TouchPage(loaded: LoadedSetup) {
  const [search] = useSearchParams();
  const step = stepOf(loaded.setup, search);
  const tool = loaded.setup.tools.find(({ offset }) => offset === step?.offset);
  const stands = tool?.second ? loaded.setup.tools.find(({ offset }) => offset === tool.second?.of) : tool;
  const claims = useContext(SetupNewsContext);
  const onTool = useClaim(loaded.setupId, stands?.offset, loaded.mayEnter, claims);
  useTouchKeys(loaded.setup, step);
  useNews(step && stepKey(step));
  if (!step)
    return (
      <EmptyPage>
        This setup has no tools yet, so there is nothing to touch off.
        <NotLoaded setup={loaded.setup} setupId={loaded.setupId} />
      </EmptyPage>
    );
  return (
    <MadePart {...loaded}>
      <StageFrame>
        <PlanRail
          setup={loaded.setup}
          current={step}
          search={search}
          others={claims.filter(({ page }) => page !== pageIdIfAny())}
        >
          <StockEntry
            setup={loaded.setup}
            setupId={loaded.setupId}
            decimal={loaded.person.decimalMark}
            mayEnter={loaded.mayEnter}
          />
          {loaded.mayEnter && tool && <HolderAsked key={tool.offset} {...loaded} tool={tool} />}
          <SetterLine setup={loaded.setup} now={loaded.now} address={`?${setterAddress(search)}`} />
          {loaded.mayEnter && <RebaseOffer {...loaded} />}
          {loaded.mayEnter && <ReckonAllOffer {...loaded} />}
          <PositionCheck {...loaded} />
          <NotLoaded setup={loaded.setup} setupId={loaded.setupId} />
          {loaded.mayEnter && <Changes key={stands?.offset} {...loaded} tool={stands} />}
        </PlanRail>
        <StageMain>
          {isSetterAsked(loaded.setup, search) ? (
            <SetterStep {...loaded} />
          ) : (
            <StepView
              key={stepKey(step)}
              loaded={loaded}
              step={step}
              tool={tool}
              called={calledSeconds(loaded.setup).find(({ offset }) => offset === step.offset)}
              onTool={onTool}
            />
          )}
        </StageMain>
        <KeysHelp />
      </StageFrame>
    </MadePart>
  );
}

/** The screen of one step, by what kind of step it is. */
function StepView({
  loaded,
  step: { kind, work },
  tool,
  called,
  onTool,
}: {
  readonly loaded: LoadedSetup;
  readonly step: StepPlace;
  readonly tool: ToolView | undefined;
  /** The second offset that this step is to make; undefined for any other step. */
  readonly called: CalledSecond | undefined;
  readonly onTool: OnTool;
}) {
  const { setup } = loaded;
  // A touch is seen under the work offset that it is about; the same one for as long as the setup is the same.
  const under = kind === "work" ? (work ?? setup.ownWork) : (tool?.worksUnder[0] ?? setup.ownWork);
  const seen = useMemo(() => underWork(setup, under), [setup, under]);
  const teacher = useMemo(() => tool && toolUnder(setup, tool, under), [setup, tool, under]);
  if (kind === "face" || kind === "hole" || kind === "length") return <PartStep {...loaded} kind={kind} />;
  if (called) return <MakeSecondStep {...loaded} called={called} />;
  if (!tool || !teacher) return null;
  if (kind === "nose") return <NoseStep {...loaded} tool={tool} onTool={onTool} />;
  if (kind === "second") return <SecondStep {...loaded} tool={tool} />;
  if (kind === "work")
    return <TouchStep {...loaded} setup={seen} tool={teacher} axis="z" solveFor="work" onTool={onTool} />;
  return <TouchStep {...loaded} setup={seen} tool={tool} axis={kind} solveFor="geometry" onTool={onTool} />;
}

/** Asks for what others have entered meanwhile, each time another step is opened; never in the way of opening it. */
function useNews(step: string | undefined) {
  const { revalidate } = useRevalidate();
  const seen = useRef(step);
  // As the step appears, before a key can be pressed on it: news that is asked for after an entry was sent would keep
  // the page from going on to the next step.
  useLayoutEffect(() => {
    if (seen.current === step) return;
    seen.current = step;
    revalidate();
  }, [step, revalidate]);
}
