import { differences } from "@mossy/core/house/differences";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { ask } from "../app/ask.ts";
import { queries, queryClient } from "../app/queries.ts";
import { mention } from "../app/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { BeforeAfter, Field, Select, TextArea } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { useHouseWork } from "./work.ts";

const day = (iso: string): string => new Date(iso).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** What the next edition would change, publishing it, and the editions there are, any two compared. */
export default function EditionsPage() {
  const { next, changes, change, saved } = useHouseWork();
  const { data } = useQuery(queries.house);
  if (!data) return <Loading />;
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] gap-4">
      <section aria-label={`Publish edition ${next}`} className="card flex min-h-0 flex-col gap-3 overflow-y-auto p-4" tabIndex={0}>
        <div><h2 className="font-semibold">{change ? `Publish edition ${next}` : `What edition ${next} would change`}</h2><p className="text-sm text-ink-2">Nobody's session changes by itself: what no longer fits becomes findings with fixes.</p></div>
        {changes === null ? <Loading what="Comparing" /> : changes.length === 0 ? <p className="rounded-md bg-tide-soft px-2.5 py-1.5 text-sm text-tide">The draft says the same as edition {next - 1}.</p> : <Sentences said={changes} label="What changes" />}
        {saved && <ImpactList revision={data.draft.revision} />}
        {change && <PublishForm next={next} ready={changes !== null && changes.length > 0 && saved} revision={data.draft.revision} />}
      </section>
      <section aria-label="Editions so far" className="card min-h-0 overflow-y-auto p-4" tabIndex={0}>
        <h2 className="pb-2 font-semibold">Editions so far</h2>
        <ol>{data.editions.map((e) => <li key={e.number} className="border-t border-line py-2"><span className="font-semibold">Edition {e.number}</span> <span className="text-sm text-ink-2">· {e.publishedBy}, {day(e.publishedAt)}</span><br />{e.note}</li>)}</ol>
        {data.editions.length > 1 && <Compare numbers={data.editions.map((e) => e.number)} />}
      </section>
    </div>
  );
}

function Sentences({ said, label }: { said: readonly string[]; label: string }) {
  return <ul aria-label={label} className="text-sm">{said.map((c) => <li key={c} className="border-t border-line py-1.5 [overflow-wrap:anywhere]">{c}</li>)}</ul>;
}

const KIND = { draft: "draft", release: "current release", session: "open session" } as const;

/** What publishing would ask of templates and sessions, each openable to see before and after. */
function ImpactList({ revision }: { revision: number }) {
  const { data, error, refetch } = useQuery(queries.impact(revision));
  if (error) return <Failed error={error} again={() => { void refetch(); }} />;
  if (!data) return <Loading what="Looking through templates and sessions" />;
  if (data.on.length === 0) return <p className="rounded-md bg-moss-soft px-2.5 py-1.5 text-sm text-moss">No track in any template or open session would be asked for anything else.</p>;
  return (
    <section aria-label="Impact">
      <h3 className="pb-1 text-sm font-semibold">Would touch {data.tracks} {data.tracks === 1 ? "track" : "tracks"} in {data.on.length} {data.on.length === 1 ? "place" : "places"}</h3>
      <ul className="text-sm">{data.on.map((o) => (
        <li key={o.kind + o.to} className="border-t border-line py-1.5">
          <details>
            <summary><span className="font-semibold">{o.title}</span> <span className="text-ink-2">· {KIND[o.kind]} · {o.touched} of {o.tracks} tracks</span></summary>
            <ul className="mt-1">{o.touches.map((t) => <li key={t.track + t.what} className="flex flex-wrap items-center gap-x-3 py-0.5"><span className="font-mono">{t.name}</span><span className="text-ink-2">{t.what}</span><BeforeAfter before={t.before} after={t.after} /></li>)}</ul>
            <Link to={o.to} className="font-semibold text-moss hover:underline">Open it</Link>
          </details>
        </li>
      ))}</ul>
    </section>
  );
}

function PublishForm({ next, ready, revision }: { next: number; ready: boolean; revision: number }) {
  const [note, setNote] = useState("");
  const publish = useMutation({
    mutationFn: () => ask("publishEdition", {}, { revision, note }),
    onSuccess: async (edition) => {
      setNote("");
      await Promise.all(["house", "edition", "unread", "today"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })));
      mention(`Edition ${edition.number} of the house style is out.`);
    },
  });
  return (
    <form className="flex flex-col gap-3" onSubmit={(e) => { e.preventDefault(); publish.mutate(); }}>
      <Field label="In a few words, for everybody"><TextArea required maxLength={2000} rows={2} value={note} onChange={(e) => { setNote(e.target.value); }} /></Field>
      <Trouble error={publish.error} />
      <Button look="main" className="self-start" type="submit" disabled={!ready || note.trim() === "" || publish.isPending}>Publish edition {next}</Button>
    </form>
  );
}

function Compare({ numbers }: { numbers: readonly number[] }) {
  const [from, setFrom] = useState(numbers[1] ?? 1);
  const [to, setTo] = useState(numbers[0] ?? 1);
  const a = useQuery(queries.wholeEdition(from));
  const b = useQuery(queries.wholeEdition(to));
  const pick = (label: string, value: number, set: (n: number) => void) => <label className="flex items-center gap-2 text-sm">{label}<Select small value={value} onChange={(e) => { set(Number(e.target.value)); }}>{numbers.map((n) => <option key={n} value={n}>edition {n}</option>)}</Select></label>;
  const error = a.error ?? b.error;
  return (
    <div className="mt-4 border-t border-line pt-3">
      <div className="flex items-center gap-3 pb-2"><h3 className="font-semibold">Compare</h3>{pick("from", from, setFrom)}{pick("to", to, setTo)}</div>
      {error ? <Failed error={error} /> : !a.data || !b.data ? <Loading /> : differences(a.data.house, b.data.house).length === 0 ? <Empty title="No difference">Both editions say the same.</Empty> : <Sentences label="Differences" said={differences(a.data.house, b.data.house)} />}
    </div>
  );
}
