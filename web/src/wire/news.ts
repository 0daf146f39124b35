import { plural } from "@mossy/core/session/plural";
import type { News } from "@mossy/contract/news";
import { useEffect, useState } from "react";
import { queries, queryClient } from "./queries.ts";
import { mention } from "../ui/toasts.tsx";

type Hear = (news: News) => void;
const hearers = new Set<Hear>();

/** Calls back for every piece of news from now on. */
export function hear(what: Hear): void {
  hearers.add(what);
}

const refresh = (...keys: string[]): void => {
  for (const key of keys) void queryClient.invalidateQueries({ queryKey: [key] });
};

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

function spread(news: News, me: string): void {
  for (const hear of hearers) hear(news);
  const mine = news.by.id === me;
  switch (news.kind) {
    case "release":
      refresh("library", "template", "today", "sessions", "session", "follow");
      if (!mine)
        mention(`${news.by.name} published release ${news.release} of “${news.name}”.`, {
          to: `/library/${news.template}`,
          next: "Look",
        });
      break;
    case "edition":
      refresh("house", "edition", "today", "sessions", "session", "check-in", "rooms", "library", "follow");
      if (!mine)
        mention(`${news.by.name} published edition ${news.edition} of the house style.`, {
          to: "/house",
          next: "Look",
        });
      break;
    case "check-in":
      refresh("sessions", "session", "today", "rooms");
      mention(
        `${news.title} came back from ${news.room}: ` +
          (news.findings === 0 ? "nothing off." : `${plural(news.findings, "finding")}.`),
        { weight: news.findings > 0 ? "look" : "note", to: `/check-ins/${news.checkIn}`, next: "Open" },
      );
      break;
    case "sent":
      refresh("session", "sessions", "today");
      break;
    case "session":
      refresh("session", "sessions", "check-in", "today", "rooms");
      break;
    case "room":
      refresh("rooms", "today");
      break;
    case "people":
      refresh("people", "me", "account", "today");
      break;
    case "ticked":
      refresh("session");
      break;
    case "room-ticked":
      refresh("rooms");
      break;
    case "chain":
      refresh("chains", "chain-uses");
      break;
    case "document":
      dropFetched(news.document);
      refresh("today", "rooms", "library", "sessions", "session", "follow");
      break;
    case "house-draft":
      refresh("house");
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
