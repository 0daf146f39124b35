import type { Style } from "@mossy/core/house/style";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { ForeignSession } from "@mossy/core/formats/foreignSession";
import { lookAtItems, lookAtMarkers } from "@mossy/core/items/stay";
import { newSession } from "@mossy/core/house/starts";
import type { Session } from "@mossy/core/session/document";
import { cleaned, lookThrough, usualStay } from "@mossy/core/sheet/clean";
import type { Stay } from "@mossy/core/sheet/clean";
import { useState } from "react";
import { FileDrop } from "../ui/fileField.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Cleaner } from "./cleaner.tsx";
import { soundsOfFile } from "./keptSounds.ts";
import type { KeptSounds } from "./keptSounds.ts";
import type { Uncleaned } from "./cleaner.tsx";
import { Preview } from "./preview.tsx";
import { readFile } from "../session/readFile.ts";

const NOTHING = "The file carries nothing else of a job.";

/** A file that was read, with what the house makes of each of its tracks. */
interface ReadFile extends Uncleaned {
  readonly name: string;
  readonly read: ForeignSession;
  readonly kept: KeptSounds | null;
}

/**
 * A file read and shown for what it carries; what stays is chosen, the result is dressed and checked, the
 * file itself is never touched.
 */
export function FromFile({
  style,
  kept,
  onChoose,
}: {
  style: Style;
  /** What was made of a file before the page was loaded anew. */
  kept: Session | null;
  /** @param sounds where the sounds of what stays lie */
  onChoose: (s: Session, title: string | null, sounds: KeptSounds | null) => void;
}) {
  const [incoming, setIncoming] = useState<ReadFile | null>(null);
  const [stay, setStay] = useState<Stay | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const settle = ({ read, kept: sounds }: ReadFile, next: Stay, title: string | null): void => {
    setStay(next);
    onChoose(
      cleaned(style, read.session, newSession(style.house, read.session.title), next),
      title,
      sounds,
    );
  };
  const take = async (file: File): Promise<void> => {
    try {
      const read = await readFile(style.house, file);
      const [looked, items] = [lookThrough(style, read.session), lookAtItems(read.session, read.takes)];
      const { sounds } = read;
      const made: ReadFile = {
        name: file.name,
        read,
        kept: sounds ? soundsOfFile(file, sounds) : null,
        looked,
        items,
        markers: lookAtMarkers(read.session),
        sizes: new Map([...(sounds ?? [])].map(([key, s]) => [key, s.bytes])),
        carried: read.carried,
        notices: read.notices,
        nothing: NOTHING,
      };
      setIncoming(made);
      setProblem(null);
      settle(made, usualStay(looked, items, read.session, read.whole), read.session.title);
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      setProblem(e.message);
    }
  };
  return (
    <>
      <FileDrop
        label="File to start from"
        accept=".dawproject,.zip,.json,.mid,.midi,.rmi,.musicxml,.mxl,.xml,.csv,.tsv,.txt,.xlsx,.ods"
        button={incoming ? "Another file" : "Choose a file"}
        onFiles={([file]) => void take(file)}
      >
        {incoming ? (
          <>
            <span className="font-mono text-ink">{incoming.name}</span>, a {incoming.read.from}
          </>
        ) : (
          "Drop a session file (.dawproject), a template file (.json), a MIDI file (.mid), " +
          "a score (.musicxml, .mxl) or a track sheet (.csv, .xlsx) here"
        )}
      </FileDrop>
      <AlertLine>{problem}</AlertLine>
      {!incoming && kept && <Preview session={kept} />}
      {incoming && stay && (
        <Cleaner
          source={incoming}
          of="the file"
          stay={stay}
          onStay={(next) => settle(incoming, next, null)}
        />
      )}
    </>
  );
}
