import { randomUUID } from "node:crypto";
import { inSetUp } from "@mossy/core/fit/room";
import type { Room } from "@mossy/core/fit/room";
import { readExchange } from "@mossy/core/formats/exchange/read";
import type { Session, TrackId } from "@mossy/core/session/document";
import { Asked } from "@mossy/station/house";
import type { HouseClient } from "@mossy/station/house";
import { readPackage } from "@mossy/station/package";
import { fitsBest } from "../measure/fits.ts";
import { deedsIn } from "../measure/own.ts";
import type { Custom } from "../people/customs.ts";
import type { Worker } from "../people/worker.ts";
import { withForeign } from "../rooms/foreign.ts";
import { asOpened, through } from "../rooms/station.ts";
import type { Came, Station } from "../rooms/station.ts";
import { oneOf } from "../spelling/rolls.ts";
import { afternoon, asAlways } from "../work/afternoon.ts";
import { told } from "../measure/count.ts";
import { afterHandIn, notTakenIn, openedFrom } from "./running.ts";
import type { Running } from "./running.ts";
import type { OpenSession, RoomSeen } from "./open.ts";
import type { World } from "./world.ts";

/** How often things happen in a week of a room, 0…1. Invented. */
const OFTEN = {
  opens: 0.8,
  away: 0.12,
  mistaken: 0.04,
  lostAnswer: 0.08,
  twice: 0.05,
  over: 0.3,
  otherSetUp: 0.3,
};

/** What a room is, and who works there. */
export interface RoomIs {
  readonly id: string;
  readonly room: Room;
  readonly station: Station;
  readonly client: HouseClient;
  readonly people: readonly Worker[];
  readonly customs: readonly Custom[];
  /** Whether its software puts things of its own into its files. */
  readonly foreign: boolean;
  readonly roll: () => number;
}

/** A room of the house with its station and its people. */
export class RoomHere implements RoomSeen {
  open: OpenSession | null = null;
  #begun = 0;
  readonly id: string;
  readonly client: HouseClient;
  constructor(private readonly is: RoomIs) {
    ({ id: this.id, client: this.client } = is);
  }

  /** A week: somebody begins or goes on, works, and hands in, most weeks. */
  async week(world: World): Promise<void> {
    const { roll, people, customs } = this.is;
    this.open ??= await this.#begin(world);
    const { open } = this;
    // Nobody opens something else over what they have not handed in.
    if (open.waits !== null && !open.fresh && (open.isNew || roll() < OFTEN.opens))
      await this.#openWhatWaits(world, open);
    const who = oneOf(people, roll);
    const worked = asAlways(
      world.style,
      who,
      customs,
      afternoon(world.style, who, open.running.worked, roll),
      roll,
    );
    open.running = { ...open.running, worked };
    open.fresh = true;
    if (roll() < OFTEN.away) return;
    if (roll() < OFTEN.mistaken) await this.#mistake(world, open);
    await this.#handIn(world, open);
    if (roll() < OFTEN.twice) await this.#handIn(world, open);
    if (roll() < OFTEN.over) {
      await world.lead.ask("closeSession", { session: open.id });
      world.ledger.done(open.id, "was closed", ({ closedAt }) => closedAt !== null);
      this.open = null;
    }
  }

  async #begin({ lead, templates, figures, ledger }: World): Promise<OpenSession> {
    const { room, roll } = this.is;
    const template = oneOf(templates, roll);
    const setUp = room.setUps.length > 0 && roll() < OFTEN.otherSetUp ? (room.setUps[0]?.id ?? null) : null;
    const wish = { room: this.id, template: template.id, release: template.release, setUp };
    fitsBest(await lead.ask("lookAtFit", {}, wish), inSetUp(room, setUp).inputs, figures.fits);
    // Unlike any other's, also where they go on in another room.
    const title = `${template.name} ${room.name.replace(/\D/g, "")}-${++this.#begun}`;
    const { id } = await lead.ask("startSession", {}, { ...wish, title });
    ledger.done(id, "was started", (s) => s.title === title);
    return {
      id,
      template,
      running: openedFrom(await this.#package(id), null, template.known.said),
      last: null,
      fresh: false,
      isNew: false,
      waits: null,
    };
  }

  async #openWhatWaits({ releases }: World, open: OpenSession): Promise<void> {
    const given = releases.get(open.template.id) ?? open.template.known.said;
    const file =
      open.waits === "correction" && open.last
        ? await this.#corrected(open.last.checkIn)
        : await this.#package(open.id);
    open.running = openedFrom(file, open.running, given);
    Object.assign(open, { waits: null, isNew: false });
  }

  async #package(session: string): Promise<Session> {
    const { session: file } = await readPackage(await this.client.fetchPackage(session));
    return asOpened(this.is.station, file);
  }

  async #corrected(checkIn: string): Promise<Session> {
    const { session } = await readExchange(await this.client.fetchCorrected(checkIn));
    return asOpened(this.is.station, session);
  }

  /** Somebody takes the file of another session: the house has to notice. */
  async #mistake({ lying, figures }: World, open: OpenSession): Promise<void> {
    const others = lying.filter((o) => o.room !== this.id && o.template !== open.template);
    if (others.length === 0) return;
    const { bytes } = oneOf(others, this.is.roll);
    const says = await this.client.handIn(open.id, bytes, "wrong.dawproject").then(
      () => "took it in",
      (e: unknown) => (e instanceof Error ? e.message : String(e)),
    );
    const isNoticed = /^This file says it is|^the house asks whether/.test(says);
    told(figures.mistaken, isNoticed ? "noticed" : "taken", ...(isNoticed ? [] : [says]));
    if (!isNoticed) throw new Error(`another session's file was handed in, and the house ${says}`);
  }

  async #handIn(world: World, open: OpenSession): Promise<void> {
    const { lead, figures } = world;
    const { running } = open;
    const { station, foreign, roll } = this.is;
    const came = await through(station, running.worked.session, open.id, (file) =>
      foreign ? withForeign(file, roll) : file,
    );
    const key = randomUUID();
    let sure = false;
    const send = () => this.client.handIn(open.id, came.bytes, "session.dawproject", { key, sure });
    const { checkIn, number } = await send().catch((e: unknown) => {
      if (!(e instanceof Asked)) throw e;
      // It does belong there, and whoever hands it in says so.
      told(figures.questions, "needless", e.message);
      sure = true;
      return send();
    });
    if (roll() < OFTEN.lostAnswer) {
      const again = await send();
      told(figures.again, again.checkIn === checkIn && again.number === number ? "once" : "twice");
    }
    const page = await lead.ask("checkIn", { checkIn });
    world.ledger.done(open.id, `took check-in ${number}`, ({ checkIns }) =>
      checkIns.some((c) => c.id === checkIn && c.number === number),
    );
    world.ledger.stands(open.id, page.now.session);
    const house = page.now.session;
    for (const lost of notTakenIn(running, came, house)) told(figures.own, "lost", `handed in: ${lost}`);
    open.running = afterHandIn(running, came, house);
    for (const _ of deedsIn(open.running.hands, house, page.baseline)) told(figures.own, "kept");
    open.fresh = false;
    open.last = { checkIn, came, house, ids: idsOfFile(came, open.running.ids) };
    await world.tellSides(page, house, open);
  }
}

const idsOfFile = ({ trueId }: Came, ids: Running["ids"]): Map<TrackId, TrackId> =>
  new Map(
    [...trueId].flatMap(([file, room]) => (ids.has(room) ? [[file, ids.get(room) ?? room] as const] : [])),
  );
