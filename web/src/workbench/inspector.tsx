import type { Finding } from "@mossy/core/check/rule";
import { copiesOf } from "@mossy/core/house/layOut";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { whyOf } from "@mossy/core/house/why";
import type { Why } from "@mossy/core/house/why";
import { lineAddress } from "../house/lines.ts";
import { setField } from "@mossy/core/session/change";
import type { Session, Track } from "@mossy/core/session/document";
import { goesTo } from "@mossy/core/session/routing";
import { levelInWords } from "@mossy/core/session/says";
import { useState } from "react";
import { Link } from "react-router";
import { FindingCard } from "../findings/card.tsx";
import { RolePicker } from "../findings/rolePicker.tsx";
import { TITLE_OF } from "../findings/titles.ts";
import { actsOn, sayRole } from "../findings/useFindings.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input, Select } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import type { Desk } from "./desk.ts";
import { newId } from "./newId.ts";
import { roleInWords } from "./sheet.tsx";

/** What is selected, what is off about it, its values, and why it is so. */
export function Inspector({ style, session, track, findings, desk }: { style: Style; session: Session; track: Track; findings: readonly Finding[]; desk: Desk | null }) {
  const wanted = planHouse(style, session).wanted.get(track.id);
  const read = wanted ? roleInWords(style, wanted.what) : "";
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Selected track" className="card flex flex-col gap-3 p-3.5">
        <div className="flex items-center gap-3">
          <Tile colour={track.colour} icon={track.icon} size={34} />
          <div className="min-w-0"><h2 className="truncate font-mono text-md font-bold" title={track.name}>{track.name === "" ? "(no name)" : track.name}</h2>
            <p className="text-sm text-ink-2">{read === "" ? "nobody can tell what this is" : `read as ${read}${wanted?.what.sure === true ? "" : ", not for sure"}`}</p></div>
        </div>
        {findings.map((f) => (
          <FindingCard key={f.id} finding={f} title={TITLE_OF.get(f.rule) ?? ""} acts={desk ? actsOn(desk, f) : null}>
            {desk && !f.kept && (f.rule === "name-unreadable" || (f.rule === "name-off-pattern" && f.fix?.sure === false)) && <RolePicker style={style} label={`What “${track.name}” is`} onChoose={(role) => { sayRole(desk, style, track.id, role); }} />}
          </FindingCard>
        ))}
        {desk && <Values key={track.id} session={session} track={track} desk={desk} />}
        {desk && track.kind !== "folder" && track.kind !== "main" && <Copies key={`copies-${track.id}`} style={style} session={session} track={track} desk={desk} />}
      </section>
      <WhyList why={whyOf(style, session, track)} />
    </div>
  );
}

function Values({ session, track: t, desk }: { session: Session; track: Track; desk: Desk }) {
  const set = (field: "level" | "pan" | "input" | "width", text: string): boolean => {
    const to = text.trim() === "" && field === "input" ? null : Number(text.replace(",", ".").replace("−", "-"));
    const fits = { level: (n: number) => n >= -144 && n <= 24, pan: (n: number) => n >= -100 && n <= 100, width: (n: number) => n >= 0 && n <= 200, input: (n: number) => Number.isInteger(n) && n >= 1 && n <= 1024 };
    if (to !== null && (Number.isNaN(to) || !fits[field](to))) return false;
    if (to !== t[field]) desk.edit([setField(t, field, to as never)], field);
    return true;
  };
  // A feed that would come back to the track itself is not offered.
  const targets = session.tracks.filter((x) => ["folder", "bus", "return", "main"].includes(x.kind) && !reaches(session, x.id, t.id));
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {t.format !== null && <NumberField label="Level, dB" value={levelInWords(t.level).replace("+", "")} hint="−144 to 24" onSet={(v) => set("level", v)} />}
      {t.format === "mono" && <NumberField label="Pan, left − right +" value={String(t.pan)} hint="−100 to 100" onSet={(v) => set("pan", v)} />}
      {t.format !== null && t.format !== "mono" && <NumberField label="Width, %" value={String(t.width)} hint="0 to 200" onSet={(v) => set("width", v)} />}
      {t.kind === "audio" && t.source !== null && <NumberField label="Input" value={t.input === null ? "" : String(t.input)} hint="1 to 1024, or empty" onSet={(v) => set("input", v)} />}
      {t.kind === "audio" && (
        <Field label="Polarity"><Select small value={t.polarity} onChange={(e) => { desk.edit([setField(t, "polarity", e.target.value === "inverted" ? "inverted" : "normal")], "polarity"); }}><option value="normal">normal</option><option value="inverted">inverted</option></Select></Field>
      )}
      {t.kind !== "main" && t.format !== null && (
        <Field label="Feeds"><Select small value={t.feeds ?? ""} onChange={(e) => { desk.edit([setField(t, "feeds", e.target.value === "" ? null : e.target.value)], "feed"); }}>
          <option value="">nothing</option>{targets.map((x) => <option key={x.id} value={x.id}>{x.name}</option>)}
        </Select></Field>
      )}
    </div>
  );
}

function reaches(session: Session, from: string, to: string): boolean {
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const seen = new Set<string>();
  const stack = [from];
  for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
    if (id === to) return true;
    const t = tracks.get(id);
    if (!t || seen.has(id)) continue;
    seen.add(id);
    stack.push(...goesTo(t));
  }
  return false;
}

/** Copies of a track that count up: number, input and MIDI channel. */
function Copies({ style, session, track, desk }: { style: Style; session: Session; track: Track; desk: Desk }) {
  const [many, setMany] = useState("1");
  const n = Number(many);
  const fits = Number.isInteger(n) && n >= 1 && n <= 128;
  return (
    <form aria-label="Copies that count up" className="flex items-end gap-2 border-t border-line pt-3" onSubmit={(e) => { e.preventDefault(); if (fits) desk.edit(copiesOf(style, session, track.id, n, newId), n === 1 ? "copy" : `${n} copies`); }}>
      <Field label="Copies that count up" problem={fits ? null : "1 to 128"}><Input small className="w-20 font-mono" inputMode="numeric" aria-invalid={!fits} value={many} onChange={(e) => { setMany(e.target.value); }} /></Field>
      <Button small type="submit" disabled={!fits}>Copy</Button>
      <span className="flex-1 text-xs text-ink-2">number, input{track.channel === null ? "" : ", channel"}</span>
    </form>
  );
}

/** A number that is set on Enter or on leaving; Escape takes it back. */
function NumberField({ label, value, hint, onSet }: { label: string; value: string; hint: string; onSet: (value: string) => boolean }) {
  const [text, setText] = useState<string | null>(null);
  const [off, setOff] = useState(false);
  const done = (): void => { if (text === null) return; if (onSet(text)) { setText(null); setOff(false); } else setOff(true); };
  return (
    <Field label={label} problem={off ? hint : null}>
      <Input small className="font-mono" inputMode="decimal" aria-invalid={off} value={text ?? value} onChange={(e) => { setText(e.target.value); }} onBlur={done}
        onKeyDown={(e) => { if (e.key === "Enter") done(); if (e.key === "Escape") { setText(null); setOff(false); } }} />
    </Field>
  );
}

/** The trace that shows which decision of the house gives each value. */
export function WhyList({ why }: { why: readonly Why[] }) {
  return (
    <section aria-label="Why it looks like this" className="card p-3.5 pb-1.5">
      <h2 className="pb-2 font-semibold">Why the house wants it so</h2>
      <dl>
        {why.map((w) => (
          <div key={w.value + w.because} className="grid grid-cols-[58px_minmax(0,1fr)] gap-2 border-t border-line py-2 text-sm">
            <dt className="text-ink-2">{w.value}</dt>
            <dd><span className="font-semibold [overflow-wrap:anywhere]">{w.is}</span>
              <span className="block text-xs text-ink-2">{w.decidedBy ? <Link className="hover:underline" to={lineAddress(w.decidedBy)}>{w.because}</Link> : w.because}</span></dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
