import { ArrowRight, CircleCheck, OctagonX } from "lucide-react";
import { useMemo, useState } from "react";
import { styled } from "styled-components";
import { combConflicts, combsOfSetup, smallestGap } from "../../core/clearance/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { convertLength } from "../../core/units/index.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { ViewTabs } from "../ui/Tabs.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { Working } from "../ui/Working.tsx";
import { CombsDrawing } from "./CombsDrawing.tsx";
import type { ClearProps } from "./clearProps.ts";
import { useCombSearch } from "./useCombSearch.ts";

/** Opposing combs to scale: stand-outs to try, what meets, and the placing in which they mesh. */
export function CombsView({ views, view, travels: _, ...loaded }: ClearProps) {
  const { setup, setupId, mayEnter } = loaded;
  const { machine } = setup;
  const [tried, setTried] = useState<Readonly<Record<string, number>>>({});
  const combs = useMemo(() => combsOfSetup(setup, tried), [setup, tried]);
  const { search, start, cancel } = useCombSearch(combs?.problem);
  const form = useSetupForm(setupId, setup.seq);
  const [aligned, setAligned] = useState(0);
  if (!combs) return null;
  const { problem, tools } = combs;
  const conflicts = combConflicts(problem);
  const show = showFor(machine);
  const name = (offset: string) => `${toolNumber(machine, offset)} ${tools.get(offset)?.tool.description ?? ""}`;
  const alignment = problem.alignments[Math.min(aligned, problem.alignments.length - 1)];
  const isTried = Object.keys(tried).length > 0;
  const occupied = (slot: string) => [...problem.a, ...problem.b].some((one) => one.slot === slot);
  const gap = smallestGap(problem);
  return (
    <ViewFrame>
      <ViewRail aria-label="Tools of the combs">
        <h2>Stand-outs, {machine.units}</h2>
        <Standouts>
          {[...problem.a, ...problem.b].map(({ tool, standout }) => (
            <li key={tool}>
              <label htmlFor={`standout-${tool}`}>{name(tool)}</label>
              <input
                id={`standout-${tool}`}
                type="range"
                min={1}
                max={machine.combs?.gap ?? 100}
                step={machine.units === "mm" ? 0.5 : convertLength(0.02, "in", "mm")}
                value={standout}
                onChange={({ target }) => setTried((now) => ({ ...now, [tool]: Number(target.value) }))}
              />
              <output htmlFor={`standout-${tool}`}>{show.length(standout)}</output>
            </li>
          ))}
        </Standouts>
        {isTried && (
          <Indent>
            <PlainButton onPress={() => setTried({})}>As mounted again</PlainButton>
          </Indent>
        )}
      </ViewRail>
      <ViewMain>
        <ViewCentre>
          <h1>Will it clear?</h1>
          <ViewTabs name="What is looked at" views={views} view={view} />
          {alignment ? (
            <>
              <Aligned role="group" aria-label="Which tool works">
                {problem.alignments.map(({ name: offset }, index) => (
                  <button key={offset} type="button" aria-pressed={index === aligned} onClick={() => setAligned(index)}>
                    {toolNumber(machine, offset)} works
                    {conflicts.some((one) => one.alignment === offset) && (
                      <OctagonX size={16} aria-label="meets something" />
                    )}
                  </button>
                ))}
              </Aligned>
              <FailsAlone what="The drawing">
                <CombsDrawing
                  combs={combs}
                  alignment={alignment}
                  conflicts={conflicts.filter((one) => one.alignment === alignment.name)}
                  name={(offset) => toolNumber(machine, offset)}
                  write={show.length}
                  onStandout={(offset, standout) => setTried((now) => ({ ...now, [offset]: standout }))}
                />
              </FailsAlone>
            </>
          ) : (
            <p>No tool stands in the first comb, so nothing faces the other one.</p>
          )}
        </ViewCentre>
        <ViewSide>
          <section>
            <h2>What meets</h2>
            {conflicts.length === 0 ? (
              <Verdict $tone="clear">
                <CircleCheck size={18} aria-hidden="true" /> the combs mesh
                {gap !== null && `, least room ${show.length(gap)} ${machine.units}`}
              </Verdict>
            ) : (
              <Meets>
                {conflicts.map(({ alignment: at, a, b, excess }) => (
                  <li key={`${at} ${a} ${b}`}>
                    <b>
                      {toolNumber(machine, a)} and {toolNumber(machine, b)}
                    </b>{" "}
                    while {toolNumber(machine, at)} works: <Figure>{show.length(excess)}</Figure> {machine.units} too
                    long together. Shorten one, set one back, or move it.
                  </li>
                ))}
              </Meets>
            )}
          </section>
          <section>
            <h2>Other slots</h2>
            {search.state === "searching" ? (
              <Working what="Searching for slots in which the combs mesh" share={search.share}>
                <PlainButton onPress={cancel}>Stop the search</PlainButton>
              </Working>
            ) : (
              <PrimaryButton onPress={start}>Find slots that mesh</PrimaryButton>
            )}
            {search.state === "failed" && (
              <Trouble>The search did not run here. Reload the page and try again.</Trouble>
            )}
            {search.state === "found" && (
              <Found role="status">
                <p>
                  {search.placing.moves.length === 0
                    ? "No move makes it better: they stand as well as they can."
                    : `${search.placing.moves.length} ${search.placing.moves.length === 1 ? "move" : "moves"}, then ${search.placing.conflicts === 0 ? "nothing meets" : `${search.placing.conflicts} still meet`}${search.placing.smallestGap === null ? "" : `, least room ${show.length(search.placing.smallestGap)} ${machine.units}`}.`}
                </p>
                <Meets>
                  {search.placing.moves.map(({ tool, from, to }) => (
                    <li key={tool}>
                      <b>{name(tool)}</b>
                      <br />
                      {from} <ArrowRight size={16} aria-label="to" /> {to}
                      {mayEnter && (
                        <PlainButton
                          isDisabled={form.busy || occupied(to)}
                          onPress={() => form.send("move-tool", { offset: tool, to })}
                        >
                          {occupied(to) ? "Its slot is taken yet" : `Move to ${to}`}
                        </PlainButton>
                      )}
                    </li>
                  ))}
                </Meets>
                {search.placing.moves.length > 0 && (
                  <Quiet>
                    A moved tool is touched again in X and Z, and its calls in the program are renumbered on Prepare.
                  </Quiet>
                )}
              </Found>
            )}
            <Trouble>{form.trouble}</Trouble>
          </section>
        </ViewSide>
      </ViewMain>
    </ViewFrame>
  );
}

const Standouts = styled.ol`
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 2px 8px; padding: 8px 12px; border-bottom: 1px solid ${color("line")}; }
  label { grid-column: 1 / -1; font-size: ${size.small}; font-weight: 600; }
  input { width: 100%; min-height: 44px; accent-color: ${color("tool")}; }
  output { align-self: center; ${mono} font-weight: 700; }
`;
const Indent = styled.div`
  padding: 10px 12px;
`;
const Aligned = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  button { display: inline-flex; align-items: center; gap: 6px; min-height: 48px; padding: 0 12px; border: 1.5px solid ${color("edge")}; border-radius: 3px; background: ${color("sheet")}; color: inherit; font: inherit; cursor: pointer; }
  button[aria-pressed="true"] { border-color: ${color("action")}; border-width: 2.5px; font-weight: 700; }
  svg { color: ${color("stop")}; }
`;
const Meets = styled.ul`
  li { padding: 8px 0; border-top: 1px solid ${color("line")}; }
  button { display: block; margin-top: 6px; }
  svg { vertical-align: -3px; }
`;
const Found = styled.div`
  margin-top: 10px;
`;
const Figure = styled.b`
  ${mono}
  color: ${color("stop")};
`;
