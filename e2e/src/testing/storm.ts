import { writeExchange } from "@mossy/core/formats/exchange/write";
import { setField } from "@mossy/core/session/change";
import type { Pool } from "@mossy/server/database";
import type { Writer } from "./writer.ts";

const TEMPLATE = { template: "steelpan-orchestra-full-yard" };
/** What was acknowledged, to be found again. */
export interface Acknowledged {
  readonly edits: { document: string; revision: number; track: string; level: number }[];
  readonly checkIns: string[];
  readonly sessions: string[];
  /** How long each write took, in milliseconds. */
  readonly waits: number[];
  refused: number;
}

/** Writes to a house without a pause, each a track of its own of one draft, and hands in and starts between. */
export async function write(
  writer: Writer,
  who: number,
  left: () => boolean,
  all: Acknowledged,
): Promise<void> {
  const { answer } = await writer.ask("template", TEMPLATE);
  const draft = answer!.draft;
  let track = draft.session.tracks.filter((t) => t.kind === "audio")[who]!;
  const session = (await writer.ask("startSession", {}, wish(`Storm ${who}`))).answer!;
  const file = writeExchange(session.baseline, session.id);
  for (let n = 0; left(); n++) {
    if (n % 10 === 4) {
      const handed = await writer.ask("handIn", {}, file, `?session=${session.id}`);
      all.waits.push(handed.waited);
      if (handed.answer?.taken) all.checkIns.push(handed.answer.checkIn);
      else all.refused++;
    } else if (n % 10 === 9) {
      const started = await writer.ask("startSession", {}, wish(`Storm ${who}, ${n}`));
      all.waits.push(started.waited);
      if (started.answer) all.sessions.push(started.answer.id);
      else all.refused++;
    } else {
      const level = -(n % 60) - 0.5;
      const body = { revision: draft.revision, changes: [setField(track, "level", level)] };
      const edited = await writer.ask("editDocument", { document: draft.id }, body);
      all.waits.push(edited.waited);
      if (edited.answer) {
        track = { ...track, level };
        all.edits.push({ document: draft.id, revision: edited.answer.revision, track: track.id, level });
      } else all.refused++;
    }
  }
}
const wish = (title: string) => ({
  title,
  room: "ferry-van",
  template: TEMPLATE.template,
  release: 6,
  leaveOut: [],
});

/** How many of what was acknowledged the house does not have, and how many it has twice. */
export async function lostOf(pool: Pool, all: Acknowledged): Promise<{ lost: number; twice: number }> {
  let lost = 0;
  for (const { document, revision, track, level } of all.edits) {
    const { rows } = await pool.query<{ changes: { id?: string; to?: unknown }[] }>(
      "select changes from document_changes where document = $1 and revision = $2",
      [document, revision],
    );
    if (!rows[0]?.changes.some((c) => c.id === track && c.to === level)) lost++;
  }
  const count = async (sql: string, ids: readonly string[]): Promise<number> =>
    (await pool.query<{ many: number }>(sql, [ids])).rows[0]?.many ?? 0;
  const [there, sessions] = [
    await count("select count(*)::int as many from check_ins where id = any($1)", all.checkIns),
    await count("select count(*)::int as many from sessions where id = any($1)", all.sessions),
  ];
  lost += all.checkIns.length - there + (all.sessions.length - sessions);
  // Each was asked for until it was acknowledged: what is there beside is there twice.
  const twice =
    (await count(
      "select count(*)::int as many from check_ins c join sessions s on s.id = c.session " +
        "where s.title like 'Storm%' and not c.id = any($1::uuid[])",
      all.checkIns,
    )) +
    (await count(
      "select count(*)::int as many from sessions where title like 'Storm %,%' and not id = any($1::uuid[])",
      all.sessions,
    ));
  return { lost, twice };
}
