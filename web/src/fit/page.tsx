import type { FitLook } from "@mossy/contract/sessions";
import { NO_CHOICES, alsoLeftOut } from "@mossy/core/fit/choices";
import { putOn } from "@mossy/core/fit/putOn";
import { inSetUp } from "@mossy/core/fit/room";
import type { Room } from "@mossy/core/fit/room";
import { wishesOf } from "@mossy/core/fit/wish";
import { variantOf } from "@mossy/core/library/variant";
import type { Session, TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient, useMayIn } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { Choice, Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { Adjusted, CannotBePlaced, LeaveMoreOut, LeftOut, Without48 } from "./fitReport.tsx";
import { MissingDevices } from "./missingDevices.tsx";
import { PatchPicture } from "./patchPicture.tsx";
import { Recalled } from "./recalled.tsx";
import { SourcePanel } from "./sourcePanel.tsx";
import { StartSettings } from "./startSettings.tsx";
import { useFitting } from "./useFitting.ts";
import type { Fitting } from "./useFitting.ts";
import { WaysOut } from "./waysOut.tsx";

export default function FitPage() {
  const { room = "", template = "", release = "" } = useParams();
  const [query] = useSearchParams();
  const there = useQuery(queries.room(room));
  const whole = useQuery(queries.release(template, Number(release)));
  const error = there.error ?? whole.error;
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void there.refetch();
          void whole.refetch();
        }}
      />
    );
  if (!there.data || !whole.data) return <Loading what="Fitting" />;
  return (
    <Fit
      roomId={room}
      room={there.data.room}
      template={template}
      name={whole.data.name}
      release={whole.data.number}
      whole={whole.data.session}
      production={whole.data.production ?? query.get("production")}
    />
  );
}

interface FitOf {
  roomId: string;
  room: Room;
  template: string;
  name: string;
  release: number;
  /** The release with all its tracks. */
  whole: Session;
  /** What it is started for; null for no production. */
  production: string | null;
}

function Fit(of: FitOf) {
  const { roomId, room, template, name, release, whole, production } = of;
  const fitting = useFitting(roomId, template, release);
  const { begun, wish, look, change, forget } = fitting;
  const navigate = useNavigate();
  const may = useMayIn(roomId);
  const start = useMutation({
    mutationFn: () => askOnce("startSession", {}, { ...wish, title: begun.title, production }),
    onSuccess: async (made) => {
      forget();
      await Promise.all(
        ["sessions", "today", "library", "productions", "last-decided"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      await navigate(`/sessions/${made.id}`);
    },
  });
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Rooms", "/rooms"],
          [room.name, `/rooms/${roomId}`],
        ]}
        title={`Fitting “${name}”, release ${release}`}
        beside={production === null ? undefined : <Pill look="note">for {production}</Pill>}
      >
        {may ? (
          <StartForm
            title={begun.title}
            busy={start.isPending}
            onTitle={(title) => change({ title })}
            onStart={() => start.mutate()}
          />
        ) : (
          <span className="text-sm text-ink-2">Who works in this room starts sessions here.</span>
        )}
      </PageHead>
      <Trouble error={start.error} />
      {look.error ? (
        <Failed error={look.error} again={() => void look.refetch()} />
      ) : look.data ? (
        <Fitted
          look={look.data}
          waits={look.isPlaceholderData}
          fitting={fitting}
          room={room}
          whole={whole}
        />
      ) : (
        <Loading what="Fitting" />
      )}
    </div>
  );
}

/** How it fits: the inputs, and beside them what is to be decided. */
function Fitted({
  look,
  waits,
  fitting,
  room,
  whole,
}: {
  look: FitLook;
  /** The next fit is on its way; this is the one before. */
  waits: boolean;
  fitting: Fitting;
  room: Room;
  whole: Session;
}) {
  const { begun, change, choose } = fitting;
  const [chosen, setChosen] = useState<TrackId | null>(null);
  const wired = inSetUp(room, begun.setUp);
  const variant = whole.variants.find((v) => v.id === begun.variant) ?? null;
  const session = useMemo(() => (variant ? variantOf(whole, variant).session : whole), [whole, variant]);
  const leave = (...ids: TrackId[]): void => choose(alsoLeftOut(begun.choices, ids));
  const put = (track: TrackId, input: number): void => {
    const at = new Map(look.session.tracks.map((t) => [t.id, t.input]));
    const next = putOn(begun.choices, wishesOf(look.session), at, wired.inputs, track, input);
    if (next) choose(next);
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <HowItFits look={look} />
        {room.setUps.length > 0 && (
          <span className="ml-auto">
            <Choice
              label="How the room is wired"
              value={begun.setUp ?? ""}
              choices={[["", "as usual"], ...room.setUps.map((s) => [s.id, s.name] as const)]}
              onChoose={(id) => change({ setUp: id === "" ? null : id })}
            />
          </span>
        )}
      </div>
      <Recalled fitting={fitting} />
      <div className="beside min-h-0 flex-1 [--beside:304px]" aria-busy={waits}>
        <section aria-label="Inputs" tabIndex={0} className="card min-h-0 overflow-y-auto p-4">
          <PatchPicture
            before={session}
            session={look.session}
            room={wired}
            unplaced={new Set(look.report.unplaced.map((u) => u.track))}
            chosen={chosen}
            onChoose={setChosen}
            onPut={put}
          />
        </section>
        <aside aria-label="Fit report" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {chosen !== null && <SourcePanel track={chosen} look={look} room={wired} fitting={fitting} />}
          <MissingDevices look={look} fitting={fitting} />
          <CannotBePlaced look={look} onLeaveOut={leave} onChoose={setChosen}>
            <WaysOut fitting={fitting} />
          </CannotBePlaced>
          {whole.variants.length > 0 && (
            <section aria-label="Which part" className="card p-3.5">
              <Chooser
                label="Which part of it"
                value={variant?.id ?? null}
                none="Everything"
                options={whole.variants.map((v) => [v.id, v.name] as const)}
                onChoose={(next) => change({ variant: next, choices: NO_CHOICES })}
              />
            </section>
          )}
          {session.notes !== "" && (
            <section aria-label="Opening note" className="card border-l-4 border-l-glow p-3.5">
              <h2 className="pb-1 font-semibold">Before you start</h2>
              <p className="text-sm whitespace-pre-wrap">{session.notes}</p>
            </section>
          )}
          <StartSettings
            session={session}
            chosen={begun.settings}
            onChange={(settings) => change({ settings })}
          />
          <LeftOut
            tracks={whole.tracks.filter((t) => begun.choices.leaveOut.includes(t.id))}
            onTake={(id) => choose({ leaveOut: begun.choices.leaveOut.filter((x) => x !== id) })}
          />
          <Without48
            tracks={whole.tracks.filter((t) => begun.choices.without48.includes(t.id))}
            onFeed={(id) => choose({ without48: begun.choices.without48.filter((x) => x !== id) })}
          />
          <Adjusted session={look.session} adjusted={look.report.adjusted} />
          <LeaveMoreOut session={look.session} onLeaveOut={leave} />
        </aside>
      </div>
    </>
  );
}

function StartForm({
  title,
  busy,
  onTitle,
  onStart,
}: {
  title: string;
  busy: boolean;
  onTitle: (title: string) => void;
  onStart: () => void;
}) {
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        onStart();
      }}
    >
      <Input
        aria-label="Name of the session"
        required
        maxLength={80}
        placeholder="Name of the session"
        className="w-52"
        value={title}
        onChange={(e) => onTitle(e.target.value)}
      />
      <Button look="main" type="submit" disabled={busy}>
        {busy ? "Making it…" : "Make the session package"}
      </Button>
    </form>
  );
}

function HowItFits({ look: { session, report, missing } }: { look: FitLook }) {
  const inputsChanged = report.adjusted.filter((a) => a.what === "Input").length;
  const undecided = missing.filter((m) => m.decided === null).length;
  return (
    <p className="flex flex-wrap items-center gap-2">
      <Pill look="ok">
        {session.tracks.length - inputsChanged - report.unplaced.length} tracks fit as they are
      </Pill>
      <Pill look={report.adjusted.length > 0 ? "look" : "quiet"}>{report.adjusted.length} adjusted</Pill>
      <Pill look={report.unplaced.length > 0 ? "broken" : "quiet"}>
        {report.unplaced.length} cannot be placed
      </Pill>
      {undecided > 0 && <Pill look="broken">{plural(undecided, "device")} not installed</Pill>}
      {report.leftOut.length > 0 && <Pill>{report.leftOut.length} left out</Pill>}
    </p>
  );
}
