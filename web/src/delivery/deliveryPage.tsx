import type { AnswerOf } from "@mossy/contract/routes";
import { chosenIn } from "@mossy/core/delivery/chosen";
import { DELIVERIES } from "@mossy/core/delivery/delivered";
import type { DeliverySort } from "@mossy/core/delivery/delivered";
import { rowsOf } from "@mossy/core/delivery/rows";
import { sessionOnDisk } from "@mossy/core/disk/sessionOnDisk";
import type { Style } from "@mossy/core/house/style";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { FileButton } from "../ui/fileField.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { queries, useStyle } from "../wire/queries.ts";
import { Judged } from "./judged.tsx";
import { folderSource, houseSource } from "./sources.ts";
import type { Picked, Source } from "./sources.ts";

type Whole = AnswerOf<"session">;

const SORTS = [
  ["recorded", "Recorded files"],
  ["stems", "Stems"],
] as const;
const WHERE = ["disk", "check-in", "folder"] as const;

/** Stems and recorded files of a session: held against it and the house, and handed on with their hashes. */
export default function DeliveryPage() {
  const { session: id = "" } = useParams();
  const { data: s, error, refetch } = useQuery(queries.session(id));
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!s) return <Loading />;
  return <DeliveryOf key={s.id} session={s} />;
}

/** The files of the session's folder on the shared disk; null where it has none, undefined before that is known. */
function useOnDisk(s: Whole, style: Style): { at: string; source: Source } | null | undefined {
  const { data, error } = useQuery(later.disk);
  return useMemo(() => {
    if (error) return null;
    if (!data) return undefined;
    const filed = { title: s.title, folder: s.folder, earlier: s.earlier, closed: s.closedAt !== null };
    const at = sessionOnDisk(style.house, style.reader, data.entries, filed)?.at;
    if (at === undefined) return null;
    const files = data.entries.flatMap((e) =>
      !e.folder && e.path.startsWith(`${at}/`)
        ? [{ path: e.path.slice(at.length + 1), size: e.size ?? 0 }]
        : [],
    );
    const says = `On the shared disk, ${at}`;
    return { at, source: houseSource(s.id, { what: "disk", at }, { says, files, of: {} }) };
  }, [data, error, s, style]);
}

/** The files that came with the last check-in; null where none did. */
function useCarried(s: Whole): { number: number; source: Source } | null | undefined {
  const { data } = useQuery(later.carriedSounds(s.id));
  return useMemo(() => {
    if (!data) return undefined;
    if (data.checkIn === null || data.files.length === 0) return null;
    const says = `With check-in ${data.checkIn}`;
    const { files, of } = data;
    return { number: data.checkIn, source: houseSource(s.id, { what: "check-in" }, { says, files, of }) };
  }, [data, s.id]);
}

/** Of what sort files are, by how many of their names say a track of it. */
function guessed(style: Style, s: Whole, files: Source["files"]): DeliverySort {
  const many = (sort: DeliverySort): number =>
    rowsOf(
      { style, session: s.now, sort },
      chosenIn(style.house, files, sort).map((f) => ({
        ...f,
        hash: "",
        says: null,
        measures: null,
        unmeasured: null,
      })),
    ).filter((r) => r.name.named).length;
  return many("recorded") > many("stems") ? "recorded" : "stems";
}

/** What was picked, with the paths below the folder that was. */
function pickedFrom(files: readonly File[], time: number): Picked {
  const root = files[0]?.webkitRelativePath.split("/")[0] ?? "";
  const inside = files.map((f): [string, File] => [
    f.webkitRelativePath.slice(root.length + 1) || f.name,
    f,
  ]);
  return { time, name: root === "" ? "a folder" : root, files: new Map(inside) };
}

function DeliveryOf({ session: s }: { session: Whole }) {
  const { style } = useStyle();
  const [params, setParams] = useSearchParams();
  const disk = useOnDisk(s, style);
  const carried = useCarried(s);
  const [picked, setPicked] = useState<Picked | null>(null);
  const folder = useMemo(() => picked && folderSource(picked), [picked]);
  const wanted = WHERE.find((w) => w === params.get("from")) ?? null;
  const where = wanted === "folder" && !picked ? null : wanted;
  const sort = DELIVERIES.find((d) => d === params.get("what")) ?? "recorded";
  const sources = { disk: disk?.source, "check-in": carried?.source, folder: folder ?? undefined };
  const source = where === null ? undefined : sources[where];
  const go = (from: string, what: DeliverySort): void => setParams({ from, what });
  const pick = (files: readonly File[]): void => {
    const made = pickedFrom(files, (picked?.time ?? 0) + 1);
    setPicked(made);
    const list = [...made.files].map(([path, { size }]) => ({ path, size }));
    go("folder", guessed(style, s, list));
  };
  const many = (of: Source): number => chosenIn(style.house, of.files, sort).length;
  const places = [
    ...(disk ? [["disk", `The shared disk · ${many(disk.source)}`] as const] : []),
    ...(carried ? [["check-in", `Check-in ${carried.number} · ${many(carried.source)}`] as const] : []),
    ...(folder && picked ? [["folder", `${picked.name} · ${many(folder)}`] as const] : []),
  ];
  const waits = where !== null && !source && (where === "disk" ? disk : carried) === undefined;
  return (
    <div className="flex h-full min-h-[600px] flex-col gap-3">
      <PageHead
        crumbs={[
          ["Sessions", "/sessions"],
          [s.title, `/sessions/${s.id}`],
        ]}
        title="Delivery"
      />
      <div className="flex flex-wrap items-center gap-2">
        {source && (
          <Choice
            label="Where the files lie"
            value={where ?? ""}
            choices={places}
            onChoose={(from) => go(from, sort)}
          />
        )}
        {source && (
          <FileButton label="Folder with the files" folder onFiles={pick}>
            A folder here…
          </FileButton>
        )}
        <span className="ml-auto">
          <Choice
            label="What they are"
            value={sort}
            choices={SORTS}
            onChoose={(what) => setParams({ ...(where === null ? {} : { from: where }), what })}
          />
        </span>
      </div>
      {source ? (
        <Judged
          key={`${source.key} ${sort}`}
          session={s}
          style={style}
          source={source}
          sort={sort}
          at={where === "disk" ? (disk?.at ?? null) : null}
          picked={where === "folder" ? picked : null}
        />
      ) : waits ? (
        <Loading what="Looking for its files" />
      ) : (
        <Nothing
          disk={disk}
          carried={carried}
          places={places}
          onChoose={(from) => go(from, sort)}
          onPick={pick}
        />
      )}
    </div>
  );
}

/** Before anything was chosen: what there is, and the ways to it. */
function Nothing({
  disk,
  carried,
  places,
  onChoose,
  onPick,
}: {
  disk: ReturnType<typeof useOnDisk>;
  carried: ReturnType<typeof useCarried>;
  places: readonly (readonly [where: string, says: string])[];
  onChoose: (where: string) => void;
  onPick: (files: readonly File[]) => void;
}) {
  const { error } = useQuery(later.disk);
  const there = [
    ...(disk === null ? [error?.message ?? "It has no folder on the shared disk."] : []),
    ...(carried === null ? ["No sound files came with a check-in."] : []),
  ];
  return (
    <section aria-label="Which files" className="card min-h-0 flex-1 overflow-y-auto">
      <Empty title="Which files are to be looked at?">
        <p>
          They are measured and held against this session: what is missing, misnamed, at another rate,
          shorter than the others, silent, clipped or turned over. Nothing is changed; a folder on this
          computer is looked at in this window and never sent.
        </p>
        <p className="flex flex-wrap justify-center gap-2 py-3">
          {places.map(([where, says], n) => (
            <Button key={where} look={n === 0 ? "main" : "plain"} onClick={() => onChoose(where)}>
              {says}
            </Button>
          ))}
          <FileButton label="Folder with the files" folder small={false} onFiles={onPick}>
            A folder here…
          </FileButton>
        </p>
        {there.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </Empty>
    </section>
  );
}
