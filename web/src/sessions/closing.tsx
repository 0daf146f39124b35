import { useMutation } from "@tanstack/react-query";
import { Archive, ArchiveRestore } from "lucide-react";
import { ask } from "../wire/ask.ts";
import { queryClient, useMayIn, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Trouble } from "../ui/states.tsx";
import type { Whole } from "./sessionParts.tsx";

/** Closing a session, and opening a closed one again. */
export function Closing({ session: s }: { session: Whole }) {
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
  });
  if (!closed && !may) return null;
  return (
    <div className="flex flex-col gap-2">
      <div
        className={`flex flex-wrap items-center gap-3 rounded-md px-3 py-2 text-sm ${closed ? "bg-sunk" : "px-0 py-0"}`}
      >
        <p className="flex-1 text-ink-2">
          {s.closedAt !== null &&
            `Closed ${moment(s.closedAt)}. It stays as it is: nothing is changed, sent or handed in until it is opened again.`}
        </p>
        {may && (
          <Button small disabled={flip.isPending} onClick={() => flip.mutate()}>
            {closed ? <ArchiveRestore size={14} aria-hidden /> : <Archive size={14} aria-hidden />}{" "}
            {closed ? "Open it again" : "Close the session"}
          </Button>
        )}
      </div>
      <Trouble error={flip.error} />
    </div>
  );
}
