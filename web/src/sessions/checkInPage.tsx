import type { AnswerOf } from "@mossy/contract/routes";
import type { Origin } from "@mossy/core/check/causes";
import { countStand } from "@mossy/core/check/causes";
import type { Style } from "@mossy/core/house/style";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { useQuery } from "@tanstack/react-query";
import { Download, Redo2, Undo2 } from "lucide-react";
import { useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { fileAddress } from "../wire/ask.ts";
import { queries, useMe, useStyle } from "../wire/queries.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { putAll, useFindings } from "../check/useFindings.ts";
import type { Findings } from "../check/useFindings.ts";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill, Share, Views } from "../ui/pieces.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { ChangeList } from "../session/changeList.tsx";
import { Clashes } from "../documents/clashes.tsx";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import { useWorkpiece } from "../documents/useWorkpiece.ts";
import { CheckInSheet } from "./checkInSheet.tsx";
import { Drift } from "./drift.tsx";

type CheckIn = AnswerOf<"checkIn">;

export default function CheckInPage() {
  const { checkIn = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.checkIn(checkIn));
  const { number, style } = useStyle();
  const edition = data?.session.edition ?? number;
  const then = useQuery({ ...queries.styleOf(edition), enabled: edition !== number });
  const wrong = error ?? then.error;
  if (wrong)
    return (
      <Failed
        error={wrong}
        again={() => {
          void refetch();
          void then.refetch();
        }}
      />
    );
  const started = edition === number ? style : then.data;
  if (!data || !started) return <Loading what="Comparing" />;
  return <PutRight key={data.id} checkIn={data} style={style} started={started} edition={number} />;
}

/** A check-in: what drifted and why, with its fixes; put right at once, one by one, or kept with a word why. */
function PutRight({
  checkIn: c,
  style,
  started,
  edition,
}: {
  checkIn: CheckIn;
  style: Style;
  started: Style;
  edition: number;
}) {
  const { view = "findings" } = useParams();
  const navigate = useNavigate();
  const { work, state } = useWorkpiece(c.now);
  const { doc: session } = state;
  const may = useMe()?.right !== "assistant";
  const start = useMemo((): Origin => ({ given: c.given, style: started }), [c.given, started]);
  const findings = useFindings(style, session, start);
  const [shown, setShown] = useState<string | null>(null);
  const all = (): void => putAll(work, style, c.given);
  useShortcuts(
    may
      ? [
          { keys: "R", says: "Put all right", run: all },
          {
            keys: "Ctrl+Z",
            says: "Undo",
            run: () => work.undo(),
          },
          {
            keys: "Ctrl+Shift+Z",
            says: "Redo",
            run: () => work.redo(),
          },
        ]
      : [],
  );
  const show = (track: string): void => {
    setShown(track);
    void navigate(`/check-ins/${c.id}/sheet`);
  };
  return (
    <div className="flex h-full min-h-[600px] flex-col gap-3">
      <Head
        checkIn={c}
        work={work}
        state={state}
        may={may}
        sure={findings.open.filter((f) => f.fix?.sure).length}
        onAll={all}
      />
      <Views
        label="Views of the check-in"
        views={[
          { to: `/check-ins/${c.id}`, name: "Findings" },
          { to: `/check-ins/${c.id}/sheet`, name: "Track sheet" },
          { to: `/check-ins/${c.id}/differences`, name: "All differences" },
        ]}
      />
      {state.problem !== null && (
        <p
          role="alert"
          className="flex items-center gap-3 rounded-md bg-brick-soft px-3 py-2 text-sm text-brick"
        >
          <span className="flex-1">{state.problem}</span>
          <Button small onClick={() => work.dismiss()}>
            Understood
          </Button>
        </p>
      )}
      <Clashes work={work} state={state} />
      {view === "sheet" ? (
        <CheckInSheet
          style={style}
          session={session}
          findings={findings}
          work={may ? work : null}
          first={shown}
        />
      ) : (
        <div className="beside min-h-0 flex-1 [--beside:264px]">
          <section aria-label="What drifted" className="card min-h-0 overflow-y-auto">
            {view === "findings" && (
              <Drift
                style={style}
                session={session}
                start={start}
                findings={findings}
                edition={edition}
                release={c.session.release}
                work={may ? work : null}
                onShow={show}
              />
            )}
            {view === "differences" && <Differences given={c.given} session={session} />}
          </section>
          <About checkIn={c} session={session} findings={findings} edition={edition} />
        </div>
      )}
    </div>
  );
}

function Head({
  checkIn: c,
  work,
  state,
  may,
  sure,
  onAll,
}: {
  checkIn: CheckIn;
  work: Workpiece;
  state: WorkpieceState;
  may: boolean;
  sure: number;
  onAll: () => void;
}) {
  const saved = state.saving === "saved";
  const file = (
    <>
      <Download size={15} aria-hidden /> Corrected file
    </>
  );
  return (
    <PageHead
      crumbs={[
        ["Sessions", "/sessions"],
        [c.session.title, `/sessions/${c.session.id}`],
      ]}
      title={`Check-in ${c.number} from ${c.session.roomName}`}
    >
      <span role="status" className="text-sm text-ink-2">
        {saved ? "Saved" : state.saving === "saving" ? "Saving…" : "Waiting for the house"}
      </span>
      {may && (
        <>
          <Button
            look="quiet"
            className="px-2"
            aria-label={`Undo${state.undoes === null ? "" : `: ${state.undoes}`}`}
            title={state.undoes ?? "Nothing to undo"}
            disabled={state.undoes === null}
            onClick={() => work.undo()}
          >
            <Undo2 size={16} aria-hidden />
          </Button>
          <Button
            look="quiet"
            className="px-2"
            aria-label={`Redo${state.redoes === null ? "" : `: ${state.redoes}`}`}
            title={state.redoes ?? "Nothing to redo"}
            disabled={state.redoes === null}
            onClick={() => work.redo()}
          >
            <Redo2 size={16} aria-hidden />
          </Button>
        </>
      )}
      {saved ? (
        <Button asChild look={sure === 0 ? "main" : "plain"}>
          <a href={fileAddress("correctedFile", { checkIn: c.id })} download>
            {file}
          </a>
        </Button>
      ) : (
        <Button disabled>{file}</Button>
      )}
      {may && sure > 0 && (
        <Button look="main" onClick={onAll}>
          Put all right
        </Button>
      )}
    </PageHead>
  );
}

function About({
  checkIn: c,
  session,
  findings,
  edition,
}: {
  checkIn: CheckIn;
  session: Session;
  findings: Findings;
  edition: number;
}) {
  const came = new Date(c.handedInAt).toLocaleString("en-GB", {
    day: "numeric",
    month: "long",
    hour: "2-digit",
    minute: "2-digit",
  });
  const stand = countStand(session, findings.all, findings.causes);
  const kept = findings.all.length - findings.open.length;
  return (
    <aside aria-label="About this check-in" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
      <section aria-label="Follows the house" className="card p-3.5">
        <h2 className="pb-2 font-semibold">Follows the house</h2>
        <dl className="grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1.5 text-sm">
          <dt className="text-ink-2">as it came</dt>
          <dd className="justify-self-end">
            <Share
              share={c.tracks === 0 ? 1 : c.followedThen / c.tracks}
              label="Share that followed the house as it came"
            />
          </dd>
          <dt className="text-ink-2">now</dt>
          <dd className="justify-self-end">
            <Share
              share={stand.tracks === 0 ? 1 : stand.following / stand.tracks}
              label="Share that follows the house now"
            />
          </dd>
        </dl>
        <p className="mt-2 flex flex-wrap gap-2 border-t border-line pt-2.5">
          <Pill look={stand.open.room > 0 ? "look" : "ok"}>{stand.open.room} to look at</Pill>
          {stand.open.edition > 0 && (
            <Pill look="note">
              edition {edition} asks {stand.open.edition}
            </Pill>
          )}
          {stand.open.release > 0 && <Pill>{stand.open.release} went out like that</Pill>}
          {kept > 0 && <Pill>{kept} kept</Pill>}
          <Pill>{c.findingsThen} as it came</Pill>
        </p>
      </section>
      <section aria-label="How it came" className="card p-3.5 text-sm">
        <h2 className="pb-2 text-base font-semibold">How it came</h2>
        <p className="[overflow-wrap:anywhere]">
          <span className="font-mono">{c.fileName}</span>
          <br />
          <span className="text-ink-2">
            {c.handedInBy}, {came}
          </span>
        </p>
        <p className="mt-2 text-ink-2">
          {c.recognised === "ids"
            ? "Its tracks carry our ids, so each was known for sure."
            : "Its tracks were recognised by likeness."}
        </p>
        {c.remarks.length > 0 && (
          <ul className="mt-2 flex flex-col gap-1.5">
            {c.remarks.map((r) => (
              <li key={r} className="rounded-sm bg-tide-soft px-2 py-1 text-tide">
                {r}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Went out as" className="card p-3.5 text-sm">
        <h2 className="pb-1 text-base font-semibold">Went out as</h2>
        <p className="text-ink-2">
          {c.session.templateName}, release {c.session.release}, under edition {c.session.edition}, fitted
          to {c.session.roomName}, {c.session.tracks} tracks.
        </p>
      </section>
    </aside>
  );
}

function Differences({ given, session }: { given: Session; session: Session }) {
  const said = useMemo(() => inWords(given, session, diff(given, session)), [given, session]);
  return (
    <>
      <h2 className="border-b border-line px-3.5 py-2 text-sm font-semibold">
        From what went out to how it stands now
      </h2>
      <ChangeList said={said} />
    </>
  );
}
