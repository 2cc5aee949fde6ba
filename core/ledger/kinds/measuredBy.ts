import { wayOf } from "../../tool/index.ts";
import type { Payload } from "./index.ts";

const TYPED: Readonly<Record<string, string>> = {
  machine: "machine",
  size: "measured",
  spacer: "spacer",
  trigger: "trigger",
  commanded: "commanded",
  overhang: "overhang",
  old: "setting before",
  retreat: "retreat",
  jog: "jogged",
};

/** What a touch rests on, letter by letter as it was typed, and with which gauge. */
export function measuredBy({
  way,
  typed,
  gauge: own,
  overdue,
}: Pick<Payload<"touch-accepted" | "work-offset-taught">, "way" | "typed" | "gauge" | "overdue">): string {
  const { words, readFrom } = wayOf(way);
  const unit = typed.sizeUnit;
  const numbers = Object.entries(typed)
    .filter(([field, text]) => field !== "sizeUnit" && text !== "")
    .map(
      ([field, text]) =>
        `${TYPED[field] ?? field} ${text}${unit && field !== "machine" && !/[a-z"]/i.test(text) ? ` ${unit}` : ""}`,
    );
  const by = own ? `${own}${overdue ? ", overdue" : ""}` : readFrom;
  return `${words}${numbers.length > 0 ? `: ${numbers.join(", ")}` : ""}${by === "" ? "" : ` · ${by}`}`;
}
