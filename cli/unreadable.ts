/** Input of a command that cannot be read at all: said in one line, exit 2. */
export class Unreadable extends Error {}

/** One case as it came, with what can be told apart without understanding it. */
export type CaseJson = Readonly<Record<string, unknown>>;

/**
 * Answers every case of `{"cases":[…]}` in order. A case that is refused carries its `error`; anything else is
 * unreadable as a whole.
 */
export function answerCases(json: unknown, answer: (one: CaseJson) => Readonly<Record<string, unknown>>): unknown {
  const cases = (json as { cases?: unknown } | null)?.cases;
  if (!Array.isArray(cases)) throw new Unreadable('expected {"cases":[…]}');
  return {
    results: cases.map((one: unknown) => {
      const readable = typeof one === "object" && one !== null && !Array.isArray(one);
      if (!readable) return { id: null, error: { code: "missing", message: "A case must be an object with an id." } };
      return { id: (one as CaseJson).id ?? null, ...answer(one as CaseJson) };
    }),
  };
}
