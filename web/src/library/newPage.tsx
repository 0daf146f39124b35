import type { Style } from "@mossy/core/house/style";
import { check, open } from "@mossy/core/check/check";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { readIncoming } from "@mossy/core/formats/readForeign";
import type { ForeignSession } from "@mossy/core/formats/foreignSession";
import { newSession } from "@mossy/core/house/starts";
import { session as sessionSchema } from "@mossy/core/session/document";
import type { Session, TrackId } from "@mossy/core/session/document";
import { byId, depthOf } from "@mossy/core/session/routing";
import { cleaned, lookThrough, usualStay } from "@mossy/core/sheet/clean";
import type { ForeignTrack, ForeignSort, Stay } from "@mossy/core/sheet/clean";
import { STARTERS, startWith } from "@mossy/core/sheet/templateStarters";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Upload } from "lucide-react";
import { useCallback, useMemo, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { z } from "zod";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe, useStyle } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Choice, Field, Input, PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { useKept } from "../ui/useKept.ts";
import { useSteady } from "../ui/useSteady.ts";
import { PartPicker } from "../sheet/partPicker.tsx";
import { newId } from "../session/newId.ts";

const FROM = ["nothing", "starter", "template", "file"] as const;
type From = (typeof FROM)[number];

/** What stands half filled in; a session read from somewhere is kept as far as the window's memory goes. */
const halfBegun = z.object({
  name: z.string(),
  shelf: z.string(),
  from: z.enum(FROM),
  session: sessionSchema.nullable(),
  chosen: z.string().nullable(),
});
const BEGUN: z.infer<typeof halfBegun> = {
  name: "",
  shelf: "",
  from: "nothing",
  session: null,
  chosen: null,
};

/** What is still wanting, by where it starts from. */
const WAITS: Readonly<Record<From, string>> = {
  nothing: "Give it a name",
  starter: "Choose a starter and give it a name",
  template: "Choose a template and give it a name",
  file: "Give a file and a name",
};

/** Begins a template: from nothing, from a starter, from another template, or from a file that is cleaned first. */
export default function NewTemplatePage() {
  const { style } = useStyle();
  const may = useMe()?.right === "lead";
  const { data } = useQuery(queries.library);
  const [query] = useSearchParams();
  const shelves = [...new Set((data?.templates ?? []).map((t) => t.shelf))];
  const [begun, setBegun, forget] = useKept(
    "new-template",
    { ...BEGUN, shelf: query.get("shelf") ?? "" },
    halfBegun,
  );
  const { name, shelf, from, session, chosen } = begun;
  const set = (fields: Partial<typeof begun>): void => setBegun({ ...begun, ...fields });
  const pickPart = useSteady((part: Session | null): void => set({ session: part }));
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: () =>
      ask(
        "newTemplate",
        {},
        {
          name,
          shelf: shelf === "" ? (shelves[0] ?? "Templates") : shelf,
          ...(session ? { session } : {}),
        },
      ),
    onSuccess: async ({ id }) => {
      forget();
      await queryClient.invalidateQueries({ queryKey: ["library"] });
      await navigate(`/library/${id}`);
    },
  });
  if (!may)
    return (
      <Empty title="The lead begins templates">Start a session from a release, or ask the lead.</Empty>
    );
  const choose = (next: From): void => set({ from: next, session: null, chosen: null });
  const waits = from !== "nothing" && session === null;
  const off = session ? open(check(style, session)).length : 0;
  return (
    <form
      className="flex h-full min-h-[560px] flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!waits) make.mutate();
      }}
    >
      <PageHead crumbs={[["Library", "/library"]]} title="New template">
        <span role="status" className="text-sm text-ink-2">
          {session
            ? `${session.tracks.length} tracks to start with, ${off === 0 ? "nothing off" : `${off} to look at`}${name.trim() === "" ? ". Give it a name" : ""}`
            : waits || name.trim() === ""
              ? WAITS[from]
              : ""}
        </span>
        <Button look="main" type="submit" disabled={make.isPending || waits || name.trim() === ""}>
          Begin it
        </Button>
      </PageHead>
      <div className="card flex flex-wrap items-end gap-4 p-4">
        <Field label="Name">
          <Input
            aria-label="Name"
            autoFocus
            required
            maxLength={80}
            className="w-72"
            value={name}
            onChange={(e) => set({ name: e.target.value })}
          />
        </Field>
        <Field label="Shelf">
          <Input
            aria-label="Shelf"
            maxLength={60}
            list="shelves"
            placeholder={shelves[0] ?? "Templates"}
            className="w-44"
            value={shelf}
            onChange={(e) => set({ shelf: e.target.value })}
          />
        </Field>
        <datalist id="shelves">
          {shelves.map((s) => (
            <option key={s} value={s} />
          ))}
        </datalist>
        <div className="flex flex-col gap-1">
          <span className="text-xs font-semibold text-ink-2">Start from</span>
          <Choice
            label="Start from"
            value={from}
            choices={[
              ["nothing", "Nothing"],
              ["starter", "A starter"],
              ["template", "Another template"],
              ["file", "A file"],
            ]}
            onChoose={choose}
          />
        </div>
      </div>
      <Trouble error={make.error} />
      {from === "nothing" && (
        <div className="card">
          <Empty title="An empty draft">
            With the house's settings for new sessions. Names are typed or pasted in the workbench.
          </Empty>
        </div>
      )}
      {from === "starter" && (
        <Starters style={style} chosen={chosen} onChoose={(s, id) => set({ session: s, chosen: id })} />
      )}
      {from === "template" && <FromTemplate onChoose={pickPart} />}
      {session && from !== "file" && <Preview session={session} />}
      {from === "file" && (
        <FromFile
          style={style}
          kept={session}
          onChoose={(s, title) =>
            set({ session: s, ...(name === "" && title !== null ? { name: title } : {}) })
          }
        />
      )}
    </form>
  );
}

function Starters({
  style,
  chosen,
  onChoose,
}: {
  style: Style;
  chosen: string | null;
  onChoose: (s: Session, id: string) => void;
}) {
  return (
    <ul className="grid grid-cols-2 gap-3 max-[900px]:grid-cols-1">
      {STARTERS.map((s) => (
        <li key={s.id}>
          <button
            type="button"
            aria-pressed={chosen === s.id}
            onClick={() => onChoose(startWith(style, s, newId), s.id)}
            className={`card flex h-full w-full flex-col p-4 text-left ${chosen === s.id ? "border-moss bg-moss-soft" : "hover:border-line-strong"}`}
          >
            <span className="font-semibold">{s.name}</span>
            <span className="block text-sm text-ink-2">{s.says}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The tracks a template begins with, under their house names. */
function Preview({ session }: { session: Session }) {
  const tracks = byId(session);
  return (
    <section
      aria-label="What it begins with"
      tabIndex={0}
      className="card min-h-0 flex-1 overflow-y-auto p-4"
    >
      <h2 className="pb-2 font-semibold">What it begins with</h2>
      <ul className="columns-3 gap-6 max-[900px]:columns-2">
        {session.tracks.map((t) => (
          <li
            key={t.id}
            className="flex break-inside-avoid items-center gap-2 py-0.5"
            style={{ paddingLeft: depthOf(tracks, t) * 16 }}
          >
            <Tile colour={t.colour} icon={t.icon} size={20} />
            <span className={`truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}>
              {t.name}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function FromTemplate({ onChoose }: { onChoose: (s: Session | null) => void }) {
  /** Nothing is chosen at first: what was kept over a reload stays until something is. */
  const begun = useRef(false);
  const pick = useCallback(
    (part: Session | null): void => {
      if (part) begun.current = true;
      if (begun.current) onChoose(part && { ...part, kept: [] });
    },
    [onChoose],
  );
  return (
    <div className="card p-4">
      <PartPicker onPick={pick} />
      <p className="mt-2 text-sm text-ink-2">
        The other template stays as it is; this one goes its own way from there.
      </p>
    </div>
  );
}

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
  ["dress", "names, colours and order by the house"],
];

/** A file read and shown for what it carries; what stays is chosen, the result is dressed and checked, the file itself is never touched. */
function FromFile({
  style,
  kept,
  onChoose,
}: {
  style: Style;
  /** What was made of a file before the page was loaded anew. */ kept: Session | null;
  onChoose: (s: Session | null, title: string | null) => void;
}) {
  const [incoming, setIncoming] = useState<{
    name: string;
    read: ForeignSession;
    looked: readonly ForeignTrack[];
  } | null>(null);
  const [stay, setStay] = useState<Stay | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const settle = (read: ForeignSession, next: Stay, title: string | null): void => {
    setStay(next);
    onChoose(cleaned(style, read.session, newSession(style.house, read.session.title), next), title);
  };
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const read = readIncoming(style, file.name, new Uint8Array(await file.arrayBuffer()), newId);
      const looked = lookThrough(style, read.session);
      setIncoming({ name: file.name, read, looked });
      setProblem(null);
      settle(read, usualStay(looked, read.session), read.session.title);
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
      <div
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void take(e.dataTransfer.files[0]);
        }}
        className={`flex items-center gap-3 rounded-md border border-dashed px-4 py-2.5 ${over ? "border-moss bg-moss-soft" : "border-line-strong"}`}
      >
        <Upload size={16} aria-hidden className="text-ink-2" />
        <span className="flex-1 text-ink-2">
          {incoming ? (
            <>
              <span className="font-mono text-ink">{incoming.name}</span>, a {incoming.read.from}
            </>
          ) : (
            "Drop a session file (.dawproject), a MIDI file (.mid) or a track sheet (.csv) here"
          )}
        </span>
        <input
          ref={chooser}
          type="file"
          accept=".dawproject,.zip,.mid,.midi,.csv,.txt"
          aria-label="File to start from"
          className="sr-only"
          tabIndex={-1}
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
        <Button
          small
          onClick={() => {
            chooser.current?.click();
          }}
        >
          {incoming ? "Another file" : "Choose a file"}
        </Button>
      </div>
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-3 py-2 text-sm text-brick">
          {problem}
        </p>
      )}
      {!incoming && kept && <Preview session={kept} />}
      {incoming && stay && (
        <div className="beside min-h-0 flex-1 [--beside:276px]">
          <section aria-label="Tracks of the file" tabIndex={0} className="card min-h-0 overflow-y-auto">
            {GROUPS.map(([standing, title, says]) => {
              const list = groups.get(standing) ?? [];
              if (list.length === 0) return null;
              const ids = list.map((l) => l.track.id);
              const all = ids.every((id) => stay.tracks.has(id) || standing === "role");
              return (
                <section key={standing} aria-label={title}>
                  <header className="sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-4 py-2">
                    <h2 className="font-semibold">{title}</h2>
                    <Pill look={standing === "role" ? "ok" : "look"}>{list.length}</Pill>
                    <span className="flex-1 truncate text-sm text-ink-2">{says}</span>
                    <Button
                      small
                      onClick={() => {
                        const next = new Set(stay.tracks);
                        for (const id of ids)
                          if (all && standing !== "role") next.delete(id);
                          else next.add(id);
                        settle(incoming.read, { ...stay, tracks: next }, null);
                      }}
                    >
                      {all && standing !== "role" ? "Keep none" : "Keep all"}
                    </Button>
                  </header>
                  <ul>
                    {list.map((l) => (
                      <Line
                        key={l.track.id}
                        looked={l}
                        stays={stay.tracks.has(l.track.id)}
                        onToggle={(id, on) => {
                          const next = new Set(stay.tracks);
                          if (on) next.add(id);
                          else next.delete(id);
                          settle(incoming.read, { ...stay, tracks: next }, null);
                        }}
                      />
                    ))}
                  </ul>
                </section>
              );
            })}
          </section>
          <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto">
            <section className="card p-3.5" aria-label="Left behind">
              <h2 className="pb-1 font-semibold">Left behind</h2>
              {incoming.read.carried.length === 0 ? (
                <p className="text-sm text-ink-2">The file carries nothing of a job besides its tracks.</p>
              ) : (
                <>
                  <p className="pb-1 text-sm text-ink-2">It belongs to the job. The file keeps it.</p>
                  <ul>
                    {incoming.read.carried.map((c) => (
                      <li key={c.what} className="flex justify-between border-t border-line py-1 text-sm">
                        <span>{c.what}</span>
                        <span className="font-mono">
                          {c.many}
                          {c.bytes === null ? "" : ` · ${inBytes(c.bytes)}`}
                        </span>
                      </li>
                    ))}
                  </ul>
                </>
              )}
              {incoming.read.remarks.map((r) => (
                <p key={r} className="border-t border-line py-1 text-xs text-ink-2">
                  {r}
                </p>
              ))}
            </section>
            <fieldset className="card flex flex-col gap-1.5 p-3.5">
              <legend className="contents">
                <span className="font-semibold">Of what stays, keep</span>
              </legend>
              {PARTS.map(([part, says]) => (
                <label key={part} className="flex items-center gap-2 text-sm">
                  <input
                    type="checkbox"
                    checked={stay[part]}
                    onChange={(e) => settle(incoming.read, { ...stay, [part]: e.target.checked }, null)}
                  />{" "}
                  {says}
                </label>
              ))}
            </fieldset>
          </aside>
        </div>
      )}
    </>
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
          className={`min-w-0 flex-1 truncate font-mono text-sm ${folder || stays ? "" : "text-ink-2 line-through"}`}
        >
          {t.name === "" ? "(no name)" : t.name}
        </span>
        <span className="text-sm text-ink-2">{folder ? "stays with what it holds" : says}</span>
      </label>
    </li>
  );
}

const inBytes = (n: number): string =>
  n < 1 << 10
    ? `${n} B`
    : n < 1 << 20
      ? `${Math.round(n / (1 << 10))} kB`
      : `${(n / (1 << 20)).toFixed(1)} MB`;
