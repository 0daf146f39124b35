import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import { inSize } from "@mossy/core/formats/bytes";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { ForeignSession } from "@mossy/core/formats/foreignSession";
import { newSession } from "@mossy/core/house/starts";
import type { Session, TrackId } from "@mossy/core/session/document";
import { cleaned, lookThrough, usualStay } from "@mossy/core/sheet/clean";
import type { ForeignTrack, ForeignSort, Stay } from "@mossy/core/sheet/clean";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { FileDrop } from "../ui/fileField.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Preview } from "./preview.tsx";
import { readFile } from "../session/readFile.ts";

const GROUPS: readonly (readonly [ForeignSort, string, string])[] = [
  ["role", "Read as roles", "They stay."],
  ["job", "Names of the job", "Nobody can tell a role from them. Keep the ones this template needs."],
  ["unfed", "Nobody feeds them", "Buses, returns and cue mixes without a source."],
  ["empty-folder", "Empty folders", "They hold nothing."],
];

const PARTS: readonly (readonly [Exclude<keyof Stay, "tracks">, string])[] = [
  ["processors", "processors, their values"],
  ["sends", "sends"],
  ["levels", "levels, places, widths"],
  ["inputs", "inputs"],
  ["notes", "notes"],
  ["settings", "tempo, rate, main path"],
  ["marks", "what is armed, a job's own, kept as it is"],
  ["dress", "names, colours and order by the house"],
];

/** A file that was read, with what the house makes of each of its tracks. */
interface ReadFile {
  readonly name: string;
  readonly read: ForeignSession;
  readonly looked: readonly ForeignTrack[];
}

/**
 * A file read and shown for what it carries; what stays is chosen, the result is dressed and checked, the
 * file itself is never touched.
 */
export function FromFile({
  style,
  kept,
  onChoose,
}: {
  style: Style;
  /** What was made of a file before the page was loaded anew. */
  kept: Session | null;
  onChoose: (s: Session | null, title: string | null) => void;
}) {
  const [incoming, setIncoming] = useState<ReadFile | null>(null);
  const [stay, setStay] = useState<Stay | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const settle = (read: ForeignSession, next: Stay, title: string | null): void => {
    setStay(next);
    onChoose(cleaned(style, read.session, newSession(style.house, read.session.title), next), title);
  };
  const take = async (file: File): Promise<void> => {
    try {
      const read = await readFile(style.house, file);
      const looked = lookThrough(style, read.session);
      setIncoming({ name: file.name, read, looked });
      setProblem(null);
      settle(read, usualStay(looked, read.session, read.whole), read.session.title);
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      setProblem(e.message);
    }
  };
  const groups = useMemo(
    () => new Map(GROUPS.map(([s]) => [s, incoming?.looked.filter((l) => l.standing === s) ?? []])),
    [incoming],
  );
  return (
    <>
      <FileDrop
        label="File to start from"
        accept=".dawproject,.zip,.json,.mid,.midi,.rmi,.musicxml,.mxl,.xml,.csv,.tsv,.txt,.xlsx,.ods"
        button={incoming ? "Another file" : "Choose a file"}
        onFiles={([file]) => void take(file)}
      >
        {incoming ? (
          <>
            <span className="font-mono text-ink">{incoming.name}</span>, a {incoming.read.from}
          </>
        ) : (
          "Drop a session file (.dawproject), a template file (.json), a MIDI file (.mid), " +
          "a score (.musicxml, .mxl) or a track sheet (.csv, .xlsx) here"
        )}
      </FileDrop>
      <AlertLine>{problem}</AlertLine>
      {!incoming && kept && <Preview session={kept} />}
      {incoming && stay && (
        <div className="beside min-h-0 flex-1 [--beside:276px]">
          <section aria-label="Tracks of the file" tabIndex={0} className="card min-h-0 overflow-y-auto">
            {GROUPS.map(([standing, title, says]) => (
              <TrackGroup
                key={standing}
                standing={standing}
                title={title}
                says={says}
                list={groups.get(standing) ?? []}
                stays={stay.tracks}
                onKeep={(tracks) => settle(incoming.read, { ...stay, tracks }, null)}
              />
            ))}
          </section>
          <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto">
            <LeftBehind read={incoming.read} />
            <KeptParts stay={stay} onChange={(next) => settle(incoming.read, next, null)} />
          </aside>
        </div>
      )}
    </>
  );
}

function TrackGroup({
  standing,
  title,
  says,
  list,
  stays,
  onKeep,
}: {
  standing: ForeignSort;
  title: string;
  says: string;
  list: readonly ForeignTrack[];
  stays: ReadonlySet<TrackId>;
  onKeep: (tracks: Set<TrackId>) => void;
}) {
  if (list.length === 0) return null;
  const ids = list.map((l) => l.track.id);
  const all = ids.every((id) => stays.has(id) || standing === "role");
  const keep = (which: readonly TrackId[], on: boolean): void => {
    const next = new Set(stays);
    for (const id of which)
      if (on) next.add(id);
      else next.delete(id);
    onKeep(next);
  };
  return (
    <section aria-label={title}>
      <header
        className={clsx(
          "sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-4 py-2",
        )}
      >
        <h2 className="font-semibold">{title}</h2>
        <Pill look={standing === "role" ? "ok" : "look"}>{list.length}</Pill>
        <span className="flex-1 truncate text-sm text-ink-2">{says}</span>
        <Button small onClick={() => keep(ids, !(all && standing !== "role"))}>
          {all && standing !== "role" ? "Keep none" : "Keep all"}
        </Button>
      </header>
      <ul>
        {list.map((l) => (
          <Line
            key={l.track.id}
            looked={l}
            stays={stays.has(l.track.id)}
            onToggle={(id, on) => keep([id], on)}
          />
        ))}
      </ul>
    </section>
  );
}

function Line({
  looked: { track: t, says, standing },
  stays,
  onToggle,
}: {
  looked: ForeignTrack;
  stays: boolean;
  onToggle: (id: TrackId, on: boolean) => void;
}) {
  const folder = t.kind === "folder" && standing === "role";
  return (
    <li className="border-b border-line px-4 py-1">
      <label className="flex items-center gap-2.5">
        <input
          type="checkbox"
          checked={folder || stays}
          disabled={folder}
          onChange={(e) => onToggle(t.id, e.target.checked)}
        />
        <Tile colour={t.colour} icon={t.icon} size={20} />
        <span
          className={clsx(
            "min-w-0 flex-1 truncate font-mono text-sm",
            folder || stays ? "" : "text-ink-2 line-through",
          )}
        >
          {t.name === "" ? "(no name)" : t.name}
        </span>
        <span className="text-sm text-ink-2">{folder ? "stays with what it holds" : says}</span>
      </label>
    </li>
  );
}

/** What the file carries that belongs to its job. */
function LeftBehind({ read }: { read: ForeignSession }) {
  return (
    <section className="card p-3.5" aria-label="Left behind">
      <h2 className="pb-1 font-semibold">Left behind</h2>
      {read.carried.length === 0 ? (
        <p className="text-sm text-ink-2">The file carries nothing of a job besides its tracks.</p>
      ) : (
        <>
          <p className="pb-1 text-sm text-ink-2">It belongs to the job. The file keeps it.</p>
          <ul>
            {read.carried.map((c) => (
              <li key={c.what} className="flex justify-between border-t border-line py-1 text-sm">
                <span>{c.what}</span>
                <span className="font-mono">
                  {c.many}
                  {c.bytes === null ? "" : ` · ${inSize(c.bytes)}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {read.notices.map((r) => (
        <p key={r} className="border-t border-line py-1 text-xs text-ink-2">
          {r}
        </p>
      ))}
    </section>
  );
}

function KeptParts({ stay, onChange }: { stay: Stay; onChange: (next: Stay) => void }) {
  return (
    <fieldset className="card flex flex-col gap-1.5 p-3.5">
      <legend className="contents">
        <span className="font-semibold">Of what stays, keep</span>
      </legend>
      {PARTS.map(([part, says]) => (
        <label key={part} className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={stay[part]}
            onChange={(e) => onChange({ ...stay, [part]: e.target.checked })}
          />{" "}
          {says}
        </label>
      ))}
    </fieldset>
  );
}
