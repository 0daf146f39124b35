import { randomUUID } from "node:crypto";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { notAsItCame } from "../measure/bytes.ts";
import type { Righted } from "../measure/bytes.ts";
import { told } from "../measure/count.ts";
import { deedsIn } from "../measure/own.ts";
import { changed, countLeft, openIn } from "./changed.ts";
import type { HandedIn } from "./open.ts";
import type { World } from "./world.ts";

/** The session file's own copy of what the house knows besides. */
const OUR_ENTRIES = ["mossy-lantern.json"];

/** Puts right in every open session what its room brought about and needs nobody's decision. */
export async function putAllRight(world: World): Promise<void> {
  const run = randomUUID();
  for (let from = 0; ;) {
    const { lines, next } = await world.lead.ask("toPutRight", { from });
    const can = lines.filter((l) => l.changes > 0);
    for (const l of can) await putRight(world, run, l.session.id, l.revision);
    // Those where all is left to a person stay on the list.
    from += lines.length - can.length;
    if (lines.length === 0 || (next === null && can.length === 0)) return;
  }
}

async function putRight(world: World, run: string, session: string, revision: number): Promise<void> {
  const { lead, figures } = world;
  const here = openIn(world, session);
  if (!here) throw new Error("what is to be put right is open in no room");
  const { room, open } = here;
  const { last } = open;
  const { now: before, baseline } = await lead.ask("session", { session });
  await lead.ask("putRight", { session }, { run, rule: null, revision, send: true });
  const after = (await lead.ask("session", { session })).now;
  const stays = new Set(["level", "pan", "made"]);
  countLeft(
    world,
    deedsIn(open.running.hands, before, baseline).filter((d) => stays.has(d.what)),
    after,
    "put right",
  );
  if (last) {
    const back = await room.client.fetchCorrected(last.checkIn);
    const wrong = notAsItCame(last.came.bytes, back, righted(last, after), OUR_ENTRIES);
    told(figures.corrected, wrong.length === 0 ? "asItCame" : "other", ...wrong);
  }
  await changed(world, open, before, after, "correction");
}

/** What a session file says each of these by; all else by a comment on its track. */
const ATTRIBUTES: Readonly<Record<string, readonly string[]>> = {
  name: ["Track name"],
  colour: ["Track color"],
  feeds: ["Channel destination"],
  format: ["Channel audioChannels", "Channel role"],
  kind: ["Track contentType", "Channel role"],
  level: ["Volume value"],
  pan: ["Pan value"],
};

/** What of the tracks of a file is otherwise since it came. */
function righted({ ids, house }: HandedIn, after: Session): Righted {
  const file = new Map([...ids].map(([own, id]) => [id, `track-${own}`]));
  const attributes = new Map<string, Set<string>>();
  const out = new Set<string>();
  for (const c of diff(house, after)) {
    if (c.do === "take-out") out.add(file.get(c.track.id) ?? c.track.id);
    if (c.do !== "set") continue;
    const id = file.get(c.id) ?? c.id;
    attributes.set(
      id,
      new Set([...(attributes.get(id) ?? []), ...(ATTRIBUTES[c.field] ?? ["Track comment"])]),
    );
  }
  return { attributes, out };
}
