/**
 * The cheapest way to give each row a column of its own (assignment problem), by the Kuhn–Munkres method
 * with shortest augmenting paths; O(rows² × columns).
 * @param cost one list of finite costs per row, all of one length, at least as many columns as rows
 * @returns the column of each row
 * @throws RangeError when the table is not rectangular or has fewer columns than rows
 */
export function assign(cost: readonly (readonly number[])[]): number[] {
  const rows = cost.length;
  const columns = cost[0]?.length ?? 0;
  if (rows === 0) return [];
  if (cost.some((r) => r.length !== columns))
    throw new RangeError("every row needs the same number of columns");
  if (columns < rows) throw new RangeError(`${rows} rows cannot each have one of ${columns} columns`);

  // 1-based, column 0 stands for "the row being placed"; potentials keep reduced costs non-negative.
  const rowPotential = new Float64Array(rows + 1);
  const columnPotential = new Float64Array(columns + 1);
  const rowOf = new Int32Array(columns + 1);
  const cameFrom = new Int32Array(columns + 1);
  for (let row = 1; row <= rows; row++) {
    rowOf[0] = row;
    let at = 0;
    const reach = new Float64Array(columns + 1).fill(Infinity);
    const done = new Uint8Array(columns + 1);
    do {
      done[at] = 1;
      const here = rowOf[at] ?? 0;
      const costs = cost[here - 1] ?? [];
      let step = Infinity;
      let next = 0;
      for (let c = 1; c <= columns; c++) {
        if (done[c]) continue;
        const reduced = (costs[c - 1] ?? 0) - (rowPotential[here] ?? 0) - (columnPotential[c] ?? 0);
        if (reduced < (reach[c] ?? Infinity)) {
          reach[c] = reduced;
          cameFrom[c] = at;
        }
        if ((reach[c] ?? Infinity) < step) {
          step = reach[c] ?? Infinity;
          next = c;
        }
      }
      for (let c = 0; c <= columns; c++) {
        if (done[c]) {
          const r = rowOf[c] ?? 0;
          rowPotential[r] = (rowPotential[r] ?? 0) + step;
          columnPotential[c] = (columnPotential[c] ?? 0) - step;
        } else reach[c] = (reach[c] ?? Infinity) - step;
      }
      at = next;
    } while (rowOf[at] !== 0);
    while (at !== 0) {
      const before = cameFrom[at] ?? 0;
      rowOf[at] = rowOf[before] ?? 0;
      at = before;
    }
  }
  const columnOf = new Array<number>(rows).fill(-1);
  for (let c = 1; c <= columns; c++) if (rowOf[c]) columnOf[(rowOf[c] ?? 0) - 1] = c - 1;
  return columnOf;
}
