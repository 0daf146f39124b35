import type { News } from "@mossy/contract/news";
import { useEffect, useState } from "react";
import { queries, queryClient } from "./queries.ts";

type Hear = (news: News) => void;
const hearers = new Set<Hear>();

/** Calls back for every piece of news from now on. @returns what ends that */
export function hear(what: Hear): () => void {
  hearers.add(what);
  return () => void hearers.delete(what);
}

function spread(news: News, me: string): void {
  for (const hear of hearers) hear(news);
  // Who looks at what is heard by whoever looks at the same, and by nobody else.
  if (news.kind === "here") return;
  // What comes of news is fetched with the first of them: the first page does without.
  void Promise.all([import("./held.ts"), import("./newsTaken.ts")]).then(
    ([{ hold }, { take }]) => {
      hold(news);
      take(news, news.by.id === me);
    },
    // It cannot be had any more (the program is another by now): whatever shows is asked for again.
    () => void queryClient.invalidateQueries(),
  );
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
