import type { FromSchema } from "json-schema-to-ts";
import { latheAxisSchema, machineProfileSchema, perAxis, SCHOOLS, SETTER_SIDES } from "../../core/machine/index.ts";
import { EDGES, SPACER_KINDS, TOUCH_WAYS, toolSchema } from "../../core/tool/index.ts";
import { GAUGES } from "../gauge/gauge.ts";
import { HOLDERS } from "../lathe/index.ts";
import { SKILLS } from "./skills.ts";
import { TOPICS } from "./topics.ts";

const words = { type: "string", minLength: 1, maxLength: 120 } as const;
const text = { type: "string", minLength: 1, maxLength: 1200 } as const;
const length = { type: "number", minimum: -10_000, maximum: 10_000 } as const;
const size = { type: "number", exclusiveMinimum: 0, maximum: 2000 } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const station = { type: "string", minLength: 1, maxLength: 20 } as const;
const axis = { type: "string", enum: ["x", "z", "y"] } as const;
const way = { type: "string", enum: TOUCH_WAYS } as const;
const edge = { type: "string", enum: EDGES } as const;
const within = { type: "number", exclusiveMinimum: 0, maximum: 10 } as const;

const object = <const Required extends readonly string[], const Properties>(
  required: Required,
  properties: Properties,
) => ({ type: "object", additionalProperties: false, required, properties }) as const;

/** A row of the control as it stands at the start: what is left from the last job. */
const row = object(["x", "z"], {
  ...perAxis(() => length),
  wearX: length,
  wearZ: length,
  noseRadius: { type: "number", minimum: 0, maximum: 50 },
  orientation: { type: "integer", minimum: 0, maximum: 9 },
} as const);

const tool = object(["offset", "station", "tool"], {
  offset,
  station,
  tool: toolSchema,
  control: row,
  /** How it comes back when it was off: with what scatter it stands elsewhere than its old row says. */
  holder: { type: "string", enum: HOLDERS },
  /** True where it was off since its row was written; otherwise it stands where the row says, or where a machine has such a tool. */
  remounted: { type: "boolean" },
  /** Left loose and pushed back, to be slid to the stock. */
  isLoose: { type: "boolean" },
  /** By how much its tip stands elsewhere than the row says besides, X as a diameter: an insert that was changed. */
  moved: object(["x", "z"], { x: length, z: length } as const),
  /** By how far a radial holder is turned out of true, over 100 mm. */
  untrue: { type: "number", minimum: -2, maximum: 2 },
  /** By how much the hole of its holder stands beside the spindle's centre, true distances. */
  besideCentre: object(["x", "y"], { x: length, y: length } as const),
} as const);

/** What is to be reached. Every goal is looked at in the truth of the lathe, whatever way or school led there. */
const goal = {
  type: "object",
  properties: { goal: { type: "string" } },
  discriminator: { propertyName: "goal" },

  required: ["goal"],
  oneOf: [
    /** The sum of geometry, wear and work offset leads the programmed point where it is said. */
    object(["goal", "offset", "axis", "within"], {
      goal: { type: "string", const: "offset" },
      offset,
      axis,
      within,
      way,
      edge,
      /** The work offset is taught by this touch: the tool's own row is right already. */
      teaches: { type: "boolean" },
      /** A second offset is copied from this one. */
      copyOf: offset,
      /** The small amount goes into wear, the geometry stays. */
      inWear: { type: "boolean" },
      /** Right from the start: whatever else is done, it has to stay so. */
      kept: { type: "boolean" },
    } as const),
    object(["goal", "offset"], { goal: { type: "string", const: "nose" }, offset } as const),
    /** The machine knows where it is: it was sent home after its count was lost. */
    object(["goal"], { goal: { type: "string", const: "homed" } } as const),
    /** The control has where a side of the setter trips, found with a reference tool whose offsets are right. */
    object(["goal", "side", "offset", "within"], {
      goal: { type: "string", const: "setter" },
      side: { type: "string", enum: SETTER_SIDES },
      offset,
      within,
    } as const),
    /** Two short lines were run for the tool: Z ahead of the face, then X clear, rapid turned down, one line at a time. */
    object(["goal", "offset"], { goal: { type: "string", const: "proved" }, offset } as const),
    /** The part is as the drawing wants it. */
    object(["goal", "side", "atZ", "diameter", "within", "offset"], {
      goal: { type: "string", const: "part" },
      side: { type: "string", enum: ["outside", "bore"] },
      atZ: length,
      diameter: size,
      within,
      /** Tool that makes it. */
      offset,
      /** Drilled in one go, with nothing to correct. */
      isDrilled: { type: "boolean" },
    } as const),
    /** A wall of a groove is where the drawing wants it. */
    object(["goal", "offset", "edge", "z", "bottom", "within"], {
      goal: { type: "string", const: "wall" },
      offset,
      edge: { type: "string", enum: ["left", "right"] },
      /** Z of the wall, and the diameter at the bottom. */
      z: length,
      bottom: size,
      within,
    } as const),
    /** Every call of the program brings the tool that stands there. */
    object(["goal", "wants"], {
      goal: { type: "string", const: "calls" },
      /** Offset of the tool that each call is for, in the order of the calls. */
      wants: { type: "array", minItems: 1, maxItems: 40, items: offset },
    } as const),
    object(["goal", "station", "within"], {
      goal: { type: "string", const: "true-holder" },
      station,
      within,
    } as const),
    object(["goal"], { goal: { type: "string", const: "combs" } } as const),
    /** A number or a choice that is asked for. */
    object(["goal", "question"], {
      goal: { type: "string", const: "answer" },
      question: text,
      choices: { type: "array", minItems: 2, maxItems: 6, items: words },
      /** Which of the choices holds, counted from 0. */
      right: { type: "integer", minimum: 0, maximum: 5 },
      /** What is asked for instead: the largest retreat of a tool on an axis that its travel allows. */
      retract: object(["offset", "axis"], { offset, axis: latheAxisSchema } as const),
      within,
      /** What is said of a wrong answer: what it would have done. */
      otherwise: text,
    } as const),
  ],
} as const;

/**
 * An exercise: a lathe with a hidden truth, what is to be reached, and with what. Lengths in millimetres, X as diameters,
 * rows signed as in the equation. The open format of docs/formats/exercise.md.
 */
export const exerciseSchema = object(
  ["format", "version", "id", "title", "skill", "task", "machine", "stock", "tools", "goals", "gauges", "spacers"],
  {
    format: { type: "string", const: "luvrit-exercise" },
    version: { type: "integer", const: 1 },
    id: { type: "string", pattern: "^[a-z0-9]+(-[a-z0-9]+)*$", maxLength: 60 },
    title: words,
    skill: { type: "string", enum: SKILLS.map(({ id }) => id) },
    /** What stands there and what is wanted, as a lead would say it. */
    task: text,
    /** A training machine by its name, or a whole profile. */
    machine: { anyOf: [{ type: "string", minLength: 1, maxLength: 40 }, machineProfileSchema] },
    /** Where it is not the machine's own. */
    school: { type: "string", enum: SCHOOLS },
    master: offset,
    stock: object(["material", "nominalDiameter", "oversize", "stickOut", "chuckDiameter", "toFace"], {
      material: words,
      nominalDiameter: size,
      oversize: { type: "number", minimum: 0, maximum: 100 },
      stickOut: size,
      chuckDiameter: size,
      toFace: { type: "number", minimum: 0, maximum: 100 },
      hole: size,
      /** Where the face truly lies elsewhere than the work offset was taught for: the bar was taken anew. */
      faceMoved: length,
      /** By how much the part in the sub-spindle is longer than the drawing says. */
      partTooLong: length,
      /** The hole is drilled in the exercise itself. */
      drillFirst: { type: "boolean" },
      /** The blank comes with its face turned. */
      isTurned: { type: "boolean" },
    } as const),
    /** What the control holds; G54 where no other name is said. */
    workOffset: object(["x", "z"], {
      name: { type: "string", pattern: "^G5[4-9]$" },
      x: length,
      y: length,
      z: length,
    } as const),
    /** The count was lost before it begins: by a power cut, or by a slide that ran against its stop. */
    lost: { type: "string", enum: ["power", "stall"] },
    /** How far the setter truly stands from where the machine’s profile has it, X as a diameter. */
    setterOff: object(["x", "z"], { x: length, z: length } as const),
    tools: { type: "array", minItems: 1, maxItems: 24, items: tool },
    /** Rows of the control besides those of the tools: second offsets. */
    rows: {
      type: "array",
      maxItems: 24,
      items: object(["offset", "x", "z"], { offset, ...row.properties } as const),
    },
    gauges: { type: "array", maxItems: 5, items: { type: "string", enum: GAUGES } },
    spacers: {
      type: "array",
      maxItems: 6,
      items: object(["kind", "thickness"], {
        kind: { type: "string", enum: SPACER_KINDS },
        thickness: { type: "number", exclusiveMinimum: 0, maximum: 100 },
      } as const),
    },
    goals: { type: "array", minItems: 1, maxItems: 96, items: goal },
    /** A program that stands in the control. */
    program: { type: "string", maxLength: 4000 },
    /** Explanations that help with it. */
    topics: { type: "array", maxItems: 5, items: { type: "string", enum: TOPICS } },
    /** Minutes that a practised setter takes. */
    minutes: { type: "number", exclusiveMinimum: 0, maximum: 240 },
  } as const,
);

export type Exercise = FromSchema<typeof exerciseSchema>;
export type Goal = Exercise["goals"][number];
export type GoalOf<Kind extends Goal["goal"]> = Extract<Goal, { readonly goal: Kind }>;
export type ExerciseTool = Exercise["tools"][number];
