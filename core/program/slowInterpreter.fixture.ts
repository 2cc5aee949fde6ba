import type { Range } from "./extents.ts";

/**
 * A slow interpreter, written apart from the reader, that walks along everything in small steps and writes down where it
 * was. It knows G0 to G3, U and W, G90 box cycles, drilling, contours and subprograms, and takes T in four digits.
 */
interface Visited {
  readonly line: number;
  readonly x: Range | null;
  readonly z: Range | null;
}

export function visitSlowly(text: string): readonly Visited[] {
  const lines = text.split("\n");
  const calls: { line: number; points: [number | undefined, number | undefined][] }[] = [];
  let x: number | undefined;
  let z: number | undefined;
  let mode = 0;
  const point = (px: number | undefined, pz: number | undefined) => calls.at(-1)?.points.push([px, pz]);
  const word = (line: string, letter: string) => {
    const found = new RegExp(`${letter}\\s*([-+]?\\d*\\.?\\d+|[-+]?\\d+\\.)`).exec(line);
    return found ? Number(found[1]) : undefined;
  };

  const execute = (line: string, from: number, inContour: boolean): number | "return" | "end" => {
    const codes = [...line.matchAll(/G(\d+)/g)].map(([, code]) => Number(code));
    const tool = /T(\d{4})/.exec(line);
    if (tool) calls.push({ line: from + 1, points: [] });
    if (/M98/.test(line)) {
      const begin = lines.findIndex((one) => one.startsWith(`O${word(line, "P")}`));
      for (let time = 0; time < (word(line, "L") ?? 1); time++)
        for (let at = begin + 1; at < lines.length; at++) if (execute(lines[at] ?? "", at, false) === "return") break;
      return from + 1;
    }
    if (/M99/.test(line)) return "return";
    if (/M30/.test(line)) return "end";
    if (codes.includes(71) && /P/.test(line)) {
      const [first, last] = ["P", "Q"].map((letter) =>
        lines.findIndex((one) => one.startsWith(`N${word(line, letter)} `)),
      );
      const start = [x, z, mode] as const;
      point(x, z);
      for (let at = first ?? 0; at <= (last ?? 0); at++) execute(lines[at] ?? "", at, true);
      [x, z, mode] = start;
      return inContour ? from + 1 : (last ?? 0) + 1;
    }
    if (codes.includes(71) || codes.includes(4)) return from + 1;
    for (const code of codes) if (code <= 3 || code === 90 || code === 83) mode = code;
    const [wx, wz, wu, ww] = ["X", "Z", "U", "W"].map((letter) => word(line, letter));
    if (wx === undefined && wz === undefined && wu === undefined && ww === undefined) return from + 1;
    const toX = wx ?? (wu === undefined || x === undefined ? x : x + wu);
    const toZ = wz ?? (ww === undefined || z === undefined ? z : z + ww);
    if (mode === 90 || mode === 83) {
      point(x, z);
      point(toX, toZ);
      return from + 1;
    }
    if (mode >= 2) walkArc(toX, toZ, word(line, "I") ?? 0, word(line, "K") ?? 0);
    point(
      wx === undefined && wu === undefined ? undefined : toX,
      wz === undefined && ww === undefined ? undefined : toZ,
    );
    [x, z] = [toX, toZ];
    return from + 1;
  };

  /** Along an arc in a thousand steps. */
  const walkArc = (toX: number | undefined, toZ: number | undefined, i: number, k: number) => {
    if (x === undefined || z === undefined || toX === undefined || toZ === undefined) return;
    const [cr, cz] = [x / 2 + i, z + k];
    const start = Math.atan2(x / 2 - cr, z - cz);
    let stop = Math.atan2(toX / 2 - cr, toZ - cz);
    if (mode === 3 && stop <= start) stop += 2 * Math.PI;
    if (mode === 2 && stop >= start) stop -= 2 * Math.PI;
    for (let step = 1; step < 1000; step++) {
      const angle = start + ((stop - start) * step) / 1000;
      point(2 * (cr + Math.hypot(i, k) * Math.sin(angle)), cz + Math.hypot(i, k) * Math.cos(angle));
    }
  };

  for (let at = 0; at < lines.length; ) {
    const next = execute(lines[at] ?? "", at, false);
    if (next === "end" || next === "return") break;
    at = next;
  }
  return calls.map(({ line, points }) => ({
    line,
    x: rangeOf(points.map(([one]) => one)),
    z: rangeOf(points.map(([, one]) => one)),
  }));
}

function rangeOf(values: readonly (number | undefined)[]): Range | null {
  const known = values.filter((value): value is number => value !== undefined);
  return known.length === 0 ? null : [Math.min(...known), Math.max(...known)];
}
