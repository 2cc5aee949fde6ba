import { toolSchema } from "../../tool/index.ts";
import { CELLS } from "../cells.ts";
import { secondOf, stationTaken, toolIn } from "../lookUp.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { holderSchema, name, object, offset } from "./schemaParts.ts";

/** A tool stands in a station under an offset number. */
export const schema = object(["offset", "station", "tool", "tolerance"], {
  offset,
  station: name,
  tool: toolSchema,
  /** The number of the holder that it stands in; absent where it was not said. */
  holder: holderSchema,
  /** Half the tightest tolerance band (the ± figure) that this offset makes, on the diameter for X. */
  tolerance: object(["x", "z"], {
    x: { type: "number", exclusiveMinimum: 0 },
    z: { type: "number", exclusiveMinimum: 0 },
  }),
});

export const kind: Kind<"tool-loaded"> = {
  version: 1,
  cells: ({ offset }) => [CELLS.tool(offset)],
  dependencies: () => [],
  describe: ({ offset, station }) => `tool of offset ${offset} loaded in station ${station}`,
  offsets: ({ offset }) => [offset],
  numbers: noNumbers,
  measurement: () => "",
  undo: "never",
  refusal: (state, { offset, station }) => {
    const other = toolIn(state, station);
    if (secondOf(state, offset) !== undefined)
      return { code: "offset-in-use", message: `Offset ${offset} is a second offset already. Choose a free one.` };
    return other !== undefined && other !== offset ? stationTaken(station, other) : undefined;
  },
  changeMachine: (machine, { station, offset, tool, holder }) => {
    // Loaded again somewhere else it has left the place where this setup had it.
    machine.vacate(offset);
    machine.put(station, { offset, tool, ...(holder !== undefined && { holder }) });
  },
};
