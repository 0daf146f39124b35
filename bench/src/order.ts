import { hash } from "@mossy/core/fixtures/ordered";
import { noise } from "@mossy/core/fixtures/sounds";
import type { SoundFact } from "@mossy/core/order/facts";
import { loudOf } from "@mossy/core/order/loud";
import { orderOf, settle } from "@mossy/core/order/settle";
import { waysOut } from "@mossy/core/order/waysOut";
import { apply } from "@mossy/core/session/apply";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { blankItem } from "@mossy/core/session/item";
import { USUAL_PROGRAMME, blankPiece } from "@mossy/core/session/pieces";
import { weightsOf } from "@mossy/core/sound/layout";
import { SoundMeter } from "@mossy/core/sound/measure";
import { compare } from "./measure.ts";

const PIECES = 200;

/** A programme of an hour and a half: speech and music by turns, under every fourth piece a bed. */
function programme(): Session {
  const order = Array.from({ length: PIECES }, (_, n) => {
    const before = n - (n % 4 === 0 ? 2 : 1);
    return n % 4 === 3
      ? blankPiece(`r${n}`, "bed", `Bed ${n}`, {
          starts: { to: "start", of: `r${n - 1}`, plus: -1 },
          ends: { to: "end", of: `r${n - 1}`, plus: 4 },
        })
      : blankPiece(`r${n}`, n % 2 === 0 ? "speech" : "insert", `Piece ${n}`, {
          starts: n === 0 ? { to: "time", at: 2 } : { to: "end", of: `r${before}`, plus: 0.5 },
          most: 60,
        });
  });
  const items = order.map((p, n) =>
    blankItem(
      `m${n}`,
      p.name,
      {
        kind: "sound",
        hash: hash(n % 2 === 0 ? "a" : "b"),
        file: "x.wav",
        seconds: 40,
        rate: 48_000,
        channels: 1,
      },
      { piece: p.id, at: n, loops: p.kind === "bed" },
    ),
  );
  return {
    ...emptySession("Order"),
    fixedEnd: 7000,
    order,
    programme: USUAL_PROGRAMME,
    tracks: Array.from({ length: 4 }, (_, t) =>
      blankTrack(`t${t}`, `Track ${t}`, { items: items.filter((_i, n) => n % 4 === t) }),
    ),
  };
}

const meter = new SoundMeter({
  rate: 48_000,
  weights: weightsOf({ channels: 1, mask: null, ixml: null }),
  fullScale: 1,
});
meter.add([noise(-18, 40)]);
const { measures, profile } = meter.measured;
const fact: SoundFact = { ...measures, profile };
const facts = new Map([
  [hash("a"), fact],
  [hash("b"), fact],
]);
const session = programme();

await compare(
  `an order of ${PIECES} pieces laid out, with what is free (20 ms at most)`,
  session,
  () => orderOf(session),
  null,
  15,
);
const { pieces, laid: places, gaps } = orderOf(session);
await compare(
  "what would help",
  session,
  () => gaps.map((g) => waysOut(session, pieces, places, g)),
  null,
  15,
);
await compare("the same brought to its places and levels", session, () => settle(session, facts), null, 9);
const laid = apply(session, settle(session, facts));
await compare("how loud all of it is together", session, () => loudOf(laid, facts), null, 9);
