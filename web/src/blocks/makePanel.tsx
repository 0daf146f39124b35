import { noteFrom } from "@mossy/core/compare/note";
import { underSameIds } from "@mossy/core/compare/sameIds";
import { compare } from "@mossy/core/compare/sentences";
import type { Style } from "@mossy/core/house/style";
import { diff } from "@mossy/core/session/diff";
import { blockFrom, madeKnown, reachedBy } from "@mossy/core/library/blockMake";
import type { Reached } from "@mossy/core/library/blockMake";
import type { Session, TrackId } from "@mossy/core/session/document";
import { KIND_WORDS } from "@mossy/core/session/kind";
import { leavesTheSession } from "@mossy/core/session/routing";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input, TextArea } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { useDoneKeys } from "../ui/useDoneKeys.ts";
import { ask, askOnce } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";

/** Which paths come along, as far as somebody said so; else those only the chosen tracks use. */
function useParts(session: Session, ids: readonly TrackId[], name: string) {
  const [said, setSaid] = useState<ReadonlyMap<TrackId, boolean>>(new Map());
  const reached = useMemo(() => reachedBy(session, ids), [session, ids]);
  const along = new Set(reached.flatMap((r) => ((said.get(r.track.id) ?? r.own) ? [r.track.id] : [])));
  const block = blockFrom(session, { name: name.trim() || "Block", ids, along });
  const say = (id: TrackId, comes: boolean): void => setSaid(new Map([...said, [id, comes]]));
  return { reached, along, block, say };
}

/** What a block was made or published as, and what its tracks go by in it. */
interface Made {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  /** Its tracks as the block has them. */
  readonly as: Session;
}

/** Publishes tracks as the next release of a block there is: what is like its tracks goes under their ids. */
async function nextRelease(style: Style, block: string, made: Session): Promise<Made> {
  const { draft, name } = await queryClient.fetchQuery({ ...queries.template(block), staleTime: 0 });
  const { session: same } = underSameIds(style, draft.session, made);
  const { tracks, links, blocks, ends } = same;
  const changes = diff(draft.session, { ...draft.session, tracks, links, blocks, ends });
  const at =
    changes.length === 0
      ? draft
      : await ask("editDocument", { document: draft.id }, { revision: draft.revision, changes });
  const note = noteFrom(compare(draft.session, same).sentences) || "As it was made anew";
  const wish = { revision: at.revision, note };
  const { number } = await askOnce("publishRelease", { template: block }, wish);
  return { id: block, number, name, as: same };
}

/** Makes a block of what is chosen: what it is called, which paths come along, and which become its ends. */
export function MakeBlock({
  style,
  session,
  ids,
  work,
  onDone,
}: {
  style: Style;
  session: Session;
  ids: readonly TrackId[];
  work: Workpiece;
  onDone: () => void;
}) {
  const first = session.tracks.find((t) => t.id === ids[0]);
  const [said, setSaid] = useState({ name: first?.name ?? "", shelf: "Blocks", says: "" });
  const { reached, along, block, say } = useParts(session, ids, said.name);
  const { data: library } = useQuery(queries.library);
  const box = useRef<HTMLFormElement>(null);
  // A block of that name is never replaced: this is its next release, or needs another name.
  const same = library?.templates.find(
    (t) => t.kind === "block" && t.name.toLowerCase() === said.name.trim().toLowerCase(),
  );
  const make = useMutation({
    mutationFn: async (made: Session): Promise<Made> => {
      if (same) return nextRelease(style, same.id, made);
      const wish = { ...said, name: said.name.trim(), session: made, note: "As it was made" };
      return { ...(await askOnce("newBlock", {}, wish)), name: wish.name, as: made };
    },
    onSuccess: async ({ id, number, name, as }, made) => {
      await queryClient.invalidateQueries({ queryKey: ["library"] });
      const now = work.state().doc;
      const there = made.tracks.every(
        (t) => made.ends.some((e) => e.track === t.id) || now.tracks.some((x) => x.id === t.id),
      );
      if (there)
        work.edit(
          madeKnown(now, made, { id: newId(), block: id, name, release: number }, as),
          `block ${name}`,
        );
      mention(`“${name}” is a block of the library, release ${number}.`);
      onDone();
    },
  });
  const ready = typeof block !== "string" && said.name.trim() !== "" && !make.isPending;
  const run = (): void => {
    if (typeof block !== "string") make.mutate(block);
  };
  useDoneKeys(box, ready ? run : null, onDone);
  return (
    <form
      ref={box}
      aria-label="Make a block"
      className="card flex min-h-0 flex-col gap-3 overflow-y-auto p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready) run();
      }}
    >
      <div>
        <h2 className="font-semibold">Make a block</h2>
        <p className="text-sm text-ink-2">
          {typeof block === "string"
            ? block
            : `${plural(block.tracks.length - block.ends.length, "track")}, with a draft and releases of its own.`}
        </p>
      </div>
      <Field label="Name">
        <Input
          required
          maxLength={80}
          value={said.name}
          onChange={(e) => setSaid({ ...said, name: e.target.value })}
        />
      </Field>
      {same && (
        <p className="rounded-md bg-tide-soft px-2.5 py-1.5 text-sm text-tide">
          “{same.name}” is a block already. This becomes its release {(same.latest?.number ?? 0) + 1}; for a
          block of its own, give it another name.
        </p>
      )}
      <Field label="Shelf">
        <Input
          required
          maxLength={60}
          list="shelves-for-blocks"
          value={said.shelf}
          onChange={(e) => setSaid({ ...said, shelf: e.target.value })}
        />
      </Field>
      <datalist id="shelves-for-blocks">
        {library?.shelves.map((s) => (
          <option key={s.name} value={s.name} />
        ))}
      </datalist>
      <Field label="What it is for">
        <TextArea
          rows={2}
          maxLength={1000}
          value={said.says}
          onChange={(e) => setSaid({ ...said, says: e.target.value })}
        />
      </Field>
      <WhereItLeads reached={reached} along={along} onSay={say} />
      <Trouble error={make.error} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" type="submit" disabled={!ready}>
          {same ? `Publish as release ${(same.latest?.number ?? 0) + 1}` : "Make the block"}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}

/** What the chosen tracks lead to: what of it comes along, and what becomes an end. */
function WhereItLeads({
  reached,
  along,
  onSay,
}: {
  reached: readonly Reached[];
  along: ReadonlySet<TrackId>;
  onSay: (id: TrackId, comes: boolean) => void;
}) {
  if (reached.length === 0) return null;
  return (
    <fieldset>
      <legend className="text-sm font-semibold">Where it leads</legend>
      <p className="pb-1 text-xs text-ink-2">
        What comes along is part of the block. The others are its ends: joined to what stands there wherever
        it is put in.
      </p>
      <ul>
        {reached.map(({ track: t }) => (
          <li key={t.id} className="border-t border-line py-1">
            <label className="flex items-center gap-2 text-sm">
              <input
                type="checkbox"
                className="accent-moss"
                disabled={leavesTheSession(t)}
                checked={along.has(t.id)}
                onChange={(e) => onSay(t.id, e.target.checked)}
              />
              <span className="min-w-0 flex-1 truncate font-mono">{t.name}</span>
              <span className="text-ink-2">
                {along.has(t.id) ? `${KIND_WORDS[t.kind]}, comes along` : "an end"}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
