/** Axes on which a tool is touched off, in the order in which they are listed. X is always a diameter inside the core. */
export const AXES = ["x", "y", "z"] as const;
export type Axis = (typeof AXES)[number];

/** The axes that every lathe has: values of these are never absent where a lathe has values at all. */
export const LATHE_AXES = ["x", "z"] as const satisfies readonly Axis[];
export type LatheAxis = (typeof LATHE_AXES)[number];

/** An axis in a form, an entry or a file. */
export const axisSchema = { type: "string", enum: AXES } as const;
export const latheAxisSchema = { type: "string", enum: LATHE_AXES } as const;

/** Capital letter as a setter writes it. */
export const AXIS_NAME: { readonly [Of in Axis]: Uppercase<Of> } = { x: "X", y: "Y", z: "Z" };

/** Something of every axis. */
export type PerAxis<Value> = Readonly<Record<Axis, Value>>;
/** The same, each worked out from its axis; in the unit that `of` gives. */
export const perAxis = <Value>(of: (axis: Axis) => Value): PerAxis<Value> =>
  Object.fromEntries(AXES.map((axis) => [axis, of(axis)])) as unknown as PerAxis<Value>;

/** An object with something of each axis in a form, an entry or a file; `required` lists the axes that must be there. */
export const perAxisSchema = <const Value, const Required extends readonly Axis[]>(value: Value, required: Required) =>
  ({
    type: "object",
    additionalProperties: false,
    required,
    properties: perAxis<Value>(() => value),
  }) as const;

/** Name of the wear of an axis in a row of a control's table: `wearX`. */
export type WearField<Of extends Axis = Axis> = `wear${Uppercase<Of>}`;
/** The field of an axis; without unit. */
export const wearField = <Of extends Axis>(axis: Of) => `wear${AXIS_NAME[axis]}` as WearField<Of>;

/** True for the name of an axis, in lower case. */
export const isAxis = (name: string | undefined): name is Axis =>
  (AXES as readonly (string | undefined)[]).includes(name);
/** True for an axis that every lathe has. */
export const isLatheAxis = (axis: Axis): axis is LatheAxis => (LATHE_AXES as readonly Axis[]).includes(axis);
/** Axes as tables list them: those of every lathe first. */
export const TABLE_AXES: readonly Axis[] = [...LATHE_AXES, ...AXES.filter((axis) => !isLatheAxis(axis))];

/** A way along an axis as a machine's profile names it: `xPlus`. */
export type AxisWay = `${Axis}${"Plus" | "Minus"}`;
/** Schemas of words for each of them; the words say where it leads, without a unit. */
export const axisWays = <const Value>(value: Value) =>
  Object.fromEntries(AXES.flatMap((axis) => [`${axis}Plus`, `${axis}Minus`].map((way) => [way, value]))) as Readonly<
    Record<AxisWay, Value>
  >;

declare const frame: unique symbol;

/** A position as the machine's own readout shows it (X as a diameter), before any offset. */
export type MachineReadout = number & { readonly [frame]: "machine" };

/** Declares a length in millimetres as what the machine's readout shows, X as a diameter. */
export const machineReadout = (length: number): MachineReadout => length as MachineReadout;
