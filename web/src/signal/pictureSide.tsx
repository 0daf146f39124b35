import { setField, setSessionField } from "@mossy/core/session/change";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { CHANNELS } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { panInWords } from "@mossy/core/session/valueWords";
import type { ImagePlace } from "@mossy/core/signal/image";
import { RULES } from "@mossy/core/check/rules";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { NumberField } from "../ui/numberField.tsx";

const TASTE = RULES.filter((r) => r.optional);

/** A folder or bus whose width is being drawn and has not been let go. */
export interface Squeeze {
  readonly id: TrackId;
  readonly width: number;
}

/**
 * Folders and buses to squeeze and move, what the house may say of the picture, and the source that is
 * chosen.
 */
export function PictureSide({
  session,
  all,
  selected,
  work,
  squeeze,
  onSqueeze,
  onSelect,
}: {
  session: Session;
  all: readonly ImagePlace[];
  selected: TrackId | null;
  work: Workpiece | null;
  squeeze: Squeeze | null;
  onSqueeze: (squeeze: Squeeze | null) => void;
  onSelect: (id: TrackId | null) => void;
}) {
  const letGo = (): void => {
    const t = session.tracks.find((x) => x.id === squeeze?.id);
    if (squeeze && t && t.width !== squeeze.width)
      work?.edit([setField(t, "width", squeeze.width)], "width");
    onSqueeze(null);
  };
  return (
    <div
      className="flex min-h-0 flex-col gap-3 overflow-y-auto border-l border-line p-3.5"
      tabIndex={0}
      role="region"
      aria-label="Folders and buses"
    >
      <h2 className="font-semibold">Folders and buses</h2>
      <p className="text-xs text-ink-2">Squeezed or moved, all they hold goes along.</p>
      {session.tracks.filter(isWide).map((t) => (
        <BusRow
          key={t.id}
          track={t}
          work={work}
          width={squeeze?.id === t.id ? squeeze.width : t.width}
          onWidth={(width) => onSqueeze({ id: t.id, width })}
          onLetGo={letGo}
          onSelect={() => onSelect(t.id)}
        />
      ))}
      <h2 className="border-t border-line pt-3 font-semibold">Say when</h2>
      {TASTE.map((rule) => (
        <TasteRow key={rule.id} rule={rule} session={session} work={work} />
      ))}
      <Chosen s={all.find((s) => s.id === selected)} session={session} onClear={() => onSelect(null)} />
    </div>
  );
}

/** What carries more than one channel on its way to the main output. */
const isWide = (t: Track): boolean =>
  PATHS.has(t.kind) &&
  t.format !== null &&
  CHANNELS[t.format] > 1 &&
  t.kind !== "cue-mix" &&
  t.kind !== "monitor";

function BusRow({
  track: t,
  work,
  width,
  onWidth,
  onLetGo,
  onSelect,
}: {
  track: Track;
  work: Workpiece | null;
  width: number;
  onWidth: (width: number) => void;
  onLetGo: () => void;
  onSelect: () => void;
}) {
  const place = (text: string): boolean => {
    const n = Number(text.replace("−", "-"));
    if (Number.isNaN(n) || Math.abs(n) > 100) return false;
    work?.edit([setField(t, "pan", n)], "place");
    return true;
  };
  return (
    <div className="border-t border-line pt-2">
      <button
        type="button"
        className="max-w-full truncate font-mono text-sm font-semibold"
        onClick={onSelect}
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
          value={width}
          onChange={(e) => onWidth(Number(e.target.value))}
          onPointerUp={onLetGo}
          onKeyUp={onLetGo}
          onBlur={onLetGo}
        />
        <span className="w-11 text-right font-mono">{width} %</span>
      </label>
      {t.kind !== "main" && (
        <NumberField
          label="Place"
          className="mt-1 block"
          value={String(t.pan)}
          hint="−100 to 100"
          onSet={place}
        />
      )}
    </div>
  );
}

/** A rule that is a matter of taste: said or not said in this session. */
function TasteRow({
  rule,
  session,
  work,
}: {
  rule: (typeof RULES)[number];
  session: Session;
  work: Workpiece | null;
}) {
  const title = rule.title.toLowerCase();
  const say = (on: boolean): void => {
    const off = session.rulesOff.filter((id) => id !== rule.id);
    const next = on ? off : [...off, rule.id];
    work?.edit([setSessionField(session, "rulesOff", next)], `${on ? "say" : "do not say"} ${title}`);
  };
  return (
    <label className="flex items-start gap-2 text-sm">
      <input
        type="checkbox"
        className="mt-1"
        disabled={!work}
        checked={!session.rulesOff.includes(rule.id)}
        onChange={(e) => say(e.target.checked)}
      />{" "}
      {title}
    </label>
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
