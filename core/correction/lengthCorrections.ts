/** A length that was measured between two surfaces, in one unit of the caller's choice. */
export interface MeasuredLength {
  readonly id: string;
  /** The offset that makes the surface, and the one that makes the surface it is measured from; undefined for what no offset moves. */
  readonly offset: string;
  readonly from: string | undefined;
  /** Target − measured, as a coordinate on Z. */
  readonly deviation: number;
  /** One standard deviation, above 0. */
  readonly uncertainty: number;
}

/** What lengths say of the offsets that make their surfaces, in the unit of the lengths. */
interface LengthSolution {
  /** What is to be added to each offset; absent where the lengths only tie it to others. */
  readonly corrections: ReadonlyMap<string, number>;
  /** What no correction explains, by length. */
  readonly residuals: ReadonlyMap<string, number>;
}

/**
 * The corrections of Z offsets that explain measured lengths best: least squares, weighted by 1/u². A length is the difference of two
 * surfaces, so an offset is only known where lengths lead from it to one of the `fixed`, which are not corrected (the tool that
 * makes the face is the part's own zero), or to a surface that no offset moves. A length between two surfaces of one offset says
 * nothing of it: its whole deviation is left over (docs/MATHEMATICS.md, First part). In the unit of the lengths.
 *
 * @example T7 makes a wall 9.06 from T1's face instead of 9.00: as coordinates −9.00 − (−9.06) = +0.06 is to be added to Z of T7
 */
export function solveLengths(lengths: readonly MeasuredLength[], fixed: ReadonlySet<string>): LengthSolution {
  const known = reachable(lengths, fixed);
  const unknowns = [...known];
  const index = new Map(unknowns.map((offset, at) => [offset, at]));
  const matrix = unknowns.map(() => new Array<number>(unknowns.length + 1).fill(0));
  for (const { offset, from, deviation, uncertainty } of lengths) {
    if (offset === from) continue;
    const [i, j] = [index.get(offset), from === undefined ? undefined : index.get(from)];
    const weight = 1 / uncertainty ** 2;
    if (i !== undefined) addTo(matrix, i, i, weight, deviation);
    if (j !== undefined) addTo(matrix, j, j, weight, -deviation);
    if (i !== undefined && j !== undefined) {
      addTo(matrix, i, j, -weight, 0);
      addTo(matrix, j, i, -weight, 0);
    }
  }
  const solved = solve(matrix);
  const corrections = new Map(unknowns.map((offset, at) => [offset, solved[at] ?? 0]));
  const correctionOf = (offset: string | undefined) => (offset === undefined ? 0 : (corrections.get(offset) ?? 0));
  const residuals = new Map(
    lengths.map((one) => {
      const explained = one.offset === one.from ? 0 : correctionOf(one.offset) - correctionOf(one.from);
      return [one.id, one.deviation - explained];
    }),
  );
  return { corrections, residuals };
}

function addTo(matrix: number[][], row: number, column: number, weight: number, deviation: number): void {
  const line = matrix[row] as number[];
  line[column] = (line[column] ?? 0) + weight;
  line[line.length - 1] = (line.at(-1) ?? 0) + weight * deviation;
}

/** The offsets from which lengths lead to a surface that is fixed. */
function reachable(lengths: readonly MeasuredLength[], fixed: ReadonlySet<string>): ReadonlySet<string> {
  const isFixed = (offset: string | undefined) => offset === undefined || fixed.has(offset);
  const reached = new Set<string>();
  for (let before = -1; before !== reached.size; ) {
    before = reached.size;
    for (const { offset, from } of lengths) {
      if (offset === from) continue;
      if ((isFixed(from) || reached.has(from ?? "")) && !isFixed(offset)) reached.add(offset);
      if ((isFixed(offset) || reached.has(offset)) && from !== undefined && !isFixed(from)) reached.add(from);
    }
  }
  return reached;
}

/** Solves a system of equations whose matrix is symmetric and positive: each offset leads to one that is fixed. */
function solve(matrix: number[][]): readonly number[] {
  const size = matrix.length;
  for (let column = 0; column < size; column++) {
    const pivot = matrix[column] as number[];
    for (let row = column + 1; row < size; row++) {
      const line = matrix[row] as number[];
      const factor = (line[column] ?? 0) / (pivot[column] ?? 1);
      for (let at = column; at <= size; at++) line[at] = (line[at] ?? 0) - factor * (pivot[at] ?? 0);
    }
  }
  const values = new Array<number>(size).fill(0);
  for (let row = size - 1; row >= 0; row--) {
    const line = matrix[row] as number[];
    let rest = line[size] ?? 0;
    for (let at = row + 1; at < size; at++) rest -= (line[at] ?? 0) * (values[at] ?? 0);
    values[row] = rest / (line[row] ?? 1);
  }
  return values;
}
