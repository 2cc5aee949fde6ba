import { Ajv, type ErrorObject, type ValidateFunction } from "ajv";
import type { Answer } from "../core/refusal.ts";
import { schemaWords } from "../core/schemaWords.ts";
import { type CaseJson, Unreadable } from "./unreadable.ts";

const ajv = new Ajv({ allErrors: false, strict: true, allowUnionTypes: true });

/** How one kind of problem is read and worked. */
interface ProblemKind<Problem> {
  /** What its JSON must look like. */
  readonly schema: object;
  readonly solve: (problem: Problem) => Answer<Readonly<Record<string, unknown>>>;
}

/**
 * Answers one problem as written, or many as `{"cases":[…]}`. A problem that cannot be worked is answered by its error
 * among many; alone it is unreadable.
 */
export function answerProblems<Problem>(kind: ProblemKind<Problem>): (json: unknown) => unknown {
  let validate: ValidateFunction | undefined;
  const work = (json: unknown): Answer<Readonly<Record<string, unknown>>> => {
    validate ??= ajv.compile(kind.schema);
    if (validate(json)) return kind.solve(json as Problem);
    return { ok: false, refusal: { code: "bad-input", message: wordsOf(validate.errors?.[0]) } };
  };
  return (json) => {
    if (!isObject(json)) throw new Unreadable('expected a problem, or {"cases":[…]}');
    if (!("cases" in json)) {
      const answer = work(json);
      if (!answer.ok) throw new Unreadable(answer.refusal.message);
      return answer.value;
    }
    if (!Array.isArray(json.cases)) throw new Unreadable('expected {"cases":[…]}');
    return {
      results: json.cases.map((one: unknown) => {
        const { id = null, ...problem } = isObject(one) ? one : {};
        const answer = work(isObject(one) ? problem : one);
        return { id, ...(answer.ok ? answer.value : { error: answer.refusal }) };
      }),
    };
  };
}

const isObject = (json: unknown): json is CaseJson => typeof json === "object" && json !== null && !Array.isArray(json);

/** What is wrong where: `tools/0/geometry/x is not a number`. */
function wordsOf(error: ErrorObject | undefined): string {
  const place = error?.instancePath.slice(1) ?? "";
  const missing = error?.keyword === "required" ? String(error.params.missingProperty) : "";
  const where = [place, missing].filter((part) => part !== "").join("/");
  return `${where === "" ? "The problem" : where} ${error ? schemaWords(error) : "cannot be read"}.`;
}

const number = { type: "number" };
const size = { type: "number", minimum: 0 };
const name = { type: ["string", "number"] };
const span = { type: "array", minItems: 2, maxItems: 2, items: number };
const object = (required: readonly string[], properties: object) => ({ type: "object", required, properties });

/** Schemas of the problems; what they do not name may stand beside it. */
export const SCHEMAS = { number, size, name, span, object } as const;
