import { dropsFrom } from "@mossy/contract/drops";
import type { DropSent } from "@mossy/contract/drops";
import type { AnswerOf } from "@mossy/contract/routes";
import type { Room } from "@mossy/core/fit/room";
import type { Session } from "@mossy/core/session/document";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient, useMayIn } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { Fitted } from "./fitted.tsx";
import { revisionOf } from "./revisionOf.ts";
import { useFitting } from "./useFitting.ts";
import type { Fitting } from "./useFitting.ts";

export default function FitPage() {
  const { room = "", template = "", release = "" } = useParams();
  const [query] = useSearchParams();
  const id = query.get("session");
  const there = useQuery(queries.room(room));
  const whole = useQuery(queries.release(template, Number(release)));
  const running = useQuery({ ...queries.session(id ?? ""), enabled: id !== null });
  const error = there.error ?? whole.error ?? running.error;
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void there.refetch();
          void whole.refetch();
          if (id !== null) void running.refetch();
        }}
      />
    );
  if (!there.data || !whole.data || (id !== null && !running.data)) return <Loading what="Fitting" />;
  const handed = running.data ?? null;
  return (
    <Fit
      roomId={room}
      room={there.data.room}
      template={template}
      name={whole.data.name}
      release={whole.data.number}
      whole={handed ? withItsOwn(whole.data.session, handed.now) : whole.data.session}
      production={whole.data.production ?? query.get("production")}
      drops={dropsFrom(query.get("drop") ?? "")}
      handed={handed}
    />
  );
}

/** A release with the tracks a session has beside it. */
function withItsOwn(release: Session, now: Session): Session {
  const known = new Set(release.tracks.map((t) => t.id));
  return { ...release, tracks: [...release.tracks, ...now.tracks.filter((t) => !known.has(t.id))] };
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
  /** Sounds of this week for its running order. */
  drops: readonly DropSent[];
  /** The running session that is handed to this room; null where one is started. */
  handed: AnswerOf<"session"> | null;
}

/** Starts the session, or hands the running one over, as it was decided. */
function useMake({ production, handed }: FitOf, fitting: Fitting) {
  const { begun, wish, forget } = fitting;
  const navigate = useNavigate();
  return useMutation({
    mutationFn: async () => {
      if (!handed)
        return (await askOnce("startSession", {}, { ...wish, title: begun.title, production })).id;
      const { room, setUp } = wish;
      const revision = await revisionOf(handed);
      await askOnce("handOver", { session: handed.id }, { ...begun.choices, room, setUp, revision });
      return handed.id;
    },
    onSuccess: async (id) => {
      forget();
      await Promise.all(
        ["sessions", "session", "check-in", "today", "library", "productions", "last-decided"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      await navigate(`/sessions/${id}`);
    },
  });
}

function Fit(of: FitOf) {
  const { roomId, room, template, name, release, whole, production, drops, handed } = of;
  const fitting = useFitting(roomId, template, release, handed?.id ?? null, drops);
  const { begun, look, change } = fitting;
  const may = useMayIn(handed?.room ?? roomId);
  const make = useMake(of, fitting);
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-3">
      <PageHead
        crumbs={
          handed
            ? [
                ["Sessions", "/sessions"],
                [handed.title, `/sessions/${handed.id}`],
              ]
            : [
                ["Rooms", "/rooms"],
                [room.name, `/rooms/${roomId}`],
              ]
        }
        title={
          handed ? `Handing “${handed.title}” to ${room.name}` : `Fitting “${name}”, release ${release}`
        }
        beside={production === null ? undefined : <Pill look="note">for {production}</Pill>}
      >
        {!may ? (
          <span className="text-sm text-ink-2">
            {handed ? "Who works in its room hands it on." : "Who works in this room starts sessions here."}
          </span>
        ) : handed ? (
          <Button look="main" disabled={make.isPending} onClick={() => make.mutate()}>
            {make.isPending ? "Handing it over…" : `Hand it to ${room.name}`}
          </Button>
        ) : (
          <StartForm
            title={begun.title}
            busy={make.isPending}
            onTitle={(title) => change({ title })}
            onStart={() => make.mutate()}
          />
        )}
      </PageHead>
      <Trouble error={make.error} />
      {look.error ? (
        <Failed error={look.error} again={() => void look.refetch()} />
      ) : look.data ? (
        <Fitted
          look={look.data}
          waits={look.isPlaceholderData}
          fitting={fitting}
          room={room}
          whole={whole}
          running={handed !== null}
        />
      ) : (
        <Loading what="Fitting" />
      )}
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
