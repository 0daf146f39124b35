import type { Session, TrackId } from "@mossy/core/session/document";
import { EXAMPLES, say } from "@mossy/core/sheet/many";
import { useId, useState } from "react";
import { Input } from "../ui/pieces.tsx";
import type { Desk } from "./desk.ts";

/** One line that says what to do with all that is chosen: "8 dB down", "every second one right 40". What it would do is said before Enter does it. */
export function SayLine({ session, ids, desk }: { session: Session; ids: readonly TrackId[]; desk: Desk }) {
  const [text, setText] = useState("");
  const list = useId();
  const said = text.trim() === "" ? null : say(session, ids, text);
  const touched = said && "changes" in said ? new Set(said.changes.map((c) => ("id" in c ? c.id : ""))).size : 0;
  return (
    <form aria-label="Say what to do" className="flex flex-col gap-1" onSubmit={(e) => { e.preventDefault(); if (said && "changes" in said) { desk.edit(said.changes, said.says); setText(""); } }}>
      <label htmlFor="say" className="text-xs font-semibold text-ink-2">Say what to do with {ids.length === 1 ? "it" : `these ${ids.length}`}</label>
      <Input id="say" small className="font-mono" placeholder="8 dB down" list={list} autoComplete="off" value={text} onChange={(e) => { setText(e.target.value); }} onKeyDown={(e) => { if (e.key === "Escape") { setText(""); e.currentTarget.blur(); } }} />
      <datalist id={list}>{EXAMPLES.map((x) => <option key={x} value={x} />)}</datalist>
      {said && <span role="status" className={`text-xs ${"problem" in said ? "text-lantern" : "text-ink-2"}`}>{"problem" in said ? said.problem : touched === 0 ? `${said.says}: nothing would change` : `${said.says}: ${touched} of ${ids.length} change. Enter does it.`}</span>}
    </form>
  );
}
