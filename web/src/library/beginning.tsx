import { Field, Input } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { FIRST_NOTE } from "./halfBegun.ts";
import type { HalfBegun } from "./halfBegun.ts";
import { ProductionField } from "./productionField.tsx";

/** Published at once, rooms can start from it; else it begins as a draft. */
function PublishAtOnce({
  note,
  usual,
  onSet,
}: {
  note: string | null;
  /** What is noted where nobody says otherwise. */
  usual: string;
  onSet: (note: string | null) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={note !== null}
          onChange={(e) => onSet(e.target.checked ? usual : null)}
        />{" "}
        Publish it at once as release 1
      </label>
      {note !== null && (
        <Input
          aria-label="Note of release 1"
          required
          maxLength={2000}
          className="w-72"
          value={note}
          onChange={(e) => onSet(e.target.value)}
        />
      )}
    </div>
  );
}

/** What it is called, where it stands, and what it starts from. */
export function Beginning({
  begun,
  shelves,
  usual,
  ofSession,
  onSet,
}: {
  begun: HalfBegun;
  shelves: readonly string[];
  /** The shelf it comes onto where none is said. */
  usual: string;
  /** Whether the page was opened from a session. */
  ofSession: boolean;
  onSet: (fields: Partial<HalfBegun>) => void;
}) {
  return (
    <div className="card flex flex-wrap items-end gap-4 p-4">
      <Field label="Name">
        <Input
          aria-label="Name"
          autoFocus
          required
          maxLength={80}
          className="w-72"
          value={begun.name}
          onChange={(e) => onSet({ name: e.target.value })}
        />
      </Field>
      <Field label="Shelf">
        <Input
          aria-label="Shelf"
          maxLength={60}
          list="shelves"
          placeholder={usual}
          className="w-44"
          value={begun.shelf}
          onChange={(e) => onSet({ shelf: e.target.value })}
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
          value={begun.from}
          choices={[
            ["nothing", "Nothing"],
            ["starter", "A starter"],
            ["template", "Another template"],
            ...(ofSession ? [["session", "The session"] as const] : []),
            ["file", "A file"],
          ]}
          onChoose={(from) => onSet({ from, session: null, chosen: null })}
        />
      </div>
      <div className="flex basis-full flex-wrap items-center gap-x-8 gap-y-2">
        <ProductionField value={begun.production} onChange={(production) => onSet({ production })} />
        {begun.session !== null && (
          <PublishAtOnce
            note={begun.note}
            usual={begun.from === "session" ? FIRST_NOTE : "As it began."}
            onSet={(note) => onSet({ note })}
          />
        )}
      </div>
    </div>
  );
}
