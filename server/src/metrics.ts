import { timingSafeEqual } from "node:crypto";
import type { RequestHandler, Response } from "express";
import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from "prom-client";
import type { Pool } from "./database.ts";
import { HouseProblem } from "./problems.ts";
import type { Space } from "./space.ts";
import { hashOf } from "./tokens.ts";

/** What is measured besides the process itself. */
export interface Measured {
  readonly pool: Pool;
  readonly space: Space;
  readonly newsroom: { readonly lines: number };
  readonly crew: { readonly busy: number; readonly waiting: number };
}

/** In seconds; from what nobody notices to what everybody does. */
const BUCKETS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** How the house does, in the text format of Prometheus. */
export class Metrics {
  readonly #registry = new Registry();
  readonly #answered = new Histogram({
    name: "mossy_request_seconds",
    help: "How long requests took, by route and status",
    labelNames: ["route", "status"],
    buckets: BUCKETS,
    registers: [this.#registry],
  });
  readonly #troubles = new Counter({
    name: "mossy_unavailable_total",
    help: "Requests answered with 503 or 507",
    registers: [this.#registry],
  });

  constructor(measured: Measured) {
    collectDefaultMetrics({ register: this.#registry });
    const gauge = (name: string, help: string, value: () => number): void => {
      const measure = new Gauge({
        name,
        help,
        registers: [],
        collect() {
          this.set(value());
        },
      });
      this.#registry.registerMetric(measure);
    };
    const { pool, space, newsroom, crew } = measured;
    gauge("mossy_event_lines", "Open event lines", () => newsroom.lines);
    gauge("mossy_database_connections", "Connections to the database", () => pool.totalCount);
    gauge("mossy_database_connections_idle", "Those at rest", () => pool.idleCount);
    gauge("mossy_database_waiting", "Requests that wait for one", () => pool.waitingCount);
    gauge("mossy_crew_busy", "Heavy jobs being worked on", () => crew.busy);
    gauge("mossy_crew_waiting", "Heavy jobs that wait", () => crew.waiting);
    gauge("mossy_space_left_bytes", "Space left on the disks of the house", () => space.bytes);
  }

  /** Counts every request once it is answered. */
  readonly watch: RequestHandler = (_req, res, next) => {
    const stop = this.#answered.startTimer();
    res.once("finish", () => {
      stop({ route: routeOf(res), status: res.statusCode });
      if (res.statusCode === 503 || res.statusCode === 507) this.#troubles.inc();
    });
    next();
  };

  async text(): Promise<{ readonly type: string; readonly body: string }> {
    return { type: this.#registry.contentType, body: await this.#registry.metrics() };
  }
}

/** Routes of the interface by their names (`answer.ts`); everything else together. */
const routeOf = (res: Response): string => {
  const { route } = res.locals as { route?: unknown };
  return typeof route === "string" ? route : "other";
};

/** Who may read how the house does: leads, and whoever has the token that is set for it. */
export const mayReadMetrics =
  (token: string | undefined): RequestHandler =>
  (req, _res, next) => {
    const given = /^Bearer (.+)$/.exec(req.get("authorization") ?? "")?.[1];
    const right =
      token !== undefined && given !== undefined && timingSafeEqual(hashOf(given), hashOf(token));
    if (!right && req.person?.right !== "lead")
      throw new HouseProblem(
        401,
        "Not for everybody",
        "How the house does is for leads, and for whoever has its METRICS_TOKEN.",
      );
    next();
  };
