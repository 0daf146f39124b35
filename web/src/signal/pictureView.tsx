import { startsFor } from "@mossy/core/house/dress";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { inkOn } from "@mossy/core/colour/contrast";
import { setField, setSessionField } from "@mossy/core/session/change";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { CHANNELS } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { panInWords } from "@mossy/core/session/says";
import { leaning, panFor, standings, withPan } from "@mossy/core/signal/image";
import type { ImagePlace } from "@mossy/core/signal/image";
import { flowOf } from "@mossy/core/signal/ways";
import { useMemo, useState } from "react";
import { RULES } from "@mossy/core/check/rules";
import { useSize } from "../ui/useSize.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Drawing } from "../ui/tile.tsx";
import { useIcon } from "../ui/icons.ts";
import { Button } from "../ui/button.tsx";
import { Choice, Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { NumberField } from "../ui/numberField.tsx";
import { NAME_LENGTH, spotsOf } from "./spots.ts";
import type { PictureSpot } from "./spots.ts";

type PictureSide = "audience" | "players";
const TASTE = RULES.filter((r) => r.optional);

/** How far back a source stands, 0 in front … 1 at the back: by what its positions say of depth, else by what it is to the others. */
function depthOf(style: Style, t: Track): number {
  const said = t.positions
    .map((p) => style.reader.positions.get(p))
    .find((p) => p?.group === "distance" || p?.group === "depth");
  const name = said?.name.toLowerCase() ?? "";
  if (/far|back|rear|room|ambient|distant/.test(name)) return 0.86;
  if (/near|close|front|spot/.test(name)) return 0.3;
  const sort = style.reader.roles.get(t.role ?? "")?.sort;
  return sort === "place" ? 0.86 : 0.5;
}

/** A top view of where every source ends up at the main output: left to right where it is heard, front to back how far, its size how loud. */
export function PictureView({
  style,
  session,
  selected,
  onSelect,
  work,
}: {
  style: Style;
  session: Session;
  selected: TrackId | null;
  onSelect: (id: TrackId | null) => void;
  work: Workpiece | null;
}) {
  const [view, setView] = useState<PictureSide>(style.house.view === "player" ? "players" : "audience");
  const [compare, setCompare] = useState(false);
  const [dragging, setDragging] = useState<{ id: TrackId; place: number } | null>(null);
  const [squeezing, setSqueezing] = useState<{ id: TrackId; width: number } | null>(null);
  const { size, element: stage, watch } = useSize<SVGSVGElement>({ width: 520, height: 480 });
  // While a width is being drawn it is heard, and one edit when it is let go.
  const flow = useMemo(
    () =>
      flowOf(
        squeezing
          ? {
              ...session,
              tracks: session.tracks.map((t) =>
                t.id === squeezing.id ? { ...t, width: squeezing.width } : t,
              ),
            }
          : session,
      ),
    [session, squeezing],
  );
  const all = useMemo(() => standings(flow), [flow]);
  const tracks = useMemo(() => new Map(session.tracks.map((t) => [t.id, t])), [session]);
  const home = useMemo(
    () =>
      compare
        ? new Map(standings(flowOf(asTheHouseStarts(style, session))).map((s) => [s.id, s.place]))
        : null,
    [compare, style, session],
  );
  const mirror = view === "players" ? -1 : 1;
  const { width, height } = size;
  const reach = (width / 2 - 70) / 100;
  const x = (place: number): number => width / 2 + mirror * place * reach;
  const ground = height - 52;
  const spots = useMemo(
    () =>
      spotsOf(
        all.flatMap((standing) => {
          const t = tracks.get(standing.id);
          return t ? [{ standing, name: t.name, depth: depthOf(style, t) }] : [];
        }),
        width,
        ground,
        (place) => width / 2 + mirror * place * reach,
      ),
    [all, tracks, style, width, ground, mirror, reach],
  );
  // Where no room is left names and marks would only hide each other: they are counted, and drawn when chosen.
  const drawn = spots.filter((d) => d.name !== null || d.id === selected || d.id === dragging?.id);
  const crowds = new Map<number, number>();
  for (const d of spots)
    if (d.name === null) {
      const at = Math.round(d.x / 24) * 24;
      crowds.set(at, (crowds.get(at) ?? 0) + 1);
    }
  // From the players' side what is far from the audience is near.
  const Y = (y: number): number => 26 + (view === "players" ? ground - y : y);
  const byId = new Map(all.map((s) => [s.id, s]));
  const placeAt = (clientX: number): number => {
    const box = stage.current?.getBoundingClientRect();
    return box ? Math.max(-100, Math.min(100, (mirror * (clientX - box.left - width / 2)) / reach)) : 0;
  };
  const put = (id: TrackId, place: number): void => {
    const t = session.tracks.find((tr) => tr.id === id);
    const pan = panFor((p) => flowOf(withPan(session, id, p)), id, place);
    if (t && work && pan !== null && pan !== t.pan) work.edit([setField(t, "pan", pan)], "place");
  };
  const letGo = (): void => {
    const t = session.tracks.find((tr) => tr.id === squeezing?.id);
    if (squeezing && t && t.width !== squeezing.width)
      work?.edit([setField(t, "width", squeezing.width)], "width");
    setSqueezing(null);
  };
  const nudge = (by: number): void => {
    const t = session.tracks.find((tr) => tr.id === selected);
    if (t && t.format !== null && work)
      work.edit([setField(t, "pan", Math.max(-100, Math.min(100, t.pan + mirror * by)))], "place");
  };
  useShortcuts(
    work
      ? [
          {
            keys: "ArrowLeft",
            says: "Chosen source left",
            run: () => nudge(-5),
          },
          {
            keys: "ArrowRight",
            says: "Chosen source right",
            run: () => nudge(5),
          },
          {
            keys: "Shift+ArrowLeft",
            says: "A little left",
            run: () => nudge(-1),
          },
          {
            keys: "Shift+ArrowRight",
            says: "A little right",
            run: () => nudge(1),
          },
        ]
      : [],
  );
  const buses = session.tracks.filter(
    (t) =>
      PATHS.has(t.kind) &&
      t.format !== null &&
      CHANNELS[t.format] > 1 &&
      t.kind !== "cue-mix" &&
      t.kind !== "monitor",
  );
  const lean = leaning(all);
  if (all.length === 0)
    return (
      <Empty title="Nothing is heard at the main path">Add sources that feed it, then look again.</Empty>
    );
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_196px] max-[900px]:grid-cols-[minmax(0,1fr)_150px]">
      <div className="flex min-h-0 flex-col">
        <div
          role="toolbar"
          aria-label="The picture"
          className="flex flex-wrap items-center gap-3 border-b border-line px-3.5 py-1.5"
        >
          <Choice
            label="Who looks"
            value={view}
            choices={[
              ["audience", "Audience"],
              ["players", "Players"],
            ]}
            onChoose={setView}
          />
          <label className="flex items-center gap-1.5 text-sm text-ink-2">
            <input type="checkbox" checked={compare} onChange={(e) => setCompare(e.target.checked)} />{" "}
            against the house
          </label>
          <span className="ml-auto text-sm text-ink-2">
            {CHANNELS[session.mainFormat] > 2 ? `left and right of ${session.mainFormat}: ` : ""}
            {Math.abs(lean) < 0.5
              ? "in balance"
              : `${lean > 0 ? "right" : "left"} ${Math.abs(lean).toFixed(1)} dB louder`}
          </span>
        </div>
        <svg
          ref={watch}
          className="min-h-0 w-full flex-1 touch-none select-none"
          role="group"
          aria-label="Stereo picture"
          onPointerMove={(e) => {
            if (dragging) setDragging({ ...dragging, place: placeAt(e.clientX) });
          }}
          onPointerUp={(e) => {
            if (dragging) {
              const was = byId.get(dragging.id)?.place ?? 0,
                to = placeAt(e.clientX);
              if (Math.abs(to - was) > 3) put(dragging.id, to);
              setDragging(null);
            }
          }}
          onPointerLeave={() => setDragging(null)}
        >
          <path
            d={`M${x(-100 * mirror) - 14} ${height - 26} V${height * 0.42} Q${x(-100 * mirror) - 14} 20 ${width / 2} 20 Q${x(100 * mirror) + 14} 20 ${x(100 * mirror) + 14} ${height * 0.42} V${height - 26} Z`}
            fill="var(--sunk)"
            fillOpacity={0.4}
            stroke="var(--line)"
          />
          {[-100, -50, 0, 50, 100].map((p) => (
            <g key={p}>
              <line
                x1={x(p)}
                x2={x(p)}
                y1={30}
                y2={height - 26}
                stroke="var(--line)"
                strokeDasharray={p === 0 ? undefined : "3 5"}
              />
              <text x={x(p)} y={height - 10} textAnchor="middle" fontSize={12} fill="var(--ink-2)">
                {p === 0
                  ? view === "players"
                    ? "you, among the players"
                    : "you, in the audience"
                  : panInWords(p)}
              </text>
            </g>
          ))}
          <text x={width / 2} y={14} textAnchor="middle" fontSize={12} fill="var(--ink-2)">
            {view === "players" ? "the audience" : "the back"}
          </text>
          {home &&
            spots.map((d) => {
              const from = home.get(d.id),
                at = byId.get(d.id)?.place ?? 0;
              return from !== undefined && Math.abs(from - at) > 1 ? (
                <g key={`home ${d.id}`}>
                  <line
                    x1={x(from)}
                    x2={d.x}
                    y1={Y(d.y)}
                    y2={Y(d.y)}
                    stroke="var(--glow)"
                    strokeWidth={1.5}
                    strokeDasharray="2 3"
                  />
                  <circle
                    cx={x(from)}
                    cy={Y(d.y)}
                    r={d.r}
                    fill="none"
                    stroke="var(--glow)"
                    strokeWidth={1.5}
                    strokeDasharray="3 3"
                  />
                </g>
              ) : null;
            })}
          {[...crowds].map(([at, many]) => (
            <text
              key={at}
              x={at}
              y={30}
              textAnchor="middle"
              fontSize={12}
              fontWeight={700}
              fill="var(--ink-2)"
            >{`and ${many} more here`}</text>
          ))}
          {drawn.map((d) => {
            const s = byId.get(d.id),
              t = tracks.get(d.id);
            return s && t ? (
              <SpotMark
                key={d.id}
                spot={d}
                standing={s}
                track={t}
                x={dragging?.id === d.id ? x(dragging.place) : d.x}
                edges={s.to - s.from > 2 ? [x(s.from), x(s.to)] : null}
                y={Y(d.y)}
                chosen={selected === d.id}
                movable={work !== null}
                onDown={() => {
                  onSelect(d.id);
                  if (work) setDragging({ id: d.id, place: s.place });
                }}
                onChoose={() => onSelect(d.id)}
              />
            ) : null;
          })}
        </svg>
      </div>
      <div
        className="flex min-h-0 flex-col gap-3 overflow-y-auto border-l border-line p-3.5"
        tabIndex={0}
        role="region"
        aria-label="Folders and buses"
      >
        <h2 className="font-semibold">Folders and buses</h2>
        <p className="text-xs text-ink-2">Squeezed or moved, all they hold goes along.</p>
        {buses.map((t) => (
          <div key={t.id} className="border-t border-line pt-2">
            <button
              type="button"
              className="max-w-full truncate font-mono text-sm font-semibold"
              onClick={() => onSelect(t.id)}
            >
              {t.name}
            </button>
            <label className="mt-1 flex items-center gap-2 text-xs text-ink-2">
              <span className="w-9">width</span>
              <input
                type="range"
                min={0}
                max={150}
                step={5}
                aria-label={`Width of ${t.name}`}
                className="min-w-0 flex-1 accent-[var(--moss)]"
                disabled={!work}
                value={squeezing?.id === t.id ? squeezing.width : t.width}
                onChange={(e) => setSqueezing({ id: t.id, width: Number(e.target.value) })}
                onPointerUp={letGo}
                onKeyUp={letGo}
                onBlur={letGo}
              />
              <span className="w-11 text-right font-mono">
                {squeezing?.id === t.id ? squeezing.width : t.width} %
              </span>
            </label>
            {t.kind !== "main" && (
              <NumberField
                label="Place"
                className="mt-1 block"
                value={String(t.pan)}
                hint="−100 to 100"
                onSet={(v) => {
                  const n = Number(v.replace("−", "-"));
                  if (Number.isNaN(n) || Math.abs(n) > 100) return false;
                  work?.edit([setField(t, "pan", n)], "place");
                  return true;
                }}
              />
            )}
          </div>
        ))}
        <h2 className="border-t border-line pt-3 font-semibold">Say when</h2>
        {TASTE.map((r) => (
          <label key={r.id} className="flex items-start gap-2 text-sm">
            <input
              type="checkbox"
              className="mt-1"
              disabled={!work}
              checked={!session.rulesOff.includes(r.id)}
              onChange={(e) => {
                work?.edit(
                  [
                    setSessionField(
                      session,
                      "rulesOff",
                      e.target.checked
                        ? session.rulesOff.filter((x) => x !== r.id)
                        : [...session.rulesOff, r.id],
                    ),
                  ],
                  `${e.target.checked ? "say" : "do not say"} ${r.title.toLowerCase()}`,
                );
              }}
            />{" "}
            {r.title.toLowerCase()}
          </label>
        ))}
        {selected !== null && all.some((s) => s.id === selected) && (
          <Chosen s={all.find((s) => s.id === selected)} session={session} onClear={() => onSelect(null)} />
        )}
      </div>
    </div>
  );
}

function Chosen({
  s,
  session,
  onClear,
}: {
  s: ImagePlace | undefined;
  session: Session;
  onClear: () => void;
}) {
  const t = session.tracks.find((x) => x.id === s?.id);
  if (!s || !t) return null;
  return (
    <div className="rounded-md bg-sunk p-2.5 text-sm">
      <p className="font-mono font-semibold">{t.name}</p>
      <p>
        Panned {panInWords(t.pan)}, heard at <Pill>{panInWords(Math.round(s.place))}</Pill>
        {s.to - s.from > 2 ? `, ${Math.round(s.to - s.from)} wide` : ""},{" "}
        {s.level.toFixed(1).replace("-", "−")} dB.
      </p>
      <Button small look="quiet" className="mt-1" onClick={onClear}>
        Leave it
      </Button>
    </div>
  );
}

interface MarkProps {
  readonly spot: PictureSpot;
  readonly standing: ImagePlace;
  readonly track: Track;
  readonly x: number;
  readonly y: number;
  readonly edges: readonly [number, number] | null;
  readonly chosen: boolean;
  readonly movable: boolean;
  readonly onDown: () => void;
  readonly onChoose: () => void;
}

function SpotMark({
  spot: { r, name },
  standing: s,
  track: t,
  x,
  y,
  edges,
  chosen,
  movable,
  onDown,
  onChoose,
}: MarkProps) {
  const fill = t.colour ?? "#8a8f88";
  const paths = useIcon(t.icon);
  const label = name ?? (chosen ? "right" : null);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${t.name}, heard at ${panInWords(Math.round(s.place))}`}
      aria-pressed={chosen}
      className="outline-none focus-visible:[&>rect]:stroke-[var(--ink)]"
      style={{ cursor: movable ? "ew-resize" : "pointer" }}
      onPointerDown={(e) => {
        e.preventDefault();
        onDown();
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onChoose();
        }
      }}
    >
      <title>{`${t.name}: ${panInWords(Math.round(s.place))}, ${s.level.toFixed(1)} dB`}</title>
      {edges && (
        <line
          x1={edges[0]}
          x2={edges[1]}
          y1={y}
          y2={y}
          stroke={fill}
          strokeWidth={5}
          strokeLinecap="round"
          strokeOpacity={0.35}
        />
      )}
      <rect
        x={x - r}
        y={y - r}
        width={r * 2}
        height={r * 2}
        rx={r * 0.56}
        fill={fill}
        stroke={chosen ? "var(--ink)" : "var(--surface)"}
        strokeWidth={chosen ? 2.5 : 1}
      />
      {paths !== null && r >= 8 && (
        <g transform={`translate(${x - r * 0.66} ${y - r * 0.66})`}>
          <Drawing paths={paths} size={r * 1.32} ink={inkOn(fill)} />
        </g>
      )}
      {label !== null && (
        <text
          x={label === "right" ? x + r + 4 : x - r - 4}
          y={y + 4.3}
          textAnchor={label === "right" ? "start" : "end"}
          fontSize={12}
          fontFamily="Atkinson Hyperlegible Mono Variable, monospace"
          fontWeight={chosen ? 700 : 400}
          fill="var(--ink)"
          stroke="var(--surface)"
          strokeWidth={3}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {t.name.slice(0, NAME_LENGTH)}
        </text>
      )}
    </g>
  );
}

/** The session with every source where the house would start it. */
function asTheHouseStarts(style: Style, session: Session): Session {
  const plan = planHouse(style, session);
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      const what = plan.wanted.get(t.id)?.what;
      if (!what?.sure || t.format === null) return t;
      const { pan, width } = startsFor(style, what, t.kind, t.name, t.format);
      return { ...t, pan: pan ?? 0, width: width ?? 100 };
    }),
  };
}
