import type { UnlikeAnswer } from "@mossy/contract/sessions";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { hand } from "../wire/files.ts";
import { queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { FileDrop } from "../ui/fileField.tsx";
import { Trouble } from "../ui/states.tsx";

/**
 * Hands a session file in: dropped on the field or chosen. Without a session it must say itself which one
 * it is.
 */
export function DropFile({ session }: { session: string | null }) {
  const navigate = useNavigate();
  const [asked, setAsked] = useState<{ file: File; answer: UnlikeAnswer } | null>(null);
  const send = useMutation({
    mutationFn: async ({
      file,
      to = session,
      sure = false,
    }: {
      file: File;
      to?: string | null;
      sure?: boolean;
    }) => {
      return hand("handIn", {}, file, {
        name: file.name,
        ...(to === null ? {} : { session: to }),
        ...(sure ? { sure: "yes" } : {}),
      });
    },
    onSuccess: async (made, { file }) => {
      if (!made.taken) {
        setAsked({ file, answer: made });
        return;
      }
      setAsked(null);
      await Promise.all(
        ["sessions", "session", "today", "rooms"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      await navigate(`/check-ins/${made.checkIn}`);
    },
  });
  return (
    <div className="flex flex-col gap-2">
      <FileDrop
        label="Session file"
        accept=".dawproject,.zip"
        button="Choose a file"
        busy={send.isPending}
        onFiles={([file]) => send.mutate({ file })}
      >
        {send.isPending ? "Taking the file in and reading it…" : "Drop a session file here (.dawproject)"}
      </FileDrop>
      <Trouble error={send.error} />
      {asked && (
        <Question
          file={asked.file}
          answer={asked.answer}
          busy={send.isPending}
          onTake={(to) => send.mutate({ file: asked.file, to: to ?? session, sure: true })}
          onLeave={() => setAsked(null)}
        />
      )}
    </div>
  );
}

/**
 * A file that is little like the session it was given to: it is asked where it belongs before anything is
 * taken in.
 */
function Question({
  file,
  answer: { known, of, better },
  busy,
  onTake,
  onLeave,
}: {
  file: File;
  answer: UnlikeAnswer;
  busy: boolean;
  /** Takes it in for another session, or (null) for this one. */
  onTake: (to: string | null) => void;
  onLeave: () => void;
}) {
  return (
    <section
      role="alertdialog"
      aria-label="Does this file belong here?"
      className="flex flex-col gap-2 rounded-md bg-lantern-soft p-3 text-sm"
    >
      <p className="font-semibold text-lantern">
        Does <span className="font-mono">{file.name}</span> belong here?
      </p>
      <p>
        It carries no id of ours, and only {known} of {of} tracks are known again in this session. Nothing
        has been taken in yet.
      </p>
      {better.length > 0 && (
        <ul aria-label="Sessions it is more like">
          {better.map((b) => (
            <li key={b.session} className="flex items-center gap-3 border-t border-line py-1.5">
              <span className="min-w-0 flex-1">
                <span className="font-semibold">{b.title}</span>{" "}
                <span className="text-ink-2">
                  · {b.room} · {b.known} of {b.of} tracks known again
                </span>
              </span>
              <Button small look="main" disabled={busy} onClick={() => onTake(b.session)}>
                It belongs there
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p className="flex gap-2">
        <Button small disabled={busy} onClick={() => onTake(null)}>
          Take it in here all the same
        </Button>
        <Button small look="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </p>
    </section>
  );
}
