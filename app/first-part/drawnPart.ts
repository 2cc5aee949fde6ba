import type { OffsetCorrection } from "../../core/correction/index.ts";
import { type Feature, hasGivenLimits, type SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import {
  generalTolerance,
  matchFeatures,
  type PartDimension,
  type PartSide,
  readLimits,
} from "../../core/part/index.ts";
import { shopTolerance, type WorkshopContents } from "../../core/workshop/index.ts";
import type { Show } from "../shell/useShow.ts";
import { drawnLimits } from "./drawnLimits.ts";
import { type DrawnLimits, SHOP_LIMITS } from "./limitsText.ts";

type ShopTolerance = WorkshopContents["tolerance"];

/** A dimension of the drawing with what is on record of it. Millimetres as the drawing counts. */
export interface DrawnDimension {
  readonly dimension: PartDimension;
  readonly feature: Feature | undefined;
  /** True where somebody gave its limits; general ones hold for every dimension. */
  readonly matters: boolean;
  /** True where the program gives another size now than the one on record. */
  readonly isChanged: boolean;
  /** On record, or by the general tolerances; undefined where nothing is said of such a size. */
  readonly limits: DrawnLimits | undefined;
  /** The axis whose offsets make it. */
  readonly axis: "x" | "z";
  /** As on the drawing: Ø 44, 18.0, M 20 × 1.5. */
  readonly title: string;
  /** What it is and what makes it, in words: bore, made by T4. */
  readonly about: string;
  /** The same with its size, for a screen reader. */
  readonly words: string;
  /** True where a gauge reads it: it is measured here. */
  readonly isMeasured: boolean;
}

/** The class of general tolerances that holds where the shop has none of its own. */
const GENERAL = "m";

/** What holds where a drawing gives no limits: the shop's own, or else the general tolerances. Millimetres; undefined where neither has any. */
function generalLimits({ kind, nominal }: PartDimension, shop: readonly ShopTolerance[]): DrawnLimits | undefined {
  const own = shopTolerance(shop, isOnX({ kind }) ? "diameter" : "length", nominal);
  const plusMinus = own ?? generalTolerance(nominal, GENERAL);
  if (plusMinus === undefined) return undefined;
  return { lower: -plusMinus, upper: plusMinus, by: own === undefined ? GENERAL : SHOP_LIMITS };
}

/** Limits on record; where the program makes another size now, the same fit or class as it is for that size. Undefined where that has none. */
function limitsOnRecord(
  { machine }: SetupView,
  dimension: PartDimension,
  { feature, isChanged }: { readonly feature: Feature; readonly isChanged: boolean },
  shop: readonly ShopTolerance[],
): DrawnLimits | undefined {
  const by = feature.limitsBy;
  if (!isChanged || by === undefined) return { ...drawnLimits(feature), by };
  if (by === SHOP_LIMITS) return generalLimits(dimension, shop);
  const isDiameter = isOnX(dimension);
  const limits = readLimits(by, dimension.nominal, { units: machine.units, isDiameter });
  return limits.ok ? limits.value : undefined;
}

const MEASURED: readonly PartDimension["kind"][] = ["diameter", "gauge", "length", "width", "overall"];

/** True where the dimension is a size on X: of a cylinder, or of a taper at a place along it. */
export const isOnX = ({ kind }: Pick<PartDimension, "kind">): boolean => kind === "diameter" || kind === "gauge";

/** Every dimension of a side of the part, and the dimensions on record that its program does not give. */
export function drawnDimensions(
  setup: SetupView,
  dimensions: readonly PartDimension[],
  shop: readonly ShopTolerance[],
  show: Show,
): { readonly drawn: readonly DrawnDimension[]; readonly others: readonly Feature[] } {
  const { matched, others } = matchFeatures(dimensions, setup.features);
  const drawn = dimensions.map((dimension): DrawnDimension => {
    const match = matched.get(dimension.key);
    return {
      dimension,
      feature: match?.feature,
      matters: match !== undefined && hasGivenLimits(match.feature),
      isChanged: match?.isChanged ?? false,
      limits: match ? limitsOnRecord(setup, dimension, match, shop) : generalLimits(dimension, shop),
      axis: isOnX(dimension) ? "x" : "z",
      title: titleOf(dimension, show),
      about: wordsOf(setup, dimension, ""),
      words: wordsOf(setup, dimension, ` ${titleOf(dimension, show).replace(/^Ø /, "")}`),
      isMeasured: MEASURED.includes(dimension.kind) && dimension.maker !== undefined,
    };
  });
  return { drawn, others };
}

function titleOf({ kind, nominal, second, side, thread, at, bit }: PartDimension, { amount }: Show): string {
  // As a drawing has it: without the noughts behind it.
  const size = (axis: "x" | "z", value: number) => String(Number(amount(axis, value)));
  switch (kind) {
    case "diameter":
      return `Ø ${size("x", nominal)}`;
    case "gauge":
      return `Ø ${size("x", nominal)} at ${size("z", Math.abs(at[0].z))}`;
    case "length":
    case "overall":
    case "width":
      return size("z", nominal);
    case "chamfer":
      return Math.abs((second ?? nominal) - nominal) < SAME
        ? `${size("z", nominal)} × 45°`
        : `${size("z", nominal)} × ${size("z", second ?? 0)}`;
    case "taper":
      return `${Number(nominal.toFixed(2))}°`;
    case "radius":
      return `R ${size("z", nominal)}`;
    case "thread":
      return `${side === "inner" ? "thread in Ø" : "thread Ø"} ${size("x", nominal)}${second === undefined ? "" : ` × ${size("z", second)}`}${thread ? `, ${size("z", thread.length)} long` : ""}${thread?.relief === undefined ? "" : `, relief ${size("z", thread.relief)}`}`;
    case "mark":
      if (!bit) return `driven tool at ${size("z", nominal)}`;
      if (bit.along === "z") return `Ø ${size("x", bit.diameter)}, ${size("z", nominal)} deep`;
      return Math.abs(at[0].z - at[1].z) < SAME
        ? `Ø ${size("x", bit.diameter)} across at ${size("z", nominal)}`
        : `Ø ${size("x", bit.diameter)} across, ${size("z", Math.abs(at[1].z))} to ${size("z", Math.abs(at[0].z))}`;
    default:
      return kind satisfies never;
  }
}
const SAME = 1e-3;

const KIND_WORDS: Readonly<Record<PartDimension["kind"], string>> = {
  diameter: "diameter",
  gauge: "diameter of the taper",
  length: "length from the face",
  width: "width",
  overall: "overall length",
  chamfer: "chamfer",
  taper: "taper",
  radius: "radius",
  thread: "thread",
  mark: "driven tool",
};

function wordsOf({ machine }: SetupView, dimension: PartDimension, size: string): string {
  const { kind, side, maker, from } = dimension;
  const what = kind === "diameter" && side === "inner" ? "bore" : KIND_WORDS[kind];
  const where = side === "inner" && kind !== "diameter" ? ", in the bore" : "";
  const by = maker ? `, made by ${toolNumber(machine, maker.offset)}` : "";
  const other = kind === "width" && from && from.offset !== maker?.offset;
  return `${what}${size}${where}${by}${other ? ` and ${toolNumber(machine, from.offset)}` : ""}`;
}

/** What the next part will measure where all corrections are made, as the drawing counts; undefined where nothing changes it. Millimetres. */
export function predictedNext(corrections: readonly OffsetCorrection[], feature: string): number | undefined {
  for (const { features, verdict, amount } of corrections) {
    const one = features.find(({ id }) => id === feature);
    if (one && verdict === "offset" && amount !== 0) return one.next;
  }
  return undefined;
}

/** What a part is drawn from, in words. */
export const partSource = ({ programRead }: Pick<SetupView, "programRead">): string =>
  programRead ? "the program" : "the typed steps";

/** The name of a part's drawing, for a screen reader. */
export const drawingName = ({ part, programRead }: SetupView): string =>
  programRead ? `Section of ${part}, as ${programRead.name} makes it` : `Section of ${part}, by its typed steps`;

/** The stock around a side of the part, millimetres: at the sub-spindle it is what was parted off, with nothing in front of Z0. */
export const drawnStock = (
  { stock }: SetupView,
  { works }: Pick<PartSide, "works">,
): { readonly radius: number; readonly front: number } => ({
  radius: (stock.measuredDiameter ?? stock.nominalDiameter) / 2,
  front: works === "main" ? stock.toFace : 0,
});
