import type { TemplateCard } from "@mossy/contract/library";
import type { Style } from "@mossy/core/house/style";
import { endsInUse, homeFor, joinsFor, putBlock, withEndsMade } from "@mossy/core/library/blockPut";
import type { BlockRelease } from "@mossy/core/library/blockPut";
import { apply } from "@mossy/core/session/apply";
import type { Place } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { plural } from "@mossy/core/session/plural";
import { endOf } from "@mossy/core/sheet/typed";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { useDoneKeys } from "../ui/useDoneKeys.ts";
import { queries } from "../wire/queries.ts";

/** The blocks that may stand in a template: not itself, nor what it stands in. */
export function blocksFor(templates: readonly TemplateCard[], self: string | null): TemplateCard[] {
  const holds = (id: string, seen: Set<string>): boolean => {
    if (id === self) return true;
    if (seen.has(id)) return false;
    seen.add(id);
    return templates.find((t) => t.id === id)?.blocks.some((b) => holds(b, seen)) ?? false;
  };
  return templates.filter(
    (t) => t.kind === "block" && t.latest && !t.retired && (self === null || !holds(t.id, new Set())),
  );
}

/** What an end is joined to: the id of a track here, nothing, or a path made for it. */
const OPEN = "";
const MADE = " made";

/** Where it may stand: behind the chosen track, in the folder its end is joined to, behind all. */
const WHERE = ["behind", "home", "end"] as const;
type Where = (typeof WHERE)[number];

/** What stands there once a release is put in, with the ends as they were chosen. */
function usePut(style: Style, session: Session, of: BlockRelease | null, place: Place) {
  const [said, setSaid] = useState<ReadonlyMap<TrackId, string>>(new Map());
  const [id] = useState(newId);
  const [made] = useState(() => new Map<TrackId, TrackId>());
  const put = useMemo(() => {
    if (!of) return null;
    const proposed = joinsFor(session, of.session, place.parent);
    const chosen = new Map(
      endsInUse(of.session).map((e) => [e.track, said.get(e.track) ?? proposed.get(e.track) ?? OPEN]),
    );
    const making = new Map(
      [...chosen].flatMap(([end, to]) => {
        if (to !== MADE) return [];
        if (!made.has(end)) made.set(end, newId());
        return [[end, made.get(end) ?? ""] as const];
      }),
    );
    const ready = withEndsMade(style, session, of.session, making);
    const joins = new Map(
      [...chosen].map(([end, to]) => [end, making.get(end) ?? (to === OPEN || to === MADE ? null : to)]),
    );
    const after = apply(ready, putBlock(style, ready, of, { id, joins, place }));
    return { after, chosen, changes: diff(session, after) };
  }, [style, session, of, place, said, id, made]);
  const join = (end: TrackId, to: string): void => setSaid(new Map([...said, [end, to]]));
  return { put, join };
}

/** Where it is put: as somebody chose, else behind the chosen track, else where it belongs. */
function usePlace(session: Session, of: BlockRelease | null, behind: TrackId | null) {
  const [where, setWhere] = useState<Where | null>(null);
  const at = session.tracks.find((t) => t.id === behind);
  const home = useMemo(
    () => of && homeFor(session, of.session, joinsFor(session, of.session, null)),
    [session, of],
  );
  const place = useMemo((): Place => {
    const wish = where ?? (at ? "behind" : "home");
    if (wish === "behind" && at) return { parent: at.parent, after: at.id };
    return wish === "end" || !home ? endOf(session) : home;
  }, [at, home, where, session]);
  return { at, home, place, where, setWhere };
}

/** Puts a block of the library into a session: which, where, and what its ends are joined to. */
export function PutBlock({
  style,
  session,
  work,
  self,
  behind,
  onDone,
}: {
  style: Style;
  session: Session;
  work: Workpiece;
  /** The template or block it is put into; null for a session. */
  self: string | null;
  /** The chosen track it may stand behind. */
  behind: TrackId | null;
  onDone: (made: readonly TrackId[]) => void;
}) {
  const { data: library, error: noLibrary } = useQuery(queries.library);
  const offered = blocksFor(library?.templates ?? [], self);
  const [chosen, setChosen] = useState("");
  const card = offered.find((t) => t.id === chosen) ?? (offered.length === 1 ? offered[0] : undefined);
  const { data: release, error: noRelease } = useQuery({
    ...queries.release(card?.id ?? "", card?.latest?.number ?? 0),
    enabled: card !== undefined,
  });
  const of = useMemo(
    (): BlockRelease | null =>
      release
        ? {
            block: release.template,
            name: release.name,
            release: release.number,
            session: release.session,
          }
        : null,
    [release],
  );
  const { at, home, place, where, setWhere } = usePlace(session, of, behind);
  const { put, join } = usePut(style, session, of, place);
  const known = new Set(session.tracks.map((t) => t.id));
  const added = put?.after.tracks.filter((t) => !known.has(t.id)) ?? [];
  const box = useRef<HTMLElement>(null);
  const run = (): void => {
    if (put && of && work.edit(put.changes, `put in ${of.name}`)) onDone(added.map((t) => t.id));
  };
  useDoneKeys(box, put ? run : null, () => onDone([]));
  return (
    <section ref={box} aria-label="Put in a block" className="card flex min-h-0 flex-col gap-3 p-3.5">
      <div>
        <h2 className="font-semibold">Put in a block</h2>
        <p className="text-sm text-ink-2">
          It stays known as that block at that release, and can be brought forward here.
        </p>
      </div>
      {library && offered.length === 0 ? (
        <Empty title="No block yet">Choose tracks in a template and make a block of them.</Empty>
      ) : (
        <Field label="Block">
          <Select
            small
            className="w-full"
            value={card?.id ?? ""}
            onChange={(e) => setChosen(e.target.value)}
          >
            <option value="">choose a block…</option>
            {offered.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}, release {t.latest?.number}
              </option>
            ))}
          </Select>
        </Field>
      )}
      {card && card.says !== "" && <p className="text-sm text-ink-2">{card.says}</p>}
      {(at ?? home) && (
        <Field label="Where">
          <Select
            small
            className="w-full"
            value={where ?? (at ? "behind" : "home")}
            onChange={(e) => setWhere(WHERE.find((w) => w === e.target.value) ?? null)}
          >
            {at && <option value="behind">behind {at.name}</option>}
            {home && (
              <option value="home">
                in {session.tracks.find((t) => t.id === home.parent)?.name}, where it belongs
              </option>
            )}
            <option value="end">behind all tracks</option>
          </Select>
        </Field>
      )}
      {of && put && <Ends session={session} of={of} chosen={put.chosen} onJoin={join} />}
      <WhatComes tracks={added} />
      <Trouble error={noLibrary ?? noRelease} />
      <div className="flex flex-wrap items-center gap-2">
        <Button look="main" disabled={!put} onClick={run}>
          Put in {added.length > 0 ? plural(added.length, "track") : ""}
        </Button>
        <Button onClick={() => onDone([])}>Cancel</Button>
      </div>
    </section>
  );
}

/** What each end of a block leads to here. */
function Ends({
  session,
  of,
  chosen,
  onJoin,
}: {
  session: Session;
  of: BlockRelease;
  chosen: ReadonlyMap<TrackId, string>;
  onJoin: (end: TrackId, to: string) => void;
}) {
  const ends = of.session.ends.filter((e) => chosen.has(e.track));
  if (ends.length === 0) return null;
  const paths = session.tracks.filter(
    (t) => t.format !== null && (PATHS.has(t.kind) || t.kind === "instrument"),
  );
  return (
    <fieldset>
      <legend className="text-sm font-semibold">Its ends</legend>
      {ends.map((e) => (
        <label
          key={e.track}
          className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.3fr)] items-center gap-2 pt-1.5"
        >
          <span className="truncate font-mono text-sm" title={e.name}>
            {e.name}
          </span>
          <Select
            small
            aria-label={`${e.name} leads to`}
            value={chosen.get(e.track) ?? OPEN}
            onChange={(c) => onJoin(e.track, c.target.value)}
          >
            <option value={OPEN}>left open</option>
            <option value={MADE}>a path made for it</option>
            {paths.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </Select>
        </label>
      ))}
    </fieldset>
  );
}

/** The tracks that come, as they will stand there. */
function WhatComes({ tracks }: { tracks: readonly Track[] }) {
  if (tracks.length === 0) return null;
  return (
    <ul
      aria-label="What comes"
      tabIndex={0}
      className="min-h-20 flex-1 overflow-y-auto border-t border-line py-1"
    >
      {tracks.map((t) => (
        <li key={t.id} className="flex items-center gap-2 py-0.5">
          <Tile colour={t.colour} icon={t.icon} size={20} />
          <span
            className={`min-w-0 flex-1 truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}
          >
            {t.name}
          </span>
          {t.input !== null && <span className="font-mono text-xs text-ink-2">{t.input}</span>}
        </li>
      ))}
    </ul>
  );
}
