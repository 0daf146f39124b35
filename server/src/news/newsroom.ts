import { setTimeout as pause } from "node:timers/promises";
import type { Response } from "express";
import type { News } from "@mossy/contract/news";
import pg from "pg";
import type { Logger } from "pino";
import { Here } from "./here.ts";
import { CHANNEL, DOORS } from "./tell.ts";
import type { Shut } from "./tell.ts";

export const EVENT_STREAM = "text/event-stream; charset=utf-8";
const AGAIN_AFTER = 1000;
const HEARTBEAT = 20_000;
/** A database that does not answer within this is not there. */
const ANSWERS_WITHIN = 2000;
/** Whoever leaves more than this unread (bytes) is not listening; the line ends, and begins anew when they do. */
const MOST_UNREAD = 256 * 1024;
/** More lines than one account needs; a new one ends the oldest. */
const MOST_LINES = 8;

/** What the newsroom asks about those who listen. */
export interface Accounts {
  /** Of these sign-ins, those that are still good. */
  stillGood(ids: readonly string[]): Promise<ReadonlySet<string>>;
  /** These stations hold a line. */
  seen(stations: readonly string[]): Promise<void>;
}

/** Who listens over a line. */
export interface Listener {
  readonly person: string;
  /** The sign-in it stands on; null for a station, whose token is its own. */
  readonly signIn: string | null;
  /** A station hears only what is sent to its room. */
  readonly room: string | null;
}

/**
 * Hears what any server process tells (LISTEN) and passes it on to everybody who listens here (server-sent
 * events).
 */
export class Newsroom {
  /** Who works on which document. */
  readonly here = new Here();
  readonly #listeners = new Map<Response, Listener>();
  #client: pg.Client | null = null;
  /** Whether the database answers, while it is asked. */
  #asking: Promise<boolean> | null = null;
  #closed = false;
  #heartbeat: NodeJS.Timeout | null = null;

  constructor(
    private readonly url: string,
    private readonly log: Logger,
    private readonly accounts: Accounts,
  ) {}

  async open(): Promise<void> {
    await this.#listen();
    this.#heartbeat = setInterval(() => {
      for (const res of this.#listeners.keys()) this.#say(res, ": still here\n\n");
      this.here.tidy();
      void this.#lookAround();
      void this.#mindLine();
    }, HEARTBEAT);
    this.#heartbeat.unref();
  }

  /** Ends the lines of sign-ins that ran out; stations that hold a line are seen. */
  async #lookAround(): Promise<void> {
    const here = [...this.#listeners.values()];
    const ids = here.flatMap((l) => l.signIn ?? []);
    const stations = here.flatMap((l) => (l.room === null ? [] : l.person));
    try {
      if (stations.length > 0) await this.accounts.seen(stations);
      if (ids.length === 0) return;
      const good = await this.accounts.stillGood(ids);
      this.#end((l) => l.signIn !== null && ids.includes(l.signIn) && !good.has(l.signIn));
    } catch (err) {
      this.log.warn({ err }, "could not ask who is still signed in");
    }
  }

  /** How many listen. */
  get lines(): number {
    return this.#listeners.size;
  }

  /** Whether the line to the database is open; asked over that line, however busy the other connections are. */
  async hears(): Promise<boolean> {
    if (!this.#client) return false;
    this.#asking ??= this.#client
      .query("select 1")
      .then(
        () => true,
        () => false,
      )
      .finally(() => {
        this.#asking = null;
      });
    return Promise.race([this.#asking, pause(ANSWERS_WITHIN, false, { ref: false })]);
  }

  /** A line nobody answers on any more is left for a new one. */
  async #mindLine(): Promise<void> {
    const client = this.#client;
    if (!client || (await this.hears())) return;
    this.#lost(client);
    await client.end().catch(() => undefined);
  }

  #say(res: Response, text: string): void {
    if (res.writableLength > MOST_UNREAD) {
      this.#listeners.delete(res);
      res.destroy();
    } else res.write(text);
  }

  #end(which: (listener: Listener) => boolean): void {
    for (const [res, listener] of this.#listeners)
      if (which(listener)) {
        this.#listeners.delete(res);
        res.end();
      }
  }

  #hear(channel: string, payload: string): void {
    const told: unknown = JSON.parse(payload);
    if (channel === DOORS) {
      const whose = told as Shut;
      this.#end((l) =>
        "person" in whose
          ? l.person === whose.person
          : l.signIn !== null && whose.signIns.includes(l.signIn),
      );
      return;
    }
    const news = told as News;
    const hears = this.#whoHears(news);
    for (const [res, listener] of this.#listeners)
      if (hears(listener)) this.#say(res, `data: ${payload}\n\n`);
  }

  /** Whom news are for: people hear all but who works on documents they do not; a station what is sent to it. */
  #whoHears(news: News): (listener: Listener) => boolean {
    if (news.kind === "here") {
      this.here.hear(news);
      const there = this.here.people(news.document);
      return (l) => there.has(l.person);
    }
    const sentTo =
      news.kind === "layouts"
        ? news.rooms
        : news.kind === "sent" || news.kind === "start-up"
          ? [news.room]
          : [];
    return (l) => l.room === null || sentTo.includes(l.room);
  }

  async #listen(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.url,
      keepAlive: true,
      connectionTimeoutMillis: ANSWERS_WITHIN * 2,
    });
    client.on("notification", ({ channel, payload }) => this.#hear(channel, payload ?? "{}"));
    client.on("error", ({ message }) => this.log.warn({ why: message }, "news connection lost"));
    client.on("end", () => this.#lost(client));
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
    await client.query(`listen ${DOORS}`);
    this.#client = client;
  }

  #lost(client: pg.Client): void {
    if (this.#client !== client) return;
    this.#client = null;
    this.#asking = null;
    if (!this.#closed) setTimeout(() => void this.#again(), AGAIN_AFTER).unref();
  }

  async #again(): Promise<void> {
    if (this.#closed) return;
    try {
      await this.#listen();
      // Something may have been missed meanwhile: listeners load afresh when they are told to begin again.
      for (const res of this.#listeners.keys()) this.#say(res, "event: begin\ndata: {}\n\n");
    } catch (err) {
      this.log.warn({ why: String(err) }, "news connection not back yet");
      setTimeout(() => void this.#again(), AGAIN_AFTER).unref();
    }
  }

  /** Keeps a response open as an event stream until either side ends it. */
  subscribe(res: Response, listener: Listener): void {
    const own = [...this.#listeners].filter(([, l]) => l.person === listener.person);
    for (const [old] of own.slice(0, Math.max(0, own.length - MOST_LINES + 1))) {
      this.#listeners.delete(old);
      old.end();
    }
    res.status(200).set({
      "Content-Type": EVENT_STREAM,
      "Cache-Control": "no-store",
      Connection: "keep-alive",
      "X-Accel-Buffering": "no",
    });
    res.flushHeaders();
    res.write("retry: 2000\nevent: begin\ndata: {}\n\n");
    this.#listeners.set(res, listener);
    res.on("close", () => this.#listeners.delete(res));
  }

  async close(): Promise<void> {
    this.#closed = true;
    if (this.#heartbeat) clearInterval(this.#heartbeat);
    for (const res of this.#listeners.keys()) res.end();
    const client = this.#client;
    this.#client = null;
    await client?.end().catch(() => undefined);
  }
}
