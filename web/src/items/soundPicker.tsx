import type { SoundCard } from "@mossy/contract/sounds";
import { inClock } from "@mossy/core/sound/clock";
import { useInfiniteQuery } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useState } from "react";
import { Link } from "react-router";
import { PlayButton } from "../sound/playButton.tsx";
import { stop, useListening } from "../sound/player.ts";
import { SmallWave } from "../sound/smallWave.tsx";
import { Button } from "../ui/button.tsx";
import { later } from "../wire/laterQueries.ts";
import { Picker } from "./picker.tsx";

/** The sounds of the shelf to choose from: found by name, listened to, taken by click or Enter. */
export function SoundPicker({
  onPick,
  onLeave,
}: {
  onPick: (sound: SoundCard) => void;
  onLeave: () => void;
}) {
  const [find, setFind] = useState("");
  const asked = useDeferredValue(find.trim());
  const pages = useInfiniteQuery(later.sounds(asked === "" ? {} : { find: asked }));
  const listening = useListening();
  // What plays ends with the list.
  useEffect(() => stop, []);
  const sounds = pages.data?.pages.flatMap((p) => p.sounds) ?? [];
  return (
    <Picker
      label="Sounds of the shelf"
      findLabel="Find a sound"
      find={find}
      onFind={setFind}
      onFirst={() => {
        const [first] = sounds;
        // What was typed last may not have been looked for yet.
        if (first && asked === find.trim()) onPick(first);
      }}
      onLeave={onLeave}
      asked={pages}
      what="Fetching the sounds"
      none={
        asked === "" ? (
          <>
            No sounds yet.{" "}
            <Link to="/library/sounds" className="text-moss hover:underline">
              Bring some to the shelf
            </Link>
          </>
        ) : (
          "No such sound. Try another word."
        )
      }
      below={
        pages.hasNextPage && (
          <Button small disabled={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
            More
          </Button>
        )
      }
    >
      {sounds.map((s) => (
        <li key={s.id} className="flex items-center gap-2 border-t border-line py-1 first:border-t-0">
          <PlayButton of={s} listening={listening} />
          <button
            type="button"
            className="min-w-0 flex-1 rounded-sm px-1 py-0.5 text-left hover:bg-sunk"
            onClick={() => onPick(s)}
          >
            <span className="flex items-baseline gap-2">
              <span className="min-w-0 flex-1 truncate text-sm font-semibold">
                <span className="sr-only">Take </span>
                {s.name}
              </span>
              <span className="font-mono text-xs text-ink-2">
                {s.is ? inClock(s.is.seconds, s.is.seconds < 10 ? 1 : 0) : ""}
              </span>
            </span>
            <SmallWave small={s.small} />
          </button>
        </li>
      ))}
    </Picker>
  );
}
