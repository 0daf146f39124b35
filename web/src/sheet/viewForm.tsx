import { COLUMNS } from "@mossy/core/session/beside";
import type { Style } from "@mossy/core/house/style";
import type { View } from "@mossy/core/session/beside";
import { setSessionField } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { KIND_WORDS, TRACK_KINDS } from "@mossy/core/session/kind";
import { useState } from "react";
import { ChipPick } from "../ui/chipPick.tsx";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";

/** Makes or changes a view of the template. */
export function ViewForm({
  style,
  session,
  work,
  start,
  folders,
  onDone,
}: {
  style: Style;
  session: Session;
  work: Workpiece;
  start: View | null;
  folders: readonly string[];
  onDone: (id: string) => void;
}) {
  const own = start !== null && session.views.some((v) => v.id === start.id);
  const [view, setView] = useState<View>(() => beginning(start, own, folders));
  const set = (fields: Partial<View>): void => setView({ ...view, ...fields });
  const taken = session.views.some(
    (v) => v.id !== view.id && v.name.toLowerCase() === view.name.trim().toLowerCase(),
  );
  const save = (views: View[], label: string): void => {
    work.edit([setSessionField(session, "views", views)], label);
  };
  return (
    <form
      aria-label="View"
      className="card flex flex-col gap-3 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        if (view.name.trim() === "" || taken) return;
        const next = { ...view, name: view.name.trim() };
        save(
          own ? session.views.map((v) => (v.id === next.id ? next : v)) : [...session.views, next],
          "view",
        );
        onDone(next.id);
      }}
    >
      <div>
        <h2 className="font-semibold">{own ? "The view" : "A view"}</h2>
        <p className="text-sm text-ink-2">What shows in the track sheet. Hiding never changes the sound.</p>
      </div>
      <Field label="Name" problem={taken ? "This template has a view of that name." : null}>
        <Input
          autoFocus
          small
          required
          maxLength={60}
          value={view.name}
          onChange={(e) => set({ name: e.target.value })}
        />
      </Field>
      <ShownParts view={view} style={style} session={session} onSet={set} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" type="submit">
          Keep it
        </Button>
        <Button onClick={() => onDone(start?.id ?? "")}>Cancel</Button>
        {own && (
          <Button
            look="quiet"
            onClick={() => {
              save(
                session.views.filter((v) => v.id !== view.id),
                "take out a view",
              );
              onDone("");
            }}
          >
            Take it out
          </Button>
        )}
      </div>
    </form>
  );
}

/** What a view shows: tracks by kind, folder, role, and which columns. */
function ShownParts({
  style,
  session,
  view,
  onSet,
}: {
  style: Style;
  session: Session;
  view: View;
  onSet: (fields: Partial<View>) => void;
}) {
  const roles = [...new Set(session.tracks.flatMap((t) => t.role ?? []))].sort();
  return (
    <>
      <ChipPick
        label="Kinds"
        empty="all"
        chosen={view.kinds}
        choices={TRACK_KINDS.map((k) => [k, KIND_WORDS[k]])}
        onChange={(kinds) => onSet({ kinds: TRACK_KINDS.filter((k) => kinds.includes(k)) })}
      />
      <ChipPick
        label="Folders"
        empty="all"
        chosen={view.folders}
        choices={session.tracks.filter((t) => t.kind === "folder").map((t) => [t.id, t.name])}
        onChange={(next) => onSet({ folders: [...next] })}
      />
      <ChipPick
        label="Roles"
        empty="all"
        chosen={view.roles}
        choices={roles.map((r) => [r, style.reader.roles.get(r)?.name ?? r])}
        onChange={(next) => onSet({ roles: [...next] })}
      />
      <label className="flex items-center gap-2 text-sm">
        <input type="checkbox" checked={view.armed} onChange={(e) => onSet({ armed: e.target.checked })} />{" "}
        only what is armed
      </label>
      <ChipPick
        label="Columns"
        empty="none but the name"
        chosen={view.columns}
        choices={COLUMNS.map((c) => [c, c])}
        onChange={(columns) => onSet({ columns: COLUMNS.filter((c) => columns.includes(c)) })}
      />
    </>
  );
}

/**
 * A view to begin with: the one that is changed, a copy of one that is always there, or a new one for the
 * chosen folders.
 */
function beginning(start: View | null, own: boolean, folders: readonly string[]): View {
  if (start) return own ? start : { ...start, id: newId(), name: "" };
  return {
    id: newId(),
    name: "",
    kinds: [],
    roles: [],
    folders: [...folders],
    armed: false,
    columns: [...COLUMNS],
  };
}
