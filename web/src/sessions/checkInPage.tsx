import type { Origin } from "@mossy/core/check/causes";
import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useMemo, useState } from "react";
import type { ComponentProps } from "react";
import { useNavigate, useParams } from "react-router";
import { WhyNot } from "./closing.tsx";
import { fileAddress } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { useMayIn, useStyle } from "../wire/queries.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { putAll, useFindings } from "../check/useFindings.ts";
import type { Findings } from "../check/useFindings.ts";
import type { Session } from "@mossy/core/session/document";
import { Button } from "../ui/button.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { RemarksView } from "../remarks/remarksView.tsx";
import { useOpenRemarks } from "../remarks/useRemarks.ts";
import { wishOnFinding } from "../remarks/words.ts";
import type { Wished } from "../remarks/words.ts";
import { BlocksView } from "../blocks/blocksView.tsx";
import { useHeld } from "../blocks/useHeld.ts";
import { Proposing } from "../proposals/proposing.tsx";
import { Clashes } from "../documents/clashes.tsx";
import { NotDone, SaveWord, UndoRedo } from "../documents/workLine.tsx";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import { useWorkpiece } from "../documents/useWorkpiece.ts";
import { CheckInOrder, CheckInTime, CheckInViews } from "./checkInViews.tsx";
import { CheckInSheet } from "./checkInSheet.tsx";
import { Drift } from "./drift.tsx";
import { About, Differences } from "./checkInAbout.tsx";
import type { CheckIn } from "./checkInAbout.tsx";

export default function CheckInPage() {
  const { checkIn = "" } = useParams();
  const { data, error, refetch } = useQuery(later.checkIn(checkIn));
  const { number, style } = useStyle();
  const edition = data?.session.edition ?? number;
  const then = useQuery({ ...later.styleOf(edition), enabled: edition !== number });
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

function useKeys(may: boolean, work: Workpiece, all: () => void): void {
  useShortcuts(
    may
      ? [
          { keys: "R", says: "Put all right", run: all },
          { keys: "Ctrl+Z", says: "Undo", run: () => work.undo() },
          { keys: "Ctrl+Shift+Z", says: "Redo", run: () => work.redo() },
        ]
      : [],
  );
}

/**
 * A check-in: what drifted and why, with its fixes; put right at once, one by one, or kept with a word why.
 */
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
  const works = useMayIn(c.session.room);
  const may = works && c.session.closedAt === null;
  const origin = useMemo((): Origin => ({ baseline: c.baseline, style: started }), [c.baseline, started]);
  const findings = useFindings(style, session, origin);
  const held = useHeld(session);
  const of = { sort: "session", id: c.session.id } as const;
  const remarks = useOpenRemarks(of);
  const [wished, setWished] = useState<Wished | null>(null);
  const [shown, setShown] = useState<readonly string[]>([]);
  const all = (): void => putAll(work, style, c.baseline);
  useKeys(may, work, all);
  const show = (tracks: readonly string[]): void => {
    setShown(tracks);
    void navigate(`/check-ins/${c.id}/sheet`);
  };
  const remarkOn = (finding: Finding): void => {
    setWished(wishOnFinding(finding));
    void navigate(`/check-ins/${c.id}/remarks`);
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
      <CheckInViews id={c.id} blocks={held.length} remarks={remarks.length} pieces={session.order.length} />
      <WhyNot session={c.session} />
      <NotDone work={work} state={state} />
      <Clashes work={work} state={state} />
      {view === "propose" ? (
        <Proposing
          a={c.baseline}
          b={session}
          template={{ id: c.session.template, name: c.session.templateName }}
          session={c.session.id}
          onDone={() => void navigate(`/check-ins/${c.id}/differences`)}
        />
      ) : view === "blocks" ? (
        <section aria-label="Blocks of the session" className="card min-h-0 flex-1 overflow-hidden">
          <BlocksView
            style={style}
            session={session}
            held={held}
            work={may ? work : null}
            self={null}
            bringAt={(at, release) => `/sessions/${c.session.id}/blocks/${at}/${release}`}
            onShow={show}
          />
        </section>
      ) : view === "remarks" ? (
        <section aria-label="Remarks on the session" className="card min-h-0 flex-1 overflow-hidden">
          <RemarksView
            of={of}
            session={session}
            whole="the session"
            wished={wished}
            onWished={() => setWished(null)}
            onShow={(track) => show([track])}
          />
        </section>
      ) : view === "time" ? (
        <CheckInTime session={session} style={style} work={may ? work : null} onShow={show} />
      ) : view === "order" ? (
        <CheckInOrder of={c} session={session} style={style} work={may ? work : null} />
      ) : view === "sheet" ? (
        <CheckInSheet
          of={of}
          document={c.now.id}
          remarks={remarks}
          onRemark={remarkOn}
          style={style}
          session={session}
          findings={findings}
          held={held}
          blocksAt={`/check-ins/${c.id}/blocks`}
          work={may ? work : null}
          state={state}
          first={shown}
        />
      ) : (
        <DriftAndDifferences
          view={view}
          checkIn={c}
          session={session}
          findings={findings}
          edition={edition}
          revision={state.saving === "saved" ? work.revision : null}
          drift={{
            style,
            origin,
            work: may ? work : null,
            onShow: (track) => show([track]),
            onRemark: remarkOn,
          }}
        />
      )}
    </div>
  );
}

/** What drifted, or every difference, with what the check-in is beside it. */
function DriftAndDifferences({
  view,
  checkIn: c,
  session,
  findings,
  edition,
  revision,
  drift,
}: {
  view: string;
  checkIn: CheckIn;
  session: Session;
  findings: Findings;
  edition: number;
  revision: number | null;
  drift: Pick<ComponentProps<typeof Drift>, "style" | "origin" | "work" | "onShow" | "onRemark">;
}) {
  const navigate = useNavigate();
  return (
    <div className="beside min-h-0 flex-1 [--beside:264px]">
      <section aria-label="What drifted" className="card min-h-0 overflow-y-auto">
        {view === "findings" && (
          <Drift
            {...drift}
            session={session}
            findings={findings}
            edition={edition}
            release={c.session.release}
          />
        )}
        {view === "differences" && (
          <Differences
            baseline={c.baseline}
            session={session}
            onPropose={() => void navigate(`/check-ins/${c.id}/propose`)}
          />
        )}
      </section>
      <About checkIn={c} session={session} findings={findings} edition={edition} revision={revision} />
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
      <SaveWord state={state} />
      {may && <UndoRedo work={work} state={state} />}
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
