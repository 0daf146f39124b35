import { plural } from "@mossy/core/session/plural";
import { moment } from "../ui/dates.ts";
import type { TickedItem } from "@mossy/contract/rooms";
import { useMutation, useQuery } from "@tanstack/react-query";
import { BookmarkPlus, Download, Send } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { ask, askOnce, fileAddress } from "../wire/ask.ts";
import { queries, queryClient, useMayIn, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { TickLine } from "../ui/tickLine.tsx";
import { useTick } from "../ui/useTick.ts";
import { RemarksOn } from "../remarks/remarksOn.tsx";
import { CopyOfIt, Rename } from "./called.tsx";
import { CloseButton, Closing, WhyNot } from "./closing.tsx";
import { Forwards, LaterEdition, NewerOfBlocks, NewerRelease, comparedToStart } from "./forwards.tsx";
import { StandPill } from "./row.tsx";
import { OnDisk } from "./onDisk.tsx";
import { Machines } from "./machines.tsx";
import { HandOver } from "./handOver.tsx";
import { CameBack, FittedTo, Inputs } from "./sessionParts.tsx";
import type { Whole } from "./sessionParts.tsx";

/**
 * What the template wants gone through before recording, ticked off by whoever did it; everybody in the
 * house sees it.
 */
function GoneThrough({
  session,
  list,
  ticks,
  may,
}: {
  session: string;
  list: readonly string[];
  ticks: readonly TickedItem[];
  may: boolean;
}) {
  const key = queries.session(session).queryKey;
  const { tick, question, leave, problem, busy } = useTick(async (line: string, done, sure) => {
    const { ticks: now } = await ask("tickLine", { session }, { line, done, sure });
    queryClient.setQueryData(key, (old) => old && { ...old, ticks: now });
  });
  if (list.length === 0) return null;
  const open = list.filter((line) => !ticks.some((t) => t.item === line)).length;
  return (
    <>
      <ul className="pt-1">
        {list.map((line) => {
          const done = ticks.find((t) => t.item === line);
          return (
            <li key={line} className="py-1 text-sm">
              <TickLine
                line={line}
                ticked={done !== undefined}
                busy={busy || !may}
                question={question}
                beside={
                  done && (
                    <span className="shrink-0 text-xs text-ink-2">
                      {done.by.name}, {moment(done.at)}
                    </span>
                  )
                }
                onTick={(on, sure) => void tick(line, on, sure)}
                onLeave={leave}
              >
                <span className={done ? "text-ink-2" : ""}>{line}</span>
              </TickLine>
            </li>
          );
        })}
      </ul>
      <p className="pt-1 text-sm text-ink-2">
        {open === 0 ? "All gone through." : `${open} of ${list.length} still to go through.`}
      </p>
      <Trouble error={problem} />
    </>
  );
}

/** A session: how it stands and goes to the room, what came back, and how it was fitted. */
export default function SessionPage() {
  const { session: id = "" } = useParams();
  const { data: s, error, refetch } = useQuery(queries.session(id));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!s) return <Loading />;
  return <SessionBody session={s} />;
}

function SessionBody({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room);
  const last = s.lastCheckIn;
  const waits = last && last.openNow > 0 && s.closedAt === null ? last : null;
  const [closing, setClosing] = useState(false);
  const mended = last !== null && last.openNow < last.findingsThen;
  const send = useMutation({
    mutationFn: (as: "package" | "correction") => askOnce("sendToStation", { session: s.id }, { as }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ["session", s.id] }),
  });
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[
          ["Sessions", "/sessions"],
          [s.roomName, `/rooms/${s.room}`],
        ]}
        title={s.title}
        beside={<StandPill session={s} />}
      >
        {may && s.closedAt === null && (
          <SendButton
            session={s}
            busy={send.isPending}
            quiet={waits !== null}
            onSend={(as) => send.mutate(as)}
          />
        )}
        {waits && (
          <Button look="main" asChild>
            <Link to={`/check-ins/${waits.id}`}>Look and put right</Link>
          </Button>
        )}
      </PageHead>
      <p className="text-sm text-ink-2">
        From{" "}
        <Link
          className="font-semibold text-moss hover:underline"
          to={`/library/${s.template}/releases/${s.release}`}
        >
          {s.templateName}, release {s.release}
        </Link>
        {s.variant === null ? "" : `, ${s.variant}`}
        {s.production === null ? "" : ` · production ${s.production}`} · {s.now.tracks.length} tracks ·{" "}
        {s.now.sampleRate / 1000} kHz, {s.now.bitDepth} bit, main path {s.now.mainFormat} · started by{" "}
        {s.madeBy.name}, {moment(s.madeAt)}
        {s.sentAt === null
          ? ""
          : ` · ${s.sentAs === "correction" ? "corrected file" : "package"} sent ${moment(s.sentAt)}`}
        {s.unsent && (s.sentAt !== null || s.lastCheckIn !== null) && ", changed since"}
      </p>
      <div className="flex flex-wrap items-center gap-2 text-sm text-ink-2">
        <p className="basis-full">
          What goes out is the session as it stands now:{" "}
          {last
            ? `check-in ${last.number}${mended ? " with what was put right in it" : ""}`
            : "as it was given"}
          .{waits ? ` ${plural(waits.openNow, "thing is", "things are")} still to look at in it.` : ""}
        </p>
        <Button small asChild>
          <a href={fileAddress("package", { session: s.id })} download>
            <Download size={14} aria-hidden /> Download the package
          </a>
        </Button>
        {may && last && s.closedAt === null && (
          <Button small disabled={send.isPending} onClick={() => send.mutate("package")}>
            <Send size={14} aria-hidden /> Send the package again
          </Button>
        )}
        <Button small asChild>
          <Link to={comparedToStart(s)}>Compare</Link>
        </Button>
        <Button small asChild>
          <Link to={`/sessions/${s.id}/delivery`}>Delivery</Link>
        </Button>
        <TemplateOfIt session={s} />
        <HandOver session={s} />
        <CopyOfIt session={s} />
        <Rename session={s} />
        <CloseButton session={s} onAsk={() => setClosing(true)} />
      </div>
      <Trouble error={send.error} />
      <WhyNot session={s} />
      <Closing session={s} asked={closing} onLeave={() => setClosing(false)} />
      <NewerRelease session={s} />
      <NewerOfBlocks session={s} />
      <LaterEdition session={s} />
      <div className="two-up items-start">
        <CameBack session={s} />
        <div className="flex flex-col gap-4">
          <BeforeRecording session={s} />
          <RemarksOn of={{ sort: "session", id: s.id }} on={{ what: "all" }} which={() => true} />
          <Forwards session={s} />
          <FittedTo session={s} />
          <Machines session={s} />
          <OnDisk session={s} />
          <Inputs session={s} />
        </div>
      </div>
    </div>
  );
}

/** A session that went well becomes a template: of its production, or of the house. */
function TemplateOfIt({ session: s }: { session: Whole }) {
  if (useMe()?.right !== "lead") return null;
  return (
    <Button small asChild>
      <Link to={`/library/new?session=${s.id}`}>
        <BookmarkPlus size={14} aria-hidden /> Make a template of it
      </Link>
    </Button>
  );
}

/**
 * A session that came back goes out again as its corrected file; the whole package goes when it has to
 * begin anew.
 */
function SendButton({
  session: s,
  busy,
  quiet,
  onSend,
}: {
  session: Whole;
  busy: boolean;
  quiet: boolean;
  onSend: (as: "package" | "correction") => void;
}) {
  if (s.lastCheckIn === null) {
    return (
      <Button look="main" disabled={busy} onClick={() => onSend("package")}>
        <Send size={15} aria-hidden /> {s.sentAt === null ? "Send to the station" : "Send again"}
      </Button>
    );
  }
  return (
    <Button look={quiet ? "plain" : "main"} disabled={busy} onClick={() => onSend("correction")}>
      <Send size={15} aria-hidden /> Send the corrected file
    </Button>
  );
}

function BeforeRecording({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room);
  if (s.baseline.notes === "" && s.baseline.checklist.length === 0) return null;
  return (
    <section aria-label="Before recording" className="card border-l-4 border-l-glow p-4">
      <h2 className="pb-1 font-semibold">Before recording</h2>
      {s.baseline.notes !== "" && <p className="text-sm whitespace-pre-wrap">{s.baseline.notes}</p>}
      <GoneThrough
        session={s.id}
        list={s.baseline.checklist}
        ticks={s.ticks}
        may={may && s.closedAt === null}
      />
    </section>
  );
}
