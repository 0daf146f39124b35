import { setImmediate } from "node:timers/promises";
import { check } from "@mossy/core/check/check";
import { fit } from "@mossy/core/fit/fit";
import { blankInput, blankRoom } from "@mossy/core/fit/room";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makePackage } from "@mossy/core/formats/package";
import type { PackageParts } from "@mossy/core/formats/package";
import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { merge } from "@mossy/core/merge/merge";
import { apply } from "@mossy/core/session/apply";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { addTyped, readLines } from "@mossy/core/sheet/typed";
import { takeIn } from "./sessions/handedIn.ts";
import { printsOf } from "./sessions/printsOf.ts";
import { solver } from "./solver.ts";

/** A band with everything, on more tracks than its room has inputs. */
const NAMES = `Kick In\nKick Out\nSnare Top\nSnare Bottom\nHat\n3 of Tom\nRide\nOH L\nOH R\nRoom L\nRoom R\nBass DI
Bass Amp\n2 of EGtr\nAGtr\nPiano L\nPiano R\nOrgan\n3 of Violin\nViola\nCello\n4 of Trumpet\nTenor Sax\nCongas
Lead Vocal\n4 of Backing Vocal\n6 of Choir\nClick\nTalkback\n2 of Reverb\nDelay`;
const ROOM = blankRoom("Rehearsal", {
  inputs: Array.from({ length: 32 }, (_, n) => blankInput(n + 1)),
});
/** After so many times code that is used a lot has been made fast. */
const ROUNDS = 6;

/**
 * Does what a thread is asked most with a session of nobody, step by step, so that whoever asks first finds it as quick
 * as whoever asks later. Whoever asks meanwhile comes in between. Nothing of it is kept.
 */
export async function rehearse(rounds = ROUNDS): Promise<void> {
  const style = makeStyle(usualHouse("Rehearsal"));
  for (let n = 0; n < rounds; n++) for await (const _ of round(style, n)) await setImmediate();
}

/** A session begun, fitted, packed, worked on and handed in, with and without our ids, and brought forward. */
async function* round(style: Style, n: number): AsyncGenerator<void> {
  const asked = typed(style);
  yield;
  const { session: now, adjusted, unplaced } = fit(asked, ROOM, { style, solver: await solver() });
  yield;
  const parts: PackageParts = {
    house: style.house,
    reader: style.reader,
    room: ROOM,
    session: now,
    id: "00000000-0000-4000-8000-000000000000",
    folder: `Rehearsal_${n}`,
    report: { adjusted, unplaced, leftOut: [] },
    from: "Rehearsal, release 1",
  };
  const besides = await printsOf(parts, new Date(0));
  yield;
  makePackage({ ...parts, besides });
  yield;
  const worked = {
    ...now,
    tracks: now.tracks.map((t, i) => ({
      ...t,
      level: (i % 7) - 6,
      name: i % 5 === n % 5 ? `${t.name} ${n}` : t.name,
    })),
  };
  const file = writeExchange(worked, parts.id, n % 2 === 0);
  yield;
  const taken = takeIn(style, { baseline: now, now, lowering: null }, await readExchange(file));
  yield;
  check(style, taken.session);
  yield;
  merge(now, taken.session, fit(typed(style, "Whistle"), ROOM, { style, solver: await solver() }).session);
}

function typed(style: Style, more = ""): Session {
  const main = blankTrack("main", "Main", { kind: "main", role: "main", format: "stereo" });
  const empty: Session = { ...emptySession("Rehearsal"), tracks: [main] };
  let id = 0;
  const made = readLines(style, empty, `${NAMES}\n${more}`, () => `t${++id}`);
  return apply(empty, addTyped(style, empty, made, "house"));
}
