import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { readLength, type Unit } from "../units/index.ts";
import { centreHeightOf } from "./centreHeight.ts";
import type { MountCheck } from "./mountCheck.ts";
import { BAR_MATERIALS, type BarMaterial, overhangOf } from "./overhang.ts";
import { pinExposure } from "./pin.ts";
import { screwTurn, squarenessOf } from "./squareness.ts";
import { type SweepReading, sagOf, sweepOf } from "./sweep.ts";

interface MountField {
  readonly name: string;
  /** As it stands under the field, and as a screen reader says it. */
  readonly label: string;
  /** May be left empty. */
  readonly isOptional?: boolean;
  /** Must be above 0. */
  readonly isSize?: boolean;
}

/** Clock positions of a sweep, degrees from X plus. */
export const SWEEP_ANGLES = [0, 45, 90, 135, 180, 225, 270, 315] as const;
const USUAL_ANGLES: readonly number[] = [0, 90, 180, 270];

const field = (name: string, label: string, more: Omit<MountField, "name" | "label"> = {}): MountField => ({
  name,
  label,
  ...more,
});
const sized = (name: string, label: string) => field(name, label, { isSize: true });

/** The fields of each check, in the order in which they are filled in. */
export const MOUNT_FIELDS: Readonly<Record<MountCheck, readonly MountField[]>> = {
  overhang: [sized("bar", "bar diameter"), sized("overhang", "overhang")],
  "centre-height": [
    field("height", "tip above centre"),
    sized("smallest", "smallest diameter it turns"),
    sized("skimmed", "diameter skimmed and measured"),
  ],
  squareness: [
    field("near", "reading near the holder"),
    field("far", "reading at the far end"),
    sized("run", "between the readings"),
    sized("depth", "depth it works at"),
  ],
  sweep: [
    ...SWEEP_ANGLES.map((angle) =>
      field(`at${angle}`, `reading at ${angle}°`, { isOptional: !USUAL_ANGLES.includes(angle) }),
    ),
    ...USUAL_ANGLES.map((angle) => field(`ring${angle}`, `on a true ring at ${angle}°`, { isOptional: true })),
  ],
  "radial-holder": [
    field("near", "reading near the turret"),
    field("far", "reading at the end of the shaft"),
    sized("run", "between the readings"),
    sized("lever", "between the set screws"),
    sized("pitch", "pitch of the set screws"),
  ],
  pin: [sized("needed", "holder needs"), field("step", "step of the seat"), sized("pin", "length of the pin")],
};

/** What is chosen beside the numbers. */
interface MountChoices {
  readonly material?: BarMaterial | undefined;
  /** A bore was swept from the spindle, or a pin in the holder. */
  readonly swept?: "bore" | "pin" | undefined;
}

interface MountReading {
  readonly given: Readonly<Record<string, number>>;
  readonly refusals: Readonly<Record<string, Refusal>>;
  /** What follows, by name, once everything needed is understood; millimetres and degrees. */
  readonly found: Readonly<Record<string, number>> | undefined;
}

/** Reads and works out one check as it is being typed; the same on screen and server. Lengths come out in millimetres. */
export function readTypedMount(
  check: MountCheck,
  typed: Readonly<Record<string, string>>,
  units: Unit,
  { decimal, ...choices }: MountChoices & { readonly decimal?: "." | "," | undefined },
): MountReading {
  const given: Record<string, number> = {};
  const refusals: Record<string, Refusal> = {};
  for (const { name, isOptional, isSize, label } of MOUNT_FIELDS[check]) {
    const text = typed[name] ?? "";
    if (isOptional && text.trim() === "") continue;
    const read = readLength(text, { units, ...(decimal && { decimal }) });
    if (!read.ok)
      refusals[name] = read.refusal.code === "empty" ? { code: "empty", message: `Type the ${label}.` } : read.refusal;
    else if (isSize && read.value.mm <= 0)
      refusals[name] = { code: "no-size", message: `This must be above 0: the ${label}.` };
    else given[name] = read.value.mm;
  }
  if (Object.keys(refusals).length > 0) return { given, refusals, found: undefined };
  const answer = work(check, given, choices);
  if (!answer.ok) {
    const last = MOUNT_FIELDS[check].findLast(({ isOptional }) => !isOptional)?.name ?? check;
    return { given, refusals: { [last]: answer.refusal }, found: undefined };
  }
  return { given, refusals, found: answer.value };
}

type Found = Answer<Readonly<Record<string, number>>>;

function work(check: MountCheck, given: Readonly<Record<string, number>>, choices: MountChoices): Found {
  const value = (name: string) => given[name] ?? 0;
  switch (check) {
    case "overhang": {
      const material = choices.material ?? "steel";
      const { ratio, deflection, fits, longest, nextBar } = overhangOf(material, value("bar"), value("overhang"));
      const usual = BAR_MATERIALS[material].usualRatio;
      return accepted({
        ratio,
        usual,
        deflection,
        fits: fits ? 1 : 0,
        longest,
        ...(nextBar !== undefined && { nextBar }),
      });
    }
    case "centre-height":
      return accepted({ ...centreHeightOf(value("height"), value("smallest"), value("skimmed")) });
    case "squareness":
      return accepted({ ...squarenessOf(value("near"), value("far"), value("run"), value("depth")) });
    case "radial-holder": {
      const { slope, degrees } = squarenessOf(value("near"), value("far"), value("run"), 0);
      const { screw, travel, turn } = screwTurn(slope, value("lever"), value("pitch"));
      return accepted({ slope, degrees, screw: screw === "near" ? -1 : screw === "far" ? 1 : 0, travel, turn });
    }
    case "pin": {
      const pin = pinExposure(value("needed"), value("step"), value("pin"));
      return pin.ok ? accepted({ ...pin.value }) : pin;
    }
    case "sweep":
      return sweep(given, choices.swept ?? "bore");
  }
}

function sweep(given: Readonly<Record<string, number>>, swept: "bore" | "pin"): Found {
  const read = (prefix: string): readonly SweepReading[] =>
    SWEEP_ANGLES.flatMap((angle) => {
      const reading = given[`${prefix}${angle}`];
      return reading === undefined ? [] : [{ angle, reading }];
    });
  const ring = read("ring");
  const sag = ring.length === 0 ? undefined : sagOf(ring);
  if (sag && !sag.ok) return refused(sag.refusal);
  const found = sweepOf(read("at"), swept, sag?.value);
  return found.ok ? accepted({ ...found.value }) : found;
}
