import type { SetupView } from "../../core/ledger/index.ts";
import { offsetNumber, toolNumber } from "../../core/machine/index.ts";
import { type CallChange, type CalledTool, calledNumber, type ListConflict } from "../../core/program/index.ts";
import { kindName } from "../../core/tool/index.ts";
import { plainMillimetres } from "../../core/units/index.ts";

/** Something that resolves a disagreement. */
export type Resolution =
  | { readonly do: "move"; readonly words: string; readonly offset: string; readonly to: string }
  | { readonly do: "renumber"; readonly words: string; readonly changes: readonly CallChange[] }
  | { readonly do: "load"; readonly words: string; readonly to: string }
  | { readonly do: "second"; readonly words: string; readonly of: string }
  | { readonly do: "remove"; readonly words: string; readonly offset: string };

/** A disagreement in plain words, with what would resolve it, the usual way first. */
export interface ConflictWords {
  readonly key: string;
  readonly title: string;
  readonly text: string;
  /** Stops the work, or is good to know. */
  readonly weight: "stop" | "doubt" | "note";
  readonly resolutions: readonly Resolution[];
}

/** The call as the program writes it. */
const callWords = (setup: SetupView, { station, offset }: CalledTool) =>
  `T${offsetNumber(setup.machine, station)}${offsetNumber(setup.machine, offset)}`;

/** Says one disagreement and what can be done about it. */
export function conflictWords(setup: SetupView, conflict: ListConflict): ConflictWords {
  const { machine } = setup;
  const number = (offset: string) => toolNumber(machine, offset);
  if (conflict.code === "not-called") {
    const { offset, station, kind } = conflict.standing;
    return {
      key: `not-called ${offset}`,
      title: `${number(offset)} is not called`,
      text: `A tool (${kindName(kind)}) stands in station ${station}, and the program never calls it. It may stay there: mind its reach.`,
      weight: "note",
      resolutions: [{ do: "remove", words: "Leave it out of this setup", offset }],
    };
  }
  if (conflict.code === "row-not-called")
    return {
      key: `row ${conflict.offset}`,
      title: `Row ${offsetNumber(machine, conflict.offset)} holds an old value`,
      text: "Neither the program nor a tool uses it. Decide under Old values whether it is cleared or kept.",
      weight: "note",
      resolutions: [],
    };
  const { called } = conflict;
  const call = callWords(setup, called);
  const load: Resolution = { do: "load", words: "Load a tool there", to: loadAddress(setup, called) };
  switch (conflict.code) {
    case "no-such-station":
      return {
        key: `station ${call}`,
        title: `${call}: no station ${called.station}`,
        text: "This machine has no such station. Renumber the call to a station that it has, or import the right program.",
        weight: "stop",
        resolutions: [],
      };
    case "empty-station":
      return {
        key: `empty ${call}`,
        title: `${call}: station ${called.station} is empty`,
        text: `The program calls station ${called.station} with offset ${called.offset}, and no tool is there.`,
        weight: "stop",
        resolutions: [load],
      };
    case "elsewhere": {
      const to = calledNumber(machine, conflict.standsIn);
      const place = stationCalledBy(setup, called.station);
      // A station that another tool is called in cannot be given to this one by renumbering it alone.
      const isTaken =
        conflict.swappedWith === undefined &&
        callsOf(setup).some((one) => one.path === called.path && one.station === to && one.offset !== called.offset);
      return {
        key: `elsewhere ${call}`,
        title: `${call}: the tool stands in ${conflict.standsIn}`,
        text:
          conflict.swappedWith === undefined
            ? `The program calls station ${called.station}. The tool of offset ${called.offset} stands in station ${conflict.standsIn}: the call would bring another station to the part.`
            : `This tool and ${number(conflict.swappedWith)} have been exchanged. Renumber both calls, or exchange the tools by way of a free station.`,
        weight: "stop",
        resolutions: [
          ...(conflict.swappedWith === undefined && place !== undefined
            ? [{ do: "move", words: `Move the tool to station ${place}`, offset: called.offset, to: place } as const]
            : []),
          ...(to === undefined || isTaken
            ? []
            : [
                {
                  do: "renumber",
                  words:
                    conflict.swappedWith === undefined
                      ? `Renumber its calls to station ${to}`
                      : "Renumber both tools' calls",
                  changes: changesTo(
                    setup,
                    conflict.swappedWith === undefined
                      ? [[called, to]]
                      : swapped(setup, called, conflict.swappedWith, to),
                  ),
                } as const,
              ]),
        ],
      };
    }
    case "occupied":
      return {
        key: `occupied ${call}`,
        title: `${call}: its tool is not loaded`,
        text: `In station ${called.station} stands ${number(conflict.standing.offset)}, which is called elsewhere. Settle that one first, then load the tool of offset ${called.offset}.`,
        weight: "stop",
        resolutions: [],
      };
    case "other-offset":
      return {
        key: `other ${call}`,
        title: `${call}: offset ${conflict.standing.offset} stands there`,
        text: `The tool in station ${called.station} is touched off for offset ${conflict.standing.offset}, and the program calls offset ${called.offset}.`,
        weight: "stop",
        resolutions: [
          {
            do: "renumber",
            words: `Call it with offset ${conflict.standing.offset}`,
            changes: changesTo(setup, [[called, called.station, conflict.standing.offset]]),
          },
          load,
        ],
      };
    case "other-kind":
      return {
        key: `kind ${call}`,
        title: `${call}: is this the right tool?`,
        text: `The program says ${kindName(conflict.proposed)}; in station ${called.station} stands ${kindName(conflict.standing.kind)}.`,
        weight: "doubt",
        resolutions: [{ ...load, words: "Load another tool there" }],
      };
    case "other-diameter":
      return {
        key: `diameter ${call}`,
        title: `${call}: is this the right size?`,
        text: `The program says “${conflict.words}”, Ø ${plainMillimetres(conflict.diameter, setup.machine.units)}; in station ${called.station} stands ${conflict.standing.diameter === undefined ? "another" : `Ø ${plainMillimetres(conflict.standing.diameter, setup.machine.units)}`}.`,
        weight: "doubt",
        resolutions: [{ ...load, words: "Load another tool there" }],
      };
    case "offset-twice":
      return {
        key: `twice ${call}`,
        title: `Offset ${called.offset} is called by two stations`,
        text: `${callWords(setup, conflict.other)} and ${call} share one offset. Two tools cannot have the same one.`,
        weight: "stop",
        resolutions: [],
      };
    case "no-row":
      return {
        key: `row ${call}`,
        title: `${call}: no row ${called.offset}`,
        text: `This control's table has ${conflict.rows} rows.`,
        weight: "stop",
        resolutions: [],
      };
    case "second-missing":
      return {
        key: `second ${call}`,
        title: `${call}: a second offset that is not there yet`,
        text: `The program calls the tool in station ${called.station} with two offsets. Offset ${called.offset} is made from ${number(conflict.of)} once that is set.`,
        weight: "doubt",
        resolutions: [{ do: "second", words: `Make it from ${number(conflict.of)}`, of: conflict.of }],
      };
  }
}

const stationCalledBy = ({ machine }: SetupView, call: string) =>
  machine.stations?.find(({ id }) => calledNumber(machine, id) === call)?.id ?? (machine.stations ? undefined : call);

function loadAddress(setup: SetupView, { station, offset }: CalledTool): string {
  const place = stationCalledBy(setup, station) ?? station;
  return `?${new URLSearchParams({ tool: offset, station: place })}`;
}

/** Both calls of two exchanged tools, each to where its tool stands. */
function swapped(setup: SetupView, called: CalledTool, other: string, to: string): readonly Target[] {
  const back = callsOf(setup).find(({ offset }) => offset === other);
  return back
    ? [
        [called, to],
        [back, called.station],
      ]
    : [[called, to]];
}

type Target = readonly [CalledTool, string, string?];

/** What the program calls now, after all renumbering. */
function callsOf({ programRead, renumbered }: SetupView): readonly CalledTool[] {
  return (programRead?.tools ?? []).flatMap(({ path, station, offsets }) =>
    offsets.map((offset, index) => {
      const change = renumbered?.changes.find(
        (one) => one.path === path && one.from.station === station && one.from.offset === offset,
      );
      const own = renumbered?.changes.find((one) => one.path === path && one.from.station === station);
      return {
        path,
        station: change?.to.station ?? own?.to.station ?? station,
        offset: change?.to.offset ?? offset,
        isSecond: index > 0,
      };
    }),
  );
}

/**
 * All changes of the program's calls, counted from the program as it was read, once some calls are given another station
 * (all offsets of that station go along) or another offset.
 */
export function changesTo(setup: SetupView, targets: readonly Target[]): readonly CallChange[] {
  const { programRead } = setup;
  const now = callsOf(setup);
  const before = (programRead?.tools ?? []).flatMap(({ path, station, offsets }) =>
    offsets.map((offset) => ({ path, station, offset })),
  );
  return before.flatMap(({ path, station, offset }, index) => {
    const call = now[index];
    if (!call) return [];
    const target = targets.find(([one]) => one.path === path && one.station === call.station);
    const to = {
      station: target?.[1] ?? call.station,
      offset: target?.[2] !== undefined && target[0].offset === call.offset ? target[2] : call.offset,
    };
    return to.station === station && to.offset === offset ? [] : [{ path, from: { station, offset }, to }];
  });
}
