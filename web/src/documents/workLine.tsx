import { BackAndForth } from "../ui/backAndForth.tsx";
import { Button } from "../ui/button.tsx";
import type { Workpiece, WorkpieceState } from "./workpiece.ts";

/** Undo and redo of what is worked on; each says what it would do. */
export function UndoRedo<D, C>({ work, state }: { work: Workpiece<D, C>; state: WorkpieceState<D, C> }) {
  return (
    <BackAndForth
      undoes={state.undoes}
      redoes={state.redoes}
      onUndo={() => work.undo()}
      onRedo={() => work.redo()}
    />
  );
}

/** The time for something of today, else the day. */
function timeOrDay(at: Date): string {
  return at.toDateString() === new Date().toDateString()
    ? at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })
    : at.toLocaleDateString("en-GB", { day: "numeric", month: "short" });
}

const SAVING = { saving: "Saving…", waiting: "Waiting for the house; nothing is lost" } as const;

/** Whether what was done has reached the house. */
export function SaveWord<D, C>({ state }: { state: WorkpieceState<D, C> }) {
  return (
    <span role="status" className="text-sm text-ink-2">
      {state.saving === "saved" ? `Saved ${timeOrDay(state.savedAt)}` : SAVING[state.saving]}
    </span>
  );
}

/** What did not go through, until it was read. */
export function NotDone<D, C>({ work, state }: { work: Workpiece<D, C>; state: WorkpieceState<D, C> }) {
  if (state.problem === null) return null;
  return (
    <p
      role="alert"
      className="flex items-center gap-3 rounded-md bg-brick-soft px-3 py-2 text-sm text-brick"
    >
      <span className="flex-1">{state.problem}</span>
      <Button small onClick={() => work.dismiss()}>
        Understood
      </Button>
    </p>
  );
}
