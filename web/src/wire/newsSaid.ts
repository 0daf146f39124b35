import { remarkAt } from "@mossy/contract/openWork";
import { plural } from "@mossy/core/session/plural";
import type { News } from "@mossy/contract/news";
import { mention } from "../ui/toasts.tsx";
import { queries, queryClient } from "./queries.ts";

/** Says in passing what others did, and whatever came back from rooms that concern whoever looks. */
export function say(news: News, mine: boolean, concerns: (room: string) => boolean): void {
  if (news.kind === "release" && !mine)
    mention(`${news.by.name} published release ${news.release} of “${news.card.name}”.`, {
      to: `/library/${news.card.id}`,
      next: "Look",
    });
  if (news.kind === "taken-back" && !mine)
    mention(
      `${news.by.name} took release ${news.release} of “${news.card.name}” back, or gave it out again.`,
      {
        weight: "look",
        to: `/library/${news.card.id}/releases`,
        next: "Look",
      },
    );
  if (news.kind === "proposal" && !mine) sayProposal(news);
  if (news.kind === "remark" && !mine) sayRemark(news);
  if (news.kind === "edition" && !mine)
    mention(`${news.by.name} published edition ${news.edition} of the house style.`, {
      to: "/house",
      next: "Look",
    });
  if (news.kind !== "check-in" || !concerns(news.card.room)) return;
  const { title, roomName, lastCheckIn } = news.card;
  const off = news.findings === 0 ? "nothing off." : `${plural(news.findings, "finding")}.`;
  mention(`${title} came back from ${roomName}: ${off}`, {
    weight: news.findings > 0 ? "look" : "note",
    to: `/check-ins/${lastCheckIn?.id ?? ""}`,
    next: "Open",
  });
}

/** A proposal is said to leads as it comes, and what became of it to whoever made it. */
function sayProposal({ proposal, number, from, state, by }: Extract<News, { kind: "proposal" }>): void {
  const me = queryClient.getQueryData(queries.me.queryKey);
  const at = { to: `/library/proposals/${proposal}`, next: "Look" };
  if (state === "open" && me?.right === "lead") mention(`${from.name} proposes something.`, at);
  if ((state === "taken" || state === "declined") && me?.id === from.id)
    mention(`${by.name} has ${state} your proposal ${number}.`, at);
}

/** A remark is said to whom it is for; an answer to it, and that it is done, to whoever made it as well. */
function sayRemark({ of, what, from, to, by }: Extract<News, { kind: "remark" }>): void {
  const me = queryClient.getQueryData(queries.me.queryKey)?.id;
  const at = { to: remarkAt({ of, on: { what: "all" } }), next: "Look" };
  if (what === "made" && to?.id === me) mention(`${by.name} has a remark for you.`, at);
  if (what === "answered" && (to?.id === me || from.id === me))
    mention(`${by.name} answered ${from.id === me ? "your remark" : "a remark for you"}.`, at);
  if (what === "done" && from.id === me) mention(`${by.name} says that your remark is done.`, at);
}
