import { existsSync } from "node:fs";
import { join } from "node:path";
import { openApi } from "@mossy/contract/openapi";
import compression from "compression";
import express from "express";
import type { Express, RequestHandler } from "express";
import helmet from "helmet";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { answer } from "./answer.ts";
import type { Pool } from "./database.ts";
import { houseRoutes } from "./house/routes.ts";
import { Styles } from "./house/styles.ts";
import { chainRoutes } from "./library/chains.ts";
import { libraryRoutes } from "./library/routes.ts";
import { EVENT_STREAM } from "./news/newsroom.ts";
import type { Newsroom } from "./news/newsroom.ts";
import { peopleRoutes, recognise } from "./people/routes.ts";
import type { SignInHint } from "@mossy/contract/people";
import { diskRoutes } from "./disk/routes.ts";
import { HouseProblem, answerProblems, noSuchRoute } from "./problems.ts";
import { roomRoutes } from "./rooms/routes.ts";
import { sessionRoutes } from "./sessions/routes.ts";
import { todayRoutes } from "./today/routes.ts";

export interface Parts {
  readonly pool: Pool;
  readonly newsroom: Newsroom;
  readonly log: Logger;
  readonly hints: readonly SignInHint[];
  readonly webDir?: string | undefined;
  readonly diskDir?: string | undefined;
}

/** The whole server as an Express app. */
export function makeApp({ pool, newsroom, log, hints, webDir, diskDir }: Parts): Express {
  const app = express();
  const styles = new Styles();
  guard(app, log);
  app.use(
    "/api",
    (_req, res, next) => {
      res.setHeader("Cache-Control", "no-store");
      next();
    },
    sameOrigin,
    recognise(pool),
  );
  app.use(
    "/api",
    generalRoutes(pool, newsroom),
    peopleRoutes(pool, hints),
    todayRoutes(pool, styles),
    houseRoutes(pool, styles),
    libraryRoutes(pool, styles),
    chainRoutes(pool),
    roomRoutes(pool, styles),
    diskRoutes(pool, diskDir),
    sessionRoutes(pool, styles),
  );
  app.use("/api", noSuchRoute);
  if (webDir !== undefined) serveWeb(app, webDir);
  app.use(answerProblems);
  return app;
}

/** What every request passes: the log, headers that keep pages of other sites out, compression. */
function guard(app: Express, log: Logger): void {
  app.set("trust proxy", "loopback");
  app.disable("x-powered-by");
  app.use(
    pinoHttp({
      logger: log,
      autoLogging: { ignore: (req) => req.url === "/api/health" || req.url === "/api/news" },
      serializers: {
        req: (r: { method: string; url: string }) => ({ method: r.method, url: r.url }),
        res: (r: { statusCode: number }) => ({ status: r.statusCode }),
      },
    }),
  );
  app.use(
    helmet({
      strictTransportSecurity: false,
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
  app.use(
    compression({
      filter: (req, res) => res.getHeader("Content-Type") !== EVENT_STREAM && compression.filter(req, res),
    }),
  );
}

/** A browser always says where a write comes from; one that comes from another page is not ours. */
const sameOrigin: RequestHandler = (req, _res, next) => {
  if (req.method === "GET" || req.method === "HEAD") {
    next();
    return;
  }
  const { origin } = req.headers;
  const site = req.headers["sec-fetch-site"];
  const foreign =
    (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== req.headers.host)) ||
    (site !== undefined && site !== "same-origin" && site !== "none");
  if (foreign)
    throw new HouseProblem(
      403,
      "Not from here",
      "This request came from another site's page and was not carried out.",
    );
  next();
};

function generalRoutes(pool: Pool, newsroom: Newsroom): express.Router {
  const router = express.Router();
  const described = openApi("0.1.0");
  answer(router, "health", async () => {
    const { rows } = await pool.query<{ server_version: string }>("show server_version");
    return { ok: true as const, database: rows[0]?.server_version ?? "unknown" };
  });
  router.get("/openapi.json", (_req, res) => {
    res.json(described);
  });
  router.get("/news", (req, res) => {
    if (!req.person)
      throw new HouseProblem(401, "Please sign in", "Sign in to hear the news of the house.");
    newsroom.subscribe(res);
  });
  return router;
}

/** The built web app: files under /assets never change, every other path is the app's own to show. */
function serveWeb(app: Express, dir: string): void {
  app.use(
    "/assets",
    express.static(join(dir, "assets"), { immutable: true, maxAge: "1y", fallthrough: false }),
  );
  app.use(express.static(dir, { index: false, maxAge: 0 }));
  const page = join(dir, "index.html");
  app.get("/{*path}", (_req, res) => {
    if (!existsSync(page))
      throw new HouseProblem(
        503,
        "Not built yet",
        "The web app was not built. Run `npm start`, which builds it.",
      );
    res.setHeader("Cache-Control", "no-cache");
    res.sendFile(page);
  });
}
