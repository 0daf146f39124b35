import { writeExchange } from "@mossy/core/formats/exchange/write";
import { writeMidiTracks } from "@mossy/core/formats/midiOut";
import { TEMPLATE_FILE_ENDING, writeTemplateFile } from "@mossy/core/formats/templateFile";
import { SESSION_FILE_ENDING } from "@mossy/core/formats/package";
import { diskName } from "@mossy/core/names/onDisk";
import type { FileAnswer } from "../answer.ts";
import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { chainsPdf } from "../print/chainsPdf.ts";
import { comparePdf } from "../print/comparePdf.ts";
import type { ComparisonFile } from "@mossy/core/compare/out";
import { notFound } from "../problems.ts";
import { bringBlockInDraft } from "./blocks.ts";
import { templateHistory, trackHistory } from "./history.ts";
import { chainsOf } from "./chainStore.ts";
import { followPage } from "./follow.ts";
import { standsJob } from "./stands.ts";
import { releaseWith, templateWith } from "./store.ts";
import { writeOut } from "../written.ts";

export const followJob = job("follow", ({ pool, styles }: Bench, from: number) =>
  followPage(pool, styles, from),
);

// What is large is written out where that holds nobody up.
export const templateJob = job("template", async ({ pool }: Bench, id: string) =>
  writeOut("template", await templateWith(pool, id)),
);
export const releaseJob = job(
  "release",
  async ({ pool }: Bench, { id, number }: { id: string; number: number }) =>
    writeOut("release", await releaseWith(pool, id, number)),
);

interface FileWish {
  readonly id: string;
  /** Null for the draft. */
  readonly release: number | null;
  readonly as: "session" | "template" | "midi";
}

/** A release or a draft as a file of one of three kinds. */
export const templateFileJob = job(
  "template-file",
  async ({ pool, styles }: Bench, { id, release, as }: FileWish): Promise<FileAnswer> => {
    const { name, shelf, draft } = await templateWith(pool, id);
    const published = release === null ? null : await releaseWith(pool, id, release);
    const { session } = published ?? draft;
    const which = release === null ? "draft" : `release ${release}`;
    const { house } = (await styles.current(pool)).style;
    const file = diskName(`${name} ${which}`, house.disk.script);
    if (as === "midi") return { bytes: writeMidiTracks(session), name: `${file}.mid`, type: "audio/midi" };
    if (as === "session")
      return {
        bytes: writeExchange(session),
        name: `${file}${SESSION_FILE_ENDING}`,
        type: "application/zip",
      };
    const of = { house: house.name, edition: published?.edition ?? null, release };
    const text = writeTemplateFile({ name, shelf, of, session });
    return {
      bytes: new TextEncoder().encode(text),
      name: `${file}${TEMPLATE_FILE_ENDING}`,
      type: "application/json",
    };
  },
);

/** Every chain of the shelf on paper, or one. */
export const chainSheetsJob = job(
  "chain-sheets",
  async ({ pool, styles }: Bench, id: string | null): Promise<FileAnswer> => {
    const chains = await chainsOf(pool, id);
    if (id !== null && chains.length === 0) throw notFound(`chain “${id}” on the shelf`);
    const { house } = (await styles.current(pool)).style;
    const name = diskName(`Chain ${id === null ? "sheets" : (chains[0]?.name ?? id)}`, house.disk.script);
    // As old as what is newest in it: the same chains give the same file.
    const made = chains
      .flatMap((c) => c.versions.map((v) => v.at))
      .sort()
      .at(-1);
    return {
      bytes: await chainsPdf(chains, house.name, new Date(made ?? 0)),
      name: `${name}.pdf`,
      type: "application/pdf",
    };
  },
);

export const templateHistoryJob = job("template-history", templateHistory);
export const trackHistoryJob = job("track-history", trackHistory);
export const bringInDraftJob = job("bring-block-in-draft", bringBlockInDraft);

/** A comparison on paper. */
export const comparisonJob = job(
  "comparison",
  async (_: Bench, compared: ComparisonFile): Promise<FileAnswer> => ({
    bytes: await comparePdf(compared, new Date()),
    name: "Comparison.pdf",
    type: "application/pdf",
  }),
);

export const libraryJobs = [
  templateHistoryJob,
  trackHistoryJob,
  bringInDraftJob,
  comparisonJob,
  followJob,
  standsJob,
  templateJob,
  releaseJob,
  templateFileJob,
  chainSheetsJob,
];
