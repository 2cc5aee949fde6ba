import { ArrowDown, ArrowUp, Link2Off } from "lucide-react";
import { useMemo, useState } from "react";
import { styled } from "styled-components";
import { AXIS_NAME, isAxis, toolNumber } from "../../core/machine/index.ts";
import { brokenNeeds, indexingOf, type PlanStep, planSetup, secondsOf } from "../../core/plan/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { wayName } from "../touch/words.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import type { PrepareProps } from "./prepareProps.ts";

/** The order of work: as proposed, and re-ordered by hand with every broken prerequisite named. */
export function OrderSection({ setup, setupId, mayEnter }: PrepareProps) {
  const form = useSetupForm(setupId, setup.seq);
  const plan = useMemo(() => planSetup(setup), [setup]);
  const [order, setOrder] = useState<readonly PlanStep[]>();
  const steps = order ?? plan.now;
  const indexing = indexingOf(setup);
  const broken = brokenNeeds(steps);
  const seconds = secondsOf(steps, indexing);
  const move = (from: number, by: -1 | 1) => {
    const to = from + by;
    const next = [...steps];
    const [step] = next.splice(from, 1);
    if (step && to >= 0 && to <= next.length) setOrder([...next.slice(0, to), step, ...next.slice(to)]);
  };
  const keep = (chosen: readonly PlanStep[], by: "plan" | "hand") =>
    form.send("arrange-order", { steps: JSON.stringify(chosen.map(({ offset, kind }) => ({ offset, kind }))), by });
  const isProposed = steps.map(({ key }) => key).join() === plan.order.map(({ key }) => key).join();
  const saved = Math.round((plan.secondsNow - plan.seconds) / 60);
  if (plan.now.length === 0)
    return (
      <Panel>
        <header>
          <h1>Order of work</h1>
        </header>
        <Quiet>
          {setup.tools.length === 0
            ? "No tools are loaded yet, so there is nothing to order."
            : "Everything at the machine is touched."}
        </Quiet>
      </Panel>
    );
  return (
    <Panel>
      <header>
        <h1>Order of work</h1>
        <p>
          About {minutes(seconds)} min as shown.{" "}
          {plan.isProven ? "The proposal is the shortest there is" : "The proposal is the best found"}:{" "}
          {minutes(plan.seconds)} min.
        </p>
      </header>
      <PanelRow>
        <PrimaryButton
          isDisabled={!mayEnter || form.busy || (isProposed && setup.order?.by === "plan" && order === undefined)}
          onPress={() => {
            setOrder(undefined);
            keep(plan.order, "plan");
          }}
        >
          Work as proposed{saved > 0 ? `, ${saved} min less` : ""}
        </PrimaryButton>
        {!isProposed && <PlainButton onPress={() => setOrder(plan.order)}>Show the proposal</PlainButton>}
        {order && (
          <PlainButton
            isDisabled={!mayEnter || form.busy || broken.length > 0}
            onPress={() => {
              keep(order, "hand");
              setOrder(undefined);
            }}
          >
            Work in this order
          </PlainButton>
        )}
        {setup.order && mayEnter && (
          <UndoButton entry={setup.order.entry} seq={setup.seq} label="Undo" what="the order" setupId={setupId} />
        )}
        <RefusalLine>{form.trouble}</RefusalLine>
      </PanelRow>
      <Steps aria-label="Steps in order">
        {steps.map((step, index) => {
          const wrong = broken.filter((one) => one.step.key === step.key);
          return (
            <li key={step.key} data-broken={wrong.length > 0 || undefined}>
              <span>{index + 1}</span>
              <b>{stepName(setup, step)}</b>
              <span>{howWords(step)}</span>
              <span>
                {wrong.length > 0 && (
                  <em>
                    <Link2Off size={16} aria-hidden="true" /> {wrong[0]?.need.words}
                  </em>
                )}
              </span>
              {mayEnter && (
                <Move>
                  <PlainButton
                    aria-label={`${stepName(setup, step)} earlier`}
                    isDisabled={index === 0}
                    onPress={() => move(index, -1)}
                  >
                    <ArrowUp size={18} aria-hidden="true" />
                  </PlainButton>
                  <PlainButton
                    aria-label={`${stepName(setup, step)} later`}
                    isDisabled={index === steps.length - 1}
                    onPress={() => move(index, 1)}
                  >
                    <ArrowDown size={18} aria-hidden="true" />
                  </PlainButton>
                </Move>
              )}
            </li>
          );
        })}
      </Steps>
      <Card>
        <Quiet>
          Times are estimates for comparing orders: a skim about 3 minutes, a paper about 1, an index a few seconds,
          another gauge a quarter of a minute.
        </Quiet>
      </Card>
    </Panel>
  );
}

const minutes = (seconds: number) => Math.max(1, Math.round(seconds / 60));

function stepName({ machine, tools }: PrepareProps["setup"], { offset, kind }: PlanStep): string {
  const tool = tools.find((one) => one.offset === offset);
  const name = tool ? `${toolNumber(machine, offset)} ${tool.tool.description}` : "";
  if (isAxis(kind)) return `${AXIS_NAME[kind]} of ${name}`;
  switch (kind) {
    case "work":
      return `Work offset with ${name}`;
    case "face":
      return "Face the bar's end";
    case "hole":
      return "Drill the hole, measure it";
    case "length":
      return "A good part in the sub-spindle, measured";
    case "nose":
      return `Radius and tip of ${name}`;
    case "second":
      return `Second offset of ${name}`;
  }
}

function howWords({ way, kind, gauge, station }: PlanStep): string {
  const how = way === "look" ? "" : wayName(way, isAxis(kind) ? kind : "z").toLowerCase();
  return [station && `station ${station}`, how, gauge !== "none" && gauge !== "paper" && gauge !== "setter" && gauge]
    .filter(Boolean)
    .join(", ");
}

const Steps = styled.ol`
  display: grid;
  background: ${color("sheet")};
  > li {
    display: grid;
    grid-template-columns: 34px minmax(220px, 1.2fr) minmax(200px, 1fr) minmax(160px, 1fr) auto;
    align-items: center;
    gap: 12px;
    min-height: 54px;
    padding: 3px 12px;
    border-bottom: 1px solid ${color("line")};
    border-left: 5px solid transparent;
    font-size: ${size.small};
  }
  > li > span:first-child { ${mono} color: ${color("quiet")}; text-align: right; }
  > li > span { color: ${color("quiet")}; }
  > li[data-broken] { border-left-color: ${color("stop")}; background: ${color("stopGround")}; }
  b { font-size: ${size.text}; }
  em { display: flex; align-items: center; gap: 6px; color: ${color("stop")}; font-style: normal; font-weight: 600; }
`;
const Move = styled.div`
  display: flex;
  gap: 4px;
  button { padding: 4px 12px; }
`;
