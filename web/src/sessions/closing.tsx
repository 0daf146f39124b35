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

/** What it means that a session is closed. */
export function ClosedLine({ closedAt }: { closedAt: string | null }) {
  if (closedAt === null) return null;
  return (
    <p className="rounded-md bg-sunk px-3 py-2 text-sm text-ink-2">
      Closed {moment(closedAt)}. It stays as it is: nothing is changed, sent or handed in until it is opened
      again.
    </p>
  );
}
