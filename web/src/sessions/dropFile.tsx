import type { UnlikeAnswer } from "@mossy/contract/sessions";
import { useMutation } from "@tanstack/react-query";
import { Upload } from "lucide-react";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { hand } from "../wire/ask.ts";
import { queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Trouble } from "../ui/states.tsx";

const MOST = 64 << 20;

/**
 * Hands a session file in: dropped on the field or chosen. Without a session it must say itself which one
 * it is.
 */
export function DropFile({ session }: { session: string | null }) {
  const [over, setOver] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
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
      if (file.size > MOST)
        throw new Error(
          `“${file.name}” has ${Math.round(file.size / (1 << 20))} MB; at most 64 MB are ` +
            "taken. Send the session file without its audio.",
        );
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
  const take = (files: FileList | null): void => {
    const file = files?.[0];
    if (file) send.mutate({ file });
  };
  return (
    <div className="flex flex-col gap-2">
      <div
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          take(e.dataTransfer.files);
        }}
        className={`flex items-center gap-3 rounded-md border border-dashed px-4 py-3 ${over ? "border-moss bg-moss-soft" : "border-line-strong"}`}
      >
        <Upload size={16} aria-hidden className="text-ink-2" />
        <span className="flex-1 text-ink-2">
          {send.isPending ? "Reading the file…" : "Drop a session file here (.dawproject)"}
        </span>
        <input
          ref={chooser}
          type="file"
          accept=".dawproject,.zip"
          aria-label="Session file"
          className="sr-only"
          tabIndex={-1}
          onChange={(e) => {
            take(e.target.files);
            e.target.value = "";
          }}
        />
        <Button
          small
          disabled={send.isPending}
          onClick={() => {
            chooser.current?.click();
          }}
        >
          Choose a file
        </Button>
      </div>
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
