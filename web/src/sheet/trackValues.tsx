import type { Change } from "@mossy/core/session/change";
import type { Style } from "@mossy/core/house/style";
import { setField } from "@mossy/core/session/change";
import { CHANNEL_FORMATS, trackKind } from "@mossy/core/session/document";
import type { Session, Track, TrackField, TrackFields } from "@mossy/core/session/document";
import { KIND_WORDS, PATHS, TRACK_KINDS } from "@mossy/core/session/kind";
import { mainOf } from "@mossy/core/session/routing";
import { levelInWords } from "@mossy/core/session/valueWords";
import { cellText, typeInto } from "@mossy/core/sheet/cells";
import type { Cell } from "@mossy/core/sheet/cells";
import { feed } from "@mossy/core/sheet/paths";
import { useState } from "react";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { NumberField } from "../ui/numberField.tsx";
import { Chooser } from "../ui/chooser.tsx";

const POLARITIES = [
  ["normal", "normal"],
  ["inverted", "inverted"],
] as const;

/** The values of one track, each typed or chosen where it stands. */
export function TrackValues({
  style,
  session,
  track: t,
  work,
}: {
  style: Style;
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const type =
    (cell: Cell) =>
    (text: string): boolean => {
      const said = typeInto(style, session, [t.id], cell, text);
      if ("problem" in said) return false;
      work.edit(said.changes, cell === "place" ? "place" : cell);
      return true;
    };
  const set = <F extends TrackField>(field: F, to: TrackFields[F], label: string): void => {
    if (to !== t[field]) work.edit([setField<TrackField>(t, field, to)], label);
  };
  const sounds = t.format !== null;
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {sounds && (
        <NumberField
          label="Level, dB"
          value={levelInWords(t.level).replace("+", "")}
          hint="−144 to 24"
          onSet={(v) => type("level")(v === "silent" ? "-144" : v)}
        />
      )}
      {sounds && (
        <NumberField
          text
          label={t.format === "mono" ? "Place" : "Place and width"}
          value={cellText(style, session, t, "place")}
          hint="L 34, C, R 12; a width: C 80 %"
          onSet={type("place")}
        />
      )}
      {t.kind === "audio" && t.source !== null && (
        <NumberField
          label="Input"
          value={t.input === null ? "" : String(t.input)}
          hint="1 to 1024, or empty"
          onSet={type("input")}
        />
      )}
      {sounds && (
        <Chooser
          label="Polarity"
          value={t.polarity}
          options={POLARITIES}
          onChoose={(to) => set("polarity", to ?? "normal", "polarity")}
        />
      )}
      {sounds && t.kind !== "monitor" && t.kind !== "cue-mix" && (
        <FeedsField session={session} track={t} work={work} />
      )}
      {sounds && (
        <Chooser
          label="Format"
          value={t.format}
          options={formatsFor(style, t.format).map((f) => [f, f])}
          onChoose={(to) => set("format", to, "format")}
        />
      )}
      <Field label="Kind">
        <Select
          small
          value={t.kind}
          disabled={session.tracks.some((x) => x.parent === t.id)}
          onChange={(e) => {
            work.edit(kindTo(session, t, trackKind.parse(e.target.value)), "kind");
          }}
        >
          {TRACK_KINDS.map((k) => (
            <option key={k} value={k}>
              {KIND_WORDS[k]}
            </option>
          ))}
        </Select>
      </Field>
      {sounds && (
        <label className="flex items-end gap-2 pb-1 text-sm">
          <input
            type="checkbox"
            checked={t.muted}
            onChange={(e) => set("muted", e.target.checked, e.target.checked ? "mute" : "unmute")}
          />{" "}
          muted
        </label>
      )}
    </div>
  );
}

/** What a track feeds; a feed that would go round in a circle is refused. */
function FeedsField({ session, track: t, work }: { session: Session; track: Track; work: Workpiece }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Field label="Feeds" problem={problem}>
      <Select
        small
        value={t.feeds ?? ""}
        onChange={(e) => {
          const done = feed(session, t.id, e.target.value === "" ? null : e.target.value);
          if ("problem" in done) setProblem(done.problem);
          else {
            setProblem(null);
            work.edit(done.changes, "feed");
          }
        }}
      >
        <option value="">nothing</option>
        {session.tracks
          .filter((x) => mayFeed(t, x))
          .map((x) => (
            <option key={x.id} value={x.id}>
              {x.name}
            </option>
          ))}
      </Select>
    </Field>
  );
}

/**
 * Whether a track may feed another: paths that carry sound; the main path feeds monitors only, and nothing
 * else does.
 */
function mayFeed(t: Track, x: Track): boolean {
  if (!PATHS.has(x.kind) || x.format === null || x.id === t.id) return false;
  if (t.kind === "main") return x.kind === "monitor";
  return x.kind !== "cue-mix" && (x.kind !== "monitor" || t.kind === "monitor");
}

/** The formats the house works in, and the one a track has all the same. */
function formatsFor(style: Style, now: Track["format"]): readonly NonNullable<Track["format"]>[] {
  return CHANNEL_FORMATS.filter((f) => f === now || style.house.formats.includes(f));
}

/**
 * A track of another kind: a path becomes as wide as the session and is armed no more, MIDI carries no
 * sound.
 */
function kindTo(session: Session, t: Track, kind: Track["kind"]): Change[] {
  const format = kind === "midi" ? null : PATHS.has(kind) ? session.mainFormat : (t.format ?? "mono");
  const leaves = kind === "main" || kind === "cue-mix" || kind === "monitor";
  const feeds = leaves || kind === "midi" ? null : (t.feeds ?? mainOf(session)?.id ?? null);
  return [
    setField(t, "kind", kind),
    ...(format === t.format ? [] : [setField(t, "format", format)]),
    ...(feeds === t.feeds || feeds === t.id ? [] : [setField(t, "feeds", feeds)]),
    ...(PATHS.has(kind) && t.armed ? [setField(t, "armed", false)] : []),
  ];
}
