import { callOf } from "../core/machine/index.ts";
import { type ProgramMachine, readProgram } from "../core/program/index.ts";
import { Unreadable } from "./unreadable.ts";

/** Larger files are refused; a program of this size has more than a million lines. */
export const LARGEST_INPUT = 50_000_000;

/** `./luvrit program`: what a program calls, where it moves, and what a careful setter would stop at. */
export function program(text: string, machine: unknown): unknown {
  const { units, percent, number, ends, calls, findings, followed } = readProgram(text, machineOf(machine));
  return {
    units,
    percent,
    number,
    ends,
    calls: calls.map(({ line, path, station, offset, work, x, z, compensation, atLeast }) => ({
      line,
      path,
      station,
      offset,
      work,
      x,
      z,
      compensation,
      ...(atLeast && { atLeast }),
    })),
    findings,
    followed,
  };
}

/** Takes of a machine's description what the reading needs; whatever else it says is passed over. */
function machineOf(json: unknown): ProgramMachine {
  if (json === undefined) return {};
  if (typeof json !== "object" || json === null || Array.isArray(json))
    throw new Unreadable("the machine is not a JSON object");
  const { units, toolCall, offsetDigits, integers, stations } = json as Readonly<Record<string, unknown>>;
  const isOneOf = <Name extends string>(value: unknown, ...names: readonly Name[]): value is Name =>
    names.includes(value as Name);
  return {
    ...(isOneOf(units, "mm", "in") && { units }),
    ...(isOneOf(toolCall, "station-and-offset", "offset-only") && { toolCall }),
    ...(typeof offsetDigits === "number" && { offsetDigits }),
    ...(isOneOf(integers, "units", "last-digit") && { integers }),
    ...(Array.isArray(stations) && { calls: stations.flatMap(numberOf) }),
  };
}

/** A station by its number: as a profile lists it, or as a number or a name alone. */
function numberOf(station: unknown): readonly string[] {
  if (typeof station === "number" || typeof station === "string") return [String(Number(station))];
  if (typeof station !== "object" || station === null || !("id" in station)) return [];
  const { id, call } = station as { readonly id: unknown; readonly call?: unknown };
  const number = callOf({ id: String(id), ...(typeof call === "string" && { call }) });
  return number === undefined ? [] : [number];
}
