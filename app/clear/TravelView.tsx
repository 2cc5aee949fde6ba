import { CircleCheck, OctagonX, TriangleAlert } from "lucide-react";
import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { type ToolTravel, type TravelAxis, travelMargin } from "../../core/clearance/index.ts";
import { toolNumber } from "../../core/frame/index.ts";
import { ToolHead } from "../frame/ToolHead.tsx";
import { showFor } from "../frame/useShow.ts";
import { Verdict, ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide, ViewTabs } from "../frame/ViewFrame.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import type { ClearProps } from "./clearProps.ts";
import { ReachForm } from "./ReachForm.tsx";
import { barOf } from "./travelScene.ts";

const AXES: readonly TravelAxis[] = ["x", "z"];

/** Every tool's extremes and retract against the travel, as bars to scale. */
export function TravelView({ travels, views, view, ...loaded }: ClearProps) {
  const { setup } = loaded;
  const [search] = useSearchParams();
  const chosen = travels.find(({ standing }) => standing.tool.offset === search.get("tool")) ?? travels[0];
  const { machine } = setup;
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
          <ViewTabs name="What is looked at" {...{ views, view }} />
          <Bars>
            <caption>
              Machine travel, with what the program asks of every tool and its own offset. The striped ends are the room
              kept: {showFor(machine).length(travelMargin(setup))} {machine.units}.
            </caption>
            <thead>
              <tr>
                <th scope="col">Tool</th>
                {AXES.map((axis) => (
                  <th key={axis} scope="col">
                    <Ends>
                      <span>{showFor(machine).axis(axis, machine.travel[axis][0] ?? 0, "readout")}</span>
                      <b>{axis.toUpperCase()} travel</b>
                      <span>{showFor(machine).axis(axis, machine.travel[axis][1] ?? 0, "readout")}</span>
                    </Ends>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {travels.map((one) => (
                <tr key={one.standing.tool.offset} data-current={one === chosen || undefined}>
                  <th scope="row">{toolNumber(machine, one.standing.tool.offset)}</th>
                  {AXES.map((axis) => (
                    <td key={axis}>
                      <TravelBar setup={setup} travel={one} axis={axis} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </Bars>
        </ViewCentre>
        {chosen && (
          <ViewSide>
            <h2>
              {toolNumber(machine, chosen.standing.tool.offset)} {chosen.standing.tool.tool.description}
            </h2>
            <TravelNumbers setup={setup} travel={chosen} />
            <ReachForm key={chosen.standing.tool.offset} {...loaded} travel={chosen} />
          </ViewSide>
        )}
      </ViewMain>
    </ViewFrame>
  );
}

const worst = ({ x, z }: ToolTravel) => Math.max(x?.excess ?? 0, z?.excess ?? 0);

function TravelVerdict({ travel }: { readonly travel: ToolTravel }) {
  if (!travel.x)
    return (
      <Verdict $tone="quiet">
        <TriangleAlert size={16} aria-hidden="true" /> no offset yet
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
  readonly axis: TravelAxis;
}) {
  const result = travel[axis];
  const { machine } = setup;
  const bar = barOf(machine.travel[axis], travelMargin(setup), result);
  const show = showFor(machine);
  const words =
    !result || result.low === null || result.high === null
      ? "not known"
      : result.excess > 0
        ? `${show.axis(axis, result.excess, "readout").replace(/^[−-]/, "")} ${machine.units} too far`
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
            ["machine, lowest", (axis: TravelAxis) => value(travel[axis]?.low, axis, "readout")],
            ["machine, highest", (axis: TravelAxis) => value(travel[axis]?.high, axis, "readout")],
            ["too far by", (axis: TravelAxis) => value(travel[axis]?.excess, axis, "readout")],
            [
              "largest retract, in the part",
              (axis: TravelAxis) => value(travel[axis]?.largestRetract, axis, "program"),
            ],
          ] as const
        ).map(([name, cell]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            {AXES.map((axis) => (
              <td key={axis}>{cell(axis)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Numbers>
  );
  function value(millimetres: number | null | undefined, axis: TravelAxis, crossing: "readout" | "program") {
    return millimetres === null || millimetres === undefined ? "–" : show.axis(axis, millimetres, crossing, zone);
  }
}

const Bars = styled.table`
  width: 100%;
  border-collapse: collapse;
  caption { padding-bottom: 8px; color: ${color("quiet")}; font-size: ${size.small}; text-align: left; }
  th { padding: 4px 8px 4px 0; text-align: left; }
  tbody th { ${mono} font-size: ${size.text}; }
  td { width: 47%; padding: 8px 6px; }
  tr[data-current] { background: ${color("selected")}; }
`;
const Ends = styled.span`
  display: flex;
  justify-content: space-between;
  padding: 0 6px;
  font-size: ${size.small};
  span { ${mono} font-weight: 400; }
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
