import loadHighs from "highs";

/** A number to be found: not less than `from` (0), not more than `to` (as many as there are). */
export interface Column {
  readonly name: string;
  readonly whole: boolean;
  readonly from?: number;
  readonly to?: number;
  /** What one of it adds to which rows. */
  readonly in: readonly (readonly [row: string, much: number])[];
}
/** What columns may add up to. */
export interface Row {
  readonly name: string;
  readonly least?: number;
  readonly most?: number;
}
/** An integer programme: the most, or least, of some rows, each weighed. */
export interface Programme {
  readonly aim: "most" | "least";
  readonly worth: Readonly<Record<string, number>>;
  readonly columns: readonly Column[];
  readonly rows: readonly Row[];
}
/** Each column by its name. */
export type Solution = ReadonlyMap<string, number>;
/** @returns null where there is no solution */
export type Solver = (programme: Programme) => Solution | null;

/** Everything here is whole numbers or 4096ths: nearer than this is the same. */
const EXACT = { mip_rel_gap: 0, mip_abs_gap: 1e-5, output_flag: false } as const;

/**
 * Solves integer programmes by HiGHS (branch and cut; Huangfu and Hall 2018), compiled to WebAssembly: in a
 * browser, a worker or on a server alike.
 * @param locateFile where the browser finds its file
 */
export async function makeSolver(locateFile?: (file: string) => string): Promise<Solver> {
  const highs = await loadHighs(locateFile ? { locateFile } : {});
  return (programme) => {
    const solved = highs.solve(written(programme), EXACT);
    if (solved.Status !== "Optimal") return null;
    return new Map(programme.columns.map((c, n) => [c.name, solved.Columns[`x${n}`]?.Primal ?? 0]));
  };
}

/** A programme as the solver reads it (CPLEX LP format). */
function written({ aim, worth, columns, rows }: Programme): string {
  const sums = new Map<string, string[]>();
  const objective: string[] = [];
  columns.forEach((c, n) => {
    let own = 0;
    for (const [row, much] of c.in) {
      if (much === 0) continue;
      own += much * (worth[row] ?? 0);
      const sum = sums.get(row);
      if (sum) sum.push(term(much, n));
      else sums.set(row, [term(much, n)]);
    }
    if (own !== 0) objective.push(term(own, n));
  });
  const limits = rows.flatMap(({ name, least, most }, n) => {
    const sum = sums.get(name)?.join(" ");
    if (sum === undefined) return [];
    return [
      ...(least === undefined ? [] : [`l${n}: ${sum} >= ${least}`]),
      ...(most === undefined ? [] : [`m${n}: ${sum} <= ${most}`]),
    ];
  });
  const bounds = columns.flatMap((c, n) =>
    c.from === undefined && c.to === undefined ? [] : [`${c.from ?? 0} <= x${n} <= ${c.to ?? "inf"}`],
  );
  const whole = columns.flatMap((c, n) => (c.whole ? [`x${n}`] : []));
  return [
    aim === "most" ? "Maximize" : "Minimize",
    `worth: ${objective.length === 0 ? "0 x0" : objective.join("\n ")}`,
    "Subject To",
    ...limits,
    "Bounds",
    ...bounds,
    "General",
    ...whole,
    "End",
  ].join("\n");
}

const term = (much: number, n: number): string => `${much < 0 ? "-" : "+"} ${Math.abs(much)} x${n}`;
