import type { Session, TrackId } from "../session/document.ts";
import { planHouse } from "./plan.ts";
import type { HousePlan } from "./plan.ts";
import type { Style } from "./style.ts";

/** What one house style wants of a track and another wants otherwise. */
export interface Touch {
  readonly track: TrackId;
  readonly name: string;
  readonly what: "name" | "colour" | "icon" | "place" | "reading";
  readonly before: string;
  readonly after: string;
}

/**
 * What would be asked of a session's tracks that is not asked now, track by track.
 * A track that neither style reads for sure is not touched: the house has no say over it.
 */
export function impactOn(before: Style, after: Style, session: Session): Touch[] {
  const was = planHouse(before, session);
  const will = planHouse(after, session);
  const names = new Map([...session.tracks, ...was.newFolders, ...will.newFolders].map((t) => [t.id, t.name]));
  const touches: Touch[] = [];
  for (const t of session.tracks) {
    const a = was.wanted.get(t.id);
    const b = will.wanted.get(t.id);
    if (!a || !b || (!a.what.sure && !b.what.sure)) continue;
    const add = (what: Touch["what"], from: string | null, to: string | null): void => { if (from !== to) touches.push({ track: t.id, name: t.name, what, before: from ?? "none", after: to ?? "none" }); };
    if (a.what.sure !== b.what.sure) {
      add("reading", readAs(before, a.what.sure, a.what.role), readAs(after, b.what.sure, b.what.role));
      if (!b.what.sure) continue;
    }
    // What a track has already is not news, whatever was asked before.
    add("name", a.what.sure ? a.name : t.name, b.name);
    add("colour", a.what.sure ? a.colour : t.colour, b.colour);
    add("icon", a.what.sure ? a.icon : t.icon, b.icon);
    add("place", folder(was, t.id, names), folder(will, t.id, names));
  }
  return touches;
}

const readAs = (style: Style, sure: boolean, role: string | null): string => (sure && role !== null ? style.reader.roles.get(role)?.name ?? role : "nobody can tell");

function folder(plan: HousePlan, track: TrackId, names: ReadonlyMap<TrackId, string>): string {
  const parent = plan.parentOf.get(track) ?? null;
  return parent === null ? "no folder" : names.get(parent) ?? "a new folder";
}
