import { Check, Circle, CircleAlert } from "lucide-react";
import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { hasGivenLimits, type SetupView } from "../../core/ledger/index.ts";
import { workNow, workUses } from "../../core/offsets/index.ts";
import { setupLists } from "../../core/program/index.ts";
import { PageWithRail } from "../shell/PageWithAside.ts";
import { color, narrow, size } from "../ui/tokens.ts";
import { FactsSection, factsDone } from "./FactsSection.tsx";
import { MovedSection } from "./MovedSection.tsx";
import { OldValuesSection, oldValuesLeft } from "./OldValuesSection.tsx";
import { OrderSection } from "./OrderSection.tsx";
import { PartSection } from "./PartSection.tsx";
import { ProgramSection } from "./ProgramSection.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import { ToolSection } from "./ToolSection.tsx";
import { WorkSection } from "./WorkSection.tsx";

const PARTS = [
  { path: "lists", name: "Program and lists", Section: ProgramSection },
  { path: "facts", name: "Machine facts", Section: FactsSection },
  { path: "old", name: "Old values", Section: OldValuesSection },
  { path: "part", name: "Stock and tolerances", Section: PartSection },
  { path: "work", name: "Work offsets", Section: WorkSection },
  { path: "moved", name: "What moved", Section: MovedSection },
  { path: "order", name: "Order of work", Section: OrderSection },
] as const;

/** Before anything moves: what to settle stands on the left with its state, the one that is open beside it. */
export function PreparePage(props: PrepareProps) {
  const [search] = useSearchParams();
  const open = PARTS.find(({ path }) => path === search.get("part")) ?? PARTS[0];
  const isTool = search.has("tool");
  return (
    <PageWithRail>
      <Rail aria-label="What to settle before anything moves">
        <h2>Before anything moves</h2>
        <ol>
          {PARTS.map(({ path, name }) => {
            const { words, state } = stateOf(props, path);
            return (
              <li key={path}>
                <Part
                  to={`?part=${path}`}
                  replace
                  preventScrollReset
                  aria-current={path === open.path && !isTool ? "step" : undefined}
                  $state={state}
                >
                  <Mark state={state} />
                  <span>
                    <b>{name}</b>
                    <small>{words}</small>
                  </span>
                </Part>
              </li>
            );
          })}
        </ol>
        <p>Read the machine's manual and the shop's rules first; they and trained people decide.</p>
      </Rail>
      <Room>{isTool ? <ToolSection key={search.toString()} {...props} /> : <open.Section {...props} />}</Room>
    </PageWithRail>
  );
}

type State = "done" | "open" | "trouble";

function Mark({ state }: { readonly state: State }) {
  const Icon = { done: Check, open: Circle, trouble: CircleAlert }[state];
  return <Icon size={20} aria-hidden="true" />;
}

/** How a part stands, in a few words; `trouble` where something disagrees. */
function stateOf(
  { setup, left, moved }: PrepareProps,
  path: (typeof PARTS)[number]["path"],
): { words: string; state: State } {
  switch (path) {
    case "lists":
      return listsState(setup);
    case "facts": {
      const done = factsDone(setup);
      return { words: `${done.done} of ${done.of} looked at`, state: done.done === done.of ? "done" : "open" };
    }
    case "old": {
      if (!setup.table) return { words: left > 0 ? "not taken over yet" : "not read yet", state: "open" };
      const open = oldValuesLeft(setup);
      return { words: open === 0 ? "all decided" : `${open} to decide`, state: open === 0 ? "done" : "open" };
    }
    case "moved": {
      const toTouch = moved.filter(({ advice }) => advice === "touch").length;
      const toCheck = moved.filter(({ advice }) => advice === "check").length;
      if (moved.length === 0) return { words: "no tools yet", state: "open" };
      return {
        words: toTouch + toCheck === 0 ? "all touched" : `${toTouch} to touch, ${toCheck} to check`,
        state: toTouch === 0 ? "done" : "open",
      };
    }
    case "part": {
      const { features } = setup;
      const { length } = features.filter(hasGivenLimits);
      return {
        words: `${length} ${length === 1 ? "tolerance" : "tolerances"} that matter`,
        state: length > 0 ? "done" : "open",
      };
    }
    case "work": {
      const uses = workUses(setup);
      const unknown = uses.filter(({ name, tools }) => tools.length > 0 && workNow(setup, name, "z") === undefined);
      if (unknown.length > 0)
        return { words: `${unknown.map(({ name }) => name).join(", ")}: Z not known`, state: "open" };
      const called = uses.filter(({ line }) => line !== undefined);
      return setup.programRead
        ? { words: called.map(({ name }) => name).join(", ") || "none called", state: "done" }
        : { words: setup.ownWork, state: "open" };
    }
    case "order":
      return setup.order
        ? { words: setup.order.by === "plan" ? "as proposed" : "by hand", state: "done" }
        : { words: "the usual one", state: "open" };
  }
}

function listsState(setup: SetupView): { words: string; state: State } {
  const lists = setupLists(setup);
  if (!lists) return { words: "no program yet", state: "open" };
  const count = lists.conflicts.length;
  return count === 0
    ? { words: "all three agree", state: "done" }
    : { words: `${count} ${count === 1 ? "disagreement" : "disagreements"}`, state: "trouble" };
}

const Rail = styled.nav`
  overflow: auto;
  border-right: 1px solid ${color("line")};
  background: ${color("sheet")};
  h2 { padding: 14px 14px 8px; font-size: ${size.small}; font-weight: 600; }
  > p { padding: 14px; color: ${color("quiet")}; font-size: ${size.small}; }
  ${narrow} {
    border-right: 0;
    border-bottom: 1px solid ${color("line")};
    > ol { display: flex; overflow-x: auto; }
    > ol > li { flex: 0 0 200px; }
  }
  @media print { display: none; }
`;
const TONE = { done: "clear", open: "quiet", trouble: "spacer" } as const;
const Part = styled(Link)<{ $state: State }>`
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
  min-height: 62px;
  padding: 8px 12px;
  border-left: 5px solid transparent;
  border-bottom: 1px solid ${color("line")};
  color: ${color("ink")};
  text-decoration: none;
  > svg { color: ${({ $state }) => color(TONE[$state])}; }
  b { display: block; font-size: ${size.text}; line-height: 1.15; }
  small { color: ${({ $state }) => color($state === "trouble" ? "ink" : TONE[$state])}; font-size: ${size.small}; font-weight: 600; }
  &[aria-current] { border-left-color: ${color("action")}; background: ${color("selected")}; }
  &:hover { background: ${color("selected")}; }
`;
const Room = styled.main`
  overflow: auto;
  padding: 16px 20px 28px;
  @media print { overflow: visible; }
`;
