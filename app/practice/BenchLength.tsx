import { BenchField } from "./parts.ts";

/** A field of the practice screen that takes a length as it is typed. */
export function BenchLength({
  label,
  name,
  text,
  onText,
  isWrong = false,
  isWide = false,
}: {
  readonly label: string;
  /** What it is called where its label alone is too short to say it. */
  readonly name?: string | undefined;
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly isWrong?: boolean;
  readonly isWide?: boolean;
}) {
  return (
    <BenchField $wide={isWide}>
      {label}
      <input
        aria-label={name}
        value={text}
        inputMode="decimal"
        aria-invalid={isWrong}
        onChange={({ target }) => onText(target.value)}
      />
    </BenchField>
  );
}
