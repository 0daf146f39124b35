import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";

const PROJECT = "project.xml";
/** When every file says it was made: a file made twice is the same. */
const MADE = new Date("2026-11-30T12:00:00");

/**
 * A session file with what the software of a room puts into it that nobody else knows: attributes and elements of its
 * own, comments, its own way to write tags, states of processors, a recording.
 */
export function withForeign(file: Uint8Array, roll: () => number): Uint8Array {
  const entries = unzipSync(file);
  let n = 0;
  const xml = strFromU8(entries[PROJECT] ?? new Uint8Array())
    .replaceAll(/<Track /g, () => `<Track  grip="${n++}" `)
    .replaceAll(/<Channel /g, () =>
      roll() < 0.3 ? `<!-- strip ${n}: 'as > it < was' --><Channel ` : "<Channel ",
    )
    .replaceAll("/>", () => (roll() < 0.5 ? " />" : "/>"))
    .replace("</Project>", '<Desk zoom="3"><View of="mixer">a &amp; b\r\n</View></Desk></Project>');
  const bytes = (many: number): Uint8Array =>
    Uint8Array.from({ length: many }, () => Math.floor(256 * roll()));
  return zipSync(
    {
      ...entries,
      [PROJECT]: strToU8(xml),
      "plugins/state 1.bin": bytes(400),
      "plugins/état.bin": bytes(30),
      "audio/take.wav": bytes(2000),
    },
    { mtime: MADE },
  );
}
