import { formatOf, silenceInWords } from "@mossy/core/delivery/list";
import type { DeliveryLook, JudgedRow } from "@mossy/core/delivery/look";
import { startOf } from "@mossy/core/delivery/off";
import type { TrackId } from "@mossy/core/session/document";
import { levelInWords } from "@mossy/core/session/valueWords";
import { timeInWords } from "@mossy/core/session/time";
import { inClock } from "@mossy/core/sound/clock";
import { Options } from "../ui/chooser.tsx";
import { Select } from "../ui/select.tsx";

/** Which columns stand beside each other, by how wide the page is; what is off goes below, across all of them. */
const LINE =
  "grid items-start gap-x-3 px-3.5 grid-cols-[minmax(0,1fr)_140px_64px] " +
  "min-[901px]:grid-cols-[minmax(0,1fr)_140px_64px_48px_48px] " +
  "min-[1201px]:grid-cols-[minmax(0,1fr)_140px_150px_64px_48px_48px] " +
  "min-[1301px]:grid-cols-[minmax(0,1fr)_140px_150px_64px_72px_48px_48px]";
const [FORMAT, STARTS, LEVEL] = ["max-[1200px]:hidden", "max-[1300px]:hidden", "max-[900px]:hidden"];
const HEADS = [
  ["File", ""],
  ["Track", ""],
  ["Format", FORMAT],
  ["Length", "text-right"],
  ["Starts", `text-right ${STARTS}`],
  ["LUFS", `text-right ${LEVEL}`],
  ["dBTP", `text-right ${LEVEL}`],
] as const;
/** So many lines are drawn; what is off narrows them. */
const SHOWN = 400;

const cut = (path: string): readonly [folder: string, name: string] => {
  const at = path.lastIndexOf("/") + 1;
  return [path.slice(0, at), path.slice(at)];
};
const level = (value: number | null | undefined): string =>
  value === null || value === undefined ? "" : levelInWords(Math.round(value * 10) / 10);

/** The files with what each is, and below it what is off. */
export function FileTable({
  rows,
  wanted,
  said,
  onSay,
}: {
  rows: readonly JudgedRow[];
  wanted: DeliveryLook["wanted"];
  said: ReadonlyMap<string, TrackId>;
  /** Of which track a file is; null: as its name says. */
  onSay: (path: string, track: TrackId | null) => void;
}) {
  const tracks = wanted.map(({ track }) => [track.id, track.name] as const);
  return (
    <>
      <div role="table" aria-label="Files and what is off with them">
        <div role="row" className={`sticky top-0 z-20 border-b border-line bg-surface py-1.5 ${LINE}`}>
          {HEADS.map(([name, look]) => (
            <span key={name} role="columnheader" className={`text-xs font-semibold text-ink-2 ${look}`}>
              {name}
            </span>
          ))}
        </div>
        {rows.slice(0, SHOWN).map((row) => (
          <FileLine
            key={row.file.path}
            row={row}
            tracks={tracks}
            said={said.has(row.file.path)}
            onSay={onSay}
          />
        ))}
      </div>
      {rows.length > SHOWN && (
        <p className="p-3.5 text-sm text-ink-2">
          and {rows.length - SHOWN} more: choose at the right what is off to see those, or hand the list on.
        </p>
      )}
    </>
  );
}

const NUMBER = "py-0.5 text-right font-mono text-sm";

function FileLine({
  row,
  tracks,
  said,
  onSay,
}: {
  row: JudgedRow;
  tracks: readonly (readonly [TrackId, string])[];
  said: boolean;
  onSay: (path: string, track: TrackId | null) => void;
}) {
  const { file, name, off } = row;
  const [folder, base] = cut(file.path);
  const start = startOf(row);
  const m = file.measures;
  const quiet = silenceInWords(row);
  return (
    <div role="row" data-file={file.path} className={`border-b border-line py-1.5 ${LINE}`}>
      <span role="cell" className="py-0.5 font-mono text-sm [overflow-wrap:anywhere]">
        {folder !== "" && <span className="text-ink-2">{folder}</span>}
        {base}
      </span>
      <span role="cell">
        <Select
          small
          className="w-full"
          aria-label={`Track of ${base}`}
          value={name.of?.track.id ?? ""}
          onChange={(e) => onSay(file.path, e.target.value === "" ? null : e.target.value)}
        >
          {(said || !name.of) && <option value="">{said ? "as its name says" : "not said"}</option>}
          <Options of={tracks} />
        </Select>
      </span>
      <span role="cell" className={`py-0.5 text-sm text-ink-2 ${FORMAT}`}>
        {formatOf(row)}
      </span>
      <span role="cell" className={NUMBER}>
        {m ? timeInWords(m.seconds, 2) : ""}
      </span>
      <span role="cell" className={`${NUMBER} text-ink-2 ${STARTS}`}>
        {start === null ? "" : inClock(start)}
      </span>
      <span role="cell" className={`${NUMBER} ${LEVEL}`}>
        {level(m?.integrated)}
      </span>
      <span role="cell" className={`${NUMBER} ${LEVEL}`}>
        {level(m?.truePeak)}
      </span>
      {(name.right !== null || off.length > 0 || quiet !== null) && (
        <div role="cell" className="col-span-full text-sm">
          {name.right !== null && (
            <p className="font-mono text-xs text-ink-2 [overflow-wrap:anywhere]">→ {name.right}</p>
          )}
          {off.length > 0 && (
            <ul className="text-lantern">
              {off.map((o) => (
                <li key={o.sort + o.says}>{o.says}</li>
              ))}
            </ul>
          )}
          {quiet !== null && <p className="text-ink-2">{quiet}</p>}
        </div>
      )}
    </div>
  );
}
