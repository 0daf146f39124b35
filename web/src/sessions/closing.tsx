import type { SessionCard } from "@mossy/contract/sessions";
import { useMutation } from "@tanstack/react-query";
import { Archive, ArchiveRestore } from "lucide-react";
import { ask } from "../wire/ask.ts";
import { queryClient, useMayIn, useMe } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import type { Whole } from "./sessionParts.tsx";

/** Closes a session, or opens a closed one again; engineers of its room and leads may. */
export function CloseButton({ session: s }: { session: Whole }) {
  const works = useMayIn(s.room);
  const may = useMe()?.right !== "assistant" && works;
  const closed = s.closedAt !== null;
  const flip = useMutation({
    mutationFn: () => ask(closed ? "openSession" : "closeSession", { session: s.id }),
    onSuccess: () =>
      Promise.all(
        ["session", "sessions", "today", "rooms", "check-in"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      ),
    onError: (e) => mention(e.message, { weight: "look" }),
  });
  if (!may) return null;
  return (
    <Button small disabled={flip.isPending} onClick={() => flip.mutate()}>
      {closed ? <ArchiveRestore size={14} aria-hidden /> : <Archive size={14} aria-hidden />}{" "}
      {closed ? "Open it again" : "Close the session"}
    </Button>
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
