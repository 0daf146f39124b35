import { addDressed } from "@mossy/core/house/dress";
import { MOST_AT_ONCE, readLines } from "@mossy/core/house/typed";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import type { Session } from "@mossy/core/session/document";
import { useDeferredValue, useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Pill, TextArea } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import type { Desk } from "./desk.ts";
import { newId } from "./newId.ts";
import { roleInWords } from "./sheet.tsx";

/** Many tracks at once: names typed or pasted, one a line, read and dressed as one types. */
export function AddTracks({ style, session, desk, onDone }: { style: Style; session: Session; desk: Desk; onDone: () => void }) {
  const [text, setText] = useState("");
  const later = useDeferredValue(text);
  const lines = useMemo(() => readLines(style, session, later, newId), [style, session, later]);
  const changes = useMemo(() => addDressed(style, session, lines.map((l) => l.track)), [style, session, lines]);
  const after = useMemo(() => apply(session, changes), [session, changes]);
  const doubtful = lines.filter((l) => !l.reading.sure).length;
  const full = lines.length >= MOST_AT_ONCE;
  const folderOf = (id: string): string => { const t = after.tracks.find((x) => x.id === id); return after.tracks.find((x) => x.id === t?.parent)?.name ?? "no folder"; };
  const nameOf = (id: string): string => planHouse(style, after).wanted.get(id)?.name ?? after.tracks.find((t) => t.id === id)?.name ?? "";
  const add = (): void => { if (desk.edit(changes, `add ${lines.length} ${lines.length === 1 ? "track" : "tracks"}`)) onDone(); };
  return (
    <section aria-label="Add tracks" className="card flex min-h-0 flex-col gap-3 p-3.5">
      <div><h2 className="font-semibold">Add tracks</h2><p className="text-sm text-ink-2">Type or paste names, one a line. Each is read, named and placed by the house. “8 of Shanty tenor” makes eight; behind a bar may stand input, format and a note.</p></div>
      <TextArea autoFocus aria-label="Names, one a line" rows={6} className="shrink-0 resize-y font-mono text-sm" placeholder={"lead pan near | 12\n8 of shanty tenor\nRoom | stereo | by the door"} value={text} onChange={(e) => { setText(e.target.value); }}
        onKeyDown={(e) => { if (e.key === "Enter" && (e.ctrlKey || e.metaKey) && lines.length > 0) add(); if (e.key === "Escape") onDone(); }} />
      {full && <p role="alert" className="text-sm text-brick">At most {MOST_AT_ONCE} tracks are added at once. Add what comes after “{lines.at(-1)?.line}” in a second go.</p>}
      {lines.length > 0 && (
        <ul aria-label="What the house makes of them" className="min-h-0 flex-1 overflow-y-auto border-t border-line">
          {lines.map((l) => (
            <li key={l.track.id} className="flex items-start gap-2 border-b border-line py-1.5">
              <Tile colour={l.track.colour} icon={l.track.icon} size={20} />
              <span className="min-w-0 flex-1"><span className="block truncate font-mono text-sm font-semibold">{l.reading.sure ? nameOf(l.track.id) : l.track.name}</span>
                <span className="block truncate text-xs text-ink-2">{l.reading.sure ? `${roleInWords(style, l.track)} → ${folderOf(l.track.id)}` : l.reading.role === null ? "unread; added as typed" : `perhaps ${roleInWords(style, l.reading)}; added as typed`}</span></span>
              <Pill look={l.reading.sure ? "ok" : "look"}>{l.reading.sure ? "sure" : l.reading.role === null ? "unread" : "not sure"}</Pill>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button look="main" disabled={lines.length === 0 || text !== later} onClick={add}>Add {lines.length > 0 ? lines.length : ""} {lines.length === 1 ? "track" : "tracks"}</Button>
        <Button onClick={onDone}>Cancel</Button>
        {doubtful > 0 && <span className="w-full text-sm text-lantern">{doubtful} {doubtful === 1 ? "name is" : "names are"} not read for sure</span>}
      </div>
    </section>
  );
}
