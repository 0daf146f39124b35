import { diskName } from "@mossy/core/names/onDisk";
import type { FileAnswer } from "../answer.ts";
import { job } from "../crew/crew.ts";
import { housePdf } from "../print/housePdf.ts";
import type { PrintedEdition } from "../print/housePdf.ts";
import { draft, editionWith } from "./store.ts";
import type { Bench } from "./bench.ts";
import { impactOfDraft, usesOfExceptions } from "./impact.ts";
import { habits } from "./habits.ts";
import { unreadNames } from "./unread.ts";

export const impactJob = job("impact", async ({ pool, styles }: Bench, from: number) =>
  impactOfDraft(pool, (await styles.current(pool)).style, await styles.ofDraft(pool), from),
);

export const usesJob = job("uses", async ({ pool, styles }: Bench, _input: null) =>
  usesOfExceptions(pool, await styles.ofDraft(pool)),
);

export const unreadJob = job("unread", async ({ pool, styles }: Bench, _input: null) => {
  const names = await unreadNames(pool, styles);
  return names.map((n) => ({ ...n, families: [...n.families], where: [...n.where] }));
});

export const habitsJob = job("habits", (bench: Bench, _input: null) => habits(bench));

/** An edition, or (null) the draft, on paper. */
export const bookJob = job("book", async ({ pool }: Bench, edition: number | null): Promise<FileAnswer> => {
  const printed = edition === null ? await draftToPrint(pool) : await editionToPrint(pool, edition);
  return {
    bytes: await housePdf(printed),
    name: `${diskName(`House style ${printed.house.name}`, printed.house.disk.script)}.pdf`,
    type: "application/pdf",
  };
});

async function editionToPrint(pool: Bench["pool"], edition: number): Promise<PrintedEdition> {
  const { house, note, publishedAt, publishedBy } = await editionWith(pool, edition);
  const made = new Date(publishedAt);
  const day = made.toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
  return { house, note, made, says: `Edition ${edition} · ${publishedBy.name}, ${day}` };
}

async function draftToPrint(pool: Bench["pool"]): Promise<PrintedEdition> {
  const { house, revision, updatedAt } = await draft(pool);
  return { house, note: "", made: new Date(updatedAt), says: `Draft, as it was after change ${revision}` };
}

export const houseJobs = [impactJob, usesJob, unreadJob, bookJob, habitsJob];
