import type { OpenSession, Today } from "@mossy/contract/today";
import type { News } from "@mossy/contract/news";
import type { SessionCard, SessionsPage, WhichSessions } from "@mossy/contract/sessions";
import type { TemplateCard } from "@mossy/contract/library";
import type { TickedItem, WholeRoomCard } from "@mossy/contract/rooms";
import type { InfiniteData, Query, QueryKey } from "@tanstack/react-query";
import { queryClient } from "./queries.ts";
import type { ListOf } from "./queries.ts";

// What this window holds follows the news: most of them say all there is to know, so nothing is asked for.

type Change = (held: never) => unknown;
/** Changes that came while something was being fetched: what arrives may be older than they are. */
const meanwhile = new Map<string, Change[]>();

queryClient.getQueryCache().subscribe((event) => {
  if (event.type !== "updated") return;
  const { queryHash, queryKey } = event.query;
  // What is asked for from here on knows all that was told before.
  if (event.action.type === "fetch") meanwhile.delete(queryHash);
  if (event.action.type !== "success" || event.action.manual === true) return;
  const changes = meanwhile.get(queryHash);
  if (!changes) return;
  meanwhile.delete(queryHash);
  for (const change of changes) queryClient.setQueryData(queryKey, change as (held: unknown) => unknown);
});

/** Changes what is held under a key, and under all that go on from it; what is not held stays unknown. */
function put<T>(queryKey: QueryKey, change: (held: T, query: Query) => T | undefined): void {
  for (const query of queryClient.getQueryCache().findAll({ queryKey })) {
    const own = (held: T | undefined): T | undefined =>
      held === undefined ? undefined : change(held, query);
    if (query.state.fetchStatus === "fetching")
      meanwhile.set(query.queryHash, [...(meanwhile.get(query.queryHash) ?? []), own as Change]);
    queryClient.setQueryData<T>(query.queryKey, own);
  }
}

const replaced = <T extends { readonly id: string }>(list: readonly T[], one: T): T[] =>
  list.map((x) => (x.id === one.id ? one : x));

/** The open work of the house with a session as it is now. */
function inOpen(open: readonly OpenSession[], card: SessionCard): OpenSession[] {
  if (card.closedAt !== null) return open.filter((s) => s.id !== card.id);
  return open.some((s) => s.id === card.id) ? replaced(open, card) : [card, ...open];
}

const FITS: Readonly<Record<WhichSessions, (s: SessionCard) => boolean>> = {
  all: () => true,
  open: (s) => s.closedAt === null,
  look: (s) => s.closedAt === null && (s.lastCheckIn?.openNow ?? 0) > 0,
  asked: (s) => s.closedAt === null && (s.lastCheckIn?.askedNow ?? 0) > 0,
  behind: (s) => s.closedAt === null && (s.release < s.latestRelease || s.takenBack !== null),
  unsent: (s) => s.unsent,
  closed: (s) => s.closedAt !== null,
};

type Pages = InfiniteData<SessionsPage>;
/**
 * A list of sessions with one as it is now: in its place, gone where it is no longer of the list, new at the
 * front.
 */
export function inPages(held: Pages, { which, room, template, find }: ListOf, card: SessionCard): Pages {
  const there = held.pages.some((p) => p.sessions.some((s) => s.id === card.id));
  const fits =
    FITS[which](card) &&
    (room === undefined || card.room === room) &&
    (template === undefined || card.template === template);
  if (there && fits)
    return { ...held, pages: held.pages.map((p) => ({ ...p, sessions: replaced(p.sessions, card) })) };
  const [first, ...rest] = held.pages;
  const newest = first?.sessions[0]?.madeAt ?? "";
  // What was made before what is shown belongs on a page further back, or is not looked for.
  if (!first || (!there && (!fits || (find ?? "") !== "" || card.madeAt < newest))) return held;
  const of = first.of + (there ? -1 : 1);
  const without = (p: SessionsPage): SessionsPage => ({
    ...p,
    of,
    sessions: p.sessions.filter((s) => s.id !== card.id),
  });
  if (there) return { ...held, pages: held.pages.map(without) };
  return { ...held, pages: [{ ...first, of, sessions: [card, ...first.sessions] }, ...rest] };
}

/** A session as it is now, wherever it is shown; what shows it whole asks again. */
function session(card: SessionCard): void {
  put<Today>(["today"], (today) => ({ ...today, open: inOpen(today.open, card) }));
  put<Pages>(["sessions"], (held, { queryKey }) => inPages(held, queryKey[1] as ListOf, card));
  void queryClient.invalidateQueries({ queryKey: ["session", card.id] });
}

const byShelf = (a: TemplateCard, b: TemplateCard): number =>
  a.shelf.localeCompare(b.shelf) || a.name.localeCompare(b.name);

/** A template as it is now, also one that was just begun. */
function template(card: TemplateCard): void {
  put<{ templates: TemplateCard[] }>(["library"], ({ templates, ...rest }) => ({
    ...rest,
    templates: templates.some((t) => t.id === card.id)
      ? replaced(templates, card)
      : [...templates, card].sort(byShelf),
  }));
}

/** A list of ticks with one line ticked, or (null) not any more. */
const ticked = (ticks: readonly TickedItem[], item: string, tick: TickedItem | null): TickedItem[] => [
  ...ticks.filter((t) => t.item !== item),
  ...(tick ? [tick] : []),
];

/** A new release: what stands on an earlier one shows that there is a later one. */
function released({ id, latest }: TemplateCard): void {
  const number = latest?.number;
  if (number === undefined) return;
  const told = <S extends { template: string; latestRelease: number }>(s: S): S =>
    s.template === id ? { ...s, latestRelease: number } : s;
  put<Today>(["today"], (today) => ({ ...today, open: today.open.map(told) }));
  put<Pages>(["sessions"], (held) => ({
    ...held,
    pages: held.pages.map((p) => ({ ...p, sessions: p.sessions.map(told) })),
  }));
}

/** Puts what the news say into what this window holds. */
export function hold(news: News): void {
  switch (news.kind) {
    case "check-in":
    case "sent":
    case "session":
      session(news.card);
      break;
    case "document":
      if ("session" in news.of) session(news.of.session);
      else template(news.of.template);
      break;
    case "template":
      template(news.card);
      break;
    case "taken-back":
    case "release":
      template(news.card);
      released(news.card);
      break;
    case "ticked":
      put<{ ticks: TickedItem[] }>(["session", news.session], (s) => ({
        ...s,
        ticks: ticked(s.ticks, news.line, news.tick),
      }));
      break;
    case "room-ticked":
      put<WholeRoomCard>(["room", news.room], (r) => ({
        ...r,
        ticks: ticked(r.ticks, news.item, news.tick),
      }));
      break;
    default:
      break;
  }
}
