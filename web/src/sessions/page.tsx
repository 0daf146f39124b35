import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { queries } from "../wire/queries.ts";
import { Choice, Input, PageHead } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { DropFile } from "./dropFile.tsx";
import { SessionRow } from "./row.tsx";

const WHICH = [
  ["open", "Open"],
  ["look", "To look at"],
  ["asked", "Asked by an edition"],
  ["all", "All"],
] as const;
type Which = (typeof WHICH)[number][0];

export default function SessionsPage() {
  const { data, error, refetch } = useQuery(queries.sessions);
  const [params, setParams] = useSearchParams();
  const which: Which = WHICH.find(([w]) => w === params.get("which"))?.[0] ?? "open";
  const setWhich = (next: Which): void =>
    setParams(next === "open" ? {} : { which: next }, { replace: true });
  const [find, setFind] = useState("");
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const wanted = find.trim().toLowerCase();
  const shown = data.sessions.filter(
    (s) =>
      (which === "all" || s.closedAt === null) &&
      (which !== "look" || (s.lastCheckIn?.openNow ?? 0) > 0) &&
      (which !== "asked" || (s.lastCheckIn?.askedNow ?? 0) > 0) &&
      (wanted === "" || `${s.title} ${s.roomName} ${s.templateName}`.toLowerCase().includes(wanted)),
  );
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Sessions">
        <Input
          type="search"
          aria-label="Find a session"
          placeholder="Find a session"
          className="w-48"
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
      </PageHead>
      <div className="flex flex-wrap items-center gap-4">
        <Choice label="Which sessions" value={which} choices={WHICH} onChoose={setWhich} />
        <div className="ml-auto w-[440px] max-w-full">
          <DropFile session={null} />
        </div>
      </div>
      <section aria-label="Sessions" className="card [&>ul>li:first-child]:border-t-0">
        {shown.length === 0 ? (
          <Empty title={data.sessions.length === 0 ? "No sessions yet" : "No such session"}>
            {data.sessions.length > 0 ? (
              "Choose “All”, or another word."
            ) : (
              <Link to="/rooms" className="font-semibold text-moss hover:underline">
                Choose a room and fit a release to start one
              </Link>
            )}
          </Empty>
        ) : (
          <ul>
            {shown.map((s) => (
              <SessionRow key={s.id} session={s} showRoom />
            ))}
          </ul>
        )}
        {data.older > 0 && (
          <p className="border-t border-line px-4 py-2 text-sm text-ink-2">
            {plural(data.older, "older session is", "older sessions are")} not listed, here and on the pages
            of their rooms; an address of one still opens it.
          </p>
        )}
      </section>
    </div>
  );
}
