import { patternsIn } from "@mossy/core/formats/midiPatterns";
import type { FoundPattern } from "@mossy/core/formats/midiPatterns";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { inSize } from "@mossy/core/formats/bytes";
import { job } from "../crew/crew.ts";
import { openFile } from "../files/files.ts";
import type { Bench } from "../house/bench.ts";
import { HouseProblem } from "../problems.ts";

const LARGEST = 16 << 20;
/** A file with more tracks is a piece, and no collection of patterns. */
const MOST_OF_A_FILE = 64;

/** Reads the patterns of a MIDI file that lies on the disk. @throws HouseProblem 422 where it has none */
export const patternsJob = job(
  "patterns",
  async (_: Bench, { path, file }: { path: string; file: string }): Promise<FoundPattern[]> => {
    const source = await openFile(path);
    try {
      if (source.size > LARGEST)
        throw new FileProblem(
          `It has ${inSize(source.size)}; no pattern is that long. Choose a MIDI file.`,
        );
      const found = patternsIn(file, await source.read(0, source.size));
      if (found.length > MOST_OF_A_FILE)
        throw new FileProblem(
          `It plays ${found.length} tracks; at most ${MOST_OF_A_FILE} patterns come from one file. ` +
            "Export a part of it.",
        );
      return found;
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      throw new HouseProblem(422, "No patterns in it", `“${file}”: ${e.message}`, "file");
    } finally {
      await source.close();
    }
  },
);

export const patternJobs = [patternsJob];
