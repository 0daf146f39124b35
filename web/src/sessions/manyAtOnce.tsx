import type { SessionCard } from "@mossy/contract/sessions";
import { worksIn } from "@mossy/contract/worksIn";
import { plural } from "@mossy/core/session/plural";
import { useQueryClient } from "@tanstack/react-query";
import { ArrowUpFromLine, Archive, ArchiveRestore, Send, Wrench } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { Going, LeftAsItIs, useOneByOne } from "../ui/oneByOne.tsx";
import { Trouble } from "../ui/states.tsx";
import { ask, askOnce } from "../wire/ask.ts";
import { queries, useMe } from "../wire/queries.ts";
import type { ListOf } from "../wire/queries.ts";
import { bringUnasked } from "./bringUnasked.ts";

/** Something that is done to sessions one after the other. */
interface Deed {
  readonly name: string;
  readonly Icon: typeof Send;
  /** Whether it can be done to one. */
  readonly fits: (s: SessionCard) => boolean;
  /** Whether assistants may not. */
  readonly crew: boolean;
  readonly work: (s: SessionCard) => Promise<unknown>;
  /** "closed" */
  readonly done: string;
  /** What takes it back. */
  readonly back?: { readonly name: string; readonly work: (s: SessionCard) => Promise<unknown> };
}
const close = (s: SessionCard) => ask("closeSession", { session: s.id });
const reopen = (s: SessionCard) => ask("openSession", { session: s.id });
const open = (s: SessionCard): boolean => s.closedAt === null;
const DEEDS: readonly Deed[] = [
  {
    name: "Send to the stations",
    Icon: Send,
    fits: open,
    crew: false,
    work: (s) =>
      askOnce("sendToStation", { session: s.id }, { as: s.lastCheckIn ? "correction" : "package" }),
    done: "sent",
  },
  {
    name: "Bring forward",
    Icon: ArrowUpFromLine,
    fits: (s) => open(s) && s.release !== s.latestRelease,
    crew: true,
    work: bringUnasked,
    done: "brought forward",
    back: { name: "Take that back", work: (s) => ask("undoForward", { session: s.id }) },
  },
  {
    name: "Close",
    Icon: Archive,
    fits: open,
    crew: true,
    work: close,
    done: "closed",
    back: { name: "Open them again", work: reopen },
  },
  {
    name: "Open again",
    Icon: ArchiveRestore,
    fits: (s) => !open(s),
    crew: true,
    work: reopen,
    done: "open again",
    back: { name: "Close them", work: close },
  },
];

interface Many {
  /** Of which list they are. */
  readonly of: ListOf;
  readonly chosen: readonly SessionCard[];
  readonly onChoose: (cards: readonly SessionCard[]) => void;
}

/** What is done with the sessions that are chosen in a list, and what was done last, to be taken back. */
export function ManyAtOnce({ of, chosen, onChoose }: Many) {
  const me = useMe();
  const client = useQueryClient();
  const [last, setLast] = useState<{ deed: Deed; cards: readonly SessionCard[] } | null>(null);
  const done = useOneByOne(
    (x: { card: SessionCard; work: Deed["work"] }) => x.card.title,
    ({ card, work }) => work(card),
  );
  const [problem, setProblem] = useState<unknown>(null);
  const run = async (cards: readonly SessionCard[], work: Deed["work"]): Promise<SessionCard[]> => {
    const went: SessionCard[] = [];
    await done.run(
      cards.map((card) => ({
        card,
        work: async (s: SessionCard) => {
          await work(s);
          went.push(s);
        },
      })),
    );
    await Promise.all(
      ["sessions", "session", "today", "rooms", "check-in", "behind", "drift-over"].map((key) =>
        client.invalidateQueries({ queryKey: [key] }),
      ),
    );
    return went;
  };
  const begin = async (deed: Deed, cards: readonly SessionCard[]): Promise<void> => {
    const went = await run(cards, deed.work);
    setLast(went.length === 0 ? null : { deed, cards: went });
    onChoose([]);
  };
  const takeBack = async ({ deed: { back }, cards }: NonNullable<typeof last>): Promise<void> => {
    setLast(null);
    if (back) await run(cards, back.work);
  };
  const chooseAll = async (): Promise<void> => {
    setProblem(null);
    try {
      const all = await client.fetchInfiniteQuery({ ...queries.sessions(of), pages: MOST_PAGES });
      onChoose(all.pages.flatMap((p) => p.sessions));
    } catch (e) {
      setProblem(e);
    }
  };
  const busy = done.going !== null;
  const may = (d: Deed, s: SessionCard): boolean =>
    me !== null && worksIn(me, s.room) && d.fits(s) && !(d.crew && me.right === "assistant");
  const off = chosen.filter((s) => open(s) && (s.lastCheckIn?.openNow ?? 0) > 0);
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-line px-4 py-2 empty:hidden">
      {chosen.length > 0 && (
        <>
          <span role="status" className="font-semibold">
            {chosen.length} chosen
          </span>
          <Button small look="quiet" disabled={busy} onClick={() => void chooseAll()}>
            Choose all of the list
          </Button>
          <Button small look="quiet" disabled={busy} onClick={() => onChoose([])}>
            Choose none
          </Button>
          <span className="flex-1" />
          {off.length > 0 && (
            <Button small asChild>
              <Link to="/sessions/right" state={{ only: off.map((s) => s.id) }}>
                <Wrench size={14} aria-hidden /> Put right ({off.length})
              </Link>
            </Button>
          )}
          {DEEDS.map((d) => {
            const cards = chosen.filter((s) => may(d, s));
            return cards.length === 0 ? null : (
              <Button key={d.name} small disabled={busy} onClick={() => void begin(d, cards)}>
                <d.Icon size={14} aria-hidden /> {d.name} ({cards.length})
              </Button>
            );
          })}
        </>
      )}
      <Going what="Going through them" going={done.going} />
      {last && !busy && (
        <p role="status" className="flex items-center gap-2 text-sm">
          {plural(last.cards.length, "session")} {last.deed.done}.
          {last.deed.back && (
            <Button small onClick={() => void takeBack(last)}>
              {last.deed.back.name}
            </Button>
          )}
        </p>
      )}
      {(done.undone.length > 0 || problem !== null) && (
        <div className="basis-full">
          <Trouble error={problem} />
          <LeftAsItIs undone={done.undone} />
        </div>
      )}
    </div>
  );
}

/** More pages than any house has sessions for. */
const MOST_PAGES = 500;
