import type { Response } from "express";
import pg from "pg";
import type { Logger } from "pino";
import { CHANNEL } from "./tell.ts";

export const EVENT_STREAM = "text/event-stream; charset=utf-8";
const AGAIN_AFTER = 1000;
const HEARTBEAT = 20_000;

/**
 * Hears what any server process tells (LISTEN) and passes it on to everybody who listens here (server-sent
 * events).
 */
export class Newsroom {
  readonly #listeners = new Set<Response>();
  #client: pg.Client | null = null;
  #closed = false;
  #heartbeat: NodeJS.Timeout | null = null;

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  async open(): Promise<void> {
    await this.#listen();
    this.#heartbeat = setInterval(() => {
      for (const res of this.#listeners) res.write(": still here\n\n");
    }, HEARTBEAT);
    this.#heartbeat.unref();
  }

  async #listen(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on("notification", ({ payload }) => {
      for (const res of this.#listeners) res.write(`data: ${payload ?? ""}\n\n`);
    });
    client.on("error", (err) => this.log.warn({ err }, "news connection lost"));
    client.on("end", () => {
      if (!this.#closed && this.#client === client)
        setTimeout(() => void this.#again(), AGAIN_AFTER).unref();
    });
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
    this.#client = client;
  }

  async #again(): Promise<void> {
    if (this.#closed) return;
    try {
      await this.#listen();
      // Something may have been missed meanwhile: listeners load afresh when they are told to begin again.
      for (const res of this.#listeners) res.write("event: begin\ndata: {}\n\n");
    } catch (err) {
      this.log.warn({ err }, "news connection not back yet");
      setTimeout(() => void this.#again(), AGAIN_AFTER).unref();
    }
  }

  /** Keeps a response open as an event stream until either side ends it. */
  subscribe(res: Response): void {
    res.status(200).set({
      "Content-Type": EVENT_STREAM,
      "Cache-Control": "no-store",
      Connection: "keep-alive",
      "X-Accel-Buffering": "no",
    });
    res.flushHeaders();
    res.write("retry: 2000\nevent: begin\ndata: {}\n\n");
    this.#listeners.add(res);
    res.on("close", () => this.#listeners.delete(res));
  }

  async close(): Promise<void> {
    this.#closed = true;
    if (this.#heartbeat) clearInterval(this.#heartbeat);
    for (const res of this.#listeners) res.end();
    await this.#client?.end().catch(() => undefined);
  }
}
