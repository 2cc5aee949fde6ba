import { XMLParser, XMLValidator } from "fast-xml-parser";
import type { Axis } from "../../core/machine/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";

const FEED_FAULTS = [
  "unreachable",
  "timeout",
  "too-large",
  "redirected",
  "http-error",
  "cut-short",
  "not-xml",
  "broken-xml",
  "doctype",
  "not-mtconnect",
  "error-document",
  "no-device",
  "unavailable",
  "missing-axis",
  "not-a-number",
  "absurd",
  "ambiguous-axis",
  "units-unknown",
  "work-coordinates",
  "frozen",
] as const;
export type FeedFault = (typeof FEED_FAULTS)[number];
export type FeedRefusal = Refusal<string>;

/** What the probe says of one position: how to turn it into millimetres, and whose coordinates it is in. */
interface PositionItem {
  readonly factor: number | undefined;
  readonly units: string;
  readonly isMachine: boolean;
  readonly isActual: boolean;
}
export type ProbedItems = ReadonlyMap<string, PositionItem>;

export interface CurrentPosition {
  readonly instanceId: string;
  /** The feed's own time of this document, letter by letter. */
  readonly creationTime: string;
  readonly position: Readonly<Partial<Record<Axis, number>>>;
}

type Node = Readonly<Record<string, unknown>>;

const MILLIMETRES: Readonly<Record<string, number>> = { MILLIMETER: 1, INCH: 25.4, METER: 1000, CENTIMETER: 10 };
/** No axis of a lathe is this long. Millimetres. */
const LONGEST_AXIS = 100_000;

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: "",
  attributesGroupName: "is",
  textNodeName: "text",
  alwaysCreateTextNode: true,
  removeNSPrefix: true,
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: false,
});

const no = (code: FeedFault, message: string) => refused<FeedRefusal>({ code, message: `${message} Key the reading.` });

/** Well-formed XML of the wanted document, without a document type; anything else is refused with what it is. */
function read(xml: string, wanted: "MTConnectDevices" | "MTConnectStreams"): Answer<Node, FeedRefusal> {
  if (!xml.trimStart().startsWith("<")) return no("not-xml", "What the feed answers is not XML.");
  if (/<!DOCTYPE|<!ENTITY/i.test(xml))
    return no("doctype", "The feed's XML brings a document type, which is not read.");
  if (XMLValidator.validate(xml) !== true) return no("broken-xml", "The feed's XML is broken or cut short.");
  const root = parser.parse(xml) as Node;
  if ("MTConnectError" in root) return no("error-document", "The feed answers with an error.");
  const document = root[wanted];
  if (typeof document !== "object" || document === null)
    return no("not-mtconnect", "What the feed answers is not a position document.");
  return accepted(document as Node);
}

/** Position items of a probe document, by their id. */
export function readProbe(xml: string): Answer<ProbedItems, FeedRefusal> {
  const document = read(xml, "MTConnectDevices");
  if (!document.ok) return document;
  const items = new Map<string, PositionItem>();
  walk(document.value, (name, node) => {
    const { id, type, units = "", coordinateSystem = "MACHINE", subType = "ACTUAL" } = attributes(node);
    if (name !== "DataItem" || id === undefined || type?.toUpperCase() !== "POSITION") return;
    items.set(id, {
      units,
      factor: MILLIMETRES[units.toUpperCase()],
      isMachine: coordinateSystem.toUpperCase() === "MACHINE",
      isActual: subType.toUpperCase() === "ACTUAL",
    });
  });
  return accepted(items);
}

/** Present machine position of one device in millimetres, by what its probe said of the units. */
export function readCurrent(xml: string, items: ProbedItems, device: string): Answer<CurrentPosition, FeedRefusal> {
  const document = read(xml, "MTConnectStreams");
  if (!document.ok) return document;
  const streams: Node[] = [];
  let header: Readonly<Record<string, string>> = {};
  walk(document.value, (name, node) => {
    if (name === "DeviceStream") streams.push(node);
    if (name === "Header") header = attributes(node);
  });
  const stream = streams.length === 1 ? streams[0] : streams.find((one) => attributes(one).name === device);
  if (!stream || (streams.length === 1 && attributes(stream).name !== device))
    return no("no-device", `The feed does not speak of “${device}”.`);

  let refusal: Answer<CurrentPosition, FeedRefusal> | undefined;
  const found = new Map<Axis, number>();
  let inWork = false;
  walk(stream, (name, node, component) => {
    if (name === "Availability" && textOf(node) === "UNAVAILABLE")
      refusal = no("unavailable", "The feed says that the machine is not available.");
    if (name !== "Position" || refusal) return;
    const axis = axisOf(component);
    const item = items.get(attributes(node).dataItemId ?? "");
    if (!axis || !item?.isActual) return;
    if (!item.isMachine) {
      inWork = true;
      return;
    }
    const taken = position(axis, textOf(node), item);
    if (!taken.ok) refusal = taken;
    else if (found.has(axis) && found.get(axis) !== taken.value)
      refusal = no("ambiguous-axis", `The feed says two positions of ${axis.toUpperCase()}.`);
    else found.set(axis, taken.value);
  });
  if (refusal) return refusal;
  if (found.size === 0 && inWork)
    return no("work-coordinates", "The feed tells work coordinates only; the machine's own readout is wanted.");
  for (const axis of ["x", "z"] as const)
    if (!found.has(axis)) return no("missing-axis", `The feed has no machine position of ${axis.toUpperCase()}.`);
  const { instanceId = "", creationTime = "" } = header;
  return accepted({ instanceId, creationTime, position: Object.fromEntries(found) });
}

function position(axis: Axis, text: string, { factor, units }: PositionItem): Answer<number, FeedRefusal> {
  const name = axis.toUpperCase();
  if (text === "UNAVAILABLE") return no("unavailable", `The feed does not know where ${name} is.`);
  if (!/^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/.test(text) || !Number.isFinite(Number(text)))
    return no("not-a-number", `The feed's position of ${name} is not a number.`);
  if (factor === undefined)
    return no("units-unknown", `The feed gives ${name} in “${units.slice(0, 20)}”, which is unknown.`);
  const millimetres = Number(text) * factor;
  if (Math.abs(millimetres) > LONGEST_AXIS)
    return no("absurd", `The feed's position of ${name} is farther than any machine reaches.`);
  return accepted(millimetres);
}

/** X, Y or Z of a linear component; the first path's where several are numbered. */
function axisOf(component: Readonly<Record<string, string>>): Axis | undefined {
  if (component.component !== undefined && component.component !== "Linear") return undefined;
  return { X: "x", Y: "y", Z: "z", X1: "x", Y1: "y", Z1: "z" }[component.name?.toUpperCase() ?? ""] as Axis | undefined;
}

/** Visits every element with its name and the component that it belongs to. */
function walk(
  node: unknown,
  visit: (name: string, node: Node, component: Readonly<Record<string, string>>) => void,
  component: Readonly<Record<string, string>> = {},
): void {
  if (typeof node !== "object" || node === null) return;
  for (const [name, children] of Object.entries(node)) {
    if (name === "is" || name === "text") continue;
    for (const child of Array.isArray(children) ? children : [children]) {
      if (typeof child !== "object" || child === null) continue;
      const within = name === "ComponentStream" ? attributes(child as Node) : component;
      visit(name, child as Node, within);
      walk(child, visit, within);
    }
  }
}

const attributes = (node: Node): Readonly<Record<string, string>> =>
  (node.is as Record<string, string> | undefined) ?? {};
const textOf = (node: Node): string => String(node.text ?? "").trim();
