/** All pages of a list that comes some at a time, the first one first. */
export async function everyPage<P extends { readonly next: number | null }>(
  ask: (from: number) => Promise<{ readonly data: P }>,
): Promise<P[]> {
  const pages: P[] = [];
  for (let from: number | null = 0; from !== null; from = pages.at(-1)?.next ?? null)
    pages.push((await ask(from)).data);
  return pages;
}
