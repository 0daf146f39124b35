import { packageNotes } from "@mossy/core/formats/package";
import type { PackageParts } from "@mossy/core/formats/package";
import { Paper } from "./paper.ts";

/** What whoever opens a package should know, on paper: the same as its notes as a text. */
export function notesPdf(parts: PackageParts, made: Date): Promise<Uint8Array> {
  const paper = new Paper(`Notes, ${parts.session.title}`, made);
  paper.say(parts.session.title, { face: "bold", size: 17 });
  paper.gap(4);
  packageNotes(parts).forEach(({ title, lines }, i) => {
    if (title !== null) paper.heading(title.replace(/:$/, ""), 11);
    else if (i > 0) paper.gap(8);
    for (const line of lines) {
      if (title === null) paper.say(line, { size: i === 0 ? 9 : 10.5 });
      else paper.point(line);
    }
  });
  return paper.done();
}
