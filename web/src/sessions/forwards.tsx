import { plural } from "@mossy/core/session/plural";
import { useMutation } from "@tanstack/react-query";
import { ArrowUpFromLine } from "lucide-react";
import { Link } from "react-router";
import { compareAddress } from "../compare/sides.ts";
import { isBehind, useHeld } from "../blocks/useHeld.ts";
import { Button } from "../ui/button.tsx";
import { moment } from "../ui/dates.ts";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { queryClient, useMayIn } from "../wire/queries.ts";
import type { Whole } from "./sessionParts.tsx";

/** That a newer release is out, and the way to bring the session to it. */
export function NewerRelease({ session: s }: { session: Whole }) {
  if (s.closedAt !== null || s.release === s.latestRelease) return null;
  if (s.takenBack !== null) return <TakenBack session={s} reason={s.takenBack} />;
  if (s.release > s.latestRelease) return null;
  return (
    <section
      aria-label="A newer release"
      className="card flex flex-wrap items-center gap-3 border-l-4 border-l-glow px-4 py-2.5"
    >
      <p className="min-w-0 flex-1">
        <span className="font-semibold">Release {s.latestRelease} is out.</span>{" "}
        <span className="text-ink-2">
          This session stands on release {s.release}; its own work stays when it is brought forward.
        </span>
      </p>
      <Button small asChild>
        <Link to={`/sessions/${s.id}/forward/${s.latestRelease}`}>
          <ArrowUpFromLine size={14} aria-hidden /> Bring forward
        </Link>
      </Button>
    </section>
  );
}

/** That the release it stands on was taken back, and the way to the one that is offered now. */
function TakenBack({ session: s, reason }: { session: Whole; reason: string }) {
  return (
    <section
      aria-label="Its release was taken back"
      className="card flex flex-wrap items-center gap-3 border-l-4 border-l-brick px-4 py-2.5"
    >
      <p className="min-w-0 flex-1">
        <span className="font-semibold">Release {s.release} was taken back.</span>{" "}
        <span className="text-ink-2">{reason}</span>
      </p>
      <Button small asChild>
        <Link to={`/sessions/${s.id}/forward/${s.latestRelease}`}>
          Bring it to release {s.latestRelease}
        </Link>
      </Button>
    </section>
  );
}

/** Blocks of it of which a newer release is out, and the way to bring each forward. */
export function NewerOfBlocks({ session: s }: { session: Whole }) {
  const held = useHeld(s.now).filter(isBehind);
  if (s.closedAt !== null || held.length === 0) return null;
  return (
    <section
      aria-label="Newer blocks"
      className="card flex flex-col gap-1 border-l-4 border-l-glow px-4 py-2.5"
    >
      {held.map(({ block, latest }) => (
        <div key={block.id} className="flex flex-wrap items-center gap-3">
          <p className="min-w-0 flex-1">
            <span className="font-semibold">
              Release {latest} of {block.name} is out.
            </span>{" "}
            <span className="text-ink-2">The block stands here on release {block.release}.</span>
          </p>
          <Button small asChild>
            <Link to={`/sessions/${s.id}/blocks/${block.id}/${latest}`}>
              <ArrowUpFromLine size={14} aria-hidden /> Bring forward
            </Link>
          </Button>
        </div>
      ))}
    </section>
  );
}

/** That an edition came into force since it was started, and asks something; the way to all such sessions. */
export function LaterEdition({ session: s }: { session: Whole }) {
  const asked = s.lastCheckIn?.askedNow ?? 0;
  if (s.closedAt !== null || asked === 0) return null;
  return (
    <section
      aria-label="A later edition"
      className="card flex flex-wrap items-center gap-3 border-l-4 border-l-glow px-4 py-2.5"
    >
      <p className="min-w-0 flex-1">
        <span className="font-semibold">
          A later edition of the house style asks {plural(asked, "thing")}.
        </span>{" "}
        <span className="text-ink-2">This session was started under edition {s.edition}.</span>
      </p>
      <Button small asChild>
        <Link to="/sessions/earlier">
          <ArrowUpFromLine size={14} aria-hidden /> Look what it asks
        </Link>
      </Button>
    </section>
  );
}

/** When it was brought to other releases, and the last time taken back. */
export function Forwards({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room) && s.closedAt === null;
  const undo = useMutation({
    mutationFn: () => askOnce("undoForward", { session: s.id }, undefined),
    onSuccess: async () => {
      await Promise.all(
        [["session", s.id], ["sessions"], ["today"]].map((queryKey) =>
          queryClient.invalidateQueries({ queryKey }),
        ),
      );
      mention("Taken back: the session stands as it did.");
    },
  });
  if (s.forwards.length === 0) return null;
  const last = s.forwards.find((f) => f.undone === null);
  return (
    <section aria-labelledby="forwards" className="card p-4">
      <h2 id="forwards" className="pb-1 font-semibold">
        Brought forward
      </h2>
      <ol>
        {s.forwards.map((f) => (
          <li
            key={f.id}
            className="flex flex-wrap items-center gap-x-3 border-t border-line py-1.5 text-sm"
          >
            <span className="min-w-0 flex-1">
              <span className={f.undone ? "text-ink-2 line-through" : "font-semibold"}>
                {f.what ?? `Release ${f.from} to ${f.to}`}
              </span>{" "}
              <span className="text-ink-2">
                {plural(f.changes, "change")} · {f.by.name}, {moment(f.at)}
                {f.undone &&
                  ` · ${f.undone.byFile ? "undone by an older copy handed in by" : "taken back by"} ` +
                    `${f.undone.by.name}, ${moment(f.undone.at)}`}
              </span>
              {f.choices.length > 0 && (
                <ul className="text-ink-2">
                  {f.choices.map((c) => (
                    <li key={c}>{c}</li>
                  ))}
                </ul>
              )}
            </span>
            {f === last && may && (
              <Button small disabled={undo.isPending} onClick={() => undo.mutate()}>
                Take it back
              </Button>
            )}
          </li>
        ))}
      </ol>
      <Trouble error={undo.error} />
    </section>
  );
}

/** The way to compare a session with what it went out as. */
export const comparedToStart = (s: Whole): string =>
  compareAddress({ of: "out", session: s.id }, { of: "now", session: s.id });
