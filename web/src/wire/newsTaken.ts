import type { TemplateCard } from "@mossy/contract/library";
import type { News } from "@mossy/contract/news";
import { say } from "./newsSaid.ts";
import { queries, queryClient } from "./queries.ts";

const refresh = (...keys: string[]): void => {
  for (const key of keys) void queryClient.invalidateQueries({ queryKey: [key] });
};

/** So long what changes for everybody is waited for at most, in milliseconds. */
const SOON = 2500;
const soon = new Set<string>();
/**
 * Asks again a little later, each window at another moment: what changes for everybody is not asked for by all of
 * them at once, and what changes again and again is asked for once.
 */
function refreshSoon(...keys: string[]): void {
  if (soon.size === 0)
    setTimeout(() => {
      const all = [...soon];
      soon.clear();
      refresh(...all);
    }, Math.random() * SOON);
  for (const key of keys) soon.add(key);
}
const EVERYTHING = [
  "house",
  "edition",
  "today",
  "sessions",
  "session",
  "check-in",
  "rooms",
  "room",
  "library",
  "template",
  "follow",
];

/**
 * Pages that are not open and hold a document as it was before it changed forget it: opened again, they
 * show what it is now.
 */
function dropFetched(document: string): void {
  const holds = (data: unknown): boolean => {
    const { draft, now } = (data ?? {}) as { draft?: { id?: unknown }; now?: { id?: unknown } };
    return draft?.id === document || now?.id === document;
  };
  queryClient.removeQueries({ type: "inactive", predicate: (q) => holds(q.state.data) });
}

/** More rooms than one person looks after at once. */
const MANY_ROOMS = 12;
const isSmall = (): boolean =>
  (queryClient.getQueryData(queries.today.queryKey)?.rooms.length ?? 0) <= MANY_ROOMS;
/** Whether what comes back from a room is said in passing: of one's own rooms, and of all in a house of few. */
function concerns(room: string): boolean {
  const rooms = queryClient.getQueryData(queries.me.queryKey)?.rooms ?? null;
  return rooms === null ? isSmall() : rooms.includes(room);
}

/** What is behind now that a release of something is out: where a block stands, and what was begun from a template. */
function behindIt({ id, kind }: Pick<TemplateCard, "id" | "kind">): string[] {
  if (kind === "block") return ["library", "places"];
  const held = queryClient.getQueryData(queries.library.queryKey)?.templates ?? [];
  return held.some((t) => t.origin?.template === id) ? ["library"] : [];
}

/** What is asked for again after news of a kind, whatever they are about. */
const AFTER: Partial<Record<News["kind"], readonly string[]>> = {
  edition: EVERYTHING,
  much: EVERYTHING,
  shelves: ["library", "template", "productions"],
  room: ["rooms", "room", "today"],
  software: ["software", "rooms", "room"],
  devices: ["installed", "substitutes", "device-matrix", "fit"],
  "start-up": ["start-ups"],
  layouts: ["layouts", "layout"],
  sound: ["sounds", "sound"],
  patterns: ["patterns"],
  "sample-library": ["instruments"],
  people: ["people", "colleagues", "me", "account", "today"],
  chain: ["chains", "chain-uses"],
};

/** Asks again for what the news change and do not say. */
function lookAgain(news: News, again: (...keys: string[]) => void): void {
  again(...(AFTER[news.kind] ?? []));
  switch (news.kind) {
    case "release":
      again("follow", "today", ...behindIt(news.card));
      void queryClient.invalidateQueries({ queryKey: ["template", news.card.id] });
      break;
    case "proposal":
      again("proposals", "today");
      void queryClient.invalidateQueries({ queryKey: ["proposal", news.proposal] });
      break;
    case "remark":
      void queryClient.invalidateQueries({ queryKey: ["remarks", news.of.sort, news.of.id] });
      if (news.to) again("today");
      break;
    case "template":
      void queryClient.invalidateQueries({ queryKey: ["template", news.card.id] });
      break;
    case "taken-back":
      again("today", "session", "sessions", "follow", "behind");
      void queryClient.invalidateQueries({ queryKey: ["template", news.card.id] });
      void queryClient.invalidateQueries({ queryKey: ["release", news.card.id] });
      break;
    case "check-in":
      refreshSoon("drift-over", "to-put-right");
      if (isSmall()) refreshSoon("drift");
      break;
    case "session":
      refresh("check-in");
      if (isSmall()) refreshSoon("drift");
      break;
    case "station":
      void queryClient.invalidateQueries({ queryKey: ["room", news.room] });
      // What a sample machine holds is told on the sessions of its room.
      void queryClient.invalidateQueries({
        queryKey: ["session"],
        predicate: (q) => (q.state.data as { room?: string } | undefined)?.room === news.room,
      });
      again("start-ups", "layouts", "layout");
      break;
    case "document":
      dropFetched(news.document);
      if ("template" in news.of) again("follow");
      break;
    case "house-draft":
      refresh("house");
      break;
    default:
      break;
  }
}

/** Does what news ask for: what they change and do not say is asked for again, what concerns whoever looks is said. */
export function take(news: News, mine: boolean): void {
  lookAgain(news, mine ? refresh : refreshSoon);
  say(news, mine, concerns);
}
