import { AXES, type Axis, type School, workInZone, type Zone, zoneOf } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import type { Entry, EntryOf } from "./entry.ts";
import type { Payload } from "./kinds/index.ts";
import type { TableEdit } from "./payloadWords.ts";

/** One accepted touch with where it came from; `exact`, `touched` and `work` are as later re-basing has left them. */
export type TouchRecord = Payload<"touch-accepted"> & {
  readonly entry: string;
  readonly person: string;
  readonly at: string;
  readonly seq: number;
  /** True where it was not touched: the master's zero, a second offset made from its first, a value by hand. */
  readonly derived?: boolean;
  /**
   * Set where it was reckoned anew from the same readings, since something that it rests on had changed: the touch that read
   * them, and the place of the reckoning in the ledger. `entry`, `person` and `at` are then those of the reckoning, `seq` is the touch's.
   */
  readonly reckoned?: { readonly from: string; readonly seq: number };
  /** What was done by hand, where the value comes from no touch at all. */
  readonly edit?: TableEdit;
  /** Sequence number of the latest real touch under a value by hand: wear has begun at 0 with it. */
  readonly touchedBefore?: number;
};

/** Sequence number of the touch with which wear of an axis began at 0; undefined where it has not been touched. */
export function wearBegan(touch: TouchRecord | undefined): number | undefined {
  return touch?.edit === undefined ? touch?.seq : touch.touchedBefore;
}

/** Every number that later entries can shift, as it stands after all of them. Millimetres, X as diameters. */
export interface StandingNumbers {
  readonly touches: Readonly<Record<string, Partial<Record<Axis, TouchRecord>>>>;
  /** Every work offset that was said, by name, in the main spindle's frame; an axis that is not known is absent. */
  readonly works: Readonly<Record<string, Readonly<Partial<Record<Axis, WorkNumber>>>>>;
  /** The latest teaching of each axis, by name of the work offset. */
  readonly taught: Readonly<Record<string, Readonly<Partial<Record<Axis, Taught>>>>>;
  readonly school: School;
  readonly master: string | undefined;
  readonly partLength: PartLength | undefined;
  /**
   * By how much the master's tip moved with its new insert, once the work offset was taught with it anew: every other
   * tool's Z wants the opposite change. Undefined while there is nothing to re-base.
   */
  readonly masterShift: number | undefined;
}
/** A work offset's number, with the entry that said it last. */
interface WorkNumber extends ReturnType<typeof sourceOf> {
  readonly value: number;
}
type Taught = Payload<"work-offset-taught"> & ReturnType<typeof sourceOf>;
type PartLength = Payload<"part-length-recorded"> & ReturnType<typeof sourceOf>;

/** Whether a touch is the one that a reckoning was made of: by its entry, in older ones by the number that it had then. Millimetres. */
const isReckonedOf = (touch: TouchRecord, of: string | undefined, from: number): boolean =>
  of === undefined
    ? Math.abs(touch.exact - from) < TOLERANCES.binaryNoise
    : (touch.reckoned?.from ?? touch.entry) === of;

/**
 * Walks through the standing entries in their order and keeps the numbers that a later entry can shift: a change of
 * school or master moves the same amount from every tool's Z into the work offset, a corrected part length moves all
 * back tools touched on it. G + W + S stays what it was. `under` names the work offset under which an offset works.
 */
export function workNumbers(
  opened: EntryOf<"setup-opened">,
  entries: readonly Entry[],
  under: (offset: string) => string,
): StandingNumbers {
  const { workOffset, machine, master } = opened.payload;
  const own = workOffset.name;
  const touches: Record<string, Partial<Record<Axis, TouchRecord>>> = {};
  const taught: Record<string, Partial<Record<Axis, Taught>>> = {};
  const now = {
    works: {} as Record<string, Partial<Record<Axis, WorkNumber>>>,
    school: machine.school as School,
    master,
    partLength: undefined as PartLength | undefined,
    masterShift: undefined as number | undefined,
  };
  let masterIsIndexed = false;
  const zones = new Map<string, Zone>();
  const zone = (offset: string) => zones.get(offset) ?? zoneOf(machine, "");
  const keep = (offset: string, axis: Axis, record: TouchRecord) => {
    touches[offset] = { ...touches[offset], [axis]: record };
  };
  const shift = (offset: string, change: (record: TouchRecord) => TouchRecord) => {
    const z = touches[offset]?.z;
    if (z) keep(offset, "z", change(z));
  };
  const say = (name: string, axis: Axis, value: number, source: ReturnType<typeof sourceOf>) => {
    now.works[name] = { ...now.works[name], [axis]: { value, ...source } };
  };
  for (const axis of AXES) {
    const value = workOffset[axis];
    if (value !== undefined) say(own, axis, value, sourceOf(opened));
  }
  /** Moves so much of the main spindle's frame from a tool's Z into the work offset. */
  const rebase = (offset: string, main: number) => {
    const by = workInZone(machine, "z", main, zone(offset));
    shift(offset, (z) => ({ ...z, exact: z.exact - by, ...(z.work !== undefined && { work: z.work + by }) }));
  };
  /** The tools are shorter by it under every work offset: each that was said before takes it up. */
  const rebaseOthers = (by: number, before: number) => {
    for (const [name, { z, ...rest }] of Object.entries(now.works))
      if (name !== own && z && z.seq < before) now.works[name] = { ...rest, z: { ...z, value: z.value + by } };
  };
  /** The work offset that a tool works under, as it counts for it. */
  const workFor = (offset: string, axis: Axis) => {
    const value = now.works[under(offset)]?.[axis]?.value;
    return value === undefined ? {} : { work: workInZone(machine, axis, value, zone(offset)) };
  };

  for (const entry of entries) {
    const source = sourceOf(entry);
    switch (entry.kind) {
      case "tool-loaded":
        zones.set(entry.payload.offset, zoneOf(machine, entry.payload.station));
        break;
      case "tool-moved":
        zones.set(entry.payload.offset, zoneOf(machine, entry.payload.to));
        break;
      case "table-read":
        for (const { name, ...values } of entry.payload.work ?? [])
          for (const axis of AXES) {
            const value = values[axis];
            if (value !== undefined) say(name, axis, value, source);
          }
        break;
      case "touch-accepted":
        keep(entry.payload.offset, entry.payload.axis, { ...entry.payload, ...source });
        break;
      case "numbers-reckoned-anew":
        for (const { offset, axis, from, to, of, because: _because, ...anew } of entry.payload.numbers) {
          const touch = touches[offset]?.[axis];
          // The touch that was reckoned anew has been undone since: what stands under it now was read at another place.
          if (touch && !isReckonedOf(touch, of, from)) continue;
          const reckoned = touch && { from: touch.reckoned?.from ?? touch.entry, seq: entry.seq };
          // Read when it was touched: what has happened to the tool since counts from there.
          if (touch && reckoned)
            keep(offset, axis, { ...touch, ...anew, ...source, seq: touch.seq, exact: to, reckoned });
        }
        break;
      case "work-offset-taught": {
        const { name, axis, offset, exact, way } = entry.payload;
        const main = workInZone(machine, axis, exact, zone(offset));
        const isOwnZ = axis === "z" && name === own;
        if (isOwnZ && offset === now.master && masterIsIndexed && taught[own]?.z) {
          now.masterShift = (now.masterShift ?? 0) + main - (now.works[own]?.z?.value ?? 0);
          masterIsIndexed = false;
        }
        say(name, axis, main, source);
        taught[name] = { ...taught[name], [axis]: { ...entry.payload, ...source } };
        // The master's length is 0 by agreement: the work offset carries it.
        if (isOwnZ && now.school === "master-tool" && offset === now.master)
          keep(offset, "z", {
            ...derived(offset, "z", way, 0),
            work: exact,
            touched: entry.payload.touched,
            ...source,
          });
        break;
      }
      case "table-edited":
        for (const { offset, column, to } of entry.payload.cells) {
          const axis = AXES.find((one) => column === `geometry.${one}`);
          if (!axis) continue;
          const before = touches[offset]?.[axis];
          const began = wearBegan(before);
          keep(offset, axis, {
            ...derived(offset, axis, before?.way ?? "eye", to),
            ...workFor(offset, axis),
            edit: entry.payload.edit,
            ...source,
            ...(began !== undefined && { touchedBefore: began }),
          });
        }
        break;
      case "work-offset-set": {
        const { name, axis, to } = entry.payload;
        say(name, axis, to, source);
        break;
      }
      case "second-offset-made": {
        const { offset, of, x, z } = entry.payload;
        zones.set(offset, zone(of));
        const made = (axis: Axis, value: number) =>
          keep(offset, axis, { ...derived(offset, axis, "paper", value), ...workFor(offset, axis), ...source });
        if (x !== undefined) made("x", x);
        if (z !== undefined) made("z", z);
        break;
      }
      case "insert-indexed":
        if (entry.payload.offset === now.master) masterIsIndexed = true;
        break;
      case "master-changed":
      case "school-changed": {
        const by = entry.payload.shift;
        // The same master with another insert: its work offset is taught already, the others follow.
        if (entry.kind === "master-changed" && entry.payload.from === entry.payload.to) {
          for (const offset of Object.keys(touches)) if (offset !== entry.payload.to) rebase(offset, by);
          rebaseOthers(by, taught[own]?.z?.seq ?? 0);
          now.masterShift = undefined;
          break;
        }
        for (const offset of Object.keys(touches)) rebase(offset, by);
        say(own, "z", (now.works[own]?.z?.value ?? 0) + by, source);
        rebaseOthers(by, entry.seq);
        if (entry.kind === "school-changed") now.school = entry.payload.to;
        now.master = entry.kind === "master-changed" ? entry.payload.to : (entry.payload.master ?? now.master);
        break;
      }
      case "part-length-recorded":
        now.partLength = { ...entry.payload, ...source };
        break;
      case "part-length-corrected": {
        const { difference, offsets, length, goOn } = entry.payload;
        for (const offset of offsets)
          shift(offset, (z) => ({
            ...z,
            exact: z.exact - difference,
            ...(z.touched !== undefined && { touched: z.touched + difference }),
          }));
        if (now.partLength) now.partLength = { ...now.partLength, length, ...(goOn !== undefined && { goOn }) };
        break;
      }
      default:
      // Every other kind moves no number that a touch rests on.
    }
  }
  return { touches, taught, ...now };
}

const derived = (offset: string, axis: Axis, way: TouchRecord["way"], exact: number) => ({
  offset,
  axis,
  way,
  exact,
  expectedError: 0,
  typed: {},
  derived: true,
});

const sourceOf = ({ id, person, at, seq }: Entry) => ({ entry: id, person, at, seq });
