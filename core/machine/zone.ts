import type { FromSchema } from "json-schema-to-ts";
import { axisWays, perAxisSchema } from "./axis.ts";

/** Where tools sit, named as the people at the machine say it. */
export const ZONE_KINDS = ["turret", "post", "gang", "cross", "sub-side", "back", "arm"] as const;

const name = { type: "string", minLength: 1, maxLength: 80 } as const;
const sign = { type: "integer", enum: [1, -1] } as const;
const signs = perAxisSchema(sign, []);
const words = { type: "string", minLength: 1, maxLength: 60 } as const;

/**
 * A zone of a machine: stations that work the same spindle from the same side, with the same signs. What it leaves open
 * is as the machine's profile says.
 */
export const zoneSchema = {
  type: "object",
  additionalProperties: false,
  required: ["id", "name", "kind", "works", "from"],
  properties: {
    id: { type: "string", minLength: 1, maxLength: 20 },
    name,
    kind: { type: "string", enum: ZONE_KINDS },
    /** Whose part is worked: the main spindle's or the sub-spindle's. */
    works: { type: "string", enum: ["main", "sub"] },
    /** Side of the centreline, in part coordinates, from which its turning tools come. */
    from: { type: "string", enum: ["plus", "minus"] },
    /** −1 on an axis whose readout falls while the tool moves to plus of the part (a headstock that moves the part). */
    motionSign: signs,
    /** −1 where programs count an axis positive into the part. */
    programSign: signs,
    /** Replaces the machine's stored sign on these axes. */
    storedSign: signs,
    /** Where each way of the readout leads for the person in front of the machine while this zone is active. */
    directions: {
      type: "object",
      additionalProperties: false,
      properties: axisWays(words),
    },
    /** What is peculiar while this zone is active: handwheel axes that change their meaning, an index rule. */
    note: { type: "string", maxLength: 240 },
    /** A swivelling arm: whether the control carries the cutter's overhang, its angle (0 along Z, 90 along X), its pivot distance. */
    arm: {
      type: "object",
      additionalProperties: false,
      required: ["carriesOverhang", "angle", "pivotDistance"],
      properties: {
        carriesOverhang: { type: "boolean" },
        angle: { type: "number", minimum: 0, maximum: 90 },
        pivotDistance: { type: "number", exclusiveMinimum: 0, maximum: 500 },
      },
    },
  },
} as const;

export const stationSchema = {
  type: "object",
  additionalProperties: false,
  required: ["id", "zone"],
  properties: {
    id: { type: "string", minLength: 1, maxLength: 20 },
    zone: { type: "string", minLength: 1, maxLength: 20 },
    /** Number by which programs call it, where that is not its own name. */
    call: { type: "string", pattern: "^[1-9][0-9]{0,2}$" },
    /** Drives a turning tool. */
    live: { type: "boolean" },
    /** What the seat takes, and its size in millimetres. */
    takes: { type: "string", enum: ["shank", "bore"] },
    size: { type: "number", exclusiveMinimum: 0, maximum: 200 },
    /** Longest overhang that this slot lets through, millimetres. */
    longestOverhang: { type: "number", exclusiveMinimum: 0, maximum: 1000 },
    /** Where it lies sideways in a comb that faces another one, millimetres. */
    lateral: { type: "number", minimum: -2000, maximum: 2000 },
    /** The machine's standard overhang here: a tool slid to it needs no offset. */
    standardOverhang: { type: "number", minimum: 0, maximum: 1000 },
  },
} as const;

export type Zone = FromSchema<typeof zoneSchema>;
export type Station = FromSchema<typeof stationSchema>;

/** The zone of a machine that says nothing of zones: one turret or post, tools from X plus at the main spindle. */
export const ONLY_ZONE: Zone = { id: "main", name: "Turret", kind: "turret", works: "main", from: "plus" };

interface Placed {
  readonly zones?: readonly Zone[];
  readonly stations?: readonly Station[];
}

/** The station with this name; undefined where the machine's profile does not list it. */
export function stationOf(machine: Placed, station: string): Station | undefined {
  return machine.stations?.find(({ id }) => id === station);
}

/** The number by which programs call a station, without zeros in front; undefined where it is not known. */
export function callOf({ id, call }: Pick<Station, "id" | "call">): string | undefined {
  return call ?? (/^\d{1,3}$/.test(id) ? String(Number(id)) : undefined);
}

/**
 * The station that programs call by this number. Undefined where the machine has none such. `number` is the text of
 * the call, such as `03`, without unit.
 */
export function stationCalled(machine: Placed, number: string): Station | undefined {
  return machine.stations?.find((station) => callOf(station) === number);
}

/** The zone that a station belongs to; a machine without zones is one zone. */
export function zoneOf(machine: Placed, station: string): Zone {
  const zone = stationOf(machine, station)?.zone;
  return machine.zones?.find(({ id }) => id === zone) ?? machine.zones?.[0] ?? ONLY_ZONE;
}
