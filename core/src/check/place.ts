import { feedsAfterMove } from "../house/dress.ts";
import { carrierOf } from "../session/routing.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { longestRun } from "../session/diff.ts";
import { mainOf } from "../session/routing.ts";
import type { Track, TrackId } from "../session/document.ts";
import { EVERYTHING } from "./rule.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";

/** A track that stands in another folder than the house order says. */
export const outsideFolder: Rule = {
  id: "outside-folder",
  area: "style",
  title: "Outside its folder",
  reads: [],
  plan: ["parentOf", "newFolders", "inside"],
  says: EVERYTHING,
  check: (input) =>
    input.session.tracks.flatMap((t): Observation[] => {
      const parent = input.plan.parentOf.get(t.id);
      if (parent === undefined || parent === t.parent) return [];
      const fresh = input.plan.newFolders.find((f) => f.id === parent);
      const to = parent === null ? null : (input.tracks.get(parent) ?? fresh ?? null);
      const from = t.parent === null ? null : (input.tracks.get(t.parent) ?? null);
      return [
        {
          track: t.id,
          weight: "look",
          says: to
            ? `“${t.name}” stands ${from ? `in ${from.name}` : "outside all folders"}, not in ${to.name}.`
            : `“${t.name}” stands in ${from?.name ?? "a folder"}; the house keeps it outside.`,
          because: fresh
            ? `There are enough of its family for a folder ${fresh.name}; it will be made.`
            : "The house order says where each family stands.",
          before: from?.name ?? "no folder",
          after: to?.name ?? "no folder",
          fix: {
            label: to ? `Move to ${to.name}` : "Move out",
            changes: moving(input, t, parent, fresh ?? null),
            sure: true,
          },
        },
      ];
    }),
};

/** A track between neighbours that the house order puts the other way round. */
export const outOfOrder: Rule = {
  id: "out-of-order",
  area: "style",
  title: "Out of order",
  reads: [],
  plan: ["inside", "parentOf"],
  says: ["name"],
  check: (input) => {
    return [...input.inside].flatMap(([parent, tracks]) => {
      const list = tracks.map((t) => t.id);
      const there = new Set(list);
      const order = (input.plan.inside.get(parent) ?? []).filter((id) => there.has(id));
      const stay = list.filter((id) => input.plan.parentOf.get(id) === parent);
      if (order.every((id, i) => id === stay[i])) return [];
      const stays = new Set(longestRun(order, list));
      return order.flatMap((id, i): Observation[] => {
        const t = input.tracks.get(id);
        if (!t || stays.has(id)) return [];
        const neighbour = i > 0 ? input.tracks.get(order[i - 1] ?? "") : undefined;
        const after = neighbour?.id ?? null;
        const from = { parent, after: list[list.indexOf(id) - 1] ?? null };
        if (from.after === after) return [];
        return [
          {
            track: id,
            weight: "note",
            says: `“${t.name}” is out of house order.`,
            because: neighbour ? `It belongs after “${neighbour.name}”.` : "It belongs first.",
            before: from.after === null ? "first" : `after ${input.tracks.get(from.after)?.name ?? ""}`,
            after: neighbour ? `after ${neighbour.name}` : "first",
            fix: { label: "Move", changes: [{ do: "move", id, from, to: { parent, after } }], sure: true },
          },
        ];
      });
    });
  },
};

/** A folder that carries sound where the house keeps it plain, or the other way round. */
export const folderSound: Rule = {
  id: "folder-sound",
  area: "style",
  title: "Folder with or without sound",
  reads: ["format"],
  plan: ["houseFolder"],
  says: EVERYTHING,
  check: (input) =>
    input.session.tracks.flatMap((t): Observation[] => {
      const carries = input.plan.houseFolder.get(t.id)?.plan.carries;
      if (carries === undefined || carries === (t.format !== null)) return [];
      const main = mainOf(input.session)?.id ?? null;
      const outer = carrierOf(t.parent, input.tracks) ?? main;
      const members = input.inside.get(t.id) ?? [];
      const changes = carries
        ? [
            setField(t, "format", input.session.mainFormat),
            setField(t, "feeds", outer),
            ...members
              .filter((m) => m.feeds === outer && m.kind !== "main")
              .map((m) => setField(m, "feeds", t.id)),
          ]
        : [
            ...input.session.tracks.filter((m) => m.feeds === t.id).map((m) => setField(m, "feeds", outer)),
            setField(t, "feeds", null),
            setField(t, "format", null),
          ];
      return [
        {
          track: t.id,
          weight: "look",
          says: carries
            ? `The folder “${t.name}” carries no sound.`
            : `The folder “${t.name}” carries sound as a bus.`,
          because: carries
            ? "In this house it is the bus of what it holds."
            : "In this house it only holds tracks together.",
          before: carries ? "no sound" : "carries sound",
          after: carries ? "carries sound" : "no sound",
          fix: { label: carries ? "Make it carry" : "Keep it plain", changes, sure: false },
        },
      ];
    }),
};

/** The last of the order before `id` that stands there already. */
function lastBefore(
  order: readonly TrackId[],
  id: TrackId,
  standsThere: (id: TrackId) => boolean,
): TrackId | null {
  for (let i = order.indexOf(id) - 1; i >= 0; i--) {
    const neighbour = order[i];
    if (neighbour !== undefined && standsThere(neighbour)) return neighbour;
  }
  return null;
}

/** A folder that is to be made, behind those around it that are to be made as well, outermost first. */
function withNewOnesAround(input: RuleInput, fresh: Track): Track[] {
  const outer = input.plan.newFolders.find((f) => f.id === fresh.parent);
  return outer ? [...withNewOnesAround(input, outer), fresh] : [fresh];
}

/**
 * Moves a track into the folder it belongs in, behind the last neighbour that stands there already; makes
 * the folder where it is new.
 */
function moving(input: RuleInput, t: Track, parent: TrackId | null, fresh: Track | null): Change[] {
  const changes: Change[] = [];
  const siblings = input.inside.get(t.parent) ?? [];
  let from = { parent: t.parent, after: siblings[siblings.indexOf(t) - 1]?.id ?? null };
  let after: TrackId | null = null;
  if (fresh) {
    for (const made of withNewOnesAround(input, fresh)) {
      const around = input.plan.inside.get(made.parent) ?? [];
      const before = lastBefore(around, made.id, (id) => input.tracks.get(id)?.parent === made.parent);
      changes.push({ do: "add", track: made, after: before });
      if (made.parent === t.parent && from.after === before) from = { parent: t.parent, after: made.id };
    }
  } else {
    const order = input.plan.inside.get(parent) ?? [];
    after = lastBefore(order, t.id, (id) => input.tracks.get(id)?.parent === parent);
  }
  changes.push({ do: "move", id: t.id, from, to: { parent, after } });
  const feeds = feedsAfterMove(t, parent, mainOf(input.session)?.id ?? null, {
    get: (id) => input.tracks.get(id) ?? input.plan.newFolders.find((f) => f.id === id),
  });
  if (feeds !== t.feeds) changes.push(setField(t, "feeds", feeds));
  return changes;
}
