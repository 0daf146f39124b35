import type { Finding } from "@mossy/core/check/rule";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { whyOf } from "@mossy/core/house/why";
import type { Why } from "@mossy/core/house/why";
import { setField } from "@mossy/core/session/change";
import {
  CHANNEL_FORMATS,
  SOURCES,
  channelFormat,
  source as sourceSchema,
  trackKind,
} from "@mossy/core/session/document";
import type { Session, Track, TrackField, TrackFields, TrackId } from "@mossy/core/session/document";
import { KIND_WORDS, PATHS, TRACK_KINDS } from "@mossy/core/session/kind";
import { leavesTheSession, mainOf } from "@mossy/core/session/routing";
import { levelInWords } from "@mossy/core/session/says";
import { cellText, typeInto } from "@mossy/core/sheet/cells";
import type { Cell } from "@mossy/core/sheet/cells";
import { feed } from "@mossy/core/sheet/paths";
import { alike } from "@mossy/core/sheet/select";
import type { Likeness } from "@mossy/core/sheet/select";
import { copiesOf } from "@mossy/core/sheet/step";
import { useState } from "react";
import { Link } from "react-router";
import { FindingCard } from "../check/card.tsx";
import { RolePicker } from "../words/rolePicker.tsx";
import { TITLE_OF } from "../check/titles.ts";
import { actsOn, sayRole } from "../check/useFindings.ts";
import { lineAddress } from "../check/lineAddress.ts";
import { TextField } from "../ui/textField.tsx";
import { Field, Select } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { ChainPanel } from "./chainPanel.tsx";
import { Copies } from "./copies.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { NumberField } from "../ui/numberField.tsx";
import { PathsPanel } from "./pathsPanel.tsx";
import { usedIn } from "./pickups.ts";
import { SayLine, useSayFocus } from "./sayLine.tsx";
import { Section } from "../ui/section.tsx";
import { SendsPanel } from "./sendsPanel.tsx";
import { roleInWords } from "./sheetRow.tsx";

interface InspectorProps {
  readonly style: Style;
  readonly session: Session;
  readonly track: Track;
  readonly findings: readonly Finding[];
  readonly work: Workpiece | null;
  readonly onChoose?: (ids: readonly TrackId[]) => void;
}

/** What is selected, what is off about it, its values, and why it is so. */
export function Inspector({ style, session, track, findings, work, onChoose }: InspectorProps) {
  const wanted = planHouse(style, session).wanted.get(track.id);
  const read = wanted ? roleInWords(style, wanted.what) : "";
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Selected track" className="card flex flex-col gap-3 p-3.5">
        <div className="flex items-center gap-3">
          <Tile colour={track.colour} icon={track.icon} size={34} />
          <div className="min-w-0">
            <h2 className="truncate font-mono text-md font-bold" title={track.name}>
              {track.name === "" ? "(no name)" : track.name}
            </h2>
            <p className="text-sm text-ink-2">
              {read === ""
                ? "nobody can tell what this is"
                : `read as ${read}${wanted?.what.sure === true ? "" : ", not for sure"}`}
            </p>
          </div>
        </div>
        {findings.map((f) => (
          <FindingCard
            key={f.id}
            finding={f}
            title={TITLE_OF.get(f.rule) ?? ""}
            acts={work ? actsOn(work, f) : null}
          >
            {work &&
              !f.kept &&
              (f.rule === "name-unreadable" ||
                (f.rule === "name-off-pattern" && f.fix?.sure === false)) && (
                <RolePicker
                  style={style}
                  label={`What “${track.name}” is`}
                  onChoose={(role) => sayRole(work, style, track.id, role)}
                />
              )}
          </FindingCard>
        ))}
        {work && (
          <TrackForms
            key={track.id}
            style={style}
            session={session}
            track={track}
            work={work}
            {...(onChoose ? { onChoose } : {})}
          />
        )}
      </section>
      <WhyList why={whyOf(style, session, track)} />
    </div>
  );
}

function TrackForms({
  style,
  session,
  track: t,
  work,
  onChoose,
}: {
  style: Style;
  session: Session;
  track: Track;
  work: Workpiece;
  onChoose?: (ids: readonly TrackId[]) => void;
}) {
  const say = useSayFocus();
  return (
    <>
      <Values style={style} session={session} track={t} work={work} />
      {t.kind !== "folder" && t.kind !== "main" && (
        <Copies
          channel={t.channel !== null}
          onCopy={(many) => {
            work.edit(copiesOf(style, session, t.id, many, newId), many === 1 ? "copy" : `${many} copies`);
          }}
        />
      )}
      {!PATHS.has(t.kind) && (
        <Section title="Recording">
          <Recording session={session} track={t} work={work} />
        </Section>
      )}
      {t.format !== null && !leavesTheSession(t) && (
        <Section title="Sends" count={t.sends.length}>
          <SendsPanel session={session} track={t} work={work} />
        </Section>
      )}
      {t.format !== null && (
        <Section title="Processors" count={t.inserts.length}>
          <ChainPanel session={session} track={t} work={work} />
        </Section>
      )}
      {t.format !== null && (
        <Section title="Buses, returns, headphones">
          <PathsPanel
            style={style}
            session={session}
            ids={[t.id]}
            work={work}
            onMade={(id) => {
              onChoose?.([id]);
            }}
          />
        </Section>
      )}
      {onChoose && (
        <Section title="Choose more, say what to do" open={say.wished}>
          <AlikeRow session={session} track={t} onChoose={onChoose} />
          <SayLine session={session} ids={[t.id]} work={work} />
        </Section>
      )}
      <Section title="Note" count={t.notes === "" ? 0 : 1}>
        <TextField
          long
          rows={3}
          label="What whoever opens it should know"
          value={t.notes}
          readOnly={false}
          onSet={(notes) => {
            work.edit([setField(t, "notes", notes.slice(0, 4000))], "note");
          }}
        />
      </Section>
    </>
  );
}

const ALIKE: readonly (readonly [Likeness, string])[] = [
  ["kind", "its kind"],
  ["role", "its role"],
  ["folder", "its folder"],
  ["colour", "its colour"],
  ["feeds", "what feeds the same"],
  ["armed", "what is armed"],
];
function AlikeRow({
  session,
  track: t,
  onChoose,
}: {
  session: Session;
  track: Track;
  onChoose: (ids: readonly TrackId[]) => void;
}) {
  return (
    <Select
      small
      aria-label="Choose all of"
      value=""
      onChange={(e) => {
        const by = ALIKE.find(([a]) => a === e.target.value)?.[0];
        if (by) onChoose(alike(session, t.id, by));
      }}
    >
      <option value="">choose all of…</option>
      {ALIKE.map(([by, says]) => (
        <option key={by} value={by}>
          {says} ({alike(session, t.id, by).length})
        </option>
      ))}
    </Select>
  );
}

function Values({
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
  const [problem, setProblem] = useState<string | null>(null);
  const type =
    (cell: Cell) =>
    (text: string): boolean => {
      const said = typeInto(style, session, [t.id], cell, text);
      if ("problem" in said) return false;
      work.edit(said.changes, cell === "place" ? "place" : cell);
      return true;
    };
  const set = <F extends TrackField>(field: F, to: TrackFields[F], label: string): void => {
    if (to !== t[field]) work.edit([setField(t, field, to)], label);
  };
  const targets = session.tracks.filter(
    (x) =>
      PATHS.has(x.kind) &&
      x.format !== null &&
      x.id !== t.id &&
      (t.kind === "main"
        ? x.kind === "monitor"
        : x.kind !== "cue-mix" && (x.kind !== "monitor" || t.kind === "monitor")),
  );
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
        <Field label="Polarity">
          <Select
            small
            value={t.polarity}
            onChange={(e) =>
              set("polarity", e.target.value === "inverted" ? "inverted" : "normal", "polarity")
            }
          >
            <option value="normal">normal</option>
            <option value="inverted">inverted</option>
          </Select>
        </Field>
      )}
      {sounds && t.kind !== "monitor" && t.kind !== "cue-mix" && (
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
            {targets.map((x) => (
              <option key={x.id} value={x.id}>
                {x.name}
              </option>
            ))}
          </Select>
        </Field>
      )}
      {sounds && (
        <Field label="Format">
          <Select
            small
            value={t.format ?? ""}
            onChange={(e) => set("format", channelFormat.parse(e.target.value), "format")}
          >
            {formatsFor(style, t.format).map((f) => (
              <option key={f}>{f}</option>
            ))}
          </Select>
        </Field>
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

/** The formats the house works in, and the one a track has all the same. */
function formatsFor(style: Style, now: Track["format"]): readonly NonNullable<Track["format"]>[] {
  return CHANNEL_FORMATS.filter((f) => f === now || style.house.formats.includes(f));
}

/** A track of another kind: a path becomes as wide as the session and is armed no more, MIDI carries no sound. */
function kindTo(session: Session, t: Track, kind: Track["kind"]): ReturnType<typeof setField>[] {
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

const BY = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;

/** How a source is recorded: by what, on what, armed, heard. */
function Recording({ session, track: t, work }: { session: Session; track: Track; work: Workpiece }) {
  const set = <F extends TrackField>(field: F, to: TrackFields[F], label: string): void => {
    if (to !== t[field]) work.edit([setField(t, field, to)], label);
  };
  const tick = (field: "armed" | "listenOnly" | "phantom", says: string) => (
    <label className="flex items-center gap-2 text-sm">
      <input type="checkbox" checked={t[field]} onChange={(e) => set(field, e.target.checked, says)} />{" "}
      {says}
    </label>
  );
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {t.kind === "audio" && (
        <Field label="By">
          <Select
            small
            value={t.source ?? ""}
            onChange={(e) =>
              set("source", e.target.value === "" ? null : sourceSchema.parse(e.target.value), "source")
            }
          >
            <option value="">nothing from outside</option>
            {SOURCES.map((s) => (
              <option key={s} value={s}>
                {BY[s]}
              </option>
            ))}
          </Select>
        </Field>
      )}
      {t.kind === "audio" && (
        <TextField
          label="Microphone or box"
          value={t.pickup}
          readOnly={false}
          choices={usedIn(session, "pickup")}
          onSet={(v) => set("pickup", v.slice(0, 80), "microphone")}
        />
      )}
      {t.kind === "audio" && (
        <TextField
          label="Stand"
          value={t.stand}
          readOnly={false}
          choices={usedIn(session, "stand")}
          onSet={(v) => set("stand", v.slice(0, 60), "stand")}
        />
      )}
      <Field label="Monitor">
        <Select
          small
          value={t.monitor}
          onChange={(e) =>
            set(
              "monitor",
              e.target.value === "on" ? "on" : e.target.value === "off" ? "off" : "auto",
              "monitor",
            )
          }
        >
          <option value="auto">while it records</option>
          <option value="on">always</option>
          <option value="off">never</option>
        </Select>
      </Field>
      {(t.kind === "midi" || t.kind === "instrument") && (
        <NumberField
          label="MIDI channel"
          value={t.channel === null ? "" : String(t.channel)}
          hint="1 to 16, or empty"
          onSet={(v) => {
            const n = v.trim() === "" ? null : Number(v);
            if (n !== null && (!Number.isInteger(n) || n < 1 || n > 16)) return false;
            set("channel", n, "MIDI channel");
            return true;
          }}
        />
      )}
      {(t.kind === "midi" || t.kind === "instrument") && (
        <NumberField
          label="Transposed, semitones"
          value={String(t.transpose)}
          hint="−48 to 48"
          onSet={(v) => {
            const n = Number(v.replace("−", "-"));
            if (!Number.isInteger(n) || Math.abs(n) > 48) return false;
            set("transpose", n, "transposition");
            return true;
          }}
        />
      )}
      <span className="col-span-2 flex flex-wrap gap-x-4 gap-y-1">
        {tick("armed", "armed")}
        {tick("listenOnly", "listen only")}
        {t.kind === "audio" && t.source !== null && tick("phantom", "phantom power")}
      </span>
    </div>
  );
}

/** The trace that shows which decision of the house gives each value. */
export function WhyList({ why }: { why: readonly Why[] }) {
  return (
    <section aria-label="Why it looks like this" className="card p-3.5 pb-1.5">
      <h2 className="pb-2 font-semibold">Why the house wants it so</h2>
      <dl>
        {why.map((w) => (
          <div
            key={w.value + w.because}
            className="grid grid-cols-[58px_minmax(0,1fr)] gap-2 border-t border-line py-2 text-sm"
          >
            <dt className="text-ink-2">{w.value}</dt>
            <dd>
              <span className="font-semibold [overflow-wrap:anywhere]">{w.is}</span>
              <span className="block text-xs text-ink-2">
                {w.decidedBy ? (
                  <Link className="hover:underline" to={lineAddress(w.decidedBy)}>
                    {w.because}
                  </Link>
                ) : (
                  w.because
                )}
              </span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
