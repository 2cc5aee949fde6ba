import { useMemo, useState } from "react";
import type { Feature, SetupView } from "../../core/ledger/index.ts";
import { lastDigit } from "../../core/machine/index.ts";
import { openDoubt, plausibilityOfMeasured } from "../../core/plausibility/index.ts";
import { type LengthReading, toControlText } from "../../core/units/index.ts";

/** A slip that would explain what was typed: asked about when it is to be kept. */
export function useMeasuredDoubt(
  setup: SetupView,
  feature: Feature | undefined,
  { text, reading }: { readonly text: string; readonly reading: LengthReading | undefined },
  decimalMark: "." | "," | undefined,
) {
  const [askedOf, setAskedOf] = useState<string>();
  const { machine } = setup;
  const judged = useMemo(() => {
    if (!reading || !feature) return undefined;
    return plausibilityOfMeasured(setup, feature, { measured: reading.mm, text });
  }, [setup, feature, reading, text]);
  const doubt = judged && openDoubt(judged, machine, undefined, 0);
  const corrected = doubt?.corrected ?? undefined;
  return {
    isAsked: askedOf === text,
    /** Undefined where nothing is doubted. */
    message: doubt && (judged?.message ?? undefined),
    corrected:
      corrected === undefined
        ? undefined
        : toControlText(corrected, lastDigit(machine, feature?.axis ?? "x")).replace(".", decimalMark ?? "."),
    /** True where it is asked about: it is kept with an answer alone. */
    asks: () => {
      if (!doubt) return false;
      setAskedOf(text);
      return true;
    },
  };
}
