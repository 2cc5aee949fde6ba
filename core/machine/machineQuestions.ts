import type { Axis } from "./axis.ts";
import type { MachineProfile } from "./machineProfile.ts";
import type { Zone } from "./zone.ts";

/** A plain question about a machine, with the answers that there are. */
interface MachineQuestion {
  readonly id: string;
  readonly ask: string;
  readonly answers: Readonly<Record<string, string>>;
}

const YES_NO = { yes: "yes", no: "no" } as const;

/** Asked once for a machine. */
export const MACHINE_QUESTIONS = [
  { id: "unit", ask: "In which unit does its display read?", answers: { mm: "millimetres", in: "inches" } },
  {
    id: "xShown",
    ask: "The cross-slide goes 1 mm farther from the centre. By how much does the display of X grow?",
    answers: { diameter: "by 2 mm: it shows diameters", radius: "by 1 mm: it shows radii" },
  },
  {
    id: "measuring",
    ask: "What does its measuring function want to be told?",
    answers: {
      overwritten: "the number that is to stand in the cell",
      "added-to": "an amount that is added to the cell",
      "dimension-stated": "the dimension at which the tool stands now",
    },
  },
  { id: "measuringCountsWork", ask: "Does it count the active work offset then?", answers: YES_NO },
  { id: "measuringCountsWear", ask: "Does it count the wear in the row then?", answers: YES_NO },
  { id: "measuringWantsWorkZero", ask: "Must the work offset be 0 before it is used?", answers: YES_NO },
] as const satisfies readonly MachineQuestion[];

/** Asked once for every zone: a turret, a post, a gang plate, a back block. */
export const ZONE_QUESTIONS = [
  {
    id: "side",
    ask: "Do its turning tools cut at plus X or at minus X?",
    answers: { plus: "at plus X", minus: "at minus X" },
  },
] as const satisfies readonly MachineQuestion[];

/** Asked for every axis of every zone. */
export const AXIS_QUESTIONS: Readonly<Record<Axis, readonly MachineQuestion[]>> = {
  x: axisQuestions({
    grows: "X display grows: does the tool go up from the centreline, or down?",
    apart: "up: what cuts at plus X leaves the part",
    together: "down",
    program: "Is a point above the centreline at plus X in a program?",
    longer: "Of two tools, one reaches farther down. Is its X number in the table larger or smaller?",
  }),
  y: axisQuestions({
    grows: "Y display grows: does the tool go towards plus Y of the part, or the other way?",
    apart: "towards plus Y",
    together: "towards minus Y",
    program: "Does a program count Y the same way?",
    longer: "Of two tools, one sits farther towards minus Y. Is its Y number in the table larger or smaller?",
  }),
  z: axisQuestions({
    grows: "Z display grows: do tool and face draw apart, or does the one come to the other?",
    apart: "they draw apart",
    together: "one comes to the other",
    program: "Is a point in front of the face at plus Z in a program?",
    longer: "Of two tools, one reaches farther towards the part. Is its Z number in the table larger or smaller?",
  }),
};

function axisQuestions(words: {
  readonly grows: string;
  readonly apart: string;
  readonly together: string;
  readonly program: string;
  readonly longer: string;
}): readonly MachineQuestion[] {
  return [
    { id: "grows", ask: words.grows, answers: { apart: words.apart, together: words.together } },
    { id: "program", ask: words.program, answers: { away: "yes", into: "no, at minus" } },
    { id: "longer", ask: words.longer, answers: { grows: "larger", falls: "smaller" } },
  ];
}

/** The answers by question: `unit`; `back side`; `back z grows`. */
type MachineAnswers = Readonly<Record<string, string>>;

const MEASURING = {
  overwritten: "overwrite",
  "added-to": "add",
  "dimension-stated": "touched-dimension",
} as const satisfies Readonly<Record<keyof (typeof MACHINE_QUESTIONS)[2]["answers"], MachineProfile["measuring"]>>;

/** What of a profile follows from the answers; a question that was not answered leaves what is there. */
export function profileFromAnswers<Profile extends MachineProfile>(plain: Profile, answers: MachineAnswers): Profile {
  const isYes = (id: string, usual: boolean) => (answers[id] === undefined ? usual : answers[id] === "yes");
  const { reckons = { work: true, wear: true, workMustBeZero: false } } = plain;
  const measuring = MEASURING[answers.measuring as keyof typeof MEASURING] ?? plain.measuring;
  return {
    ...plain,
    units: answers.unit === "mm" || answers.unit === "in" ? answers.unit : plain.units,
    xShown: answers.xShown === "diameter" || answers.xShown === "radius" ? answers.xShown : plain.xShown,
    measuring,
    reckons: {
      work: isYes("measuringCountsWork", reckons.work),
      wear: isYes("measuringCountsWear", reckons.wear),
      workMustBeZero: isYes("measuringWantsWorkZero", reckons.workMustBeZero),
    },
    ...(plain.zones && { zones: plain.zones.map((zone) => zoneFromAnswers(zone, answers)) }),
  };
}

function zoneFromAnswers(zone: Zone, answers: MachineAnswers): Zone {
  const signs = (id: string, turned: string) => {
    const of = (axis: Axis) => {
      const answer = answers[`${zone.id} ${axis} ${id}`];
      return answer === undefined ? {} : { [axis]: answer === turned ? -1 : 1 };
    };
    return { ...of("x"), ...of("y"), ...of("z") };
  };
  const side = answers[`${zone.id} side`];
  return {
    ...zone,
    ...((side === "plus" || side === "minus") && { from: side }),
    motionSign: { ...zone.motionSign, ...signs("grows", "together") },
    programSign: { ...zone.programSign, ...signs("program", "into") },
    storedSign: { ...zone.storedSign, ...signs("longer", "falls") },
  };
}
