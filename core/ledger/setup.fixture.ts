import type { MachineProfile } from "../machine/index.ts";
import type { BladeTool, Tool, TurningTool } from "../tool/index.ts";
import type { Command, Entry } from "./entry.ts";
import type { TouchedAxis } from "./kinds/schemaParts.ts";
import { makeEntry } from "./makeEntry.ts";
import { apply, EMPTY_SETUP, fold, type SetupState } from "./setupState.ts";
import { type SetupView, viewSetup } from "./setupView.ts";

/** A millimetre turret lathe for tests; override what the test is about. */
export const machineFixture: MachineProfile = {
  id: "north",
  name: "North turret lathe",
  kind: "turret-lathe",
  units: "mm",
  resolution: { x: 0.001, z: 0.001 },
  xShown: "diameter",
  storedSign: { x: 1, z: 1 },
  measuring: "overwrite",
  numbering: "A",
  school: "home-referenced",
  dialect: "gcode-l",
  travel: { x: [-420, 10], z: [-620, 5] },
  jogStep: { x: 0.001, z: 0.001 },
  repeatability: { x: 0.002, z: 0.002 },
  xPlus: "away from the centre",
  zPlus: "away from the chuck",
  offsetDigits: 2,
};

export const toolFixture: TurningTool = {
  kind: "outside-turning",
  description: "Face and turn",
  hand: "right",
  faces: true,
  insert: "CNMG 120408",
  leadAngle: 95,
  shank: 25,
  overhang: 32,
};

/** A grooving blade of 3 mm that programs its left edge. */
export const bladeFixture: BladeTool = {
  kind: "groove-outside",
  description: "Groove 3",
  width: 3,
  cornerRadius: 0.2,
  depth: 10,
  shank: 20,
  programmed: "left",
  overhang: 30,
};

let counter = 0;
/** A fresh UUID for a test, counted so that failures are repeatable. */
export const nextId = () => `00000000-0000-4000-8000-${String(++counter).padStart(12, "0")}`;

export function opened(machine: Partial<MachineProfile> = {}): Command {
  return {
    id: nextId(),
    kind: "setup-opened",
    payload: {
      job: "F-052",
      part: "Focuser drawtube 52",
      operation: "op 1",
      program: "O5201",
      machine: { ...machineFixture, ...machine },
      stock: {
        material: "aluminium",
        nominalDiameter: 55,
        oversize: 0.4,
        stickOut: 70,
        chuckDiameter: 200,
        toFace: 0.5,
      },
      workOffset: { name: "G54", x: 0, z: 0 },
    },
  };
}

export function loaded(offset: string, tool: Partial<TurningTool> = {}): Command {
  return mounted(offset, { ...toolFixture, ...tool });
}

/** Any tool, in the station of its own number unless another is said. */
export function mounted(offset: string, tool: Tool, station = offset): Command {
  const tolerance = { x: 0.025, z: 0.05 };
  return { id: nextId(), kind: "tool-loaded", payload: { offset, station, tool, tolerance } };
}

export function recorded(offset: string, x: number, z: number): Command {
  return {
    id: nextId(),
    kind: "control-row-recorded",
    payload: { offset, x, z, wearX: -0.02, wearZ: 0, noseRadius: 0.4, orientation: 3 },
  };
}

export function touched(offset: string, axis: TouchedAxis, exact: number, touchedDimension = 0): Command {
  return {
    id: nextId(),
    kind: "touch-accepted",
    payload: {
      offset,
      axis,
      way: "skim",
      machine: exact + touchedDimension,
      size: touchedDimension,
      spacer: 0,
      work: 0,
      exact,
      touched: touchedDimension,
      expectedError: 0.007,
      typed: { machine: String(exact + touchedDimension), size: String(touchedDimension), spacer: "" },
    },
  };
}

export function undone(entry: string): Command {
  return { id: nextId(), kind: "entry-undone", payload: { entry, what: "X of T01" } };
}

/** Commands as entries of one person, numbered on from `after`. */
export function asEntries(commands: readonly Command[], after = 0): Entry[] {
  return commands.map((command, index) =>
    makeEntry(command, after + index + 1, {
      base: after + index,
      person: "Ines",
      device: "tablet",
      at: "2026-01-01T08:00:00.000Z",
    }),
  );
}

export const stateOf = (...commands: Command[]): SetupState => fold(asEntries(commands));
export const viewOf = (...commands: Command[]): SetupView => viewSetup(stateOf(...commands));
/** The state with one more command applied as the next entry. */
export const withNext = (state: SetupState, command: Command): SetupState => {
  const [entry] = asEntries([command], state.seq);
  return entry ? apply(state, entry) : EMPTY_SETUP;
};
