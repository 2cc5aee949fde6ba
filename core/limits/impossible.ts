import type { SetupView, ToolView } from "../ledger/index.ts";
import { AXIS_NAME, type Axis, lastDigit, readoutSense, stationOf, toControl, travelInZone } from "../machine/index.ts";
import { contactTool, type EdgeChoice, entersBore, familyOf, wayOf, wholeChoice } from "../tool/index.ts";
import { formatLength, formatMillimetres } from "../units/index.ts";
import { largestRetreat } from "./retreat.ts";
import type { ImpossibleCode, ImpossibleTouch, TouchFacts } from "./touchFacts.ts";

type Setup = Pick<SetupView, "machine" | "stock" | "hole" | "school">;
type Say = (field: ImpossibleTouch["field"], code: ImpossibleCode, message: string) => void;

/**
 * What cannot be, as opposed to what is unlikely: a readout outside the machine's travel, a diameter larger than the
 * stock (as measured, or nominal plus its oversize), a bar that does not go into the hole, an edge that cannot reach the
 * face, a spacer without thickness, a retreat that leaves the travel, an overhang that the slot does not let through, a
 * setter calibrated in other units. What is not known yet is passed over. At most one for each field; an empty list when
 * the touch is possible.
 */
export function impossibilities(setup: Setup, view: ToolView, touch: TouchFacts): readonly ImpossibleTouch[] {
  const found = new Map<ImpossibleTouch["field"], ImpossibleTouch>();
  const say: Say = (field, code, message) => {
    if (!found.has(field)) found.set(field, { field, code, message });
  };
  const write = (millimetres: number) => formatMillimetres(millimetres, setup.machine.units);
  toolItself(view, touch, say, write);
  readout(setup, view, touch, say);
  if (touch.axis === "z") face(setup, view, touch, say);
  else diameter(setup, view, touch, say, write);
  spacer(touch, say);
  overhang(setup, view, touch, say, write);
  retreat(setup, view, touch, say, write);
  return [...found.values()];
}

type Write = (millimetres: number) => string;

function toolItself({ tool, zone }: ToolView, { axis, way, choice }: TouchFacts, say: Say, write: Write): void {
  const contact = contactTool(tool, axis, way, choice, zone.from);
  if (!contact.ok) say("choice", "bad-edge", contact.refusal.message);
  if ("groove" in tool && tool.groove !== undefined && tool.width > tool.groove)
    say(
      "choice",
      "wider-than-groove",
      `This blade (${write(tool.width)}) is wider than the groove that it makes (${write(tool.groove)}). Mount a narrower one.`,
    );
}

function readout({ machine }: Setup, { zone }: ToolView, { axis, numbers }: TouchFacts, say: Say): void {
  const travel = travelInZone(machine, axis, zone);
  if (numbers.machine === undefined || !travel) return;
  const shown = (millimetres: number) =>
    formatLength(toControl(machine, axis, millimetres, "readout", zone), lastDigit(machine, axis));
  const [from, to] = readoutSense(zone, axis) < 0 ? [travel[1], travel[0]] : travel;
  if (numbers.machine < travel[0] || numbers.machine > travel[1])
    say(
      "machine",
      "outside-travel",
      `${AXIS_NAME[axis]} ${shown(numbers.machine)} lies outside this machine's travel (${shown(from)} to ${shown(to)} ${machine.units}). Check the sign and the decimal point.`,
    );
}

function diameter({ stock, hole }: Setup, { tool }: ToolView, touch: TouchFacts, say: Say, write: Write): void {
  const { size } = touch.numbers;
  const bar = entersBore(tool) && touch.axis === "x" ? tool : undefined;
  if (bar && hole && bar.smallestBore > hole.diameter)
    say(
      "choice",
      "larger-than-hole",
      `This bar enters a bore of ${write(bar.smallestBore)} and larger; the hole is ${write(hole.diameter)}. Drill larger, or mount a thinner bar.`,
    );
  if (size === undefined || wayOf(touch.way).against === "centre") return;
  const largest = stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize;
  const why =
    stock.measuredDiameter === undefined
      ? `nominal ${write(stock.nominalDiameter)} and up to ${write(stock.oversize)} oversize`
      : "as measured";
  if (size <= 0) say("size", "no-size", "A diameter is above 0. Type what the micrometer reads.");
  else if (bar && size >= largest)
    say(
      "size",
      "larger-than-stock",
      `This bore (${write(size)}) would be larger than the stock (${write(largest)}, ${why}). Check for a decimal point.`,
    );
  else if (size > largest)
    say(
      "size",
      "larger-than-stock",
      `This diameter (${write(size)}) would be larger than the stock (${write(largest)}, ${why}). Check for a decimal point.`,
    );
  else if (bar && size < bar.smallestBore)
    say(
      "size",
      "larger-than-hole",
      `This bar enters a bore of ${write(bar.smallestBore)} and larger, not one of ${write(size)}. Check what was measured.`,
    );
  else if (bar && hole && size < hole.diameter - HOLE_UNDER)
    say(
      "size",
      "smaller-than-hole",
      `This bore (${write(size)}) would be smaller than the hole that is there (${write(hole.diameter)}). Check what was measured, or the hole on record.`,
    );
}

/** A hole can measure so much less than its drill, and than it was recorded with; millimetres. */
const HOLE_UNDER = 0.05;

function face(
  { school }: Pick<SetupView, "school">,
  { tool }: ToolView,
  { axis, choice, numbers: { size } }: TouchFacts,
  say: Say,
): void {
  // From a datum face every face of the part lies somewhere in front.
  if (size === undefined || school === "datum-face") return;
  const { stand } = wholeChoice(tool, axis, choice);
  if (stand === "behind" && size >= 0)
    say(
      "size",
      "not-behind-face",
      "A face that one stands behind lies inside the part: type how far from the finished face, without a sign.",
    );
  if (stand !== "behind" && size < 0 && familyOf(tool) !== "face-groove")
    say(
      "size",
      "behind-face",
      "Stock still to be faced cannot be less than 0. Type 0 when the finished face has been cut.",
    );
}

function spacer({ way, numbers }: TouchFacts, say: Say): void {
  if (numbers.spacer === undefined) return;
  if (numbers.spacer < 0)
    say("spacer", "negative-thickness", "A spacer cannot be thinner than nothing. Type its thickness without a sign.");
  // After a preset call the paper may have been jogged through: then nothing is left to count.
  else if (numbers.spacer === 0 && wayOf(way).method === "surface" && wayOf(way).spacers.length > 0)
    say(
      "spacer",
      "no-thickness",
      wayOf(way).spacers.includes("block")
        ? "A block or pin has a size. Type it."
        : "A paper or shim has a thickness. Measure it, or choose a way without one.",
    );
}

function overhang({ machine }: Setup, view: ToolView, { way, numbers }: TouchFacts, say: Say, write: Write): void {
  if (wayOf(way).against === "setter" && machine.setter && machine.setter.calibratedIn !== machine.units)
    say(
      "trigger",
      "calibrated-in-other-units",
      `The setter was calibrated in ${machine.setter.calibratedIn}, this control works in ${machine.units}. Calibrate it again, or touch another way.`,
    );
  const longest = stationOf(machine, view.station)?.longestOverhang;
  const stands = numbers.overhang;
  if (wayOf(way).method !== "slide" || stands === undefined) return;
  if (stands <= 0) say("overhang", "no-size", "An overhang is above 0. Measure from the seat to the tip.");
  else if (longest !== undefined && stands > longest)
    say(
      "overhang",
      "overhang-beyond-slot",
      `Station ${view.station} lets ${write(longest)} of overhang through, not ${write(stands)}. Push the tool back or use another slot.`,
    );
}

function retreat(setup: Setup, view: ToolView, touch: TouchFacts, say: Say, write: Write): void {
  const { old, retreat: amount, commanded } = touch.numbers;
  if (wayOf(touch.way).method !== "preset" || amount === undefined) return;
  const away = awayFromWork(view, touch.axis, touch.choice);
  if (amount * away < 0)
    say("retreat", "retreat-towards-work", "This retreat leads towards the work. A retreat leads away from it.");
  if (old === undefined || commanded === undefined) return;
  const isAcross = touch.axis === "x" && view.zone.from === "minus";
  const room = largestRetreat(setup.machine, touch.axis, view.zone, {
    old,
    called: isAcross && commanded > 0 ? -commanded : commanded,
    work: view.work[touch.axis] ?? 0,
    away,
  });
  if (room !== undefined && amount * away > room)
    say(
      "retreat",
      "retreat-beyond-travel",
      room <= 0
        ? "Even without a retreat this call leaves the travel. Check the old setting."
        : `This retreat leaves the travel: an over-travel alarm would follow. At most ${write(room)} fits.`,
    );
}

/** Direction of the part's frame that leads away from the work for this tool on this axis; behind a face it is minus. */
export function awayFromWork(
  { tool, zone }: Pick<ToolView, "tool" | "zone">,
  axis: Axis,
  choice: EdgeChoice = {},
): 1 | -1 {
  if (axis !== "x") {
    const { stand } = wholeChoice(tool, axis, choice);
    return stand === "behind" || stand === "minus" ? -1 : 1;
  }
  const outward = zone.from === "minus" ? -1 : 1;
  return familyOf(tool) === "bore" ? (-outward as 1 | -1) : outward;
}
