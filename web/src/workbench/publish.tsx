import type { Release } from "@mossy/contract/library";
import type { Finding } from "@mossy/core/check/rule";
import { compare } from "@mossy/core/compare/sentences";
import { noteFrom } from "@mossy/core/compare/note";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import type { ChangeSentence } from "@mossy/core/session/says";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo, useRef } from "react";
import { z } from "zod";
import { useDoneKeys } from "../ui/useDoneKeys.ts";
import { useKept } from "../ui/useKept.ts";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { Field, Pill, TextArea } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { ChangeList } from "../session/changeList.tsx";
import { plural } from "@mossy/core/session/plural";
import type { Workpiece } from "../documents/workpiece.ts";

/** Before a release goes out: what changed since the last one, what is still off, a note. */
export function Publish({
  template,
  name,
  work,
  session,
  latest,
  number,
  open,
  saved,
  onDone,
}: {
  template: string;
  name: string;
  work: Workpiece;
  session: Session;
  /** The release it is compared with. */
  latest: Release | null;
  /** The number it gets. */
  number: number;
  open: readonly Finding[];
  saved: boolean;
  onDone: () => void;
}) {
  const [typed, setNote, forgetNote] = useKept<string | null>(
    `publish-${template}`,
    null,
    z.string().nullable(),
  );
  const { data: before } = useQuery({
    ...queries.release(template, latest?.number ?? 0),
    enabled: latest !== null,
  });
  const said = useMemo(
    () => (before ? inWords(before.session, session, diff(before.session, session)) : []),
    [before, session],
  );
  const proposed = useMemo(
    () => (before ? noteFrom(compare(before.session, session).sentences) : ""),
    [before, session],
  );
  const note = typed ?? proposed;
  const publish = useMutation({
    mutationFn: () => askOnce("publishRelease", { template }, { revision: work.revision, note }),
    onSuccess: async (release) => {
      await Promise.all([
        queryClient.invalidateQueries({ queryKey: ["template", template] }),
        queryClient.invalidateQueries({ queryKey: ["library"] }),
      ]);
      forgetNote();
      mention(`Release ${release.number} of “${name}” is out.`, {
        to: `/library/${template}/releases/${release.number}`,
        next: "See it",
      });
      onDone();
    },
  });
  const same = latest !== null && before !== undefined && said.length === 0;
  const box = useRef<HTMLElement>(null);
  const ready = saved && !same && note.trim() !== "" && !publish.isPending;
  useDoneKeys(box, ready ? () => publish.mutate() : null, onDone);
  return (
    <section
      ref={box}
      aria-label={`Publish release ${number}`}
      className="card flex min-h-0 flex-col gap-3 p-3.5"
    >
      <div>
        <h2 className="font-semibold">Publish release {number}</h2>
        <p className="text-sm text-ink-2">
          A release never changes again. {latest ? `Release ${latest.number} stays as it is.` : ""}
        </p>
      </div>
      {open.length > 0 && (
        <p className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          {plural(open.length, "thing is", "things are")} still to look at. The release can go out all the
          same.
        </p>
      )}
      {same && (
        <p className="rounded-md bg-tide-soft px-2.5 py-1.5 text-sm text-tide">
          Nothing changed since release {latest.number}, so there is nothing to publish.
        </p>
      )}
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          publish.mutate();
        }}
      >
        <Field
          label="What changed, for those who work from it"
          {...(typed === null && proposed !== ""
            ? { hint: "Proposed from what changed; write it as you would say it." }
            : {})}
        >
          <TextArea
            autoFocus
            required
            maxLength={2000}
            rows={2}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        </Field>
        <Trouble error={publish.error} />
        <div className="flex gap-2">
          <Button look="main" type="submit" disabled={!ready}>
            Publish release {number}
          </Button>
          <Button onClick={onDone}>Cancel</Button>
        </div>
      </form>
      {latest && <Since release={latest.number} said={said} />}
    </section>
  );
}

/** What changed since a release, one by one. */
function Since({ release, said }: { release: number; said: readonly ChangeSentence[] }) {
  if (said.length === 0) return null;
  return (
    <>
      <h3 className="flex items-center gap-2 text-sm font-semibold">
        Since release {release} <Pill>{said.length}</Pill>
      </h3>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <ChangeList said={said} narrow />
      </div>
    </>
  );
}
