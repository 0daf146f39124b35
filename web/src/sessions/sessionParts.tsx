import { clsx } from "clsx";
import { moment } from "../ui/dates.ts";
import type { AnswerOf } from "@mossy/contract/routes";
import { ofSampled } from "@mossy/core/fit/report";
import { inputList } from "@mossy/core/formats/inputList";
import { Printer } from "lucide-react";
import { Link } from "react-router";
import { fileAddress } from "../wire/ask.ts";
import { useMayIn, useStyle } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { DropFile } from "./dropFile.tsx";

export type Whole = AnswerOf<"session">;

export function CameBack({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room);
  const nothing =
    s.sentAt === null
      ? "Send the package to the room's station, or download it and carry it there."
      : "The station has the package. What it hands in shows here by itself.";
  return (
    <section aria-labelledby="came" className="card flex flex-col p-4">
      <h2 id="came" className="pb-3 font-semibold">
        Came back from the room
      </h2>
      {may && s.closedAt === null && <DropFile session={s.id} />}
      {s.checkIns.length === 0 ? (
        <Empty title="Nothing has come back yet">{nothing}</Empty>
      ) : (
        <ul className="mt-3">
          {s.checkIns.map((c) => (
            <li
              key={c.id}
              className={clsx(
                "relative flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-2.5",
                "hover:bg-bg",
              )}
            >
              <span className="min-w-0 flex-1">
                <Link to={`/check-ins/${c.id}`} className="font-semibold after:absolute after:inset-0">
                  Check-in {c.number}
                </Link>
                <span className="block truncate text-sm text-ink-2" title={c.fileName}>
                  {c.handedInBy.name}, {moment(c.handedInAt)}
                </span>
                {c.aside && (
                  <span className="block text-sm text-ink-2">
                    {c.aside.by.name} set it aside: {c.aside.reason}
                  </span>
                )}
              </span>
              <span className="text-sm text-ink-2">
                {c.followedThen} of {c.tracks} followed the house
              </span>
              {c.id === s.lastCheckIn?.id && c.askedNow > 0 && (
                <Pill look="note">a later edition asks {c.askedNow}</Pill>
              )}
              {c.aside ? (
                <Pill>set aside</Pill>
              ) : c.openNow === 0 ? (
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

export function FittedTo({ session: { report, baseline, roomName } }: { session: Whole }) {
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
      <Sampled adjusted={report.adjusted} />
      {report.unplaced.length > 0 && (
        <ul className="mt-2 text-sm">
          {report.unplaced.map((u) => (
            <li key={u.track} className="border-t border-line py-1.5">
              <span className="font-mono font-semibold">
                {baseline.tracks.find((t) => t.id === u.track)?.name}
              </span>{" "}
              <span className="text-ink-2">{u.says}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What became of its sampled instruments there; nothing where nothing did. */
function Sampled({ adjusted }: Pick<Whole["report"], "adjusted">) {
  const lines = adjusted.filter(ofSampled);
  if (lines.length === 0) return null;
  return (
    <div className="mt-2 text-sm">
      <h3 className="text-xs font-semibold text-ink-2">Sampled instruments</h3>
      <ul>
        {lines.map((a) => (
          <li key={a.says}>{a.says}</li>
        ))}
      </ul>
    </div>
  );
}

/** The input list as it is now, with what stands at each input; it goes to paper as well. */
export function Inputs({ session: s }: { session: Whole }) {
  const { style } = useStyle();
  const may = useMayIn(s.room);
  const lines = inputList(s.now, s.roomAs, style.house.words);
  const records = s.now.tracks.some((t) => t.input !== null);
  const head = "pr-2 font-semibold";
  return (
    <section aria-labelledby="inputs" className="card overflow-hidden">
      <header className="flex items-center px-4 pt-4 pb-2">
        <h2 id="inputs" className="flex-1 font-semibold">
          Input list
        </h2>
        {records && may && s.closedAt === null && (
          <Button small asChild className="mr-2">
            <Link to={`/sessions/${s.id}/inputs`}>Move inputs</Link>
          </Button>
        )}
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
                  {[l.microphone, l.stand].filter(Boolean).join(", ")}
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
