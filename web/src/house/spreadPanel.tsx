import { crowd } from "@mossy/core/colour/settle";
import type { House } from "@mossy/core/house/house";
import { plural } from "@mossy/core/session/plural";
import { useEffect, useRef, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Heads } from "../ui/listPage.tsx";
import type { SpreadResult, SpreadTask } from "./spread.worker.ts";

/** Moves tried, by what is wanted: a least distance with the least movement takes more looking at each. */
const TRIES = { enough: 24_000, most: 20_000 } as const;
/** How much longer the search is that says how close the proposal comes. */
const LONGER = 10;

type Palette = House["palette"];
interface SpreadFound {
  readonly of: Palette;
  readonly enough: number | null;
  readonly result: SpreadResult;
}

/** One search at a time, beside the page. */
function useSearch() {
  const worker = useRef<Worker | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  };
  useEffect(
    () => () => {
      worker.current?.terminate();
    },
    [],
  );
  const start = (task: SpreadTask, done: (result: SpreadResult) => void): void => {
    stop();
    setShare(0);
    const w = new Worker(new URL("./spread.worker.ts", import.meta.url), { type: "module" });
    worker.current = w;
    w.onmessage = ({ data }: MessageEvent<{ share: number } | { result: SpreadResult }>) => {
      if ("share" in data) setShare(data.share);
      else {
        done(data.result);
        stop();
      }
    };
    w.postMessage(task);
  };
  return { share, start, stop };
}

/**
 * Proposes a palette that is told apart: at the distance the house wants with the least movement, or as far
 * as can be found.
 */
export function SpreadPanel({
  house,
  locked,
  onChange,
}: {
  house: House;
  locked: ReadonlySet<string>;
  onChange: ((next: House) => void) | null;
}) {
  const { share, start, stop } = useSearch();
  const [found, setFound] = useState<SpreadFound | null>(null);
  const [longer, setLonger] = useState<{ of: SpreadResult; result: SpreadResult } | null>(null);
  const { palette, thresholds } = house;
  const task = (enough: number | null, times: number): SpreadTask => ({
    colours: palette.map((c) => ({ hex: c.hex, locked: locked.has(c.id) })),
    enough,
    contrast: thresholds.contrast,
    tries: times * (enough === null ? TRIES.most : TRIES.enough),
    seed: times,
  });
  const search = (enough: number | null): void => {
    setFound(null);
    start(task(enough, 1), (result) => setFound({ of: palette, enough, result }));
  };
  const shown = found && found.of === palette ? found : null;
  const kept =
    locked.size > 0 ? `${plural(locked.size, "is", "are")} kept.` : "Tick “Keep” for those that must stay.";
  return (
    <section aria-label="Spread" className="card flex flex-col gap-3 p-3.5">
      <div>
        <h2 className="font-semibold">Spread the palette</h2>
        <p className="text-sm text-ink-2">
          Moves colours apart for every kind of eye: until none is closer than the house allows, with as
          little movement as can be found and hues kept, or as far as possible. {kept}
        </p>
      </div>
      {share === null ? (
        <div className="flex flex-wrap gap-2">
          <Button look="main" onClick={() => search(thresholds.apart)}>
            Until none is too close
          </Button>
          <Button onClick={() => search(null)}>As far as possible</Button>
        </div>
      ) : (
        <div className="flex items-center gap-3">
          <progress aria-label="Searching" value={share} className="h-2 flex-1 accent-[var(--moss)]" />
          <Button small onClick={stop}>
            Cancel
          </Button>
        </div>
      )}
      {shown && (
        <>
          <Outcome found={shown} />
          {longer?.of === shown.result ? (
            <AgainstLonger found={shown} longer={longer.result} />
          ) : (
            share === null && (
              <button
                type="button"
                className="self-start text-sm font-semibold text-moss hover:underline"
                onClick={() =>
                  start(task(shown.enough, LONGER), (result) => setLonger({ of: shown.result, result }))
                }
              >
                How close is that to the best?
              </button>
            )
          )}
          <Moves found={shown} />
          {onChange && shown.result.colours.some((c, i) => c !== palette[i]?.hex) && (
            <div className="flex gap-2">
              <Button
                look="main"
                onClick={() =>
                  onChange({
                    ...house,
                    palette: palette.map((c, i) => ({ ...c, hex: shown.result.colours[i] ?? c.hex })),
                  })
                }
              >
                Take it over
              </Button>
              <Button onClick={() => setFound(null)}>Leave it</Button>
            </div>
          )}
        </>
      )}
    </section>
  );
}

function Outcome({ found: { of, enough, result } }: { found: SpreadFound }) {
  const moved = result.colours.filter((c, i) => c !== of[i]?.hex).length;
  const without = enough !== null && !result.enough ? crowd(result.colours, enough) : [];
  return (
    <>
      <p className="text-sm">
        Closest two: <span className="font-mono">ΔE {result.before.toFixed(1)}</span> before,{" "}
        <strong className="font-mono">ΔE {result.after.toFixed(1)}</strong> after. {moved} of {of.length}{" "}
        move
        {result.moved === null ? (
          "."
        ) : (
          <>
            , <span className="font-mono">ΔE {result.moved.toFixed(0)}</span> altogether.
          </>
        )}
      </p>
      {without.length > 0 && (
        <p className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          {of.length} colours of one screen cannot all be ΔE {enough} apart for eyes that see two primaries
          only. {of.length - without.length} can: do without {without.map((i) => of[i]?.name).join(", ")},
          or allow less.
        </p>
      )}
    </>
  );
}

/** How the proposal stands beside what a search of ten times the length finds. */
function AgainstLonger({ found: { result }, longer }: { found: SpreadFound; longer: SpreadResult }) {
  if (result.moved !== null && longer.moved !== null) {
    const best = Math.min(longer.moved, result.moved);
    return (
      <p className="text-sm">
        A search {LONGER} times as long moves{" "}
        <span className="font-mono">ΔE {longer.moved.toFixed(0)}</span> altogether: the proposal moves{" "}
        <strong>{Math.round((100 * result.moved) / Math.max(best, 0.1))} %</strong> of the least that was
        found.
      </p>
    );
  }
  return (
    <p className="text-sm">
      A search {LONGER} times as long reaches{" "}
      <span className="font-mono">ΔE {longer.after.toFixed(1)}</span>: the proposal comes to{" "}
      <strong>{Math.round((100 * result.after) / Math.max(longer.after, result.after))} %</strong> of the
      best that was found.
    </p>
  );
}

function Moves({ found: { of, result } }: { found: SpreadFound }) {
  return (
    <table className="text-sm">
      <Heads of={[["Colour"], ["Before"], ["After"]]} />
      <tbody>
        {of.map((c, i) => {
          const to = result.colours[i] ?? c.hex;
          return (
            <tr key={c.id} className="border-t border-line">
              <td className="py-1">{c.name}</td>
              <td>
                <Swatch hex={c.hex} />
              </td>
              <td>{to === c.hex ? <span className="text-ink-3">stays</span> : <Swatch hex={to} />}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Swatch({ hex }: { hex: string }) {
  return (
    <span className="inline-flex items-center gap-1.5 font-mono text-xs">
      <span aria-hidden className="inline-block size-4 rounded-[4px]" style={{ background: hex }} />
      {hex}
    </span>
  );
}
