import { same } from "../../session/change.ts";
import { diff } from "../../session/diff.ts";
import { SESSION_WORDS } from "../../session/document.ts";
import type { Session, TrackId } from "../../session/document.ts";
import { child, writeXml } from "../xml.ts";
import { XmlEdits, edited } from "../xmlEdits.ts";
import type { TextEdit } from "../xmlEdits.ts";
import { xmlText } from "../xmlText.ts";
import { METADATA, PROJECT } from "./entries.ts";
import type { ExchangeFile } from "./entries.ts";
import { EXTRA_FILE } from "./extra.ts";
import type { Extra } from "./extra.ts";
import { patchProject } from "./patch.ts";
import { metadataIn, projectIn, readEntries } from "./read.ts";
import { Reading } from "./reading.ts";
import { metadataTree } from "./write.ts";

/** What becomes of an entry of a session file: edits of its text, or a new one in its place. */
export interface EntryPatch {
  readonly name: string;
  readonly change: { readonly edits: readonly TextEdit[] } | { readonly text: string };
  /** The entry as it will be. */
  readonly bytes: Uint8Array;
}

/** What has to be other in a session file for it to be put right. Everything else of it stays as it came. */
export interface Patch {
  readonly entries: readonly EntryPatch[];
  /** What could not be put right in the file, in sentences. */
  readonly says: readonly string[];
}

const REMEDY = "Save the session again and send that file.";

/**
 * Finds what has to be other in a session file that came in for it to say what the house made of it.
 * @param came the session it was taken in as
 * @param now as it is to go out
 * @param of id of the session in the house, so that the file finds home again
 */
export function patchExchange(
  file: Pick<ExchangeFile, "project" | "metadata" | "extra">,
  came: Session,
  now: Session,
  of: string | null,
): Patch {
  const { text, encode } = xmlText(file.project, PROJECT, REMEDY);
  const { root } = projectIn(file.project);
  const reading = new Reading(root, metadataIn(file.metadata).root);
  const patch = patchProject(text, root, reading, came, now);
  const project = encode(edited(text, patch.edits));
  const metadata = patchMetadata(file.metadata, came, now);
  const extra = { bytes: new Uint8Array(), text: "" };
  extra.text = JSON.stringify(extraFor(project, patch.known, now, of));
  extra.bytes = new TextEncoder().encode(extra.text);
  const entries = [
    ...(patch.edits.length === 0
      ? []
      : [{ name: PROJECT, change: { edits: patch.edits }, bytes: project }]),
    ...(metadata ? [metadata] : []),
    { name: EXTRA_FILE, change: { text: extra.text }, bytes: extra.bytes },
  ];
  const back = readEntries({ project, metadata: metadata?.bytes ?? file.metadata, extra: extra.bytes });
  return {
    entries,
    says: [...patch.says, ...unwritten(back.session, now, came), ...lyingAsTheyWere(now, came)],
  };
}

/** What lies on tracks is the room's in its own file: what the house changed of it goes there by hand. */
function lyingAsTheyWere(now: Session, came: Session): string[] {
  const before = new Map(came.tracks.map((t) => [t.id, t]));
  const other = now.tracks.filter((t) => !same(t.items, before.get(t.id)?.items ?? []));
  const along = (["markers", "tempos", "meters"] as const).filter((f) => !same(now[f], came[f]));
  return [
    ...other.map((t) => `What lies on “${t.name}” was left as it is in the file; lay it there by hand.`),
    ...along.map(
      (f) => `The ${SESSION_WORDS[f]} were left as they are in the file; set them there by hand.`,
    ),
  ];
}

/** The extra file of a patched project: which of its tracks is which of ours. */
function extraFor(
  project: Uint8Array,
  known: ReadonlyMap<string, TrackId>,
  session: Session,
  of: string | null,
): Extra {
  const { session: read, elements } = new Reading(projectIn(project).root, undefined);
  const ids = read.tracks.flatMap((t, i): [TrackId, TrackId][] => {
    const ours = known.get(elements[i]?.track.attributes.get("id") ?? "");
    return ours === undefined || ours === t.id ? [] : [[t.id, ours]];
  });
  return { format: "mossy-lantern/exchange", version: 1, of, ids: Object.fromEntries(ids), session };
}

function patchMetadata(bytes: Uint8Array | null, came: Session, now: Session): EntryPatch | null {
  const other = (["title", "notes"] as const).filter((f) => came[f] !== now[f]);
  if (other.length === 0) return null;
  const { root } = metadataIn(bytes);
  if (!bytes || !root) {
    const text = writeXml(metadataTree(now));
    return { name: METADATA, change: { text }, bytes: new TextEncoder().encode(text) };
  }
  const { text, encode } = xmlText(bytes, METADATA, REMEDY);
  const edits = new XmlEdits(text);
  for (const field of other) {
    const name = field === "title" ? "Title" : "Comment";
    const there = child(root, name);
    if (there) edits.setText(there, now[field]);
    else edits.into(root, BEFORE[name], () => `<${name}>${asText(now[field])}</${name}>`);
  }
  return { name: METADATA, change: { edits: edits.edits() }, bytes: encode(edited(text, edits.edits())) };
}

/** What stands before them in the metadata (from memory). */
const BEFORE = {
  Title: [],
  Comment: [
    "Title",
    "Artist",
    "Album",
    "OriginalArtist",
    "Composer",
    "Songwriter",
    "Producer",
    "Arranger",
    "Year",
    "Genre",
    "Copyright",
    "Website",
  ],
} as const;
const asText = (text: string): string => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");

/** What of a corrected session the file does not say: nobody learns it only from the room. */
function unwritten(read: Session, now: Session, came: Session): string[] {
  const there = new Map(now.tracks.map((t) => [t.id, t.name]));
  const kept = new Set(came.tracks.filter((t) => !there.has(t.id)).map((t) => t.id));
  const tracks = new Set(
    diff(read, now).flatMap((c) => {
      if (c.do === "set-session") return [];
      const id = c.do === "add" || c.do === "take-out" ? c.track.id : c.id;
      return kept.has(id) || !there.has(id) ? [] : [id];
    }),
  );
  return [...tracks].map(
    (id) => `“${there.get(id) ?? id}” could not be put right in the file in everything.`,
  );
}
