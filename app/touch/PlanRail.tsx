import { Check, CircleDot, Clock } from "lucide-react";
import { Link } from "react-router";
import { styled } from "styled-components";
import { toolNumber } from "../../core/frame/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { type Step, type StepKind, touchingOrder } from "../../core/plan/index.ts";
import { ToolIcon } from "../drawing/ToolIcon.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { stepAddress } from "./stepOf.ts";

const STEP_NAME: Readonly<Record<StepKind, string>> = { x: "X", z: "Z", nose: "nose" };
const STEP_SPOKEN: Readonly<Record<StepKind, string>> = { x: "X", z: "Z", nose: "nose radius and tip orientation" };
const STATE_WORD: Readonly<Record<Step["state"], string>> = { done: "done", ready: "to do", waiting: "waits" };

/** The work in touching order, one group to a tool; outlines stand to one common scale. */
export function PlanRail({
  setup,
  current,
  search,
  children,
}: {
  readonly setup: SetupView;
  readonly current: { readonly offset: string; readonly kind: StepKind };
  readonly search: URLSearchParams;
  /** What stands between the heading and the steps. */
  readonly children?: React.ReactNode;
}) {
  const order = touchingOrder(setup);
  const done = order.filter(({ state }) => state === "done").length;
  const offsets = [...new Set(order.map(({ offset }) => offset))];
  return (
    <Rail aria-label="Plan">
      <h2>
        Touching order <span>{`${done} of ${order.length} done`}</span>
      </h2>
      {children}
      <ol>
        {offsets.map((offset) => {
          const tool = setup.tools.find((one) => one.offset === offset);
          const steps = order.filter((step) => step.offset === offset);
          const waiting = steps.find(({ state }) => state === "waiting");
          return (
            tool && (
              <Group key={offset} $current={offset === current.offset}>
                <Head>
                  <strong>{toolNumber(setup.machine, offset)}</strong>
                  <ToolIcon tool={tool.tool} />
                  <span>
                    <b>{tool.tool.description}</b>
                    <small>station {tool.station}</small>
                    <small>{tool.tool.insert}</small>
                  </span>
                </Head>
                <Steps>
                  {steps.map((step) => (
                    <StepLink
                      key={step.kind}
                      to={`?${stepAddress(search, offset, step.kind)}`}
                      replace
                      preventScrollReset
                      $state={step.state}
                      aria-current={offset === current.offset && step.kind === current.kind ? "step" : undefined}
                      aria-label={`${STEP_SPOKEN[step.kind]} of ${toolNumber(setup.machine, offset)}, ${STATE_WORD[step.state]}${step.reason ? ` ${step.reason}` : ""}`}
                    >
                      {step.state === "done" ? (
                        <Check size={16} aria-hidden="true" />
                      ) : step.state === "waiting" ? (
                        <Clock size={16} aria-hidden="true" />
                      ) : (
                        <CircleDot size={16} aria-hidden="true" />
                      )}
                      {STEP_NAME[step.kind]}
                    </StepLink>
                  ))}
                </Steps>
                {waiting && <Reason>Z waits: {waiting.reason}</Reason>}
              </Group>
            )
          );
        })}
      </ol>
    </Rail>
  );
}

const Rail = styled.nav`
  grid-area: plan;
  overflow: auto;
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
`;
const Group = styled.li<{ $current: boolean }>`
  padding: 10px 12px 10px 10px;
  border-left: 5px solid ${({ $current }) => ($current ? color("action") : "transparent")};
  border-bottom: 1px solid ${color("line")};
  background: ${({ $current }) => ($current ? color("selected") : "transparent")};
`;
const Head = styled.div`
  display: grid;
  grid-template-columns: auto 44px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
  > strong { ${mono} font-size: ${size.text}; }
  b { display: block; line-height: 1.15; }
  small { display: block; font-size: ${size.small}; color: ${color("quiet")}; line-height: 1.2; }
  @media (width < 1200px) {
    grid-template-columns: auto minmax(0, 1fr);
    > svg { display: none; }
  }
`;
const Steps = styled.div`
  display: flex;
  gap: 4px;
  margin-top: 6px;
`;
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
  color: ${({ $state }) => color($state === "done" ? "clear" : $state === "waiting" ? "quiet" : "measured")};
  font-size: ${size.small};
  font-weight: 600;
  text-decoration: none;
  &[aria-current] { border-color: ${color("action")}; border-width: 2.5px; }
  &:hover { border-color: ${color("edge")}; }
`;
const Reason = styled.p`
  margin-top: 4px;
  color: ${color("quiet")};
  font-size: ${size.small};
`;
