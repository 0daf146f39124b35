import { givenBy } from "@mossy/core/instruments/givenBy";
import type { GivenTable } from "@mossy/core/instruments/givenBy";
import type { PlannedPlayer } from "@mossy/core/instruments/plan/planEnsemble";
import type { Section } from "@mossy/core/instruments/plan/sections";
import type { TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useMemo, useState } from "react";
import { Pill } from "../../ui/pieces.tsx";
import { Empty } from "../../ui/states.tsx";
import type { Planning } from "../plan/usePlan.ts";
import { GivenCard } from "./givenCard.tsx";
import { GivenTableView } from "./givenTable.tsx";
import type { At } from "./words.ts";

/** What players play on the tracks there are: which track and key gives each, gaps and doubles. */
export function GivenView({
  planning,
  section,
  sections,
  onView,
}: {
  planning: Planning;
  section: Section<PlannedPlayer> | null;
  sections: readonly Section<PlannedPlayer>[];
  onView: (id: TrackId, view: "inputs" | "map") => void;
}) {
  const { session, style } = planning;
  const of = useMemo(() => {
    const here = new Set(section?.players.map((p) => p.player.id));
    // Whom no section has is shown with the last.
    const known = new Set(session.players.map((p) => p.id));
    const last = section === sections.at(-1);
    for (const t of session.tracks)
      if (last && t.plays && !known.has(t.plays.player)) here.add(t.plays.player);
    return here;
  }, [section, sections, session]);
  const table = useMemo(() => givenBy(style.house.instruments, session, of), [style, session, of]);
  const [at, setAt] = useState<At | null>(null);
  if (!session.tracks.some((t) => t.plays !== null))
    return (
      <Empty title="No tracks yet">Plan the tracks: then it stands here which of them gives what.</Empty>
    );
  return (
    <div className="grid min-h-64 flex-1 grid-cols-[minmax(0,1fr)_288px] gap-3 max-[900px]:grid-cols-1">
      <section aria-label="As it stands" className="card flex min-h-0 flex-col overflow-hidden">
        <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-2">
          <p className="min-w-48 flex-1 text-sm text-ink-2">
            <b className="text-ink">{section?.name}</b> track and key of each; the marks: early or late,
            soft or loud
          </p>
          <Counts table={table} />
        </div>
        <GivenTableView planning={planning} table={table} at={at} onChoose={setAt} />
      </section>
      <aside aria-label="Of what is chosen" className="flex min-h-0 flex-col gap-3 overflow-y-auto">
        <GivenCard planning={planning} table={table} at={at} onView={onView} />
      </aside>
    </div>
  );
}

/** How much nobody plays, and how much is there twice. */
function Counts({ table: { rows } }: { table: GivenTable }) {
  const cells = rows.flatMap((r) => r.cells);
  const gaps = cells.filter((c) => c.standing === "gap" || c.standing === "off").length;
  const doubles = cells.filter((c) => c.standing === "double").length;
  return (
    <>
      <Pill look={gaps > 0 ? "look" : "ok"}>{gaps > 0 ? plural(gaps, "gap") : "no gap"}</Pill>
      {doubles > 0 && <Pill look="look">{doubles} twice</Pill>}
    </>
  );
}
