import { clsx } from "clsx";
import { Pause, Play } from "lucide-react";
import { pause, play } from "./player.ts";
import type { Listening } from "./player.ts";

/** Plays a sound, or halts it. @param channel one alone, from 0 */
export function PlayButton({
  of,
  listening,
  channel = null,
}: {
  of: { readonly id: string; readonly name: string };
  listening: Listening;
  channel?: number | null;
}) {
  const on = listening.playing && listening.sound === of.id;
  return (
    <button
      type="button"
      aria-label={on ? `Halt ${of.name}` : `Listen to ${of.name}`}
      onClick={() => (on ? pause() : play(of.id, null, channel))}
      className={clsx(
        "relative z-10 grid size-8 shrink-0 place-items-center rounded-full",
        "border border-line-strong bg-surface text-moss hover:bg-moss-soft",
      )}
    >
      {on ? <Pause size={15} aria-hidden /> : <Play size={15} aria-hidden className="ml-0.5" />}
    </button>
  );
}
