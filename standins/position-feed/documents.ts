import type { Axis, MachineProfile } from "../../core/machine/index.ts";
import { AXES } from "../../core/machine/index.ts";
import { observe } from "../../sim/lathe/index.ts";
import type { FedPosition, LathePool, PooledLathe } from "./lathePool.ts";
import { BUFFER } from "./lathePool.ts";

/** Who serves, and when: handed in, so that a document depends on nothing else. */
export interface Served {
  readonly instanceId: number;
  readonly now: string;
}

const VERSION = "2.0";

/** What each lathe can tell: axes with their positions, spindle, tool, mode (the open MTConnect vocabulary). */
export function probeDocument(pool: LathePool, ids: readonly string[], served: Served): string {
  const devices = ids.flatMap((id) => {
    const lathe = pool.get(id);
    return lathe ? [device(id, lathe.state.config.machine)] : [];
  });
  return document("Devices", header(served, `bufferSize="${BUFFER}"`), `<Devices>${devices.join("")}</Devices>`);
}

function device(id: string, machine: MachineProfile): string {
  const native = machine.units === "in" ? "INCH" : "MILLIMETER";
  const linear = axesOf(machine).map((axis) => {
    const name = axis.toUpperCase();
    return (
      `<Linear id="${id}_${axis}" name="${name}"><DataItems>` +
      `<DataItem category="SAMPLE" id="${id}_${axis}_pos" type="POSITION" subType="ACTUAL" coordinateSystem="MACHINE" units="MILLIMETER" nativeUnits="${native}"/>` +
      "</DataItems></Linear>"
    );
  });
  const event = (item: string, type: string) => `<DataItem category="EVENT" id="${id}_${item}" type="${type}"/>`;
  return (
    `<Device id="${id}" name="${id}" uuid="luvrit-${id}"><DataItems>${event("avail", "AVAILABILITY")}</DataItems><Components>` +
    `<Axes id="${id}_axes"><Components>${linear.join("")}` +
    `<Rotary id="${id}_s" name="S"><DataItems><DataItem category="SAMPLE" id="${id}_speed" type="ROTARY_VELOCITY" units="REVOLUTION/MINUTE"/></DataItems></Rotary>` +
    `</Components></Axes><Controller id="${id}_ctrl"><Components><Path id="${id}_path"><DataItems>` +
    `${event("tool", "TOOL_NUMBER")}${event("mode", "CONTROLLER_MODE")}${event("exec", "EXECUTION")}` +
    `</DataItems></Path></Components></Controller></Components></Device>`
  );
}

/** Where every lathe stands now. */
export function currentDocument(pool: LathePool, ids: readonly string[], served: Served): string {
  const streams = ids.flatMap((id) => {
    const lathe = pool.get(id);
    const last = lathe?.observations.at(-1);
    return lathe && last ? [deviceStream(id, lathe, [last], true)] : [];
  });
  return streamsDocument(pool, streams, served);
}

/** What has moved since a sequence number. */
export function sampleDocument(
  pool: LathePool,
  ids: readonly string[],
  range: { from: number; count: number },
  served: Served,
): string {
  const streams = ids.flatMap((id) => {
    const lathe = pool.get(id);
    return lathe ? [deviceStream(id, lathe, pool.since(id, range.from, range.count), false)] : [];
  });
  return streamsDocument(pool, streams, served);
}

function streamsDocument(pool: LathePool, streams: readonly string[], served: Served): string {
  const next = pool.lastSequence + 1;
  const sequences = `bufferSize="${BUFFER}" firstSequence="${Math.max(1, next - BUFFER)}" lastSequence="${pool.lastSequence}" nextSequence="${next}"`;
  return document("Streams", header(served, sequences), `<Streams>${streams.join("")}</Streams>`);
}

function deviceStream(
  id: string,
  lathe: PooledLathe,
  observations: readonly FedPosition[],
  withEvents: boolean,
): string {
  const { machine } = lathe.state.config;
  const linear = axesOf(machine).map((axis) => {
    const samples = observations.map(
      ({ sequence, at, position }) =>
        `<Position dataItemId="${id}_${axis}_pos" subType="ACTUAL" sequence="${sequence}" timestamp="${at}">${position[axis]}</Position>`,
    );
    return `<ComponentStream component="Linear" componentId="${id}_${axis}" name="${axis.toUpperCase()}"><Samples>${samples.join("")}</Samples></ComponentStream>`;
  });
  const last = observations.at(-1) ?? lathe.observations.at(-1);
  const told = withEvents && last ? events(id, lathe, last) : "";
  return `<DeviceStream name="${id}" uuid="luvrit-${id}">${linear.join("")}${told}</DeviceStream>`;
}

function events(id: string, { state }: PooledLathe, { sequence, at }: FedPosition): string {
  const told = (item: string, element: string, value: string) =>
    `<${element} dataItemId="${id}_${item}" sequence="${sequence}" timestamp="${at}">${value}</${element}>`;
  const { mode } = observe(state);
  const execution = { hand: "READY", running: "ACTIVE", held: "FEED_HOLD", alarm: "STOPPED" }[mode];
  const speed = state.spindle.run === "off" ? 0 : state.spindle.rpm;
  return (
    `<ComponentStream component="Device" componentId="${id}" name="${id}"><Events>${told("avail", "Availability", "AVAILABLE")}</Events></ComponentStream>` +
    `<ComponentStream component="Rotary" componentId="${id}_s" name="S"><Samples>${told("speed", "RotaryVelocity", String(speed))}</Samples></ComponentStream>` +
    `<ComponentStream component="Path" componentId="${id}_path"><Events>` +
    told("tool", "ToolNumber", escaped(state.tools[state.station]?.offset ?? state.station)) +
    told("mode", "ControllerMode", mode === "hand" ? "MANUAL" : "MANUAL_DATA_INPUT") +
    told("exec", "Execution", execution) +
    "</Events></ComponentStream>"
  );
}

export function errorDocument(code: string, message: string, served: Served): string {
  return document(
    "Error",
    header(served, ""),
    `<Errors><Error errorCode="${code}">${escaped(message)}</Error></Errors>`,
  );
}

const header = ({ instanceId, now }: Served, more: string) =>
  `<Header creationTime="${now}" instanceId="${instanceId}" sender="luvrit-stand-in" version="${VERSION}" ${more}/>`;

const document = (kind: "Devices" | "Streams" | "Error", head: string, body: string) =>
  `<?xml version="1.0" encoding="UTF-8"?>\n<MTConnect${kind} xmlns="urn:mtconnect.org:MTConnect${kind}:${VERSION}">${head}${body}</MTConnect${kind}>\n`;

const axesOf = (machine: MachineProfile): readonly Axis[] =>
  AXES.filter((axis) => axis !== "y" || machine.yAxis === true);

const ESCAPES: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" };
const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => ESCAPES[sign] ?? sign);
