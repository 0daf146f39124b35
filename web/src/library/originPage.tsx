import type { Release, Template } from "@mossy/contract/library";
import { compare } from "@mossy/core/compare/sentences";
import { laterChanges } from "@mossy/core/library/origin";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate, useParams } from "react-router";
import { ComesAndStays } from "../compare/comesAndStays.tsx";
import { Checked } from "../compare/checked.tsx";
import { DecideList } from "../compare/decideList.tsx";
import { ReleaseNotes } from "../compare/releaseNotes.tsx";
import { useChoices } from "../compare/useChoices.ts";
import { useWorkpiece } from "../documents/useWorkpiece.ts";
import { Button } from "../ui/button.tsx";
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
    enabled: latest !== undefined && latest !== null,
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
  const sides = useMemo(
    () => ({ ...laterChanges(now, from, to, release), job: false }),
    [now, from, to, release],
  );
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
          <ComesAndStays
            comes={comes}
            stays={stays}
            has="The draft has all of it already."
            own="What stays its own"
            same={`It is then just as release ${release} of ${name}.`}
          />
        </div>
        <aside aria-label="About it" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          <ReleaseNotes
            title={`Since release ${now.origin?.release}`}
            template={now.origin?.template ?? ""}
            notes={notes}
          />
          <Checked before={now} after={merged.session} />
        </aside>
      </div>
    </div>
  );
}
