import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import { CHANNELS, SOURCES, source as sourceSchema } from "@mossy/core/session/document";
import type { Track, TrackField, TrackFields, TrackId } from "@mossy/core/session/document";
import { memo } from "react";
import { Input, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Cell, nextLine } from "../ui/lineCell.tsx";
import { Tile } from "../ui/tile.tsx";
import { roleInWords } from "./rowWords.ts";
import { useTyped } from "../ui/useTyped.ts";

const BY = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;

/** Findings that are about what stands in this list. */
const SAID: Readonly<Record<string, string>> = {
  "input-twice": "used twice",
  "input-out-of-range": "not there",
  "input-forgotten": "forgotten",
  "phantom-off": "no phantom here",
};

export type SetField = <F extends TrackField>(
  t: Track,
  field: F,
  to: TrackFields[F],
  label: string,
) => void;

interface RowProps {
  readonly ref: (row: HTMLTableRowElement | null) => void;
  readonly index: number;
  readonly style: Style;
  readonly track: Track;
  readonly goesTo: string;
  readonly findings: readonly Finding[];
  readonly ticked: boolean;
  readonly edits: boolean;
  readonly onTick: (id: TrackId, on: boolean) => void;
  readonly onSet: SetField;
}

export const InputRow = memo(function InputRow({
  ref,
  index,
  style,
  track: t,
  goesTo,
  findings,
  ticked,
  edits,
  onTick,
  onSet,
}: RowProps) {
  return (
    <tr
      ref={ref}
      data-index={index}
      aria-rowindex={index + 2}
      className={`border-b border-line ${ticked ? "bg-moss-soft" : ""}`}
    >
      {edits && (
        <td className="pl-3.5">
          <input
            type="checkbox"
            aria-label={`Tick ${t.name}`}
            checked={ticked}
            onChange={(e) => onTick(t.id, e.target.checked)}
          />
        </td>
      )}
      <td className="px-2 py-1 font-mono font-bold whitespace-nowrap">
        {edits ? (
          <InputNumber key={t.input} track={t} onSet={(input) => onSet(t, "input", input, "input")} />
        ) : (
          numberInWords(t)
        )}
      </td>
      <SourceCell style={style} track={t} findings={findings} />
      <td className="px-2">
        <ByWhat track={t} edits={edits} onSet={onSet} />
      </td>
      <td className="px-2">
        <Cell
          column="microphone"
          label={`Microphone or box of ${t.name}`}
          value={t.microphone}
          most={80}
          edits={edits}
          list="microphones"
          onSet={(v) => onSet(t, "microphone", v, "microphone")}
        />
      </td>
      <td className="px-2">
        <Cell
          column="stand"
          label={`Stand of ${t.name}`}
          value={t.stand}
          most={60}
          edits={edits}
          list="stands"
          onSet={(v) => onSet(t, "stand", v, "stand")}
        />
      </td>
      <td className="px-2 text-center">
        <input
          type="checkbox"
          aria-label={`Phantom power for ${t.name}`}
          disabled={!edits}
          checked={t.phantom}
          onChange={(e) => onSet(t, "phantom", e.target.checked, "phantom power")}
        />
      </td>
      <td className="px-2 text-center">
        <input
          type="checkbox"
          aria-label={`Polarity of ${t.name} inverted`}
          disabled={!edits}
          checked={t.polarity === "inverted"}
          onChange={(e) => onSet(t, "polarity", e.target.checked ? "inverted" : "normal", "polarity")}
        />
      </td>
      <td className="max-w-24 truncate px-2 text-ink-2">{goesTo}</td>
      <td className="px-2">
        <Cell
          column="note"
          label={`Note on ${t.name}`}
          value={t.notes.split("\n")[0] ?? ""}
          most={400}
          edits={edits}
          onSet={(v) => {
            const [, ...rest] = t.notes.split("\n");
            onSet(t, "notes", [v, ...rest].join("\n"), "note");
          }}
        />
      </td>
    </tr>
  );
});

function SourceCell({
  style,
  track: t,
  findings,
}: {
  style: Style;
  track: Track;
  findings: readonly Finding[];
}) {
  return (
    <td className="px-2">
      <span className="flex min-w-0 items-center gap-2">
        <Tile colour={t.colour} icon={t.icon} size={20} />
        <span className="min-w-0">
          <span className="block truncate font-mono">{t.name}</span>
          <span className="block truncate text-xs text-ink-2">{roleInWords(style, t)}</span>
        </span>
      </span>
      <span className="flex flex-wrap gap-1">
        {findings
          .filter((f) => SAID[f.rule] !== undefined && !f.kept)
          .map((f) => (
            <Pill key={f.id} look={f.weight}>
              {SAID[f.rule]}
            </Pill>
          ))}
      </span>
    </td>
  );
}

function ByWhat({ track: t, edits, onSet }: { track: Track; edits: boolean; onSet: SetField }) {
  if (!edits) return <>{BY[t.source ?? "mic"]}</>;
  return (
    <Select
      small
      aria-label={`By what ${t.name} comes`}
      className="w-full"
      value={t.source ?? "mic"}
      onChange={(e) => onSet(t, "source", sourceSchema.parse(e.target.value), "source")}
    >
      {SOURCES.map((s) => (
        <option key={s} value={s}>
          {BY[s]}
        </option>
      ))}
    </Select>
  );
}

function numberInWords(t: Track): string {
  const width = CHANNELS[t.format ?? "mono"];
  return t.input === null ? "—" : width > 1 ? `${t.input}–${t.input + width - 1}` : String(t.input);
}

/**
 * A number that is set on leaving or on Enter, which goes on to the next line; Escape takes it back, what
 * cannot be is marked and stays.
 */
function InputNumber({ track: t, onSet }: { track: Track; onSet: (input: number | null) => void }) {
  const value = t.input === null ? "" : String(t.input);
  const read = (said: string): number | null | undefined => {
    if (said.trim() === "") return null;
    const n = Number(said);
    return Number.isInteger(n) && n >= 1 && n + CHANNELS[t.format ?? "mono"] - 1 <= 1024 ? n : undefined;
  };
  const { text, type, leave, drop } = useTyped((typed) => {
    const n = read(typed);
    if (n !== undefined && n !== t.input) onSet(n);
    return n !== undefined;
  });
  const width = CHANNELS[t.format ?? "mono"];
  return (
    <span className="inline-flex items-center gap-1">
      <Input
        small
        aria-label={`Input of ${t.name}`}
        aria-invalid={text !== null && read(text) === undefined}
        data-column="input"
        inputMode="numeric"
        className="w-14 font-mono"
        placeholder="—"
        value={text ?? value}
        onChange={(e) => type(e.target.value)}
        onBlur={() => {
          leave();
        }}
        onKeyDown={(e) => {
          if (e.key === "Enter" && (text === null || read(text) !== undefined)) nextLine(e.currentTarget);
          if (e.key === "Escape") drop();
        }}
      />
      {width > 1 && t.input !== null && (
        <span className="font-normal text-ink-2">–{t.input + width - 1}</span>
      )}
    </span>
  );
}
