import FlatQueue from "flatqueue";

/** What a row may have: columns and their costs, in one list for all rows. */
export interface Choices {
  /** Where the choices of each row begin; one more than there are rows. */
  readonly starts: Int32Array;
  readonly columns: Int32Array;
  readonly costs: Float64Array;
}

/** Who has what, and the prices that prove that nothing else is cheaper. */
export interface SparseAssignment {
  /** The column of each row, −1 for none. */
  readonly columnOf: Int32Array;
  /** No choice costs less than its row's and its column's price together. */
  readonly rowPrice: Float64Array;
  readonly columnPrice: Float64Array;
}

/**
 * The cheapest way to give each row a column of its own among those it may have, or none for a price
 * (assignment problem on a sparse table): shortest augmenting paths with a queue, as in R. Jonker and
 * A. Volgenant, Computing 38, 1987. O(rows × choices × log choices) at worst.
 * @param choices what each row may have; costs finite
 * @param columns how many columns there are
 * @param none the price of having none
 */
export function assignSparse(choices: Choices, columns: number, none: number): SparseAssignment {
  return new Sparse(choices, columns, none).solve();
}

/**
 * Behind the real columns stands one of its own for each row: having none. Prices of rows and columns keep
 * every reduced cost at or above nothing.
 */
class Sparse {
  readonly #rows: number;
  readonly #rowPrice: Float64Array;
  readonly #columnPrice: Float64Array;
  readonly #columnOf: Int32Array;
  readonly #rowOf: Int32Array;
  readonly #reach: Float64Array;
  readonly #cameFrom: Int32Array;
  readonly #done: Uint8Array;

  constructor(
    private readonly choices: Choices,
    private readonly columns: number,
    private readonly none: number,
  ) {
    this.#rows = choices.starts.length - 1;
    const all = columns + this.#rows;
    this.#rowPrice = new Float64Array(this.#rows);
    this.#columnPrice = new Float64Array(all);
    this.#columnOf = new Int32Array(this.#rows).fill(-1);
    this.#rowOf = new Int32Array(all).fill(-1);
    this.#reach = new Float64Array(all).fill(Infinity);
    this.#cameFrom = new Int32Array(all);
    this.#done = new Uint8Array(all);
  }

  solve(): SparseAssignment {
    for (let row = 0; row < this.#rows; row++) this.#takeCheapest(row);
    for (let row = 0; row < this.#rows; row++) if (this.#columnOf[row] === -1) this.#augment(row);
    return {
      columnOf: this.#columnOf.map((c) => (c >= this.columns ? -1 : c)),
      rowPrice: this.#rowPrice,
      columnPrice: this.#columnPrice,
    };
  }

  /** A row's price is its cheapest choice; where nobody has that yet, it gets it. */
  #takeCheapest(row: number): void {
    const { starts, columns, costs } = this.choices;
    let [best, at] = [this.none, this.columns + row];
    for (let i = starts[row] ?? 0; i < (starts[row + 1] ?? 0); i++) {
      const [cost, column] = [costs[i] ?? Infinity, columns[i] ?? 0];
      // Of two that cost the same, one that is free.
      if (cost < best || (cost === best && this.#rowOf[at] !== -1 && this.#rowOf[column] === -1))
        [best, at] = [cost, column];
    }
    this.#rowPrice[row] = best;
    if (this.#rowOf[at] === -1) this.#give(row, at);
  }

  #give(row: number, column: number): void {
    this.#columnOf[row] = column;
    this.#rowOf[column] = row;
  }

  /** The cheapest chain of exchanges that ends at a free column, for a row that has none yet. */
  #augment(row: number): void {
    const queue = new FlatQueue<number>();
    const touched: number[] = [];
    const finished: number[] = [];
    let [here, far, end] = [row, 0, -1];
    while (end === -1) {
      this.#relax(here, far, queue, touched);
      const column = this.#nearest(queue);
      far = this.#reach[column] ?? Infinity;
      if (this.#rowOf[column] === -1) end = column;
      else {
        this.#done[column] = 1;
        finished.push(column);
        here = this.#rowOf[column] ?? 0;
      }
    }
    this.#reprice(row, finished, far);
    for (let column = end; column !== -1;) {
      const giver = this.#cameFrom[column] ?? 0;
      const before = this.#columnOf[giver] ?? -1;
      this.#give(giver, column);
      column = giver === row ? -1 : before;
    }
    for (const column of touched) {
      this.#reach[column] = Infinity;
      this.#done[column] = 0;
    }
  }

  #relax(row: number, far: number, queue: FlatQueue<number>, touched: number[]): void {
    const { starts, columns, costs } = this.choices;
    const price = this.#rowPrice[row] ?? 0;
    const reachOver = (column: number, cost: number): void => {
      if (this.#done[column]) return;
      const reach = far + Math.max(0, cost - price - (this.#columnPrice[column] ?? 0));
      const known = this.#reach[column] ?? Infinity;
      if (reach >= known) return;
      if (known === Infinity) touched.push(column);
      this.#reach[column] = reach;
      this.#cameFrom[column] = row;
      queue.push(column, reach);
    };
    for (let i = starts[row] ?? 0; i < (starts[row + 1] ?? 0); i++)
      reachOver(columns[i] ?? 0, costs[i] ?? Infinity);
    reachOver(this.columns + row, this.none);
  }

  /** The nearest column that was not looked at; a row's own one for having none is always among them. */
  #nearest(queue: FlatQueue<number>): number {
    for (;;) {
      const far = queue.peekValue();
      const column = queue.pop();
      if (column === undefined || far === undefined) throw new RangeError("a row has no way out");
      if (!this.#done[column] && far === this.#reach[column]) return column;
    }
  }

  #reprice(row: number, finished: readonly number[], far: number): void {
    this.#rowPrice[row] = (this.#rowPrice[row] ?? 0) + far;
    for (const column of finished) {
      const nearer = far - (this.#reach[column] ?? 0);
      this.#columnPrice[column] = (this.#columnPrice[column] ?? 0) - nearer;
      const owner = this.#rowOf[column] ?? 0;
      this.#rowPrice[owner] = (this.#rowPrice[owner] ?? 0) + nearer;
    }
  }
}
