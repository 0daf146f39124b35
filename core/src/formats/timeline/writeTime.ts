import type { House } from "../../house/house.ts";
import { diskName } from "../../names/onDisk.ts";
import type { Session } from "../../session/document.ts";
import { plural } from "../../session/plural.ts";
import { startFrame } from "../../time/counted.ts";
import { writeMidiTracks } from "../midiOut.ts";
import { soundPaths, soundsOn } from "../packedSounds.ts";
import { csvOf } from "../table.ts";
import { cueSheetOf } from "./cueSheet.ts";
import { editListOf } from "./editList.ts";
import { markersTable } from "./markersTable.ts";
import { otioOf } from "./otio.ts";

/** In what the time of a session goes out. */
export const TIME_OUT = ["markers", "midi", "otio", "edl", "cue"] as const;
export type TimeOut = (typeof TIME_OUT)[number];

/** A file as it is saved. */
export interface WrittenTime {
  readonly name: string;
  readonly type: string;
  readonly content: string | Uint8Array;
  /** What of the session has no place in it, in a sentence; null where all of it has. */
  readonly says: string | null;
}

/** What runs along the time of a session as a file of another kind; docs/formats.md says what each holds. */
export function writeTime(house: House, session: Session, as: TimeOut): WrittenTime {
  const stem = diskName(session.title, house.disk.script, "Session");
  const file = (
    ending: string,
    type: string,
    content: string | Uint8Array,
    says: string | null = null,
  ) => ({
    name: `${stem}${ending}`,
    type,
    content,
    says,
  });
  switch (as) {
    case "markers":
      return file(" markers.csv", "text/csv", csvOf(markersTable(session)));
    case "midi":
      return file(".mid", "audio/midi", writeMidiTracks(session));
    case "otio": {
      const paths = soundPaths(house, soundsOn(session));
      const text = otioOf(session, ({ item, file: name }) =>
        item.holds.kind === "sound" && item.holds.hash !== null
          ? (paths.get(item.holds.hash) ?? name)
          : name,
      );
      return file(".otio", "application/json", text);
    }
    case "edl": {
      const rate = session.frameRate ?? "25";
      const { text, left } = editListOf(session, rate, startFrame(session));
      const unsaid =
        session.frameRate === null ? `The session says no frame rate; it counts ${rate}.` : null;
      return file(
        ".edl",
        "text/plain",
        text,
        left > 0 ? `${plural(left, "event")} had no room in it.` : unsaid,
      );
    }
    case "cue": {
      const { text, left } = cueSheetOf(session, `${stem}.wav`);
      return file(
        ".cue",
        "application/x-cue",
        text,
        left > 0 ? `${plural(left, "track")} had no room in it.` : null,
      );
    }
  }
}
