import { dropsInAddress } from "@mossy/contract/drops";
import { heldOf } from "@mossy/contract/heldSound";
import type { WholeSound } from "@mossy/contract/sounds";
import type { Drop } from "@mossy/core/order/dropIn";
import { wantsFiles } from "@mossy/core/order/dropIn";
import type { Piece } from "@mossy/core/order/pieces";
import { recognise } from "@mossy/core/order/recognise";
import { gapInWords, namesOf, pieceName } from "@mossy/core/order/words";
import { timeInWords } from "@mossy/core/session/time";
import { useQueries } from "@tanstack/react-query";
import { ArrowDown, X } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { bring, giveUp, useBringing } from "../sound/bringing.ts";
import { Button } from "../ui/button.tsx";
import { FileDrop } from "../ui/fileField.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { later } from "../wire/laterQueries.ts";
import { Onward } from "./onward.tsx";
import type { DropOnto } from "./onward.tsx";
import type { ShownOrder } from "./shown.ts";

/** A file of this week: for which piece, and on its way or there. */
interface Chosen {
  readonly file: File;
  readonly piece: string | null;
  readonly sure: boolean;
  /** By which it is known on its way; null while it has not left. */
  readonly key: number | null;
}

/** The sounds that came, as the house knows them once they are measured. */
function useCame(chosen: readonly Chosen[]) {
  const way = useBringing();
  const lines = chosen.map((c) => ({ ...c, way: way.find((b) => b.key === c.key) ?? null }));
  const ids = lines.flatMap((l) => (l.way?.sound ? [l.way.sound.id] : []));
  const sounds = useQueries({
    queries: ids.map((id) => later.sound(id)),
    combine: (all) => new Map(all.flatMap((a) => (a.data ? [[a.data.id, a.data] as const] : []))),
  });
  return lines.map((l) => ({ ...l, sound: (l.way?.sound && sounds.get(l.way.sound.id)) ?? null }));
}
type Line = ReturnType<typeof useCame>[number];

function dropsOf(
  pieces: readonly Piece[],
  lines: readonly Line[],
): { sent: { piece: string; sounds: string[] }[]; drops: Drop[] } {
  const by = new Map<string, WholeSound[]>();
  for (const { piece, sound } of lines)
    if (piece !== null && sound?.is) by.set(piece, [...(by.get(piece) ?? []), sound]);
  const kept = pieces.flatMap((p) => {
    const sounds = by.get(p.id);
    return sounds ? [{ piece: p.id, sounds }] : [];
  });
  return {
    sent: kept.map((k) => ({ piece: k.piece, sounds: k.sounds.map((s) => s.id) })),
    drops: kept.map((k) => ({
      piece: k.piece,
      sounds: k.sounds.map((s) => ({ name: s.name, held: heldOf(s) })),
    })),
  };
}

/**
 * This week's files: chosen, recognised by their names, brought to the shelf, measured, and shown in the order as it
 * will be with them.
 */
export function DropFiles({
  order,
  shelf,
  onto,
  onDrops,
  emptied,
  nowhere,
  onDone,
}: {
  /** As it is with what was dropped in so far. */
  order: ShownOrder;
  shelf: string;
  onto: DropOnto;
  /** Told what there is to be dropped in, as it changes. */
  onDrops: (drops: readonly Drop[]) => void;
  /** Pieces that played something of another week and wait again. */
  emptied: readonly string[];
  /** Pieces nothing of which lies on a track. */
  nowhere: readonly string[];
  onDone: () => void;
}) {
  const [chosen, setChosen] = useState<readonly Chosen[]>([]);
  const [pieces] = useState(order.pieces);
  const names = useMemo(() => namesOf(pieces), [pieces]);
  const lines = useCame(chosen);
  const { sent, drops } = dropsOf(pieces, lines);
  const told = dropsInAddress(sent);
  useEffect(() => {
    onDrops(drops);
    // What there is to tell is the same as long as these words are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [told]);
  const add = (files: readonly File[]): void => {
    const fresh = recognise(
      pieces,
      files.map((f) => f.name),
    ).flatMap(({ index, piece, sure }): Chosen[] => {
      const file = files[index];
      return file ? [{ file, piece, sure, key: null }] : [];
    });
    setChosen([...chosen, ...fresh]);
  };
  const go = (): void => {
    const leave = chosen.filter((c) => c.key === null && c.piece !== null);
    const keys = bring(
      leave.map((c) => c.file),
      { shelf, tags: [] },
    );
    setChosen(chosen.map((c) => ({ ...c, key: c.key ?? keys[leave.indexOf(c)] ?? null })));
  };
  const waits = lines.filter((l) => l.key === null && l.piece !== null).length;
  const under = lines.filter((l) => l.key !== null && !l.sound?.is && l.way?.state !== "failed").length;
  const ready = drops.length > 0 && waits === 0 && under === 0 && nowhere.length === 0;
  return (
    <section aria-label="This week's files" className="card flex flex-col gap-3 p-4">
      <header className="flex items-center gap-2">
        <h2 className="flex-1 font-title text-lg font-semibold">This week's files</h2>
        <Button small look="quiet" className="px-1" aria-label="Leave them" onClick={onDone}>
          <X size={14} aria-hidden />
        </Button>
      </header>
      <FileDrop
        label="Files of this week"
        accept="audio/*,.wav,.aif,.aiff,.flac,.mp3,.ogg"
        button="Choose files"
        many
        onFiles={add}
      >
        Drop them here
      </FileDrop>
      {lines.length === 0 && (
        <p className="text-sm text-ink-2">
          They are recognised by their names, one part after the other. What was of another week goes.
        </p>
      )}
      <ul aria-label="Files and their pieces" className="flex flex-col gap-2">
        {lines.map((line, n) => (
          <FileLine
            key={`${n} ${line.file.name}`}
            line={line}
            pieces={pieces}
            onPiece={(piece) =>
              setChosen(chosen.map((c, i) => (i === n ? { ...c, piece, sure: true } : c)))
            }
            onDown={
              n + 1 < lines.length
                ? () => setChosen(chosen.map((c, i) => chosen[i === n ? n + 1 : i === n + 1 ? n : i] ?? c))
                : null
            }
            onGone={() => {
              if (line.key !== null && line.way?.state !== "there") giveUp(line.key);
              setChosen(chosen.filter((_, i) => i !== n));
            }}
          />
        ))}
      </ul>
      {waits > 0 && (
        <Button look="main" onClick={go}>
          Bring {waits === 1 ? "it" : "them"} to the shelf {shelf}
        </Button>
      )}
      {emptied.length > 0 && (
        <AlertLine look="look">
          {emptied.map(names).join(", ")} {emptied.length === 1 ? "waits" : "wait"} again: what was of
          another week goes.
        </AlertLine>
      )}
      {nowhere.length > 0 && (
        <AlertLine>
          Nothing on a track stands for {nowhere.map(names).join(", ")}: leave these, put a placeholder, and
          drop them in again.
        </AlertLine>
      )}
      {drops.length > 0 && (
        <p role="status" className="text-sm">
          {order.gaps.length === 0
            ? `With them it closes at ${timeInWords(order.end, 1)}.`
            : `With them: ${order.gaps.map((g) => gapInWords(g, order.names)).join(", ")}.`}
        </p>
      )}
      {ready && <Onward onto={onto} told={told} drops={drops} names={names} />}
    </section>
  );
}

function FileLine({
  line,
  pieces,
  onPiece,
  onDown,
  onGone,
}: {
  line: Line;
  pieces: readonly Piece[];
  onPiece: (piece: string | null) => void;
  onDown: (() => void) | null;
  onGone: () => void;
}) {
  const { file, way, sound, piece, sure } = line;
  const percent = way && way.size > 0 ? Math.floor((way.has / way.size) * 100) : 0;
  return (
    <li className="flex flex-col gap-1 border-t border-line pt-2 first:border-t-0 first:pt-0">
      <span className="flex items-center gap-1">
        <span className="min-w-0 flex-1 truncate font-mono text-sm" title={file.name}>
          {file.name}
        </span>
        {sound?.is && <span className="font-mono text-xs">{timeInWords(sound.is.seconds, 1)}</span>}
        {onDown && (
          <Button
            small
            look="quiet"
            className="px-1"
            aria-label={`Put ${file.name} later`}
            onClick={onDown}
          >
            <ArrowDown size={13} aria-hidden />
          </Button>
        )}
        <Button small look="quiet" className="px-1" aria-label={`Leave ${file.name} out`} onClick={onGone}>
          <X size={13} aria-hidden />
        </Button>
      </span>
      <span className="flex items-center gap-2">
        <Select
          small
          aria-label={`Piece of ${file.name}`}
          className="min-w-0 flex-1"
          value={piece ?? ""}
          onChange={(e) => onPiece(e.target.value === "" ? null : e.target.value)}
        >
          <option value="">for no piece</option>
          {pieces.filter(wantsFiles).map((p) => (
            <option key={p.id} value={p.id}>
              {pieceName(p)}
            </option>
          ))}
        </Select>
        {way === null ? (
          piece !== null && !sure && <Pill look="look">a guess</Pill>
        ) : way.state === "failed" ? (
          <Pill look="broken">failed</Pill>
        ) : sound?.is ? (
          <Pill look="ok">there</Pill>
        ) : sound?.unmeasured ? (
          <Pill look="broken">not measured</Pill>
        ) : way.state === "there" ? (
          <Pill>measuring</Pill>
        ) : (
          <progress className="h-2 w-20" aria-label={`How far ${file.name} is`} max={100} value={percent} />
        )}
      </span>
      {(way?.state === "failed" || way?.state === "pauses") && way.says !== null && (
        <span className="text-xs text-brick">{way.says}</span>
      )}
      {sound?.unmeasured && <span className="text-xs text-brick">{sound.unmeasured}</span>}
    </li>
  );
}
