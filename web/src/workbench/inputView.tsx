import type { Finding } from "@mossy/core/check/rule";
import { clearInputs, fillDown, shiftFrom, swapInputs } from "@mossy/core/fit/numbering";
import { recordsFromOutside } from "@mossy/core/fit/patch";
import type { Style } from "@mossy/core/house/style";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { CHANNELS } from "@mossy/core/session/document";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Input, Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import type { Desk } from "./desk.ts";
import { roleInWords } from "./sheet.tsx";

const SOURCE = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;

/** What is on which input, by input number; sources without one come last. Numbers are typed, filled down, swapped, shifted and cleared. */
export function InputView({ style, session, findings, desk }: { style: Style; session: Session; findings: ReadonlyMap<TrackId, readonly Finding[]>; desk: Desk | null }) {
  const [chosen, setChosen] = useState<readonly TrackId[]>([]);
  const sources = session.tracks.filter(recordsFromOutside).sort((a, b) => (a.input ?? Infinity) - (b.input ?? Infinity));
  if (sources.length === 0) return <Empty title="Nothing records from outside">No track of this session has a source with an input.</Empty>;
  const there = chosen.filter((id) => sources.some((t) => t.id === id));
  const [first, second] = there;
  const can = (changes: readonly Change[]): boolean => desk !== null && changes.length > 0;
  const act = (label: string, changes: Change[]) => <Button small disabled={!can(changes)} onClick={() => { desk?.edit(changes, label.toLowerCase()); }}>{label}</Button>;
  const one = there.length === 1 ? first : undefined;
  return (
    <div className="flex h-full min-h-0 flex-col">
      {desk && (
        <div role="toolbar" aria-label="Numbering" className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2">
          {act("Fill down from here", one === undefined ? [] : fillDown(session, one))}
          {act("Swap the two", first !== undefined && second !== undefined && there.length === 2 ? swapInputs(session, first, second) : [])}
          {act("Make a gap before", one === undefined ? [] : shiftFrom(session, one, 1))}
          {act("Close up", one === undefined ? [] : shiftFrom(session, one, -1))}
          {act("Clear", clearInputs(session, there))}
          <span className="ml-auto text-sm text-ink-2">{there.length === 0 ? "Tick lines to number them" : `${there.length} ticked`}</span>
        </div>
      )}
      <div tabIndex={0} role="region" aria-label="Input list" className="min-h-0 flex-1 overflow-y-auto">
        <table className="w-full text-sm">
          <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2"><tr>{desk && <th scope="col" className="w-8 border-b border-line"><span className="sr-only">Ticked</span></th>}{["Input", "Track", "Source", "By", "Polarity", "Notes"].map((h) => <th key={h} scope="col" className="border-b border-line px-3.5 py-2 font-semibold">{h}</th>)}</tr></thead>
          <tbody>
            {sources.map((t) => (
              <tr key={t.id} className={`border-b border-line ${there.includes(t.id) ? "bg-moss-soft" : ""}`}>
                {desk && <td className="pl-3.5"><input type="checkbox" aria-label={`Tick ${t.name}`} checked={there.includes(t.id)} onChange={(e) => { setChosen(e.target.checked ? [...there, t.id] : there.filter((id) => id !== t.id)); }} /></td>}
                <td className="px-3.5 py-1 font-mono font-bold">{desk ? <InputNumber key={t.input} track={t} onSet={(input) => { desk.edit([setField(t, "input", input)], "input"); }} /> : numberInWords(t)}{findings.get(t.id)?.some((f) => f.rule === "input-twice" && !f.kept) && <span className="ml-2"><Pill look="broken">used twice</Pill></span>}</td>
                <td className="px-3.5"><span className="flex items-center gap-2"><Tile colour={t.colour} icon={t.icon} size={20} /><span className="font-mono">{t.name}</span></span></td>
                <td className="px-3.5 text-ink-2">{roleInWords(style, t)}</td>
                <td className="px-3.5 text-ink-2">{SOURCE[t.source ?? "mic"]}</td>
                <td className="px-3.5 text-ink-2">{t.polarity === "inverted" ? "Ø inverted" : ""}</td>
                <td className="max-w-48 truncate px-3.5 text-ink-2">{t.notes}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

function numberInWords(t: Track): string {
  const width = CHANNELS[t.format ?? "mono"];
  return t.input === null ? "—" : width > 1 ? `${t.input}–${t.input + width - 1}` : String(t.input);
}

/** A number that is set on Enter or on leaving; Escape takes it back, what cannot be is marked. */
function InputNumber({ track: t, onSet }: { track: Track; onSet: (input: number | null) => void }) {
  const [text, setText] = useState<string | null>(null);
  const value = t.input === null ? "" : String(t.input);
  const read = (said: string): number | null | undefined => { if (said.trim() === "") return null; const n = Number(said); return Number.isInteger(n) && n >= 1 && n + CHANNELS[t.format ?? "mono"] - 1 <= 1024 ? n : undefined; };
  const done = (): void => { if (text === null) return; const n = read(text); if (n !== undefined) { if (n !== t.input) onSet(n); setText(null); } };
  const width = CHANNELS[t.format ?? "mono"];
  return (
    <span className="inline-flex items-center gap-1">
      <Input small aria-label={`Input of ${t.name}`} aria-invalid={text !== null && read(text) === undefined} inputMode="numeric" className="w-16 font-mono" placeholder="—" value={text ?? value} onChange={(e) => { setText(e.target.value); }} onBlur={done}
        onKeyDown={(e) => { if (e.key === "Enter") done(); if (e.key === "Escape") setText(null); }} />
      {width > 1 && t.input !== null && <span className="font-normal text-ink-2">to {t.input + width - 1}</span>}
    </span>
  );
}
