import { createContext, type ReactNode, use, useEffect, useRef, useState } from "react";
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

/** What is on its way, and what was not taken. */
interface Queue {
  readonly waiting: readonly TypedMeasurement[];
  readonly refused: readonly RefusedMeasurement[];
}
const EMPTY: Queue = { waiting: [], refused: [] };

interface KeptMeasurements extends Queue {
  readonly keep: (measurement: Omit<TypedMeasurement, "id" | "feature">) => void;
}
const KeptMeasurementsContext = createContext<KeptMeasurements>({ ...EMPTY, keep: () => undefined });

type KeepsProps = Pick<FirstPartProps, "setup" | "setupId" | "person">;

/**
 * Keeps measurements one after the other while the next one is typed. It stands around all stages of a setup, so that leaving First part
 * loses none; a page that is loaded again goes on with what was waiting.
 */
export function KeepsMeasurements({ children, ...props }: KeepsProps & { readonly children: ReactNode }) {
  const key = `luvrit:measured:${props.person.name}:${props.setupId}`;
  const [queue, setQueue] = useState(EMPTY);
  const names = useRef(new Map<string, string>());
  useEffect(() => setQueue((now) => (now === EMPTY ? read(key) : now)), [key]);
  useEffect(() => {
    if (queue !== EMPTY) write(key, queue);
  }, [key, queue]);
  const [first] = queue.waiting;
  const done = ({ id }: TypedMeasurement, refused: readonly RefusedMeasurement[] = []) =>
    setQueue((now) => ({
      waiting: now.waiting.filter((one) => one.id !== id),
      refused: [...now.refused, ...refused],
    }));
  const keep: KeptMeasurements["keep"] = (measurement) => {
    const { feature, dimension } = measurement.drawn;
    // One name for a dimension, also where it is measured on the next part before it has come on record.
    const name = feature?.feature ?? names.current.get(dimension.key) ?? newId();
    names.current.set(dimension.key, name);
    const isSame = isOf(measurement.drawn, measurement.part);
    setQueue((now) => ({
      waiting: [...now.waiting, { ...measurement, feature: name, id: newId() }],
      refused: now.refused.filter((one) => !isSame(one)),
    }));
  };
  return (
    <KeptMeasurementsContext value={{ ...queue, keep }}>
      {children}
      {first && (
        <Keeper
          key={first.id}
          {...props}
          measurement={first}
          onDone={() => done(first)}
          onRefused={(why) => done(first, [{ ...first, ...why }])}
        />
      )}
    </KeptMeasurementsContext>
  );
}

/** Measurements of a setup on their way. `onRefused` brings one back that was not taken, with what was typed. */
export function useKeptMeasurements(onRefused: (key: string) => void) {
  const { waiting, refused, keep } = use(KeptMeasurementsContext);
  const last = refused.at(-1);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each is brought back once.
  useEffect(() => {
    if (last) onRefused(last.drawn.dimension.key);
  }, [last?.id]);
  return {
    keep,
    waitingOf: (drawn: DrawnDimension, part: number) => waiting.find(isOf(drawn, part)),
    refusedOf: (drawn: DrawnDimension, part: number) => refused.find(isOf(drawn, part)),
  };
}

const isOf = (drawn: DrawnDimension, part: number) => (one: TypedMeasurement) =>
  one.drawn.dimension.key === drawn.dimension.key && one.part === part;

/** What was waiting when this page was left; nothing where the store of the page is closed to it. */
function read(key: string): Queue {
  try {
    const text = sessionStorage.getItem(key);
    return text === null ? EMPTY : JSON.parse(text);
  } catch {
    return EMPTY;
  }
}

function write(key: string, queue: Queue): void {
  try {
    if (queue.waiting.length + queue.refused.length === 0) sessionStorage.removeItem(key);
    else sessionStorage.setItem(key, JSON.stringify(queue));
  } catch {
    // The page goes on without it: what is typed is kept as long as it stands open.
  }
}

type Why = Pick<RefusedMeasurement, "refusal" | "gaugeRefusal">;

/** Keeps one measurement; a dimension that is not on record yet is recorded first, with the limits that hold for it. Draws nothing. */
function Keeper(
  props: KeepsProps & {
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
