import type { Chain } from "@mossy/contract/chains";
import { setField } from "@mossy/core/session/change";
import { CHANNEL_FORMATS, channelFormat } from "@mossy/core/session/document";
import type { Insert, Session, Track, TrackId } from "@mossy/core/session/document";
import { PROCESSORS, blankInsert, widthBehind } from "@mossy/core/session/processor";
import { bypassOf, chainFrom, putChain, standsBehind } from "@mossy/core/sheet/chains";
import { useMutation, useQuery } from "@tanstack/react-query";
import { ChevronDown, ChevronUp, X } from "lucide-react";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { TextField } from "../ui/textField.tsx";
import { Button } from "../ui/button.tsx";
import { Field, Input, Pill, Select } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { useTyped } from "../ui/useTyped.ts";

/** What stands on a track: kinds, devices, values; on or bypassed; from the shelf and back to it. */
export function ChainPanel({
  session,
  track: t,
  work,
}: {
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const { data } = useQuery(queries.chains);
  const shelf = data?.chains ?? [];
  const set = (inserts: Insert[], label: string): void => {
    work.edit([setField(t, "inserts", inserts)], label);
  };
  const change = (id: string, fields: Partial<Insert>): void =>
    set(
      t.inserts.map((i) => (i.id === id ? { ...i, ...fields } : i)),
      "processor",
    );
  const step = (at: number, by: number): void => {
    const next = [...t.inserts];
    const [one] = next.splice(at, 1);
    if (one) next.splice(at + by, 0, one);
    set(next, "order of processors");
  };
  const add = (kind: string): void => {
    let n = 1;
    while (t.inserts.some((i) => i.id === `i${n}`)) n++;
    set([...t.inserts, blankInsert(`i${n}`, kind)], `add ${kind}`);
    setOpen(`i${n}`);
  };
  const out = t.format === null ? null : widthBehind(t.format, t.inserts);
  const behind = standsBehind(t, shelf);
  return (
    <>
      <ul className="flex flex-col">
        {t.inserts.map((i, at) => (
          <li key={i.id} className="border-b border-line last:border-0">
            <div className="flex items-center gap-1 py-1">
              <button
                type="button"
                aria-expanded={open === i.id}
                className="min-w-0 flex-1 truncate py-1 text-left text-sm"
                onClick={() => setOpen(open === i.id ? null : i.id)}
              >
                <span className={i.bypassed ? "text-ink-2" : "font-semibold"}>{i.kind}</span>
                {i.device && <span className="text-ink-2"> {i.device.name}</span>}
                {i.before && <span className="text-xs text-ink-2"> · recorded</span>}
                {i.width && <span className="text-xs text-ink-2"> → {i.width}</span>}
              </button>
              <label className="flex items-center gap-1 text-xs text-ink-2">
                <input
                  type="checkbox"
                  checked={!i.bypassed}
                  onChange={(e) => change(i.id, { bypassed: !e.target.checked })}
                />{" "}
                on
              </label>
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`${i.kind} earlier`}
                disabled={at === 0}
                onClick={() => step(at, -1)}
              >
                <ChevronUp size={13} aria-hidden />
              </Button>
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`${i.kind} later`}
                disabled={at === t.inserts.length - 1}
                onClick={() => step(at, 1)}
              >
                <ChevronDown size={13} aria-hidden />
              </Button>
              <Button
                small
                look="quiet"
                className="px-1"
                aria-label={`Take out ${i.kind}`}
                onClick={() =>
                  set(
                    t.inserts.filter((x) => x.id !== i.id),
                    `take out ${i.kind}`,
                  )
                }
              >
                <X size={13} aria-hidden />
              </Button>
            </div>
            {open === i.id && (
              <InsertForm
                session={session}
                track={t}
                insert={i}
                onChange={(fields) => change(i.id, fields)}
              />
            )}
          </li>
        ))}
      </ul>
      {out !== null && out !== t.format && (
        <p className="text-xs text-ink-2">
          {t.format} in, {out} out.
        </p>
      )}
      <Select
        small
        aria-label="Add a processor"
        value=""
        onChange={(e) => {
          if (e.target.value !== "") add(e.target.value);
        }}
      >
        <option value="">add a processor…</option>
        {PROCESSORS.map((k) => (
          <option key={k}>{k}</option>
        ))}
      </Select>
      {behind.map((b) => {
        const takeUp = (ids: readonly TrackId[]): void => {
          work.edit(
            putChain(session, ids, b.latest.processors, { id: b.chain.id, version: b.latest.version }),
            `take up ${b.chain.name} ${b.latest.version}`,
          );
        };
        const all = session.tracks
          .filter((x) =>
            x.inserts.some((i) => i.chain?.id === b.chain.id && i.chain.version < b.latest.version),
          )
          .map((x) => x.id);
        return (
          <div key={b.chain.id} className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm">
            <p>
              {b.chain.name} is version {b.has} here, the shelf has {b.latest.version}
              {b.says.length > 0 ? `: ${b.says.join(", ")}` : ""}.
            </p>
            <p className="mt-1 flex flex-wrap gap-1.5">
              <Button small onClick={() => takeUp([t.id])}>
                Take it up
              </Button>
              {all.length > 1 && (
                <Button small onClick={() => takeUp(all)}>
                  On all {all.length}
                </Button>
              )}
            </p>
          </div>
        );
      })}
      <PutChain session={session} ids={[t.id]} work={work} />
      <SaveChain shelf={shelf} session={session} track={t} work={work} />
    </>
  );
}

/** Puts a chain of the shelf, in its latest version, on all that are chosen. */
function PutChain({ session, ids, work }: { session: Session; ids: readonly TrackId[]; work: Workpiece }) {
  const { data } = useQuery(queries.chains);
  const shelf = data?.chains ?? [];
  const put = (id: string): void => {
    const chain = shelf.find((c) => c.id === id);
    const latest = chain?.versions[0];
    if (chain && latest)
      work.edit(
        putChain(session, ids, latest.processors, { id, version: latest.version }),
        `put on ${chain.name}`,
      );
  };
  if (shelf.length === 0) return null;
  return (
    <Select
      small
      aria-label="Put a chain of the shelf on"
      value=""
      onChange={(e) => {
        if (e.target.value !== "") put(e.target.value);
      }}
    >
      <option value="">put a chain on…</option>
      {shelf.map((c) => (
        <option key={c.id} value={c.id}>
          {c.name}, version {c.versions[0]?.version}
        </option>
      ))}
    </Select>
  );
}

/** What stands on a track saved to the shelf: a new chain, or the next version of the one with that name. */
function SaveChain({
  shelf,
  session,
  track: t,
  work,
}: {
  shelf: readonly Chain[];
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const [name, setName] = useState("");
  const save = useMutation({
    mutationFn: () => ask("saveChain", {}, { name, processors: chainFrom(t), note: "" }),
    onSuccess: async (chain) => {
      await queryClient.invalidateQueries({ queryKey: ["chains"] });
      work.edit(
        putChain(session, [t.id], t.inserts, { id: chain.id, version: chain.versions[0]?.version ?? 1 }),
        "chain of the shelf",
      );
      mention(`“${chain.name}” is on the shelf as version ${chain.versions[0]?.version ?? 1}.`);
      setName("");
    },
  });
  return (
    <>
      {t.inserts.length > 0 && (
        <form
          className="flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            save.mutate();
          }}
        >
          <Input
            small
            aria-label="Name of the chain"
            list="chains"
            placeholder="Save as a chain"
            required
            maxLength={60}
            className="min-w-0 flex-1"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <datalist id="chains">
            {shelf.map((c) => (
              <option key={c.id} value={c.name} />
            ))}
          </datalist>
          <Button small type="submit" disabled={save.isPending || name.trim() === ""}>
            {shelf.some((c) => c.name.toLowerCase() === name.trim().toLowerCase())
              ? "Next version"
              : "Save to shelf"}
          </Button>
        </form>
      )}
      <Trouble error={save.error} />
    </>
  );
}

/** Everything about one processor. Values are typed one a line: "Ratio = 3:1". */
function InsertForm({
  session,
  track: t,
  insert: i,
  onChange,
}: {
  session: Session;
  track: Track;
  insert: Insert;
  onChange: (fields: Partial<Insert>) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const device = i.device ?? { maker: "", name: "", format: "", identifier: "" };
  const setDevice = (fields: Partial<typeof device>): void => {
    const next = { ...device, ...fields };
    onChange({ device: next.name === "" ? null : next });
  };
  const values = i.values.map((v) => `${v.name} = ${v.value}`).join("\n");
  const readValues = (text: string): void => {
    const lines = text
      .split("\n")
      .map((l) => l.trim())
      .filter(Boolean);
    const read = lines.map((l) => /^([^=]{1,60})=(.{0,80})$/.exec(l));
    const bad = read.findIndex((m) => m === null);
    if (bad >= 0) {
      setProblem(`Line ${bad + 1}, “${lines[bad] ?? ""}”, is not written like “Ratio = 3:1”.`);
      return;
    }
    setProblem(null);
    onChange({
      values: read
        .flatMap((m) => (m ? [{ name: (m[1] ?? "").trim(), value: (m[2] ?? "").trim() }] : []))
        .filter((v) => v.name !== ""),
    });
  };
  return (
    <div className="grid grid-cols-2 gap-x-2 gap-y-2 pb-3">
      <TextField
        label="Device"
        value={device.name}
        readOnly={false}
        onSet={(name) => setDevice({ name })}
      />
      <TextField
        label="Maker"
        value={device.maker}
        readOnly={i.device === null}
        onSet={(maker) => setDevice({ maker })}
      />
      <TextField
        label="Plug-in format"
        value={device.format}
        readOnly={i.device === null}
        onSet={(format) => setDevice({ format })}
      />
      <TextField
        label="Identifier"
        mono
        value={device.identifier}
        readOnly={i.device === null}
        onSet={(identifier) => setDevice({ identifier })}
      />
      <Field label="Comes out">
        <Select
          small
          value={i.width ?? ""}
          onChange={(e) =>
            onChange({ width: e.target.value === "" ? null : channelFormat.parse(e.target.value) })
          }
        >
          <option value="">as it came</option>
          {CHANNEL_FORMATS.map((f) => (
            <option key={f}>{f}</option>
          ))}
        </Select>
      </Field>
      <Field label="Stands">
        <Select
          small
          value={i.before ? "before" : "after"}
          onChange={(e) => onChange({ before: e.target.value === "before" })}
        >
          <option value="after">after the recording</option>
          <option value="before">before it</option>
        </Select>
      </Field>
      <span className="col-span-2">
        <Field label="Listens to (key input)">
          <Select
            small
            value={i.key ?? ""}
            onChange={(e) => onChange({ key: e.target.value === "" ? null : e.target.value })}
          >
            <option value="">itself</option>
            {session.tracks
              .filter((x) => x.id !== t.id && x.format !== null)
              .map((x) => (
                <option key={x.id} value={x.id}>
                  {x.name}
                </option>
              ))}
          </Select>
        </Field>
      </span>
      <span className="col-span-2">
        <ValuesField value={values} problem={problem} onSet={readValues} />
      </span>
    </div>
  );
}

function ValuesField({
  value,
  problem,
  onSet,
}: {
  value: string;
  problem: string | null;
  onSet: (text: string) => void;
}) {
  const { text, type, leave } = useTyped((typed) => {
    if (typed !== value) onSet(typed);
    return true;
  });
  return (
    <Field label="Values, one a line" problem={problem}>
      <textarea
        rows={3}
        className="w-full rounded-sm border border-line-strong bg-surface px-2 py-1 font-mono text-sm"
        placeholder="Ratio = 3:1"
        value={text ?? value}
        onChange={(e) => type(e.target.value)}
        onBlur={() => {
          leave();
        }}
      />
    </Field>
  );
}

/** Processors of several tracks: a chain put on all, one track's copied to the others, all of a kind bypassed or on. */
export function ManyProcessors({
  session,
  ids,
  from,
  work,
}: {
  session: Session;
  ids: readonly TrackId[];
  from: TrackId | null;
  work: Workpiece;
}) {
  const source = session.tracks.find((t) => t.id === from && t.inserts.length > 0);
  return (
    <>
      <PutChain session={session} ids={ids} work={work} />
      {source && (
        <Button
          small
          onClick={() => {
            work.edit(
              putChain(
                session,
                ids.filter((id) => id !== source.id),
                source.inserts,
                null,
              ),
              "copy processors",
            );
          }}
        >
          Copy those of {source.name.slice(0, 12)} to the others
        </Button>
      )}
      <BypassAll session={session} ids={ids} work={work} />
    </>
  );
}

function BypassAll({ session, ids, work }: { session: Session; ids: readonly TrackId[]; work: Workpiece }) {
  const kinds = [
    ...new Set(
      session.tracks.filter((t) => ids.includes(t.id)).flatMap((t) => t.inserts.map((i) => i.kind)),
    ),
  ].sort();
  if (kinds.length === 0) return <p className="text-sm text-ink-2">No processors on them.</p>;
  return (
    <ul className="flex flex-col gap-1">
      {kinds.map((kind) => {
        const all = session.tracks
          .filter((t) => ids.includes(t.id))
          .flatMap((t) => t.inserts.filter((i) => i.kind === kind));
        const off = all.filter((i) => i.bypassed).length;
        return (
          <li key={kind} className="flex items-center gap-2 text-sm">
            <span className="flex-1">
              {kind}{" "}
              <Pill>
                {off === 0
                  ? `${all.length} on`
                  : off === all.length
                    ? `${off} bypassed`
                    : `${off} of ${all.length} bypassed`}
              </Pill>
            </span>
            <Button
              small
              onClick={() => {
                work.edit(
                  bypassOf(session, ids, kind, off < all.length),
                  off < all.length ? `bypass ${kind}` : `${kind} on`,
                );
              }}
            >
              {off < all.length ? "Bypass" : "On"}
            </Button>
          </li>
        );
      })}
    </ul>
  );
}
