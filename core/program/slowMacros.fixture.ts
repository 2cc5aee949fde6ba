import fc from "fast-check";

/**
 * Programs with variables, loops, jumps, calls, cycles and shifts, made as trees: the text is written from a tree, and where the program
 * goes is worked out by walking the tree itself, so that nothing of the reader is shared. Written apart from it, from docs/formats/programs.md.
 */
interface MacroProgram {
  readonly text: string;
  readonly visited: readonly VisitedCall[];
  /** Lines, counted from 1, that cannot be carried out because only the machine knows a value in them. */
  readonly left: readonly number[];
}
interface VisitedCall {
  readonly line: number;
  readonly x: readonly [number, number] | null;
  readonly z: readonly [number, number] | null;
}

type Expression =
  | { readonly is: "number"; readonly value: number }
  | { readonly is: "variable"; readonly of: number }
  | { readonly is: "machine" }
  | { readonly is: "sum"; readonly sign: "+" | "-" | "*"; readonly a: Expression; readonly b: Expression }
  | { readonly is: "function"; readonly name: "ABS" | "SIN" | "FIX" | "FUP" | "SQRT"; readonly of: Expression };

type Statement =
  | { readonly do: "set"; readonly variable: number; readonly to: Expression }
  | {
      readonly do: "move";
      readonly code: 0 | 1;
      readonly x?: Expression | undefined;
      readonly z?: Expression | undefined;
      readonly u?: Expression | undefined;
      readonly w?: Expression | undefined;
    }
  | { readonly do: "loop"; readonly times: number; readonly counter: number; readonly body: readonly Statement[] }
  | {
      readonly do: "skip";
      readonly a: Expression;
      readonly compare: "EQ" | "NE" | "GT" | "LT" | "GE" | "LE";
      readonly b: Expression;
      readonly body: readonly Statement[];
    }
  | { readonly do: "call"; readonly sub: number; readonly times: number }
  | { readonly do: "macro"; readonly sub: number; readonly a: number; readonly b: number }
  | { readonly do: "shift"; readonly x: number; readonly z: number }
  | { readonly do: "work"; readonly u: number; readonly w: number }
  | { readonly do: "box"; readonly x: number; readonly z: number; readonly taper: number; readonly next: number }
  | { readonly do: "tool"; readonly number: number };

/** Two levels of loops at most, by their own numbers. */
const COUNTERS = [31, 32] as const;
const write = (value: number) => (Number.isInteger(value) ? `${value}.` : String(value));

const number = fc.integer({ min: -400, max: 400 }).map((value): Expression => ({ is: "number", value: value / 8 }));
const variable = fc.constantFrom(1, 2, 3, 100, 101).map((of): Expression => ({ is: "variable", of }));
const leaf = fc.oneof({ weight: 3, arbitrary: number }, { weight: 3, arbitrary: variable });
const expression: fc.Arbitrary<Expression> = fc.oneof(
  { weight: 5, arbitrary: leaf },
  {
    weight: 3,
    arbitrary: fc
      .tuple(fc.constantFrom("+" as const, "-" as const, "*" as const), leaf, leaf)
      .map(([sign, a, b]): Expression => ({ is: "sum", sign, a, b })),
  },
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.constantFrom("ABS" as const, "SIN" as const, "FIX" as const, "FUP" as const), leaf)
      .map(([name, of]): Expression => ({ is: "function", name, of })),
  },
  {
    weight: 1,
    arbitrary: leaf.map(
      (of): Expression => ({ is: "function", name: "SQRT", of: { is: "function", name: "ABS", of } }),
    ),
  },
);
const coordinate = fc.oneof(
  { weight: 14, arbitrary: expression },
  { weight: 1, arbitrary: fc.constant<Expression>({ is: "machine" }) },
);
const eighth = fc.integer({ min: -160, max: 160 }).map((value) => value / 8);
const code = fc.constantFrom(0 as const, 1 as const);

const move = fc.oneof(
  fc.record({ do: fc.constant("move" as const), code, x: coordinate, z: coordinate }),
  fc.record({ do: fc.constant("move" as const), code, x: coordinate }),
  fc.record({ do: fc.constant("move" as const), code, z: coordinate }),
  fc.record({ do: fc.constant("move" as const), code, u: expression, w: expression }),
  fc.record({ do: fc.constant("move" as const), code, x: coordinate, w: expression }),
);
const plain: fc.Arbitrary<Statement> = fc.oneof(
  { weight: 5, arbitrary: move },
  {
    weight: 4,
    arbitrary: fc
      .tuple(fc.constantFrom(1, 2, 3, 100, 101), expression)
      .map(([of, to]): Statement => ({ do: "set", variable: of, to })),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("shift" as const), x: eighth, z: eighth }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("work" as const), u: eighth, w: eighth }) },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant("box" as const),
      x: eighth,
      z: eighth,
      taper: fc.constantFrom(0, 0, 1.5, -2.25),
      next: eighth,
    }),
  },
  { weight: 1, arbitrary: fc.integer({ min: 1, max: 9 }).map((of): Statement => ({ do: "tool", number: of })) },
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.constantFrom(0, 1), fc.integer({ min: 1, max: 3 }))
      .map(([sub, times]): Statement => ({ do: "call", sub, times })),
  },
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.constantFrom(0, 1), eighth, eighth)
      .map(([sub, a, b]): Statement => ({ do: "macro", sub, a, b })),
  },
);
const inSub: fc.Arbitrary<Statement> = plain.filter(
  ({ do: what }) => what !== "call" && what !== "macro" && what !== "tool",
);

function nested(inner: fc.Arbitrary<Statement>, depth: 0 | 1): fc.Arbitrary<Statement> {
  const body = fc.array(inner, { minLength: 1, maxLength: 4 });
  return fc.oneof(
    { weight: 6, arbitrary: inner },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.integer({ min: 0, max: 4 }), body)
        .map(([times, of]): Statement => ({ do: "loop", times, counter: depth, body: of })),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(leaf, fc.constantFrom("EQ", "NE", "GT", "LT", "GE", "LE"), leaf, body)
        .map(([a, compare, b, of]): Statement => ({ do: "skip", a, compare: compare as "EQ", b, body: of })),
    },
  );
}

/** Programs of up to a few dozen statements, with two subprograms. */
export const macroProgram: fc.Arbitrary<MacroProgram> = fc
  .tuple(
    fc.array(nested(nested(plain, 1), 0), { minLength: 2, maxLength: 14 }),
    fc.array(inSub, { minLength: 1, maxLength: 4 }),
    fc.array(inSub, { minLength: 1, maxLength: 4 }),
  )
  .map(([main, ...subs]) => build(main, subs));

type Lines = Map<Statement, readonly number[]>;

function build(main: readonly Statement[], subs: readonly (readonly Statement[])[]): MacroProgram {
  const lines: string[] = ["O1", "G21 G54", "T0101", "G0 X60. Z5."];
  const at: Lines = new Map();
  const numbers = { next: 10 };
  put(main, lines, at, numbers);
  lines.push("M30");
  for (const [index, sub] of subs.entries()) {
    lines.push(`O90${index}`);
    put(sub, lines, at, numbers);
    lines.push("M99");
  }
  return { text: `${lines.join("\n")}\n`, ...walk(main, subs, at) };
}

const text = (of: Expression): string => {
  switch (of.is) {
    case "number":
      return write(of.value);
    case "variable":
      return `#${of.of}`;
    case "machine":
      return "#5041";
    case "sum":
      return `[${text(of.a)}${of.sign === "-" ? " - " : of.sign}${text(of.b)}]`;
    case "function":
      return `${of.name}[${text(of.of)}]`;
  }
};
const inWord = (letter: string, of: Expression | undefined) => {
  if (!of) return "";
  const written = text(of);
  return ` ${letter}${of.is === "sum" || of.is === "function" ? `[${written}]` : written}`;
};

/** Writes statements out and keeps the lines of each, counted from 1. */
function put(body: readonly Statement[], lines: string[], at: Lines, numbers: { next: number }): void {
  const line = (words: string) => lines.push(words);
  for (const one of body) {
    at.set(one, [lines.length + 1, lines.length + 2]);
    switch (one.do) {
      case "set":
        line(`#${one.variable}=${text(one.to)}`);
        break;
      case "move":
        line(`G${one.code}${inWord("X", one.x)}${inWord("Z", one.z)}${inWord("U", one.u)}${inWord("W", one.w)}`);
        break;
      case "loop": {
        const [counter, label] = [COUNTERS[one.counter] ?? 31, one.counter + 1];
        line(`#${counter}=0`);
        line(`WHILE [#${counter} LT ${one.times}] DO${label}`);
        put(one.body, lines, at, numbers);
        line(`#${counter}=#${counter}+1`);
        line(`END${label}`);
        break;
      }
      case "skip": {
        const label = numbers.next++;
        line(`IF [${text(one.a)} ${one.compare} ${text(one.b)}] GOTO ${label}`);
        put(one.body, lines, at, numbers);
        line(`N${label}`);
        break;
      }
      case "call":
        line(`M98 P90${one.sub} L${one.times}`);
        break;
      case "macro":
        line(`G65 P90${one.sub} A${write(one.a)} B${write(one.b)}`);
        break;
      case "shift":
        line(`G52 X${write(one.x)} Z${write(one.z)}`);
        break;
      case "work":
        line(`G10 L2 P1 U${write(one.u)} W${write(one.w)}`);
        break;
      case "box":
        line(`G90 X${write(one.x)} Z${write(one.z)}${one.taper === 0 ? "" : ` R${write(one.taper)}`} F.2`);
        line(`X${write(one.next)}`);
        line("G0");
        break;
      case "tool": {
        const digits = String(one.number).padStart(2, "0");
        line(`T${digits}${digits}`);
        break;
      }
    }
  }
}

/** A number, nothing (a variable that was never set), or what only the machine knows. */
type Value = number | "empty" | "unknown";

function walk(
  main: readonly Statement[],
  subs: readonly (readonly Statement[])[],
  at: Lines,
): Pick<MacroProgram, "visited" | "left"> {
  const points: { line: number; x: number[]; z: number[] }[] = [{ line: 3, x: [60], z: [5] }];
  const left = new Set<number>();
  const common = new Map<number, Value>();
  let own = new Map<number, Value>();
  let [x, z]: [number | undefined, number | undefined] = [60, 5];
  const local = { x: 0, z: 0 };
  const work = { x: 0, z: 0 };
  const read = (of: number): Value => (of >= 100 ? common : own).get(of) ?? "empty";
  const value = (of: Expression): Value => {
    if (of.is === "number") return of.value;
    if (of.is === "variable") return read(of.of);
    if (of.is === "machine") return "unknown";
    if (of.is === "sum") {
      const [a, b] = [value(of.a), value(of.b)].map((one) => (one === "empty" ? 0 : one));
      if (typeof a !== "number" || typeof b !== "number") return "unknown";
      return of.sign === "+" ? a + b : of.sign === "-" ? a - b : a * b;
    }
    const inner = value(of.of);
    if (inner === "unknown") return "unknown";
    const n = inner === "empty" ? 0 : inner;
    if (of.name === "ABS") return Math.abs(n);
    if (of.name === "SIN") return Math.sin((n / 180) * Math.PI);
    // Down and up on the line of numbers, not towards 0.
    if (of.name === "FIX") return Math.floor(n);
    if (of.name === "FUP") return Math.ceil(n);
    return Math.sqrt(n);
  };
  const reach = (axis: "x" | "z", place: number | undefined) => {
    if (place !== undefined) points.at(-1)?.[axis].push(place);
  };
  const go = (one: Extract<Statement, { do: "move" }>) => {
    const line = at.get(one)?.[0] ?? 0;
    const said = {
      x: one.x && value(one.x),
      z: one.z && value(one.z),
      u: one.u && value(one.u),
      w: one.w && value(one.w),
    };
    if (Object.values(said).includes("unknown")) left.add(line);
    // A word with an empty value is left out.
    const next = (
      absolute: Value | undefined,
      increment: Value | undefined,
      now: number | undefined,
      shift: number,
    ) => {
      if (typeof absolute === "number") return { names: true, to: absolute + shift };
      if (absolute === "unknown") return { names: true, to: undefined };
      if (typeof increment === "number") {
        if (now === undefined) left.add(line);
        return { names: true, to: now === undefined ? undefined : now + increment };
      }
      if (increment === "unknown") return { names: true, to: undefined };
      return { names: false, to: now };
    };
    const toX = next(said.x, said.u, x, local.x + work.x);
    const toZ = next(said.z, said.w, z, local.z + work.z);
    if (!toX.names && !toZ.names) return;
    if (one.code === 1) {
      reach("x", x);
      reach("z", z);
    }
    if (toX.names) reach("x", toX.to);
    if (toZ.names) reach("z", toZ.to);
    [x, z] = [toX.to, toZ.to];
  };
  const compare = (one: Extract<Statement, { do: "skip" }>): boolean | "unknown" => {
    const [a, b] = [value(one.a), value(one.b)];
    if (a === "unknown" || b === "unknown") return "unknown";
    if (one.compare === "EQ" || one.compare === "NE") return (a === b) === (one.compare === "EQ");
    const [m, n] = [a === "empty" ? 0 : a, b === "empty" ? 0 : b];
    return one.compare === "GT" ? m > n : one.compare === "LT" ? m < n : one.compare === "GE" ? m >= n : m <= n;
  };
  const box = ({ x: toX, z: toZ, taper, next }: Extract<Statement, { do: "box" }>) => {
    for (const corner of [toX, next]) {
      const place = corner + local.x + work.x;
      reach("x", x);
      reach("z", z);
      reach("x", place);
      reach("x", place + 2 * taper);
      reach("z", toZ + local.z + work.z);
    }
  };
  const run = (body: readonly Statement[]): void => {
    for (const one of body) {
      switch (one.do) {
        case "set":
          (one.variable >= 100 ? common : own).set(one.variable, value(one.to));
          break;
        case "move":
          go(one);
          break;
        case "loop":
          for (let time = 0; time < one.times; time++) run(one.body);
          break;
        case "skip": {
          const holds = compare(one);
          if (holds === "unknown") left.add(at.get(one)?.[0] ?? 0);
          if (holds !== true) run(one.body);
          break;
        }
        case "call":
          for (let time = 0; time < one.times; time++) run(subs[one.sub] ?? []);
          break;
        case "macro": {
          const outer = own;
          own = new Map<number, Value>([
            [1, one.a],
            [2, one.b],
          ]);
          run(subs[one.sub] ?? []);
          own = outer;
          break;
        }
        case "shift":
          Object.assign(local, { x: one.x, z: one.z });
          break;
        case "work":
          work.x += one.u;
          work.z += one.w;
          break;
        case "box":
          box(one);
          break;
        case "tool":
          points.push({ line: at.get(one)?.[0] ?? 0, x: [], z: [] });
          break;
      }
    }
  };
  run(main);
  const range = (values: readonly number[]): readonly [number, number] | null =>
    values.length === 0 ? null : [Math.min(...values), Math.max(...values)];
  return {
    visited: points.map((one) => ({ line: one.line, x: range(one.x), z: range(one.z) })),
    left: [...left].sort((a, b) => a - b),
  };
}
