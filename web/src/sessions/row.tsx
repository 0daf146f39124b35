import type { SessionCard } from "@mossy/contract/sessions";
import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { queries } from "../wire/queries.ts";
import type { ListOf } from "../wire/queries.ts";
import { shortDay } from "../ui/dates.ts";
import { LongList } from "../ui/longList.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { useSteady } from "../ui/useSteady.ts";

/** What is said of the package of a session from which nothing came back. */
const PACKAGE = {
  never: "package not sent",
  older: "package changed since it was sent",
  there: "at the room",
} as const;

/** How a session stands, in a word. */
export function StandPill({ session: s }: { session: SessionCard }) {
  const c = s.lastCheckIn;
  if (s.closedAt !== null) return <Pill>closed</Pill>;
  if (!c)
    return <Pill look="note">{PACKAGE[s.sentAt === null ? "never" : s.unsent ? "older" : "there"]}</Pill>;
  return (
    <span className="flex flex-wrap justify-end gap-1.5">
      {s.unsent && <Pill look="note">correction not sent</Pill>}
      {c.askedNow > 0 && <Pill look="note">a later edition asks {c.askedNow}</Pill>}
      {c.openNow === 0 ? (
        <Pill look="ok">follows the house</Pill>
      ) : (
        <Pill look="look">{c.openNow} to look at</Pill>
      )}
    </span>
  );
}

/** What is chosen in a list, by its id, and how that is changed. */
export interface Choosing {
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (session: SessionCard, on: boolean) => void;
}

/** A session in a list. */
function SessionRow({
  session: s,
  showRoom,
  choosing,
}: {
  session: SessionCard;
  showRoom: boolean;
  choosing: Choosing | undefined;
}) {
  return (
    <div className="relative flex items-center gap-3 border-t border-line px-4 py-2 hover:bg-bg">
      {choosing && (
        <label className="relative z-10 -m-2 flex size-9 items-center justify-center">
          <input
            type="checkbox"
            aria-label={`Choose ${s.title}`}
            checked={choosing.chosen.has(s.id)}
            onChange={(e) => choosing.onChoose(s, e.target.checked)}
            className="size-4"
          />
        </label>
      )}
      <span className="min-w-0 flex-1">
        <Link
          to={`/sessions/${s.id}`}
          className="block truncate font-semibold after:absolute after:inset-0"
        >
          {s.title}
        </Link>
        <span className="block truncate text-sm text-ink-2">
          {showRoom ? `${s.roomName} · ` : ""}
          {s.templateName},{" "}
          <span
            className={
              s.release < s.latestRelease && s.closedAt === null ? "font-semibold text-lantern" : ""
            }
          >
            release {s.release}
            {s.release < s.latestRelease && s.closedAt === null ? ` of ${s.latestRelease}` : ""}
          </span>{" "}
          · {shortDay(s.madeAt)}
          {s.production === null ? "" : ` · ${s.production}`}
        </span>
      </span>
      {s.lastCheckIn && (
        <span className="text-sm text-ink-2">
          check-in {s.lastCheckIn.number}, {shortDay(s.lastCheckIn.handedInAt)}
        </span>
      )}
      <StandPill session={s} />
    </div>
  );
}

/**
 * Sessions of the house, newest first; further pages are fetched as their end comes in sight.
 * @param none what is said where there is none
 * @param choosing where some can be chosen, to do something with all of them
 */
export function SessionList({ of, none, choosing }: { of: ListOf; none: ReactNode; choosing?: Choosing }) {
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetching } = useInfiniteQuery({
    ...queries.sessions(of),
    // While somebody types what to find, what was found before stays.
    placeholderData: keepPreviousData,
  });
  const more = useSteady(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  });
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const shown = data.pages.flatMap((p) => p.sessions);
  if (shown.length === 0) return none;
  return (
    <>
      <LongList
        items={shown}
        keyOf={(s) => s.id}
        height={57}
        atEnd={more}
        className="[&>li:first-child>div]:border-t-0"
      >
        {(s) => <SessionRow session={s} showRoom={of.room === undefined} choosing={choosing} />}
      </LongList>
      {hasNextPage && (
        <p role="status" className="border-t border-line px-4 py-2 text-sm text-ink-2">
          {shown.length} of {data.pages[0]?.of ?? shown.length}; more as you scroll
        </p>
      )}
    </>
  );
}
