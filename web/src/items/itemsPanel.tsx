import { heldOf } from "@mossy/contract/heldSound";
import { inTime, placeInWords, putItem, takeItemOut } from "@mossy/core/items/lay";
import type { Session, Track } from "@mossy/core/session/document";
import { Along } from "@mossy/core/time/along";
import { MOST_ITEMS } from "@mossy/core/session/item";
import type { Item, ItemKind } from "@mossy/core/session/item";
import { AudioLines, CircleDashed, Music, X } from "lucide-react";
import { useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { OneItem } from "./oneItem.tsx";
import { PatternPicker } from "./patternPicker.tsx";
import { SoundPicker } from "./soundPicker.tsx";

const SIGNS = { sound: AudioLines, pattern: Music, placeholder: CircleDashed } as const;
const KINDS: Readonly<Record<ItemKind, string>> = {
  sound: "sound",
  pattern: "pattern",
  placeholder: "placeholder",
};
/** An hour of programme has room for what is still to come; somebody says how long it really is. */
const PLACEHOLDER_SECONDS = 60;

/** What lies on a track: put there, set, taken out. */
export function ItemsPanel({
  session,
  track: t,
  work,
  ofJob,
}: {
  session: Session;
  track: Track;
  work: Workpiece;
  /** Whether what is put here belongs to a job unless somebody says otherwise. */
  ofJob: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const [choosing, setChoosing] = useState<"sound" | "pattern" | null>(null);
  const put = (name: string, holds: Item["holds"], rest: Partial<Item> = {}): void => {
    const made = putItem(session, t, name, holds, { job: ofJob, ...rest });
    if (!made) return;
    work.edit([made.change], `put ${KINDS[holds.kind]}`);
    setOpen(made.id);
  };
  const full = t.items.length >= MOST_ITEMS;
  return (
    <>
      <ul className="flex flex-col">
        {inTime(t.items, session).map((i) => (
          <li key={i.id} className="border-b border-line last:border-0">
            <div className="flex items-center gap-1.5 py-1">
              <button
                type="button"
                aria-expanded={open === i.id}
                className="flex min-w-0 flex-1 items-center gap-2 py-1 text-left text-sm"
                onClick={() => setOpen(open === i.id ? null : i.id)}
              >
                <ItemLine session={session} item={i} />
              </button>
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Take out ${nameOf(i)}`}
                onClick={() => work.edit([takeItemOut(t, i.id)], `take out ${nameOf(i)}`)}
              >
                <X size={13} aria-hidden />
              </Button>
            </div>
            {open === i.id && <OneItem session={session} track={t} item={i} work={work} />}
          </li>
        ))}
      </ul>
      {choosing === "pattern" && (
        <PatternPicker
          onPick={(name, held) => {
            setChoosing(null);
            put(name, held);
          }}
          onLeave={() => setChoosing(null)}
        />
      )}
      {choosing === "sound" && (
        <SoundPicker
          onPick={(sound) => {
            setChoosing(null);
            put(sound.name, heldOf(sound));
          }}
          onLeave={() => setChoosing(null)}
        />
      )}
      {!choosing && (
        <div className="flex flex-wrap gap-1.5">
          {(t.kind === "instrument" || t.kind === "midi") && (
            <Button small disabled={full} onClick={() => setChoosing("pattern")}>
              <Music size={14} aria-hidden />
              Put a pattern
            </Button>
          )}
          {t.kind !== "instrument" && t.format !== null && (
            <Button small disabled={full} onClick={() => setChoosing("sound")}>
              <AudioLines size={14} aria-hidden />
              Put a sound
            </Button>
          )}
          <Button
            small
            disabled={full}
            onClick={() =>
              put("", { kind: "placeholder", says: "", parts: 1 }, { length: PLACEHOLDER_SECONDS })
            }
          >
            <CircleDashed size={14} aria-hidden />
            Put a placeholder
          </Button>
        </div>
      )}
      {full && (
        <p className="text-sm text-ink-2">
          It holds {MOST_ITEMS.toLocaleString("en")} items, as many as a track can.
        </p>
      )}
    </>
  );
}

export const nameOf = (i: Item): string => (i.name === "" ? KINDS[i.holds.kind] : i.name);

/** What lies there, from when, how long, and whether it is of the job. */
export function ItemLine({ session, item: i }: { session: Session; item: Item }) {
  const Sign = SIGNS[i.holds.kind];
  return (
    <>
      <Sign size={15} aria-hidden className="shrink-0 text-ink-2" />
      <span className="min-w-0 flex-1">
        <span className="block truncate font-semibold">{nameOf(i)}</span>
        <span className="block truncate text-xs text-ink-2">
          {placeInWords(i, new Along(session))}
          {i.loops && ", loops"}
          {i.holds.kind === "sound" && i.holds.hash === null && " · not in the house"}
        </span>
      </span>
      {i.job && <Pill>of this job</Pill>}
    </>
  );
}
