import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import { awayFromWork, type TouchField } from "../../core/limits/index.ts";
import { AXIS_NAME, type Axis, directionOf, nearSide, partHolder, toolHolder } from "../../core/machine/index.ts";
import { type Edge, familyOf, isLive, wholeChoice } from "../../core/tool/index.ts";
import type { Quantity } from "../../core/touch/index.ts";

/** A touch as the words need it: what is touched with what, on which axis, how. */
export interface Told {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
}

const isBore = ({ tool }: Told) => familyOf(tool.tool) === "bore";

export function wayName(way: TouchWay, axis: Axis): string {
  switch (way) {
    case "skim":
      return "Skim and measure";
    case "paper":
      return "Paper or shim";
    case "block":
      return "Block or pin";
    case "scratch":
      return axis === "x" ? "Scratch a known size" : "Bare touch";
    case "centre":
      return "On centre, swept";
    case "side":
      return "Side of the shank";
    case "setter":
      return "Setter";
    case "slide":
      return axis === "x" ? "Slide to the bar" : "Slide to the bar end";
    case "preset":
      return "Call, then jog in";
    case "pull":
      return "Pull the bar out";
    case "eye":
      return "By eye";
  }
}

export interface FieldWords {
  /** Short name under the field. */
  readonly caption: string;
  /** Its name inside a screen reader's full name. */
  readonly spoken: string;
  readonly quantity: Quantity;
  readonly prefix?: string;
}

export function fieldWords(told: Told, field: TouchField): FieldWords {
  const { axis, way } = told;
  const name = AXIS_NAME[axis];
  switch (field) {
    case "machine":
      return way === "setter"
        ? {
            caption: "machine at the setter",
            spoken: "machine position at the setter",
            quantity: "machine",
            prefix: name,
          }
        : way === "centre"
          ? { caption: "machine on centre", spoken: "machine position on centre", quantity: "machine", prefix: name }
          : { caption: "machine at contact", spoken: "machine position at contact", quantity: "machine", prefix: name };
    case "size":
      return sizeWords(told);
    case "spacer": {
      const what =
        way === "block"
          ? "block or pin, size"
          : way === "preset"
            ? "paper not jogged through"
            : "paper or shim, thickness";
      return { caption: what, spoken: what, quantity: "spacer" };
    }
    case "trigger":
      return {
        caption: "calibrated trigger",
        spoken: "calibrated trigger position",
        quantity: "measured",
        prefix: name,
      };
    case "commanded":
      return way === "preset"
        ? { caption: "called to", spoken: "called to", quantity: "machine", prefix: axis === "x" ? "Ø" : name }
        : {
            caption: "machine stands at",
            spoken: "machine stands at",
            quantity: "machine",
            prefix: axis === "x" ? "Ø" : name,
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

function sizeWords(told: Told): FieldWords {
  const { axis, way, setup, tool } = told;
  const words = (caption: string, prefix: string, spoken = caption): FieldWords => ({
    ...{ caption, spoken, prefix },
    quantity: "measured",
  });
  if (axis === "y") return words("bar diameter", "Ø");
  if (axis === "x") {
    if (isBore(told)) return words(way === "skim" ? "measured bore" : "known bore", "Ø");
    if (way === "slide") return words("bar as measured", "Ø");
    return words(way === "skim" ? "measured diameter" : "known diameter", "Ø");
  }
  if (setup.school === "datum-face") return words("from the datum face", "Z");
  if (wholeChoice(tool.tool, axis, tool.choice[axis]).stand === "behind")
    return words("rear face, from the front face", "Z");
  return words("stock still to face", "Z", "stock still to be faced");
}

/** How to make contact, in a sentence or two. */
export function instruction(told: Told): string {
  const { axis, way, tool } = told;
  const live = isLive(tool.tool) ? " Turn a tooth to the point of contact first." : "";
  switch (way) {
    case "skim":
      if (axis === "z")
        return "Light facing cut, back off along X only. What is cut now is Z0, or this much in front of it.";
      return isBore(told)
        ? "Light cut in the bore, back off along Z only, spindle stopped, measure with the bore gauge."
        : "Light cut on the outside, back off along Z only, spindle stopped, measure.";
    case "paper":
      return `Creep in until the paper drags, then grips. ${axis === "x" ? "It counts twice on the diameter." : `On ${AXIS_NAME[axis]} it counts once.`}${live}`;
    case "block":
      return `Block between tool and part, on clean metal, until it just slides. ${axis === "x" ? "It counts twice on the diameter." : `On ${AXIS_NAME[axis]} it counts once.`}`;
    case "scratch":
      return axis === "x"
        ? `Turn the spindle, creep in until the tip just marks a diameter that you know.${live}`
        : `Creep in until it just touches, nothing in between.${live}`;
    case "centre":
      return axis === "x"
        ? `Holder swept true in the spindle: what the machine reads now is centre. Sweep the holder, not the ${toolHolder(tool.zone)}'s own seat.`
        : "Swept or indicated on the spindle's axis: what the machine reads now is Y0.";
    case "side":
      return "The shank's side touches the outside with a paper between: its axis is one diameter farther. Counts its diameter and twice the paper.";
    case "setter":
      return `${isLive(tool.tool) ? "Turn the cutter backwards. " : ""}Finest jog step for the last approach, or it is pressed too deep. Move clear before indexing, then park the setter.`;
    case "slide":
      if (tool.zone.arm)
        return `Machine at the bar's ${axis === "x" ? "diameter" : "end"}, no tool offset active. Slide the cutter until it meets the bar, and clamp it.`;
      return axis === "x"
        ? "Machine at the bar's diameter, no tool offset active. Slide the loose tool to the bar and clamp it. An overhang that you measure counts instead of the bar, twice."
        : "Machine at Z0, no tool offset active. Slide the loose holder to the faced bar end and clamp it.";
    case "preset":
      return "Call it with its retreat, feed override at zero. Wheel in until the paper drags; going on by its thickness leaves 0 to count.";
    case "pull":
      return "The tool is parked at a known Z. Loosen, pull the bar out until it meets the tool, clamp. The face is set, not the tool.";
    case "eye":
      return "Line it up by eye. Good only where nothing depends on it; it is kept as such on record.";
  }
}

/** Which way the handwheel turns after contact on this machine, and what the other way would do. */
export function backOff({ setup, tool, axis, way }: Told): { readonly first: string; readonly why: string } {
  const { machine } = setup;
  const say = (along: Axis, towards: 1 | -1, only: boolean) => {
    const { name, leads } = directionOf(machine, tool.zone, along, towards);
    return `Back off: ${name}${only ? " only" : ""}${leads ? `, ${leads}` : ""}.`;
  };
  const stand = wholeChoice(tool.tool, axis, tool.choice[axis]).stand;
  if (way === "centre") return { first: say("z", 1, false), why: "Clear of the part before anything indexes." };
  if (axis === "x" && way === "skim")
    return { first: say("z", 1, true), why: "X must not move until the diameter is in." };
  if (axis === "x") {
    const away = awayFromWork(tool, "x");
    const wrong = directionOf(machine, tool.zone, "x", -away as 1 | -1).name;
    return { first: say("x", away, false), why: `${wrong} would press the tip into the part.` };
  }
  if (axis === "z" && way === "skim")
    return {
      first: say("x", tool.zone.from === "minus" ? -1 : 1, true),
      why: "Z must not move until the face is in.",
    };
  const away = stand === "behind" || stand === "minus" ? -1 : 1;
  const wrong = directionOf(machine, tool.zone, axis, -away as 1 | -1).name;
  return { first: say(axis, away, false), why: `${wrong} would press the tool into the part.` };
}

/** The short caution of this moment. */
export function caution({ setup, way, tool }: Pick<Told, "setup" | "way" | "tool">): string {
  switch (way) {
    case "skim":
      return "Spindle stopped and in a safe mode before anybody measures.";
    case "setter":
      return "Move clear before every index; setter parked or taken off.";
    case "preset":
      return "First call: feed override at zero, finger on feed hold.";
    case "scratch":
      return "Door shut before the spindle turns; no glove or rag near it.";
    case "slide":
      return "Spindle stopped; both spanners with the same hand.";
    case "paper":
    case "block":
    case "centre":
    case "side":
    case "pull":
    case "eye":
      return isLive(tool.tool)
        ? "Spindle and live drive stopped before a hand goes in."
        : partHolder(setup.machine, tool.zone) === "chuck"
          ? "Spindle stopped, chuck key out, before a hand goes in."
          : "Spindle stopped before a hand goes in.";
  }
}

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
export const barOf = ({ stock }: Pick<SetupView, "stock">): number => stock.measuredDiameter ?? stock.nominalDiameter;
