import { currentOf } from "@mossy/contract/currentOf";
import { clsx } from "clsx";
import type { Release, Template } from "@mossy/contract/library";
import { diff } from "@mossy/core/session/diff";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Brought } from "./whereFrom.tsx";
import { Link } from "react-router";
import type { Workpiece } from "../documents/workpiece.ts";
import { RemarkCard } from "../remarks/remarkCard.tsx";
import { useRemarks } from "../remarks/useRemarks.ts";
import { onInWords } from "../remarks/words.ts";
import { compareAddress } from "../compare/sides.ts";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { Input, Pill } from "../ui/pieces.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";

/** The releases of a template, newest first, with who works from each; taken back, and up again. */
export function Releases({ template, work }: { template: Template; work: Workpiece | null }) {
  if (template.releases.length === 0)
    return <Empty title="No release yet">Publish the draft, and rooms can choose it.</Empty>;
  return (
    <div className="flex h-full min-h-0 flex-col">
      {template.kind === "block" ? <PlacesBehind block={template.id} /> : <Behind template={template} />}
      <ol className="min-h-0 flex-1 overflow-y-auto">
        {template.releases.map((r) => (
          <ReleaseLine key={r.number} template={template} release={r} work={work} />
        ))}
      </ol>
    </div>
  );
}

/** That a block stands somewhere on an older release. */
function PlacesBehind({ block }: { block: string }) {
  const { data } = useQuery(queries.library);
  const card = data?.templates.find((t) => t.id === block);
  const behind = card?.places?.behind ?? 0;
  if (behind === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-3 border-b border-line bg-lantern-soft px-3.5 py-2.5 text-sm">
      <p className="min-w-0 flex-1 font-semibold text-lantern">
        Release {card?.latest?.number} has not reached {plural(behind, "place")} where it stands
      </p>
      <Button small asChild>
        <Link to={`/library/${block}/places`}>Bring them forward</Link>
      </Button>
    </div>
  );
}

/** Who stands on another release than the one in force. */
function Behind({ template }: { template: Template }) {
  const latest = currentOf(template.releases);
  const back = new Set(template.releases.flatMap((r) => (r.takenBack ? [r.number] : [])));
  const behind = latest
    ? template.inUse.filter((u) => u.release < latest.number || back.has(u.release))
    : [];
  if (behind.length === 0 || !latest) return null;
  return (
    <section
      aria-label="Who stands on an earlier release"
      className="border-b border-line bg-lantern-soft px-3.5 py-2.5 text-sm"
    >
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="min-w-0 flex-1 font-semibold text-lantern">
          Release {latest.number} reaches {behind.length} open{" "}
          {behind.length === 1 ? "session" : "sessions"} that {behind.length === 1 ? "stands" : "stand"} on
          another one
        </h2>
        <Button small asChild>
          <Link to={`/sessions/behind?template=${template.id}`}>Bring them forward</Link>
        </Button>
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 pt-1">
        {behind.map((u) => (
          <li key={u.session}>
            <Link to={`/sessions/${u.session}`} className="font-semibold hover:underline">
              {u.title}
            </Link>{" "}
            <span className="text-ink-2">
              in {u.room}, release {u.release}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function ReleaseLine({
  template,
  release: r,
  work,
}: {
  template: Template;
  release: Release;
  /** Null for those who only look. */
  work: Workpiece | null;
}) {
  const [taking, setTaking] = useState(false);
  return (
    <li className="grid grid-cols-[90px_minmax(0,1fr)_auto] items-start gap-3 border-b border-line px-3.5 py-2.5">
      <Link
        to={`/library/${template.id}/releases/${r.number}`}
        className={clsx(
          "font-semibold hover:underline",
          r.takenBack ? "text-ink-2 line-through" : "text-moss",
        )}
      >
        Release {r.number}
      </Link>
      <span className="min-w-0">
        {r.note}
        <span className="block text-sm text-ink-2">
          {r.tracks} tracks · edition {r.edition} · {r.publishedBy.name}, {day(r.publishedAt)}
        </span>
        <Brought template={template.id} latest={template.releases[0]?.number ?? 0} number={r.number} />
        <RemarksThen template={template} release={r.number} />
        {r.takenBack && (
          <span className="mt-1 block rounded-md bg-brick-soft px-2 py-1 text-sm text-brick">
            Taken back by {r.takenBack.by.name}, {day(r.takenBack.at)}: {r.takenBack.reason}
          </span>
        )}
        {taking && <TakeBack template={template.id} release={r.number} onDone={() => setTaking(false)} />}
      </span>
      <span className="flex flex-col items-end gap-1">
        <span className="flex gap-3 text-sm">
          <Link
            to={compareAddress(
              { of: "release", template: template.id, release: r.number },
              { of: "draft", template: template.id },
            )}
            className="font-semibold text-moss hover:underline"
            aria-label={`Compare release ${r.number} with the draft`}
          >
            Compare
          </Link>
          {work && <TakeUp template={template.id} release={r.number} work={work} />}
          {work && !taking && (
            <BackOrOut template={template.id} release={r} onTake={() => setTaking(true)} />
          )}
        </span>
        {template.inUse
          .filter((u) => u.release === r.number)
          .map((u) => (
            <Link key={u.session} to={`/sessions/${u.session}`} className="hover:underline">
              <Pill look="note">
                {u.title} · {u.room}
              </Pill>
            </Link>
          ))}
      </span>
    </li>
  );
}

/** What was said about a release, and what was said and done on the way to it. */
function RemarksThen({ template, release }: { template: Template; release: number }) {
  const before = template.releases.find((r) => r.number < release)?.number ?? null;
  const remarks = useRemarks({ sort: "template", id: template.id }).filter(({ on, after, done }) =>
    on.what === "release" ? on.release === release : done !== null && after === before,
  );
  if (remarks.length === 0) return null;
  return (
    <details className="mt-1 text-sm">
      <summary className="cursor-pointer font-semibold text-ink-2 hover:text-ink">
        {plural(remarks.length, "remark")}
      </summary>
      <div className="flex flex-col gap-2 pt-1.5">
        {remarks.map((r) => (
          <RemarkCard key={r.id} remark={r} on={onInWords(r, null)} />
        ))}
      </div>
    </details>
  );
}

const QUIET = "font-semibold text-moss hover:underline disabled:text-ink-3 disabled:no-underline";

const refresh = (template: string): Promise<unknown> =>
  Promise.all(
    [["template", template], ["release", template], ["library"], ["sessions"], ["session"], ["today"]].map(
      (queryKey) => queryClient.invalidateQueries({ queryKey }),
    ),
  );

const useTakeBack = (template: string, release: number, onDone: () => void) =>
  useMutation({
    mutationFn: (reason: string | null) => ask("takeBack", { template, release }, { reason }),
    onSuccess: async () => {
      await refresh(template);
      onDone();
    },
  });

/** Asks for the reason first, or gives a release that was taken back out again. */
function BackOrOut({
  template,
  release,
  onTake,
}: {
  template: string;
  release: Release;
  onTake: () => void;
}) {
  const give = useTakeBack(template, release.number, () => {});
  return release.takenBack ? (
    <button type="button" className={QUIET} disabled={give.isPending} onClick={() => give.mutate(null)}>
      Give it out again
    </button>
  ) : (
    <button
      type="button"
      className={QUIET}
      aria-label={`Take it back: release ${release.number}`}
      onClick={onTake}
    >
      Take it back
    </button>
  );
}

function TakeBack({
  template,
  release,
  onDone,
}: {
  template: string;
  release: number;
  onDone: () => void;
}) {
  const [reason, setReason] = useState("");
  const take = useTakeBack(template, release, onDone);
  return (
    <form
      className="mt-1.5 flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        take.mutate(reason);
      }}
    >
      <Input
        autoFocus
        small
        required
        maxLength={500}
        aria-label="Why it is taken back"
        placeholder="Why nobody should start from it"
        className="min-w-56 flex-1"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <Button small look="main" type="submit" disabled={reason.trim() === "" || take.isPending}>
        Take release {release} back
      </Button>
      <Button small onClick={onDone}>
        Cancel
      </Button>
      <Trouble error={take.error} />
    </form>
  );
}

/** Makes an earlier release the draft again: an edit like any other, undone like any other. */
function TakeUp({ template, release, work }: { template: string; release: number; work: Workpiece }) {
  const up = useMutation({
    mutationFn: () => queryClient.fetchQuery(queries.release(template, release)),
    onSuccess: ({ session }) => {
      const changes = diff(work.state().doc, { ...session, title: work.state().doc.title });
      if (changes.length === 0) mention(`The draft is as release ${release} already.`);
      else {
        work.edit(changes, `take up release ${release}`);
        mention(`The draft is as release ${release} was; undo takes that back.`);
      }
    },
    onError: (e) => mention(e.message, { weight: "broken" }),
  });
  return (
    <button
      type="button"
      className={QUIET}
      disabled={up.isPending}
      aria-label={`Take up release ${release} as the draft`}
      onClick={() => up.mutate()}
    >
      Take up
    </button>
  );
}
