import type { SessionCard } from "@mossy/contract/sessions";
import { useMutation } from "@tanstack/react-query";
import { Archive, ArchiveRestore } from "lucide-react";
import { ask } from "../wire/ask.ts";
import { queryClient, useMayIn, useMe } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Summary } from "./summary.tsx";
import type { Whole } from "./sessionParts.tsx";

/** Closing a session, or opening a closed one again; engineers of its room and leads may. */
function useClosing({ id, room, closedAt }: Whole) {
  const works = useMayIn(room);
  const may = useMe()?.right !== "assistant" && works;
  const closed = closedAt !== null;
  const flip = useMutation({
    mutationFn: () => ask(closed ? "openSession" : "closeSession", { session: id }),
    onSuccess: () =>
      Promise.all(
        ["session", "sessions", "today", "rooms", "check-in"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      ),
    onError: (e) => mention(e.message, { weight: "look" }),
  });
  return { may, closed, flip };
}

/** Leads to closing a session, or opens a closed one again. */
export function CloseButton({ session: s, onAsk }: { session: Whole; onAsk: () => void }) {
  const { may, closed, flip } = useClosing(s);
  if (!may) return null;
  return (
    <Button small disabled={flip.isPending} onClick={() => (closed ? flip.mutate() : onAsk())}>
      {closed ? <ArchiveRestore size={14} aria-hidden /> : <Archive size={14} aria-hidden />}{" "}
      {closed ? "Open it again" : "Close the session"}
    </Button>
  );
}

/** How a session went: asked before it is closed, and shown ever after. */
export function Closing({
  session: s,
  asked,
  onLeave,
}: {
  session: Whole;
  asked: boolean;
  onLeave: () => void;
}) {
  const { may, closed, flip } = useClosing(s);
  if (!closed && !asked) return null;
  return (
    <section aria-label="How it went" className="card flex flex-col gap-3 p-4">
      <h2 className="font-semibold">{closed ? "How it went" : `Close “${s.title}”?`}</h2>
      <Summary session={s} />
      {!closed && may && (
        <div className="flex flex-wrap items-center gap-2">
          <Button
            look="main"
            disabled={flip.isPending}
            onClick={() => flip.mutate(undefined, { onSuccess: onLeave })}
          >
            Close it
          </Button>
          <Button look="quiet" onClick={onLeave}>
            Leave it open
          </Button>
          <span className="text-sm text-ink-2">
            Nothing is changed, sent or handed in then until it is opened again.
          </span>
        </div>
      )}
    </section>
  );
}

/** Why nothing can be done with a session: it is closed, or it is of a room one does not work in. */
export function WhyNot({ session: s }: { session: Pick<SessionCard, "closedAt" | "room" | "roomName"> }) {
  const may = useMayIn(s.room);
  const says =
    s.closedAt !== null
      ? `Closed ${moment(s.closedAt)}. It stays as it is: nothing is changed, sent or handed in until it ` +
        "is opened again."
      : may
        ? null
        : `You do not work in ${s.roomName}: look at everything; who works there changes it.`;
  return says === null ? null : <p className="rounded-md bg-sunk px-3 py-2 text-sm text-ink-2">{says}</p>;
}
