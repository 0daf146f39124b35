import type { Template } from "@mossy/contract/library";
import { putAllRight } from "@mossy/core/check/check";
import { dress } from "@mossy/core/house/dress";
import { stepTrack } from "@mossy/core/house/layOut";
import type { Style } from "@mossy/core/house/style";
import { same, setField, setSessionField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import type { Session, TrackId } from "@mossy/core/session/document";
import { asOneLine } from "@mossy/core/session/text";
import { inWords } from "@mossy/core/session/says";
import { useQuery } from "@tanstack/react-query";
import { Brush, Lamp, ListPlus, Redo2, Undo2 } from "lucide-react";
import { useMemo, useState } from "react";
import { useParams } from "react-router";
import { queries, useMe, useStyle } from "../app/queries.ts";
import { useShortcuts } from "../app/shortcuts.tsx";
import { FindingCard } from "../findings/card.tsx";
import { TITLE_OF } from "../findings/titles.ts";
import { actsOn, putAll, useFindings } from "../findings/useFindings.ts";
import type { Findings } from "../findings/useFindings.ts";
import { Button, Key } from "../ui/button.tsx";
import { Input, PageHead, Pill, TextArea, Views } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { AddTracks } from "./addTracks.tsx";
import { ChangeList } from "./changeList.tsx";
import type { Desk, DeskState } from "./desk.ts";
import { InputView } from "./inputView.tsx";
import { Inspector } from "./inspector.tsx";
import { Publish } from "./publish.tsx";
import { Releases } from "./releases.tsx";
import { SettingsForm } from "../sessions/settingsForm.tsx";
import { Sheet } from "./sheet.tsx";
import { SignalView } from "./signalView.tsx";
import { useDesk } from "./useDesk.ts";

export default function WorkbenchPage() {
  const { template = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.template(template));
  const { style } = useStyle();
  if (error) return <Failed error={error} again={() => { void refetch(); }} />;
  if (!data) return <Loading what="Fetching the template" />;
  return <Workbench key={data.draft.id} template={data} style={style} />;
}

type Side = "track" | "add" | "publish" | "findings";

function Workbench({ template, style }: { template: Template; style: Style }) {
  const { view = "sheet" } = useParams();
  const { desk, state } = useDesk(template.draft);
  const may = useMe()?.right === "lead";
  const { session } = state;
  const [chosen, setChosen] = useState<TrackId | null>(null);
  const [side, setSide] = useState<Side>("track");
  const [compact, setCompact] = useState(false);
  const [find, setFind] = useState("");
  const findings = useFindings(style, session, null);
  const latest = template.releases[0] ?? null;
  const track = session.tracks.find((t) => t.id === chosen) ?? null;
  const select = (id: TrackId | null): void => { setChosen(id); setSide("track"); };
  const nextFinding = (step: 1 | -1): void => {
    const ids = session.tracks.map((t) => t.id).filter((id) => findings.open.some((f) => f.track === id));
    if (ids.length === 0) { setSide("findings"); return; }
    const order = session.tracks.map((t) => t.id);
    const at = order.indexOf(chosen ?? "");
    const later = step > 0 ? ids.find((id) => order.indexOf(id) > at) : ids.findLast((id) => order.indexOf(id) < at);
    select(later ?? (step > 0 ? ids[0] : ids.at(-1)) ?? null);
  };
  const dressAll = (): void => { desk.edit(dress(style, session), "dress all"); };
  useShortcuts([
    ...(may ? [
      { keys: "A", says: "Add tracks", run: () => { setSide("add"); } },
      { keys: "D", says: "Dress all", run: dressAll },
      { keys: "Ctrl+Z", says: "Undo", run: () => { desk.undo(); } },
      { keys: "Ctrl+Shift+Z", says: "Redo", run: () => { desk.redo(); } },
      { keys: "P", says: "Publish", run: () => { setSide("publish"); } },
      ...(track ? ([["ArrowUp", "up", "Track up"], ["ArrowDown", "down", "Track down"], ["ArrowRight", "in", "Track into the folder before it"], ["ArrowLeft", "out", "Track out of its folder"]] as const)
        .map(([key, way, says]) => ({ keys: `Ctrl+${key}`, says, run: () => { desk.edit(stepTrack(session, track.id, way), "move"); } })) : []),
    ] : []),
    { keys: "N", says: "Next finding", run: () => { nextFinding(1); } },
    { keys: "Shift+N", says: "Previous finding", run: () => { nextFinding(-1); } },
    { keys: "C", says: "Compact rows, or not", run: () => { setCompact(!compact); } },
  ]);
  const changed = useChanged(template, session);
  return (
    <div className="flex h-full min-h-[560px] flex-col gap-3">
      <PageHead crumbs={[["Library", "/library"], [template.shelf, "/library"]]} title={template.name}
        beside={<Pill look={latest && changed === 0 ? "ok" : "look"}>{latest ? changed === 0 ? `Release ${latest.number}` : `Draft after release ${latest.number}` : "Draft, never released"}</Pill>}>
        <SaveWord state={state} />
        {may && <Button look="main" onClick={() => { setSide("publish"); }}>Publish release {(latest?.number ?? 0) + 1}</Button>}
      </PageHead>
      <div className="flex items-center gap-3">
        <Views label="Views of the template" views={[["", "Track sheet"], ["/inputs", "Input list"], ["/signal", "Signal"], ["/changes", "Changes"], ["/releases", "Releases"], ["/notes", "Session"]].map(([path, name]) => ({ to: `/library/${template.id}${path ?? ""}`, name: name ?? "" }))} />
        {view === "sheet" && <Input type="search" aria-label="Find a track" placeholder="Find" className="w-32" value={find} onChange={(e) => { setFind(e.target.value); }} />}
        {may && (
          <div className="ml-auto flex items-center gap-2">
            <Button look="quiet" className="px-2" aria-label={state.undoes === null ? "Nothing to undo" : `Undo: ${state.undoes}`} title={state.undoes === null ? "Nothing to undo" : `Undo: ${state.undoes}`} disabled={state.undoes === null} onClick={() => { desk.undo(); }}><Undo2 size={16} aria-hidden /></Button>
            <Button look="quiet" className="px-2" aria-label={state.redoes === null ? "Nothing to redo" : `Redo: ${state.redoes}`} title={state.redoes === null ? "Nothing to redo" : `Redo: ${state.redoes}`} disabled={state.redoes === null} onClick={() => { desk.redo(); }}><Redo2 size={16} aria-hidden /></Button>
            <Button onClick={() => { setSide("add"); }}><ListPlus size={15} aria-hidden /> Add tracks <Key>A</Key></Button>
            <Button onClick={dressAll}><Brush size={15} aria-hidden /> Dress all <Key>D</Key></Button>
          </div>
        )}
      </div>
      {state.problem !== null && <p role="alert" className="flex items-center gap-3 rounded-md bg-brick-soft px-3 py-2 text-sm text-brick"><span className="flex-1">{state.problem}</span><Button small onClick={() => { desk.dismiss(); }}>Understood</Button></p>}
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_264px] gap-4">
        <section aria-label="The template" className="card min-h-0 overflow-hidden">
          {view === "sheet" && (session.tracks.length === 0
            ? <Empty title="No tracks yet">{may ? <>Press <Key>A</Key> and type or paste the names, one a line.</> : "The lead has not laid this template out yet."}</Empty>
            : <Sheet style={style} session={session} findings={findings.byTrack} selected={chosen} onSelect={select} compact={compact} find={find}
                onRename={may ? (id, name) => { const t = session.tracks.find((x) => x.id === id); if (t) desk.edit([setField(t, "name", asOneLine(name, 200))], "rename"); } : null}
                onTakeOut={(id) => { if (may) desk.edit(takingOut(session, id), "take out"); }} />)}
          {view === "inputs" && <InputView style={style} session={session} findings={findings.byTrack} desk={may ? desk : null} />}
          {view === "signal" && <SignalView session={session} desk={may ? desk : null} onSelect={select} />}
          {view === "changes" && <Changes template={template} session={session} />}
          {view === "releases" && <Releases template={template} />}
          {view === "notes" && <Notes key={session.notes} session={session} desk={may ? desk : null} />}
        </section>
        <aside className="flex min-h-0 flex-col overflow-y-auto" aria-label="Selected">
          {side === "add" && <AddTracks style={style} session={session} desk={desk} onDone={() => { setSide("track"); }} />}
          {side === "publish" && <Publish template={template.id} name={template.name} desk={desk} session={session} latest={latest} open={findings.open} saved={state.saving === "saved"} onDone={() => { setSide("track"); }} />}
          {side === "findings" && <FindingsList style={style} findings={findings} desk={desk} may={may} onSelect={select} />}
          {side === "track" && (track ? <Inspector style={style} session={session} track={track} findings={findings.byTrack.get(track.id) ?? []} desk={may ? desk : null} />
            : <div className="card"><Empty title="Nothing selected">Choose a track to see what it is and why it looks as it does. <Key>?</Key> lists the shortcuts.</Empty></div>)}
        </aside>
      </div>
      <BottomLine session={session} findings={findings} onShow={() => { setSide(side === "findings" ? "track" : "findings"); }} />
    </div>
  );
}

const SETTINGS = ["sampleRate", "bitDepth", "fileType", "tempo", "meter", "mainFormat", "leadIn", "musicBar"] as const;

/** The time for something of today, else the day. */
function timeOrDay(at: Date): string {
  return at.toDateString() === new Date().toDateString() ? at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" }) : at.toLocaleDateString("en-GB", { day: "numeric", month: "short" });
}

function SaveWord({ state }: { state: DeskState }) {
  return <span role="status" className="text-sm text-ink-2">{state.saving === "saved" ? `Saved ${timeOrDay(state.savedAt)}` : state.saving === "saving" ? "Saving…" : "Waiting for the house; nothing is lost"}</span>;
}

/** A track, or a folder with all it holds, taken out; innermost first. */
function takingOut(session: Session, id: TrackId): Change[] {
  const gone = new Set([id]);
  for (const t of session.tracks) if (t.parent !== null && gone.has(t.parent)) gone.add(t.id);
  return diff(session, { ...session, tracks: session.tracks.filter((t) => !gone.has(t.id)) });
}

function useChanged(template: Template, session: Session): number {
  const latest = template.releases[0];
  const { data } = useQuery({ ...queries.release(template.id, latest?.number ?? 0), enabled: latest !== undefined });
  return useMemo(() => (data ? diff(data.session, session).length : 0), [data, session]);
}

function Changes({ template, session }: { template: Template; session: Session }) {
  const latest = template.releases[0];
  const { data } = useQuery({ ...queries.release(template.id, latest?.number ?? 0), enabled: latest !== undefined });
  if (!latest) return <Empty title="Nothing to compare with">This template has no release yet.</Empty>;
  if (!data) return <Loading />;
  return <div tabIndex={0} role="region" aria-label="Changes" className="h-full overflow-y-auto"><h2 className="border-b border-line px-3.5 py-2 text-sm font-semibold">From release {latest.number} to the draft</h2><ChangeList said={inWords(data.session, session, diff(data.session, session))} /></div>;
}

function Notes({ session, desk }: { session: Session; desk: Desk | null }) {
  const [text, setText] = useState(session.notes);
  return (
    <div className="flex h-full flex-col gap-2 overflow-y-auto p-4" tabIndex={0} role="region" aria-label="Settings and notes">
      <div className="-m-4 mb-0"><SettingsForm label="Settings of the session" start={session} onChange={desk ? (next) => { desk.edit(SETTINGS.flatMap((f) => (same(session[f], next[f]) ? [] : [setSessionField(session, f, next[f])])), "settings"); } : null} /></div>
      <label htmlFor="notes" className="text-sm font-semibold">What whoever opens this template should know</label>
      <TextArea id="notes" className="min-h-40 flex-1 resize-none" maxLength={20_000} readOnly={!desk} value={text} onChange={(e) => { setText(e.target.value); }} onBlur={() => { if (desk && text !== session.notes) desk.edit([setSessionField(session, "notes", text)], "notes"); }} />
      <p className="text-xs text-ink-3">These notes travel in every package. They are saved when you leave the field.</p>
    </div>
  );
}

function FindingsList({ style, findings, desk, may, onSelect }: { style: Style; findings: Findings; desk: Desk; may: boolean; onSelect: (id: TrackId) => void }) {
  const sure = findings.open.filter((f) => f.fix?.sure).length;
  const kinds = [...findings.open.filter((f) => f.fix?.sure).reduce((m, f) => m.set(f.rule, (m.get(f.rule) ?? 0) + 1), new Map<string, number>())];
  return (
    <section aria-label="To look at" className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center justify-between"><h2 className="font-semibold">To look at</h2>{may && sure > 0 && <Button small look="main" onClick={() => { putAll(desk, style, null); }}>Put all right</Button>}</div>
      {findings.all.length === 0 && <Empty title="Nothing is off">Every track follows the house.</Empty>}
      {may && kinds.length > 1 && <ul aria-label="All of a kind" className="flex flex-wrap gap-1.5">{kinds.map(([rule, n]) => <li key={rule}><Button small onClick={() => { desk.edit(putAllRight(style, desk.state().session, null, rule), `put right: ${TITLE_OF.get(rule)?.toLowerCase() ?? rule}`); }}>{TITLE_OF.get(rule)} · {n}</Button></li>)}</ul>}
      {findings.all.map((f) => <div key={f.id} onClick={() => { if (f.track !== null && !may) onSelect(f.track); }}><FindingCard finding={f} title={TITLE_OF.get(f.rule) ?? ""} acts={may ? actsOn(desk, f) : null} /></div>)}
    </section>
  );
}

function BottomLine({ session, findings, onShow }: { session: Session; findings: Findings; onShow: () => void }) {
  const count = (kind: string): number => session.tracks.filter((t) => t.kind === kind).length;
  const inputs = session.tracks.filter((t) => t.input !== null).length;
  const perRule = new Map<string, number>();
  for (const f of findings.open) perRule.set(f.rule, (perRule.get(f.rule) ?? 0) + 1);
  const kinds = [...perRule].slice(0, 3);
  const keptNow = findings.all.length - findings.open.length;
  return (
    <footer className="flex h-7 shrink-0 items-center gap-4 text-sm text-ink-2">
      <button type="button" onClick={onShow} className={`inline-flex items-center gap-1.5 rounded-full px-2.5 py-1 font-semibold ${findings.open.length > 0 ? "bg-lantern-soft text-lantern" : "bg-moss-soft text-moss"}`}>
        <Lamp size={14} aria-hidden /> {findings.open.length === 0 ? "Nothing to look at" : `${findings.open.length} to look at`}
      </button>
      {kinds.map(([rule, n]) => <span key={rule}>{n} × {TITLE_OF.get(rule)?.toLowerCase()}</span>)}
      {keptNow > 0 && <span>{keptNow} kept with a reason</span>}
      <span className="ml-auto">{session.tracks.length} tracks · {count("folder")} folders · {inputs} on inputs · {count("return")} returns</span>
    </footer>
  );
}
