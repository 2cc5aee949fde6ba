/** Axes on which a tool is touched off. X is always a diameter inside the core. */
export type Axis = "x" | "y" | "z";

/** Capital letter as a setter writes it. */
export const AXIS_NAME: Readonly<Record<Axis, string>> = { x: "X", y: "Y", z: "Z" };

declare const frame: unique symbol;

/** A position as the machine's own readout shows it (X as a diameter), before any offset. */
export type MachineReadout = number & { readonly [frame]: "machine" };

/** A position in the part's own frame: X0 on the spindle centreline, Z0 on the finished face, +Z away from the chuck. */
export type PartCoordinate = number & { readonly [frame]: "part" };

export const machineReadout = (length: number): MachineReadout => length as MachineReadout;
export const partCoordinate = (length: number): PartCoordinate => length as PartCoordinate;
