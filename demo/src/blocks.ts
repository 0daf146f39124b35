import { tracksOfBlock } from "@mossy/core/library/blockIds";
import { blockFrom, reachedBy } from "@mossy/core/library/blockMake";
import { endsInUse } from "@mossy/core/library/blockPut";
import type { HeldBlock } from "@mossy/core/session/beside";
import { givenTo } from "@mossy/core/session/blocks";
import type { Session, TrackId } from "@mossy/core/session/document";
import { without } from "./templates.ts";
import type { DemoTemplate } from "./templates.ts";

/** A block of the house: the tracks of the full yard it was made of, and what its earlier releases did not have. */
interface BlockPlan {
  readonly id: string;
  readonly name: string;
  readonly of: readonly TrackId[];
  readonly releases: readonly { readonly note: string; readonly without: readonly TrackId[] }[];
  /** Which release stands in which template, and where ends lead there that are called something else. */
  readonly stands: Readonly<
    Record<string, { readonly release: number; readonly ends?: Readonly<Record<TrackId, TrackId>> }>
  >;
}

const YARD = "steelpan-orchestra-full-yard";
const BLOCKS: readonly BlockPlan[] = [
  {
    id: "drum-kit",
    name: "Drum kit",
    of: ["folder-drum-kit"],
    releases: [
      { note: "Seven microphones, as the engine room has them", without: ["rack-tom"] },
      { note: "Rack tom on a track of its own", without: [] },
    ],
    stands: {
      [YARD]: { release: 2 },
      "engine-room-only": { release: 1, ends: { "cue-mix-2": "cue-mix-1" } },
    },
  },
  {
    id: "talkback-to-the-room",
    name: "Talkback to the room",
    of: ["talkback"],
    releases: [{ note: "From the desk into both headphone mixes", without: [] }],
    stands: { [YARD]: { release: 1 }, "shanty-choir": { release: 1 } },
  },
];

/** The templates with the blocks that stand in their drafts and releases, and the blocks themselves. */
export function withBlocks(templates: readonly DemoTemplate[]): DemoTemplate[] {
  const yard = templates.find((t) => t.id === YARD)?.releases.at(-1)?.session;
  if (!yard) throw new Error("the demo has no full yard to make blocks of");
  const blocks = BLOCKS.map((plan) => ({ plan, template: blockOf(plan, yard) }));
  const holding = templates.map((t): DemoTemplate => {
    const held = (session: Session): Session => ({
      ...session,
      blocks: blocks.flatMap(({ plan, template }) => heldIn(plan, template, t.id, session)),
    });
    return {
      ...t,
      releases: t.releases.map((r) => ({ ...r, session: held(r.session) })),
      draft: held(t.draft),
    };
  });
  return [...holding, ...blocks.map((b) => b.template)];
}

function blockOf({ id, name, of, releases }: BlockPlan, yard: Session): DemoTemplate {
  const along = new Set(reachedBy(yard, of).flatMap((r) => (r.own ? [r.track.id] : [])));
  const whole = blockFrom(yard, { name, ids: of, along });
  if (typeof whole === "string") throw new Error(whole);
  return {
    id,
    kind: "block",
    name,
    shelf: "Blocks",
    releases: releases.map((r) => ({ note: r.note, session: without(whole, r.without) })),
    draft: whole,
  };
}

function heldIn(plan: BlockPlan, block: DemoTemplate, template: string, session: Session): HeldBlock[] {
  const stands = plan.stands[template];
  const release = stands && block.releases[stands.release - 1]?.session;
  if (!release) return [];
  const here = new Map(session.tracks.map((t) => [t.id, t]));
  // In earlier releases it was not whole yet, and nobody knew it as a block.
  if (!tracksOfBlock(release).every((t) => here.has(t.id))) return [];
  return [
    {
      id: `${plan.id}-1`,
      block: plan.id,
      name: plan.name,
      release: stands.release,
      tracks: tracksOfBlock(release).flatMap((t) => {
        const there = here.get(t.id);
        return there ? [{ track: t.id, from: t.id, given: givenTo(t, there) }] : [];
      }),
      ends: endsInUse(release).map(({ track }) => {
        const to = stands.ends?.[track] ?? track;
        return { track, to: here.has(to) ? to : null };
      }),
    },
  ];
}
