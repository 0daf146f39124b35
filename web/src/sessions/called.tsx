import { useMutation } from "@tanstack/react-query";
import { CopyPlus, Pencil } from "lucide-react";
import { useState } from "react";
import type { FormEvent } from "react";
import { useNavigate } from "react-router";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { queryClient, useMayIn, useMe } from "../wire/queries.ts";
import { revisionOf } from "../fit/revisionOf.ts";
import type { Whole } from "./sessionParts.tsx";

const refresh = (): Promise<unknown> =>
  Promise.all(
    ["session", "sessions", "today", "check-in"].map((key) =>
      queryClient.invalidateQueries({ queryKey: [key] }),
    ),
  );

/** Calls a session otherwise. */
export function Rename({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room) && s.closedAt === null;
  const crew = useMe()?.right !== "assistant";
  const rename = useMutation({
    mutationFn: async (title: string) =>
      askOnce("renameSession", { session: s.id }, { title, revision: await revisionOf(s) }),
    onSuccess: async ({ title }) => {
      await refresh();
      mention(`It is called “${title}” now; look at its folder on the shared disk below.`);
    },
  });
  if (!may || !crew) return null;
  return (
    <NameForm
      ask="Rename"
      Icon={Pencil}
      label="Another name for the session"
      begin={s.title}
      said="Call it that"
      onSaid={(title) => rename.mutateAsync(title)}
      problem={rename.error}
    />
  );
}

/** Starts a session for a second song, set up as this one is. */
export function CopyOfIt({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room);
  const navigate = useNavigate();
  const copy = useMutation({
    mutationFn: (title: string) => askOnce("copySession", { session: s.id }, { title }),
    onSuccess: async ({ id, title }) => {
      await refresh();
      mention(`“${title}” is set up as “${s.title}” is: same release, room, inputs and settings.`);
      await navigate(`/sessions/${id}`);
    },
  });
  if (!may) return null;
  return (
    <NameForm
      ask="For another song"
      Icon={CopyPlus}
      label="Name of the other song's session"
      begin=""
      said="Start it"
      onSaid={(title) => copy.mutateAsync(title)}
      problem={copy.error}
    />
  );
}

/** A button that asks for a name first. */
function NameForm({
  ask,
  Icon,
  label,
  begin,
  said,
  onSaid,
  problem,
}: {
  ask: string;
  Icon: typeof Pencil;
  label: string;
  begin: string;
  said: string;
  onSaid: (title: string) => Promise<unknown>;
  problem: unknown;
}) {
  const [title, setTitle] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  if (title === null)
    return (
      <Button small onClick={() => setTitle(begin)}>
        <Icon size={14} aria-hidden /> {ask}
      </Button>
    );
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    try {
      await onSaid(title.trim());
      setTitle(null);
    } catch {
      // Said below; what was typed stays.
    } finally {
      setBusy(false);
    }
  };
  const none = title.trim() === "" || title.trim() === begin;
  return (
    <form className="flex flex-wrap items-center gap-2" onSubmit={(e) => void submit(e)}>
      <Input
        small
        autoFocus
        aria-label={label}
        placeholder={label}
        className="w-64"
        maxLength={80}
        value={title}
        onChange={(e) => setTitle(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Escape") setTitle(null);
        }}
      />
      <Button small look="main" type="submit" disabled={busy || none}>
        {said}
      </Button>
      <Button small look="quiet" type="button" onClick={() => setTitle(null)}>
        Leave it
      </Button>
      <Trouble error={problem} />
    </form>
  );
}
