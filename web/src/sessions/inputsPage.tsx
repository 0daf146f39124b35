import { moveInputs, movesTo } from "@mossy/core/fit/moveInputs";
import type { InputMove } from "@mossy/core/fit/moveInputs";
import { whyNotOn } from "@mossy/core/fit/putOn";
import { wishesOf } from "@mossy/core/fit/wish";
import { apply } from "@mossy/core/session/apply";
import type { Session, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { PatchPicture } from "../fit/patchPicture.tsx";
import { BackAndForth } from "../ui/backAndForth.tsx";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Field, PageHead, Pill } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { saveFrom } from "../ui/saveAs.ts";
import { Tile } from "../ui/tile.tsx";
import { mention } from "../ui/toasts.tsx";
import { useSteps } from "../ui/useSteps.ts";
import { askOnce, fileAddress } from "../wire/ask.ts";
import { queries, queryClient, useMayIn } from "../wire/queries.ts";
import { revisionOf } from "../fit/revisionOf.ts";
import type { Whole } from "./sessionParts.tsx";

/** Moves sources of a running session to other inputs: drawn, dragged, swapped, by key or by choice. */
export default function InputsPage() {
  const { session: id = "" } = useParams();
  const { data: s, error, refetch } = useQuery(queries.session(id));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!s) return <Loading />;
  return <Moving key={s.lastCheckIn?.id ?? "given"} session={s} />;
}

/** A session with some of its sources on other inputs. */
const moved = (
  session: Session,
  inputs: Whole["roomAs"]["inputs"],
  moves: readonly InputMove[],
): Session => {
  const made = moveInputs(session, inputs, moves);
  return "problem" in made ? session : apply(session, made.changes);
};

function Moving({ session: s }: { session: Whole }) {
  const may = useMayIn(s.room) && s.closedAt === null;
  const steps = useSteps(s.now);
  const [chosen, setChosen] = useState<TrackId | null>(null);
  const [print, setPrint] = useState(true);
  const { inputs } = s.roomAs;
  const now = steps.now;
  const before = new Map(s.now.tracks.map((t) => [t.id, t.input]));
  const moves = now.tracks.flatMap((t): InputMove[] =>
    t.input === before.get(t.id) ? [] : [{ track: t.id, input: t.input }],
  );
  const unplugged = now.tracks.filter((t) => t.input === null && (before.get(t.id) ?? null) !== null);
  const put = (track: TrackId, input: number | null): void => {
    const to = input === null ? [{ track, input }] : movesTo(now, inputs, track, input);
    const name = now.tracks.find((t) => t.id === track)?.name ?? "";
    if (to)
      steps.go(moved(now, inputs, to), input === null ? `unplug ${name}` : `${name} on input ${input}`);
  };
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: async () => askOnce("replug", { session: s.id }, { moves, revision: await revisionOf(s) }),
    onSuccess: async ({ what }) => {
      await Promise.all(
        ["session", "sessions", "check-in"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      mention(`${what}. It is no drift, and can be taken back on the session's page.`);
      if (print) saveFrom(fileAddress("sessionInputListPdf", { session: s.id }));
      await navigate(`/sessions/${s.id}`);
    },
  });
  useShortcuts([
    { keys: "Ctrl+Z", says: "Undo", run: steps.undo },
    { keys: "Ctrl+Shift+Z", says: "Redo", run: steps.redo },
  ]);
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Sessions", "/sessions"],
          [s.title, `/sessions/${s.id}`],
        ]}
        title="Move inputs"
        beside={
          moves.length > 0 ? <Pill look="note">{plural(moves.length, "source")} moved</Pill> : undefined
        }
      >
        <BackAndForth undoes={steps.undoes} redoes={steps.redoes} onUndo={steps.undo} onRedo={steps.redo} />
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" checked={print} onChange={(e) => setPrint(e.target.checked)} />
          Print the input list anew
        </label>
        <Button
          look="main"
          disabled={!may || moves.length === 0 || save.isPending}
          onClick={() => save.mutate()}
        >
          {save.isPending ? "Moving…" : "Plug it like this"}
        </Button>
      </PageHead>
      <Trouble error={save.error} />
      {unplugged.length > 0 && (
        <p role="status" className="rounded-md bg-lantern-soft px-3 py-2 text-sm text-lantern">
          Without an input then: {unplugged.map((t) => t.name).join(", ")}.
        </p>
      )}
      <div className="beside min-h-0 flex-1 [--beside:304px]">
        <section aria-label="Inputs" tabIndex={0} className="card min-h-0 overflow-y-auto p-4">
          <PatchPicture
            before={s.now}
            session={now}
            room={s.roomAs}
            unplaced={new Set(unplugged.map((t) => t.id))}
            chosen={chosen}
            onChoose={setChosen}
            onPut={may ? put : null}
            asks="What the session records"
          />
        </section>
        <aside aria-label="Selected" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {chosen === null ? (
            <p className="text-sm text-ink-2">
              Drag a source onto an input, or choose it and say where it goes. Whoever stands there takes
              its place, where that suits.
            </p>
          ) : (
            <Source session={now} room={s.roomAs} track={chosen} onPut={may ? put : null} />
          )}
        </aside>
      </div>
    </div>
  );
}

function Source({
  session,
  room,
  track,
  onPut,
}: {
  session: Session;
  room: Whole["roomAs"];
  track: TrackId;
  onPut: ((track: TrackId, input: number | null) => void) | null;
}) {
  const t = session.tracks.find((x) => x.id === track);
  const wish = wishesOf(session).find((w) => w.track === track);
  if (!t || !wish) return null;
  const holder = new Map(
    session.tracks.flatMap((x) => (x.input === null ? [] : [[x.input, x.name] as const])),
  );
  const options = room.inputs.filter(
    (i) => i.number !== t.input && whyNotOn(wish, room.inputs, i.number) === null,
  );
  return (
    <section aria-label={`Source ${t.name}`} className="card flex flex-col gap-2.5 p-3.5 text-sm">
      <div className="flex items-center gap-2.5">
        <Tile colour={t.colour} icon={t.icon} size={28} />
        <h2 className="min-w-0 flex-1 truncate font-mono font-semibold">{t.name}</h2>
      </div>
      {onPut && (
        <>
          <Field label={t.input === null ? "Put it on" : `On input ${t.input}; put it on`}>
            <PickOne
              says="another input…"
              aria-label={`Input for ${t.name}`}
              options={options.map((i) => [
                String(i.number),
                `${i.number}  ${i.label}${holder.has(i.number) ? ` (${holder.get(i.number) ?? ""})` : ""}`,
              ])}
              onPick={(n) => onPut(track, Number(n))}
            />
          </Field>
          {t.input !== null && (
            <Button small className="self-start" onClick={() => onPut(track, null)}>
              Unplug it
            </Button>
          )}
        </>
      )}
    </section>
  );
}
