/** Fields of a tool as they are asked for. */
export const FIELD_NAME: Readonly<Record<string, string>> = {
  description: "What it does",
  overhang: "Overhang, seat to tip",
  hand: "Hand",
  faces: "Makes the face that all others touch",
  insert: "Insert",
  leadAngle: "Lead angle, degrees",
  shank: "Shank height",
  bar: "Bar diameter",
  smallestBore: "Smallest bore it enters",
  width: "Width",
  cornerRadius: "Corner radius",
  depth: "Depth it reaches",
  programmed: "Edge or point that is programmed",
  groove: "Groove on the drawing, if any",
  pitch: "Pitch",
  toShoulder: "Runs up to a shoulder",
  diameter: "Diameter",
  pointAngle: "Point angle, degrees",
  holder: "Holder diameter, if any",
};

/** Choices as they are said. */
export const CHOICE_NAME: Readonly<Record<string, string>> = {
  right: "right",
  left: "left",
  neutral: "neutral",
  centre: "centre",
  inner: "inner wall",
  outer: "outer wall",
  point: "point",
  corner: "full-diameter corner",
};

/** Numbers that a new tool of a kind usually begins with, so that less is typed; all of them can be changed. Millimetres. */
export const USUAL: Readonly<Record<string, string>> = {
  hand: "right",
  leadAngle: "95",
  pointAngle: "118",
  programmed: "",
};
