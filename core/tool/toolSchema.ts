import type { FromSchema } from "json-schema-to-ts";

/**
 * What a setter says about a tool when it is mounted: real dimensions, so that it is drawn, touched and judged as what it
 * is. Lengths in millimetres, angles in degrees. `overhang` is from the end of the seat to the tip.
 */
const name = { type: "string", minLength: 1, maxLength: 120 } as const;
const size = { type: "number", minimum: 0, maximum: 2000 } as const;
const above0 = { type: "number", exclusiveMinimum: 0, maximum: 2000 } as const;
const overhang = { type: "number", minimum: 0, maximum: 100_000 } as const;
const form = <const Kinds extends readonly string[], const Required extends readonly string[], const Properties>(
  kinds: Kinds,
  required: Required,
  properties: Properties,
) =>
  ({
    type: "object",
    additionalProperties: false,
    required: ["kind", "description", "overhang", ...required],
    properties: { kind: { type: "string", enum: kinds }, description: name, overhang, ...properties },
  }) as const;

/** Inserts that turn and face the outside. */
const turning = form(["outside-turning", "facing"], ["hand", "faces", "insert", "leadAngle", "shank"], {
  /** Right-hand tools point at the chuck, left-hand ones away from it. */
  hand: { type: "string", enum: ["right", "left", "neutral"] },
  /** True for the tool that makes the face on which all others touch. */
  faces: { type: "boolean" },
  insert: name,
  /** Angle between the main cutting edge and the Z axis (95 for an ordinary facing and turning tool). */
  leadAngle: { type: "number", minimum: 30, maximum: 120 },
  shank: { type: "number", exclusiveMinimum: 0, maximum: 100 },
} as const);

/** Bars that turn a bore; a back-boring bar points away from the chuck. */
const boring = form(["boring", "back-boring"], ["insert", "leadAngle", "bar", "smallestBore"], {
  insert: name,
  leadAngle: { type: "number", minimum: 30, maximum: 120 },
  bar: above0,
  /** Smallest bore that the bar enters. */
  smallestBore: above0,
} as const);

const edge = { type: "string", enum: ["left", "centre", "right"] } as const;

/** Grooving and parting blades, outside. */
const blade = form(["groove-outside", "part-off"], ["width", "cornerRadius", "depth", "shank", "programmed"], {
  width: above0,
  cornerRadius: size,
  /** How deep the blade reaches. */
  depth: above0,
  shank: above0,
  hand: { type: "string", enum: ["right", "left"] },
  /** Edge that the program moves. */
  programmed: edge,
  /** Narrowest groove that it makes, where the drawing gives one. */
  groove: above0,
} as const);

const boreBlade = form(["groove-bore"], ["width", "cornerRadius", "depth", "bar", "smallestBore", "programmed"], {
  width: above0,
  cornerRadius: size,
  depth: above0,
  bar: above0,
  smallestBore: above0,
  programmed: edge,
  groove: above0,
} as const);

/** A blade that plunges into the face; its walls lie on X. */
const faceBlade = form(["groove-face"], ["width", "cornerRadius", "depth", "shank", "programmed"], {
  width: above0,
  cornerRadius: size,
  depth: above0,
  shank: above0,
  programmed: { type: "string", enum: ["inner", "centre", "outer"] },
  groove: above0,
} as const);

const thread = form(["thread-outside"], ["insert", "width", "pitch", "shank", "toShoulder"], {
  insert: name,
  /** Width of the insert's point as it stands, from flank to flank of its body; the tip is in the middle. */
  width: above0,
  pitch: above0,
  shank: above0,
  /** True where the thread runs up to a shoulder: its chuck-side edge is programmed, not its tip. */
  toShoulder: { type: "boolean" },
} as const);

const boreThread = form(["thread-bore"], ["insert", "width", "pitch", "bar", "smallestBore", "toShoulder"], {
  insert: name,
  width: above0,
  pitch: above0,
  bar: above0,
  smallestBore: above0,
  toShoulder: { type: "boolean" },
} as const);

/** Tools on the spindle's own axis. */
const onCentre = form(
  ["drill", "centre-drill", "spot-drill", "reamer", "tap"],
  ["diameter", "pointAngle", "programmed"],
  {
    diameter: above0,
    /** Full angle of the point; 180 is flat. */
    pointAngle: { type: "number", exclusiveMinimum: 0, maximum: 180 },
    programmed: { type: "string", enum: ["point", "corner"] },
    /** Diameter of the holder behind it. */
    holder: above0,
  } as const,
);

/** Wheels and forms that press or plunge. */
const wheel = form(["knurl", "form"], ["width", "diameter", "shank", "programmed"], {
  width: above0,
  /** Of the wheel; of a form tool its height in front of the holder. */
  diameter: above0,
  shank: above0,
  programmed: edge,
} as const);

/** Driven tools: along the spindle or across it. */
const driven = form(
  ["live-axial-cutter", "live-axial-drill", "live-cross-cutter", "live-cross-drill"],
  ["diameter", "pointAngle"],
  {
    diameter: above0,
    pointAngle: { type: "number", exclusiveMinimum: 0, maximum: 180 },
    holder: above0,
  } as const,
);

/** What the bar is run against, and what takes hold of it to draw it out. */
const barTool = form(["bar-stop", "bar-puller"], ["diameter"], {
  /** Of the stop's face, or of the puller's jaws. */
  diameter: above0,
  holder: above0,
} as const);

export const toolSchema = {
  anyOf: [turning, boring, blade, boreBlade, faceBlade, thread, boreThread, onCentre, wheel, driven, barTool],
} as const;

export type TurningTool = FromSchema<typeof turning>;
export type BoringTool = FromSchema<typeof boring>;
export type BladeTool = FromSchema<typeof blade>;
export type BoreBladeTool = FromSchema<typeof boreBlade>;
export type FaceBladeTool = FromSchema<typeof faceBlade>;
export type ThreadTool = FromSchema<typeof thread>;
export type BoreThreadTool = FromSchema<typeof boreThread>;
export type OnCentreTool = FromSchema<typeof onCentre>;
export type WheelTool = FromSchema<typeof wheel>;
export type DrivenTool = FromSchema<typeof driven>;
export type BarTool = FromSchema<typeof barTool>;

/** Tools by form: kinds of one form are described by the same dimensions and drawn alike. */
export interface ToolForms {
  readonly turning: TurningTool;
  readonly boring: BoringTool;
  readonly blade: BladeTool;
  readonly boreBlade: BoreBladeTool;
  readonly faceBlade: FaceBladeTool;
  readonly thread: ThreadTool;
  readonly boreThread: BoreThreadTool;
  readonly onCentre: OnCentreTool;
  readonly wheel: WheelTool;
  readonly driven: DrivenTool;
  readonly barTool: BarTool;
}

/** A mounted tool of any kind. */
export type Tool = ToolForms[keyof ToolForms];

export type ToolKind = Tool["kind"];
