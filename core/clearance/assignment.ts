/**
 * The cheapest way to give every row a column of its own: shortest augmenting paths with potentials (Kuhn 1955, Munkres
 * 1957, in Jonker and Volgenant's form). `cost` holds rows × columns, row by row, with at least as many columns as rows;
 * `Infinity` forbids a pair. Gives the column of each row, or undefined where no assignment avoids what is forbidden.
 *
 * @example cheapestAssignment(Float64Array.of(4, 1, 2, 3), 2, 2) gives [1, 0]: 1 + 2 = 3 is less than 4 + 3
 */
export function cheapestAssignment(
  cost: Float64Array,
  rows: number,
  columns: number,
): { readonly columnOf: Int32Array; readonly cost: number } | undefined {
  const rowPotential = new Float64Array(rows + 1);
  const columnPotential = new Float64Array(columns + 1);
  const rowOf = new Int32Array(columns + 1);
  const before = new Int32Array(columns + 1);
  const shortest = new Float64Array(columns + 1);
  const isUsed = new Uint8Array(columns + 1);
  for (let row = 1; row <= rows; row++) {
    rowOf[0] = row;
    shortest.fill(Number.POSITIVE_INFINITY);
    isUsed.fill(0);
    let column = 0;
    do {
      isUsed[column] = 1;
      const from = rowOf[column] as number;
      let [least, next] = [Number.POSITIVE_INFINITY, -1];
      for (let to = 1; to <= columns; to++) {
        if (isUsed[to] === 1) continue;
        const price = cost[(from - 1) * columns + to - 1] as number;
        const reduced = price - (rowPotential[from] as number) - (columnPotential[to] as number);
        if (reduced < (shortest[to] as number)) {
          shortest[to] = reduced;
          before[to] = column;
        }
        if ((shortest[to] as number) < least) {
          least = shortest[to] as number;
          next = to;
        }
      }
      if (next < 0) return undefined;
      for (let to = 0; to <= columns; to++) {
        if (isUsed[to] === 1) {
          const at = rowOf[to] as number;
          rowPotential[at] = (rowPotential[at] as number) + least;
          columnPotential[to] = (columnPotential[to] as number) - least;
        } else shortest[to] = (shortest[to] as number) - least;
      }
      column = next;
    } while (rowOf[column] !== 0);
    while (column !== 0) {
      const to = before[column] as number;
      rowOf[column] = rowOf[to] as number;
      column = to;
    }
  }
  const columnOf = new Int32Array(rows);
  let total = 0;
  for (let column = 1; column <= columns; column++) {
    const row = rowOf[column] as number;
    if (row === 0) continue;
    columnOf[row - 1] = column - 1;
    total += cost[(row - 1) * columns + column - 1] as number;
  }
  return { columnOf, cost: total };
}
