/**
 * What a variable holds or an expression comes to: a number, `null` for a variable that was never set (empty), or undefined for a value
 * that only the machine knows, and everything reckoned from it.
 */
export type Value = number | null | undefined;

/** Variables that a macro call has for itself: #1 to #33, and plain names. */
export interface Scope {
  readonly numbers: Map<number, Value>;
  readonly names: Map<string, Value>;
}
/** Variables of a call that has just begun: all of them empty. */
export const newScope = (): Scope => ({ numbers: new Map(), names: new Map() });

/** What an expression is worked out with. */
export interface Environment {
  readonly read: (variable: number | string) => Value;
  readonly write: (variable: number | string, value: Value) => void;
  /** Said where a line divides by zero or the like; the result is unknown. */
  readonly onArithmetic: () => void;
}

const LOCAL = 33;
const COMMON = [100, 999] as const;

/** All variables of a program while it runs. */
export class Variables {
  private readonly common = new Map<number | string, Value>();
  /** The control's own variables: unknown until the program writes them. */
  private readonly own = new Map<number, Value>();

  read(scope: Scope, variable: number | string): Value {
    if (typeof variable === "string")
      return variable.startsWith("_") ? held(this.common, variable, null) : held(scope.names, variable, null);
    if (!Number.isInteger(variable) || variable < 0) return undefined;
    if (variable === 0) return null;
    if (variable <= LOCAL) return held(scope.numbers, variable, null);
    if (variable >= COMMON[0] && variable <= COMMON[1]) return held(this.common, variable, null);
    return held(this.own, variable, undefined);
  }

  write(scope: Scope, variable: number | string, value: Value): void {
    if (typeof variable === "string") {
      if (variable.startsWith("_")) this.common.set(variable, value);
      else scope.names.set(variable, value);
      return;
    }
    if (!Number.isInteger(variable) || variable <= 0) return;
    if (variable <= LOCAL) scope.numbers.set(variable, value);
    else if (variable >= COMMON[0] && variable <= COMMON[1]) this.common.set(variable, value);
    else this.own.set(variable, value);
  }
}

/** What is held under a name; an unknown value is held too. */
const held = <Key>(map: ReadonlyMap<Key, Value>, key: Key, otherwise: Value): Value =>
  map.has(key) ? map.get(key) : otherwise;
