import { AFTERNOON, work } from "@mossy/station/afternoon";
import { dice } from "@mossy/core/chance/dice";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { setField } from "@mossy/core/session/change";
import type { Track } from "@mossy/core/session/document";
import type { AnswerOf } from "@mossy/contract/routes";
import type { Came, Visitor } from "./crowd.ts";

/** An open session, and its last check-in where something came back. */
export interface Work {
  readonly session: string;
  readonly room: string;
  readonly template: string;
  readonly tracks: number;
  readonly checkIn: string | null;
}
/** One kind of request: how often of 100 it comes, and how it is asked. */
export interface Kind {
  readonly name: string;
  readonly times: number;
  ask(): Promise<Came>;
}

/** A document that is worked on by one person at a time, each edit from where the last one left it. */
interface Desk {
  readonly at: Visitor;
  readonly document: string;
  revision: number;
  track: Track;
  busy: boolean;
}
const MANY_DESKS = 40;

async function json<T>(asking: Promise<Came>): Promise<T> {
  const { status, text } = await asking;
  if (status >= 400) throw new Error(`${status} ${text}`);
  return JSON.parse(text) as T;
}

/** Everything a house of two hundred rooms is asked while it works; a quarter of it writes. */
export async function mixOf(
  open: readonly Work[],
  visitors: ReadonlyMap<string, Visitor>,
  seed: number,
): Promise<readonly Kind[]> {
  const roll = dice(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)] as T;
  const everybody = [...visitors.values()];
  const of = (w: Work): Visitor => visitors.get(w.room) ?? (everybody[0] as Visitor);
  const any = (): Visitor => pick(everybody);
  const back = open.filter((w) => w.checkIn !== null);
  const desks = await Promise.all(back.slice(0, MANY_DESKS).map((w) => deskOf(of(w), w.checkIn ?? "")));
  // Sessions of about forty tracks, as they came back once and as they may come again.
  const usual = open.toSorted((a, b) => Math.abs(a.tracks - 40) - Math.abs(b.tracks - 40)).slice(0, 12);
  const files = await Promise.all(
    usual.map(async (w) => ({ at: of(w), ...(await fileOf(of(w), w.session)) })),
  );
  // The rooms of the small house ticked some lines off; the others did not.
  const ticking = everybody.slice(10).map((at) => ({ at, done: false }));
  return [
    { name: "Today", times: 12, ask: () => any().ask("today", {}) },
    { name: "sign-in state", times: 15, ask: () => any().ask("me", {}) },
    { name: "library", times: 8, ask: () => any().ask("library", {}) },
    {
      name: "one template",
      times: 10,
      ask: () => any().ask("template", { template: pick(open).template }),
    },
    { name: "rooms", times: 5, ask: () => any().ask("rooms", {}) },
    { name: "one room", times: 5, ask: () => any().ask("room", { room: pick(open).room }) },
    { name: "sessions, a page", times: 5, ask: () => any().ask("sessions", {}, undefined, "?which=open") },
    { name: "one session", times: 10, ask: () => any().ask("session", { session: pick(open).session }) },
    {
      name: "one check-in",
      times: 5,
      ask: () => any().ask("checkIn", { checkIn: pick(back).checkIn ?? "" }),
    },
    { name: "edit", times: 14, ask: () => edit(pick(desks.filter((d) => !d.busy))) },
    {
      name: "tick",
      times: 6,
      ask: () => {
        const one = pick(ticking);
        one.done = !one.done;
        return one.at.ask("tick", { room: one.at.room, item: "rate" }, { done: one.done, sure: true });
      },
    },
    {
      name: "hand-in of 40 tracks",
      times: 5,
      ask: () => {
        const { at, session, bytes } = pick(files);
        return at.ask("handIn", {}, bytes, `?session=${session}`);
      },
    },
  ];
}

async function deskOf(at: Visitor, checkIn: string): Promise<Desk> {
  const { now } = await json<AnswerOf<"checkIn">>(at.ask("checkIn", { checkIn }));
  const track = now.session.tracks.find((t) => t.kind === "audio") as Track;
  return { at, document: now.id, revision: now.revision, track, busy: false };
}

async function edit(desk: Desk): Promise<Came> {
  desk.busy = true;
  const level = desk.track.level === -12 ? -9 : -12;
  const body = { revision: desk.revision, changes: [setField(desk.track, "level", level)] };
  const came = await desk.at
    .ask("editDocument", { document: desk.document }, body)
    .finally(() => (desk.busy = false));
  if (came.status < 400) {
    desk.revision = (JSON.parse(came.text) as AnswerOf<"editDocument">).revision;
    desk.track = { ...desk.track, level };
  }
  return came;
}

async function fileOf(at: Visitor, session: string): Promise<{ session: string; bytes: Buffer }> {
  const { baseline } = await json<AnswerOf<"session">>(at.ask("session", { session }));
  const worked = work(baseline, AFTERNOON, dice(3));
  return { session, bytes: Buffer.from(writeExchange(worked, session)) };
}
