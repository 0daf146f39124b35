import type { DeliveryPaper } from "@mossy/contract/delivery";
import { plural } from "@mossy/core/session/plural";
import { LEFT, Paper, RIGHT } from "./paper.ts";
import { MONO, QUIET, table } from "./table.ts";
import type { Column } from "./table.ts";

type Line = DeliveryPaper["lines"][number];

const WIDE = RIGHT - LEFT;
const FILES: readonly Column<Line>[] = [
  { head: "File", width: 170, of: (l) => l.file, look: { face: "bold", size: 9 } },
  { head: "Track", width: 88, of: (l) => l.track },
  { head: "Format", width: 112, of: (l) => l.format, look: QUIET },
  { head: "Length", width: 52, of: (l) => l.length, look: MONO },
  { head: "Loudness", width: WIDE - 422, of: (l) => l.loudness, look: QUIET },
];
const HASHES: readonly Column<Line>[] = [
  { head: "File", width: 170, of: (l) => l.file, look: { size: 8 } },
  { head: "SHA-256", width: WIDE - 170, of: (l) => l.hash, look: { face: "mono", size: 7.5 } },
];

/** The list of a delivery: its files, what is missing and off, and the hashes by which they are known. */
export function deliveryPdf({
  title,
  folder,
  sort,
  says,
  lines,
  missing,
  made,
}: DeliveryPaper & {
  readonly title: string;
  readonly folder: string;
  readonly made: Date;
}): Promise<Uint8Array> {
  const called = sort === "stems" ? "Stems" : "Recorded files";
  const paper = new Paper(`${called}, ${title}`, made);
  paper.say(title, { face: "bold", size: 17 });
  paper.say(`${called} · ${plural(lines.length, "file")} · ${folder}`);
  paper.say(says);
  paper.gap(6);
  if (lines.length === 0) paper.say("There are no files.");
  else table(paper, FILES, lines, 20);
  if (missing.length > 0) {
    paper.heading("Missing");
    paper.say(missing.join(", "));
  }
  const off = lines.filter((l) => l.off !== "");
  if (off.length > 0) {
    paper.heading("Off");
    for (const l of off) paper.say(`${l.file}: ${l.off}`, { size: 9 });
  }
  const known = lines.filter((l) => l.hash !== "");
  if (known.length > 0) {
    paper.heading("Hashes");
    table(paper, HASHES, known, 17);
  }
  return paper.done();
}
