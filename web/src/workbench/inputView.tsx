import type { Style } from "@mossy/core/house/style";
import { CHANNELS } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { recordsFromOutside } from "@mossy/core/fit/patch";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { roleInWords } from "./sheet.tsx";

const SOURCE = { mic: "microphone", di: "DI", line: "line", wireless: "wireless" } as const;

/** What is on which input, by input number; sources without one come last. */
export function InputView({ style, session }: { style: Style; session: Session }) {
  const sources = session.tracks.filter(recordsFromOutside).sort((a, b) => (a.input ?? Infinity) - (b.input ?? Infinity));
  if (sources.length === 0) return <Empty title="Nothing records from outside">No track of this session has a source with an input.</Empty>;
  return (
    <div tabIndex={0} role="region" aria-label="Input list" className="h-full overflow-y-auto">
      <table className="w-full text-sm">
        <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2"><tr>{["Input", "Track", "Source", "By", "Polarity", "Notes"].map((h) => <th key={h} scope="col" className="border-b border-line px-3.5 py-2 font-semibold">{h}</th>)}</tr></thead>
        <tbody>
          {sources.map((t) => (
            <tr key={t.id} className="border-b border-line">
              <td className="px-3.5 py-1.5 font-mono font-bold">{t.input === null ? "—" : CHANNELS[t.format ?? "mono"] > 1 ? `${t.input}–${t.input + CHANNELS[t.format ?? "mono"] - 1}` : t.input}</td>
              <td className="px-3.5"><span className="flex items-center gap-2"><Tile colour={t.colour} icon={t.icon} size={20} /><span className="font-mono">{t.name}</span></span></td>
              <td className="px-3.5 text-ink-2">{roleInWords(style, t)}</td>
              <td className="px-3.5 text-ink-2">{SOURCE[t.source ?? "mic"]}</td>
              <td className="px-3.5 text-ink-2">{t.polarity === "inverted" ? "Ø inverted" : ""}</td>
              <td className="max-w-48 truncate px-3.5 text-ink-2">{t.notes}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
