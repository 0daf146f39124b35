import type { TickedItem } from "@mossy/contract/rooms";
import type { AnswerOf } from "@mossy/contract/routes";
import { inputList } from "@mossy/core/formats/inputList";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Download, Printer, Send } from "lucide-react";
import { Link, useParams } from "react-router";
import { ask, fileAddress } from "../wire/ask.ts";
import { queries, queryClient, useMe, useStyle } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { DropFile } from "./dropFile.tsx";
import { StandPill } from "./row.tsx";

const when = (iso: string): string =>
  new Date(iso).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

/** What the template wants gone through before recording, ticked off by whoever did it; everybody in the house sees it. */
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
  const tick = useMutation({
    mutationFn: ({ line, done }: { line: string; done: boolean }) =>
      ask("tickLine", { session }, { line, done }),
    onSuccess: (answer) => {
      queryClient.setQueryData(key, (old) => old && { ...old, ticks: answer.ticks });
    },
  });
  if (list.length === 0) return null;
  const open = list.filter((line) => !ticks.some((t) => t.item === line)).length;
  return (
    <>
      <ul className="pt-1">
        {list.map((line) => {
          const done = ticks.find((t) => t.item === line);
          return (
            <li key={line}>
              <label className="flex items-start gap-2 py-1 text-sm">
                <input
                  type="checkbox"
                  className="mt-1"
                  checked={done !== undefined}
                  disabled={!may || tick.isPending}
                  onChange={(e) => tick.mutate({ line, done: e.target.checked })}
                />
                <span className={`min-w-0 flex-1 ${done ? "text-ink-2" : ""}`}>{line}</span>
                {done && (
                  <span className="shrink-0 text-xs text-ink-2">
                    {done.by}, {when(done.at)}
                  </span>
                )}
              </label>
            </li>
          );
        })}
      </ul>
      <p className="pt-1 text-sm text-ink-2">
        {open === 0 ? "All gone through." : `${open} of ${list.length} still to go through.`}
      </p>
      <Trouble error={tick.error} />
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

type Whole = AnswerOf<"session">;

function SessionBody({ session: s }: { session: Whole }) {
  const may = useMe()?.right !== "assistant";
  const [last] = s.checkIns;
  const waits = last && last.openNow > 0 ? last : null;
  const send = useMutation({
    mutationFn: (as: "package" | "correction") => ask("sendToStation", { session: s.id }, { as }),
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
        </Link>{" "}
        · {s.now.tracks.length} tracks · {s.now.sampleRate / 1000} kHz, {s.now.bitDepth} bit, main path{" "}
        {s.now.mainFormat} · started by {s.madeBy}, {when(s.madeAt)}
        {s.sentAt === null
          ? ""
          : ` · ${s.sentAs === "correction" ? "corrected file" : "package"} sent ${when(s.sentAt)}`}
      </p>
      <div className="flex flex-wrap items-center gap-2 text-sm text-ink-2">
        <p className="min-w-0 flex-1">
          What goes out is the session as it stands now:{" "}
          {last
            ? `check-in ${last.number}${last.openNow < last.findingsThen ? " with what was put right in it" : ""}`
            : "as it was given"}
          .
          {waits
            ? ` ${waits.openNow} ${waits.openNow === 1 ? "thing is" : "things are"} still to look at in it.`
            : ""}
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
      </div>
      <Trouble error={send.error} />
      <div className="two-up items-start">
        <CameBack session={s} />
        <div className="flex flex-col gap-4">
          <BeforeRecording session={s} />
          <FittedTo session={s} />
          <Inputs session={s} />
        </div>
      </div>
    </div>
  );
}

/** A session that came back goes out again as its corrected file; the whole package goes when it has to begin anew. */
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
  if (s.checkIns.length === 0) {
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

function CameBack({ session: s }: { session: Whole }) {
  const nothing =
    s.sentAt === null
      ? "Send the package to the room's station, or download it and carry it there."
      : "The station has the package. What it hands in shows here by itself.";
  return (
    <section aria-labelledby="came" className="card flex flex-col p-4">
      <h2 id="came" className="pb-3 font-semibold">
        Came back from the room
      </h2>
      <DropFile session={s.id} />
      {s.checkIns.length === 0 ? (
        <Empty title="Nothing has come back yet">{nothing}</Empty>
      ) : (
        <ul className="mt-3">
          {s.checkIns.map((c, i) => (
            <li
              key={c.id}
              className="relative flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-2.5 hover:bg-bg"
            >
              <span className="min-w-0 flex-1">
                <Link to={`/check-ins/${c.id}`} className="font-semibold after:absolute after:inset-0">
                  Check-in {c.number}
                </Link>
                <span className="block truncate text-sm text-ink-2" title={c.fileName}>
                  {c.handedInBy}, {when(c.handedInAt)}
                </span>
              </span>
              <span className="text-sm text-ink-2">
                {c.followedThen} of {c.tracks} followed the house
              </span>
              {i === 0 && c.askedNow > 0 && <Pill look="note">a later edition asks {c.askedNow}</Pill>}
              {c.openNow === 0 ? (
                <Pill look="ok">put right</Pill>
              ) : (
                <Pill look="look">{c.openNow} to look at</Pill>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function BeforeRecording({ session: s }: { session: Whole }) {
  if (s.given.notes === "" && s.given.checklist.length === 0) return null;
  return (
    <section aria-label="Before recording" className="card border-l-4 border-l-glow p-4">
      <h2 className="pb-1 font-semibold">Before recording</h2>
      {s.given.notes !== "" && <p className="text-sm whitespace-pre-wrap">{s.given.notes}</p>}
      <GoneThrough session={s.id} list={s.given.checklist} ticks={s.ticks} may={s.closedAt === null} />
    </section>
  );
}

function FittedTo({ session: { report, given, roomName } }: { session: Whole }) {
  const renamed = report.adjusted.find((a) => a.what === "Name");
  return (
    <section aria-labelledby="fit" className="card p-4">
      <h2 id="fit" className="pb-2 font-semibold">
        Fitted to {roomName}
      </h2>
      <p className="flex flex-wrap gap-2">
        <Pill look="ok">{report.fits} sources as they were</Pill>
        <Pill look={report.adjusted.length > 0 ? "look" : "quiet"}>{report.adjusted.length} adjusted</Pill>
        <Pill look={report.unplaced.length > 0 ? "broken" : "quiet"}>
          {report.unplaced.length} cannot be placed
        </Pill>
        {report.leftOut.length > 0 && <Pill>{report.leftOut.length} left out</Pill>}
      </p>
      {renamed && <p className="mt-2 text-sm text-ink-2">{renamed.says}</p>}
      {report.unplaced.length > 0 && (
        <ul className="mt-2 text-sm">
          {report.unplaced.map((u) => (
            <li key={u.track} className="border-t border-line py-1.5">
              <span className="font-mono font-semibold">
                {given.tracks.find((t) => t.id === u.track)?.name}
              </span>{" "}
              <span className="text-ink-2">{u.says}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** The input list as it is now, with what stands at each input; it goes to paper as well. */
function Inputs({ session: s }: { session: Whole }) {
  const { style } = useStyle();
  const lines = inputList(s.now, s.roomAs, style.house.words);
  const records = s.now.tracks.some((t) => t.input !== null);
  const head = "pr-2 font-semibold";
  return (
    <section aria-labelledby="inputs" className="card overflow-hidden">
      <header className="flex items-center px-4 pt-4 pb-2">
        <h2 id="inputs" className="flex-1 font-semibold">
          Input list
        </h2>
        {records && (
          <Button small asChild>
            <a href={fileAddress("sessionInputListPdf", { session: s.id })} download>
              <Printer size={13} aria-hidden /> On paper (PDF)
            </a>
          </Button>
        )}
      </header>
      {!records && (
        <p className="px-4 pb-4 text-sm text-ink-2">Nothing in this session records from outside.</p>
      )}
      {records && (
        <table className="w-full text-sm">
          <thead className="text-left text-xs text-ink-2">
            <tr>
              <th scope="col" className={`w-14 px-4 py-1 ${head}`}>
                Input
              </th>
              <th scope="col" className={head}>
                Track
              </th>
              <th scope="col" className={head}>
                Source
              </th>
              <th scope="col" className={head}>
                Microphone, stand
              </th>
              <th scope="col" className={head}>
                Socket
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={`${l.input}-${l.track ?? ""}`} className="border-t border-line align-baseline">
                <td className="px-4 py-1 font-mono font-bold">{l.input}</td>
                <td className="pr-2 font-mono [overflow-wrap:anywhere]">
                  {l.track ?? <span className="font-sans text-ink-3">free</span>}
                </td>
                <td className="pr-2 text-ink-2">{l.source}</td>
                <td className="pr-2 text-ink-2">
                  {[l.pickup, l.stand].filter(Boolean).join(", ")}
                  {l.wants48 ? <strong className="ml-1 font-semibold text-ink">48 V</strong> : ""}
                </td>
                <td className="pr-4 text-ink-2">{l.socket}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
