import { fit } from "@mossy/core/fit/fit";
import { chosenSettings, startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import { meter as meterSchema, sampleRate } from "@mossy/core/session/document";
import { timeInWords } from "@mossy/core/session/time";
import { wishesOf } from "@mossy/core/fit/patch";
import type { Room } from "@mossy/core/fit/room";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useNavigate, useParams } from "react-router";
import { z } from "zod";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input, PageHead, Pill, Select } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { useKept } from "../ui/useKept.ts";
import { NumberField } from "../ui/numberField.tsx";

export default function FitPage() {
  const { room = "", template = "", release = "" } = useParams();
  const rooms = useQuery(queries.rooms);
  const whole = useQuery(queries.release(template, Number(release)));
  const error = rooms.error ?? whole.error;
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void rooms.refetch();
          void whole.refetch();
        }}
      />
    );
  if (!rooms.data || !whole.data) return <Loading what="Fitting" />;
  const card = rooms.data.rooms.find((r) => r.id === room);
  if (!card) return <Empty title="There is no such room">The address may be old.</Empty>;
  return (
    <Fitting
      roomId={room}
      room={card.room}
      template={template}
      name={whole.data.name}
      release={whole.data.number}
      session={whole.data.session}
    />
  );
}

const halfFitted = z.object({ title: z.string(), leaveOut: z.array(z.string()), settings: chosenSettings });
const BEGUN: z.infer<typeof halfFitted> = { title: "", leaveOut: [], settings: {} };

function Fitting({
  roomId,
  room,
  template,
  name,
  release,
  session,
}: {
  roomId: string;
  room: Room;
  template: string;
  name: string;
  release: number;
  session: Session;
}) {
  const [begun, setBegun, forget] = useKept(`fit-${roomId}-${template}-${release}`, BEGUN, halfFitted);
  const { title, leaveOut, settings } = begun;
  const setTitle = (next: string): void => setBegun({ ...begun, title: next });
  const setLeaveOut = (next: readonly TrackId[]): void => setBegun({ ...begun, leaveOut: [...next] });
  const setSettings = (next: ChosenSettings): void => setBegun({ ...begun, settings: next });
  const navigate = useNavigate();
  const may = useMe()?.right !== "assistant";
  const result = useMemo(() => {
    const chosen = startedWith(session, settings);
    return fit("problem" in chosen ? session : chosen, room, leaveOut);
  }, [session, settings, room, leaveOut]);
  const start = useMutation({
    mutationFn: () =>
      ask(
        "startSession",
        {},
        { title, room: roomId, template, release, leaveOut: [...leaveOut], settings },
      ),
    onSuccess: async (made) => {
      forget();
      await Promise.all(
        ["sessions", "today", "rooms", "library"].map((key) =>
          queryClient.invalidateQueries({ queryKey: [key] }),
        ),
      );
      await navigate(`/sessions/${made.id}`);
    },
  });
  const nameOf = (id: TrackId | null): string => session.tracks.find((t) => t.id === id)?.name ?? "";
  const inputsChanged = result.adjusted.filter((a) => a.what === "Input").length;
  const others = result.adjusted.filter((a) => a.what !== "Input");
  return (
    <div className="flex h-full min-h-[640px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Rooms", "/rooms"],
          [room.name, `/rooms/${roomId}`],
        ]}
        title={`Fitting “${name}”, release ${release}`}
      >
        {may ? (
          <form
            className="flex items-center gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              start.mutate();
            }}
          >
            <Input
              aria-label="Name of the session"
              required
              maxLength={80}
              placeholder="Name of the session"
              className="w-52"
              value={title}
              onChange={(e) => setTitle(e.target.value)}
            />
            <Button look="main" type="submit" disabled={start.isPending}>
              {start.isPending ? "Making it…" : "Make the session package"}
            </Button>
          </form>
        ) : (
          <span className="text-sm text-ink-2">An engineer or the lead starts sessions.</span>
        )}
      </PageHead>
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
          {session.notes !== "" && (
            <section aria-label="Opening note" className="card border-l-4 border-l-glow p-3.5">
              <h2 className="pb-1 font-semibold">Before you start</h2>
              <p className="text-sm whitespace-pre-wrap">{session.notes}</p>
            </section>
          )}
          <section aria-label="Cannot be placed" className="card p-3.5">
            <div className="flex items-center justify-between pb-2">
              <h2 className="font-semibold">Cannot be placed</h2>
              {result.unplaced.length > 1 && (
                <Button
                  small
                  onClick={() => setLeaveOut([...leaveOut, ...result.unplaced.map((u) => u.track)])}
                >
                  Leave all out
                </Button>
              )}
            </div>
            {result.unplaced.length === 0 && (
              <p className="text-sm text-ink-2">Every source has an input.</p>
            )}
            <ul className="flex flex-col gap-2">
              {result.unplaced.map((u) => {
                const t = session.tracks.find((x) => x.id === u.track);
                return (
                  <li key={u.track} className="rounded-md bg-brick-soft p-2.5">
                    <p className="flex items-center gap-2">
                      <Tile colour={t?.colour ?? null} icon={t?.icon ?? null} size={20} />
                      <span className="font-mono font-semibold">{t?.name}</span>
                    </p>
                    <p className="my-1 text-sm">{u.says}</p>
                    <Button small onClick={() => setLeaveOut([...leaveOut, u.track])}>
                      Leave out here
                    </Button>
                  </li>
                );
              })}
            </ul>
          </section>
          <StartSettings session={session} chosen={settings} onChange={setSettings} />
          {result.leftOut.length > 0 && (
            <section aria-label="Left out on purpose" className="card p-3.5">
              <h2 className="pb-1 font-semibold">Left out on purpose</h2>
              <ul>
                {result.leftOut.map((t) => (
                  <li key={t.id} className="flex items-center gap-2 border-t border-line py-1.5">
                    <Tile colour={t.colour} icon={t.icon} size={20} />
                    <span className="min-w-0 flex-1 truncate font-mono text-sm">{t.name}</span>
                    <Button
                      small
                      look="quiet"
                      onClick={() => setLeaveOut(leaveOut.filter((id) => id !== t.id))}
                    >
                      Take along
                    </Button>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <section aria-label="Adjusted for this room" className="card p-3.5">
            <h2 className="pb-1 font-semibold">Adjusted for this room</h2>
            {result.adjusted.length === 0 && <p className="text-sm text-ink-2">Nothing had to change.</p>}
            <ul className="text-sm">
              {others.map((a) => (
                <li key={a.what} className="border-t border-line py-2">
                  <span className="font-semibold">{a.what}</span>
                  <br />
                  <span className="text-ink-2">{a.says}</span>
                </li>
              ))}
              {inputsChanged > 0 && (
                <li className="border-t border-line py-2">
                  <details>
                    <summary className="font-semibold">
                      {inputsChanged} {inputsChanged === 1 ? "source" : "sources"} on another input
                    </summary>
                    <ul className="mt-1">
                      {result.adjusted
                        .filter((a) => a.what === "Input")
                        .map((a) => (
                          <li key={a.track} className="flex justify-between gap-3 py-0.5">
                            <span className="truncate font-mono">{nameOf(a.track)}</span>
                            <span className="whitespace-nowrap text-ink-2">{a.says}</span>
                          </li>
                        ))}
                    </ul>
                  </details>
                </li>
              )}
            </ul>
          </section>
          <section aria-label="Leave something else out" className="card p-3.5">
            <Field label="Leave something else out">
              <Select
                value=""
                onChange={(e) => {
                  if (e.target.value !== "") setLeaveOut([...leaveOut, e.target.value]);
                }}
              >
                <option value="">choose a source…</option>
                {wishesOf(result.session).map((w) => (
                  <option key={w.track} value={w.track}>
                    {nameOf(w.track)}
                  </option>
                ))}
              </Select>
            </Field>
          </section>
        </aside>
      </div>
    </div>
  );
}

/** What the template leaves to whoever starts the session; what it fixes is shown and stays. */
function StartSettings({
  session,
  chosen,
  onChange,
}: {
  session: Session;
  chosen: ChosenSettings;
  onChange: (next: ChosenSettings) => void;
}) {
  const now = { ...session, ...chosen };
  const free = (f: (typeof session.fixed)[number]): boolean => !session.fixed.includes(f);
  const meter = `${now.meter.beats}/${now.meter.unit}`;
  return (
    <section aria-label="Settings at the start" className="card flex flex-col gap-2 p-3.5">
      <h2 className="font-semibold">Settings at the start</h2>
      <div className="grid grid-cols-2 gap-2">
        <Field label={free("sampleRate") ? "Sample rate" : "Sample rate, fixed"}>
          <Select
            small
            disabled={!free("sampleRate")}
            value={now.sampleRate}
            onChange={(e) => {
              const read = sampleRate.safeParse(Number(e.target.value));
              if (read.success) onChange({ ...chosen, sampleRate: read.data });
            }}
          >
            {[44100, 48000, 88200, 96000, 176400, 192000].map((r) => (
              <option key={r} value={r}>
                {r / 1000} kHz
              </option>
            ))}
          </Select>
        </Field>
        <Field label={free("bitDepth") ? "Bit depth" : "Bit depth, fixed"}>
          <Select
            small
            disabled={!free("bitDepth")}
            value={now.bitDepth}
            onChange={(e) => {
              const to = ([16, 24, 32] as const).find((b) => String(b) === e.target.value);
              if (to) onChange({ ...chosen, bitDepth: to });
            }}
          >
            {[16, 24, 32].map((b) => (
              <option key={b} value={b}>
                {b} bit
              </option>
            ))}
          </Select>
        </Field>
        {free("tempo") ? (
          <NumberField
            label="Tempo, bpm"
            value={String(now.tempo)}
            hint="10 to 400"
            onSet={(v) => {
              const to = Number(v.replace(",", "."));
              if (!(to >= 10 && to <= 400)) return false;
              onChange({ ...chosen, tempo: to });
              return true;
            }}
          />
        ) : (
          <Field label="Tempo, fixed">
            <Input small className="font-mono" disabled value={now.tempo} />
          </Field>
        )}
        <Field label={free("meter") ? "Meter" : "Meter, fixed"}>
          <Select
            small
            disabled={!free("meter")}
            value={meter}
            onChange={(e) => {
              const [beats, unit] = e.target.value.split("/").map(Number);
              const read = meterSchema.safeParse({ beats, unit });
              if (read.success) onChange({ ...chosen, meter: read.data });
            }}
          >
            {[...new Set([meter, "4/4", "3/4", "2/4", "6/8", "12/8", "5/4", "7/8"])].map((m) => (
              <option key={m}>{m}</option>
            ))}
          </Select>
        </Field>
      </div>
      {session.fixedEnd !== null && (
        <p className="text-sm text-ink-2">
          Ends at {timeInWords(session.fixedEnd)}
          {free("fixedEnd") ? "" : ", fixed"}.
        </p>
      )}
    </section>
  );
}

const ROW = 30;
const WIDTH = 216;
const SOURCE = { mic: "Mic", di: "DI", line: "Line", wireless: "Wireless" } as const;

/** What the template asks for at the left, what the room has at the right, a line for each source that has its input. */
function PatchPicture({
  before,
  session,
  room,
  unplaced,
}: {
  before: Session;
  session: Session;
  room: Room;
  unplaced: ReadonlySet<TrackId>;
}) {
  const wishes = wishesOf(session);
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const old = new Map(before.tracks.map((t) => [t.id, t.input]));
  const rowOf = new Map(room.inputs.map((i, n) => [i.number, n]));
  const used = new Set(
    wishes.flatMap((w) => {
      const first = tracks.get(w.track)?.input ?? null;
      return first === null ? [] : Array.from({ length: w.channels }, (_, k) => first + k);
    }),
  );
  const height = Math.max(wishes.length, room.inputs.length) * ROW;
  const middle = (n: number): number => n * ROW + ROW / 2;
  if (wishes.length === 0)
    return <Empty title="Nothing to plug in">No track of this release records from outside.</Empty>;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_216px_minmax(0,1fr)]">
      <h2 className="pb-2 text-xs font-semibold text-ink-2">What the template asks for</h2>
      <span />
      <h2 className="pb-2 text-xs font-semibold text-ink-2">What the room has</h2>
      <ul>
        {wishes.map((w) => {
          const t = tracks.get(w.track);
          return (
            <li key={w.track} className="flex items-center gap-2.5" style={{ height: ROW }}>
              <Tile colour={t?.colour ?? null} icon={t?.icon ?? null} />
              <span className="min-w-0 flex-1 truncate font-mono">{t?.name}</span>
              <span className="pr-2 text-sm text-ink-2">
                {SOURCE[w.source]}
                {w.channels > 1 ? ` × ${w.channels}` : ""}
                {t?.input === null ? ", no input" : <span className="sr-only">, input {t?.input}</span>}
              </span>
            </li>
          );
        })}
      </ul>
      <svg aria-hidden width={WIDTH} height={height} className="overflow-visible">
        {wishes.map((w, i) => {
          const first = tracks.get(w.track)?.input ?? null;
          if (first === null)
            return unplaced.has(w.track) ? (
              <circle key={w.track} cx={8} cy={middle(i)} r={4.5} fill="var(--brick)" />
            ) : null;
          return Array.from({ length: w.channels }, (_, k) => {
            const y = middle(rowOf.get(first + k) ?? 0);
            return (
              <path
                key={`${w.track}-${k}`}
                d={`M4 ${middle(i)} C ${WIDTH * 0.5} ${middle(i)}, ${WIDTH * 0.5} ${y}, ${WIDTH - 8} ${y}`}
                fill="none"
                stroke={old.get(w.track) === first ? "var(--moss)" : "var(--glow)"}
                strokeWidth={2}
                opacity={0.85}
              />
            );
          });
        })}
      </svg>
      <ol>
        {room.inputs.map((i) => (
          <li key={i.number} className="flex items-center gap-3" style={{ height: ROW }}>
            <span className="w-6 text-right font-mono font-bold">{i.number}</span>
            <span className="truncate">
              {i.label}
              {i.phantom ? " · 48 V" : ""}
            </span>
            {!used.has(i.number) && <span className="text-sm text-ink-3">free</span>}
          </li>
        ))}
      </ol>
    </div>
  );
}
