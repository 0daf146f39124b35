import type { Spread } from "@mossy/core/colour/spread";
import type { House } from "@mossy/core/house/house";
import { useEffect, useRef, useState } from "react";
import { Button } from "../ui/button.tsx";
import type { SpreadTask } from "./spread.worker.ts";

const TRIES = 20_000;
/** How much longer the search is that says how close the proposal comes. */
const LONGER = 10;

/** Proposes a palette whose closest colours are as far apart as can be found; before and after side by side. */
export function SpreadPanel({ house, locked, onChange }: { house: House; locked: ReadonlySet<string>; onChange: ((next: House) => void) | null }) {
  const worker = useRef<Worker | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<{ of: House["palette"]; result: Spread } | null>(null);
  const stop = (): void => { worker.current?.terminate(); worker.current = null; setShare(null); };
  useEffect(() => () => { worker.current?.terminate(); }, []);
  const [longest, setLongest] = useState<{ of: Spread; reached: number } | null>(null);
  /** Searches; with a proposal given, ten times as long, only to say how close that one comes. */
  const start = (enough: number | null, beside: Spread | null = null): void => {
    stop();
    if (!beside) setFound(null);
    setShare(0);
    const { palette } = house;
    const w = new Worker(new URL("./spread.worker.ts", import.meta.url), { type: "module" });
    worker.current = w;
    w.onmessage = ({ data }: MessageEvent<{ share: number } | { result: Spread }>) => {
      if ("share" in data) setShare(data.share);
      else { if (beside) setLongest({ of: beside, reached: data.result.after }); else setFound({ of: palette, result: data.result }); stop(); }
    };
    w.postMessage({ colours: palette.map((c) => ({ hex: c.hex, locked: locked.has(c.id) })), tries: beside ? LONGER * TRIES : TRIES, enough, contrast: house.thresholds.contrast } satisfies SpreadTask);
  };
  const stale = found !== null && found.of !== house.palette;
  const moved = found ? found.result.colours.filter((c, i) => c !== found.of[i]?.hex).length : 0;
  return (
    <section aria-label="Spread" className="card flex flex-col gap-3 p-3.5">
      <div><h2 className="font-semibold">Spread the palette</h2><p className="text-sm text-ink-2">Moves colours apart, for every kind of eye and no more than it takes: until none is closer than the house allows, or as far as can be found. {locked.size > 0 ? `${locked.size} ${locked.size === 1 ? "is" : "are"} kept.` : "Tick “Keep” for those that must stay."}</p></div>
      {share === null ? <div className="flex flex-wrap gap-2"><Button look="main" onClick={() => { start(house.thresholds.apart); }}>Until none is too close</Button><Button onClick={() => { start(null); }}>As far as possible</Button></div>
        : <div className="flex items-center gap-3"><progress aria-label="Searching" value={share} className="h-2 flex-1 accent-[var(--moss)]" /><Button small onClick={stop}>Cancel</Button></div>}
      {found && !stale && (
        <>
          <p className="text-sm">Closest two: <span className="font-mono">ΔE {found.result.before.toFixed(1)}</span> before, <strong className="font-mono">ΔE {found.result.after.toFixed(1)}</strong> after. {moved} of {found.of.length} move.</p>
          {longest?.of === found.result ? <p className="text-sm">A search {LONGER} times as long reaches <span className="font-mono">ΔE {longest.reached.toFixed(1)}</span>: the proposal comes to <strong>{Math.round((100 * found.result.after) / Math.max(longest.reached, found.result.after))} %</strong> of the best that was found.</p>
            : share === null && <button type="button" className="self-start text-sm font-semibold text-moss hover:underline" onClick={() => { start(null, found.result); }}>How close is that to the best?</button>}
          <table className="text-sm"><thead className="text-left text-xs text-ink-2"><tr><th scope="col" className="font-semibold">Colour</th><th scope="col" className="font-semibold">Before</th><th scope="col" className="font-semibold">After</th></tr></thead>
            <tbody>{found.of.map((c, i) => <tr key={c.id} className="border-t border-line"><td className="py-1">{c.name}</td><td><Swatch hex={c.hex} /></td><td>{found.result.colours[i] === c.hex ? <span className="text-ink-3">stays</span> : <Swatch hex={found.result.colours[i] ?? c.hex} />}</td></tr>)}</tbody></table>
          {onChange && moved > 0 && <div className="flex gap-2"><Button look="main" onClick={() => { onChange({ ...house, palette: house.palette.map((c, i) => ({ ...c, hex: found.result.colours[i] ?? c.hex })) }); }}>Take it over</Button><Button onClick={() => { setFound(null); }}>Leave it</Button></div>}
        </>
      )}
    </section>
  );
}

function Swatch({ hex }: { hex: string }) {
  return <span className="inline-flex items-center gap-1.5 font-mono text-xs"><span aria-hidden className="inline-block size-4 rounded-[4px]" style={{ background: hex }} />{hex}</span>;
}
