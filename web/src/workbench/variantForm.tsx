import type { Style } from "@mossy/core/house/style";
import type { PartBy } from "@mossy/core/library/variant";
import type { Variant } from "@mossy/core/session/beside";
import type { Session, TrackId } from "@mossy/core/session/document";
import { KIND_WORDS, TRACK_KINDS } from "@mossy/core/session/kind";
import { Button } from "../ui/button.tsx";
import { ChipPick } from "../ui/chipPick.tsx";
import { Chooser, PickOne } from "../ui/chooser.tsx";
import { TextField } from "../ui/textField.tsx";

interface FormProps {
  readonly variant: Variant;
  readonly session: Session;
  readonly style: Style;
  readonly part: PartBy;
  readonly onChange: ((next: Variant) => void) | null;
  readonly onTakeOut: (() => void) | null;
}

/** The rule of a variant, part by part. */
export function VariantForm({ variant: v, session, style, part, onChange, onTakeOut }: FormProps) {
  const set = (fields: Partial<Variant>): void => onChange?.({ ...v, ...fields });
  const roles = [...new Set(session.tracks.flatMap((t) => t.role ?? []))].sort();
  const nameOf = (id: TrackId): string => session.tracks.find((t) => t.id === id)?.name ?? "gone";
  return (
    <fieldset
      disabled={!onChange}
      aria-label={`Rule of ${v.name}`}
      className="flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
    >
      <TextField
        label="Name"
        readOnly={!onChange}
        value={v.name}
        onSet={(name) => {
          if (name !== "") set({ name });
        }}
      />
      <div className="flex flex-wrap gap-x-5 gap-y-1 text-sm">
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={v.recorded}
            onChange={(e) => set({ recorded: e.target.checked })}
          />{" "}
          only what is recorded
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={v.noInstruments}
            onChange={(e) => set({ noInstruments: e.target.checked })}
          />{" "}
          without instruments
        </label>
      </div>
      <ChipPick
        label="Folders"
        empty="all"
        chosen={v.folders}
        choices={session.tracks.filter((t) => t.kind === "folder").map((t) => [t.id, t.name])}
        onChange={(folders) => set({ folders: [...folders] })}
      />
      <ChipPick
        label="Roles"
        empty="all"
        chosen={v.roles}
        choices={roles.map((r) => [r, style.reader.roles.get(r)?.name ?? r])}
        onChange={(next) => set({ roles: [...next] })}
      />
      <ChipPick
        label="Kinds"
        empty="whatever brings sound in"
        chosen={v.kinds}
        choices={TRACK_KINDS.map((k) => [k, KIND_WORDS[k]])}
        onChange={(kinds) => set({ kinds: TRACK_KINDS.filter((k) => kinds.includes(k)) })}
      />
      {session.links.length > 0 && (
        <ChipPick
          label="Link sets"
          empty="any"
          chosen={v.links}
          choices={session.links.map((l) => [l.id, l.name])}
          onChange={(links) => set({ links: [...links] })}
        />
      )}
      {session.views.length > 0 && (
        <Chooser
          label="As in a view"
          value={v.view}
          none="by no view"
          options={session.views.map((w) => [w.id, w.name] as const)}
          onChoose={onChange && ((view) => set({ view }))}
        />
      )}
      <Singles
        label="Also in it"
        ids={v.with}
        nameOf={nameOf}
        session={session}
        not={v.without}
        onSet={(ids) => set({ with: ids })}
      />
      <Singles
        label="Not in it"
        ids={v.without}
        nameOf={nameOf}
        session={session}
        not={v.with}
        onSet={(ids) => set({ without: ids })}
      />
      {part.needed.length > 0 && (
        <p className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          {part.needed.map(nameOf).join(", ")} {part.needed.length === 1 ? "stays" : "stay"}: what is in it
          feeds {part.needed.length === 1 ? "it" : "them"}.
        </p>
      )}
      {onTakeOut && (
        <Button small className="self-start" onClick={onTakeOut}>
          Take the variant out
        </Button>
      )}
    </fieldset>
  );
}

/** Single tracks, whatever the rule says. */
function Singles({
  label,
  ids,
  nameOf,
  session,
  not,
  onSet,
}: {
  label: string;
  ids: readonly TrackId[];
  nameOf: (id: TrackId) => string;
  session: Session;
  not: readonly TrackId[];
  onSet: (ids: TrackId[]) => void;
}) {
  const free = session.tracks.filter(
    (t) => !ids.includes(t.id) && !not.includes(t.id) && t.kind !== "main",
  );
  return (
    <div className="flex flex-wrap items-center gap-2 text-sm">
      <span className="text-xs font-semibold text-ink-2">{label}</span>
      {ids.map((id) => (
        <button
          key={id}
          type="button"
          aria-label={`${label}: take ${nameOf(id)} away`}
          className="rounded-full bg-sunk px-2.5 py-0.5 font-mono text-xs hover:line-through"
          onClick={() => onSet(ids.filter((x) => x !== id))}
        >
          {nameOf(id)} ×
        </button>
      ))}
      <PickOne
        small
        aria-label={`${label}: add`}
        says="a single track…"
        options={free.map((t) => [t.id, t.name])}
        onPick={(id) => onSet([...ids, id])}
      />
    </div>
  );
}
