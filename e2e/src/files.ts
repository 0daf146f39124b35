// npm run bench -- files: a session file with 2 GB of recordings handed in, put right, fetched, and put right
// where it lies; against a plain copy of it, with the memory the server took.
import {
  createWriteStream,
  mkdtempSync,
  openAsBlob,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { copyFile } from "node:fs/promises";
import { once } from "node:events";
import { randomFillSync } from "node:crypto";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import type { ReadableStream } from "node:stream/web";
import { pipeline } from "node:stream/promises";
import { crc32 } from "node:zlib";
import type { AnswerOf } from "@mossy/contract/routes";
import { sourceOf } from "@mossy/core/formats/bytes";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { SESSION_FILE_LIMITS, openZip } from "@mossy/core/formats/zip";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";
import { demoPeople } from "@mossy/demo/people";
import { applyTo } from "@mossy/station/ownFile";
import { layGround } from "./ground.ts";
import { spawnServer } from "./house.ts";

const GB = Number(process.env["GB"] ?? 2);
const TAKES = 16;
/** Of new memory of the server, in MB. */
const MOST = 300;

const { ground, clear } = await layGround();
const server = await spawnServer(ground, {});
const folder = mkdtempSync(join(tmpdir(), "mossy-files-"));
const at = (name: string): string => join(folder, name);
let cookie = "";

const ask = (path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(`${server.base ?? ""}/api${path}`, { ...init, headers: { cookie, ...init.headers } });
const json = async <T>(res: Promise<Response>): Promise<T> => (await (await res).json()) as T;

/** What the server holds of memory, at its highest so far, in MB. */
const memory = (): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

let plain = 0;
async function timed<T>(what: string, work: () => Promise<T>): Promise<T> {
  const begun = performance.now();
  const made = await work();
  const seconds = (performance.now() - begun) / 1000;
  plain ||= seconds;
  console.log(
    `${what.padEnd(52)} ${seconds.toFixed(1).padStart(6)} s  ${(seconds / plain).toFixed(1).padStart(5)} × a copy`,
  );
  return made;
}

/** The recordings, noise that no packer makes smaller, and then the session. */
async function* withTakes(session: Uint8Array): AsyncGenerator<ZipPart> {
  const take = new Uint8Array(Math.floor((GB * 2 ** 30) / TAKES));
  for (let n = 1; n <= TAKES; n++) {
    randomFillSync(take);
    const [name, size] = [`audio/take ${n}.wav`, take.length];
    const entry = {
      name,
      written: name,
      folder: false,
      size,
      packed: size,
      method: 0,
      crc: crc32(take),
      date: null,
    };
    yield { entry, packed: sourceOf(take) };
  }
  const zip = await openZip(session, SESSION_FILE_LIMITS);
  for (const entry of zip.entries) yield { entry, packed: await zip.packed(entry) };
}

try {
  const { signIn, password } = demoPeople[0] ?? { signIn: "", password: "" };
  const body = JSON.stringify({ name: signIn, password });
  const signed = await ask("/sign-in", {
    method: "POST",
    body,
    headers: { "content-type": "application/json" },
  });
  cookie = signed.headers.get("set-cookie")?.split(";")[0] ?? "";
  const { sessions } = await json<AnswerOf<"sessions">>(ask("/sessions?which=open"));
  const { id, baseline } = await json<AnswerOf<"session">>(ask(`/sessions/${sessions[0]?.id ?? ""}`));
  const renamed = { ...baseline, tracks: baseline.tracks.map((t) => ({ ...t, name: `${t.name} x` })) };
  const out = createWriteStream(at("Big.dawproject"));
  await writeZip(withTakes(writeExchange(renamed, id)), async (piece) => {
    if (!out.write(piece.slice())) await once(out, "drain");
  });
  await new Promise((done) => out.end(done));
  console.log(
    `A session file of ${(statSync(at("Big.dawproject")).size / 2 ** 30).toFixed(2)} GB in ${TAKES} recordings.`,
  );
  await timed("a plain copy on the disk", () => copyFile(at("Big.dawproject"), at("copy")));
  const before = memory();
  const file = await openAsBlob(at("Big.dawproject"));
  const hand = (): Promise<AnswerOf<"handIn">> =>
    json(ask(`/check-ins?session=${id}&name=Big.dawproject`, { method: "POST", body: file }));
  const handed = await timed("handed in", hand);
  await timed("handed in once more: its recordings are there", hand);
  if (!handed.taken) throw new Error(`it was not taken in: ${JSON.stringify(handed)}`);
  const right = async (): Promise<void> => {
    const res = await ask(`/check-ins/${handed.checkIn}/file`);
    await pipeline(Readable.fromWeb(res.body as ReadableStream), createWriteStream(at("right")));
  };
  await timed("the corrected file fetched", right);
  const { correction } = await json<AnswerOf<"correction">>(ask(`/check-ins/${handed.checkIn}/correction`));
  const list = JSON.stringify(correction);
  writeFileSync(at("list.json"), list);
  await timed(`a list of edits (${Math.round(list.length / 1024)} kB) carried out where it lies`, () =>
    applyTo(at("list.json"), at("Big.dawproject")),
  );
  const took = memory() - before;
  console.log(
    `The server took ${Math.round(took)} MB for it (aim: at most ${MOST}).${took > MOST ? "  MISSED" : ""}`,
  );
  const sizes = [statSync(at("right")).size, statSync(at("Big_put_right.dawproject")).size];
  console.log(`What came back has ${sizes.map((n) => (n / 2 ** 30).toFixed(2)).join(" and ")} GB.`);
  if (took > MOST) process.exitCode = 1;
} finally {
  await server.stop();
  await clear();
  rmSync(folder, { recursive: true, force: true });
}
process.exit();
