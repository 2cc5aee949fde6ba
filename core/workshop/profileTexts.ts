/** One leaf of a schema as a form shows it. */
export interface ProfileField {
  /** Names from the outside in, such as `travel/x/0`. */
  readonly path: string;
  readonly takes: "words" | "number" | "choice" | "yes-or-no" | "list";
  readonly choices: readonly string[];
  readonly required: boolean;
  /** Required once anything else of the object that holds it is there. */
  readonly ownRequired: boolean;
}

interface Schema {
  readonly type?: string | readonly string[];
  readonly enum?: readonly unknown[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly items?: Schema;
  readonly minItems?: number;
  readonly maxItems?: number;
}

/** Largest fixed list that is shown as fields of its own: a range has two. */
const SMALL_LIST = 3;

/**
 * Leaves of a schema in their order, nested objects and small fixed lists opened; lists of objects are left out, since
 * they have rows of their own. What is required below something that is left out is not required.
 */
export function profileFields(schema: object, prefix = "", within = true): readonly ProfileField[] {
  const { properties = {}, required = [] } = schema as Schema;
  return Object.entries(properties).flatMap(([name, property]): readonly ProfileField[] => {
    const path = prefix + name;
    const needed = within && required.includes(name);
    if (property.type === "object") return profileFields(property, `${path}/`, needed);
    if (property.type === "array") {
      if (property.items?.type === "object") return [];
      const { minItems, maxItems } = property;
      if (minItems === undefined || minItems !== maxItems || minItems > SMALL_LIST)
        return [{ path, takes: "list", choices: [], required: needed, ownRequired: false }];
      return Array.from({ length: minItems }, (_, index) =>
        leaf(`${path}/${index}`, property.items ?? {}, needed, false),
      );
    }
    return [leaf(path, property, needed, required.includes(name))];
  });
}

function leaf(path: string, { type, enum: choices }: Schema, required: boolean, ownRequired: boolean): ProfileField {
  if (choices) return { path, takes: "choice", choices: choices.map(String), required, ownRequired };
  const takes = type === "number" || type === "integer" ? "number" : type === "boolean" ? "yes-or-no" : "words";
  return { path, takes, choices: [], required, ownRequired };
}

/** A value of a schema as texts by path, to fill a form with. */
export function textsOfProfile(schema: object, value: object): Readonly<Record<string, string>> {
  return Object.fromEntries(
    profileFields(schema).flatMap(({ path, takes }) => {
      let at: unknown = value;
      for (const name of path.split("/"))
        at = typeof at === "object" && at !== null ? (at as Readonly<Record<string, unknown>>)[name] : undefined;
      if (at === undefined) return [];
      if (takes === "list" && Array.isArray(at)) return [[path, at.join(", ")]];
      return [[path, typeof at === "boolean" ? (at ? "yes" : "no") : String(at)]];
    }),
  );
}

/**
 * The inverse: a value built from texts. Empty texts are left out; a number that cannot be read stays a text, so that the
 * schema's own validator refuses it where it stands.
 */
export function profileOfTexts(schema: object, texts: Readonly<Record<string, string>>): Record<string, unknown> {
  const built: Record<string, unknown> = {};
  for (const { path, takes, choices } of profileFields(schema)) {
    const text = (texts[path] ?? "").trim();
    if (text === "") continue;
    const names = path.split("/");
    let at: Record<string, unknown> | unknown[] = built;
    for (const [index, name] of names.entries()) {
      const isLast = index === names.length - 1;
      const key = Array.isArray(at) ? Number(name) : name;
      const holder = at as Record<string | number, unknown>;
      if (isLast) holder[key] = typedValue(text, takes, choices);
      else {
        holder[key] ??= /^\d+$/.test(names[index + 1] ?? "") ? [] : {};
        at = holder[key] as Record<string, unknown>;
      }
    }
  }
  // A word that may be empty is there once its neighbours are: no ending of a file's name is an empty one.
  for (const { path, takes, ownRequired } of profileFields(schema)) {
    const names = path.split("/");
    const last = names.pop() ?? "";
    if (takes !== "words" || !ownRequired || names.length === 0) continue;
    let at: unknown = built;
    for (const name of names) at = (at as Record<string, unknown> | undefined)?.[name];
    if (typeof at === "object" && at !== null) (at as Record<string, unknown>)[last] ??= "";
  }
  return built;
}

function typedValue(text: string, takes: ProfileField["takes"], choices: readonly string[]): unknown {
  const number = Number(text.replace(",", "."));
  if (takes === "list")
    return text
      .split(",")
      .map((one) => one.trim())
      .filter(Boolean);
  if (takes === "yes-or-no") return text === "yes";
  if (takes === "number") return Number.isFinite(number) ? number : text;
  // Signs are choices between numbers.
  if (takes === "choice" && choices.every((one) => Number.isFinite(Number(one))))
    return Number.isFinite(number) ? number : text;
  return text;
}
