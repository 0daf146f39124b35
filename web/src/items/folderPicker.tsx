import { MOST_IN_FOLDER } from "@mossy/core/session/soundFolder";
import type { SoundFolder } from "@mossy/core/session/soundFolder";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Picker } from "./picker.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { later, soundsIn } from "../wire/laterQueries.ts";

/** The folders of the house's disk that hold sounds, to choose one: its sounds come in their order. */
export function FolderPicker({
  onPick,
  onLeave,
}: {
  onPick: (sounds: SoundFolder) => void;
  onLeave: () => void;
}) {
  const [find, setFind] = useState("");
  const folders = useQuery(later.soundFolders);
  const take = useMutation({
    mutationFn: soundsIn,
    onSuccess: (files, folder) => {
      if (files.length > 0) return onPick({ folder, files, at: 0 });
      mention(`“${folder}” holds no sounds any more. Choose another.`);
      void folders.refetch();
    },
  });
  const words = find.toLowerCase().split(/\s+/);
  const list = (folders.data?.folders ?? []).filter(({ path }) =>
    words.every((w) => path.toLowerCase().includes(w)),
  );
  return (
    <Picker
      label="Folders of sounds"
      findLabel="Find a folder"
      find={find}
      onFind={setFind}
      onFirst={() => {
        if (list[0]) take.mutate(list[0].path);
      }}
      onLeave={onLeave}
      asked={folders}
      what="Looking through the house's disk"
      none={
        folders.data?.folders.length === 0
          ? "No folder of the house's disk holds sounds. Put some there, below Library/Samples by the blueprint."
          : "No such folder. Try another word."
      }
      below={<Trouble error={take.error} />}
    >
      {list.map(({ path, many }) => (
        <li key={path} className="border-t border-line first:border-t-0">
          <button
            type="button"
            disabled={take.isPending}
            className="flex w-full items-baseline gap-2 rounded-sm px-1 py-1.5 text-left text-sm hover:bg-sunk"
            onClick={() => take.mutate(path)}
          >
            <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
              <span className="sr-only">Take </span>
              {path}
            </span>
            <span className="shrink-0 text-xs text-ink-2">
              {plural(many, "sound")}
              {many > MOST_IN_FOLDER && `, the first ${MOST_IN_FOLDER} taken`}
            </span>
          </button>
        </li>
      ))}
    </Picker>
  );
}
