import { styled } from "styled-components";
import {
  AXIS_NAME,
  type Axis,
  directionOf,
  type MachineProfile,
  ONLY_ZONE,
  readoutSense,
} from "../../core/machine/index.ts";
import { color, size } from "../ui/tokens.ts";

const MEASURING: Readonly<Record<MachineProfile["measuring"], string>> = {
  overwrite: "overwrites the cell",
  add: "adds to the cell",
  "touched-dimension": "is told the touched dimension",
};

/** What is peculiar to this machine, to be read before anything moves. */
export function MachineFacts({ machine }: { readonly machine: MachineProfile }) {
  const { encoders, home, indexing, reckons, table, toolCall, setter, stations } = machine;
  const axes: readonly Axis[] = machine.yAxis ? ["x", "y", "z"] : ["x", "z"];
  const zone = machine.zones?.[0] ?? ONLY_ZONE;
  const facts: readonly (readonly [string, string | undefined])[] = [
    ...axes.map((axis): readonly [string, string] => [
      `${AXIS_NAME[axis]} plus`,
      directionOf(machine, zone, axis, readoutSense(zone, axis)).leads || "not recorded",
    ]),
    ["readout", `${machine.units}, X as ${machine.xShown}`],
    ["encoders", encoders === undefined ? undefined : ENCODERS[encoders]],
    ["home", home],
    ["indexing", indexing],
    ["measuring", `${MEASURING[machine.measuring]}${reckons ? `; ${reckoned(reckons)}` : ""}`],
    ["setter", setter === undefined ? undefined : `${setter.kind}, calibrated in ${setter.calibratedIn}`],
    ["offset table", table === undefined ? undefined : `${table.rows} rows: ${table.columns.join(", ")}`],
    ["tool call", toolCall === undefined ? undefined : CALLS[toolCall]],
    ["stations", stations === undefined ? undefined : String(stations.length)],
  ];
  return (
    <Fold>
      <summary data-word="open">
        <span>{machine.name}</span>
      </summary>
      <dl>
        {facts.map(
          ([name, value]) =>
            value !== undefined && (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ),
        )}
      </dl>
    </Fold>
  );
}

const ENCODERS = {
  incremental: "forget: send it home after power-up, some way off home first",
  absolute: "remember: must not be sent home",
} as const;
const CALLS = { "station-and-offset": "station, then offset", "offset-only": "offset alone" } as const;

function reckoned({ work, wear, workMustBeZero }: NonNullable<MachineProfile["reckons"]>): string {
  if (workMustBeZero) return "wants the work offset at 0 first";
  return `reckons with ${[work && "work offset", wear && "wear"].filter(Boolean).join(" and ") || "nothing active"}`;
}

const Fold = styled.details`
  border-block: 1px solid ${color("line")};
  font-size: ${size.small};
  > summary { display: flex; align-items: center; justify-content: space-between; min-height: 48px; padding: 4px 14px; cursor: pointer; }
  > summary::after { content: attr(data-word); color: ${color("measured")}; font-weight: 600; text-decoration: underline; }
  dl { display: grid; gap: 6px; padding: 4px 14px 12px; }
  dt { color: ${color("quiet")}; }
  dd { line-height: 1.25; }
`;
