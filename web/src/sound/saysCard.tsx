import type { WholeSound } from "@mossy/contract/sounds";
import { inClock } from "@mossy/core/sound/clock";
import type { SoundSays } from "@mossy/core/sound/head";
import { frameAt, rateFrom, timecodeOf } from "@mossy/core/time/timecode";
import { formInShort, inLevel } from "./levels.ts";

/** What the file says of itself: its form, the broadcast extension, iXML, markers. */
export function SaysCard({ of: { says } }: { of: WholeSound }) {
  if (!says) return null;
  const lines = linesOf(says).filter(([, value]) => value !== "");
  return (
    <section aria-labelledby="says" className="card">
      <h2 id="says" className="px-4 py-3 font-semibold">
        What the file says
      </h2>
      <dl className="text-sm">
        {lines.map(([name, value]) => (
          <div key={name} className="flex gap-4 border-t border-line px-4 py-1.5">
            <dt className="w-36 shrink-0 text-ink-2">{name}</dt>
            <dd className="min-w-0 flex-1 break-words whitespace-pre-line">{value}</dd>
          </div>
        ))}
      </dl>
      <Markers of={says} />
    </section>
  );
}

function linesOf(says: SoundSays): (readonly [name: string, value: string])[] {
  const { bext, ixml } = says;
  return [
    ["Form", `${says.container}, ${formInShort(says)}`],
    ...(bext
      ? ([
          ["Description", bext.description],
          ["Made by", [bext.originator, bext.reference].filter((t) => t !== "").join(", ")],
          ["On", [bext.date, bext.time].filter((t) => t !== "").join(" at ")],
          [
            "Starts at",
            bext.timeReference > 0 ? `${inClock(bext.timeReference / says.rate, 3)} of the day` : "",
          ],
          ["Says it has", bext.loudness ? `${inLevel(bext.loudness.integrated)} LUFS` : ""],
          ["Coding history", bext.history],
        ] as const)
      : []),
    ...(ixml
      ? ([
          ["Project", [ixml.project, ixml.tape].filter((t) => t !== "").join(", ")],
          ["Scene and take", [ixml.scene, ixml.take].filter((t) => t !== "").join(", take ")],
          ["Timecode", timecodeIn(says)],
          ["Note", ixml.note],
          ["Channels", ixml.tracks.map((t) => `${t.channel} ${t.name}`).join(", ")],
        ] as const)
      : []),
  ];
}

/** Where on the clock it starts, counted at the rate its recorder says. */
function timecodeIn({ bext, ixml, rate }: SoundSays): string {
  const said = [ixml?.timecodeRate ?? "", ixml?.timecodeFlag ?? ""].filter((t) => t !== "").join(" ");
  const counted = rateFrom(ixml?.timecodeRate ?? "", ixml?.timecodeFlag ?? "");
  if (!bext || counted === null) return said;
  return `${timecodeOf(frameAt(bext.timeReference / rate, counted), counted)} at ${said}`;
}

const MOST = 200;
function Markers({ of: { markers, rate } }: { of: SoundSays }) {
  if (markers.length === 0) return null;
  return (
    <table aria-label="Markers" className="w-full text-sm">
      <thead>
        <tr className="border-t border-line text-left text-xs text-ink-2">
          <th scope="col" className="px-4 py-1.5 font-semibold">
            Marker
          </th>
          <th scope="col" className="px-4 py-1.5 text-right font-semibold">
            At
          </th>
          <th scope="col" className="px-4 py-1.5 text-right font-semibold">
            Until
          </th>
        </tr>
      </thead>
      <tbody>
        {markers.slice(0, MOST).map((m, n) => (
          <tr key={n} className="border-t border-line">
            <td className="px-4 py-1.5">
              {m.name === "" ? <span className="text-ink-2">no name</span> : m.name}
            </td>
            <td className="px-4 py-1.5 text-right font-mono">{inClock(m.frame / rate, 3)}</td>
            <td className="px-4 py-1.5 text-right font-mono">
              {m.length > 0 ? inClock((m.frame + m.length) / rate, 3) : ""}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
