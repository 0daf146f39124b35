import { noise, sine } from "@mossy/core/fixtures/sounds";
import { writeWave } from "@mossy/core/sound/writeWave";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";
import { sourceOf } from "@mossy/core/formats/bytes";
import { STORED } from "@mossy/core/formats/zip";
import { open } from "node:fs/promises";
import { crc32 } from "node:zlib";

const TRACKS = ["Storyteller", "Host", "Music bed", "Room tone"] as const;
const clip = (name: string, at: number, seconds: number, file: string): string =>
  `<Clip name="${name}" time="${at}" duration="${seconds}"><Audio channels="2" duration="${seconds}" ` +
  `sampleRate="48000"><File path="audio/${file}"/></Audio></Clip>`;
const lane = (track: number, ...clips: readonly string[]): string =>
  `<Lanes track="t${track}" timeUnit="seconds"><Clips>${clips.join("")}</Clips></Lanes>`;

const take = (n: number): string => clip(`Storyteller_0${n}`, 60 * (n - 1), 50, `Storyteller_0${n}.wav`);
const track = (id: string, name: string, channel: string): string =>
  `<Track id="t${id}" name="${name}" contentType="audio">` +
  `<Channel id="c${id}" audioChannels="2" ${channel}/></Track>`;

/** What another program writes of an evening: four tracks, what was said, a bed, markers, takes, leftovers. */
const project = (takes: number): string => `<?xml version="1.0" encoding="UTF-8"?>
<Project version="1.0"><Application name="Elsewhere" version="3"/>
<Transport><Tempo unit="bpm" value="120"/><TimeSignature numerator="4" denominator="4"/></Transport>
<Structure>
${TRACKS.map((name, n) => track(`${n}`, name, 'role="regular" destination="cm"')).join("\n")}
${track("m", "Main", 'role="master"')}
</Structure>
<Arrangement><Lanes timeUnit="seconds">
${lane(0, ...Array.from({ length: takes }, (_, n) => take(n + 1)))}
${lane(1, clip("Host_take 2", 5, 20, "Host_take 2.wav"))}
${lane(2, clip("Tide bed", 0, 4, "Tide bed.wav"))}
</Lanes>
<Markers><Marker time="0" name="Hello"/><Marker time="60" name="The eel"/></Markers>
</Arrangement></Project>`;

/** The bed of the evening, four seconds. */
export const tideBed = (): Uint8Array =>
  writeWave([sine(-12, 4), sine(-12, 4)], { rate: 48_000, bits: 24 });

/**
 * Writes a session file of an evening as another program does.
 * @param size of each of its recordings, in bytes
 */
export async function writeJobFile(path: string, takes: number, size: number): Promise<void> {
  const speech = new Uint8Array(size);
  speech.set(writeWave([noise(0.5, 7)], { rate: 48_000, bits: 16 }).subarray(0, size));
  const stored = (name: string, bytes: Uint8Array): ZipPart => ({
    entry: {
      name,
      written: name,
      folder: false,
      size: bytes.length,
      packed: bytes.length,
      method: STORED,
      crc: crc32(bytes),
      date: null,
    },
    packed: sourceOf(bytes),
  });
  const out = await open(path, "w");
  try {
    const parts: ZipPart[] = [
      { name: "project.xml", content: new TextEncoder().encode(project(takes)) },
      ...Array.from({ length: takes }, (_, n) => stored(`audio/Storyteller_0${n + 1}.wav`, speech)),
      stored("audio/Host_take 2.wav", speech),
      stored("audio/Tide bed.wav", tideBed()),
      stored("audio/old idea.wav", tideBed()),
      stored("undo/1.wav", tideBed().subarray(0, 5000)),
    ];
    await writeZip(parts, (piece) => out.write(piece).then(() => undefined));
  } finally {
    await out.close();
  }
}
