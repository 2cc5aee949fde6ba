/**
 * A lathe as a heap of iron with a control on it: which body each drive moves and which way, where its counting begins,
 * how its control stores and reckons. Written from the physics and from nothing else in this repository: it is the judge
 * of what Luvrit says. True distances are millimetres in the part's own frame, X a radius: up from the centreline, and
 * away from what holds the part. What the control shows and stores is in its own unit and sense.
 */
export type AxisName = "x" | "y" | "z";
export const AXIS_NAMES: readonly AxisName[] = ["x", "y", "z"];
export type EachAxis<Value> = Readonly<Record<AxisName, Value>>;
export const each = <Value>(of: (axis: AxisName) => Value): EachAxis<Value> => ({ x: of("x"), y: of("y"), z: of("z") });

/** A drive: which body it moves, and which way that body goes in the part's frame while the display grows. */
interface ZoneDrive {
  readonly moves: "tool" | "part";
  readonly goes: 1 | -1;
}

export interface PhysicalZone {
  readonly id: string;
  readonly kind: "turret" | "post" | "gang" | "cross" | "sub-side" | "back" | "arm";
  readonly spindle: "main" | "sub";
  /** From which side of the centreline its turning tools cut: at plus X or at minus X. */
  readonly side: 1 | -1;
  readonly drives: EachAxis<ZoneDrive>;
  /** Programs count this axis up against the part's frame: Z plus into the part. */
  readonly countsAgainst: EachAxis<boolean>;
  /** The stored number of a tool falls where that of most machines grows. */
  readonly storesTurned: EachAxis<boolean>;
  /** A swivelling arm: whether the control carries the cutter's overhang, and its angle from Z, degrees. */
  readonly arm?: { readonly carries: boolean; readonly angle: number };
}

type MeasuringEntry = "overwritten" | "added-to" | "dimension-stated";

export interface PhysicalMachine {
  readonly unit: "mm" | "in";
  readonly xShows: "diameter" | "radius";
  readonly entry: MeasuringEntry;
  /** What its measuring function counts in, and whether it wants the work offset at 0 before. */
  readonly countsWork: boolean;
  readonly countsWear: boolean;
  readonly wantsWorkZero: boolean;
  readonly zones: readonly PhysicalZone[];
  /** Lowest and highest that its display can show, in its own unit. */
  readonly travel: EachAxis<readonly [number, number]>;
  /** Readings at which a tool of no length trips the setter's sides, in its own unit; undefined without a setter. */
  readonly setter: { readonly outside: number; readonly bore: number; readonly face: number } | undefined;
  readonly standardOverhang: number;
}

/** One last digit of the display. */
export const lastDigitOf = ({ unit }: Pick<PhysicalMachine, "unit">): number => (unit === "mm" ? 0.001 : 0.0001);

/** True millimetres that one of the display's units is on an axis: X may be shown as a diameter. */
export function millimetresOf({ unit, xShows }: Pick<PhysicalMachine, "unit" | "xShows">, axis: AxisName): number {
  const length = unit === "in" ? 25.4 : 1;
  return axis === "x" && xShows === "diameter" ? length / 2 : length;
}

/** How far the tool goes from the part, in the part's frame, while the display grows by one true millimetre. */
export function apart({ drives }: Pick<PhysicalZone, "drives">, axis: AxisName): 1 | -1 {
  const { moves, goes } = drives[axis];
  return moves === "tool" ? goes : (-goes as 1 | -1);
}
