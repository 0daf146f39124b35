/**
 * Times a piece of work against one JSON round trip of the same data, turn by turn, so that both meet the
 * same machine.
 * Prints the middle of the ratios of each turn, and between which quarters they lie.
 */
export async function compare(
  what: string,
  data: unknown,
  work: () => unknown,
  aim: number | null,
  turns: number,
): Promise<void> {
  const baseline = (): unknown => JSON.parse(JSON.stringify(data));
  const clock = async (f: () => unknown): Promise<number> => {
    const start = performance.now();
    await f();
    return performance.now() - start;
  };
  const twice = async (): Promise<number> => ((await clock(baseline)) + (await clock(baseline))) / 2;
  for (let i = 0; i < 3; i++) {
    await work();
    baseline();
  }
  const rows: { worked: number; ratio: number }[] = [];
  for (let turn = 0; turn < turns; turn++) {
    const base = await twice();
    const worked = await clock(work);
    rows.push({ worked, ratio: worked / ((base + (await twice())) / 2) });
  }
  const at = (list: number[], share: number): number =>
    list.sort((x, y) => x - y)[Math.floor(share * (list.length - 1))] ?? 0;
  const ratios = rows.map((r) => r.ratio);
  const middle = at(ratios, 0.5);
  const worked = at(
    rows.map((r) => r.worked),
    0.5,
  );
  const said = [
    `${what.padEnd(64)} ${worked.toFixed(0).padStart(5)} ms`,
    `${middle.toFixed(1).padStart(5)} × JSON`,
    `(${at(ratios, 0.25).toFixed(1)} to ${at(ratios, 0.75).toFixed(1)}${aim === null ? "" : `; aim ≤ ${aim}`})`,
    ...(aim === null || middle <= aim ? [] : ["MISSED"]),
  ];
  console.log(said.join("  "));
}

/**
 * Times two pieces of work turn by turn and prints how the first compares with the second. `theirs` makes
 * its work ready, untimed.
 */
export function against(
  what: string,
  mine: () => unknown,
  theirs: () => () => unknown,
  of: string,
  aim: number | null,
  turns: number,
): void {
  const clock = (f: () => unknown): number => {
    const start = performance.now();
    f();
    return performance.now() - start;
  };
  const rows = Array.from({ length: turns }, () => {
    const b = clock(theirs()),
      a = clock(mine);
    return { a, b };
  }).slice(1);
  const middle = (list: number[]): number => list.sort((x, y) => x - y)[Math.floor(list.length / 2)] ?? 0;
  const share = middle(rows.map((r) => r.a / r.b));
  const [a, b] = [middle(rows.map((r) => r.a)), middle(rows.map((r) => r.b))];
  const said = [
    `${what.padEnd(64)} ${a.toFixed(1).padStart(7)} ms`,
    `${share.toFixed(3)} of ${of} (${b.toFixed(0)} ms${aim === null ? "" : `; aim ≤ ${aim}`})`,
    ...(aim === null || share <= aim ? [] : ["MISSED"]),
  ];
  console.log(said.join("  "));
}
