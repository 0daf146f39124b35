import { plural } from "@mossy/core/session/plural";
import type { FollowProposal } from "@mossy/contract/library";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { z } from "zod";
import { askOnce } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { EditionSteps } from "../ui/editionSteps.tsx";
import { Input, PageHead, Pill } from "../ui/pieces.tsx";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { SoFar, useEveryPage } from "../ui/lookingThrough.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";

const choice = z.record(z.string(), z.object({ publish: z.boolean(), note: z.string() }));

/**
 * The templates a later edition made wrong: what following it changes in each, dressed and published one by
 * one or all at once.
 */
export default function FollowPage() {
  const pages = useInfiniteQuery(later.follow);
  const { data, error, refetch, hasNextPage } = pages;
  const may = useMe()?.right === "lead";
  useEveryPage(pages);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through the library" />;
  const last = data.pages.at(-1);
  const edition = last?.edition ?? 0;
  const templates = data.pages.flatMap((p) => p.templates);
  return (
    <div className="flex flex-col gap-4">
      <SoFar what="Looking through the library" things="templates" pages={{ hasNextPage, data }} />
      {templates.length === 0 && !hasNextPage ? (
        <>
          <PageHead crumbs={[["Library", "/library"]]} title="What the edition asks" />
          {may && <EditionSteps done />}
          <div className="card">
            <Empty title="Every template follows the house style">
              The edition in force asks nothing of any current release.
            </Empty>
          </div>
        </>
      ) : (
        <Chosen edition={edition} templates={templates} whole={!hasNextPage} may={may} />
      )}
    </div>
  );
}

function Chosen({
  edition,
  templates,
  whole,
  may,
}: {
  edition: number;
  templates: readonly FollowProposal[];
  /** Whether these are all. */
  whole: boolean;
  may: boolean;
}) {
  const [chosen, setChosen] = useKept(`follow-${edition}`, {}, choice);
  const [going, setGoing] = useState<{ done: number; of: number } | null>(null);
  const [problem, setProblem] = useState<unknown>(null);
  // Where a draft holds other work, that would go out with it: it is published when somebody says so.
  const of = (t: FollowProposal) =>
    chosen[t.template] ?? { publish: !t.changed && t.changes.length > 0, note: t.note };
  const set = (t: FollowProposal, fields: Partial<{ publish: boolean; note: string }>): void =>
    setChosen({ ...chosen, [t.template]: { ...of(t), ...fields } });
  const wanted = templates.filter((t) => of(t).publish);
  const publish = async (list: readonly FollowProposal[]): Promise<void> => {
    setProblem(null);
    setGoing({ done: 0, of: list.length });
    let done = 0;
    try {
      for (const t of list) {
        await askOnce(
          "followEdition",
          { template: t.template },
          { revision: t.revision, note: of(t).note },
        );
        done++;
        setGoing({ done, of: list.length });
      }
    } catch (e) {
      setProblem(e);
    }
    if (done > 0)
      mention(
        `${plural(done, "template follows", "templates follow")} edition ${edition} in a new release.`,
      );
    setGoing(null);
    await Promise.all(
      ["follow", "library", "template", "today"].map((key) =>
        queryClient.invalidateQueries({ queryKey: [key] }),
      ),
    );
  };
  return (
    <>
      <PageHead
        crumbs={[["Library", "/library"]]}
        title={`What edition ${edition} asks`}
        beside={<Pill look="look">{plural(templates.length, "template")}</Pill>}
      >
        {going && (
          <span role="status" className="text-sm text-ink-2">
            {going.done} of {going.of} published
          </span>
        )}
        {may && (
          <Button
            look="main"
            disabled={going !== null || wanted.length === 0 || !whole}
            onClick={() => void publish(wanted)}
          >
            Dress and publish {wanted.length === templates.length ? `all ${wanted.length}` : wanted.length}
          </Button>
        )}
      </PageHead>
      {may && <EditionSteps done={wanted.length === 0 && going === null && whole} />}
      <p className="text-sm text-ink-2">
        Only what the edition asks is changed in the drafts. The releases there are stay as they are, and so
        do the sessions on them.
      </p>
      <Trouble error={problem} />
      <ul className="flex flex-col gap-3">
        {templates.map((t) => (
          <Template
            key={t.template}
            template={t}
            publish={of(t).publish}
            note={of(t).note}
            may={may}
            busy={going !== null}
            onChange={(fields) => set(t, fields)}
            onPublish={() => void publish([t])}
          />
        ))}
      </ul>
    </>
  );
}

function Template({
  template: t,
  publish,
  note,
  may,
  busy,
  onChange,
  onPublish,
}: {
  template: FollowProposal;
  publish: boolean;
  note: string;
  may: boolean;
  busy: boolean;
  onChange: (fields: Partial<{ publish: boolean; note: string }>) => void;
  onPublish: () => void;
}) {
  return (
    <li className="card flex flex-col gap-2 p-3.5">
      <div className="flex flex-wrap items-center gap-3">
        {may && (
          <input
            type="checkbox"
            aria-label={`Publish ${t.name}`}
            checked={publish}
            onChange={(e) => onChange({ publish: e.target.checked })}
          />
        )}
        <h2 className="min-w-0 flex-1">
          <Link to={`/library/${t.template}`} className="font-semibold hover:underline">
            {t.name}
          </Link>{" "}
          <span className="text-sm text-ink-2">
            · {t.shelf} · release {t.release}
          </span>
        </h2>
        {t.changed && <Pill look="look">its draft holds other work too</Pill>}
        <Pill>{t.asked === 0 ? "the draft follows already" : `${t.touched} of ${t.tracks} tracks`}</Pill>
      </div>
      {t.left.length > 0 && (
        <ul
          aria-label="For somebody to decide"
          className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern"
        >
          {t.left.slice(0, 5).map((l) => (
            <li key={l}>{l}</li>
          ))}
          {t.left.length > 5 && <li>and {t.left.length - 5} more</li>}
        </ul>
      )}
      {t.changes.length > 0 && (
        <details className="text-sm">
          <summary className="font-semibold">{plural(t.changes.length, "change")} in its draft</summary>
          <ul className="mt-1 max-h-72 overflow-y-auto" tabIndex={0} aria-label={`Changes in ${t.name}`}>
            {t.changes.map((c, i) => (
              <li
                key={`${i}-${c.name}`}
                className="flex flex-wrap items-center gap-x-3 border-t border-line py-0.5"
              >
                <span className="font-mono">{c.name}</span>
                <span className="text-ink-2">{c.what}</span>
                <BeforeAfter before={c.before} after={c.after} />
              </li>
            ))}
          </ul>
          {t.notListed > 0 && (
            <p className="pt-1 text-sm text-ink-2">{plural(t.notListed, "more thing")} not listed.</p>
          )}
        </details>
      )}
      {may && (
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            onPublish();
          }}
        >
          <Input
            small
            aria-label={`Note of release ${t.release + 1} of ${t.name}`}
            required
            maxLength={2000}
            className="min-w-60 flex-1"
            value={note}
            onChange={(e) => onChange({ note: e.target.value })}
          />
          <Button small type="submit" disabled={busy || note.trim() === ""}>
            Publish release {t.release + 1}
          </Button>
        </form>
      )}
    </li>
  );
}
