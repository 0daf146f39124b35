import type { TrackId } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import { atomsOf, someOf } from "./causes.ts";
import { grouped } from "../session/grouped.ts";
import type { Cause, Look, Looking } from "./causes.ts";
import type { Atom, AtomOf } from "./atoms.ts";

/** What a track feeds, where that is other now. */
function feedsByTrack(d: Looking): Map<TrackId, AtomOf<"field">> {
  return new Map(atomsOf(d, "field").flatMap((x) => (x.field === "feeds" ? [[x.id, x] as const] : [])));
}

/** Tracks that came in one place: a folder with all that is new in it, or several beside each other. */
export const added: Look = (d) => {
  const atoms = atomsOf(d, "added");
  const byTrack = new Map(atoms.map((x) => [x.id, x]));
  const roots = atoms.filter((x) => x.track.parent === null || !byTrack.has(x.track.parent));
  const within = grouped(atoms, (x) => x.track.parent);
  const all = (x: AtomOf<"added">): AtomOf<"added">[] => [x, ...(within.get(x.id) ?? []).flatMap(all)];
  return [...grouped(roots, (x) => x.track.parent ?? "").entries()].map(([parent, list]) => {
    const whole = list.flatMap(all);
    const named = someOf(list.map((x) => x.track.name));
    const holds = whole.length > list.length ? ` with ${plural(whole.length - list.length, "track")}` : "";
    const where = parent === "" ? "" : ` in ${d.nameOf(parent)}`;
    return { atoms: whole, telling: 2, says: () => `${named} added${where}${holds}` };
  });
};

/** Tracks that went from one place. */
export const takenOut: Look = (d) => {
  const atoms = atomsOf(d, "taken out");
  const gone = new Map(atoms.map((x) => [x.id, x]));
  const parentOf = (id: TrackId): TrackId | null => d.before.get(id)?.parent ?? null;
  // What went is told in the order it stood in, folders first.
  const at = new Map(d.a.tracks.map((t, i) => [t.id, t.kind === "folder" ? i - d.a.tracks.length : i]));
  const roots = atoms
    .filter((x) => !gone.has(parentOf(x.id) ?? ""))
    .toSorted((x, y) => (at.get(x.id) ?? 0) - (at.get(y.id) ?? 0));
  const within = grouped(atoms, (x) => parentOf(x.id));
  const all = (x: AtomOf<"taken out">): AtomOf<"taken out">[] => [
    x,
    ...(within.get(x.id) ?? []).flatMap(all),
  ];
  return [...grouped(roots, (x) => parentOf(x.id) ?? "").entries()].map(([parent, list]) => {
    const whole = list.flatMap(all);
    const named = someOf(list.map((x) => d.nameOf(x.id)));
    const holds = whole.length > list.length ? ` with ${plural(whole.length - list.length, "track")}` : "";
    const where = parent === "" ? "" : ` of ${d.nameOf(parent)}`;
    return { atoms: whole, telling: 2, says: () => `${named} taken out${where}${holds}` };
  });
};

/** Tracks that went from one folder into another, with what they feed where that followed. */
export const moved: Look = (d) => {
  const feeds = feedsByTrack(d);
  const folders = atomsOf(d, "moved").filter((x) => x.from.parent !== x.to.parent);
  return [...grouped(folders, (x) => JSON.stringify([x.from.parent, x.to.parent])).values()].map((list) => {
    const to = list[0]?.to.parent ?? null;
    const led = list.flatMap((x) => feeds.get(x.id) ?? []).filter((x) => x.to === to);
    const names =
      list.length < 4 ? list.map((x) => d.nameOf(x.id)).join(", ") : plural(list.length, "track");
    const where = to === null ? "out of its folder" : `into ${d.nameOf(to)}`;
    return { atoms: [...list, ...led], telling: 3, says: () => `${names} moved ${where}` };
  });
};

/** Tracks that were put into a new folder. */
export const wrapped: Look = (d) => {
  const feeds = feedsByTrack(d);
  const into = grouped(atomsOf(d, "moved"), (x) => x.to.parent);
  return atomsOf(d, "added").flatMap((folder): Cause[] => {
    const list = into.get(folder.id) ?? [];
    if (list.length === 0) return [];
    const led = list.flatMap((x) => feeds.get(x.id) ?? []).filter((x) => x.to === folder.id);
    const says = () => `${plural(list.length, "track")} put into the new folder ${folder.track.name}`;
    return [{ atoms: [folder, ...list, ...led], telling: 4, says }];
  });
};

/** Tracks of one folder that stand elsewhere in it. */
export const reordered: Look = (d) => {
  const inOrder = atomsOf(d, "moved").filter((x) => x.from.parent === x.to.parent);
  return [...grouped(inOrder, (x) => x.to.parent ?? "").entries()].map(([parent, list]) => ({
    atoms: list,
    telling: 1,
    says: () => {
      const where = parent === "" ? "" : ` in ${d.nameOf(parent)}`;
      const names =
        list.length < 4 ? list.map((x) => d.nameOf(x.id)).join(", ") : plural(list.length, "track");
      return `${names} ${list.length === 1 ? "stands" : "stand"} elsewhere${where}`;
    },
  }));
};

/** Sends and feeds of many tracks, and the return or bus that came or went with them. */
export const ways: Look = (d) => [...waysTo(d, "came"), ...waysTo(d, "went"), ...replaced(d)];

type Way = {
  readonly atom: Atom;
  readonly from: TrackId | null;
  readonly to: TrackId | null;
  readonly send: boolean;
};

/** Everything that goes somewhere else now: from where, to where. */
function waysOf(d: Looking): Way[] {
  const feeds = [...feedsByTrack(d).values()].map((atom) => ({
    atom,
    from: d.before.get(atom.id)?.feeds ?? null,
    to: atom.to as TrackId | null,
    send: false,
  }));
  const sends = d.atoms.flatMap((atom): Way[] => {
    if ((atom.of !== "item" && atom.of !== "item value") || atom.field !== "sends") return [];
    const was = d.before.get(atom.id)?.sends.find((s) => s.id === atom.item)?.to ?? null;
    if (atom.of === "item value")
      return atom.name === "to" ? [{ atom, from: was, to: atom.to as TrackId, send: true }] : [];
    const to = atom.to && "to" in atom.to ? atom.to.to : null;
    return [{ atom, from: to === null ? was : null, to, send: true }];
  });
  return [...feeds, ...sends];
}

/** A path that came, with the ways to it; or one that went, with the ways that led to it. */
function waysTo(d: Looking, which: "came" | "went"): Cause[] {
  const paths = new Map<TrackId, Atom>(
    (which === "came" ? atomsOf(d, "added") : atomsOf(d, "taken out")).map((x) => [x.id, x]),
  );
  const led = grouped(waysOf(d), (w) => (which === "came" ? w.to : w.to === null ? w.from : null));
  return [...led].flatMap(([id, list]): Cause[] => {
    const path = paths.get(id);
    const sends = list.filter((w) => w.send).length;
    const feeds = list.length - sends;
    const name = d.nameOf(id);
    const many = [sends > 0 ? plural(sends, "send") : "", feeds > 0 ? `${feeds} feeding it` : ""]
      .filter(Boolean)
      .join(" and ");
    const says = (): string => {
      if (path) return `${name} ${which === "came" ? "added" : "taken out"}, with ${many}`;
      if (which === "went") return `${many.replace("feeding it", "feeds")} to ${name} taken out`;
      return sends === 0
        ? `${d.who(new Set(list.flatMap((w) => w.atom.id ?? [])))} ${list.length === 1 ? "feeds" : "feed"} ${name}`
        : `${many} to ${name} added`;
    };
    return [{ atoms: [...list.map((w) => w.atom), ...(path ? [path] : [])], telling: path ? 3 : 2, says }];
  });
}

/** What led to one path leads to another: "Plate replaced by Hall on 8 sends". */
function replaced(d: Looking): Cause[] {
  const came = new Map<TrackId, Atom>(atomsOf(d, "added").map((x) => [x.id, x]));
  const went = new Map<TrackId, Atom>(atomsOf(d, "taken out").map((x) => [x.id, x]));
  return [...grouped(pairedWays(waysOf(d)), (w) => JSON.stringify([w.from, w.to])).values()].flatMap(
    (list): Cause[] => {
      const [first] = list;
      if (!first || first.from === null || first.to === null || first.from === first.to) return [];
      const { from, to } = first;
      const sends = list.filter((w) => w.send).length;
      const on = [
        sends > 0 ? plural(sends, "send") : "",
        list.length > sends ? plural(list.length - sends, "feed") : "",
      ]
        .filter(Boolean)
        .join(" and ");
      const paths = [came.get(to), went.get(from)].filter((x) => x !== undefined);
      return [
        {
          atoms: [...list.flatMap((w) => w.atoms), ...paths],
          telling: 5,
          says: () => `${d.nameOf(from)} replaced by ${d.nameOf(to)} on ${on}`,
        },
      ];
    },
  );
}

interface PairedWay {
  readonly from: TrackId | null;
  readonly to: TrackId | null;
  readonly send: boolean;
  readonly atoms: readonly Atom[];
}

/** Ways that lead elsewhere; where a track lost one send and got another, these two are one. */
function pairedWays(list: readonly Way[]): PairedWay[] {
  const whole = list
    .filter((w) => w.from !== null && w.to !== null)
    .map((w) => ({ ...w, atoms: [w.atom] }));
  const single = grouped(
    list.filter((w) => w.send && (w.from === null) !== (w.to === null)),
    (w) => w.atom.id,
  );
  const pairs = [...single.values()].flatMap((of): PairedWay[] => {
    const [out, into] = [of.filter((w) => w.to === null), of.filter((w) => w.from === null)];
    const [one, other] = [out[0], into[0]];
    return out.length === 1 && into.length === 1 && one && other
      ? [{ from: one.from, to: other.to, send: true, atoms: [one.atom, other.atom] }]
      : [];
  });
  return [...whole, ...pairs];
}
