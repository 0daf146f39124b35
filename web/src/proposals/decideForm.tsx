import type { WholeProposal } from "@mossy/contract/proposals";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask, askOnce } from "../wire/ask.ts";
import type { BodyOf } from "@mossy/contract/routes";
import { queryClient, useMe } from "../wire/queries.ts";

const refresh = (): Promise<unknown> =>
  Promise.all(
    [["proposals"], ["proposal"], ["today"], ["library"], ["template"], ["chains"]].map((queryKey) =>
      queryClient.invalidateQueries({ queryKey }),
    ),
  );

/** Taking or declining a proposal with a word; withdrawing one's own. */
export function DecideForm({
  proposal: { id, by },
  label,
  draft,
  before,
}: {
  proposal: WholeProposal;
  /** What taking it is called. */
  label: string;
  /** What is made of the draft; null where it is no draft; "none" while nothing can be taken. */
  draft: BodyOf<"takeProposal">["draft"] | "none";
  /** What is done before it counts as taken. */
  before?: () => Promise<unknown>;
}) {
  const me = useMe();
  const [word, setWord] = useState("");
  const take = useMutation({
    mutationFn: async () => {
      await before?.();
      return askOnce("takeProposal", { proposal: id }, { draft: draft === "none" ? null : draft, word });
    },
    onSuccess: async (card) => {
      await refresh();
      const onwards = card.template
        ? { to: `/library/${card.template.id}`, next: "Go on in the draft" }
        : {};
      mention(`Taken. ${by.name} sees it on Today.`, onwards);
    },
  });
  const decline = useMutation({
    mutationFn: () => ask("declineProposal", { proposal: id }, { word }),
    onSuccess: refresh,
  });
  const withdraw = useMutation({
    mutationFn: () => ask("withdrawProposal", { proposal: id }),
    onSuccess: refresh,
  });
  const busy = take.isPending || decline.isPending || withdraw.isPending;
  if (me?.right !== "lead" && me?.id !== by.id) return null;
  return (
    <form
      aria-label="Decide"
      className="card flex shrink-0 flex-wrap items-end gap-2 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        take.mutate();
      }}
    >
      {me.right === "lead" && (
        <>
          <Field label={`A word to ${by.name}`}>
            <Input
              className="w-80 max-w-full"
              maxLength={500}
              value={word}
              onChange={(e) => setWord(e.target.value)}
            />
          </Field>
          <Button look="main" type="submit" disabled={busy || draft === "none"}>
            {label}
          </Button>
          <Button
            disabled={busy || word.trim() === ""}
            title={word.trim() === "" ? "Say why not first" : undefined}
            onClick={() => decline.mutate()}
          >
            Decline
          </Button>
        </>
      )}
      {me.id === by.id && (
        <Button disabled={busy} onClick={() => withdraw.mutate()}>
          Withdraw it
        </Button>
      )}
      <Trouble error={take.error ?? decline.error ?? withdraw.error} />
    </form>
  );
}
