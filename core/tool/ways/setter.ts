import { isLive } from "../toolKind.ts";
import { isOnAxisOfSpindle } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** The tool presses the machine's own setter, whose position is calibrated. */
export const setter: WayOfTouching = {
  name: () => "Setter",
  words: "setter",
  readFrom: "setter",
  seconds: 25,
  gauge: () => "setter",
  isOffered: (tool, axis, { machine, zone }) =>
    axis !== "y" && machine.setter !== undefined && zone.works === "main" && !(axis === "x" && isOnAxisOfSpindle(tool)),
  isUsual: (_tool, axis, { machine }) => axis !== "y" && machine.school === "setter",
  canTeach: false,
  method: "setter",
  against: "setter",
  fields: () => ["machine", "trigger"],
  captions: { machine: { caption: "machine at the setter", spoken: "machine position at the setter" } },
  size: "known",
  spacers: [],
  position: (_, kind) => (kind === "plug-in" ? "plugInSetter" : "setterArm"),
  isFelt: true,
  isHandSlid: false,
  isFound: true,
  meets: ["setter"],
  instruction: ({ tool }) =>
    `${isLive(tool) ? "Turn the cutter backwards. " : ""}Finest jog step for the last approach, or it is pressed too deep. Move clear before indexing, then park the setter.`,
  caution: "Move clear before every index; setter parked or taken off.",
};
