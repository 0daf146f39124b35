import type { AnswerOf } from "@mossy/contract/routes";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queryClient, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Field, Input } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";

/** A wrong hand-in is set aside by a lead, with a reason; it stays in the record. */
export function SetAside({ checkIn: c }: { checkIn: AnswerOf<"checkIn"> }) {
  const lead = useMe()?.right === "lead" && c.session.closedAt === null;
  const [reason, setReason] = useState("");
  const [asked, setAsked] = useState(false);
  const put = useMutation({
    mutationFn: (why: string | null) => ask("setAside", { checkIn: c.id }, { reason: why }),
    onSuccess: async () => {
      setAsked(false);
      setReason("");
      await Promise.all(
        ["check-in", "session", "sessions", "today", "rooms"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
    },
  });
  if (!c.aside && !lead) return null;
  return (
    <section aria-label="Set aside" className="card flex flex-col gap-2 p-3.5 text-sm">
      {c.aside ? (
        <>
          <h2 className="text-base font-semibold">Set aside</h2>
          <p>{c.aside.reason}</p>
          <p className="text-ink-2">
            {c.aside.by.name}, {moment(c.aside.at)}. The session stands as it did before this hand-in.
          </p>
          {lead && (
            <Button small className="self-start" disabled={put.isPending} onClick={() => put.mutate(null)}>
              Take it in again
            </Button>
          )}
        </>
      ) : asked ? (
        <form
          className="flex flex-col gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            put.mutate(reason);
          }}
        >
          <Field label="Why it is set aside, for everybody">
            <Input
              small
              autoFocus
              required
              maxLength={500}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          </Field>
          <div className="flex gap-2">
            <Button small look="main" type="submit" disabled={put.isPending || reason.trim() === ""}>
              Set it aside
            </Button>
            <Button small onClick={() => setAsked(false)}>
              Leave it
            </Button>
          </div>
        </form>
      ) : (
        <Button small className="self-start" onClick={() => setAsked(true)}>
          A wrong hand-in: set it aside…
        </Button>
      )}
      <Trouble error={put.error} />
    </section>
  );
}
