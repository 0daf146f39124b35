import { randomUUID } from "node:crypto";
import { open, rm, stat } from "node:fs/promises";
import { inSize } from "@mossy/core/formats/bytes";
import type { ByteSource } from "@mossy/core/formats/bytes";
import { kindOf } from "@mossy/core/sound/read";
import type { Db } from "../database.ts";
import { openFile } from "../files/files.ts";
import type { Files, Put } from "../files/files.ts";
import type { Uploaded } from "../files/upload.ts";
import { HouseProblem, diskFull, notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";

/** A sound file on its way in. */
export interface Coming {
  readonly id: string;
  readonly file: string;
  readonly size: number;
  /** Where what is here of it lies. */
  readonly path: string;
  /** So many bytes of it are here. */
  readonly has: number;
}

const sizeOf = async (path: string): Promise<number> => (await stat(path).catch(() => null))?.size ?? 0;

/** Begins one, or finds the one that was begun: the same mark of the same person is the same file. */
export async function beginComing(
  db: Db,
  files: Files,
  of: { readonly file: string; readonly size: number; readonly mark: string },
  person: string,
): Promise<Coming> {
  await forgetOld(db, files);
  const { rows } = await db.query<{ id: string }>(
    `insert into sounds_coming (id, person, mark, file, size) values ($1, $2, $3, $4, $5)
     on conflict (person, mark) do update set file = $4, size = $5, begun_at = now() returning id`,
    [randomUUID(), person, `${of.size} ${of.mark}`, of.file, of.size],
  );
  return comingOf(db, files, rows[0]?.id ?? "", person);
}

/** Forgets what nobody went on with for a week. */
async function forgetOld(db: Db, files: Files): Promise<void> {
  const { rows } = await db.query<{ id: string }>(
    "delete from sounds_coming where begun_at < now() - interval '7 days' returning id",
  );
  for (const { id } of rows) await rm(await files.comingAs(id), { force: true });
}

/** @throws HouseProblem 404 where nobody began it, or somebody else */
export async function comingOf(db: Db, files: Files, id: string, person: string): Promise<Coming> {
  const { rows } = isUuid(id)
    ? await db.query<{ file: string; size: string }>(
        "select file, size from sounds_coming where id = $1 and person = $2",
        [id, person],
      )
    : { rows: [] };
  const [row] = rows;
  if (!row)
    throw notFound("sound file of yours on its way in. It may be here whole by now; look on its shelf");
  const path = await files.comingAs(id);
  return { id, file: row.file, size: Number(row.size), path, has: await sizeOf(path) };
}

/**
 * Puts the next piece behind what is here. One that is here already is let go; one that leaves a gap is refused.
 * @returns how much is here now
 */
export async function addPiece(coming: Coming, at: number, piece: Uploaded): Promise<number> {
  if (!Number.isSafeInteger(at) || at > coming.has || at + piece.size > coming.size)
    throw new HouseProblem(
      409,
      "Not the next piece",
      `“${coming.file}” is here up to byte ${coming.has} of ${coming.size}. Go on from there.`,
    );
  if (at < coming.has) return coming.has;
  const [from, to] = [await openFile(piece.path), await open(coming.path, at === 0 ? "w" : "r+", 0o600)];
  try {
    for (let done = 0; done < piece.size;) {
      const bytes = await from.read(done, 1 << 20);
      await to.write(bytes, 0, bytes.length, at + done);
      done += bytes.length;
    }
  } catch (e) {
    if (e instanceof Error && "code" in e && e.code === "ENOSPC")
      throw diskFull("What is here of it stays.");
    throw e;
  } finally {
    await Promise.all([from.close(), to.close()]);
  }
  return at + piece.size;
}

/** What is carried though nobody here can measure it, by the ending of its name. */
const CARRIED =
  /\.(m4a|mp4|aac|alac|caf|wv|ape|wma|mka|webm|opus|oga|ogg|mp2|ac3|eac3|au|w64|dsf|dff|aif|aiff|wav|mp3|flac)$/i;

/** Keeps a file that is here whole. @throws HouseProblem where it is not, or is no sound */
export async function keepComing(files: Files, { file, size, path, has }: Coming): Promise<Put> {
  if (has !== size)
    throw new HouseProblem(
      409,
      "Not here whole",
      `Of “${file}” ${inSize(has)} are here, of ${inSize(size)}. Send the rest first.`,
    );
  const source = await openFile(path);
  return keepSound(files, source, file).finally(() => source.close());
}

/** Keeps a sound file. @throws HouseProblem where it is none */
export async function keepSound(files: Files, source: ByteSource, file: string): Promise<Put> {
  if ((await kindOf(source)) === null && !CARRIED.test(file))
    throw new HouseProblem(
      422,
      "No sound file",
      `“${file}” holds no sound the house knows, and its name has no ending of a sound file. Choose another.`,
      "file",
    );
  return files.put(source);
}

/** Forgets one; what is here of it is thrown away. */
export async function forgetComing(db: Db, { id, path }: Pick<Coming, "id" | "path">): Promise<void> {
  await db.query("delete from sounds_coming where id = $1", [id]);
  await rm(path, { force: true });
}
