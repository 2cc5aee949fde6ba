import { XMLParser } from "fast-xml-parser";
import type { ReactElement } from "react";
import { renderToString } from "react-dom/server";
import { createRoutesStub } from "react-router";

/** An element of a page as a person meets it: its name, what it is called, and the words in it. */
export interface Part {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly parts: readonly (Part | string)[];
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: "",
  allowBooleanAttributes: true,
  trimValues: false,
  parseTagValue: false,
  parseAttributeValue: false,
  htmlEntities: true,
  unpairedTags: ["input", "br", "img", "hr", "link", "meta"],
  processEntities: true,
});

/** Draws a component of the application without a browser, at an address, and gives the page to be read. */
export function drawn(component: ReactElement, address = "/"): Part {
  const Stub = createRoutesStub([{ path: "*", id: "page", Component: () => component }]);
  return partOf(renderToString(<Stub initialEntries={[address]} />));
}

/** A page from its markup, scripts and styles left out. */
export function partOf(html: string): Part {
  const words = html.replaceAll(/<!--[\s\S]*?-->/g, "").replaceAll(/<(script|style)\b[\s\S]*?<\/\1>/g, "");
  return { tag: "page", attributes: {}, parts: partsOf(parser.parse(`<page>${words}</page>`)) };
}

function partsOf(nodes: readonly Readonly<Record<string, unknown>>[]): readonly (Part | string)[] {
  return nodes.flatMap((node): readonly (Part | string)[] => {
    if ("#text" in node) return [String(node["#text"])];
    const tag = Object.keys(node).find((key) => key !== ":@");
    if (tag === undefined || tag.startsWith("#")) return [];
    const attributes = (node[":@"] ?? {}) as Readonly<Record<string, string>>;
    return [{ tag, attributes, parts: partsOf(node[tag] as readonly Readonly<Record<string, unknown>>[]) }];
  });
}

/** Every element below, in the order of the page. */
export function all(part: Part): readonly Part[] {
  return part.parts.flatMap((one) => (typeof one === "string" ? [] : [one, ...all(one)]));
}

/** The words of an element, drawings left out. */
export function wordsOf(part: Part | string): string {
  if (typeof part === "string") return part;
  if (part.tag === "svg" || part.tag === "style") return "";
  const words = part.parts.map(wordsOf).join(BLOCKS.includes(part.tag) ? " " : "");
  return (BLOCKS.includes(part.tag) ? ` ${words} ` : words).replace(/\s+/g, " ");
}
const BLOCKS = [
  "p",
  "div",
  "dt",
  "dd",
  "li",
  "tr",
  "td",
  "th",
  "small",
  "b",
  "output",
  "span",
  "section",
  "label",
  "h1",
  "h2",
  "h3",
];

export const labelled = (page: Part, label: string | RegExp): Part | undefined =>
  all(page).find(({ attributes }) => {
    const name = attributes["aria-label"] ?? "";
    return typeof label === "string" ? name === label : label.test(name);
  });

export const byId = (page: Part, testId: string): Part | undefined =>
  all(page).find(({ attributes }) => attributes["data-testid"] === testId);

/** A number as it stands on a page; undefined where none stands there. */
export function numberIn(words: string): number | undefined {
  const found = words.replaceAll("−", "-").match(/[+-]?\d+(?:\.\d+)?|[+-]?\.\d+/);
  return found ? Number(found[0]) : undefined;
}
