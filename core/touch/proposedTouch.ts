import { cuts, faceIsMade, type SetupView, type ToolView, type TouchRecord } from "../ledger/index.ts";
import { isLatheAxis } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { familyOf, type SpacerKind, setterSide, type TouchField, wayOf, wholeChoice } from "../tool/index.ts";
import { typedLength, withUnit } from "../units/index.ts";
import { standardOverhang } from "./touchFields.ts";
import { asTypedForControl, type TouchTask, type TypedTouch } from "./typedTouch.ts";

/**
 * What a field can be filled with from what is known already, so that no number is typed twice: the diameter that was
 * skimmed last, the spacer that was used last, the hole, the calibrated trigger, the old setting, a face that is
 * finished. What was typed in another unit than `sizeUnit` brings its unit along. Empty where nothing is known.
 */
export function proposedTouch(
  setup: SetupView,
  view: ToolView,
  task: Pick<TouchTask, "axis" | "way" | "sizeUnit" | "choice">,
  spacers: readonly ShopSpacer[] = [],
): TypedTouch {
  const proposed: Partial<Record<TouchField, string>> = {};
  for (const field of wayOf(task.way).fields(task.axis, view.zone)) proposed[field] = propose(setup, view, task, field);
  // A block or pin is chosen each time; a shop's paper is always the same.
  const isPaper = wayOf(task.way).spacers.includes("paper");
  const own =
    proposed.spacer === "" && isPaper ? spacers.find(({ kind }) => wayOf(task.way).spacers.includes(kind)) : undefined;
  if (own) proposed.spacer = typedLength(own.thickness, task.sizeUnit);
  return proposed;
}

/** A spacer of the shop as it was measured once; thickness in millimetres. */
export interface ShopSpacer {
  readonly name: string;
  readonly kind: SpacerKind;
  readonly thickness: number;
}

/**
 * The shop's spacer that a touch was made with: of its way, as thick as was typed. `thickness` in millimetres;
 * undefined where the shop has none such.
 */
export function spacerUsed(
  spacers: readonly ShopSpacer[],
  way: TouchTask["way"],
  thickness: number | undefined,
): ShopSpacer | undefined {
  return spacers.find(
    (one) =>
      wayOf(way).spacers.includes(one.kind) &&
      thickness !== undefined &&
      Math.abs(one.thickness - thickness) < TOLERANCES.sameLength,
  );
}

/** True where the thickness that is proposed is that of an earlier touch this way, which may have been another spacer. Without a unit. */
export const carriesSpacer = ({ tools }: Pick<SetupView, "tools">, way: TouchTask["way"]): boolean =>
  wayOf(way).method !== "preset" &&
  tools.some(({ x, y, z }) => [x, y, z].some((one) => one?.way === way && (one.typed.spacer ?? "") !== ""));

function propose(
  setup: SetupView,
  view: ToolView,
  task: Pick<TouchTask, "axis" | "way" | "sizeUnit" | "choice">,
  field: TouchField,
): string {
  const { axis, way, sizeUnit } = task;
  const touches = setup.tools
    .flatMap(({ x, y, z }) => [x, y, z])
    .filter((touch): touch is TouchRecord => touch !== undefined)
    .sort((a, b) => b.seq - a.seq);
  const asTyped = (touch: TouchRecord | undefined, name: "size" | "spacer") => {
    const text = touch?.typed[name];
    if (!touch || text === undefined) return "";
    const unit = touch.typed.sizeUnit ?? setup.machine.units;
    return unit === sizeUnit ? text : withUnit(text, unit);
  };
  const inSizes = (millimetres: number) => typedLength(millimetres, sizeUnit);
  /** As the display shows it for a tool that works at minus X. */
  const far = (text: string) => (axis === "x" && view.zone.from === "minus" && text !== "" ? `-${text}` : text);
  const isBore = familyOf(view.tool) === "bore";
  const knownSize = () => {
    if (axis === "z") {
      if (way === "scratch") return "0";
      return wholeChoice(view.tool, axis, task.choice ?? {}).stand === "behind" ? "" : endOfPart();
    }
    if (wayOf(way).size === "measured") return "";
    if (isBore) return setup.hole ? inSizes(setup.hole.diameter) : "";
    const skimmed = touches.find(
      (one) => one.axis === "x" && wayOf(one.way).size === "measured" && !isBoreTouch(setup, one),
    );
    if (skimmed) return asTyped(skimmed, "size");
    const { measuredDiameter, nominalDiameter } = setup.stock;
    return wayOf(way).method !== "surface" || measuredDiameter !== undefined
      ? inSizes(measuredDiameter ?? nominalDiameter)
      : "";
  };
  /**
   * How far the end that is touched stands in front of Z0: as the latest touch on it said; else 0 on a face that is made, and the
   * stock to be faced on a raw end. Of the part in the sub-spindle, what it is longer than it should be.
   */
  const endOfPart = () => {
    const { partLength, face, rechucked, stock } = setup;
    // Touched on a face of the machine, which is where it is.
    if (setup.school === "datum-face") return "0";
    if (view.zone.works === "sub") return partLength?.goOn ? inSizes(partLength.length - partLength.nominal) : "0";
    const isMade = faceIsMade(setup);
    const since = Math.max(rechucked?.seq ?? 0, face?.seq ?? 0);
    const latest = touches.find(
      (one) => one.axis === "z" && one.seq > since && one.typed.size !== undefined && isOnEnd(setup, one),
    );
    if (latest) return asTyped(latest, "size");
    return isMade || cuts(way) ? "0" : inSizes(stock.toFace);
  };
  switch (field) {
    case "size":
      return knownSize();
    case "commanded":
      return wayOf(way).method === "slide" && axis === "x" && setup.stock.measuredDiameter === undefined
        ? far(inSizes(setup.stock.nominalDiameter))
        : far(knownSize());
    case "spacer":
      if (wayOf(way).method === "preset") return "0";
      return asTyped(
        touches.find((touch) => touch.way === way),
        "spacer",
      );
    case "overhang":
      return proposedOverhang(setup, view, axis, inSizes);
    case "trigger": {
      const setter = setup.machine.setter;
      if (!setter) return "";
      if (!isLatheAxis(axis)) return "";
      return asTypedForControl(setup, view, axis, field, setter[setterSide(view.tool, axis)]);
    }
    case "old": {
      const before = view[axis]?.exact ?? view.control?.[axis];
      return before === undefined ? "" : asTypedForControl(setup, view, axis, field, before);
    }
    // Read or felt there and then: nothing is known before.
    case "machine":
    case "retreat":
    case "jog":
      return "";
  }
}

/** An arm's cutter stands out along Z as along X; any other tool is slid to the standard overhang of its slot. */
function proposedOverhang(
  setup: SetupView,
  view: ToolView,
  axis: TouchTask["axis"],
  inSizes: (millimetres: number) => string,
): string {
  const standard = axis === "z" ? (view.x?.overhang ?? standardOverhang(setup, view)) : standardOverhang(setup, view);
  return standard === undefined ? "" : inSizes(standard);
}

/** A touch on the end of the main spindle's bar, and not on a shoulder behind a blade. */
function isOnEnd({ tools }: SetupView, touch: TouchRecord): boolean {
  const tool = tools.find(({ offset }) => offset === touch.offset);
  return tool?.zone.works === "main" && wayOf(touch.way).against === "surface" && touch.stand !== "behind";
}

function isBoreTouch({ tools }: SetupView, touch: TouchRecord): boolean {
  const tool = tools.find(({ offset }) => offset === touch.offset);
  return tool !== undefined && familyOf(tool.tool) === "bore";
}
