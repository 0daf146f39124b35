import type { AnswerOf } from "@mossy/contract/routes";
import { followsTheHouse } from "@mossy/core/check/check";
import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { useQuery } from "@tanstack/react-query";
import { Download, Redo2, Undo2 } from "lucide-react";
import { useMemo } from "react";
import { useParams } from "react-router";
import { fileAddress } from "../app/ask.ts";
import { queries, useMe, useStyle } from "../app/queries.ts";
import { useShortcuts } from "../app/shortcuts.tsx";
import { FindingActs } from "../findings/card.tsx";
import { RolePicker } from "../findings/rolePicker.tsx";
import { TITLE_OF } from "../findings/titles.ts";
import { actsOn, putAll, sayRole, useFindings } from "../findings/useFindings.ts";
import { Button } from "../ui/button.tsx";
import { BeforeAfter, PageHead, Pill, Share, Views } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { BehindIt } from "../findings/behindIt.tsx";
import { Tile } from "../ui/tile.tsx";
import { ChangeList } from "../workbench/changeList.tsx";
import type { Desk } from "../workbench/desk.ts";
import { Clashes } from "../workbench/clashes.tsx";
import { NONE } from "../workbench/selection.ts";
import { Sheet } from "../workbench/sheet.tsx";
import { useDesk } from "../workbench/useDesk.ts";

type CheckIn = AnswerOf<"checkIn">;

export default function CheckInPage() {
  const { checkIn = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.checkIn(checkIn));
  const { style } = useStyle();
  if (error) return <Failed error={error} again={() => { void refetch(); }} />;
  if (!data) return <Loading what="Comparing" />;
  return <PutRight key={data.id} checkIn={data} style={style} />;
}

const AREAS = [["release", "Against the release it started from"], ["signal", "Where signal goes"], ["style", "Against the house style"]] as const;

/** A check-in: what drifted, with its reason and fix; put right at once, one by one, or kept with a word why. */
function PutRight({ checkIn: c, style }: { checkIn: CheckIn; style: Style }) {
  const { view = "findings" } = useParams();
  const { desk, state } = useDesk(c.now);
  const { doc: session } = state;
  const may = useMe()?.right !== "assistant";
  const findings = useFindings(style, session, c.given);
  const sure = findings.open.filter((f) => f.fix?.sure).length;
  useShortcuts(may ? [
    { keys: "R", says: "Put all right", run: () => { putAll(desk, style, c.given); } },
    { keys: "Ctrl+Z", says: "Undo", run: () => { desk.undo(); } },
    { keys: "Ctrl+Shift+Z", says: "Redo", run: () => { desk.redo(); } },
  ] : []);
  const came = new Date(c.handedInAt).toLocaleString("en-GB", { day: "numeric", month: "long", hour: "2-digit", minute: "2-digit" });
  return (
    <div className="flex h-full min-h-[600px] flex-col gap-3">
      <PageHead crumbs={[["Sessions", "/sessions"], [c.session.title, `/sessions/${c.session.id}`]]} title={`Check-in ${c.number} from ${c.session.roomName}`}>
        <span role="status" className="text-sm text-ink-2">{state.saving === "saved" ? "Saved" : state.saving === "saving" ? "Saving…" : "Waiting for the house"}</span>
        {may && <>
          <Button look="quiet" className="px-2" aria-label={`Undo${state.undoes === null ? "" : `: ${state.undoes}`}`} title={state.undoes ?? "Nothing to undo"} disabled={state.undoes === null} onClick={() => { desk.undo(); }}><Undo2 size={16} aria-hidden /></Button>
          <Button look="quiet" className="px-2" aria-label={`Redo${state.redoes === null ? "" : `: ${state.redoes}`}`} title={state.redoes ?? "Nothing to redo"} disabled={state.redoes === null} onClick={() => { desk.redo(); }}><Redo2 size={16} aria-hidden /></Button>
        </>}
        {state.saving === "saved"
          ? <Button asChild look={sure === 0 ? "main" : "plain"}><a href={fileAddress("correctedFile", { checkIn: c.id })} download><Download size={15} aria-hidden /> Corrected file</a></Button>
          : <Button disabled><Download size={15} aria-hidden /> Corrected file</Button>}
        {may && sure > 0 && <Button look="main" onClick={() => { putAll(desk, style, c.given); }}>Put all right</Button>}
      </PageHead>
      <Views label="Views of the check-in" views={[{ to: `/check-ins/${c.id}`, name: `Findings` }, { to: `/check-ins/${c.id}/sheet`, name: "Track sheet" }, { to: `/check-ins/${c.id}/differences`, name: "All differences" }]} />
      {state.problem !== null && <p role="alert" className="flex items-center gap-3 rounded-md bg-brick-soft px-3 py-2 text-sm text-brick"><span className="flex-1">{state.problem}</span><Button small onClick={() => { desk.dismiss(); }}>Understood</Button></p>}
      <Clashes desk={desk} state={state} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_264px] gap-4">
        <section aria-label="What drifted" className="card min-h-0 overflow-y-auto">
          {view === "findings" && (findings.all.length === 0
            ? <Empty title="Nothing is off">This session follows the house and the release it started from. Download the corrected file and send it back to the room.</Empty>
            : AREAS.map(([area, title]) => <Area key={area} title={title} findings={findings.all.filter((f) => f.area === area)} session={session} given={c.given} style={style} desk={may ? desk : null} />))}
          {view === "sheet" && <Sheet style={style} session={session} findings={findings.byTrack} selection={NONE} onSelect={() => undefined} compact={false} find="" onType={null} />}
          {view === "differences" && <Differences given={c.given} session={session} />}
        </section>
        <aside aria-label="About this check-in" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          <section className="card p-3.5">
            <h2 className="pb-2 font-semibold">Follows the house</h2>
            <dl className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1.5 text-sm">
              <dt className="text-ink-2">as it came</dt><dd className="justify-self-end"><Share share={c.tracks === 0 ? 1 : c.followedThen / c.tracks} label="Share that followed the house as it came" /></dd>
              <dt className="text-ink-2">now</dt><dd className="justify-self-end"><Share share={followsTheHouse(session, findings.all)} label="Share that follows the house now" /></dd>
            </dl>
            <p className="mt-2 flex flex-wrap gap-2 border-t border-line pt-2.5"><Pill look={findings.open.length > 0 ? "look" : "ok"}>{findings.open.length} to look at</Pill>{findings.all.length > findings.open.length && <Pill>{findings.all.length - findings.open.length} kept</Pill>}<Pill>{c.findingsThen} as it came</Pill></p>
          </section>
          <section className="card p-3.5 text-sm">
            <h2 className="pb-2 text-base font-semibold">How it came</h2>
            <p className="[overflow-wrap:anywhere]"><span className="font-mono">{c.fileName}</span><br /><span className="text-ink-2">{c.handedInBy}, {came}</span></p>
            <p className="mt-2 text-ink-2">{c.recognised === "ids" ? "Its tracks carry our ids, so each was known for sure." : "Its tracks were recognised by likeness."}</p>
            {c.remarks.length > 0 && <ul className="mt-2 flex flex-col gap-1.5">{c.remarks.map((r) => <li key={r} className="rounded-sm bg-tide-soft px-2 py-1 text-tide">{r}</li>)}</ul>}
          </section>
          <section className="card p-3.5 text-sm"><h2 className="pb-1 text-base font-semibold">Went out as</h2><p className="text-ink-2">{c.session.templateName}, release {c.session.release}, fitted to {c.session.roomName}, {c.session.tracks} tracks.</p></section>
        </aside>
      </div>
    </div>
  );
}

function Area({ title, findings, session, given, style, desk }: { title: string; findings: readonly Finding[]; session: Session; given: Session; style: Style; desk: Desk | null }) {
  const tracks = useMemo(() => new Map([...given.tracks, ...session.tracks].map((t) => [t.id, t])), [given, session]);
  if (findings.length === 0) return null;
  const left = findings.filter((f) => !f.kept).length;
  return (
    <section aria-label={title}>
      <h2 className="sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-3.5 py-2 text-sm font-semibold">{title} <Pill look={left > 0 ? "look" : "ok"}>{left}</Pill></h2>
      <ul>
        {findings.map((f) => {
          const t = f.track === null ? undefined : tracks.get(f.track);
          const asks = f.rule === "name-unreadable" || (f.rule === "name-off-pattern" && f.fix?.sure === false);
          return (
            <li key={f.id} data-rule={f.rule} className={`grid grid-cols-[26px_minmax(0,1fr)_minmax(0,240px)] items-start gap-3 border-b border-line px-3.5 py-2.5 ${f.kept ? "opacity-80" : ""}`}>
              {t ? <Tile colour={t.colour} icon={t.icon} /> : <Tile colour="#38423b" icon="bus" />}
              <div className="min-w-0">
                <p className="text-sm"><span className={`mr-1.5 font-semibold ${f.kept ? "text-ink-2" : f.weight === "broken" ? "text-brick" : f.weight === "look" ? "text-lantern" : "text-tide"}`}>{TITLE_OF.get(f.rule)}</span> {f.says}</p>
                <p className="text-sm text-ink-2">{f.because}{t && <BehindIt style={style} session={session} rule={f.rule} track={t} />}</p>
                <p className="mt-0.5"><BeforeAfter before={f.before} after={f.after} /></p>
              </div>
              <div>
                {desk ? <div className="-mt-2"><FindingActs finding={f} acts={actsOn(desk, f)} />{asks && !f.kept && t && <RolePicker style={style} label={`What “${t.name}” is`} onChoose={(role) => { sayRole(desk, style, t.id, role); }} />}</div> : f.kept && <span className="text-sm text-ink-2">Kept: {f.kept.why}</span>}
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Differences({ given, session }: { given: Session; session: Session }) {
  const said = useMemo(() => inWords(given, session, diff(given, session)), [given, session]);
  return <><h2 className="border-b border-line px-3.5 py-2 text-sm font-semibold">From what went out to how it stands now</h2><ChangeList said={said} /></>;
}
