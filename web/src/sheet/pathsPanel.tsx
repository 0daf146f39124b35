import type { Style } from "@mossy/core/house/style";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import {
  busFor,
  cueMixFrom,
  monitorPath,
  parallelOf,
  returnFor,
  stageBeforeMain,
} from "@mossy/core/sheet/paths";
import type { Gesture } from "@mossy/core/sheet/paths";
import { useState } from "react";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { Select } from "../ui/select.tsx";
import { Options, named } from "../ui/chooser.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { newId } from "../session/newId.ts";

/** Does a gesture, or says why it cannot be done. @returns what it made */
export function doIt(work: Workpiece, gesture: Gesture, label: string): TrackId | null {
  if ("problem" in gesture) {
    mention(gesture.problem);
    return null;
  }
  return work.edit(gesture.changes, label) ? gesture.made : null;
}

/** The usual gestures of routing, for what is chosen. */
export function PathsPanel({
  style,
  session,
  ids,
  work,
  onMade,
}: {
  style: Style;
  session: Session;
  ids: readonly TrackId[];
  work: Workpiece;
  onMade: (id: TrackId) => void;
}) {
  const returns = style.house.words.roles.filter((r) => r.kind === "return");
  const [role, setRole] = useState(
    returns.find((r) => r.id === "plate-reverb")?.id ?? returns[0]?.id ?? "",
  );
  const act = (gesture: Gesture, label: string): void => {
    const made = doIt(work, gesture, label);
    if (made !== null) onMade(made);
  };
  const [one] = ids;
  const these = ids.length === 1 ? "this" : "these";
  return (
    <>
      <Button small onClick={() => act(busFor(style, session, ids, newId()), "a bus")}>
        A bus for {these}
      </Button>
      <div className="flex gap-1.5">
        <Button
          small
          className="flex-1"
          onClick={() => act(returnFor(style, session, ids, role, newId()), "a return")}
        >
          A return for {these}
        </Button>
        <Select
          small
          aria-label="Which return"
          className="w-28"
          value={role}
          onChange={(e) => setRole(e.target.value)}
        >
          <Options of={named(returns)} />
        </Select>
      </div>
      <Button small onClick={() => act(cueMixFrom(style, session, ids, newId()), "a headphone mix")}>
        A headphone mix from {these}
      </Button>
      {ids.length === 1 && one !== undefined && (
        <Button small onClick={() => act(parallelOf(style, session, one, newId()), "a parallel path")}>
          A parallel path of this
        </Button>
      )}
      {ids.length === 1 && session.tracks.find((t) => t.id === one)?.kind === "main" && (
        <>
          <Button
            small
            onClick={() => act(stageBeforeMain(style, session, newId()), "a stage before the main path")}
          >
            A stage before it
          </Button>
          <Button small onClick={() => act(monitorPath(style, session, newId()), "a path to the monitors")}>
            A path to the monitors
          </Button>
        </>
      )}
    </>
  );
}

/** A track's name for lists that speak of it. */
export const nameOf = (session: Session, id: TrackId | null): string =>
  id === null ? "nothing" : (session.tracks.find((t: Track) => t.id === id)?.name ?? "gone");
