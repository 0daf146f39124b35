import type { Style } from "../house/style.ts";
import type { HeldBlock } from "../session/beside.ts";
import { apply } from "../session/apply.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, carrierOf, leavesTheSession, mainOf } from "../session/routing.ts";
import { idHere } from "./blockIds.ts";
import { homeFor, joinsFor, putBlock } from "./blockPut.ts";
import type { BlockRelease } from "./blockPut.ts";

/** What a block that was chosen at the start of a session goes by in it. */
const AT_START = "at-start";
const startId = (block: string): string => idHere(AT_START, block);

/** The blocks of a session that were chosen at its start: its template does not know them. */
export const startBlocksOf = (session: Session): HeldBlock[] =>
  session.blocks.filter((b) => b.id === startId(b.block));

/**
 * A release with blocks somebody chose to start with: each where it belongs by its ends, else behind all tracks, its
 * ends joined to what is alike there.
 */
export function withStartBlocks(style: Style, release: Session, blocks: readonly BlockRelease[]): Session {
  return blocks.reduce((host, of) => {
    const joins = joinsFor(host, of.session, null);
    const last = host.tracks.findLast((t) => t.parent === null && t.kind !== "main")?.id ?? null;
    const place = homeFor(host, of.session, joins) ?? { parent: null, after: last };
    return apply(host, putBlock(style, host, of, { id: startId(of.block), joins, place }));
  }, release);
}

/**
 * A newer release with the blocks a session was started with, as the session went out with them: behind the same
 * neighbours, in the same folders, as far as the release has them; what led to what is gone goes to what is around.
 */
export function withBlocksFrom(release: Session, baseline: Session): Session {
  const held = startBlocksOf(baseline).filter((b) => !release.blocks.some((x) => x.id === b.id));
  if (held.length === 0) return release;
  const own = new Set(held.flatMap((b) => b.tracks.map((t) => t.track)));
  const there = new Set(release.tracks.map((t) => t.id));
  const fresh = baseline.tracks.filter((t) => own.has(t.id) && !there.has(t.id));
  for (const t of fresh) there.add(t.id);
  const all = new Map([...byId(release), ...fresh.map((t) => [t.id, t] as const)]);
  const main = mainOf(release)?.id ?? null;
  const adds = fresh.map(
    (t): { readonly do: "add"; readonly track: Track; readonly after: TrackId | null } => {
      const parent = t.parent !== null && there.has(t.parent) ? t.parent : null;
      const siblings = baseline.tracks.filter((x) => x.parent === t.parent);
      const before = siblings
        .slice(0, siblings.indexOf(t))
        .findLast((x) => all.get(x.id)?.parent === parent);
      const leads = t.feeds === null || there.has(t.feeds);
      const around = t.format === null || leavesTheSession(t) ? null : (carrierOf(parent, all) ?? main);
      return {
        do: "add",
        track: {
          ...t,
          parent,
          feeds: leads ? t.feeds : around,
          sends: t.sends.filter((s) => there.has(s.to)),
          inserts: t.inserts.map((i) => (i.key === null || there.has(i.key) ? i : { ...i, key: null })),
        },
        after: before?.id ?? null,
      };
    },
  );
  const put = apply(release, adds);
  const links = baseline.links.filter(
    (l) => l.members.some((m) => own.has(m)) && !release.links.some((x) => x.id === l.id),
  );
  return {
    ...put,
    links: [
      ...put.links,
      ...links.map((l) => ({
        ...l,
        members: l.members.filter((m) => there.has(m)),
        followers: l.followers.filter((m) => there.has(m)),
      })),
    ],
    blocks: [...put.blocks, ...held],
  };
}
