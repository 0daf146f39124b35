import type { Session, TrackId } from "@mossy/core/session/document";
import { EXAMPLES, examplesFor, say } from "@mossy/core/sheet/many";
import { createContext, useContext, useEffect, useId, useRef, useState } from "react";
import { Input } from "../ui/pieces.tsx";
import type { Workpiece } from "../documents/workpiece.ts";

const SHOWN = 5;
/** All that can be said stands in the list of what the keyboard does as well. */
export const SAID_KEYS = [{ keys: "E", says: `Said in a line: ${EXAMPLES.join(" · ")}` }] as const;

/** Whether somebody wants to type into the line; it is told when that was given. */
const focusWish = createContext({ wished: false, given: () => {} });
export const SayFocus = focusWish.Provider;
export const useSayFocus = () => useContext(focusWish);

/**
 * One line that says what to do with all that is chosen: "8 dB down", "send to Plate at −12". What it would
 * do is said before Enter does it.
 */
export function SayLine({
  session,
  ids,
  work,
}: {
  session: Session;
  ids: readonly TrackId[];
  work: Workpiece;
}) {
  const [text, setText] = useState("");
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  const { wished, given } = useSayFocus();
  useEffect(() => {
    if (!wished) return;
    field.current?.focus();
    given();
  }, [wished, given]);
  const said = text.trim() === "" ? null : say(session, ids, text);
  const touched =
    said && "changes" in said ? new Set(said.changes.map((c) => ("id" in c ? c.id : ""))).size : 0;
  const could = text.trim() === "" || (said && "problem" in said) ? examplesFor(text).slice(0, SHOWN) : [];
  return (
    <form
      aria-label="Say what to do"
      className="flex flex-col gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (said && "changes" in said) {
          work.edit(said.changes, said.says);
          setText("");
        }
      }}
    >
      <label htmlFor={id} className="text-xs font-semibold text-ink-2">
        Say what to do with {ids.length === 1 ? "it" : `these ${ids.length}`}
      </label>
      <Input
        ref={field}
        id={id}
        small
        className="font-mono"
        placeholder="8 dB down"
        autoComplete="off"
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Escape") {
            setText("");
            e.currentTarget.blur();
          }
        }}
      />
      {said && (
        <span role="status" className={`text-xs ${"problem" in said ? "text-lantern" : "text-ink-2"}`}>
          {"problem" in said
            ? said.problem
            : touched === 0
              ? `${said.says}: nothing would change`
              : `${said.says}: ${touched} of ${ids.length} change. Enter does it.`}
        </span>
      )}
      {could.length > 0 && (
        <ul aria-label="What can be said" className="flex flex-wrap gap-1">
          {could.map((e) => (
            <li key={e}>
              <button
                type="button"
                className="rounded-full bg-sunk px-2 py-0.5 font-mono text-xs text-ink-2 hover:text-ink"
                onClick={() => {
                  setText(e);
                  field.current?.focus();
                }}
              >
                {e}
              </button>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
