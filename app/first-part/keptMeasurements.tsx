import { useEffect, useRef, useState } from "react";
import { newId } from "../shell/newId.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import type { DrawnDimension } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { recordedFields } from "./recordedFields.ts";

/** A measurement that was typed and is on its way to the record. */
interface TypedMeasurement {
  readonly id: string;
  readonly drawn: DrawnDimension;
  /** The dimension on record, or the name that it will have there. */
  readonly feature: string;
  readonly part: number;
  readonly text: string;
  readonly gauge: string;
  readonly overdue: boolean;
}
/** One that was not taken, with why: of the number, or of the gauge. */
export interface RefusedMeasurement extends TypedMeasurement {
  readonly refusal: string | undefined;
  readonly gaugeRefusal: string | undefined;
}

/**
 * Measurements on their way: the next one can be typed while they are kept, one after the other. `onRefused` brings one back that was not
 * taken, with what was typed.
 */
export function useKeptMeasurements(props: FirstPartProps, onRefused: (key: string) => void) {
  const [waiting, setWaiting] = useState<readonly TypedMeasurement[]>([]);
  const [refused, setRefused] = useState<readonly RefusedMeasurement[]>([]);
  const names = useRef(new Map<string, string>());
  const [first] = waiting;
  const isOf = (drawn: DrawnDimension, part: number) => (one: TypedMeasurement) =>
    one.drawn.dimension.key === drawn.dimension.key && one.part === part;
  return {
    keep: (measurement: Omit<TypedMeasurement, "id" | "feature">) => {
      const { feature, dimension } = measurement.drawn;
      // One name for a dimension, also where it is measured on the next part before it has come on record.
      const name = feature?.feature ?? names.current.get(dimension.key) ?? newId();
      names.current.set(dimension.key, name);
      setRefused((now) => now.filter((one) => !isOf(measurement.drawn, measurement.part)(one)));
      setWaiting((now) => [...now, { ...measurement, feature: name, id: newId() }]);
    },
    waitingOf: (drawn: DrawnDimension, part: number) => waiting.find(isOf(drawn, part)),
    refusedOf: (drawn: DrawnDimension, part: number) => refused.find(isOf(drawn, part)),
    /** To be drawn somewhere: keeps the first of them. */
    keeper: first && (
      <Keeper
        key={first.id}
        {...props}
        measurement={first}
        onDone={() => setWaiting((now) => now.filter(({ id }) => id !== first.id))}
        onRefused={(why) => {
          setWaiting((now) => now.filter(({ id }) => id !== first.id));
          setRefused((now) => [...now, { ...first, ...why }]);
          onRefused(first.drawn.dimension.key);
        }}
      />
    ),
  };
}

type Why = Pick<RefusedMeasurement, "refusal" | "gaugeRefusal">;

/** Keeps one measurement; a dimension that is not on record yet is recorded first, with the limits that hold for it. Draws nothing. */
function Keeper(
  props: FirstPartProps & {
    readonly measurement: TypedMeasurement;
    readonly onDone: () => void;
    readonly onRefused: (why: Why) => void;
  },
) {
  const { setup, setupId, measurement, onDone, onRefused } = props;
  const { drawn, feature, part, text, gauge, overdue } = measurement;
  const record = useSetupForm(setupId, setup.seq);
  const measure = useSetupForm(setupId, setup.seq);
  const sent = useRef({ record: false, measure: false });
  // One that was recorded before it was said what a length is measured from is recorded once more.
  const needsFrom = drawn.dimension.kind !== "diameter" && drawn.dimension.from !== undefined;
  const isOnRecord = setup.features.some((one) => one.feature === feature && (!needsFrom || one.from !== undefined));
  // biome-ignore lint/correctness/useExhaustiveDependencies: each is sent once, the second when the first has come on record.
  useEffect(() => {
    if (!isOnRecord && !sent.current.record && drawn.limits) {
      sent.current.record = true;
      record.send("record-feature", recordedFields(props, drawn, drawn.limits, feature));
    }
    if (isOnRecord && !sent.current.measure) {
      sent.current.measure = true;
      const fields = { feature, part: String(part), measured: text, gauge, sizeUnit: setup.machine.units };
      measure.send("measure-feature", { ...fields, ...(overdue && { overdue: "yes" }) });
    }
  }, [isOnRecord]);
  const refusal = measure.refusalOf("measured") ?? measure.trouble ?? record.trouble;
  const gaugeRefusal = measure.refusalOf("gauge");
  const isRefused = measure.outcome === "refused" || record.outcome === "refused";
  // biome-ignore lint/correctness/useExhaustiveDependencies: it ends once.
  useEffect(() => {
    if (measure.isDone) onDone();
    else if (isRefused) onRefused({ refusal: refusal ?? (gaugeRefusal ? undefined : NOT_TAKEN), gaugeRefusal });
  }, [measure.isDone, isRefused]);
  return null;
}
const NOT_TAKEN = "This was not taken. Look at it again.";
