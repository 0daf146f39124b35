/** How much of what belongs to the job a file holds. */
export interface Contents {
  readonly clips: number;
  readonly markers: number;
  readonly curves: number;
}

const ELEMENTS = { clips: "Clip", markers: "Marker", curves: "Points" } as const;

/** @param many how many elements of each name a project has */
export const contentsOf = (many: ReadonlyMap<string, number>): Contents => ({
  clips: many.get(ELEMENTS.clips) ?? 0,
  markers: many.get(ELEMENTS.markers) ?? 0,
  curves: many.get(ELEMENTS.curves) ?? 0,
});

export function remarksOn({ clips, markers, curves }: Contents): string[] {
  const many = [
    [clips, "clips"],
    [markers, "markers"],
    [curves, "automation curves"],
  ] as const;
  return many.flatMap(([n, words]) =>
    n === 0
      ? []
      : `${n} ${n === 1 ? words.slice(0, -1) : words} in the file ` +
        `${n === 1 ? "was" : "were"} left alone: they belong to the job.`,
  );
}

const MOST_REMARKS = 50;
/** A file with thousands of the same thing to say is told of with the first of them. */
export function shortened(remarks: readonly string[]): string[] {
  if (remarks.length <= MOST_REMARKS) return [...remarks];
  return [
    ...remarks.slice(0, MOST_REMARKS),
    `And ${remarks.length - MOST_REMARKS} more remarks of this kind.`,
  ];
}
