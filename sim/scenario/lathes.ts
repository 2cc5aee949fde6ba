import type { MachineProfile } from "../../core/machine/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import { ZERO } from "../lathe/config.ts";
import type { LatheConfig } from "../lathe/index.ts";

const machine: MachineProfile = {
  id: "scenario",
  name: "Turret lathe of the scenarios",
  kind: "turret-lathe",
  units: "mm",
  resolution: { x: 0.001, y: 0.001, z: 0.001 },
  xShown: "diameter",
  storedSign: { x: 1, y: 1, z: 1 },
  measuring: "overwrite",
  numbering: "A",
  school: "home-referenced",
  dialect: "gcode-l",
  travel: { x: [-430, 12], y: [-50, 50], z: [-640, 5] },
  jogStep: { x: 0.001, y: 0.001, z: 0.001 },
  repeatability: { x: 0.002, y: 0.002, z: 0.002 },
  xPlus: "away from the centre",
  zPlus: "away from the chuck",
  offsetDigits: 2,
  yAxis: true,
  encoders: "absolute",
  toolCall: "station-and-offset",
  setter: { kind: "arm", calibratedIn: "mm", outside: -60, bore: -52, face: 90 },
};

const turn: Tool = {
  kind: "outside-turning",
  description: "Face and turn",
  hand: "right",
  faces: true,
  insert: "CNMG 120408",
  leadAngle: 95,
  shank: 25,
  overhang: 38,
};
const groove: Tool = {
  kind: "groove-outside",
  description: "Groove 3",
  width: 3,
  cornerRadius: 0.2,
  depth: 12,
  shank: 25,
  programmed: "left",
  overhang: 40,
  hand: "right",
};
const drill: Tool = {
  kind: "drill",
  description: "Drill 12",
  diameter: 12,
  pointAngle: 118,
  programmed: "point",
  overhang: 90,
  holder: 30,
};

/** A turret lathe with three tools, whose true lengths are round numbers: turning tool −340, −400; blade −330, −405; drill −300, −350. */
const turret: LatheConfig = {
  machine,
  parts: { main: { diameter: 50, toFace: 0.6, stickOut: 70, chuckDiameter: 165 } },
  tools: [
    { station: "1", offset: "1", tool: turn, at: { ...ZERO, x: -340, z: -400 }, holder: "plain-shank" },
    { station: "5", offset: "5", tool: groove, at: { ...ZERO, x: -330, z: -405 }, holder: "plain-shank" },
    { station: "8", offset: "8", tool: drill, at: { ...ZERO, x: -300, z: -350 }, holder: "collet" },
  ],
  trueWork: ZERO,
  rows: {},
  work: { G54: ZERO },
  activeWork: "G54",
  backlash: ZERO,
  clampPull: 0,
  home: { ...ZERO, x: 10, z: 3 },
  start: { ...ZERO, x: 10, z: 3 },
  feedback: true,
};

/** The lathes that scenarios name. */
export const SCENARIO_LATHES: Readonly<Record<string, LatheConfig>> = {
  turret,
  /** The same after the first tool got an insert that is 0.4 shorter on Z. */
  "turret, new insert in the master": {
    ...turret,
    tools: turret.tools.map((tool) => (tool.station === "1" ? { ...tool, at: { ...tool.at, z: -399.6 } } : tool)),
  },
  /** The same with drives that count steps and feel nothing, and a homing that they need. */
  "turret without feedback": { ...turret, feedback: false, machine: { ...machine, encoders: "incremental" } },
  /** The same with lost motion in its screws. */
  "turret with backlash": { ...turret, backlash: { ...ZERO, x: 0.02, z: 0.03 } },
};
