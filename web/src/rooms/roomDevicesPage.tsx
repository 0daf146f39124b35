import type { InstalledThere } from "@mossy/contract/devices";
import { blankInstalled, deviceKey, inWords } from "@mossy/core/devices/installed";
import type { Installed } from "@mossy/core/devices/installed";
import { installedTable, readInstalled } from "@mossy/core/formats/installedTable";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { useParams } from "react-router";
import { BackAndForth } from "../ui/backAndForth.tsx";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { FileButton } from "../ui/fileField.tsx";
import { FindField } from "../ui/findField.tsx";
import { LIST_FILES, SaveList, tablesOf } from "../ui/listFiles.tsx";
import { AlertLine, Bar } from "../ui/listPage.tsx";
import { LongList } from "../ui/longList.tsx";
import { Input, PageHead, Pill } from "../ui/pieces.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient, useMayIn, useMe } from "../wire/queries.ts";

/** What is installed in a room: found, told anew from a file, one by one added and taken away. */
export default function RoomDevicesPage() {
  const { room = "" } = useParams();
  const card = useQuery(queries.room(room));
  const there = useQuery(later.installed(room));
  const error = card.error ?? there.error;
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void card.refetch();
          void there.refetch();
        }}
      />
    );
  if (!card.data || !there.data) return <Loading />;
  const { name, engineersEdit } = card.data.room;
  return <Devices key={room} room={room} name={name} engineersEdit={engineersEdit} there={there.data} />;
}

/** A list told otherwise, with what it was before. */
interface Step {
  readonly says: string;
  readonly before: readonly Installed[];
  readonly after: readonly Installed[];
}

/** Tells what is installed, and takes that back as long as nobody told it otherwise since. */
function useTelling(room: string, there: InstalledThere) {
  const [done, setDone] = useState<readonly Step[]>([]);
  const [undone, setUndone] = useState<readonly Step[]>([]);
  const save = useMutation({
    // One after the other, each made from the revision that stands then.
    scope: { id: `installed ${room}` },
    mutationFn: async (devices: readonly Installed[]) => {
      const key = later.installed(room).queryKey;
      const now = queryClient.getQueryData(key) ?? there;
      await ask("tellInstalled", { room }, { devices: [...devices], revision: now.revision });
      queryClient.setQueryData(key, { ...now, devices: [...devices], revision: now.revision + 1 });
    },
    onSettled: () =>
      Promise.all(
        ["installed", "device-matrix"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })),
      ),
  });
  const tell = (after: readonly Installed[], says: string): void => {
    save.mutate(after);
    setDone([...done, { says, before: there.devices ?? [], after }]);
    setUndone([]);
  };
  const stands = (list: readonly Installed[]): boolean =>
    JSON.stringify(list) === JSON.stringify(there.devices ?? []);
  const forget = (): void => {
    setDone([]);
    setUndone([]);
    mention("Somebody told it otherwise since: there is nothing to take back any more.");
  };
  const undo = (): void => {
    const step = done.at(-1);
    if (!step) return;
    if (!stands(step.after)) return forget();
    save.mutate(step.before);
    setDone(done.slice(0, -1));
    setUndone([...undone, step]);
  };
  const redo = (): void => {
    const step = undone.at(-1);
    if (!step) return;
    if (!stands(step.before)) return forget();
    save.mutate(step.after);
    setDone([...done, step]);
    setUndone(undone.slice(0, -1));
  };
  return { save, tell, undo, redo, undoes: done.at(-1)?.says ?? null, redoes: undone.at(-1)?.says ?? null };
}

function Devices({
  room,
  name,
  engineersEdit,
  there,
}: {
  room: string;
  name: string;
  engineersEdit: boolean;
  there: InstalledThere;
}) {
  const right = useMe()?.right;
  const may = useMayIn(room);
  const edits = right === "lead" || (right === "engineer" && may && engineersEdit);
  const list = there.devices ?? [];
  const [text, setText] = useState("");
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const [problem, setProblem] = useState<string | null>(null);
  const steps = useTelling(room, there);
  useShortcuts([
    { keys: "Ctrl+Z", says: "Undo", run: steps.undo },
    { keys: "Ctrl+Shift+Z", says: "Redo", run: steps.redo },
  ]);
  const shown = list.filter((d) =>
    `${d.name} ${d.maker} ${d.kind} ${d.format}`.toLowerCase().includes(wanted),
  );
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      steps.tell(readInstalled(await tablesOf(file)), `what ${file.name} says`);
      setProblem(null);
    } catch (e) {
      const why = e instanceof Error ? e.message : "it cannot be read.";
      setProblem(`${file.name}: ${why} Nothing was changed.`);
    }
  };
  return (
    <div className="flex h-full min-h-0 flex-col gap-4">
      <PageHead
        crumbs={[
          ["Rooms", "/rooms"],
          [name, `/rooms/${room}`],
        ]}
        title="What is installed"
        beside={
          there.told ? (
            <Pill>
              told by {there.told.by.name}, {day(there.told.at)}
            </Pill>
          ) : undefined
        }
      >
        {edits && (
          <BackAndForth
            undoes={steps.undoes}
            redoes={steps.redoes}
            onUndo={steps.undo}
            onRedo={steps.redo}
          />
        )}
      </PageHead>
      <Trouble error={steps.save.error} />
      <section aria-label="Installed" className="card flex min-h-0 flex-1 flex-col">
        <Bar className="flex-wrap">
          <span className="flex-1 font-semibold">{plural(list.length, "device")}</span>
          <FindField label="Find a device" className="w-56" value={text} onFind={setText} />
          <SaveList list={() => installedTable(list)} file={`Installed ${name}`} />
          {edits && (
            <FileButton
              small
              label="List from a file"
              accept={LIST_FILES}
              onFiles={([file]) => void read(file)}
            >
              From a file
            </FileButton>
          )}
        </Bar>
        <AlertLine across>{problem}</AlertLine>
        {list.length === 0 ? (
          <Empty title={there.devices === null ? "Nobody told yet" : "Nothing is installed"}>
            A list from a file says it, or the room&rsquo;s station does. Only then can a fit say what is
            missing here.
          </Empty>
        ) : (
          <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Devices">
            <LongList items={shown} keyOf={deviceKey} height={44}>
              {(d) => (
                <DeviceLine
                  of={d}
                  onDrop={
                    edits
                      ? () =>
                          steps.tell(
                            list.filter((o) => o !== d),
                            `${inWords(d)} taken away`,
                          )
                      : null
                  }
                />
              )}
            </LongList>
          </div>
        )}
        {edits && (
          <AddForm
            taken={new Set(list.map(deviceKey))}
            onAdd={(d) => steps.tell([...list, d], `${inWords(d)} added`)}
          />
        )}
      </section>
    </div>
  );
}

const ROW =
  "grid min-h-11 grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-3 " +
  "border-t border-line px-3.5 text-sm";

function DeviceLine({ of: d, onDrop }: { of: Installed; onDrop: (() => void) | null }) {
  const costs = [d.load === null ? "" : `${d.load} %`, d.memory === null ? "" : `${d.memory} MB`].filter(
    (c) => c !== "",
  );
  return (
    <span className={ROW}>
      <span className="min-w-0 truncate">
        <span className="font-semibold">{d.name}</span>{" "}
        <span className="text-ink-2">
          {[d.maker, d.format, d.version].filter((s) => s !== "").join(" · ")}
        </span>
      </span>
      <span className="truncate text-ink-2">
        {[d.kind, d.sort === "library" ? "library of sounds" : ""].filter(Boolean).join(", ")}
      </span>
      <span className="truncate text-ink-2">{costs.join(" · ")}</span>
      {onDrop ? (
        <Button small look="quiet" aria-label={`Take away: ${inWords(d)}`} onClick={onDrop}>
          Take away
        </Button>
      ) : (
        <span />
      )}
    </span>
  );
}

const FIELDS = [
  ["name", "Name", "w-48"],
  ["maker", "Maker", "w-36"],
  ["format", "Format", "w-24"],
  ["version", "Version", "w-20"],
  ["kind", "Kind", "w-32"],
] as const;
const NOTHING = { name: "", maker: "", format: "", version: "", kind: "" };

function AddForm({ taken, onAdd }: { taken: ReadonlySet<string>; onAdd: (d: Installed) => void }) {
  const [typed, setTyped] = useState(NOTHING);
  const made = blankInstalled(typed.name.trim(), {
    maker: typed.maker.trim(),
    format: typed.format.trim(),
    version: typed.version.trim(),
    kind: typed.kind.trim(),
  });
  const twice = made.name !== "" && taken.has(deviceKey(made));
  return (
    <form
      aria-label="Add a device"
      className="flex flex-wrap items-center gap-2 border-t border-line px-3.5 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (twice || made.name === "") return;
        onAdd(made);
        setTyped(NOTHING);
      }}
    >
      {FIELDS.map(([field, label, width]) => (
        <Input
          key={field}
          aria-label={label}
          placeholder={label}
          className={width}
          maxLength={80}
          required={field === "name"}
          value={typed[field]}
          onChange={(e) => setTyped({ ...typed, [field]: e.target.value })}
        />
      ))}
      <Button type="submit" disabled={twice}>
        Add
      </Button>
      {twice && (
        <span role="status" className="text-sm text-brick">
          That is in the list already.
        </span>
      )}
    </form>
  );
}
