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
export const AXIS_NAME: Readonly<Record<Axis, string>> = { x: "X", y: "Y", z: "Z" };

declare const frame: unique symbol;

/** A position as the machine's own readout shows it (X as a diameter), before any offset. */
export type MachineReadout = number & { readonly [frame]: "machine" };

/** Declares a length in millimetres as what the machine's readout shows, X as a diameter. */
export const machineReadout = (length: number): MachineReadout => length as MachineReadout;
