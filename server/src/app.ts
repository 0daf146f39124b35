import { randomUUID } from "node:crypto";
import { fileSchemas, openApi } from "@mossy/contract/openapi";
import { paths } from "@mossy/contract/paths";
import type { RouteName } from "@mossy/contract/paths";
import { routes } from "@mossy/contract/routes";
import type { Route } from "@mossy/contract/routes";
import compression from "compression";
import express from "express";
import type { Express, Request, RequestHandler, Response } from "express";
import helmet from "helmet";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { answer } from "./answer.ts";
import { briefly } from "./briefly.ts";
import type { Crew } from "./crew/crew.ts";
import type { Pool } from "./database.ts";
import type { Files } from "./files/files.ts";
import type { Receiving } from "./files/upload.ts";
import { driftRoutes } from "./drift/routes.ts";
import { houseRoutes } from "./house/routes.ts";
import type { Styles } from "./house/styles.ts";
import { chainRoutes } from "./library/chains.ts";
import { proposalRoutes } from "./proposals/routes.ts";
import { remarkRoutes } from "./remarks/routes.ts";
import { libraryRoutes } from "./library/routes.ts";
import { EVENT_STREAM } from "./news/newsroom.ts";
import type { Newsroom } from "./news/newsroom.ts";
import { accountRoutes } from "./people/accountRoutes.ts";
import type { Door } from "./people/door.ts";
import { doorRoutes, recognise } from "./people/doorRoutes.ts";
import { peopleRoutes } from "./people/peopleRoutes.ts";
import { deliveryRoutes } from "./delivery/routes.ts";
import { diskRoutes } from "./disk/routes.ts";
import { Metrics, mayReadMetrics } from "./metrics.ts";
import { HouseProblem, answerProblems, diskFull, noSuchRoute, notFound } from "./problems.ts";
import { note } from "./record/store.ts";
import { recordRoutes } from "./record/routes.ts";
import { roomRoutes } from "./rooms/routes.ts";
import { stationRoutes } from "./rooms/stationRoutes.ts";
import { instrumentRoutes } from "./instruments/routes.ts";
import { patternRoutes } from "./patterns/routes.ts";
import { serveWeb } from "./serveWeb.ts";
import { soundRoutes } from "./sound/routes.ts";
import { sessionRoutes } from "./sessions/routes.ts";
import type { Addresses } from "./settings.ts";
import type { Space } from "./space.ts";
import { todayRoutes } from "./today/routes.ts";
import type { Upkeep } from "./today/upkeep.ts";

export interface Parts extends Door, Upkeep {
  readonly newsroom: Newsroom;
  readonly styles: Styles;
  readonly crew: Crew;
  readonly files: Files;
  readonly log: Logger;
  readonly addresses: Addresses;
  /** Proxies whose word on who asks is taken. */
  readonly trusted: readonly string[];
  readonly recordDays: number;
  /** By which `/metrics` is read besides leads. */
  readonly metricsToken?: string | undefined;
  readonly webDir?: string | undefined;
  readonly diskDir?: string | undefined;
}

/** The whole server as an Express app. */
export function makeApp(parts: Parts): Express {
  const { pool, newsroom, crew, styles, files, recordDays, webDir, diskDir } = parts;
  const app = express();
  // For whatever takes something large in (answer.ts).
  const receiving: Receiving = { files, space: parts.space };
  app.locals["receiving"] = receiving;
  const metrics = new Metrics(parts);
  app.use(metrics.watch);
  guard(app, parts);
  app.use(
    "/api",
    (_req, res, next) => {
      res.setHeader("Cache-Control", "no-store");
      next();
    },
    sameOrigin(parts.addresses),
    whileThereIsSpace(parts.space),
    wakeRoutes(newsroom),
    recognise(parts),
  );
  app.use(
    "/api",
    generalRoutes(newsroom),
    doorRoutes(parts),
    accountRoutes(parts),
    peopleRoutes(parts),
    recordRoutes(pool, recordDays),
    todayRoutes(pool, crew, styles, parts),
    houseRoutes(pool, crew),
    libraryRoutes(pool, styles, crew),
    chainRoutes(pool, crew),
    proposalRoutes(pool, crew),
    remarkRoutes(pool, newsroom),
    roomRoutes(pool, styles, crew),
    stationRoutes(pool),
    diskRoutes(pool, diskDir),
    sessionRoutes(pool, styles, crew, files),
    driftRoutes(pool, styles, crew),
    soundRoutes(parts),
    deliveryRoutes(parts),
    patternRoutes(pool, crew),
    instrumentRoutes(pool, crew),
  );
  app.use("/api", noSuchRoute);
  app.get("/metrics", recognise(parts), mayReadMetrics(parts.metricsToken), async (_req, res) => {
    const { type, body } = await metrics.text();
    res.set("Cache-Control", "no-store").type(type).send(body);
  });
  if (webDir !== undefined) serveWeb(app, webDir);
  app.use(answerProblems(keepRefusal(pool)));
  return app;
}

/** What somebody was refused stands in the log and the record; that never holds the answer up. */
const keepRefusal =
  (pool: Pool) =>
  (req: Request, why: HouseProblem): void => {
    const { person } = req;
    // A factor that is still to be set up refuses everything, by every page that is opened.
    if (!person || person.wantsFactor) return;
    req.log.warn({ account: person.id, refused: why.title }, "refused");
    const says = `${why.title}: ${req.method} ${req.path}`;
    note(pool, req, { what: "refused", who: person, says }).catch((err: unknown) =>
      req.log.error({ err }, "the record was not kept"),
    );
  };

const UNLOGGED = new Set(["/api/health", "/api/ready", "/api/news", "/metrics"]);

/** What every request passes: the log, headers that keep pages of other sites out, compression. */
function guard(app: Express, { log, addresses, trusted }: Parts): void {
  app.set("trust proxy", trusted.length === 0 ? false : [...trusted]);
  app.disable("x-powered-by");
  app.use(
    pinoHttp({
      logger: log,
      genReqId: (_req, res) => {
        const id = randomUUID();
        res.setHeader("X-Request-Id", id);
        return id;
      },
      // What goes well is only told where somebody looks closely; sign-ins and refusals are told of themselves.
      customLogLevel: (_req, res, err) => (err || res.statusCode >= 500 ? "error" : "debug"),
      autoLogging: { ignore: ({ url }) => UNLOGGED.has(url ?? "") },
      serializers: {
        req: (r: { id: string; method: string; url: string }) => ({
          id: r.id,
          method: r.method,
          url: r.url,
        }),
        res: (r: { statusCode: number }) => ({ status: r.statusCode }),
        err: briefly,
      },
    }),
  );
  app.use(
    helmet({
      // Only where the house is reached over TLS: a browser told so never comes without it again.
      strictTransportSecurity:
        addresses.publicUrl?.protocol === "https:"
          ? { maxAge: 31_536_000, includeSubDomains: false }
          : false,
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          connectSrc: ["'self'"],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", "data:"],
          // Dialogs and menus lock scrolling with a style element of their own.
          styleSrc: ["'self'", "'unsafe-inline'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
    }),
  );
  app.use(knownHost(addresses));
  const filter = (req: Request, res: Response): boolean =>
    res.getHeader("Content-Type") !== EVENT_STREAM && compression.filter(req, res);
  // Answers are packed anew each time: four times as fast as usual is worth some more bytes on the lines of a house.
  const [fast, small] = [compression({ filter, level: 1 }), compression({ filter })];
  app.use((req, res, next) => (req.path.startsWith("/api/") ? fast : small)(req, res, next));
}

/**
 * A browser always says where a write comes from; one that comes from another page is not ours. The page's
 * own scheme and name are those of the request, or of the public address where a proxy changes them.
 */
const sameOrigin =
  ({ publicUrl }: Addresses): RequestHandler =>
  (req, _res, next) => {
    if (req.method === "GET" || req.method === "HEAD") {
      next();
      return;
    }
    const { origin } = req.headers;
    const site = req.headers["sec-fetch-site"];
    const own = new Set([`${req.protocol}://${req.get("host") ?? ""}`, publicUrl?.origin]);
    const foreign =
      (origin !== undefined && !own.has(origin)) ||
      (site !== undefined && site !== "same-origin" && site !== "none");
    if (foreign)
      throw new HouseProblem(
        403,
        "Not from here",
        "This request came from another site's page and was not carried out. Behind a proxy, set PUBLIC_URL.",
      );
    next();
  };

/** A name somebody else made to point here is not answered: their page could read what is here. */
const knownHost =
  ({ answersTo }: Addresses): RequestHandler =>
  (req, _res, next) => {
    const name = /^(\[[^\]]*\]|[^:]*)(?::\d+)?$/.exec(req.headers.host ?? "")?.[1] ?? "";
    if (!answersTo(name))
      throw new HouseProblem(
        421,
        "Not under this name",
        "The house does not answer under this name. Whoever runs it says its names in HOSTS or PUBLIC_URL.",
      );
    next();
  };

/** What stores next to nothing goes on to the last: coming in, going out, looking after one's account. */
const SLIGHT = new Set(
  (Object.entries(routes) as [RouteName, Route][])
    .filter(([, route]) => route.who === "anyone" || route.early)
    .map(([name]) => paths[name][1] as string),
);

/** Refuses to store anything when the disk is nearly full, before the database falls. */
const whileThereIsSpace =
  (space: Space): RequestHandler =>
  (req, _res, next) => {
    const reads = req.method === "GET" || req.method === "HEAD";
    if (!reads && space.state === "full" && !SLIGHT.has(req.path)) throw diskFull("Nothing was changed.");
    next();
  };

/** Whether the house is awake: answered before anything is asked of the database. */
function wakeRoutes(newsroom: Newsroom): express.Router {
  const router = express.Router();
  answer(router, "health", () => Promise.resolve({ ok: true as const }));
  answer(router, "ready", async () => {
    if (await newsroom.hears()) return { ready: true as const };
    throw new HouseProblem(503, "Not ready", "The house cannot reach its records right now.", null, 2);
  });
  return router;
}

function generalRoutes(newsroom: Newsroom): express.Router {
  const router = express.Router();
  let described: object | null = null;
  router.get("/openapi.json", (_req, res) => {
    described ??= openApi("0.1.0");
    res.json(described);
  });
  let schemas: Readonly<Record<string, object>> | null = null;
  router.get("/schemas/:name.json", (req, res) => {
    schemas ??= fileSchemas();
    const found = Object.hasOwn(schemas, req.params.name) ? schemas[req.params.name] : undefined;
    if (!found) throw notFound(`schema “${req.params.name}”; there are ${Object.keys(schemas).join(", ")}`);
    res.type("application/schema+json").send(JSON.stringify(found));
  });
  router.get("/news", (req, res) => {
    if (!req.person)
      throw new HouseProblem(401, "Please sign in", "Sign in to hear the news of the house.");
    const { person, signIn = null } = req;
    if (person.wantsFactor)
      throw new HouseProblem(403, "A second factor first", "Set it up on your own page.");
    const room = person.right === "station" ? (person.rooms?.[0] ?? "") : null;
    newsroom.subscribe(res, { person: person.id, signIn, room });
  });
  return router;
}
