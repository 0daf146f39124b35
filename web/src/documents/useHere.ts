import type { News } from "@mossy/contract/news";
import type { Present } from "@mossy/contract/remarks";
import type { TrackId } from "@mossy/core/session/document";
import { useEffect, useRef, useState } from "react";
import { ask, newKey } from "../wire/ask.ts";
import { hear } from "../wire/news.ts";
import { useMe } from "../wire/queries.ts";

/** What tells this window from others. */
const WINDOW = newKey().slice(0, 16);
/** So many chosen tracks are told of. */
const MOST = 40;
/** What is chosen is told at most so often, and that one is still here so often (milliseconds). */
const AT_MOST_EVERY = 1000;
const STILL_EVERY = 30_000;

const NOBODY: readonly Present[] = [];

/**
 * Tells the others on a document that this window is there and what is chosen in it, and says who they are.
 * Nothing is locked by it, and that it cannot be told is no trouble.
 */
export function useHere(document: string, chosen: readonly TrackId[]): readonly Present[] {
  const me = useMe()?.id ?? null;
  const [here, setHere] = useState(NOBODY);
  const told = useRef({ at: 0, which: "", chosen });
  useEffect(() => {
    told.current.chosen = chosen;
  });
  const say = useRef<(left?: boolean) => void>(() => {});
  useEffect(() => {
    if (me === null) return;
    let gone = false;
    say.current = (left = false) => {
      told.current.at = Date.now();
      const { chosen: now } = told.current;
      told.current.which = now.join(" ");
      const more = Math.max(0, now.length - MOST);
      ask("here", { document }, { window: WINDOW, chosen: now.slice(0, MOST), more, left })
        .then((answer) => gone || setHere(answer.here.filter((p) => p.by.id !== me)))
        .catch(() => undefined);
    };
    const take = (news: News): void => {
      if (news.kind !== "here" || news.document !== document || news.by.id === me) return;
      const { window: which, chosen: theirs, more, left, by } = news;
      setHere((was) => [
        ...was.filter((p) => p.window !== which),
        ...(left ? [] : [{ window: which, chosen: theirs, more, by }]),
      ]);
    };
    const deaf = hear(take);
    const still = setInterval(() => say.current(), STILL_EVERY);
    const leave = (): void => say.current(true);
    addEventListener("pagehide", leave);
    say.current();
    return () => {
      leave();
      gone = true;
      deaf();
      clearInterval(still);
      removeEventListener("pagehide", leave);
      setHere(NOBODY);
    };
  }, [document, me]);
  const which = chosen.join(" ");
  useEffect(() => {
    if (which === told.current.which) return;
    const soon = Math.max(0, told.current.at + AT_MOST_EVERY - Date.now());
    const later = setTimeout(() => say.current(), soon);
    return () => clearTimeout(later);
  }, [which]);
  return here;
}
