import { sameSize } from "@mossy/core/disk/sameContent";
import type { Entry } from "@mossy/core/disk/entry";
import { useEffect, useRef, useState } from "react";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import type { AuditNews, AuditTask } from "./audit.worker.ts";
import { useHouseWork } from "../house/work.ts";
import type { House } from "@mossy/core/house/house";
import { Chooser } from "../ui/chooser.tsx";
import { AuditFindings } from "./auditFindings.tsx";
import type { AuditSource } from "./auditFindings.tsx";
import { ListingForm } from "./listingForm.tsx";

interface Looking {
  /** How far it is, from 0 to 1; null while nothing is looked through. */
  readonly share: number | null;
  readonly problem: string | null;
  readonly source: AuditSource | null;
}

/** Looks through trees in a worker, one at a time; ending it cancels. */
function useAudit(house: House) {
  const worker = useRef<Worker | null>(null);
  const [looking, setLooking] = useState<Looking>({ share: null, problem: null, source: null });
  const set = (fields: Partial<Looking>): void => setLooking((now) => ({ ...now, ...fields }));
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    set({ share: null });
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = (): void => {
    stop();
    set({ problem: null, share: 0 });
  };
  const fail = (problem: string): void => set({ share: null, problem });
  const start = (
    what: string,
    onDisk: boolean,
    task: Omit<AuditTask, "house">,
    onFound?: () => void,
  ): void => {
    begin();
    const w = new Worker(new URL("./audit.worker.ts", import.meta.url), { type: "module" });
    worker.current = w;
    w.onmessage = ({ data }: MessageEvent<AuditNews>) => {
      if ("share" in data) return set({ share: data.share });
      stop();
      if ("problem" in data) return set({ problem: data.problem });
      set({ source: { what, onDisk, ...data } });
      onFound?.();
    };
    w.postMessage({ house, ...task } satisfies AuditTask);
  };
  return { ...looking, begin, start, stop, fail };
}

const MOST_HASHED = 20_000;

/** What is on the shared disk; files of one size with what they hold, where somebody may ask for that. */
async function sharedEntries(may: boolean): Promise<Entry[]> {
  const { entries } = await queryClient.fetchQuery({ ...later.disk, staleTime: 0 });
  const alike = sameSize(entries)
    .flat()
    .map((e) => e.path);
  if (alike.length === 0 || !may) return [...entries];
  const { hashes } = await ask("hashOnDisk", {}, { paths: alike.slice(0, MOST_HASHED) });
  const hashOf = new Map(hashes.map((h) => [h.path, h.hash]));
  return entries.map((e) => {
    const hash = hashOf.get(e.path);
    return hash === undefined ? e : { ...e, hash };
  });
}

/** Compares a real tree with the blueprint: the shared disk, a folder of this computer, or a listing. */
export function AuditView() {
  const { house, change } = useHouseWork();
  const audit = useAudit(house);
  const { source, share } = audit;
  const [scope, setScope] = useState<"shared" | "project">("shared");
  const [pasting, setPasting] = useState(false);
  const onDisk = async (): Promise<void> => {
    audit.begin();
    try {
      const from = await sharedEntries(change !== null);
      audit.start("The shared disk", true, { scope: "shared", from, files: new Map() });
    } catch (e) {
      audit.fail(e instanceof Error ? e.message : "The shared disk could not be read.");
    }
  };
  const onFolder = (picked: readonly File[]): void => {
    const [first] = picked;
    if (!first) return;
    const root = first.webkitRelativePath.split("/")[0] ?? "";
    const files = new Map(picked.map((f) => [f.webkitRelativePath.slice(root.length + 1), f]));
    const from = [...files].map(([path, f]) => ({ path, folder: false, size: f.size }));
    audit.start(root === "" ? "A picked folder" : root, false, { scope, from, files });
  };
  const onListing = (text: string, name: string): void => {
    // What cannot be read stays in the field.
    audit.start(name, false, { scope, from: text, files: new Map() }, () => setPasting(false));
  };
  return (
    <div className="beside h-full min-h-0 [--beside:300px]">
      {source ? (
        <AuditFindings
          key={source.what + String(source.audit.files) + String(source.audit.findings.length)}
          looked={source}
          again={() => void onDisk()}
        />
      ) : (
        <section aria-label="Findings" className="card min-h-0 overflow-y-auto">
          <Empty title="Nothing looked through yet">
            Choose a tree at the right. It is compared with the blueprint and with what disks can store;
            nothing is touched.
          </Empty>
        </section>
      )}
      <aside aria-label="What to look through" className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        <section aria-label="A tree" className="card flex flex-col gap-3 p-3.5">
          <h2 className="font-semibold">Look through a tree</h2>
          <TreeChoice
            busy={share !== null}
            first={source === null}
            scope={scope}
            onScope={setScope}
            onDisk={() => void onDisk()}
            onFolder={onFolder}
            onListing={() => setPasting(!pasting)}
          />
          {share !== null && (
            <div className="flex items-center gap-3">
              <progress
                aria-label="Looking through"
                value={share}
                className="h-2 flex-1 accent-[var(--moss)]"
              />
              <Button small onClick={audit.stop}>
                Cancel
              </Button>
            </div>
          )}
          {audit.problem !== null && <Trouble error={new Error(audit.problem)} />}
        </section>
        {pasting && <ListingForm busy={share !== null} onRead={onListing} />}
      </aside>
    </div>
  );
}

const SCOPES = [
  ["shared", "a whole shared disk"],
  ["project", "one project"],
] as const;

/** Which tree to look through. */
function TreeChoice({
  busy,
  first,
  scope,
  onScope,
  onDisk,
  onFolder,
  onListing,
}: {
  busy: boolean;
  first: boolean;
  scope: "shared" | "project";
  onScope: (scope: "shared" | "project") => void;
  onDisk: () => void;
  onFolder: (files: readonly File[]) => void;
  onListing: () => void;
}) {
  return (
    <>
      <Button look={first ? "main" : "plain"} disabled={busy} onClick={onDisk}>
        The shared disk
      </Button>
      <Chooser
        label="What another tree is"
        value={scope}
        options={SCOPES}
        onChoose={(to) => onScope(to ?? "shared")}
      />
      <div className="flex flex-wrap gap-2">
        <FileButton label="Folder to look through" folder disabled={busy} onFiles={onFolder}>
          A folder here…
        </FileButton>
        <Button small disabled={busy} onClick={onListing}>
          A listing…
        </Button>
      </div>
      <p className="text-xs text-ink-2">
        Of a folder here, names and sizes are looked at in this window; nothing is sent. Empty folders do
        not show in it.
      </p>
    </>
  );
}
