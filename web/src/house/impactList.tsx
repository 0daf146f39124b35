import { palettesThatSuffer } from "@mossy/core/match/roomPalettes";
import { plural } from "@mossy/core/session/plural";
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { Link } from "react-router";
import { later } from "../wire/laterQueries.ts";
import { queries } from "../wire/queries.ts";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { useHouseWork } from "./work.ts";

const KIND = { draft: "draft", release: "current release", session: "open session" } as const;

/**
 * What publishing would ask of templates and sessions, looked through some at a time; each openable to see
 * before and after.
 */
export function ImpactList({ revision }: { revision: number }) {
  const { house } = useHouseWork();
  const { data, error, refetch, hasNextPage, isFetching, fetchNextPage } = useInfiniteQuery(
    later.impact(revision),
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
            rooms.rooms.map((r) => ({ name: r.room.name, palette: r.limits.palette })),
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
            Would touch {plural(tracks, "track")} in {plural(on.length, "place")}
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
