import { same, setSessionField } from "@mossy/core/session/change";
import { SETTINGS, SESSION_WORDS } from "@mossy/core/session/document";
import type { Session, SessionField, TrackId } from "@mossy/core/session/document";
import { timeIn, timeInWords } from "@mossy/core/session/time";
import { EndNames } from "../blocks/endNames.tsx";
import { Plus, X } from "lucide-react";
import { useState } from "react";
import type { ReactNode } from "react";
import { TextField } from "../ui/textField.tsx";
import { SettingsForm } from "../session/settingsForm.tsx";
import { Button } from "../ui/button.tsx";
import { Input, TextArea } from "../ui/pieces.tsx";
import { useTyped } from "../ui/useTyped.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { LinkSets } from "../sheet/links.tsx";

const FORM = [
  "sampleRate",
  "bitDepth",
  "fileType",
  "tempo",
  "meter",
  "mainFormat",
  "leadIn",
  "musicBar",
  "preRoll",
  "panLaw",
  "frameRate",
  "lanes",
] as const;

/** What the session runs at, what the template fixes, what whoever opens it should know and go through. */
export function SetUp({
  session,
  work,
  onSelect,
  children,
}: {
  session: Session;
  work: Workpiece | null;
  onSelect: (ids: readonly TrackId[]) => void;
  /** What else there is to say of them, below. */
  children?: ReactNode;
}) {
  const set = <F extends "fixedEnd" | "fixed" | "checklist" | "notes" | "interfaceInputs">(
    field: F,
    to: Session[F],
    label: string,
  ): void => {
    if (work && !same(session[field], to))
      work.edit([setSessionField<SessionField>(session, field, to)], label);
  };
  const [problem, setProblem] = useState<string | null>(null);
  const [inputsProblem, setInputsProblem] = useState<string | null>(null);
  return (
    <div className="h-full overflow-y-auto" tabIndex={0} role="region" aria-label="Settings and notes">
      <SettingsForm
        label="Settings of the session"
        start={session}
        onChange={
          work
            ? (next) => {
                work.edit(
                  FORM.flatMap((f) =>
                    same(session[f], next[f]) ? [] : [setSessionField(session, f, next[f])],
                  ),
                  "settings",
                );
              }
            : null
        }
      >
        <TextField
          mono
          label="Fixed end"
          hint="58:00, or empty for open"
          problem={problem}
          readOnly={!work}
          value={session.fixedEnd === null ? "" : timeInWords(session.fixedEnd)}
          onSet={(text) => {
            const to = text === "" ? null : timeIn(text);
            if (to === undefined) setProblem(`“${text}” is no time. Write it 58:00 or 1:02:30.`);
            else {
              setProblem(null);
              set("fixedEnd", to, "fixed end");
            }
          }}
        />
        <TextField
          mono
          label="Inputs the interface has"
          hint="empty: not said"
          problem={inputsProblem}
          readOnly={!work}
          value={session.interfaceInputs === null ? "" : String(session.interfaceInputs)}
          onSet={(text) => {
            const n = text === "" ? null : Number(text);
            const fits = n === null || (Number.isInteger(n) && n >= 1 && n <= 1024);
            setInputsProblem(fits ? null : `“${text}” is no whole number from 1 to 1024.`);
            if (fits) set("interfaceInputs", n, "inputs of the interface");
          }}
        />
      </SettingsForm>
      {session.ends.length > 0 && <EndNames session={session} work={work} />}
      <fieldset className="border-t border-line p-4" disabled={!work}>
        <legend className="contents">
          <span className="text-sm font-semibold">What this template fixes</span>
        </legend>
        <p className="pb-2 text-sm text-ink-2">The rest is chosen by whoever starts a session from it.</p>
        <div className="flex flex-wrap gap-x-5 gap-y-1.5 text-sm">
          {SETTINGS.map((f) => (
            <label key={f} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={session.fixed.includes(f)}
                onChange={(e) =>
                  set(
                    "fixed",
                    SETTINGS.filter((x) => (x === f ? e.target.checked : session.fixed.includes(x))),
                    e.target.checked ? `fix ${SESSION_WORDS[f]}` : `free ${SESSION_WORDS[f]}`,
                  )
                }
              />{" "}
              {SESSION_WORDS[f]}
            </label>
          ))}
        </div>
      </fieldset>
      <OpeningNote value={session.notes} readOnly={!work} onSet={(text) => set("notes", text, "notes")} />
      <section className="border-t border-line p-4" aria-label="Before recording">
        <h2 className="pb-1 text-sm font-semibold">Before recording</h2>
        <Checklist
          session={session}
          readOnly={!work}
          onSet={(list, label) => set("checklist", list, label)}
        />
      </section>
      <section className="border-t border-line p-4" aria-label="Link sets">
        <h2 className="pb-2 text-sm font-semibold">Link sets</h2>
        <LinkSets session={session} work={work} onSelect={onSelect} />
      </section>
      <TrackNotes session={session} onSelect={onSelect} />
      {children}
    </div>
  );
}

function OpeningNote({
  value,
  readOnly,
  onSet,
}: {
  value: string;
  readOnly: boolean;
  onSet: (text: string) => void;
}) {
  const { text, type, leave } = useTyped((typed) => {
    if (typed !== value) onSet(typed);
    return true;
  });
  return (
    <section aria-label="Opening note" className="border-t border-line p-4">
      <label htmlFor="notes" className="text-sm font-semibold">
        What whoever opens this template should know
      </label>
      <TextArea
        id="notes"
        className="mt-1.5 min-h-28 w-full resize-y"
        maxLength={20_000}
        readOnly={readOnly}
        value={text ?? value}
        onChange={(e) => type(e.target.value)}
        onBlur={() => {
          leave();
        }}
      />
      <p className="text-xs text-ink-2">
        Shows when a session is started from it, and travels in every package. Saved when you leave the
        field.
      </p>
    </section>
  );
}

/** Points that are gone through before the red light. */
function Checklist({
  session,
  readOnly,
  onSet,
}: {
  session: Session;
  readOnly: boolean;
  onSet: (list: string[], label: string) => void;
}) {
  const [text, setText] = useState("");
  const list = session.checklist;
  return (
    <>
      {list.length === 0 && <p className="pb-2 text-sm text-ink-2">Nothing to go through yet.</p>}
      <ul className="pb-1">
        {list.map((line, i) => (
          <li key={line} className="flex items-center gap-2 py-0.5 text-sm">
            <span aria-hidden className="size-3.5 rounded-[4px] border border-line-strong" />
            <span className="flex-1">{line}</span>
            {!readOnly && (
              <Button
                small
                look="quiet"
                className="px-1.5"
                aria-label={`Take out “${line}”`}
                onClick={() =>
                  onSet(
                    list.filter((_, n) => n !== i),
                    "checklist",
                  )
                }
              >
                <X size={14} aria-hidden />
              </Button>
            )}
          </li>
        ))}
      </ul>
      {!readOnly && (
        <form
          className="flex max-w-lg gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            const line = text.trim();
            if (line !== "" && !list.includes(line)) onSet([...list, line], "checklist");
            setText("");
          }}
        >
          <Input
            small
            aria-label="One more point"
            placeholder="Headphones heard by every player"
            maxLength={200}
            className="flex-1"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button small type="submit">
            <Plus size={14} aria-hidden /> Add
          </Button>
        </form>
      )}
    </>
  );
}

function TrackNotes({
  session,
  onSelect,
}: {
  session: Session;
  onSelect: (ids: readonly TrackId[]) => void;
}) {
  const noted = session.tracks.filter((t) => t.notes !== "");
  if (noted.length === 0) return null;
  return (
    <section className="border-t border-line p-4" aria-label="Notes on tracks">
      <h2 className="pb-1 text-sm font-semibold">Notes on tracks</h2>
      <ul>
        {noted.map((t) => (
          <li key={t.id} className="flex gap-3 py-0.5 text-sm">
            <button
              type="button"
              className="w-32 shrink-0 truncate text-left font-mono hover:underline"
              onClick={() => onSelect([t.id])}
            >
              {t.name}
            </button>
            <span className="min-w-0 whitespace-pre-wrap">{t.notes}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
