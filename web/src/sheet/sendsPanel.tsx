import { setField } from "@mossy/core/session/change";
import { circleThrough } from "@mossy/core/session/circle";
import type { Send, Session, Track } from "@mossy/core/session/document";
import { PATHS } from "@mossy/core/session/kind";
import { addSend } from "@mossy/core/sheet/paths";
import { X } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Select } from "../ui/select.tsx";
import { PickOne, named } from "../ui/chooser.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { LevelField } from "../ui/levelField.tsx";
import { nameOf } from "./pathsPanel.tsx";

/**
 * What a track sends elsewhere: how loud, before or after its fader. A send that would close a circle is
 * refused with the circle.
 */
export function SendsPanel({
  session,
  track: t,
  work,
}: {
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const set = (sends: Send[], label: string): void => {
    work.edit([setField(t, "sends", sends)], label);
  };
  const change = (id: string, fields: Partial<Send>): void =>
    set(
      t.sends.map((s) => (s.id === id ? { ...s, ...fields } : s)),
      "send",
    );
  const add = (to: string): void => {
    const round = circleThrough(session, t.id, to);
    if (round) {
      setProblem(`That would go round in a circle: ${round.map((id) => nameOf(session, id)).join(" → ")}.`);
      return;
    }
    setProblem(null);
    const cue = session.tracks.find((x) => x.id === to)?.kind === "cue-mix";
    work.edit([addSend(t, to, cue ? { level: 0, beforeFader: true } : {})], "new send");
  };
  const targets = session.tracks.filter(
    (x) => PATHS.has(x.kind) && x.format !== null && x.id !== t.id && !t.sends.some((s) => s.to === x.id),
  );
  return (
    <>
      {t.sends.map((s) => (
        <div key={s.id} className="flex items-end gap-1.5">
          <span className="min-w-0 flex-1">
            <span className="block truncate font-mono text-sm" title={nameOf(session, s.to)}>
              {nameOf(session, s.to)}
            </span>
            <Select
              small
              aria-label={`Where the send to ${nameOf(session, s.to)} is taken`}
              className="w-full"
              value={s.beforeFader ? "before" : "after"}
              onChange={(e) => change(s.id, { beforeFader: e.target.value === "before" })}
            >
              <option value="after">after the fader</option>
              <option value="before">before the fader</option>
            </Select>
          </span>
          <LevelField
            label="dB"
            className="w-16"
            value={s.level}
            onSet={(level) => change(s.id, { level })}
          />
          <Button
            small
            look="quiet"
            className="px-1.5"
            aria-label={`Take out the send to ${nameOf(session, s.to)}`}
            onClick={() =>
              set(
                t.sends.filter((x) => x.id !== s.id),
                "take out a send",
              )
            }
          >
            <X size={14} aria-hidden />
          </Button>
        </div>
      ))}
      <PickOne small aria-label="Send to" says="send to…" options={named(targets)} onPick={add} />
      {problem !== null && (
        <p role="alert" className="text-sm text-brick">
          {problem}
        </p>
      )}
    </>
  );
}
