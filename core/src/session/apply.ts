import { same } from "./change.ts";
import type { Change, Place } from "./change.ts";
import type { Session, Track, TrackId } from "./document.ts";
import { ChangeRefused } from "./refused.ts";
import { Tree } from "./tree.ts";

/**
 * The only place that makes a new session from an old one. Tracks that no change names stay the same
 * objects.
 * @throws ChangeRefused when a change names what is not there, replaces a value that is another by now,
 *   takes out a folder that still holds tracks, or puts a folder into itself.
 */
export function apply(session: Session, changes: readonly Change[]): Session {
  if (changes.length === 0) return session;
  const tree = new Tree(session.tracks);
  let next = session;
  changes.forEach((change, index) => {
    const refuse = (reason: string): never => {
      throw new ChangeRefused(index, reason);
    };
    const found = (id: TrackId): Track =>
      tree.tracks.get(id) ?? refuse(`There is no track with the id “${id}” any more.`);
    const room = (p: Place, who: TrackId): void => {
      if (p.parent !== null && found(p.parent).kind !== "folder")
        refuse(`“${found(p.parent).name}” is not a folder.`);
      if (p.after !== null && (p.after === who || !tree.inside(p.parent).includes(p.after)))
        refuse("The neighbour it should stand after is not in that folder any more.");
    };
    switch (change.do) {
      case "add": {
        const t = change.track;
        if (tree.tracks.has(t.id)) refuse(`A track with the id “${t.id}” is there already.`);
        room({ parent: t.parent, after: change.after }, t.id);
        tree.put(t, change.after);
        break;
      }
      case "take-out": {
        const t = found(change.track.id);
        if (!same(t, change.track)) refuse(`“${t.name}” has been changed since.`);
        if (tree.inside(t.id).length > 0) refuse(`“${t.name}” still holds tracks.`);
        if (tree.placeOf(t).after !== change.after) refuse(`“${t.name}” stands somewhere else by now.`);
        tree.drop(t);
        break;
      }
      case "move": {
        const t = found(change.id);
        if (!same(tree.placeOf(t), change.from)) refuse(`“${t.name}” stands somewhere else by now.`);
        if (tree.isWithin(change.to.parent, t.id)) refuse(`“${t.name}” cannot be put inside itself.`);
        room(change.to, t.id);
        tree.drop(t);
        tree.put(t.parent === change.to.parent ? t : { ...t, parent: change.to.parent }, change.to.after);
        break;
      }
      case "set": {
        const t = found(change.id);
        if (!same(t[change.field], change.from))
          refuse(`The ${change.field} of “${t.name}” has been changed since.`);
        if (change.field === "kind" && change.to !== "folder" && tree.inside(t.id).length > 0)
          refuse(`“${t.name}” holds tracks, so it has to stay a folder.`);
        tree.tracks.set(t.id, { ...t, [change.field]: change.to });
        break;
      }
      case "set-session":
        if (!same(next[change.field], change.from))
          refuse(`The ${change.field} of the session has been changed since.`);
        next = { ...next, [change.field]: change.to };
        break;
    }
  });
  return { ...next, tracks: tree.inOrder() };
}
