import { differences } from "@mossy/core/house/differences";
import type { House } from "@mossy/core/house/house";
import { housePieces } from "@mossy/core/house/pieces";
import type { HousePiece } from "@mossy/core/house/pieces";
import { STARTERS } from "@mossy/core/house/starters";
import { palettesThatSuffer } from "@mossy/core/match/roomPalettes";
import { useInfiniteQuery, useMutation, useQuery } from "@tanstack/react-query";
import { Undo2 } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { z } from "zod";
import { ask } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { day } from "../ui/dates.ts";
import { Button } from "../ui/button.tsx";
import { BeforeAfter, Field, Select, TextArea } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";
import { useHouseWork } from "./work.ts";

/** What the next edition would change, publishing it, and the editions there are, any two compared. */
export default function EditionsPage() {
  const { house, next, changes, change, saved, revision, takeBack } = useHouseWork();
  const { data: edition } = useQuery(queries.edition);
  const pieces = useMemo(() => (edition ? housePieces(edition.style.house, house) : []), [edition, house]);
  const { data } = useQuery(queries.house);
  const [problem, setProblem] = useState<unknown>(null);
  const takeUp = async (number: number): Promise<void> => {
    setProblem(null);
    try {
      const edition = await queryClient.fetchQuery(queries.wholeEdition(number));
      change?.(edition.house);
      mention(`The draft says what edition ${number} says. Undo brings back what it was.`);
    } catch (e) {
      setProblem(e);
    }
  };
  if (!data) return <Loading />;
  return (
    <div className="two-up h-full min-h-0">
      <section
        aria-label={`Publish edition ${next}`}
        className="card flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
        tabIndex={0}
      >
        <div>
          <h2 className="font-semibold">
            {change ? `Publish edition ${next}` : `What edition ${next} would change`}
          </h2>
          <p className="text-sm text-ink-2">
            Nobody's session changes by itself: what no longer fits becomes findings with fixes.
          </p>
        </div>
        {changes === null ? (
          <Loading what="Comparing" />
        ) : changes.length === 0 ? (
          <p className="rounded-md bg-tide-soft px-2.5 py-1.5 text-sm text-tide">
            The draft says the same as edition {next - 1}.
          </p>
        ) : (
          <Pieces pieces={pieces} onTakeBack={takeBack} />
        )}
        {saved && <ImpactList revision={revision} />}
        {change && (
          <PublishForm
            next={next}
            ready={changes !== null && changes.length > 0 && saved}
            revision={revision}
          />
        )}
      </section>
      <section aria-label="Editions so far" className="card min-h-0 overflow-y-auto p-4" tabIndex={0}>
        <h2 className="pb-2 font-semibold">Editions so far</h2>
        <ol>
          {data.editions.map((e) => (
            <li key={e.number} className="border-t border-line py-2">
              <span className="font-semibold">Edition {e.number}</span>{" "}
              <span className="text-sm text-ink-2">
                · {e.publishedBy}, {day(e.publishedAt)}
              </span>
              <br />
              {e.note}
              {change && (
                <button
                  type="button"
                  className="ml-2 text-sm font-semibold text-moss hover:underline"
                  onClick={() => void takeUp(e.number)}
                >
                  Take it up as the draft
                </button>
              )}
            </li>
          ))}
        </ol>
        <Trouble error={problem} />
        {change && <Starters name={house.name} onTake={change} />}
        {data.editions.length > 1 && <Compare numbers={data.editions.map((e) => e.number)} />}
      </section>
    </div>
  );
}

/** What the draft changes, thing by thing; each can be taken back by itself. */
function Pieces({
  pieces,
  onTakeBack,
}: {
  pieces: readonly HousePiece[];
  onTakeBack: ((piece: HousePiece) => void) | null;
}) {
  return (
    <ul aria-label="What changes" className="text-sm">
      {pieces.map((p) => (
        <li key={p.says.join(" ")} className="flex items-start gap-3 border-t border-line py-1.5">
          <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
            {p.says.map((says) => (
              <span key={says} className="block">
                {says}
              </span>
            ))}
          </span>
          {onTakeBack && (
            <Button
              small
              look="quiet"
              aria-label={`Take back: ${p.says[0] ?? ""}`}
              onClick={() => onTakeBack(p)}
            >
              <Undo2 size={14} aria-hidden /> Take back
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

function Sentences({ said, label }: { said: readonly string[]; label: string }) {
  return (
    <ul aria-label={label} className="text-sm">
      {said.map((c) => (
        <li key={c} className="border-t border-line py-1.5 [overflow-wrap:anywhere]">
          {c}
        </li>
      ))}
    </ul>
  );
}

const KIND = { draft: "draft", release: "current release", session: "open session" } as const;

/** What publishing would ask of templates and sessions, looked through some at a time; each openable to see before and after. */
function ImpactList({ revision }: { revision: number }) {
  const { house } = useHouseWork();
  const { data, error, refetch, hasNextPage, isFetching, fetchNextPage } = useInfiniteQuery(
    queries.impact(revision),
  );
  const { data: rooms } = useQuery(queries.rooms);
  const { data: edition } = useQuery(queries.edition);
  useEffect(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
  const suffer = useMemo(
    () =>
      rooms && edition
        ? palettesThatSuffer(
            edition.style.house,
            house,
            rooms.rooms.map((r) => r.room),
          )
        : [],
    [rooms, edition, house],
  );
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading what="Looking through templates and sessions" />;
  const last = data.pages.at(-1);
  const looked = last?.next ?? last?.of ?? 0;
  const on = data.pages.flatMap((p) => p.on).toSorted((x, y) => y.touched - x.touched);
  const collisions = data.pages.flatMap((p) => p.collisions);
  const tracks = data.pages.reduce((n, p) => n + p.tracks, 0);
  return (
    <section aria-label="Impact" aria-busy={hasNextPage}>
      {hasNextPage && (
        <p className="flex items-center gap-3 pb-2 text-sm text-ink-2">
          <progress
            aria-label="Looking through templates and sessions"
            value={looked}
            max={last?.of ?? 1}
            className="h-2 w-40 accent-[var(--moss)]"
          />{" "}
          {looked} of {last?.of} looked through
        </p>
      )}
      {on.length === 0 && !hasNextPage ? (
        <p className="rounded-md bg-moss-soft px-2.5 py-1.5 text-sm text-moss">
          No track in any template or open session would be asked for anything else.
        </p>
      ) : (
        on.length > 0 && (
          <h3 className="pb-1 text-sm font-semibold">
            Would touch {tracks} {tracks === 1 ? "track" : "tracks"} in {on.length}{" "}
            {on.length === 1 ? "place" : "places"}
          </h3>
        )
      )}
      {collisions.length > 0 && (
        <ul
          aria-label="Names that would meet"
          className="mb-2 rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern"
        >
          {collisions.slice(0, 8).map((c) => (
            <li key={c.to + c.name}>
              In{" "}
              <Link className="underline" to={c.to}>
                {c.title}
              </Link>{" "}
              {c.tracks.join(" and ")} would share the name {c.name} and be numbered.
            </li>
          ))}
          {collisions.length > 8 && <li>and {collisions.length - 8} more</li>}
        </ul>
      )}
      {suffer.length > 0 && (
        <ul
          aria-label="Palettes of rooms"
          className="mb-2 rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern"
        >
          {suffer.map((p) => (
            <li key={p.room}>
              {p.room}: {p.says}
            </li>
          ))}
        </ul>
      )}
      <ul className="text-sm">
        {on.map((o) => (
          <li key={o.kind + o.to} className="border-t border-line py-1.5">
            <details>
              <summary>
                <span className="font-semibold">{o.title}</span>{" "}
                <span className="text-ink-2">
                  · {KIND[o.kind]} · {o.touched} of {o.tracks} tracks
                </span>
              </summary>
              <ul className="mt-1">
                {o.touches.map((t) => (
                  <li key={t.track + t.what} className="flex flex-wrap items-center gap-x-3 py-0.5">
                    <span className="font-mono">{t.name}</span>
                    <span className="text-ink-2">{t.what}</span>
                    <BeforeAfter before={t.before} after={t.after} />
                  </li>
                ))}
              </ul>
              <Link to={o.to} className="font-semibold text-moss hover:underline">
                Open it
              </Link>
            </details>
          </li>
        ))}
      </ul>
    </section>
  );
}

function PublishForm({ next, ready, revision }: { next: number; ready: boolean; revision: number }) {
  const [note, setNote, forgetNote] = useKept("edition-note", "", z.string());
  const publish = useMutation({
    mutationFn: () => ask("publishEdition", {}, { revision, note }),
    onSuccess: async (edition) => {
      forgetNote();
      await Promise.all(
        ["house", "edition", "unread", "today"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      mention(`Edition ${edition.number} of the house style is out.`);
    },
  });
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        publish.mutate();
      }}
    >
      <Field label="In a few words, for everybody">
        <TextArea
          required
          maxLength={2000}
          rows={2}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
      </Field>
      <Trouble error={publish.error} />
      <Button
        look="main"
        className="self-start"
        type="submit"
        disabled={!ready || note.trim() === "" || publish.isPending}
      >
        Publish edition {next}
      </Button>
    </form>
  );
}

/** House styles to begin from: what one would change is shown before anything does. */
function Starters({ name, onTake }: { name: string; onTake: (next: House) => void }) {
  const { house } = useHouseWork();
  const [chosen, setChosen] = useState<string | null>(null);
  const starter = STARTERS.find((s) => s.id === chosen);
  const made = useMemo(() => starter?.make(name) ?? null, [starter, name]);
  const said = useMemo(() => (made ? differences(house, made) : []), [made, house]);
  return (
    <section aria-label="Begin from a starter" className="mt-4 border-t border-line pt-3">
      <h3 className="font-semibold">Begin from a starter</h3>
      <ul className="py-1">
        {STARTERS.map((s) => (
          <li key={s.id} className="flex items-center gap-3 py-1">
            <span className="min-w-0 flex-1 text-sm">
              <span className="font-semibold">{s.name}</span> <span className="text-ink-2">{s.says}</span>
            </span>
            <Button
              small
              aria-expanded={s.id === chosen}
              onClick={() => setChosen(s.id === chosen ? null : s.id)}
            >
              See it
            </Button>
          </li>
        ))}
      </ul>
      {starter && made && (
        <>
          <p className="text-sm">
            Against the draft, {starter.name} changes {said.length} {said.length === 1 ? "thing" : "things"}
            .
          </p>
          <div
            className="max-h-48 overflow-y-auto"
            tabIndex={0}
            role="region"
            aria-label="What the starter would change"
          >
            <Sentences label="What the starter changes" said={said} />
          </div>
          <div className="flex gap-2 pt-2">
            <Button
              small
              look="main"
              disabled={said.length === 0}
              onClick={() => {
                onTake(made);
                setChosen(null);
                mention(`The draft begins from ${starter.name}. Undo brings back what it was.`);
              }}
            >
              Take it as the draft
            </Button>
            <Button small onClick={() => setChosen(null)}>
              Leave it
            </Button>
          </div>
        </>
      )}
    </section>
  );
}

function Compare({ numbers }: { numbers: readonly number[] }) {
  const [from, setFrom] = useState(numbers[1] ?? 1);
  const [to, setTo] = useState(numbers[0] ?? 1);
  const a = useQuery(queries.wholeEdition(from));
  const b = useQuery(queries.wholeEdition(to));
  const pick = (label: string, value: number, set: (n: number) => void) => (
    <label className="flex items-center gap-2 text-sm">
      {label}
      <Select small value={value} onChange={(e) => set(Number(e.target.value))}>
        {numbers.map((n) => (
          <option key={n} value={n}>
            edition {n}
          </option>
        ))}
      </Select>
    </label>
  );
  const error = a.error ?? b.error;
  return (
    <div className="mt-4 border-t border-line pt-3">
      <div className="flex items-center gap-3 pb-2">
        <h3 className="font-semibold">Compare</h3>
        {pick("from", from, setFrom)}
        {pick("to", to, setTo)}
      </div>
      {error ? (
        <Failed error={error} />
      ) : !a.data || !b.data ? (
        <Loading />
      ) : differences(a.data.house, b.data.house).length === 0 ? (
        <Empty title="No difference">Both editions say the same.</Empty>
      ) : (
        <Sentences label="Differences" said={differences(a.data.house, b.data.house)} />
      )}
    </div>
  );
}
