import type { Session } from "../session/document.ts";

/** Something a file carries that belongs to its job and is left behind: how much of it. */
export interface Cargo {
  readonly what: string;
  readonly many: number;
  readonly bytes: number | null;
}

/** Where a sound file lies that an item of a file's session plays: the entry of the ZIP, and its size. */
export interface HeldSound {
  readonly entry: string;
  readonly bytes: number;
}

/** A session as a file brings it, before anything is cleaned. */
export interface ForeignSession {
  /** With what lies on its tracks. */
  readonly session: Session;
  /** The sound files of its items that the file itself holds, by the keys of the items. */
  readonly sounds?: ReadonlyMap<string, HeldSound>;
  /** The keys of items that are takes, or switched off. */
  readonly takes?: ReadonlySet<string>;
  /** Whether it is a template as a house wrote it out, and no job's session. */
  readonly whole: boolean;
  readonly from:
    "session exchange file" | "Standard MIDI File" | "MusicXML score" | "track sheet" | "template file";
  readonly carried: readonly Cargo[];
  readonly notices: readonly string[];
}
