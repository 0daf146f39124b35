import { timeInWords } from "../session/time.ts";
import { inClock } from "../sound/clock.ts";
import { writeCsv } from "../formats/table.ts";
import type { DeliveryLook, JudgedRow } from "./look.ts";
import { spanInWords, startOf } from "./off.ts";

const rounded = (value: number | null | undefined, digits = 1): number | null =>
  value === null || value === undefined ? null : Math.round(value * 10 ** digits) / 10 ** digits;

/** "48 kHz, 24 bit, mono". */
export function formatOf({ file: { says } }: Pick<JudgedRow, "file">): string {
  if (!says) return "";
  const bits = says.bits === null ? says.container : says.float ? "floating point" : `${says.bits} bit`;
  const wide = says.channels === 1 ? "mono" : says.channels === 2 ? "stereo" : `${says.channels} channels`;
  return `${says.rate / 1000} kHz, ${bits}, ${wide}`;
}

/** Silence longer than this at an end is said, in seconds: who lays the file out wants to know. */
const LONG_SILENCE = { before: 1, after: 5 };

/** How long nothing is heard before a file's sound and behind it; null where that is nothing to speak of. */
export function silenceInWords({ file: { measures } }: Pick<JudgedRow, "file">): string | null {
  const edges = measures?.edges;
  if (!edges) return null;
  const said = [
    ...(edges.before > LONG_SILENCE.before ? [`${spanInWords(edges.before)} before its sound`] : []),
    ...(edges.after > LONG_SILENCE.after ? [`${spanInWords(edges.after)} behind it`] : []),
  ];
  return said.length === 0 ? null : `Silent for ${said.join(" and ")}.`;
}

const HEADS =
  "File|Track|Take|Version|Rate (Hz)|Bits|Channels|Length (s)|Starts at|Integrated (LUFS)|Range (LU)|" +
  "True peak (dBTP)|Sample peak (dBFS)|Clipped|Silence before (s)|Silence behind (s)|Size (bytes)|SHA-256|Off";

/** A delivery as a CSV, one file a line; what is missing stands behind them. */
export function deliveryCsv({ rows, missing }: DeliveryLook): string {
  const lines = rows.map((row) => {
    const { file, name, off } = row;
    const { says, measures: m } = file;
    const start = startOf(row);
    return [
      file.path,
      name.of?.track.name ?? "",
      name.take,
      name.version,
      says?.rate,
      says?.float ? "float" : says?.bits,
      says?.channels,
      rounded(m?.seconds, 3),
      start === null ? "" : inClock(start, 3),
      rounded(m?.integrated),
      rounded(m?.range),
      rounded(m?.truePeak),
      rounded(m?.samplePeak),
      m?.clipped.runs,
      rounded(m?.edges?.before, 3),
      rounded(m?.edges?.after, 3),
      file.size,
      file.hash,
      off.map((o) => o.says).join(" "),
    ];
  });
  const heads = HEADS.split("|");
  const gone = missing.map(({ track }) => ["", track.name, ...heads.slice(3).map(() => ""), "missing"]);
  return writeCsv(heads, [...lines, ...gone]);
}

/** A line of a delivery on paper. */
export interface DeliveryLine {
  readonly file: string;
  readonly track: string;
  readonly format: string;
  readonly length: string;
  readonly loudness: string;
  readonly hash: string;
  readonly off: string;
}

/** A delivery as it goes on paper. */
export const deliveryLines = ({ rows }: DeliveryLook): DeliveryLine[] =>
  rows.map((row) => ({
    file: row.file.path,
    track: row.name.of?.track.name ?? "",
    format: formatOf(row),
    length: row.file.measures ? timeInWords(row.file.measures.seconds, 2) : "",
    loudness: loudnessOf(row),
    hash: row.file.hash,
    off: row.off.map((o) => o.says).join(" "),
  }));

function loudnessOf({ file: { measures: m } }: JudgedRow): string {
  if (!m) return "";
  const of = (value: number | null, unit: string): string[] =>
    value === null ? [] : [`${value.toFixed(1).replace("-", "−")} ${unit}`];
  return [...of(m.integrated, "LUFS"), ...of(m.truePeak, "dBTP")].join(", ") || "silent";
}
