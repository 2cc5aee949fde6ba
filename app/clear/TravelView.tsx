import { CircleCheck, OctagonX, TriangleAlert } from "lucide-react";
import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { type ToolTravel, type TravelResult, travelMargin } from "../../core/clearance/index.ts";
import {
  LATHE_AXES,
  type LatheAxis,
  mainZone,
  readoutSense,
  toolNumber,
  travelInZone,
  type Zone,
} from "../../core/machine/index.ts";
import { ToolHead } from "../shell/ToolHead.tsx";
import { showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { ViewTabs } from "../ui/Tabs.tsx";
import { color, mono, phone, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import type { ClearProps } from "./clearProps.ts";
import { ReachForm } from "./ReachForm.tsx";
import { TravelField } from "./TravelField.tsx";
import { barOf } from "./travelScene.ts";
import { useLeavesTravel } from "./useLeavesTravel.ts";

/** Every tool's extremes and retract against the travel, as bars to scale. */
export function TravelView({ travels, views, view, program, ...loaded }: ClearProps) {
  const { setup } = loaded;
  const [search] = useSearchParams();
  const chosen = travels.find(({ standing }) => standing.tool.offset === search.get("tool")) ?? travels[0];
  const { machine } = setup;
  const leaves = useLeavesTravel(
    setup,
    program,
    travels.some((one) => worst(one) > 0),
  );
  return (
    <ViewFrame>
      <ViewRail aria-label="Tools">
        <h2>Tools of this setup</h2>
        <ol>
          {travels.map((one) => (
            <li key={one.standing.tool.offset}>
              <Link
                to={`?view=travel&tool=${one.standing.tool.offset}`}
                replace
                preventScrollReset
                aria-current={one === chosen ? "true" : undefined}
              >
                <ToolHead setup={setup} tool={one.standing.tool} />
                <TravelVerdict travel={one} />
              </Link>
            </li>
          ))}
        </ol>
      </ViewRail>
      <ViewMain>
        <ViewCentre>
          <h1>Will it clear?</h1>
          <ViewTabs name="What is looked at" views={views} view={view} />
          <Bars>
            <caption>
              Machine travel, with what the program asks of every tool and its own offset. The striped ends are the room
              kept: {showFor(machine).length(travelMargin(setup))} {machine.units}.
            </caption>
            <thead>
              <tr>
                <th scope="col">Tool</th>
                {LATHE_AXES.map((axis) => (
                  <th key={axis} scope="col">
                    <Ends>
                      <span>{travelEnd(setup, axis, 0)}</span>
                      <b>{axis.toUpperCase()} travel</b>
                      <span>{travelEnd(setup, axis, 1)}</span>
                    </Ends>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {travels.map((one) => (
                <tr key={one.standing.tool.offset} data-current={one === chosen || undefined}>
                  <th scope="row">{toolNumber(machine, one.standing.tool.offset)}</th>
                  {LATHE_AXES.map((axis) => (
                    <td key={axis}>
                      <TravelBar setup={setup} travel={one} axis={axis} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Bars>
          <TravelField setup={setup} travels={travels} chosen={chosen} />
        </ViewCentre>
        {chosen && (
          <ViewSide>
            <h2>
              {toolNumber(machine, chosen.standing.tool.offset)} {chosen.standing.tool.tool.description}
            </h2>
            <TravelNumbers setup={setup} travel={chosen} />
            <LeavesLines
              setup={setup}
              travel={chosen}
              lines={leaves?.filter(({ offset }) => offset === chosen.standing.tool.offset) ?? []}
            />
            <ReachForm key={chosen.standing.tool.offset} {...loaded} travel={chosen} />
          </ViewSide>
        )}
      </ViewMain>
    </ViewFrame>
  );
}

/** An end of the travel as the readout shows it. */
function travelEnd({ machine }: ClearProps["setup"], axis: LatheAxis, end: 0 | 1): string {
  const zone = mainZone(machine);
  const [low, high] = travelInZone(machine, axis, zone) ?? [0, 0];
  const isTurned = readoutSense(zone, axis) < 0;
  return showFor(machine).axis(axis, (end === 0) === isTurned ? high : low, "readout", zone);
}

/** The same stretch as the readout of its zone counts: lowest and highest as they are shown. */
function asShown(zone: Zone, axis: LatheAxis, result: TravelResult | undefined): TravelResult | undefined {
  if (!result || result.low === null || result.high === null || readoutSense(zone, axis) > 0) return result;
  return { ...result, low: -result.high, high: -result.low };
}

const worst = ({ x, z }: ToolTravel) => Math.max(x?.excess ?? 0, z?.excess ?? 0);

function TravelVerdict({ travel }: { readonly travel: ToolTravel }) {
  if (!travel.x)
    return (
      <Verdict $tone="quiet">
        <TriangleAlert size={16} aria-hidden="true" /> {travel.standing.lacks}
      </Verdict>
    );
  if (travel.reach.source === "none")
    return (
      <Verdict $tone="quiet">
        <TriangleAlert size={16} aria-hidden="true" /> its ways are not known
      </Verdict>
    );
  return worst(travel) > 0 ? (
    <Verdict $tone="stop">
      <OctagonX size={16} aria-hidden="true" /> runs out of travel
    </Verdict>
  ) : travel.reach.atLeast ? (
    <Verdict $tone="doubt">
      <TriangleAlert size={16} aria-hidden="true" /> within travel as far as the program was followed
    </Verdict>
  ) : (
    <Verdict $tone="clear">
      <CircleCheck size={16} aria-hidden="true" /> within travel
    </Verdict>
  );
}

/** One axis of one tool: where it goes, to scale, and by how much it would not fit. */
function TravelBar({
  setup,
  travel,
  axis,
}: {
  readonly setup: ClearProps["setup"];
  readonly travel: ToolTravel;
  readonly axis: LatheAxis;
}) {
  const result = travel[axis];
  const { machine } = setup;
  const { zone } = travel.standing.tool;
  const bar = barOf(machine.travel[axis], travelMargin(setup), asShown(zone, axis, result));
  const show = showFor(machine);
  const words =
    !result || result.low === null || result.high === null
      ? "not known"
      : result.excess > 0
        ? `${show.amount(axis, result.excess)} ${machine.units} too far`
        : "";
  return (
    <Bar>
      <svg viewBox="0 0 400 30" preserveAspectRatio="none" aria-hidden="true">
        <rect x="0" y="11" width="400" height="8" fill={color("line")} />
        {bar.margins.map(([from, to]) => (
          <path
            key={from}
            d={`M${from} 7V23M${to} 7V23`}
            stroke={color("stock")}
            strokeWidth="1"
            strokeDasharray="2 2"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {bar.within && (
          <rect
            x={bar.within[0]}
            y="5"
            width={Math.max(2, bar.within[1] - bar.within[0])}
            height="20"
            fill={color("tool")}
          />
        )}
        {bar.beyond.map(([from, to]) => (
          <rect key={from} x={from} y="2" width={Math.max(4, to - from)} height="26" fill={color("stop")} />
        ))}
      </svg>
      {words !== "" && <span data-tone={result && result.excess > 0 ? "stop" : "quiet"}>{words}</span>}
    </Bar>
  );
}

function TravelNumbers({ setup, travel }: { readonly setup: ClearProps["setup"]; readonly travel: ToolTravel }) {
  const show = showFor(setup.machine);
  const { zone } = travel.standing.tool;
  return (
    <Numbers>
      <thead>
        <tr>
          <td />
          <th scope="col">X</th>
          <th scope="col">Z</th>
        </tr>
      </thead>
      <tbody>
        {(
          [
            ["machine, lowest", (axis: LatheAxis) => value(ends(axis)[0], axis, "readout")],
            ["machine, highest", (axis: LatheAxis) => value(ends(axis)[1], axis, "readout")],
            // Where it goes is not known: then neither is by how much too far.
            [
              "too far by",
              (axis: LatheAxis) => {
                const found = travel[axis];
                return found && found.low !== null ? show.amount(axis, found.excess) : "–";
              },
            ],
            ["largest retract, in the part", (axis: LatheAxis) => value(travel[axis]?.largestRetract, axis, "program")],
          ] as const
        ).map(([name, cell]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {LATHE_AXES.map((axis) => (
              <td key={axis}>{cell(axis)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Numbers>
  );
  /** Lowest and highest as the readout shows them: where it runs the other way the part's lowest is its highest. */
  function ends(axis: LatheAxis) {
    const { low, high } = travel[axis] ?? {};
    return readoutSense(zone, axis) < 0 ? [high, low] : [low, high];
  }
  function value(millimetres: number | null | undefined, axis: LatheAxis, crossing: "readout" | "program") {
    return millimetres === null || millimetres === undefined ? "–" : show.axis(axis, millimetres, crossing, zone);
  }
}

/** The lines that lead the tool too far, each with the coordinate that would still fit. */
function LeavesLines({
  setup,
  travel,
  lines,
}: {
  readonly setup: ClearProps["setup"];
  readonly travel: ToolTravel;
  readonly lines: NonNullable<ReturnType<typeof useLeavesTravel>>;
}) {
  const show = showFor(setup.machine);
  const { zone } = travel.standing.tool;
  if (lines.length === 0) return null;
  return (
    <section aria-label="Lines that lead too far">
      <h3>Where the program leaves the travel</h3>
      <Leaves>
        {lines.map(({ axis, line, text, fits }) => (
          <li key={axis}>
            <span>line {line}</span>
            <code>{text}</code>
            <span>
              {axis.toUpperCase()} fits as far as{" "}
              <b>
                {axis.toUpperCase()} {show.axis(axis, fits, "program", zone)}
              </b>
            </span>
          </li>
        ))}
      </Leaves>
    </section>
  );
}

const Leaves = styled.ul`
  display: grid;
  gap: 8px;
  margin-top: 6px;
  li { display: grid; gap: 2px; padding: 8px 10px; border-left: 4px solid ${color("stop")}; background: ${color("stopGround")}; }
  code, b { ${mono} font-size: ${size.text}; overflow-wrap: anywhere; }
`;
const Bars = styled.table`
  width: 100%;
  border-collapse: collapse;
  caption { padding-bottom: 8px; color: ${color("quiet")}; font-size: ${size.small}; text-align: left; }
  th { padding: 4px 8px 4px 0; text-align: left; }
  tbody th { ${mono} font-size: ${size.text}; }
  td { width: 47%; padding: 8px 6px; }
  tr[data-current] { background: ${color("selected")}; }
  ${phone} { table-layout: fixed; thead th:first-child { width: 52px; } caption { white-space: normal; } }
`;
const Ends = styled.span`
  display: flex;
  justify-content: space-between;
  padding: 0 6px;
  font-size: ${size.small};
  span { ${mono} font-weight: 400; }
  /* Its name above, and both ends below it. */
  ${phone} { flex-wrap: wrap; padding: 0; b { order: -1; flex: 1 0 100%; } span { letter-spacing: -0.06em; } }
`;
const Bar = styled.div`
  position: relative;
  min-height: 30px;
  svg { display: block; width: 100%; height: 30px; }
  span { position: absolute; right: 4px; top: 4px; padding: 0 6px; background: ${color("sheet")}; font-size: ${size.small}; font-weight: 700; }
  span[data-tone="stop"] { color: ${color("stop")}; }
  span[data-tone="quiet"] { color: ${color("quiet")}; font-weight: 400; }
`;
const Numbers = styled.table`
  width: 100%;
  border-collapse: collapse;
  th { padding: 5px 6px 5px 0; font-size: ${size.small}; font-weight: 400; text-align: left; }
  thead th { text-align: right; font-weight: 700; }
  td { padding: 5px 0 5px 6px; ${mono} text-align: right; }
  tr + tr { border-top: 1px solid ${color("line")}; }
`;
