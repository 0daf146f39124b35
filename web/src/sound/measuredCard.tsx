import type { WholeSound } from "@mossy/contract/sounds";
import { inClock } from "@mossy/core/sound/clock";
import { SILENCE } from "@mossy/core/sound/edges";
import type { Measures } from "@mossy/core/sound/measures";
import { inLevel } from "./levels.ts";

type Line = readonly [name: string, value: string, unit: string, beside?: string];

/** Everything that was measured, with its units. */
export function MeasuredCard({ of: { measures: m } }: { of: WholeSound }) {
  if (!m) return null;
  return (
    <section aria-labelledby="measured" className="card">
      <h2 id="measured" className="px-4 py-3 font-semibold">
        Measured
      </h2>
      <table className="w-full text-sm">
        <tbody>
          {linesOf(m).map(([name, value, unit, beside]) => (
            <tr key={name} className="border-t border-line">
              <th scope="row" className="px-4 py-1.5 text-left font-normal">
                {name}
                {beside !== undefined && <span className="block text-ink-2">{beside}</span>}
              </th>
              <td className="px-4 py-1.5 text-right align-top font-mono whitespace-nowrap">
                {value} <span className="text-ink-2">{unit}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <ByChannel of={m} />
    </section>
  );
}

const when = (loudest: Measures["momentary"], seconds: string): string | undefined =>
  loudest ? `${seconds}, from ${inClock(loudest.at, 1)} on` : undefined;

function linesOf(m: Measures): Line[] {
  const { edges } = m;
  const beside = (says: string | undefined): readonly [string] | readonly [] =>
    says === undefined ? [] : [says];
  return [
    ["Length", inClock(m.seconds, 3), ""],
    [
      "Integrated loudness",
      inLevel(m.integrated),
      "LUFS",
      m.integrated === null ? "shorter than 400 ms, or too quiet to tell" : `as ${m.layout}`,
    ],
    ["Loudness range", inLevel(m.range), "LU"],
    ["Loudest short-term", inLevel(m.shortTerm?.lufs ?? null), "LUFS", ...beside(when(m.shortTerm, "3 s"))],
    [
      "Loudest momentary",
      inLevel(m.momentary?.lufs ?? null),
      "LUFS",
      ...beside(when(m.momentary, "0.4 s")),
    ],
    ["True peak", inLevel(m.truePeak), "dBTP"],
    ["Sample peak", inLevel(m.samplePeak), "dBFS"],
    ["Noise floor", inLevel(m.floor), "dBFS", "RMS of its quietest tenth"],
    ...(m.correlation === null
      ? []
      : [["Correlation of the sides", inLevel(m.correlation, 2), ""] as const]),
    ...(edges === null
      ? []
      : ([
          ["Sound begins at", inClock(edges.onset, 3), "", "where it rises out of what is before it"],
          ["Silence before", inLevel(edges.before, 3), "s", `below ${inLevel(SILENCE, 0)} dBFS`],
          ["Silence after", inLevel(edges.after, 3), "s"],
        ] as const)),
  ];
}

function ByChannel({ of }: { of: Measures }) {
  if (of.channels.length < 2) return null;
  return (
    <div className="overflow-x-auto">
      <table aria-label="By channel" className="w-full text-sm">
        <thead>
          <tr className="border-t border-line text-xs text-ink-2">
            {["Channel", "Peak dBFS", "RMS dBFS", "Off the middle", "At full scale"].map((h, n) => (
              <th
                key={h}
                scope="col"
                className={`px-4 py-1.5 font-semibold ${n === 0 ? "text-left" : "text-right"}`}
              >
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {of.channels.map((c) => (
            <tr key={c.name} className="border-t border-line">
              <th scope="row" className="px-4 py-1.5 text-left font-mono font-normal">
                {c.name}
              </th>
              {[
                inLevel(c.samplePeak),
                inLevel(c.rms),
                `${inLevel(c.dc * 100, 2)} %`,
                String(c.clipped),
              ].map((v, n) => (
                <td key={n} className="px-4 py-1.5 text-right font-mono">
                  {v}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
