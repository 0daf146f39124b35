import { FileProblem } from "@mossy/core/formats/fileProblem";
import { TIME_FILES, addedTime, replacedTime } from "@mossy/core/formats/timeline/brought";
import type { BroughtTime } from "@mossy/core/formats/timeline/brought";
import type { Session } from "@mossy/core/session/document";
import { diff } from "@mossy/core/session/diff";
import { plural } from "@mossy/core/session/plural";
import { FileUp } from "lucide-react";
import type { Workpiece } from "../documents/workpiece.ts";
import { inWorker } from "../session/inWorker.ts";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { mention } from "../ui/toasts.tsx";
import type { TimeTask } from "./time.worker.ts";

/** A file that was read, and is to be taken or left. */
export interface Brought {
  readonly name: string;
  readonly time: BroughtTime;
}

/** Chooses a file of which the markers, tempos, meters and keys are read. */
export function BringTime({ session, onRead }: { session: Session; onRead: (brought: Brought) => void }) {
  const read = async (file: File): Promise<void> => {
    try {
      const worker = new Worker(new URL("./time.worker.ts", import.meta.url), { type: "module" });
      const task: TimeTask = { session, name: file.name, file };
      onRead({ name: file.name, time: await inWorker<TimeTask, BroughtTime>(worker, task, file.name) });
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      mention(e.message);
    }
  };
  return (
    <FileButton
      label="File with markers and tempos"
      accept={TIME_FILES}
      onFiles={([file]) => void read(file)}
    >
      <FileUp size={14} aria-hidden /> Bring in
    </FileButton>
  );
}

/** What a file holds, one kind a line. */
function holds({ tempo, meter, markers, tempos, meters, keys }: BroughtTime): string[] {
  const regions = markers.filter((m) => m.length !== null).length;
  const said: [number, string][] = [
    [markers.length - regions, "marker"],
    [regions, "region"],
    [tempos.length, "tempo move"],
    [meters.length, "meter change"],
    [keys.length, "key"],
  ];
  return [
    ...said.flatMap(([many, one]) => (many > 0 ? [plural(many, one)] : [])),
    ...(tempo === null ? [] : [`it begins at ${tempo} bpm`]),
    ...(meter === null ? [] : [`it begins in ${meter.beats}/${meter.unit}`]),
  ];
}

/** What a file brings: added to what is here, or in its place; undone in one. */
export function TakeTime({
  session,
  work,
  brought: { name, time },
  ofJob,
  onDone,
}: {
  session: Session;
  work: Workpiece;
  brought: Brought;
  /** Whether what comes belongs to a job. */
  ofJob: boolean;
  onDone: () => void;
}) {
  const lines = holds(time);
  const take = (next: Session): void => {
    const changes = diff(session, next);
    if (changes.length > 0) work.edit(changes, `bring in ${name}`);
    else mention("All of that is here already.");
    onDone();
  };
  return (
    <section aria-label="What the file brings" className="flex flex-col gap-3 p-4">
      <header>
        <span className="block truncate text-xs text-ink-2">{time.from}</span>
        <h2 className="truncate font-semibold">{name}</h2>
      </header>
      {lines.length === 0 ? (
        <p className="text-sm">It says nothing of markers, tempos, meters or keys.</p>
      ) : (
        <ul className="text-sm">
          {lines.map((line) => (
            <li key={line} className="border-b border-line py-1">
              {line}
            </li>
          ))}
        </ul>
      )}
      {time.notices.map((n) => (
        <p key={n} className="text-xs text-ink-2">
          {n}
        </p>
      ))}
      <div className="flex flex-wrap gap-2">
        {lines.length > 0 && (
          <>
            <Button small look="main" onClick={() => take(addedTime(session, time, ofJob))}>
              Add to what is here
            </Button>
            <Button small onClick={() => take(replacedTime(session, time, ofJob))}>
              In its place
            </Button>
          </>
        )}
        <Button small look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </section>
  );
}
