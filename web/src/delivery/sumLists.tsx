import type { DeliveryLook } from "@mossy/core/delivery/look";
import { heldAgainst, isSumList, readSums } from "@mossy/core/delivery/sums";
import type { HeldAgainst } from "@mossy/core/delivery/sums";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Trouble } from "../ui/states.tsx";
import type { Picked } from "./sources.ts";

/** A list of checksums larger than this is none, in bytes. */
const LARGEST = 16 << 20;

/** The lists of checksums that came with a folder, and how its files stand to them. */
export function SumLists({ picked, look }: { picked: Picked; look: DeliveryLook }) {
  const lists = useMemo(
    () => [...picked.files].filter(([path, file]) => isSumList(path) && file.size <= LARGEST),
    [picked],
  );
  return lists.map(([path, file]) => (
    <SumListOf key={path} path={path} file={file} picked={picked} look={look} />
  ));
}

function SumListOf({
  path,
  file,
  picked,
  look,
}: {
  path: string;
  file: File;
  picked: Picked;
  look: DeliveryLook;
}) {
  const { data, error } = useQuery({
    queryKey: ["sum-list", picked.time, path],
    queryFn: async () => readSums(path, await file.text()),
    retry: false,
    gcTime: 0,
  });
  const held = useMemo(
    () =>
      data &&
      heldAgainst(
        data,
        new Set(picked.files.keys()),
        look.rows.map((r) => r.file),
      ),
    [data, picked, look],
  );
  return (
    <div>
      <h3 className="text-sm font-semibold">
        By its list <span className="font-mono font-normal">{path}</span>
      </h3>
      <Trouble error={error} />
      {held && <Held held={held} />}
    </div>
  );
}

function Held({ held: { changed, lost, unlisted, same } }: { held: HeldAgainst }) {
  const lines = [
    ["Not what was sent", changed, "text-brick"],
    ["Listed and not here", lost, "text-brick"],
    ["Here and not listed", unlisted, "text-lantern"],
  ] as const;
  return (
    <ul aria-label="By its list" className="text-sm">
      <li>{same} as listed</li>
      {lines.map(
        ([says, paths, look]) =>
          paths.length > 0 && (
            <li key={says} className={`[overflow-wrap:anywhere] ${look}`}>
              {says}: {paths.slice(0, 5).join(", ")}
              {paths.length > 5 ? ` and ${paths.length - 5} more` : ""}
            </li>
          ),
      )}
    </ul>
  );
}
