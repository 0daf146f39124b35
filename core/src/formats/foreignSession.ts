import type { Session } from "../session/document.ts";

/** Something a file carries that belongs to its job and is left behind: how much of it. */
export interface Cargo {
  readonly what: string;
  readonly many: number;
  readonly bytes: number | null;
}

/** A session as a file brings it, before anything is cleaned. */
export interface ForeignSession {
  readonly session: Session;
  /** Whether it is a template as a house wrote it out, and no job's session. */
  readonly whole: boolean;
  readonly from:
    "session exchange file" | "Standard MIDI File" | "MusicXML score" | "track sheet" | "template file";
  readonly carried: readonly Cargo[];
  readonly notices: readonly string[];
}
