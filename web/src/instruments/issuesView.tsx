import type { WholeSampleLibrary } from "@mossy/contract/instruments";
import { laidOver, libraryDifferences, takenOver } from "@mossy/core/instruments/issues";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { OUR_MIDDLE } from "@mossy/core/session/midiKeys";
import type { Middle } from "@mossy/core/session/midiKeys";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { Field, Input } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { later } from "../wire/laterQueries.ts";
import { queryClient } from "../wire/queries.ts";
import { DifferenceList } from "./differenceList.tsx";
import type { LibraryView } from "./work.ts";
import { LibraryFiles, MiddleField } from "./newLibrary.tsx";
import { readLibraryFiles } from "./readFiles.ts";

/** What a file says otherwise, taken over line by line as the next issue; and what earlier issues were. */
export function IssuesView({
  whole,
  saved,
  ...view
}: LibraryView & {
  whole: WholeSampleLibrary;
  /** Whether everything done here has reached the house. */
  saved: boolean;
}) {
  // An issue is kept as the next is taken in: whoever did that sees it.
  const { issue } = view.library;
  const asked = useRef<string | null>(null);
  useEffect(() => {
    if (!saved || asked.current === issue) return;
    asked.current = issue;
    void queryClient.invalidateQueries({ queryKey: ["sample-library", whole.id] });
  }, [saved, whole.id, issue]);
  return (
    <div className="grid h-full min-h-0 grid-cols-2 gap-4 max-[900px]:grid-cols-1 max-[900px]:overflow-y-auto">
      {view.change ? (
        <TakeIn {...view} />
      ) : (
        <section aria-label="Take in" className="card p-4 text-sm text-ink-2">
          Engineers and leads take in what a new issue says.
        </section>
      )}
      <Earlier {...view} whole={whole} />
    </div>
  );
}

/** A file that was read, laid over the library. */
interface Read {
  readonly file: string;
  readonly other: SampleLibrary;
}

function TakeIn({ style, library, change }: LibraryView) {
  const [middle, setMiddle] = useState<Middle>(OUR_MIDDLE);
  const [read, setRead] = useState<Read | null>(null);
  const look = useMutation({
    mutationFn: async (files: readonly File[]): Promise<Read> => {
      const { called, patches } = await readLibraryFiles(style.reader, files, middle);
      return { file: called, other: laidOver(library, patches, newId) };
    },
    onSuccess: setRead,
  });
  return (
    <section aria-label="Take in" className="card flex min-h-0 flex-col gap-3 p-4">
      <div>
        <h2 className="font-semibold">Take in what files say</h2>
        <p className="text-sm text-ink-2">
          It is laid beside what stands here, line by line; what it says nothing of stays as it is.
        </p>
      </div>
      <div className="self-start">
        <MiddleField middle={middle} onChoose={setMiddle} />
      </div>
      <LibraryFiles busy={look.isPending} onFiles={(files) => look.mutate(files)} />
      <Trouble error={look.error} />
      {read && (
        <TakeOver
          key={read.file}
          style={style}
          library={library}
          read={read}
          onLeave={() => setRead(null)}
          onTake={(patches, issue, many) => {
            const next = { ...library, patches, issue: issue.trim() };
            if (!change?.(next, `take in “${read.file}”`)) return;
            mention(`${plural(many, "line")} taken over. Undo takes them back.`);
            setRead(null);
          }}
        />
      )}
    </section>
  );
}

function TakeOver({
  style,
  library,
  read,
  onTake,
  onLeave,
}: Omit<LibraryView, "change"> & {
  read: Read;
  onTake: (patches: SampleLibrary["patches"], issue: string, many: number) => void;
  onLeave: () => void;
}) {
  const all = useMemo(() => libraryDifferences(style.reader, library, read.other), [style, library, read]);
  // A list of one section says nothing of the others: what it does not have goes only where somebody says so.
  const [chosen, choose] = useState<ReadonlySet<string>>(
    () => new Set(all.filter((d) => d.what !== "gone").map((d) => d.id)),
  );
  const [issue, setIssue] = useState(library.issue);
  const many = all.filter((d) => chosen.has(d.id)).length;
  if (all.length === 0)
    return <Empty title="It says the same">Nothing in “{read.file}” is other than what stands here.</Empty>;
  return (
    <>
      <DifferenceList
        all={all}
        chosen={chosen}
        onChoose={choose}
        label={`What “${read.file}” says otherwise`}
      />
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Issue it is now">
          <Input
            small
            className="w-28"
            maxLength={40}
            value={issue}
            onChange={(e) => setIssue(e.target.value)}
          />
        </Field>
        <span className="ml-auto flex gap-2">
          <Button look="quiet" onClick={onLeave}>
            Leave it
          </Button>
          <Button
            look="main"
            disabled={many === 0}
            onClick={() => onTake(takenOver(library, read.other, chosen), issue, many)}
          >
            Take over {plural(many, "line")}
          </Button>
        </span>
      </div>
    </>
  );
}

function Earlier({ style, library, whole }: LibraryView & { whole: WholeSampleLibrary }) {
  const [issue, setIssue] = useState<string | null>(null);
  return (
    <section aria-label="Earlier issues" className="card flex min-h-0 flex-col gap-3 p-4">
      <div>
        <h2 className="font-semibold">Earlier issues</h2>
        <p className="text-sm text-ink-2">
          As each was when the next was taken in. Choose one to see what is another since.
        </p>
      </div>
      {whole.issues.length === 0 ? (
        <Empty title="None is kept yet">
          Change its issue, and what it was before is kept under the old one.
        </Empty>
      ) : (
        <ul className="flex flex-wrap gap-2">
          {whole.issues.map((i) => (
            <li key={i.issue}>
              <Button
                small
                aria-pressed={i.issue === issue}
                look={i.issue === issue ? "main" : "plain"}
                onClick={() => setIssue(i.issue === issue ? null : i.issue)}
              >
                {i.issue} <span className="font-normal opacity-80">until {day(i.at)}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
      {issue !== null && <Since style={style} library={library} id={whole.id} issue={issue} />}
    </section>
  );
}

function Since({ style, library, id, issue }: Omit<LibraryView, "change"> & { id: string; issue: string }) {
  const { data, error, refetch } = useQuery(later.libraryIssue(id, issue));
  const all = useMemo(
    () => (data ? libraryDifferences(style.reader, data.library, library) : []),
    [style, data, library],
  );
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  if (all.length === 0)
    return <Empty title="Nothing is another">Patches and articulations are as they were.</Empty>;
  return <DifferenceList all={all} label={`What is another since issue ${issue}`} />;
}
