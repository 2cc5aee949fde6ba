import { CircleCheck, CircleDot, Download, OctagonX, RotateCcw, TriangleAlert } from "lucide-react";
import { useMemo } from "react";
import { href, Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { toolNumber } from "../../core/machine/index.ts";
import { checkFile, checksOf, type ProofState, proofState } from "../../core/proof/index.ts";
import { takeHere } from "../offline/takeHere.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { ToolHead } from "../shell/ToolHead.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { HolderAsked } from "../touch/HolderNumber.tsx";
import { PositionCheck, PositionLost } from "../touch/PositionLost.tsx";
import { FileLink } from "../ui/Button.tsx";
import { ViewTabs } from "../ui/Tabs.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { CheckDrawing } from "./CheckDrawing.tsx";
import { CheckForm } from "./CheckForm.tsx";
import { PROVE_VIEWS } from "./proveViews.ts";

const STATE: Readonly<Record<ProofState, readonly [tone: "clear" | "stop" | "doubt" | "quiet", words: string]>> = {
  proven: ["clear", "proven"],
  off: ["stop", "off: look at its offset"],
  stopped: ["stop", "stopped: find out why"],
  again: ["doubt", "check again, it has changed since"],
  open: ["quiet", "to check"],
};
const SHAPE = { proven: CircleCheck, off: OctagonX, stopped: OctagonX, again: RotateCcw, open: CircleDot } as const;

/** Two short lines per tool, with the readings predicted where they pause, and what was seen. */
export function ChecksView(loaded: LoadedSetup) {
  const { setup, setupId } = loaded;
  const { machine } = setup;
  const [search] = useSearchParams();
  const { checks, left } = useMemo(() => checksOf(setup), [setup]);
  const asked = search.get("tool");
  const open = checks.find(({ tool }) => proofState(setup, tool) !== "proven");
  const check = checks.find(({ tool }) => tool.offset === asked) ?? open ?? checks[0];
  const proven = checks.filter(({ tool }) => proofState(setup, tool) === "proven").length;
  const show = showFor(machine);
  return (
    <ViewFrame>
      <ViewRail aria-label="Checks">
        <h2>
          {proven} of {checks.length + left.length} proven
        </h2>
        <ol>
          {checks.map(({ tool }) => {
            const state = proofState(setup, tool);
            const [tone, words] = STATE[state];
            const Shape = SHAPE[state];
            return (
              <li key={tool.offset}>
                <Link
                  to={`?view=checks&tool=${tool.offset}`}
                  replace
                  preventScrollReset
                  aria-current={tool.offset === check?.tool.offset ? "true" : undefined}
                >
                  <ToolHead setup={setup} tool={tool} />
                  <Verdict $tone={tone}>
                    <Shape size={16} aria-hidden="true" /> {words}
                  </Verdict>
                </Link>
              </li>
            );
          })}
        </ol>
        {left.map(({ tool, reason }) => (
          <NotYet key={tool.offset}>
            <b>{toolNumber(machine, tool.offset)}</b> {tool.tool.description}: {reason}
          </NotYet>
        ))}
      </ViewRail>
      <ViewMain>
        <ViewCentre>
          <h1>Prove it</h1>
          <ViewTabs name="How it is proven" views={PROVE_VIEWS} view="checks" />
          {check ? (
            <>
              <Stops>
                {check.stops.map((stop, index) => (
                  <li key={stop.axis}>
                    <h2>
                      <span>{index + 1}</span>
                      {stop.axis === "z" ? "Along Z, to ahead of the face" : "Across, on a line of its own"}
                    </h2>
                    <dl>
                      <div>
                        <dt>pauses at</dt>
                        <dd>
                          {stop.axis.toUpperCase()} {show.axis(stop.axis, stop.at, "program", check.tool.zone)}
                        </dd>
                      </div>
                      <div>
                        <dt>machine must read</dt>
                        <dd data-main>{show.axis(stop.axis, stop.machine, "readout", check.tool.zone)}</dd>
                      </div>
                      <div>
                        <dt>left to go</dt>
                        <dd>{show.axis(stop.axis, stop.toGo, "program", check.tool.zone)}</dd>
                      </div>
                      <div>
                        <dt>gap to {stop.to} looks like</dt>
                        <dd>{stop.gap === undefined ? "–" : `${show.length(stop.gap)} ${machine.units}`}</dd>
                      </div>
                    </dl>
                  </li>
                ))}
              </Stops>
              <FailsAlone what="The drawing">
                <CheckDrawing setup={setup} check={check} show={show} />
              </FailsAlone>
            </>
          ) : (
            <p>No tool has an offset yet. Touch one, then check it here before anything moves at rapid.</p>
          )}
        </ViewCentre>
        <ViewSide>
          <PositionCheck {...loaded} />
          {check && (
            <>
              <Caution>
                <TriangleAlert size={20} aria-hidden="true" />
                <span>
                  Rapid at 5 %, single block, finger on feed hold, door shut. The machine's manual and the shop's rules
                  decide.
                </span>
              </Caution>
              {loaded.mayEnter && <HolderAsked key={check.tool.offset} {...loaded} tool={check.tool} />}
              <section>
                <h3>Two lines for {toolNumber(machine, check.tool.offset)}, pausing at each M0</h3>
                <Lines aria-label="Blocks of this check">{check.lines.slice(1).join("\n")}</Lines>
                <File
                  href={href("/setups/:setupId/prove/checks.nc", { setupId })}
                  download
                  onClick={takeHere(() => ({
                    name: `checks${setup.machine.programFile?.ending ?? ".nc"}`,
                    text: checkFile(setup, checksOf(setup).checks),
                  }))}
                >
                  <Download size={18} aria-hidden="true" /> All checks as one file
                </File>
              </section>
              <CheckForm key={check.tool.offset} {...loaded} check={check} />
            </>
          )}
          {loaded.mayEnter && <PositionLost {...loaded} />}
        </ViewSide>
      </ViewMain>
    </ViewFrame>
  );
}

const NotYet = styled.p`
  padding: 10px 12px;
  border-bottom: 1px solid ${color("line")};
  color: ${color("quiet")};
  font-size: ${size.small};
`;
const Stops = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(300px, 100%), 1fr));
  gap: 10px;
  li { padding: 10px 14px; border: 1px solid ${color("line")}; background: ${color("sheet")}; }
  h2 { margin-bottom: 6px; font-size: ${size.text}; }
  h2 > span { display: inline-grid; place-items: center; width: 26px; height: 26px; margin-right: 8px; border-radius: 50%; background: ${color("ink")}; color: ${color("sheet")}; font-size: ${size.small}; }
  dl { display: grid; grid-template-columns: repeat(2, auto); gap: 4px 14px; }
  dt { color: ${color("quiet")}; font-size: ${size.small}; }
  dd { ${mono} font-size: ${size.text}; }
  dd[data-main] { color: ${color("machine")}; font-size: ${size.number}; font-weight: 700; }
`;
const Lines = styled.pre`
  margin: 8px 0;
  padding: 8px 12px;
  border: 1px solid ${color("line")};
  background: ${color("plate")};
  ${mono}
  font-size: ${size.small};
  line-height: 1.4;
  columns: 2;
  column-gap: 16px;
  overflow-x: auto;
`;
const Caution = styled.p`
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px;
  padding: 8px 10px;
  border-left: 4px solid ${color("spacer")};
  background: ${color("doubtGround")};
  font-size: ${size.small};
`;
const File = styled(FileLink)`

  display: inline-flex;
  align-items: center;
  gap: 8px;
`;
