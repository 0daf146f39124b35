import { heldOf } from "@mossy/contract/heldSound";
import { playPiece } from "@mossy/core/order/edits";
import type { Piece } from "@mossy/core/order/pieces";
import { takeItemOut } from "@mossy/core/items/lay";
import { changeItem } from "@mossy/core/items/lay";
import type { Item } from "@mossy/core/session/item";
import { timeInWords } from "@mossy/core/session/time";
import { AudioLines, CircleDashed, X } from "lucide-react";
import { useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { SoundPicker } from "../items/soundPicker.tsx";
import { Button } from "../ui/button.tsx";
import { Chooser, named } from "../ui/chooser.tsx";
import { mention } from "../ui/toasts.tsx";
import { editOrder } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";

/** What plays a piece, and what could. */
export function PieceParts({
  order,
  piece: p,
  work,
  ofJob,
}: {
  order: ShownOrder;
  piece: Piece;
  work: Workpiece;
  ofJob: boolean;
}) {
  const { session } = order;
  const offered = session.tracks.filter((t) => t.kind === "audio" && t.format !== null);
  const like = order.pieces.findLast((o) => o.kind === p.kind && o.parts.length > 0)?.parts[0]?.track.id;
  const [wished, setWished] = useState<string | null>(null);
  const [choosing, setChoosing] = useState(false);
  const on = offered.find((t) => t.id === (p.parts[0]?.track.id ?? wished ?? like)) ?? offered[0];
  const toCome = p.parts.every(({ item }) => item.holds.kind === "placeholder");
  const play = (name: string, holds: Item["holds"]): void => {
    const changes = on && playPiece(session, p.id, on, name, holds, { instead: toCome, job: ofJob });
    if (changes) editOrder(work, order, changes, `put ${name === "" ? "a placeholder" : name}`);
    else mention("The track holds as many items as it can.");
  };
  return (
    <div className="flex flex-col gap-2">
      <h3 className="text-sm font-semibold">What plays it</h3>
      <ul>
        {p.parts.map(({ track, item, lies }) => (
          <li key={`${track.id} ${item.id}`} className="flex items-center gap-2 py-0.5 text-sm">
            {item.holds.kind === "placeholder" ? (
              <CircleDashed size={14} aria-hidden className="text-ink-2" />
            ) : (
              <AudioLines size={14} aria-hidden className="text-ink-2" />
            )}
            <span className="min-w-0 flex-1">
              <span className="block truncate">
                {item.name || (item.holds.kind === "placeholder" ? "to come" : "sound")}
              </span>
              <span className="block truncate text-xs text-ink-2">
                {timeInWords(lies.length, 1)} on {track.name}
                {item.job ? ", of this job" : ""}
              </span>
            </span>
            <Button
              small
              look="quiet"
              className="px-1"
              aria-label={`Take out ${item.name || "what is to come"}`}
              onClick={() => editOrder(work, order, [takeItemOut(track, item.id)], `take out ${item.name}`)}
            >
              <X size={13} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      {p.parts.length === 0 && offered.length > 0 && (
        <Chooser
          label="On which track"
          value={on?.id ?? null}
          options={named(offered)}
          onChoose={setWished}
        />
      )}
      {p.parts.length === 1 && p.parts[0]?.item.holds.kind === "sound" && p.kind === "bed" && (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={p.parts[0].item.loops}
            onChange={(e) => {
              const [part] = p.parts;
              if (!part) return;
              const to = { ...part.item, loops: e.target.checked };
              editOrder(
                work,
                order,
                [changeItem(part.track, to.id, to)],
                e.target.checked ? "loop" : "no loop",
              );
            }}
          />
          It begins again where it ends
        </label>
      )}
      {choosing ? (
        <SoundPicker
          onPick={(sound) => {
            setChoosing(false);
            play(sound.name, heldOf(sound));
          }}
          onLeave={() => setChoosing(false)}
        />
      ) : on ? (
        <div className="flex flex-wrap gap-1.5">
          <Button small onClick={() => setChoosing(true)}>
            <AudioLines size={14} aria-hidden />
            {toCome ? "Put a sound" : "Put a sound behind it"}
          </Button>
          {p.parts.length === 0 && (
            <Button small onClick={() => play("", { kind: "placeholder", says: "", parts: 1 })}>
              <CircleDashed size={14} aria-hidden />
              Put a placeholder
            </Button>
          )}
        </div>
      ) : (
        <p className="text-sm text-ink-2">No audio track yet: lay one out in the track sheet first.</p>
      )}
    </div>
  );
}
