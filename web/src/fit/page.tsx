import { fit } from "@mossy/core/fit/fit";
import { chosenSettings, startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import { variantOf } from "@mossy/core/library/variant";
import type { Room } from "@mossy/core/fit/room";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { z } from "zod";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient, useMayIn } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { useKept } from "../ui/useKept.ts";
import { Adjusted, CannotBePlaced, LeaveMoreOut, LeftOut } from "./fitReport.tsx";
import { PatchPicture } from "./patchPicture.tsx";
import { StartSettings } from "./startSettings.tsx";
import type { Fit } from "@mossy/core/fit/fit";

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
    <Fitting
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

const halfFitted = z.object({
  title: z.string(),
  variant: z.string().nullable().default(null),
  leaveOut: z.array(z.string()),
  settings: chosenSettings,
});
const BEGUN: z.infer<typeof halfFitted> = { title: "", variant: null, leaveOut: [], settings: {} };

function Fitting({
  roomId,
  room,
  template,
  name,
  release,
  whole,
  production,
}: {
  roomId: string;
  room: Room;
  template: string;
  name: string;
  release: number;
  /** The release with all its tracks. */
  whole: Session;
  /** What it is started for; null for no production. */
  production: string | null;
}) {
  const [begun, setBegun, forget] = useKept(`fit-${roomId}-${template}-${release}`, BEGUN, halfFitted);
  const { title, leaveOut, settings } = begun;
  const variant = whole.variants.find((v) => v.id === begun.variant) ?? null;
  const session = useMemo(() => (variant ? variantOf(whole, variant).session : whole), [whole, variant]);
  const setTitle = (next: string): void => setBegun({ ...begun, title: next });
  const setLeaveOut = (next: readonly TrackId[]): void => setBegun({ ...begun, leaveOut: [...next] });
  const setSettings = (next: ChosenSettings): void => setBegun({ ...begun, settings: next });
  const navigate = useNavigate();
  const may = useMayIn(roomId);
  const result = useMemo(() => {
    const chosen = startedWith(session, settings);
    return fit("problem" in chosen ? session : chosen, room, leaveOut);
  }, [session, settings, room, leaveOut]);
  const start = useMutation({
    mutationFn: () =>
      askOnce(
        "startSession",
        {},
        {
          title,
          room: roomId,
          template,
          release,
          variant: variant?.id ?? null,
          production,
          leaveOut: [...leaveOut],
          settings,
        },
      ),
    onSuccess: async (made) => {
      forget();
      await Promise.all(
        ["sessions", "today", "library", "productions"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      await navigate(`/sessions/${made.id}`);
    },
  });
  const leave = (...ids: TrackId[]): void => setLeaveOut([...leaveOut, ...ids]);
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
            title={title}
            busy={start.isPending}
            onTitle={setTitle}
            onStart={() => start.mutate()}
          />
        ) : (
          <span className="text-sm text-ink-2">Who works in this room starts sessions here.</span>
        )}
      </PageHead>
      <HowItFits result={result} />
      <Trouble error={start.error} />
      <div className="beside min-h-0 flex-1 [--beside:284px]">
        <section aria-label="Inputs" tabIndex={0} className="card min-h-0 overflow-y-auto p-4">
          <PatchPicture
            before={session}
            session={result.session}
            room={room}
            unplaced={new Set(result.unplaced.map((u) => u.track))}
          />
        </section>
        <aside aria-label="Fit report" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
          {whole.variants.length > 0 && (
            <section aria-label="Which part" className="card p-3.5">
              <Chooser
                label="Which part of it"
                value={variant?.id ?? null}
                none="Everything"
                options={whole.variants.map((v) => [v.id, v.name] as const)}
                onChoose={(next) => setBegun({ ...begun, variant: next, leaveOut: [] })}
              />
            </section>
          )}
          {session.notes !== "" && (
            <section aria-label="Opening note" className="card border-l-4 border-l-glow p-3.5">
              <h2 className="pb-1 font-semibold">Before you start</h2>
              <p className="text-sm whitespace-pre-wrap">{session.notes}</p>
            </section>
          )}
          <CannotBePlaced session={session} unplaced={result.unplaced} onLeaveOut={leave} />
          <StartSettings session={session} chosen={settings} onChange={setSettings} />
          <LeftOut tracks={result.leftOut} onTake={(id) => setLeaveOut(leaveOut.filter((x) => x !== id))} />
          <Adjusted session={session} adjusted={result.adjusted} />
          <LeaveMoreOut session={result.session} onLeaveOut={leave} />
        </aside>
      </div>
    </div>
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

function HowItFits({ result }: { result: Fit }) {
  const inputsChanged = result.adjusted.filter((a) => a.what === "Input").length;
  return (
    <p className="flex items-center gap-2">
      <Pill look="ok">
        {result.session.tracks.length - inputsChanged - result.unplaced.length} tracks fit as they are
      </Pill>
      <Pill look={result.adjusted.length > 0 ? "look" : "quiet"}>{result.adjusted.length} adjusted</Pill>
      <Pill look={result.unplaced.length > 0 ? "broken" : "quiet"}>
        {result.unplaced.length} cannot be placed
      </Pill>
      {result.leftOut.length > 0 && <Pill>{result.leftOut.length} left out</Pill>}
    </p>
  );
}
