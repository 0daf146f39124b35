import type { News } from "@mossy/contract/news";
import { useEffect, useState } from "react";
import { hold } from "./held.ts";
import { queries, queryClient } from "./queries.ts";

type Hear = (news: News) => void;
const hearers = new Set<Hear>();

/** Calls back for every piece of news from now on. @returns what ends that */
export function hear(what: Hear): () => void {
  hearers.add(what);
  return () => void hearers.delete(what);
}

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

function spread(news: News, me: string): void {
  for (const hear of hearers) hear(news);
  hold(news);
  // Who looks at what is heard by whoever looks at the same, and by nobody else.
  if (news.kind === "here") return;
  const mine = news.by.id === me;
  lookAgain(news, mine ? refresh : refreshSoon);
  // What is said in passing is fetched with the first news: the first page does without.
  void import("./newsSaid.ts").then(({ say }) => say(news, mine, concerns));
}

/** Asks again for what the news change and do not say. */
function lookAgain(news: News, again: (...keys: string[]) => void): void {
  switch (news.kind) {
    case "edition":
    case "much":
      again(...EVERYTHING);
      break;
    case "release":
      again("follow", "today");
      // What stands on a release of a block is behind now.
      if (news.card.kind === "block") again("library", "places");
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
    case "shelves":
      again("library", "template");
      break;
    case "check-in":
      if (isSmall()) refreshSoon("drift");
      break;
    case "session":
      refresh("check-in");
      if (isSmall()) refreshSoon("drift");
      break;
    case "room":
      again("rooms", "room", "today");
      break;
    case "station":
      void queryClient.invalidateQueries({ queryKey: ["room", news.room] });
      break;
    case "people":
      again("people", "colleagues", "me", "account", "today");
      break;
    case "chain":
      again("chains", "chain-uses");
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

const CHANNEL = "mossy-news";
type ChannelMessage = { readonly begin: true } | { readonly news: News } | { readonly open: boolean };

/** Holds the one line to the house for all windows of this browser, and passes on what comes over it. */
function holdLine(pass: (what: ChannelMessage) => void): () => void {
  const source = new EventSource("/api/news");
  source.onmessage = (e: MessageEvent<string>) => pass({ news: JSON.parse(e.data) as News });
  source.addEventListener("begin", () => pass({ begin: true }));
  source.onerror = () => {
    pass({ open: false });
    // The house ended the line for good: whoever it was is signed out or may no longer hear it.
    if (source.readyState === EventSource.CLOSED)
      void queryClient.invalidateQueries({ queryKey: queries.me.queryKey });
  };
  return () => source.close();
}

/**
 * Listens to the house while somebody is signed in. A browser opens only six connections to a house,
 * so of all its windows one holds the line (a lock says which) and the others hear from it.
 * @returns whether the line is open
 */
export function useNewsLine(me: string | null): boolean {
  const [open, setOpen] = useState(true);
  useEffect(() => {
    if (me === null) return;
    let begun = false;
    const take = (what: ChannelMessage): void => {
      if ("news" in what) spread(what.news, me);
      else if ("open" in what) setOpen(what.open);
      else {
        setOpen(true);
        // After a gap something may have been missed.
        if (begun) void queryClient.invalidateQueries();
        begun = true;
      }
    };
    const channel = new BroadcastChannel(CHANNEL);
    channel.onmessage = (e: MessageEvent<ChannelMessage>) => take(e.data);
    const pass = (what: ChannelMessage): void => {
      take(what);
      channel.postMessage(what);
    };
    const leaving = new AbortController();
    const left = new Promise<void>((resolve) => leaving.signal.addEventListener("abort", () => resolve()));
    const hold = async (): Promise<void> => {
      const close = holdLine(pass);
      await left;
      close();
    };
    // Locks are only there on a secure page; elsewhere each window has a line of its own.
    if ("locks" in navigator)
      void navigator.locks.request(CHANNEL, { signal: leaving.signal }, hold).catch(() => undefined);
    else void hold();
    // A page kept for going back must not keep the line.
    const leave = (): void => leaving.abort();
    const back = (e: PageTransitionEvent): void => {
      if (e.persisted) location.reload();
    };
    window.addEventListener("pagehide", leave);
    window.addEventListener("pageshow", back);
    return () => {
      leaving.abort();
      channel.close();
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("pageshow", back);
    };
  }, [me]);
  return open;
}
