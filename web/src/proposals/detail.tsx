import { later } from "../wire/laterQueries.ts";
import type { ProposalCard, WholeProposal } from "@mossy/contract/proposals";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { moment } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { RemarksOn } from "../remarks/remarksOn.tsx";
import { OfChanges } from "./ofChanges.tsx";
import { OfChain, OfWord, OfWish } from "./ofOthers.tsx";
import { aboutOf } from "./words.ts";

/** A proposal: who made it and why, what it does, and what became of it. */
export function Detail({ id, others }: { id: string; others: readonly ProposalCard[] }) {
  const { data, error, refetch } = useQuery(later.proposal(id));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the proposal" />;
  return (
    <div className="flex min-h-0 flex-col gap-3 overflow-y-auto">
      <section aria-label="Who proposes it" className="card shrink-0 p-3.5">
        <p className="text-sm text-ink-2">
          {data.by.name}, {moment(data.at)}
          {data.session && (
            <>
              , from{" "}
              <Link to={`/sessions/${data.session.id}`} className="font-semibold text-moss hover:underline">
                {data.session.title}
              </Link>{" "}
              in {data.session.roomName}
            </>
          )}
          , for{" "}
          {data.template ? (
            <Link to={`/library/${data.template.id}`} className="font-semibold text-moss hover:underline">
              {data.template.name}
            </Link>
          ) : (
            aboutOf(data)
          )}
        </p>
        <h2 className="pt-0.5 font-semibold">{data.says}</h2>
        <p className="whitespace-pre-wrap">{data.reason}</p>
        {others.length > 0 && (
          <p className="mt-2 flex flex-wrap items-center gap-2 text-sm">
            <Pill look="note">touches the same</Pill>
            {others.map((o) => (
              <Link key={o.id} to={`/library/proposals/${o.id}`} className="text-moss hover:underline">
                {o.number}, {o.by.name}: {o.says}
              </Link>
            ))}
          </p>
        )}
        <Became proposal={data} />
      </section>
      {data.state === "open" && <What proposal={data} />}
      <RemarksOn of={{ sort: "proposal", id }} on={{ what: "all" }} which={() => true} />
    </div>
  );
}

function What({ proposal: p }: { proposal: WholeProposal }) {
  switch (p.what.target) {
    case "session":
      return <OfChanges key={p.what.draft.revision} proposal={p} what={p.what} />;
    case "chain":
      return <OfChain proposal={p} what={p.what} />;
    case "word":
      return <OfWord proposal={p} what={p.what} />;
    case "wish":
      return <OfWish proposal={p} />;
  }
}

/** What became of it. */
function Became({ proposal: { state, decided, template } }: { proposal: WholeProposal }) {
  if (!decided) return null;
  return (
    <div className="mt-2 border-t border-line pt-2 text-sm">
      <p>
        <Pill look={state === "taken" ? "ok" : "quiet"}>{state}</Pill> by {decided.by.name},{" "}
        {moment(decided.at)}
        {decided.word === "" ? "" : `: ${decided.word}`}
      </p>
      {decided.taken.length > 0 && (
        <ul className="pt-1 text-ink-2">
          {decided.taken.map((t) => (
            <li key={t}>{t}</li>
          ))}
        </ul>
      )}
      {state === "taken" && template && (
        <p className="pt-1">
          {decided.release === null ? (
            "It is in the draft, and comes out with the next release."
          ) : (
            <Link
              to={`/library/${template.id}/releases/${decided.release}`}
              className="font-semibold text-moss hover:underline"
            >
              Came out with release {decided.release}
            </Link>
          )}
        </p>
      )}
    </div>
  );
}
