import { folderNow, reordered, soundOf, stepped, takenAnew } from "@mossy/core/session/soundFolder";
import type { SoundFolder } from "@mossy/core/session/soundFolder";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { ChevronDown, ChevronUp, FolderOpen, SkipBack, SkipForward } from "lucide-react";
import { useMutation } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Button, Key } from "../ui/button.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { soundsIn } from "../wire/laterQueries.ts";
import { FolderPicker } from "./folderPicker.tsx";

/** The folder of sounds behind a part: which of them plays, the next one by key, their order; another folder. */
export function SoundFolderPanel({
  sounds,
  onSet,
}: {
  sounds: SoundFolder | null;
  onSet: (sounds: SoundFolder | null, label: string) => void;
}) {
  const [choosing, setChoosing] = useState(false);
  const step = (by: number): void => {
    if (sounds && sounds.files.length > 1)
      onSet(stepped(sounds, by), by > 0 ? "next sound" : "sound before");
  };
  useShortcuts([
    { keys: "S", says: "Next sound of its folder", run: () => step(1) },
    { keys: "Shift+S", says: "Sound before it in its folder", run: () => step(-1) },
  ]);
  if (choosing)
    return (
      <FolderPicker
        onPick={(picked) => {
          setChoosing(false);
          onSet(picked, "folder of sounds");
        }}
        onLeave={() => setChoosing(false)}
      />
    );
  if (!sounds)
    return (
      <Button small className="w-fit" onClick={() => setChoosing(true)}>
        <FolderOpen size={14} aria-hidden /> Choose a folder of sounds
      </Button>
    );
  const one = sounds.files.length < 2;
  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-center gap-1.5">
        <p aria-live="polite" className="min-w-0 flex-1 text-sm">
          <span className="block truncate font-mono font-semibold" title={soundOf(sounds)}>
            {soundOf(sounds)}
          </span>
          <span className="text-ink-2">
            {sounds.at + 1} of {sounds.files.length}
          </span>
        </p>
        <Button small aria-label="Sound before it, keys Shift+S" disabled={one} onClick={() => step(-1)}>
          <SkipBack size={14} aria-hidden />
        </Button>
        <Button small aria-label="Next sound, key S" disabled={one} onClick={() => step(1)}>
          <SkipForward size={14} aria-hidden /> <Key>S</Key>
        </Button>
      </div>
      <Order sounds={sounds} onSet={onSet} />
      <p className="text-xs text-ink-2 [overflow-wrap:anywhere]">{sounds.folder}, on the house's disk</p>
      <div className="flex flex-wrap gap-1.5">
        <LookAgain sounds={sounds} onSet={onSet} />
        <Button small onClick={() => setChoosing(true)}>
          Another folder
        </Button>
        <Button small look="quiet" onClick={() => onSet(null, "no folder of sounds")}>
          Without one
        </Button>
      </div>
    </div>
  );
}

interface Acts {
  readonly sounds: SoundFolder;
  readonly onSet: (sounds: SoundFolder | null, label: string) => void;
}

function Order({ sounds, onSet }: Acts) {
  const move = (by: -1 | 1): void => onSet(reordered(sounds, sounds.at, sounds.at + by), "order of sounds");
  const list = useRef<HTMLOListElement>(null);
  // What plays is in sight; only the list moves, not the panel around it.
  useEffect(() => {
    const ol = list.current;
    const line = ol?.children[sounds.at];
    if (!ol || !(line instanceof HTMLElement)) return;
    const [top, end] = [line.offsetTop, line.offsetTop + line.offsetHeight];
    if (top < ol.scrollTop || end > ol.scrollTop + ol.clientHeight)
      ol.scrollTop = top - ol.clientHeight / 2;
  }, [sounds.at]);
  return (
    <div className="flex gap-1.5">
      <ol
        ref={list}
        aria-label="Sounds in their order"
        className="relative max-h-40 min-w-0 flex-1 overflow-y-auto rounded-md border border-line text-sm"
      >
        {sounds.files.map((file, n) => (
          <li key={file}>
            <button
              type="button"
              aria-pressed={n === sounds.at}
              className={clsx(
                "flex w-full gap-2 px-2 py-1 text-left",
                n === sounds.at ? "bg-moss-soft font-semibold" : "hover:bg-sunk",
              )}
              onClick={() => onSet({ ...sounds, at: n }, "another sound")}
            >
              <span className="w-8 shrink-0 text-right text-ink-2">{n + 1}</span>
              <span className="truncate font-mono">{file}</span>
            </button>
          </li>
        ))}
      </ol>
      <div className="flex flex-col gap-1">
        <Button
          small
          look="quiet"
          aria-label="Earlier in the order"
          disabled={sounds.at === 0}
          onClick={() => move(-1)}
        >
          <ChevronUp size={14} aria-hidden />
        </Button>
        <Button
          small
          look="quiet"
          aria-label="Later in the order"
          disabled={sounds.at === sounds.files.length - 1}
          onClick={() => move(1)}
        >
          <ChevronDown size={14} aria-hidden />
        </Button>
      </div>
    </div>
  );
}

/** What the folder holds now: said, and taken over at once; undo takes it back. */
function LookAgain({ sounds, onSet }: Acts) {
  const look = useMutation({
    mutationFn: () => soundsIn(sounds.folder),
    onSuccess: (files) => {
      const { more, gone } = folderNow(sounds, files);
      const next = takenAnew(sounds, files);
      if (!next) mention(`“${sounds.folder}” holds no sounds any more; what was known of it stays.`);
      else if (more.length + gone.length === 0) mention("The folder holds what it held.");
      else {
        onSet(next, "what the folder holds");
        mention(`${plural(more.length, "sound")} new, ${gone.length} gone. Undo takes it back.`);
      }
    },
  });
  return (
    <>
      <Button small disabled={look.isPending} onClick={() => look.mutate()}>
        Look again
      </Button>
      <Trouble error={look.error} />
    </>
  );
}
