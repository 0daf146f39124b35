import type { Release, Template } from "@mossy/contract/library";
import type { Origin } from "@mossy/core/session/sessionFields";
import { compare } from "@mossy/core/compare/sentences";
import { laterChanges } from "@mossy/core/library/origin";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Checked } from "../compare/checked.tsx";
import { DecideList } from "../compare/decideList.tsx";
import { Part } from "../compare/part.tsx";
import { SentenceList } from "../compare/sentenceList.tsx";
import { useChoices } from "../compare/useChoices.ts";
import { useWorkpiece } from "../documents/useWorkpiece.ts";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { queries, useMe } from "../wire/queries.ts";
import { currentOf } from "@mossy/contract/currentOf";

/** What came later in the template another one was begun from: what comes in, what stays, what is to decide. */
export default function OriginPage() {
  const { template = "" } = useParams();
  const { data, error, refetch } = useQuery(queries.template(template));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Fetching the template" />;
  return <Begun key={data.draft.id} template={data} />;
}

function Begun({ template }: { template: Template }) {
  const { state } = useWorkpiece(template.draft);
  const { origin } = state.doc;
  const from = useQuery({ ...queries.template(origin?.template ?? ""), enabled: origin !== null });
  const latest = from.data ? currentOf(from.data.releases) : undefined;
  const began = useQuery({
    ...queries.release(origin?.template ?? "", origin?.release ?? 0),
    enabled: origin !== null,
  });
  const later = useQuery({
    ...queries.release(origin?.template ?? "", latest?.number ?? 0),
    enabled: latest !== undefined,
  });
  const error = from.error ?? began.error ?? later.error;
  if (error) return <Failed error={error} again={() => void from.refetch()} />;
  if (!origin) return <Nothing template={template} says="It was not begun from another template." />;
  if (!from.data) return <Loading what="Fetching what it was begun from" />;
  if (!latest || latest.number <= origin.release)
    return (
      <Nothing
        template={template}
        says={`It has all that ${from.data.name} came to have, up to release ${origin.release}.`}
      />
    );
  if (!began.data || !later.data) return <Loading what="Putting both together" />;
  return (
    <Later
      template={template}
      name={from.data.name}
      notes={from.data.releases.filter((r) => r.number > origin.release && r.number <= latest.number)}
      from={began.data.session}
      to={later.data.session}
      release={latest.number}
    />
  );
}

function Nothing({ template, says }: { template: Template; says: string }) {
  return (
    <div className="flex flex-col gap-4">
      <Head template={template} title="Later changes" />
      <div className="card">
        <Empty title="Nothing came later">{says}</Empty>
      </div>
    </div>
  );
}

const crumbsOf = (t: Template) =>
  [
    ["Library", "/library"],
    [t.name, `/library/${t.id}`],
  ] as const;
const Head = ({ template, title }: { template: Template; title: string }) => (
  <PageHead crumbs={crumbsOf(template)} title={title} />
);

/** Takes them into the draft as one deed, and goes there. */
function useTake(template: Template, name: string, release: number) {
  const navigate = useNavigate();
  const { work } = useWorkpiece(template.draft);
  return (to: Session): void => {
    if (!work.edit(diff(work.state().doc, to), `take what came later in ${name}`)) return;
    mention(`The draft has what ${name} came to have, up to release ${release}. Undo takes it out again.`);
    void navigate(`/library/${template.id}`);
  };
}

function Later({
  template,
  name,
  notes,
  from,
  to,
  release,
}: {
  template: Template;
  /** What it was begun from. */
  name: string;
  notes: readonly Release[];
  from: Session;
  to: Session;
  release: number;
}) {
  const { state } = useWorkpiece(template.draft);
  const now = state.doc;
  const sides = useMemo(() => laterChanges(now, from, to, release), [now, from, to, release]);
  const merged = useChoices(sides);
  const open = merged.clashes.filter((c) => !c.chosen).length;
  // That it stands on a later release then, and is called otherwise, needs no saying.
  const comes = useMemo(
    () => compare(now, { ...merged.session, origin: now.origin }),
    [now, merged.session],
  );
  const stays = useMemo(
    () => compare({ ...sides.theirs, title: merged.session.title }, merged.session),
    [sides, merged.session],
  );
  const may = useMe()?.right === "lead";
  const take = useTake(template, name, release);
  return (
    <div className="flex h-full min-h-[620px] flex-col gap-3">
      <PageHead
        crumbs={crumbsOf(template)}
        title={`Later changes of ${name}`}
        beside={
          <Pill look={open > 0 ? "look" : "ok"}>{open > 0 ? `${open} to decide` : "nothing open"}</Pill>
        }
      >
        {may && (
          <Button look="main" disabled={open > 0} onClick={() => take(merged.session)}>
            Take them into the draft
          </Button>
        )}
      </PageHead>
      <div className="beside min-h-0 flex-1 [--beside:300px]">
        <div className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          <DecideList
            sessions={sides}
            clashes={merged.clashes}
            release={release}
            onChoose={may ? merged.choose : null}
          />
          <Part title="What comes in" many={comes.changes.length}>
            <SentenceList
              sentences={comes.sentences}
              chosen={null}
              onChoose={null}
              nothing="The draft has all of it already."
            />
          </Part>
          <Part title="What stays its own" many={stays.changes.length}>
            <SentenceList
              sentences={stays.sentences}
              chosen={null}
              onChoose={null}
              nothing={`It is then just as release ${release} of ${name}.`}
            />
          </Part>
        </div>
        <aside aria-label="About it" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          <Brought origin={now.origin} notes={notes} />
          <Checked before={now} after={merged.session} />
        </aside>
      </div>
    </div>
  );
}

/** What each release since brought. */
function Brought({ origin, notes }: { origin: Origin | null; notes: readonly Release[] }) {
  return (
    <section aria-labelledby="notes" className="card p-3.5">
      <h2 id="notes" className="pb-1 font-semibold">
        Since release {origin?.release}
      </h2>
      <ol>
        {notes.map((n) => (
          <li key={n.number} className="border-t border-line py-1.5 text-sm">
            <Link
              to={`/library/${origin?.template}/releases/${n.number}`}
              className="font-semibold text-moss hover:underline"
            >
              Release {n.number}
            </Link>{" "}
            {n.note}
            <span className="block text-ink-2">
              {n.publishedBy.name}, {day(n.publishedAt)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
