import { later } from "../wire/laterQueries.ts";
import { clsx } from "clsx";
import type { ProposalCard } from "@mossy/contract/proposals";
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { day } from "../ui/dates.ts";
import { PageHead, Pill } from "../ui/pieces.tsx";
import type { PillLook } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { Detail } from "./detail.tsx";
import { aboutOf } from "./words.ts";

const LOOKS: Readonly<Record<ProposalCard["state"], PillLook>> = {
  open: "look",
  taken: "ok",
  declined: "broken",
  withdrawn: "quiet",
};

/** What rooms propose to the library: all that are open, and what was decided lately. */
export default function ProposalsPage() {
  const { proposal } = useParams();
  const { data, error, refetch } = useQuery(later.proposals);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const { proposals } = data;
  const open = proposals.filter((p) => p.state === "open");
  const chosen =
    proposals.find((p) => p.id === proposal) ?? (proposal === undefined ? proposals[0] : undefined);
  return (
    <div className="flex h-full min-h-[620px] flex-col gap-3">
      <PageHead
        crumbs={[["Library", "/library"]]}
        title="Proposals"
        beside={
          <Pill look={open.length > 0 ? "look" : "ok"}>
            {open.length > 0 ? `${open.length} open` : "nothing open"}
          </Pill>
        }
      />
      {proposals.length === 0 && proposal === undefined ? (
        <div className="card">
          <Empty title="Nothing was proposed">
            Whoever finds something worth keeping ticks it in the differences of a check-in, or in a
            comparison, and proposes it.
          </Empty>
        </div>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-[280px_minmax(0,1fr)] gap-4 max-[1023px]:grid-cols-1">
          <section
            aria-label="All proposals"
            className="card min-h-0 overflow-y-auto max-[1023px]:max-h-60"
          >
            <ul>
              {withLike(proposals).map(({ card: p, like }) => (
                <li key={p.id} className="border-b border-line">
                  <Link
                    to={`/library/proposals/${p.id}`}
                    aria-current={p === chosen ? "page" : undefined}
                    className={clsx(
                      "block px-3.5 py-2",
                      p === chosen ? "bg-moss-soft" : "hover:bg-bg",
                      like && "border-l-4 border-l-tide",
                    )}
                  >
                    <span className="flex items-center gap-2">
                      <span className="min-w-0 flex-1 truncate text-sm text-ink-2">
                        {p.number} · {aboutOf(p)}
                      </span>
                      <Pill look={LOOKS[p.state]}>{p.state}</Pill>
                    </span>
                    <span className="line-clamp-2 font-semibold">{p.says}</span>
                    <span className="text-sm text-ink-2">
                      {p.by.name}, {day(p.at)}
                      {like ? " · touches the same as the one above" : ""}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
          {chosen || proposal !== undefined ? (
            <Detail
              key={chosen?.id ?? proposal}
              id={chosen?.id ?? proposal ?? ""}
              others={open.filter((p) => chosen && p.id !== chosen.id && touchesSame(p, chosen))}
            />
          ) : (
            <div />
          )}
        </div>
      )}
    </div>
  );
}

/** Whether two proposals would do the same, or something else to the same. */
export const touchesSame = (a: ProposalCard, b: ProposalCard): boolean =>
  a.template?.id === b.template?.id && a.touches.some((t) => b.touches.includes(t));

/** Open proposals that touch the same stand under each other. */
function withLike(list: readonly ProposalCard[]): { card: ProposalCard; like: boolean }[] {
  const out: { card: ProposalCard; like: boolean }[] = [];
  const left = [...list];
  for (let card = left.shift(); card; card = left.shift()) {
    const first = card;
    out.push({ card: first, like: false });
    if (first.state !== "open") continue;
    for (const other of left.filter((p) => p.state === "open" && touchesSame(p, first))) {
      left.splice(left.indexOf(other), 1);
      out.push({ card: other, like: true });
    }
  }
  return out;
}
