import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import { awayFromWork } from "../../core/limits/index.ts";
import { AXIS_NAME, type Axis, directionOf, nearSide, partHolder } from "../../core/machine/index.ts";
import { type Edge, familyOf, isLive, type TouchField, wayOf, wholeChoice } from "../../core/tool/index.ts";
import type { Quantity } from "../../core/touch/index.ts";

/** A touch as the words need it: what is touched with what, on which axis, how. */
export interface TouchInWords {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
}

const isBore = ({ tool }: TouchInWords) => familyOf(tool.tool) === "bore";

export const wayName = (way: TouchWay, axis: Axis): string => wayOf(way).name(axis);

interface FieldWords {
  /** Short name under the field. */
  readonly caption: string;
  /** Its name inside a screen reader's full name. */
  readonly spoken: string;
  readonly quantity: Quantity;
  readonly prefix?: string;
}

export function fieldWords(told: TouchInWords, field: TouchField): FieldWords {
  return { ...usualWords(told, field), ...wayOf(told.way).captions?.[field] };
}

function usualWords(told: TouchInWords, field: TouchField): FieldWords {
  const name = AXIS_NAME[told.axis];
  switch (field) {
    case "machine":
      return {
        caption: "machine at contact",
        spoken: "machine position at contact",
        quantity: "machine",
        prefix: name,
      };
    case "size":
      return sizeWords(told);
    case "spacer":
      return { caption: "paper or shim, thickness", spoken: "paper or shim, thickness", quantity: "spacer" };
    case "trigger":
      return {
        caption: "calibrated trigger",
        spoken: "calibrated trigger position",
        quantity: "measured",
        prefix: name,
      };
    case "commanded":
      return {
        caption: "machine stands at",
        spoken: "machine stands at",
        quantity: "machine",
        prefix: told.axis === "x" ? "Ø" : name,
      };
    case "overhang":
      return { caption: "overhang, seat to tip", spoken: "overhang", quantity: "tool" };
    case "old":
      return { caption: "setting before", spoken: "setting before", quantity: "machine", prefix: name };
    case "retreat":
      return { caption: "retreat, with its sign", spoken: "retreat", quantity: "machine", prefix: name };
    case "jog":
      return {
        caption: "jogged to contact, with its sign",
        spoken: "jogged to contact",
        quantity: "machine",
        prefix: name,
      };
  }
}

function sizeWords(told: TouchInWords): FieldWords {
  const { axis, way, setup, tool } = told;
  const { size } = wayOf(way);
  const words = (caption: string, prefix: string, spoken = caption): FieldWords => ({
    caption,
    spoken,
    prefix,
    quantity: "measured",
  });
  if (axis === "y") return words("bar diameter", "Ø");
  if (axis === "x") {
    if (isBore(told)) return words(size === "measured" ? "measured bore" : "known bore", "Ø");
    if (size === "bar") return words("bar as measured", "Ø");
    return words(size === "measured" ? "measured diameter" : "known diameter", "Ø");
  }
  if (setup.school === "datum-face") return words("from the datum face", "Z");
  if (wholeChoice(tool.tool, axis, tool.choice[axis]).stand === "behind")
    return words("rear face, from the front face", "Z");
  return words("stock still to face", "Z", "stock still to be faced");
}

/** How to make contact, in a sentence or two. */
export const instruction = ({ axis, way, tool }: TouchInWords): string =>
  wayOf(way).instruction({ axis, tool: tool.tool, zone: tool.zone });

/** Which way the handwheel turns after contact on this machine, and what the other way would do. */
export function backOff({ setup, tool, axis, way }: TouchInWords): { readonly first: string; readonly why: string } {
  const { machine } = setup;
  const say = (along: Axis, towards: 1 | -1, only: boolean) => {
    const { name, leads } = directionOf(machine, tool.zone, along, towards);
    return `Back off: ${name}${only ? " only" : ""}${leads ? `, ${leads}` : ""}.`;
  };
  const stand = wholeChoice(tool.tool, axis, tool.choice[axis]).stand;
  if (wayOf(way).against === "centre")
    return { first: say("z", 1, false), why: "Clear of the part before anything indexes." };
  const isCut = wayOf(way).meets.includes("cut");
  if (axis === "x" && isCut) return { first: say("z", 1, true), why: "X must not move until the diameter is in." };
  if (axis === "x") {
    const away = awayFromWork(tool, "x");
    const wrong = directionOf(machine, tool.zone, "x", -away as 1 | -1).name;
    return { first: say("x", away, false), why: `${wrong} would press the tip into the part.` };
  }
  if (axis === "z" && isCut)
    return {
      first: say("x", tool.zone.from === "minus" ? -1 : 1, true),
      why: "Z must not move until the face is in.",
    };
  const away = stand === "behind" || stand === "minus" ? -1 : 1;
  const wrong = directionOf(machine, tool.zone, axis, -away as 1 | -1).name;
  return { first: say(axis, away, false), why: `${wrong} would press the tool into the part.` };
}

/** The short caution of this moment. */
export function caution({ setup, way, tool }: Pick<TouchInWords, "setup" | "way" | "tool">): string {
  const own = wayOf(way).caution;
  if (own) return own;
  if (isLive(tool.tool)) return "Spindle and live drive stopped before a hand goes in.";
  return partHolder(setup.machine, tool.zone) === "chuck"
    ? "Spindle stopped, chuck key out, before a hand goes in."
    : "Spindle stopped before a hand goes in.";
}

/** How a second offset follows from the first, which programs this edge: a width on either way, half of it from the middle. */
export const madeFrom = (first: Edge | undefined): string =>
  `X is the first one's, Z differs from the first one's by ${first === "centre" ? "half the width" : "the width"}`;

/** An edge as the people at this machine say it: next to its chuck, its guide bush, its sub-spindle. */
export function edgeName(edge: Edge, machine: SetupView["machine"], zone: ToolView["zone"]): string {
  switch (edge) {
    case "left":
      return nearSide(machine, zone);
    case "centre":
      return "middle";
    case "right":
      return "far side";
    case "inner":
      return "inner wall";
    case "outer":
      return "outer wall";
    case "point":
      return "point";
    case "corner":
      return "full-diameter corner";
  }
}

/** Diameter of the bar as far as it is known: what a gauge reads when a tool is touched on it. */
export const gaugedDiameter = ({ stock }: Pick<SetupView, "stock">): number =>
  stock.measuredDiameter ?? stock.nominalDiameter;
