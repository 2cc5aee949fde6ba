import { axisSchema, latheAxisSchema, SETTER_SIDES } from "../../core/machine/index.ts";
import { SPACER_KINDS } from "../../core/tool/index.ts";
import { GAUGES } from "../gauge/gauge.ts";

const axis = axisSchema;
const length = { type: "number", minimum: -10_000, maximum: 10_000 } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const station = { type: "string", minLength: 1, maxLength: 20 } as const;
const work = { type: "string", pattern: "^G5[4-9]$" } as const;
const yes = { type: "boolean" } as const;

export function command(
  name: string,
  properties: Readonly<Record<string, object>> = {},
  optional: readonly string[] = [],
) {
  const required = Object.keys(properties).filter((key) => !optional.includes(key));
  return {
    type: "object",
    additionalProperties: false,
    required: ["do", ...required],
    properties: { do: { type: "string", const: name }, ...properties },
  };
}

/** What a lathe can be told from outside; the forms of {@link LatheCommand}, checked where they come in over the network. */
export const latheCommandSchema = {
  type: "object",
  properties: { do: { type: "string" } },
  required: ["do"],
  discriminator: { propertyName: "do" },
  oneOf: [
    command("jog", { axis, by: length }),
    command("advance", { milliseconds: { type: "number", minimum: 0, maximum: 60_000 } }),
    ...["power-cycle", "home", "reset", "cycle-start", "feed-hold", "drop-spacer", "pull-bar"].map((name) =>
      command(name),
    ),
    command("door", { to: { type: "string", enum: ["open", "shut"] } }),
    command(
      "spindle",
      {
        run: { type: "string", enum: ["off", "forward", "reverse"] },
        rpm: { type: "number", minimum: 1, maximum: 20_000 },
      },
      ["rpm"],
    ),
    command("live", { on: yes }),
    command("call", { station, offset }, ["offset"]),
    command("mdi", { text: { type: "string", maxLength: 4000 } }),
    command("single-block", { on: yes }),
    command("rapid-override", { percent: { type: "number", minimum: 0, maximum: 100 } }),
    command("enter-offset", {
      offset,
      axis,
      number: length,
      register: { type: "string", enum: ["geometry", "wear"] },
      as: { type: "string", enum: ["overwrite", "add", "touched-dimension"] },
    }),
    command("enter-nose", {
      offset,
      noseRadius: { type: "number", minimum: 0, maximum: 1000 },
      orientation: { type: "integer", minimum: 0, maximum: 9 },
    }),
    command("enter-work", { name: work, axis, number: length }),
    command("enter-setter", { side: { type: "string", enum: SETTER_SIDES }, number: length }),
    command("activate-work", { name: work }),
    command("load-offsets", { text: { type: "string", maxLength: 40_000 } }),
    command("hold-spacer", {
      spacer: {
        type: "object",
        additionalProperties: false,
        required: ["kind", "thickness", "axis"],
        properties: {
          kind: { type: "string", enum: SPACER_KINDS },
          thickness: { type: "number", exclusiveMinimum: 0, maximum: 200 },
          axis,
        },
      },
    }),
    command("setter", { to: { type: "string", enum: ["out", "parked"] } }),
    command("measure", { gauge: { type: "string", enum: GAUGES }, z: length }),
    command("sweep", { sag: { type: "number", minimum: 0, maximum: 1 } }),
    command("slide", { axis: latheAxisSchema }),
    command("remount", { station }),
  ],
};
