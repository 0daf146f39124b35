import { useDeferredValue } from "react";
import type { Finding } from "@mossy/core/check/rule";
import { planHouse } from "@mossy/core/house/plan";
import type { Style } from "@mossy/core/house/style";
import { whyOf } from "@mossy/core/house/why";
import { setField } from "@mossy/core/session/change";
import { playsInWords } from "@mossy/core/session/plays";
import { soundFolderInWords } from "@mossy/core/session/soundFolder";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { leavesTheSession } from "@mossy/core/session/routing";
import { alike } from "@mossy/core/sheet/select";
import type { Likeness } from "@mossy/core/sheet/select";
import { copiesOf } from "@mossy/core/sheet/step";
import { FindingCard } from "../check/card.tsx";
import { RolePicker } from "../words/rolePicker.tsx";
import { TITLE_OF } from "../check/titles.ts";
import { actsOn, sayRole } from "../check/useFindings.ts";
import { TextField } from "../ui/textField.tsx";
import { Select } from "../ui/select.tsx";
import { Tile } from "../ui/tile.tsx";
import { SoundFolderPanel } from "../items/soundFolderPanel.tsx";
import { ItemLine, ItemsPanel } from "../items/itemsPanel.tsx";
import { ChainPanel } from "./chainPanel.tsx";
import { Copies } from "./copies.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";
import { PathsPanel } from "./pathsPanel.tsx";
import { SayLine, useSayFocus } from "./sayLine.tsx";
import { Section } from "../ui/section.tsx";
import { SendsPanel } from "./sendsPanel.tsx";
import { roleInWords } from "./rowWords.ts";
import { Recording } from "./recording.tsx";
import { TrackValues } from "./trackValues.tsx";
import { WhyList } from "./whyList.tsx";

interface InspectorProps {
  readonly style: Style;
  readonly session: Session;
  readonly track: Track;
  readonly findings: readonly Finding[];
  readonly work: Workpiece | null;
  /** Whether it is a session of a job, and no template. */
  readonly ofJob?: boolean;
  readonly onChoose?: (ids: readonly TrackId[]) => void;
  /** Somebody wants to say something about a finding. */
  readonly onRemark?: (finding: Finding) => void;
}

/** What is selected, what is off about it, its values, and why it is so. */
export function Inspector(props: InspectorProps) {
  const { style, session, track, findings, work, ofJob = false, onChoose, onRemark } = props;
  // The house's plan of a long session may come a moment after what was typed.
  const wanted = planHouse(style, useDeferredValue(session)).wanted.get(track.id);
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
            {track.plays && <p className="text-sm text-ink-2">plays {playsInWords(track.plays)}</p>}
            {track.sounds && <p className="text-sm text-ink-2">{soundFolderInWords(track.sounds)}</p>}
          </div>
        </div>
        {findings.map((f) => (
          <FindingCard
            key={f.id}
            finding={f}
            title={TITLE_OF.get(f.rule) ?? ""}
            acts={work ? actsOn(work, f) : null}
            onRemark={onRemark && (() => onRemark(f))}
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
            ofJob={ofJob}
            {...(onChoose ? { onChoose } : {})}
          />
        )}
        {!work && track.items.length > 0 && (
          <Section title="What lies on it" count={track.items.length}>
            <ul className="flex flex-col gap-1.5">
              {track.items.map((i) => (
                <li key={i.id} className="flex items-center gap-2 text-sm">
                  <ItemLine session={session} item={i} />
                </li>
              ))}
            </ul>
          </Section>
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
  ofJob,
  onChoose,
}: {
  style: Style;
  session: Session;
  track: Track;
  work: Workpiece;
  ofJob: boolean;
  onChoose?: (ids: readonly TrackId[]) => void;
}) {
  const say = useSayFocus();
  return (
    <>
      <TrackValues style={style} session={session} track={t} work={work} />
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
      {(!PATHS.has(t.kind) || t.items.length > 0) && (
        <Section title="What lies on it" count={t.items.length}>
          <ItemsPanel session={session} track={t} work={work} ofJob={ofJob} />
        </Section>
      )}
      {(!PATHS.has(t.kind) || t.sounds !== null) && (
        <Section title="Folder of sounds" count={t.sounds?.files.length ?? 0}>
          <SoundFolderPanel
            sounds={t.sounds}
            onSet={(sounds, label) => {
              work.edit([setField(t, "sounds", sounds)], label);
            }}
          />
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
