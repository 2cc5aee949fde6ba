import {
  type AxisName,
  apart,
  type EachAxis,
  lastDigitOf,
  millimetresOf,
  type PhysicalMachine,
  type PhysicalZone,
} from "./machine.ts";

/** A number as a control keeps it: to its last digit, halves away from zero. */
function toDigit(machine: Pick<PhysicalMachine, "unit">, number: number): number {
  const digits = 1 / lastDigitOf(machine);
  const rounded = Math.sign(number) * Math.floor(Math.abs(number) * digits + 0.5 + 1e-6);
  return rounded === 0 ? 0 : rounded / digits;
}

/** A tool in the machine: where its programmed point truly is from where the zone's slide stands at display 0. */
export interface Seat {
  readonly zone: PhysicalZone;
  /** True millimetres in the part's frame, X a radius. */
  readonly place: EachAxis<number>;
}

interface Row {
  readonly geometry: Record<AxisName, number>;
  readonly wear: Record<AxisName, number>;
}

/** The control with its machine: what it holds, where its slides stand, and what that truly means. */
export class PhysicalControl {
  readonly machine: PhysicalMachine;
  /** Tools by the offset that calls them. */
  readonly seats: Map<string, Seat>;
  readonly rows = new Map<string, Row>();
  readonly works = new Map<string, Record<AxisName, number>>();
  activeWork = "G54";
  /** The offset that is active; undefined while none is. */
  activeOffset: string | undefined;
  /** The offset whose tool stands at the part, active or not. */
  standing = "";
  readonly display: Record<AxisName, number> = { x: 0, y: 0, z: 0 };
  /** The bar can be pulled or chucked anew: its finished face then stands elsewhere, along the main spindle. */
  faceMoved = 0;

  constructor(machine: PhysicalMachine, seats: ReadonlyMap<string, Seat>) {
    this.machine = machine;
    this.seats = new Map(seats);
  }

  row(offset: string): Row {
    const found = this.rows.get(offset) ?? { geometry: { x: 0, y: 0, z: 0 }, wear: { x: 0, y: 0, z: 0 } };
    this.rows.set(offset, found);
    return found;
  }
  work(name: string): Record<AxisName, number> {
    const found = this.works.get(name) ?? { x: 0, y: 0, z: 0 };
    this.works.set(name, found);
    return found;
  }
  private seat(): Seat {
    const seat = this.seats.get(this.standing);
    if (!seat) throw new Error(`no tool stands under offset ${this.standing}`);
    return seat;
  }

  /** Brings a tool to the part, its offset active or not. */
  call(offset: string, isActive = true): void {
    this.standing = offset;
    this.activeOffset = isActive ? offset : undefined;
  }

  /** Where the programmed point truly is, in the frame of the part that this zone works. */
  truePlace(axis: AxisName): number {
    const { zone, place } = this.seat();
    const moved = axis === "z" && zone.spindle === "main" ? this.faceMoved : 0;
    return apart(zone, axis) * this.display[axis] * millimetresOf(this.machine, axis) - place[axis] - moved;
  }

  /** Puts the slide where the programmed point truly stands there, as near as the display's last digit allows. */
  putAt(axis: AxisName, where: number): void {
    const { zone, place } = this.seat();
    const moved = axis === "z" && zone.spindle === "main" ? this.faceMoved : 0;
    const counts = (apart(zone, axis) * (where + place[axis] + moved)) / millimetresOf(this.machine, axis);
    this.display[axis] = toDigit(this.machine, counts);
  }

  /** How a stored number of this tool counts: part's frame, true millimetres for one of the display's units. */
  private stored(axis: AxisName): number {
    const { zone } = this.seat();
    return (zone.storesTurned[axis] ? -1 : 1) * millimetresOf(this.machine, axis);
  }

  /** Where the control believes the programmed point to be, true millimetres. */
  private believed(
    axis: AxisName,
    counted: { readonly work: boolean; readonly wear: boolean; readonly geometry: boolean },
  ) {
    const { zone } = this.seat();
    const row = this.activeOffset === undefined ? undefined : this.row(this.activeOffset);
    const start = counted.work ? this.work(this.activeWork)[axis] : 0;
    const length = (counted.geometry ? (row?.geometry[axis] ?? 0) : 0) + (counted.wear ? (row?.wear[axis] ?? 0) : 0);
    const slide = apart(zone, axis) * (this.display[axis] - start) * millimetresOf(this.machine, axis);
    return slide - this.stored(axis) * length;
  }

  private inProgram(axis: AxisName, millimetres: number): number {
    const { zone } = this.seat();
    return ((zone.countsAgainst[axis] ? -1 : 1) * millimetres) / millimetresOf(this.machine, axis);
  }

  /** The position display: the programmed point in the program's own coordinates. */
  position(axis: AxisName): number {
    return toDigit(this.machine, this.inProgram(axis, this.believed(axis, { work: true, wear: true, geometry: true })));
  }

  /** A point of the part as it is written in a program. */
  programWord(axis: AxisName, millimetres: number): number {
    return toDigit(this.machine, this.inProgram(axis, millimetres));
  }

  /** Carries out a coordinate of a program: the slide goes where the control believes that point to be. */
  goTo(axis: AxisName, word: number): void {
    const now = this.inProgram(axis, this.believed(axis, { work: true, wear: true, geometry: true }));
    const { zone } = this.seat();
    const way = (zone.countsAgainst[axis] ? -1 : 1) * apart(zone, axis);
    this.display[axis] = toDigit(this.machine, this.display[axis] + way * (word - now));
  }

  /** Keys a number into a cell as this control takes it. */
  key(offset: string, axis: AxisName, register: "geometry" | "wear", number: number, how: "overwrite" | "add"): void {
    const cells = this.row(offset)[register];
    cells[axis] = toDigit(this.machine, how === "add" ? cells[axis] + number : number);
  }

  /** The measuring function: makes the geometry such that the active tool stands at the dimension that is stated. */
  state(offset: string, axis: AxisName, dimension: number): void {
    const { countsWork, countsWear, wantsWorkZero } = this.machine;
    if (wantsWorkZero && this.work(this.activeWork)[axis] !== 0) throw new Error("the work offset is not at 0");
    this.call(offset);
    const without = this.believed(axis, { work: countsWork, wear: countsWear, geometry: false });
    const stated = dimension / this.inProgram(axis, 1);
    this.row(offset).geometry[axis] = toDigit(this.machine, (without - stated) / this.stored(axis));
  }

  keyWork(name: string, axis: AxisName, number: number): void {
    this.work(name)[axis] = toDigit(this.machine, number);
  }
}
