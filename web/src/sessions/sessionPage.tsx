import type { Ticked } from "@mossy/contract/rooms";
import { inputList } from "@mossy/core/formats/inputList";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Download, Send } from "lucide-react";
import { Link, useParams } from "react-router";
import { ask, fileAddress } from "../app/ask.ts";
import { queries, queryClient, useMe, useStyle } from "../app/queries.ts";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { DropFile } from "./dropFile.tsx";
import { StandPill } from "./row.tsx";

const when = (iso: string): string => new Date(iso).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

/** What the template wants gone through before recording, ticked off by whoever did it; everybody in the house sees it. */
function GoneThrough({ session, list, ticks, may }: { session: string; list: readonly string[]; ticks: readonly Ticked[]; may: boolean }) {
  const key = queries.session(session).queryKey;
  const tick = useMutation({
    mutationFn: ({ line, done }: { line: string; done: boolean }) => ask("tickLine", { session }, { line, done }),
    onSuccess: (answer) => { queryClient.setQueryData(key, (old) => old && { ...old, ticks: answer.ticks }); },
  });
  if (list.length === 0) return null;
  const open = list.filter((line) => !ticks.some((t) => t.item === line)).length;
  return (
    <>
      <ul className="pt-1">{list.map((line) => {
        const done = ticks.find((t) => t.item === line);
        return (
          <li key={line}><label className="flex items-start gap-2 py-1 text-sm">
            <input type="checkbox" className="mt-1" checked={done !== undefined} disabled={!may || tick.isPending} onChange={(e) => { tick.mutate({ line, done: e.target.checked }); }} />
            <span className={`min-w-0 flex-1 ${done ? "text-ink-2" : ""}`}>{line}</span>{done && <span className="shrink-0 text-xs text-ink-2">{done.by}, {when(done.at)}</span>}</label></li>
        );
      })}</ul>
      <p className="pt-1 text-sm text-ink-2">{open === 0 ? "All gone through." : `${open} of ${list.length} still to go through.`}</p>
      <Trouble error={tick.error} />
    </>
  );
}

/** A session: its package, what came back, and how it was fitted. */
export default function SessionPage() {
  const { session: id = "" } = useParams();
  const { data: s, error, refetch } = useQuery(queries.session(id));
  const { style } = useStyle();
  const may = useMe()?.right !== "assistant";
  const send = useMutation({ mutationFn: () => ask("sendToStation", { session: id }), onSuccess: () => queryClient.invalidateQueries({ queryKey: ["session", id] }) });
  if (error) return <Failed error={error} again={() => { void refetch(); }} />;
  if (!s) return <Loading />;
  const [last] = s.checkIns;
  const waits = last && last.openNow > 0 ? last : null;
  const records = s.given.tracks.some((t) => t.input !== null);
  const lines = inputList(s.given, s.roomAs, style.house.words);
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Sessions", "/sessions"], [s.roomName, `/rooms/${s.room}`]]} title={s.title} beside={<StandPill session={s} />}>
        <Button asChild><a href={fileAddress("package", { session: id })} download><Download size={15} aria-hidden /> Download the package</a></Button>
        {may && s.closedAt === null && <Button look={waits ? "plain" : "main"} disabled={send.isPending} onClick={() => { send.mutate(); }}><Send size={15} aria-hidden /> {s.sentAt === null ? "Send to the station" : "Send again"}</Button>}
        {waits && <Button look="main" asChild><Link to={`/check-ins/${waits.id}`}>Look and put right</Link></Button>}
      </PageHead>
      <p className="text-sm text-ink-2">From <Link className="font-semibold text-moss hover:underline" to={`/library/${s.template}/releases/${s.release}`}>{s.templateName}, release {s.release}</Link> · {s.tracks} tracks · {s.given.sampleRate / 1000} kHz, {s.given.bitDepth} bit, main path {s.given.mainFormat} · started by {s.madeBy}, {when(s.madeAt)}{s.sentAt === null ? "" : ` · sent ${when(s.sentAt)}`}</p>
      <Trouble error={send.error} />
      <div className="grid grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] items-start gap-4">
        <section aria-labelledby="came" className="card flex flex-col p-4">
          <h2 id="came" className="pb-3 font-semibold">Came back from the room</h2>
          <DropFile session={id} />
          {s.checkIns.length === 0 ? <Empty title="Nothing has come back yet">{s.sentAt === null ? "Send the package to the room's station, or download it and carry it there." : "The station has the package. What it hands in shows here by itself."}</Empty> : (
            <ul className="mt-3">{s.checkIns.map((c) => (
              <li key={c.id} className="relative flex items-center gap-3 border-t border-line py-2.5 hover:bg-bg">
                <span className="min-w-0 flex-1"><Link to={`/check-ins/${c.id}`} className="font-semibold after:absolute after:inset-0">Check-in {c.number}</Link><span className="block truncate text-sm text-ink-2" title={c.fileName}>{c.handedInBy}, {when(c.handedInAt)}</span></span>
                <span className="text-sm text-ink-2">{c.followedThen} of {c.tracks} followed the house</span>
                {c.openNow === 0 ? <Pill look="ok">put right</Pill> : <Pill look="look">{c.openNow} to look at</Pill>}
              </li>
            ))}</ul>
          )}
        </section>
        <div className="flex flex-col gap-4">
          {(s.given.notes !== "" || s.given.checklist.length > 0) && (
            <section aria-label="Before recording" className="card border-l-4 border-l-glow p-4"><h2 className="pb-1 font-semibold">Before recording</h2>
              {s.given.notes !== "" && <p className="text-sm whitespace-pre-wrap">{s.given.notes}</p>}
              <GoneThrough session={id} list={s.given.checklist} ticks={s.ticks} may={s.closedAt === null} /></section>
          )}
          <section aria-labelledby="fit" className="card p-4">
            <h2 id="fit" className="pb-2 font-semibold">Fitted to {s.roomName}</h2>
            <p className="flex flex-wrap gap-2"><Pill look="ok">{s.report.fits} sources as they were</Pill><Pill look={s.report.adjusted.length > 0 ? "look" : "quiet"}>{s.report.adjusted.length} adjusted</Pill><Pill look={s.report.unplaced.length > 0 ? "broken" : "quiet"}>{s.report.unplaced.length} cannot be placed</Pill>{s.report.leftOut.length > 0 && <Pill>{s.report.leftOut.length} left out</Pill>}</p>
            {s.report.unplaced.length > 0 && <ul className="mt-2 text-sm">{s.report.unplaced.map((u) => <li key={u.track} className="border-t border-line py-1.5"><span className="font-mono font-semibold">{s.given.tracks.find((t) => t.id === u.track)?.name}</span> <span className="text-ink-2">{u.says}</span></li>)}</ul>}
          </section>
          <section aria-labelledby="inputs" className="card overflow-hidden">
            <h2 id="inputs" className="px-4 pt-4 pb-2 font-semibold">Input list</h2>
            {!records && <p className="px-4 pb-4 text-sm text-ink-2">Nothing in this session records from outside.</p>}
            {records && <table className="w-full text-sm">
              <thead className="text-left text-xs text-ink-2"><tr><th scope="col" className="w-14 px-4 py-1 font-semibold">Input</th><th scope="col" className="font-semibold">Track</th><th scope="col" className="font-semibold">Source</th><th scope="col" className="pr-4 font-semibold">Socket</th></tr></thead>
              <tbody>{lines.map((l) => <tr key={`${l.input}-${l.track ?? ""}`} className="border-t border-line"><td className="px-4 py-1 font-mono font-bold">{l.input}</td><td className="font-mono">{l.track ?? <span className="font-sans text-ink-3">free</span>}</td><td className="text-ink-2">{l.source}</td><td className="pr-4 text-ink-2">{l.socket}{l.phantom ? " · 48 V" : ""}</td></tr>)}</tbody>
            </table>}
          </section>
        </div>
      </div>
    </div>
  );
}
