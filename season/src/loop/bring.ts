import { check } from "@mossy/core/check/check";
import type { BehindPage } from "@mossy/contract/forward";
import type { Clash } from "@mossy/core/merge/decisions";
import { wronglyBrought } from "../measure/brought.ts";
import { told } from "../measure/count.ts";
import { deedsIn, otherThanAsked } from "../measure/own.ts";
import type { Deed } from "../measure/own.ts";
import { askedBy } from "../measure/questions.ts";
import { changed, countLeft, openIn } from "./changed.ts";
import type { World } from "./world.ts";

/** Brings every open session to the edition in force. */
export async function bringToEdition(world: World): Promise<void> {
  const { lead } = world;
  for (;;) {
    const { edition, sessions } = await lead.ask("earlier", { from: 0 });
    if (sessions.length === 0) return;
    for (const { session, revision } of sessions) {
      const before = await lead.ask("session", { session: session.id });
      const { id } = await lead.ask("followInSession", { session: session.id }, { edition, revision });
      world.ledger.done(session.id, `follows edition ${edition}`, ({ forwards }) =>
        forwards.some((f) => f.id === id),
      );
      const open = openIn(world, session.id)?.open;
      if (!open) continue;
      const after = await lead.ask("session", { session: session.id });
      const findings = check(await world.styleOf(before.edition), before.now, before.baseline);
      const deeds = deedsIn(open.running.hands, before.now, before.baseline);
      countLeft(world, otherThanAsked(deeds, findings), after.now, "brought to an edition");
      await changed(world, open, before.now, after.now, "package");
    }
  }
}

/** Brings every open session to the latest release of its template. */
export async function bringToReleases(world: World): Promise<void> {
  for (;;) {
    const page = await world.lead.ask("behind", { from: 0 });
    if (page.sessions.length === 0) return;
    for (const line of page.sessions) await bringForward(world, line);
  }
}

async function bringForward(world: World, line: BehindPage["sessions"][number]): Promise<void> {
  const { release } = line;
  const { lead, figures } = world;
  const open = openIn(world, line.session.id)?.open;
  if (!open) throw new Error(`“${line.session.title}” is open in no room`);
  const session = open.id;
  const { baseline, now, theirs, revision } = await lead.ask("forwardLook", { session, release });
  const { hands } = open.running;
  const asked = askedBy(baseline, now, theirs, hands);
  if (asked.open.length !== line.open)
    throw new Error(
      `the house asks ${line.open} questions of “${line.session.title}”, its page ${asked.open.length}`,
    );
  for (const c of asked.open) {
    const needless = asked.needless.includes(c);
    told(figures.questions, needless ? "needless" : "open", `${needless ? "needless: " : ""}${inShort(c)}`);
  }
  told(figures.forward, asked.open.length === 0 ? "unasked" : "asked");
  const roll = world.rollFor(`${line.session.title} to ${release}`);
  const chosen = asked.open.map((c): [string, "ours" | "theirs"] => [
    c.key,
    roll() < 0.5 ? "ours" : "theirs",
  ]);
  const choices = [...line.choices, ...chosen];
  const { id } = await lead.ask("bringForward", { session }, { release, revision, choices });
  world.ledger.done(session, `was brought to release ${release}`, ({ forwards }) =>
    forwards.some((f) => f.id === id),
  );
  const after = (await lead.ask("session", { session })).now;
  const wrong = wronglyBrought(baseline, now, theirs, after);
  told(
    figures.brought,
    wrong.length === 0 ? "right" : "wrong",
    ...wrong.map((w) => `${line.session.title}: ${w}`),
  );
  const decided = new Set(choices.filter(([, side]) => side === "theirs").map(([key]) => key));
  const deeds = deedsIn(hands, now, baseline).filter(
    (d) => ![...keysOf(d)].some((key) => decided.has(key)),
  );
  countLeft(world, deeds, after, "brought forward");
  await changed(world, open, now, after, "package");
}

/** What is asked, for whoever reads what is asked most. */
function inShort(c: Clash): string {
  if (c.of !== "value") return JSON.stringify({ ...c, key: "" });
  const [base, ours, theirs] = [c.base, c.ours, c.theirs].map((v) => JSON.stringify(v));
  return `${c.field} ${c.at.join(" ")}: ${base}, here ${ours}, there ${theirs}`;
}

/** The questions that may be about something people did. */
const keysOf = ({ track, what }: Deed): string[] => [
  JSON.stringify(["value", track, what]),
  JSON.stringify(["there", track]),
  JSON.stringify(["place", track]),
];
