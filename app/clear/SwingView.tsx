import { CircleCheck, OctagonX, TriangleAlert } from "lucide-react";
import { useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { mainZone, toolNumber, travelInZone } from "../../core/machine/index.ts";
import { barChecks, indexPlace, neighbourChecks, stageOf } from "../../sim/rehearsal/index.ts";
import { ToolHead } from "../shell/ToolHead.tsx";
import { type Show, showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { ViewTabs } from "../ui/Tabs.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { BarDrawing } from "./BarDrawing.tsx";
import type { ClearProps } from "./clearProps.ts";
import { FrontForm } from "./FrontForm.tsx";
import { indexPlaces } from "./indexPlaces.ts";
import { SwingDrawing } from "./SwingDrawing.tsx";

/** Room below which a neighbour is said to be near: what a holder's scatter can use up, millimetres. */
const NEAR = 1;

/** The turret seen along the spindle, with its neighbours at their worst place; bars in their holes; what is in front. */
export function SwingView({ travels, views, view, ...loaded }: ClearProps) {
  const { setup } = loaded;
  const { machine, hole } = setup;
  const [search] = useSearchParams();
  const stage = useMemo(() => stageOf(setup), [setup]);
  const boxes = useMemo(
    () => new Map(travels.map(({ standing, reach }) => [standing.tool.offset, reach.box])),
    [travels],
  );
  /** Tools that the program may lead farther than it was followed. */
  const partly = useMemo(
    () => new Set(travels.flatMap(({ standing, reach }) => (reach.atLeast ? [standing.tool.offset] : []))),
    [travels],
  );
  const checks = useMemo(() => neighbourChecks(stage, boxes), [stage, boxes]);
  const show = showFor(machine);
  const chosen = checks.find(({ working }) => working.offset === search.get("tool")) ?? checks[0];
  const safe = chosen && indexPlace(stage, boxes, chosen.working.offset, NEAR);
  const bars = barChecks(stage, boxes, hole);
  const name = (offset: string) => toolNumber(machine, offset);
  const zone = chosen?.working.view.zone ?? mainZone(machine);
  const farthest = travelInZone(machine, "x", zone)?.[1] ?? Number.POSITIVE_INFINITY;
  const place = safe && indexPlaces(safe, farthest);
  return (
    <ViewFrame>
      <ViewRail aria-label="Tools">
        <h2>While this tool works</h2>
        <ol>
          {checks.map((check) => (
            <li key={check.working.offset}>
              <Link
                to={`?view=swing&tool=${check.working.offset}`}
                replace
                preventScrollReset
                aria-current={check === chosen ? "true" : undefined}
              >
                <ToolHead setup={setup} tool={check.working.view} />
                <RoomVerdict
                  room={check.room}
                  isPartly={partly.has(check.working.offset)}
                  words={`${name(check.neighbour.offset)} past the ${check.obstacle.name}`}
                />
              </Link>
            </li>
          ))}
        </ol>
        {checks.length === 0 && (
          <Empty>
            {machine.turret
              ? "Nothing to show yet: a tool needs an offset and a way, from the program or by hand on Travel."
              : "This machine has no turret that swings tools past the part."}
          </Empty>
        )}
      </ViewRail>
      <ViewMain>
        <ViewCentre>
          <h1>Will it clear?</h1>
          <ViewTabs name="What is looked at" views={views} view={view} />
          {chosen && stage.turret ? (
            <SwingDrawing
              stage={stage}
              check={chosen}
              name={name}
              room={`${show.length(Math.abs(chosen.room))} ${machine.units}${chosen.room < 0 ? " deep" : ""}`}
              verdict={
                chosen.room < 0 ? "hits" : chosen.room < NEAR || partly.has(chosen.working.offset) ? "near" : "clear"
              }
            />
          ) : stage.turret || bars.length === 0 || !hole ? (
            <Empty>
              {stage.turret
                ? "The turret is drawn here once a tool with an offset and a way is there."
                : "Bars are drawn here in their holes once a bar has an offset and the hole is recorded."}
            </Empty>
          ) : (
            <Large>
              {bars.map((bar) => (
                <figure key={bar.tool.offset}>
                  <figcaption>
                    {name(bar.tool.offset)} {bar.tool.view.tool.description}
                  </figcaption>
                  <BarDrawing bar={bar} hole={hole} stockDiameter={2 * stage.blank.radius} show={show} />
                </figure>
              ))}
            </Large>
          )}
        </ViewCentre>
        <ViewSide>
          {chosen && (
            <section>
              <h2>{name(chosen.working.offset)} at work</h2>
              <p>
                Least room: <b>{name(chosen.neighbour.offset)}</b> {chosen.room < 0 ? "in" : "before"} the{" "}
                {chosen.obstacle.name}, <Figure>{show.length(Math.abs(chosen.room))}</Figure> {machine.units}
                {chosen.room < 0 ? " deep." : "."}
              </p>
              <Quiet>
                Over the corners of where the program takes it; the rehearsal on Prove plays the ways themselves. Dashed
                is what counts: tools, shanks and bars. The blocks that they are clamped in are not on record.
              </Quiet>
            </section>
          )}
          {chosen && place && (
            <section>
              <h3>Turn the turret from here on</h3>
              <p>
                {place.x === undefined ? (
                  "Where it stands at the end of its ways every tool passes, however far in X is"
                ) : (
                  <>
                    <Figure>X {show.axis("x", place.x, "readout", zone)}</Figure> or farther out
                  </>
                )}
                {place.z !== undefined && (
                  <>
                    {place.x === undefined ? "; so it does from " : ", or "}
                    <Figure>Z {show.axis("z", place.z, "readout", zone)}</Figure> or farther away
                  </>
                )}
                .
              </p>
              <Quiet>
                Machine readout. Every tool passes with {show.length(NEAR)} {machine.units} to spare.
              </Quiet>
            </section>
          )}
          <section aria-label="Bars and their holes">
            <h3>Bars and their holes</h3>
            {bars.length === 0 && <Quiet>No bar in this setup.</Quiet>}
            {bars.map((bar) => (
              <div key={bar.tool.offset}>
                <BarLine bar={bar} show={show} name={name} isPartly={partly.has(bar.tool.offset)} />
                {hole && stage.turret && (
                  <BarDrawing bar={bar} hole={hole} stockDiameter={2 * stage.blank.radius} show={show} />
                )}
              </div>
            ))}
          </section>
          <FrontForm {...loaded} />
        </ViewSide>
      </ViewMain>
    </ViewFrame>
  );
}

/** One bar against its hole: across, and along with what is left to its holder. */
function BarLine({
  bar: { tool, across, along, below, depth },
  show,
  name,
  isPartly,
}: {
  readonly bar: ReturnType<typeof barChecks>[number];
  readonly show: Show;
  readonly name: (offset: string) => string;
  readonly isPartly: boolean;
}) {
  return (
    <Line>
      <b>{name(tool.offset)}</b>{" "}
      {across === undefined ? (
        <Verdict $tone="quiet">
          <TriangleAlert size={16} aria-hidden="true" /> no hole recorded yet
        </Verdict>
      ) : across < 0 ? (
        <Verdict $tone="stop">
          <OctagonX size={16} aria-hidden="true" /> hole {show.length(-across)} too narrow
        </Verdict>
      ) : (
        <Verdict $tone="clear">
          <CircleCheck size={16} aria-hidden="true" /> {show.length(across)} room on the diameter
        </Verdict>
      )}
      <br />
      {along === undefined || depth === undefined ? (
        <Verdict $tone="quiet">
          <TriangleAlert size={16} aria-hidden="true" /> how deep it goes is not known
        </Verdict>
      ) : along < NEAR ? (
        <Verdict $tone="stop">
          <OctagonX size={16} aria-hidden="true" /> {show.length(depth)} deep, holder{" "}
          {along < 0 ? `${show.length(-along)} into the face` : "at the face"}
        </Verdict>
      ) : isPartly ? (
        <Verdict $tone="doubt">
          <TriangleAlert size={16} aria-hidden="true" /> {show.length(depth)} deep as far as the program was followed,{" "}
          {show.length(along)} left to the holder
        </Verdict>
      ) : (
        <Verdict $tone="clear">
          <CircleCheck size={16} aria-hidden="true" /> {show.length(depth)} deep, {show.length(along)} left to the
          holder
        </Verdict>
      )}
      {below !== undefined && below < 0 && (
        <>
          <br />
          <Verdict $tone="stop">
            <OctagonX size={16} aria-hidden="true" /> goes {show.length(-below)} deeper than the hole
          </Verdict>
        </>
      )}
    </Line>
  );
}

function RoomVerdict({
  room,
  words,
  isPartly,
}: {
  readonly room: number;
  readonly words: string;
  readonly isPartly: boolean;
}) {
  if (room < 0)
    return (
      <Verdict $tone="stop">
        <OctagonX size={16} aria-hidden="true" /> hits: {words}
      </Verdict>
    );
  return room < NEAR ? (
    <Verdict $tone="doubt">
      <TriangleAlert size={16} aria-hidden="true" /> close: {words}
    </Verdict>
  ) : isPartly ? (
    <Verdict $tone="doubt">
      <TriangleAlert size={16} aria-hidden="true" /> clear as far as the program was followed
    </Verdict>
  ) : (
    <Verdict $tone="clear">
      <CircleCheck size={16} aria-hidden="true" /> clear
    </Verdict>
  );
}

const Empty = styled.p`
  padding: 14px;
  color: ${color("quiet")};
`;
const Figure = styled.b`
  ${mono}
  font-size: ${size.text};
  white-space: nowrap;
`;
const Large = styled.div`
  display: grid;
  gap: 14px;
  figcaption { font-weight: 600; }
  figure > div { height: 260px; }
`;
const Line = styled.p`
  padding: 5px 0;
  border-top: 1px solid ${color("line")};
`;
