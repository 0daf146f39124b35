import { putAllRight } from "@mossy/core/check/check";
import { SESSION_FILE_ENDING } from "@mossy/core/formats/package";
import { safeFileName } from "@mossy/core/names/disk";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import { dice } from "@mossy/core/chance/dice";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { work } from "@mossy/station/afternoon";
import type { House } from "@mossy/core/house/house";
import { plainDiff } from "@mossy/core/plain/diff";
import type { History } from "./history.ts";
import { SAYS, demoShelves } from "./library.ts";
import { storeLibraries } from "./instruments.ts";
import { storeLayouts } from "./layouts.ts";
import { storeProductions } from "./productions.ts";
import { storeProposals } from "./proposals.ts";
import { storeRemarks } from "./remarks.ts";
import { storeStartUps } from "./startUps.ts";
import { inTransaction } from "@mossy/server/transaction";
import type { Db, Pool } from "@mossy/server/database";
import { beginHouse } from "@mossy/server/house/store";
import { Styles } from "@mossy/server/house/styles";
import { saveChain } from "@mossy/server/library/chainStore";
import { editTemplate, takeBack } from "@mossy/server/library/life";
import { editShelves } from "@mossy/server/library/shelves";
import { addRelease, addTemplate } from "@mossy/server/library/store";
import { hashPassword } from "@mossy/server/people/passwords";
import { addPerson } from "@mossy/server/people/store";
import { keepInstalled, setSubstitutes } from "@mossy/server/rooms/equipment";
import { addSoftware } from "@mossy/server/rooms/software";
import { demoInstalled, demoSubstitutes } from "./devices.ts";
import { demoSoftware } from "./rooms.ts";
import { addRoom, tick } from "@mossy/server/rooms/store";
import { changeDocument, addDocument } from "@mossy/server/documents/store";
import { countsOf, keepCounts } from "@mossy/server/check/counts";
import { takeIn } from "@mossy/server/sessions/handedIn";
import { wentOut } from "@mossy/server/sessions/thereAndBack";
import { diff } from "@mossy/core/session/diff";
import { fitted } from "@mossy/server/sessions/fitted";
import { startSession } from "@mossy/server/sessions/start";
import { closeSession, markSent, sessionWith } from "@mossy/server/sessions/store";
import { addCheckIn } from "@mossy/server/sessions/checkInStore";

/**
 * Stores a history as if it had happened: in one transaction, all or nothing. @param says how many of its
 * sessions are there, from time to time
 */
export async function storeHistory(
  pool: Pool,
  history: History,
  says: (sessions: number, of: number) => void = () => undefined,
): Promise<void> {
  const hashes = new Map<string, Promise<string>>();
  const hashOf = (password: string): Promise<string> => {
    const known = hashes.get(password) ?? hashPassword(password);
    hashes.set(password, known);
    return known;
  };
  await inTransaction(pool, async (db) => {
    // Whose rooms somebody works in refers to rooms.
    for (const { id, ...made } of demoSoftware) await addSoftware(db, id, made);
    for (const [place, { id, room }] of history.rooms.entries()) await addRoom(db, id, place, room);
    for (const p of history.people)
      await addPerson(db, { ...p, demo: true, passwordHash: await hashOf(p.password) });
    await storeDevices(db, history);
    const [first, ...later] = history.editions;
    if (!first) return;
    await beginHouse(db, first.house, first.note, history.lead, first.at);
    for (const e of later) {
      await putDraft(db, e.house, history.lead, e.at);
      // Editions stay as they are once stored, so the day they were published goes in with them.
      await db.query(
        "insert into house_editions (number, house, note, published_by, published_at) select " +
          "max(number) + 1, $1::jsonb, $2, $3, $4 from house_editions",
        [JSON.stringify(e.house), e.note, history.lead, e.at],
      );
      await db.query(
        "update house_draft set based_on = (select max(number) from house_editions), " +
          "revision = revision + 1",
      );
    }
    await putDraft(db, history.draft.house, history.lead, history.draft.at);
    const changes = plainDiff((later.at(-1) ?? first).house, history.draft.house);
    await db.query(
      "insert into house_changes (revision, changes, made_by, made_at) select revision, $1, $2, $3 from house_draft",
      [JSON.stringify(changes), history.lead, history.draft.at],
    );
    const shelves = demoShelves.map((s) => ({ ...s, was: null }));
    await editShelves(db, { shelves, merged: [] });
    for (const t of history.templates) {
      await addTemplate(db, t, history.lead, t.draft, t.at.at(-1));
      for (const [i, r] of t.releases.entries())
        await addRelease(db, t.id, r.session, r.note, history.editions.length, history.lead, t.at[i]);
    }
    for (const c of history.chains)
      for (const v of c.versions)
        await saveChain(db, { name: c.name, processors: v.processors, note: v.note }, v.by, v.at);
    await storeSessions(db, history, says);
    await lifeOf(db, history);
    await storeProductions(db, history.lead, history.ago);
    await storeProposals(db, history.ago);
    await storeRemarks(db, history.ago);
    await storeStartUps(db, history);
    await storeLayouts(db, history);
    await storeLibraries(db, history);
    for (const t of history.ticks) await tick(db, t.room, t.item, { done: true, sure: false }, t.by, t.at);
  });
}

/** What is said of templates, and which releases were taken back since sessions were started from them. */
async function lifeOf(db: Db, { templates, lead, takenBack }: History): Promise<void> {
  for (const { id, name, shelf } of templates)
    await editTemplate(db, id, { name, shelf, says: SAYS[id] ?? "" });
  for (const b of takenBack) await takeBack(db, b.template, b.release, b.reason, lead, b.at);
}

/** Puts another draft of the house style in the place of the one there is. */
async function putDraft(db: Db, house: House, by: string, at: Date): Promise<void> {
  await db.query(
    "update house_draft set house = $1, revision = revision + 1, updated_by = $2, updated_at = $3, " +
      "changed = $1 is distinct from (select house from house_editions where number = based_on)",
    [JSON.stringify(house), by, at],
  );
}

/**
 * In sessions that are over, rooms called the talkback their own way, and had the audience lower than it went out.
 */
function asTheyDo(session: Session, baseline: Session, isOver: boolean): Session {
  const out = new Map(baseline.tracks.map((t) => [t.id, t.level]));
  const own = (t: Track): Partial<Track> => {
    if (isOver && t.role === "talkback") return { name: "Intercom" };
    return isOver && t.role === "audience" ? { level: (out.get(t.id) ?? t.level) - 4 } : {};
  };
  return { ...session, tracks: session.tracks.map((t) => ({ ...t, ...own(t) })) };
}

/** What is installed in the rooms; other rooms than those of the yard are like one of these. */
async function storeDevices(db: Db, { rooms, ago, lead }: History): Promise<void> {
  for (const [n, { id }] of rooms.entries()) {
    const own = demoInstalled.find((i) => i.room === id);
    const told = own ?? demoInstalled[n % demoInstalled.length];
    if (!told) continue;
    const by = own ? told.by : lead;
    await keepInstalled(db, id, { devices: told.devices, revision: null }, by, ago(told.days));
  }
  await setSubstitutes(db, { list: demoSubstitutes, revision: 0 });
}

async function storeSessions(
  db: Db,
  history: History,
  says: (sessions: number, of: number) => void,
): Promise<void> {
  const styles = new Styles();
  const { edition, style } = await styles.current(db);
  for (const [n, s] of history.sessions.entries()) {
    if (n % 100 === 99) says(n + 1, history.sessions.length);
    const wish = { ...s, leaveOut: [] };
    const id = await startSession(db, wish, await fitted(db, wish, style), s.by, { edition, style }, s.at);
    await markSent(db, id, "package", s.at);
    const went = await sessionWith(db, id);
    const { baseline } = went;
    let now = baseline;
    for (const c of s.checkIns) {
      const worked = asTheyDo(work(now, c.work, dice(c.seed)), baseline, s.closedAt !== null);
      const main = worked.tracks.find((t) => t.kind === "main")?.id ?? null;
      const strange = c.strange.map((name, i) =>
        blankTrack(`strange-${i + 1}`, name, { feeds: main, source: "mic" }),
      );
      const [{ there }] = wentOut(style, { ...went, now: worked });
      const file = writeExchange({ ...there, tracks: [...there.tracks, ...strange] }, id);
      const taken = takeIn(style, { ...went, now }, await readExchange(file));
      const document = await addDocument(db, JSON.stringify(taken.session), c.by, c.at);
      await addCheckIn(db, {
        session: id,
        fileName: `${safeFileName(s.title)}${SESSION_FILE_ENDING}`,
        file,
        document,
        there: diff(taken.session, taken.came),
        recognised: taken.recognised,
        notices: taken.notices,
        by: c.by,
        at: c.at,
        counts: await countsOf(db, styles, taken.session, { baseline, edition }),
      });
      now = taken.session;
      if (!c.putRight) continue;
      const fixes = putAllRight(style, taken.session, baseline);
      if (fixes.length > 0)
        now = (await changeDocument(db, document, 0, fixes, history.lead)).document.session;
      await keepCounts(db, document, await countsOf(db, styles, now, { baseline, edition }));
    }
    if (s.closedAt) await closeSession(db, id, s.by, s.closedAt);
  }
}
