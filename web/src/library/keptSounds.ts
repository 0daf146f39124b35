import { blobSource } from "@mossy/core/formats/bytes";
import type { HeldSound } from "@mossy/core/formats/foreignSession";
import { SESSION_FILE_LIMITS, openZip } from "@mossy/core/formats/zip";
import { itemKey } from "@mossy/core/items/stay";
import type { Session } from "@mossy/core/session/document";
import type { SoundHeld } from "@mossy/core/session/item";
import type { SoundCard } from "@mossy/contract/sounds";
import { bringOne } from "../sound/bringing.ts";
import { askOnce } from "../wire/ask.ts";

/** Where the sounds of what stays lie, and how they come onto a shelf of the house. */
export interface KeptSounds {
  /** Where each item's sound lies, by the item's key. */
  readonly entries: ReadonlyMap<string, string>;
  /** Puts what lies at these places onto a shelf. */
  readonly bring: (
    entries: readonly string[],
    shelf: string,
    tell: (says: string) => void,
  ) => Promise<ReadonlyMap<string, SoundCard>>;
}

/** Sounds in a session file of this computer: each is taken out of it and brought. The file is only read. */
export const soundsOfFile = (file: Blob, sounds: ReadonlyMap<string, HeldSound>): KeptSounds => ({
  entries: new Map([...sounds].map(([key, held]) => [key, held.entry])),
  bring: async (entries, shelf, tell) => {
    const zip = await openZip(blobSource(file), SESSION_FILE_LIMITS);
    const made = new Map<string, SoundCard>();
    for (const [n, name] of entries.entries()) {
      const entry = zip.entries.find((e) => e.name === name);
      if (!entry) continue;
      const called = name.split("/").at(-1) ?? name;
      tell(`Bringing ${called} to the shelf, ${n + 1} of ${entries.length}`);
      const pieces: BlobPart[] = [];
      await zip.unpack(entry, (piece) => void pieces.push(new Uint8Array(piece)));
      made.set(name, await bringOne(new File(pieces, called), { shelf, tags: [] }));
    }
    return made;
  },
});

/** Sounds that came in with a session: the house has them, and puts them onto the shelf itself. */
export const soundsOfSession = (
  session: string,
  sounds: readonly { readonly key: string; readonly entry: string }[],
): KeptSounds => ({
  entries: new Map(sounds.map((s) => [s.key, s.entry])),
  bring: async (entries, shelf, tell) => {
    tell(`Putting ${entries.length === 1 ? "a sound" : `${entries.length} sounds`} onto the shelf`);
    const { sounds: put } = await askOnce("shelveSounds", { session }, { entries: [...entries], shelf });
    return new Map(put.map((p) => [p.entry, p.sound]));
  },
});

/** The entries that hold the sounds of what lies on tracks and the house does not have yet. */
const wantedOf = (session: Session, kept: KeptSounds): Set<string> =>
  new Set(
    session.tracks.flatMap((t) =>
      t.items.flatMap((i) =>
        i.holds.kind === "sound" && i.holds.hash === null ? (kept.entries.get(itemKey(t.id, i)) ?? []) : [],
      ),
    ),
  );

/** A session whose items hold what is said of the sound each of them plays; others stay as they are. */
const withHeld = (
  session: Session,
  kept: KeptSounds,
  heldBy: (held: SoundHeld, entry: string) => SoundHeld,
): Session => ({
  ...session,
  tracks: session.tracks.map((t) => ({
    ...t,
    items: t.items.map((i) => {
      const entry = kept.entries.get(itemKey(t.id, i));
      return entry !== undefined && i.holds.kind === "sound" ? { ...i, holds: heldBy(i.holds, entry) } : i;
    }),
  })),
});

/** A session as it will be when its sounds have come: to look at what is off with it otherwise. */
export const soundsKnown = (session: Session, kept: KeptSounds | null): Session =>
  kept ? withHeld(session, kept, (held) => ({ ...held, hash: held.hash ?? "0".repeat(64) })) : session;

/** A session whose items play sounds of the shelf, where they stay and their sounds can be had. */
export async function withSoundsKept(
  session: Session,
  kept: KeptSounds | null,
  shelf: string,
  tell: (says: string) => void,
): Promise<Session> {
  const wanted = kept ? wantedOf(session, kept) : new Set<string>();
  if (!kept || wanted.size === 0) return session;
  const cards = await kept.bring([...wanted], shelf, tell);
  return withHeld(session, kept, (held, entry) => {
    const card = cards.get(entry);
    if (!card) return held;
    const { hash, is } = card;
    return {
      ...held,
      hash,
      seconds: is && is.seconds > 0 ? is.seconds : held.seconds,
      rate: is && is.rate > 0 ? Math.round(is.rate) : held.rate,
      channels: is && is.channels > 0 ? is.channels : held.channels,
    };
  });
}
