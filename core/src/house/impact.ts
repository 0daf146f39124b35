import { compose } from "../names/compose.ts";
import { same } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { caseOf, rolesAround } from "./exceptions.ts";
import { nameKey } from "./facts.ts";
import type { HouseWish } from "./facts.ts";
import { planHouse } from "./plan.ts";
import type { HousePlan } from "./plan.ts";
import { startInWords, startTrace } from "./starts.ts";
import { familyFor, patternUse } from "./style.ts";
import type { Style } from "./style.ts";

/** What one house style wants of a track and another wants otherwise. */
export interface Touch {
  readonly track: TrackId;
  readonly name: string;
  readonly what: "name" | "colour" | "icon" | "place" | "start" | "reading";
  readonly before: string;
  readonly after: string;
}

/**
 * What would be asked of a session's tracks that is not asked now, track by track.
 * Of a track that neither style reads for sure only what exceptions say of it counts: else the house has no
 * say over it.
 */
export function impactOn(before: Style, after: Style, session: Session): Touch[] {
  const was = planHouse(before, session);
  const will = planHouse(after, session);
  const names = new Map(
    [...session.tracks, ...was.newFolders, ...will.newFolders].map((t) => [t.id, t.name]),
  );
  const touches: Touch[] = [];
  const tracks = byId(session);
  const startsDiffer = startsOtherwise(before, after);
  for (const t of session.tracks) {
    const a = was.wanted.get(t.id);
    const b = will.wanted.get(t.id);
    if (!a || !b) continue;
    const add = (what: Touch["what"], from: string | null, to: string | null): void => {
      if (from !== to)
        touches.push({ track: t.id, name: t.name, what, before: from ?? "none", after: to ?? "none" });
    };
    if (!a.verdict.alone !== !b.verdict.alone)
      add(
        "reading",
        a.verdict.alone ? "left alone" : readAs(before, a.what.sure, a.what.role),
        b.verdict.alone ? "left alone" : readAs(after, b.what.sure, b.what.role),
      );
    if (b.verdict.alone) continue;
    if (!a.what.sure && !b.what.sure) {
      // Of what nobody reads, the house has a say only where an exception speaks of it.
      if (a.verdict.colour || b.verdict.colour)
        add("colour", a.verdict.colour ? a.colour : t.colour, b.verdict.colour ? b.colour : t.colour);
      if (a.verdict.icon || b.verdict.icon)
        add("icon", a.verdict.icon ? a.icon : t.icon, b.verdict.icon ? b.icon : t.icon);
      if (a.verdict.folder || b.verdict.folder)
        add("place", folder(was, t.id, names), folder(will, t.id, names));
      continue;
    }
    if (a.what.sure !== b.what.sure) {
      add("reading", readAs(before, a.what.sure, a.what.role), readAs(after, b.what.sure, b.what.role));
      if (!b.what.sure) continue;
    }
    // What a track has already is not news, whatever was asked before.
    add("name", a.what.sure && !a.verdict.alone ? a.name : t.name, b.name);
    add("colour", a.what.sure && !a.verdict.alone ? a.colour : t.colour, b.colour);
    add("icon", a.what.sure && !a.verdict.alone ? a.icon : t.icon, b.icon);
    add("place", folder(was, t.id, names), folder(will, t.id, names));
    if (startsDiffer) add("start", startOf(before, tracks, t, a), startOf(after, tracks, t, b));
  }
  return touches;
}

const compared = new WeakMap<Style, WeakMap<Style, boolean>>();

/** Whether two styles could start a track with other values; compared once for each two. */
function startsOtherwise(before: Style, after: Style): boolean {
  let known = compared.get(before);
  if (!known) compared.set(before, (known = new WeakMap()));
  const answer =
    known.get(after) ??
    !(
      same(before.house.starts, after.house.starts) &&
      same(before.house.exceptions, after.house.exceptions) &&
      before.house.view === after.house.view &&
      same(before.house.words.positions, after.house.words.positions)
    );
  known.set(after, answer);
  return answer;
}

/**
 * Names that two tracks of a session would share if numbers did not part them, and did not share before.
 */
export function collisionsIn(
  before: Style,
  after: Style,
  session: Session,
): { name: string; tracks: string[] }[] {
  const shared = (style: Style): Map<string, string[]> => {
    const { wanted } = planHouse(style, session);
    const groups = new Map<string, string[]>();
    for (const t of session.tracks) {
      const w = wanted.get(t.id);
      if (!w?.what.sure || w.verdict.alone) continue;
      const bare = compose(style.house.names[patternUse(t.kind)], style.reader, {
        ...w.what,
        number: t.number,
      });
      if (bare === null) continue;
      const key = nameKey(t, bare);
      groups.set(key, [...(groups.get(key) ?? []), t.id]);
    }
    return groups;
  };
  const was = new Map([...shared(before)].flatMap(([key, ids]) => ids.map((id) => [id, key] as const)));
  const names = new Map(session.tracks.map((t) => [t.id, t.name]));
  return [...shared(after)].flatMap(([key, ids]) => {
    const met = new Set(ids.map((id) => was.get(id) ?? id)).size > 1;
    return met
      ? [{ name: key.slice(key.indexOf(":") + 1), tracks: ids.map((id) => names.get(id) ?? id) }]
      : [];
  });
}

function startOf(style: Style, tracks: ReadonlyMap<TrackId, Track>, t: Track, w: HouseWish): string | null {
  const { role } = w.what;
  if (!w.what.sure || role === null) return null;
  return (
    startInWords(
      Object.fromEntries(
        startTrace(style, w.what, caseOf(t, role, familyFor(style, w.what), rolesAround(tracks, t))).map(
          (s) => [s.field, s.value],
        ),
      ),
    ) || null
  );
}

const readAs = (style: Style, sure: boolean, role: string | null): string =>
  sure && role !== null ? (style.reader.roles.get(role)?.name ?? role) : "nobody can tell";

function folder(plan: HousePlan, track: TrackId, names: ReadonlyMap<TrackId, string>): string {
  const parent = plan.parentOf.get(track) ?? null;
  return parent === null ? "no folder" : (names.get(parent) ?? "a new folder");
}
