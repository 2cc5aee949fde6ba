import { Check, CircleDot, Clock, RotateCcw, User } from "lucide-react";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, toolNumber } from "../../core/machine/index.ts";
import { type Step, type StepKind, stepKey, touchingOrder } from "../../core/plan/index.ts";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import { ToolHead } from "../shell/ToolHead.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { Wrapped } from "../ui/Stacked.ts";
import { color, narrow, size } from "../ui/tokens.ts";
import { isSetterAsked, type StepPlace, stepAddress } from "./stepOf.ts";

const STEP_NAME: Readonly<Record<StepKind, string>> = {
  ...AXIS_NAME,
  nose: "nose",
  second: "second offset",
  work: "work Z",
  face: "Bar end faced",
  hole: "Hole",
  length: "Part length",
};
const STEP_SPOKEN: Readonly<Record<StepKind, string>> = {
  ...AXIS_NAME,
  nose: "nose radius and tip orientation",
  second: "second offset",
  work: "work offset Z with",
  face: "bar end faced",
  hole: "hole",
  length: "overall length of the part",
};
/** A step as the plan names it: another work offset by its own name. */
const nameOf = ({ kind, work }: Step) => (work === undefined ? STEP_NAME[kind] : `${work} Z`);
const STATE_WORD: Readonly<Record<Step["state"], string>> = {
  done: "done",
  ready: "to do",
  waiting: "waits",
  redo: "to do again",
};

interface PlanRailProps {
  readonly setup: SetupView;
  readonly current: StepPlace;
  readonly search: URLSearchParams;
  /** Who else is on which tool. */
  readonly others: readonly Claim[];
  /** What stands between the heading and the steps. */
  readonly children?: React.ReactNode;
}

/** The work in touching order, one group to a tool; outlines stand to one common scale. */
export function PlanRail({ setup, current, search, others, children }: PlanRailProps) {
  const order = touchingOrder(setup);
  const zones = setup.machine.zones?.filter(({ id }) => order.some(({ zone }) => zone === id)) ?? [];
  const only = search.get("zone");
  const shown = only === null ? order : order.filter(({ zone }) => zone === only);
  const done = shown.filter(({ state }) => state === "done").length;
  const groups = groupsOf(shown);
  const list = useRef<HTMLOListElement>(null);
  const place = isSetterAsked(setup, search) ? "" : stepKey(current);
  // What is worked on stands in sight, also in a long plan.
  useEffect(() => {
    if (place) list.current?.querySelector("[data-current]")?.scrollIntoView({ block: "nearest" });
  }, [place]);
  return (
    <Rail aria-label="Plan">
      <Top>
        <h2>
          Touching order <span>{`${done} of ${shown.length} done`}</span>
        </h2>
        {zones.length > 1 && (
          <Zones aria-label="Zones" role="group">
            {[undefined, ...zones].map((zone) => (
              <Link
                key={zone?.id ?? "all"}
                to={`?${zoneAddress(search, zone?.id)}`}
                replace
                preventScrollReset
                aria-current={(zone?.id ?? null) === only ? "true" : undefined}
              >
                {zone?.name ?? "All zones"}
              </Link>
            ))}
          </Zones>
        )}
        {children}
      </Top>
      <ol ref={list}>
        {groups.map((steps) => {
          const offset = steps[0]?.offset ?? "";
          const tool = setup.tools.find((one) => one.offset === offset);
          const reason = steps.find(({ state }) => state === "waiting" || state === "redo");
          // In a chosen order a tool can stand in the rail more than once.
          const isCurrent = offset === current.offset && steps.some((step) => stepKey(step) === place);
          const isFolded = !isCurrent && steps.every(({ state }) => state === "done");
          return (
            <Group
              key={`${offset} ${steps[0]?.kind} ${steps[0]?.zone}`}
              $current={isCurrent}
              $folded={isFolded}
              data-current={isCurrent || undefined}
            >
              {tool && <ToolHead setup={setup} tool={tool} isFolded={isFolded} />}
              {!tool && offset !== "" && (
                <p>
                  <b>{toolNumber(setup.machine, offset)}</b> called by the program
                </p>
              )}
              {others
                .filter(({ row }) => row === offset)
                .map(({ page, person, device }) => (
                  <Other key={page}>
                    <User size={16} aria-hidden="true" /> {person} is here, {device}
                  </Other>
                ))}
              <Wrapped>
                {steps.map((step) => (
                  <StepLink
                    key={stepKey(step)}
                    to={`?${stepAddress(search, step)}`}
                    replace
                    preventScrollReset
                    $state={step.state}
                    aria-current={stepKey(step) === place ? "step" : undefined}
                    aria-label={spoken(setup, step)}
                  >
                    <StepMark state={step.state} />
                    {nameOf(step)}
                  </StepLink>
                ))}
              </Wrapped>
              {reason && (
                <Quiet>
                  {nameOf(reason)} {reason.state === "waiting" ? `waits: ${reason.reason}` : `again: ${reason.reason}`}
                </Quiet>
              )}
            </Group>
          );
        })}
      </ol>
    </Rail>
  );
}

const Other = styled.p`
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 2px 12px;
  font-size: ${size.small};
  font-weight: 600;
  color: ${color("measured")};
`;

function StepMark({ state }: { readonly state: Step["state"] }) {
  const Mark = { done: Check, waiting: Clock, ready: CircleDot, redo: RotateCcw }[state];
  return <Mark size={16} aria-hidden="true" />;
}

function spoken(setup: SetupView, { offset, kind, state, reason, work }: Step): string {
  const what =
    work !== undefined
      ? `${work} Z with ${toolNumber(setup.machine, offset)}`
      : offset === ""
        ? STEP_SPOKEN[kind]
        : `${STEP_SPOKEN[kind]}${kind === "work" ? "" : " of"} ${toolNumber(setup.machine, offset)}`;
  return `${what}, ${STATE_WORD[state]}${reason ? ` ${reason}` : ""}`;
}

/** Steps of one tool that follow each other stand together; a step about the part stands alone. */
function groupsOf(order: readonly Step[]): readonly (readonly Step[])[] {
  const groups: Step[][] = [];
  for (const step of order) {
    const last = groups.at(-1);
    if (last && step.offset !== "" && last[0]?.offset === step.offset) last.push(step);
    else groups.push([step]);
  }
  return groups;
}

function zoneAddress(search: URLSearchParams, zone: string | undefined): URLSearchParams {
  const next = new URLSearchParams(search);
  if (zone === undefined) next.delete("zone");
  else next.set("zone", zone);
  return next;
}

const Rail = styled.nav`
  grid-area: plan;
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow: hidden;
  > ol { flex: 1 1 0; min-height: 130px; overflow: auto; }
  border-right: 1px solid ${color("line")};
  background: ${color("sheet")};
  h2 {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    column-gap: 8px;
    padding: 14px 14px 8px;
    font-size: ${size.small};
    font-weight: 600;
    > span { color: ${color("quiet")}; font-weight: 400; font-variant-numeric: tabular-nums; }
  }
  ${narrow} {
    border-right: 0;
    border-bottom: 1px solid ${color("line")};
    > ol { display: flex; position: relative; flex: none; min-height: 0; overflow-x: auto; }
    > ol > li { flex: 0 0 220px; padding: 6px 10px; border-right: 1px solid ${color("line")}; }
    h2 { padding: 10px 14px; }
    > ol small { display: none; }
  }
`;
const Zones = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 0 10px 8px;
  font-size: ${size.small};
  > a { display: grid; place-items: center; min-height: 44px; padding: 2px 9px; border: 1.5px solid ${color("line")}; border-radius: 3px; color: ${color("measured")}; text-decoration: none; }
  > a[aria-current] { border-color: ${color("action")}; background: ${color("selected")}; font-weight: 700; }
`;
/** Stays in sight over a long plan; scrolls by itself where a fold is open. */
const Top = styled.div`
  flex: 0 1 auto;
  min-height: 0;
  overflow: auto;
  border-bottom: 1px solid ${color("line")};
  /* Side by side over a strip of tools. */
  ${narrow} {
    display: flex;
    flex-wrap: wrap;
    > * { flex: 1 1 240px; border-bottom: 0; }
    > h2 { flex-basis: 200px; }
  }
  /* What waits, and for what, is said on its own step. */
  @media (width < 600px) { ~ ol p { display: none; } }
`;
const Group = styled.li<{ $current: boolean; $folded: boolean }>`
  padding: ${({ $folded }) => ($folded ? 4 : 10)}px 12px ${({ $folded }) => ($folded ? 4 : 10)}px 10px;
  border-left: 5px solid ${({ $current }) => ($current ? color("action") : "transparent")};
  border-bottom: 1px solid ${color("line")};
  background: ${({ $current }) => ($current ? color("selected") : "transparent")};
`;
const STATE_TONE = { done: "clear", waiting: "quiet", ready: "measured", redo: "spacer" } as const;
const StepLink = styled(Link)<{ $state: Step["state"] }>`
  display: inline-flex;
  flex: 1 0 auto;
  align-items: center;
  justify-content: center;
  gap: 4px;
  min-height: 48px;
  padding: 0 7px;
  border: 1.5px solid ${color("line")};
  border-radius: 3px;
  background: ${color("sheet")};
  color: ${({ $state }) => color(STATE_TONE[$state])};
  font-size: ${size.small};
  font-weight: 600;
  text-decoration: none;
  &[aria-current] { border-color: ${color("action")}; border-width: 2.5px; }
  &:hover { border-color: ${color("edge")}; }
`;
