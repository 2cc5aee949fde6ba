import { XMLBuilder, XMLParser, XMLValidator } from "fast-xml-parser";
import type { OffsetTable, ToolOffsets } from "../offsets/index.ts";
import { type Answer, accepted } from "../refusal.ts";
import { decimalsOf, roundToResolution, type Unit, usualResolution } from "../units/index.ts";
import { multiply, type Ratio } from "../units/length/ratio.ts";
import { readDecimal } from "./decimal.ts";
import { dividedExactly, HALF, INCH, ONE, timesExactly } from "./exactFactor.ts";
import {
  type OffsetFileRefusal,
  type OffsetFormat,
  offsetName,
  refuseFile,
  type SaidOfFile,
  type WriteOptions,
} from "./offsetFile.ts";

/**
 * Cutting-tool assets of the open MTConnect vocabulary, version 1.7: one asset per offset, its control number as
 * ProgramToolNumber. X is twice the FunctionalWidth (WF, a radial length), Z the FunctionalLength (LF), the nose radius the
 * CornerRadius (RE). Lengths stand in millimetres as the vocabulary wants; `nativeUnits` says in which they were, and an
 * inch comes back to the last digit. What has no place there: wear, orientation, work offsets (docs/formats/mtconnect.md).
 */
const NAMESPACE = "urn:mtconnect.org:MTConnectAssets:1.7";
const MEASURES = [
  ["FunctionalWidth", "WF", "x", HALF],
  ["FunctionalLength", "LF", "z", ONE],
  ["CornerRadius", "RE", "noseRadius", ONE],
] as const;
const NATIVE: Readonly<Record<Unit, string>> = { mm: "MILLIMETER", in: "INCH" };
/** Elements nest eight deep in such a document; a file that nests far deeper is none. */
const DEEPEST = 40;

function write(table: OffsetTable, { rounding, title, at }: WriteOptions): string {
  const { units, tools } = table;
  const digit = table.resolution ?? usualResolution(units);
  const written = at ?? "1970-01-01T00:00:00Z";
  const round = (value: number) =>
    rounding === "none" ? value : Number(roundToResolution(value, digit).toFixed(decimalsOf(digit)));
  const measurements = (tool: ToolOffsets) =>
    Object.fromEntries(
      MEASURES.flatMap(([element, code, field, factor]) => {
        const value = field === "noseRadius" ? tool.noseRadius : tool.geometry[field];
        if (value === undefined) return [];
        return [
          [
            element,
            {
              "@code": code,
              "@units": NATIVE.mm,
              "@nativeUnits": NATIVE[units],
              "#text": timesExactly(round(value), inMillimetres(units, factor)),
            },
          ],
        ];
      }),
    );
  const asset = (tool: ToolOffsets) => ({
    "@assetId": `offset-${tool.offset}`,
    "@serialNumber": tool.offset,
    "@toolId": tool.offset,
    "@timestamp": written,
    CuttingToolLifeCycle: {
      CutterStatus: { Status: "AVAILABLE" },
      ProgramToolNumber: tool.offset,
      CuttingItems: { "@count": "1", CuttingItem: { "@indices": "1", Measurements: measurements(tool) } },
    },
  });
  const builder = new XMLBuilder({
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    format: true,
    indentBy: " ",
    suppressEmptyNode: true,
  });
  const xml: string = builder.build({
    "?xml": { "@version": "1.0", "@encoding": "UTF-8" },
    "?luvrit": { "@units": units },
    MTConnectAssets: {
      "@xmlns": NAMESPACE,
      Header: {
        "@creationTime": written,
        "@sender": title ?? "luvrit",
        "@instanceId": "1",
        "@version": "1.7",
        "@assetBufferSize": String(tools.length),
        "@assetCount": String(tools.length),
      },
      Assets: tools.length > 0 ? { CuttingTool: tools.map(asset) } : "",
    },
  });
  return xml.endsWith("\n") ? xml : `${xml}\n`;
}

const inMillimetres = (units: Unit, factor: Ratio) => (units === "in" ? multiply(INCH, factor) : factor);

type Node = Readonly<Record<string, unknown>>;
const isNode = (value: unknown): value is Node => typeof value === "object" && value !== null && !Array.isArray(value);
const nodesOf = (value: unknown): readonly Node[] => (Array.isArray(value) ? value : [value]).filter(isNode);

function read(text: string, said: SaidOfFile): Answer<OffsetTable, OffsetFileRefusal> {
  const plain = text.replace(/^\uFEFF/, "");
  if (/<!(DOCTYPE|ENTITY)/i.test(plain))
    return refuseFile("document-type", "A document type is not read: it can make a small file endless.");
  if (depthOf(plain) > DEEPEST) return refuseFile("syntax", "This document nests deeper than any list of tools.");
  const valid = XMLValidator.validate(plain);
  if (valid !== true) return refuseFile("syntax", `this is not XML (${valid.err.msg}).`, valid.err.line);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: "@",
    removeNSPrefix: true,
    parseTagValue: false,
    parseAttributeValue: false,
    alwaysCreateTextNode: true,
    trimValues: true,
  });
  let document: unknown;
  try {
    document = parser.parse(plain);
  } catch (cause) {
    // The parser's only way to say that a document is broken where its validator saw nothing.
    return refuseFile("syntax", `This is not XML (${(cause as Error).message}).`);
  }
  const root = isNode(document) ? document.MTConnectAssets : undefined;
  if (!isNode(root)) return refuseFile("unrecognised", "This XML holds no MTConnect assets.");
  const native = new Set<Unit>();
  const hint = isNode(document) && isNode(document["?luvrit"]) ? document["?luvrit"]["@units"] : undefined;
  if (hint === "mm" || hint === "in") native.add(hint);
  const assets = nodesOf(root.Assets).flatMap((assets) => nodesOf(assets.CuttingTool));
  // The unit of the table first: numbers are read exactly in it.
  for (const asset of assets)
    for (const item of measuredIn(asset))
      for (const [element] of MEASURES)
        for (const one of nodesOf(item[element])) {
          const unit = unitNamed(one["@nativeUnits"] ?? one["@units"]);
          if (unit) native.add(unit);
        }
  const units = native.size === 1 ? [...native][0] : (said.units ?? (native.size > 1 ? "mm" : undefined));
  if (units === undefined) return refuseFile("units-missing", "The assets name no units: say whether it is mm or in.");
  if (said.units !== undefined && native.size > 0 && !native.has(said.units))
    return refuseFile("units-differ", `The assets are in ${units}, and ${said.units} was said of the file.`);
  const tools = new Map<string, ToolOffsets>();
  for (const asset of assets) {
    const [life] = nodesOf(asset.CuttingToolLifeCycle);
    const told = textOf(life?.ProgramToolNumber) ?? asset["@toolId"];
    const offset = offsetName(String(told ?? "").trim());
    if (offset === undefined)
      return refuseFile("not-a-number", `The tool number “${String(told ?? "").slice(0, 40)}” is none from 1 to 9999.`);
    if (tools.has(offset)) return refuseFile("twice", `Offset ${offset} stands twice.`);
    const values: { x?: number; z?: number; noseRadius?: number } = {};
    for (const item of measuredIn(asset))
      for (const [element, , field, factor] of MEASURES)
        for (const one of nodesOf(item[element])) {
          if (values[field] !== undefined) continue;
          const digits = textOf(one) ?? "";
          if (readDecimal(digits) === undefined)
            return refuseFile(
              "not-a-number",
              `${element} of offset ${offset} is “${digits.slice(0, 40)}”, not a number.`,
            );
          // The vocabulary's own unit is the millimetre.
          const isInch = unitNamed(one["@units"]) === "in";
          const length = isInch ? multiply(INCH, factorTo(units)) : factorTo(units);
          values[field] = dividedBy(digits, length, factor);
        }
    const { x, z, noseRadius } = values;
    if (noseRadius !== undefined && noseRadius < 0)
      return refuseFile("syntax", `The radius of offset ${offset} is negative.`);
    tools.set(offset, {
      offset,
      geometry: { ...(x !== undefined && { x }), ...(z !== undefined && { z }) },
      wear: {},
      ...(noseRadius !== undefined && { noseRadius }),
    });
  }
  return accepted({ ...said, units, tools: [...tools.values()], work: [] });
}

/** One unit of the table's, in millimetres, upside down: what a length in millimetres is multiplied by. */
const factorTo = (units: Unit): Ratio =>
  units === "in" ? { numerator: INCH.denominator, denominator: INCH.numerator } : ONE;
const dividedBy = (digits: string, length: Ratio, factor: Ratio): number => {
  const by = multiply(factor, { numerator: length.denominator, denominator: length.numerator });
  return dividedExactly(digits, by);
};

/** Where measurements can stand: of the tool, and of each of its cutting items, those first. */
function measuredIn(asset: Node): readonly Node[] {
  const [life] = nodesOf(asset.CuttingToolLifeCycle);
  const items = nodesOf(life?.CuttingItems).flatMap((items) => nodesOf(items.CuttingItem));
  return [...items.flatMap((item) => nodesOf(item.Measurements)), ...nodesOf(life?.Measurements)];
}

function unitNamed(value: unknown): Unit | undefined {
  if (value === NATIVE.mm) return "mm";
  return value === NATIVE.in ? "in" : undefined;
}

function textOf(value: unknown): string | undefined {
  if (typeof value === "string") return value;
  const [node] = nodesOf(value);
  return typeof node?.["#text"] === "string" ? node["#text"] : undefined;
}

/** How deep elements nest, counted before anything builds a tree of them. */
function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  // From one `<` to the next `>`: a pattern over both would look for the end of each `<` in all of the rest.
  for (let from = text.indexOf("<"); from >= 0; ) {
    const to = text.indexOf(">", from);
    if (to < 0) break;
    const isElement = /[A-Za-z_/]/.test(text[from + 1] ?? "");
    const isClosing = text[from + 1] === "/";
    const isWhole = text[to - 1] === "/";
    from = text.indexOf("<", to);
    if (!isElement || isWhole) continue;
    depth += isClosing ? -1 : 1;
    deepest = Math.max(deepest, depth);
    if (deepest > DEEPEST) break;
  }
  return deepest;
}

export const MTCONNECT: OffsetFormat = {
  name: "mtconnect",
  words: "MTConnect cutting-tool assets (XML)",
  ending: ".xml",
  mediaType: "application/xml; charset=utf-8",
  numbers: "equation",
  holds: ["geometry.x", "geometry.z", "noseRadius", "units"],
  holdsWork: () => false,
  write,
  read,
  looksLike: (text) => /^\uFEFF?\s*</.test(text),
};
