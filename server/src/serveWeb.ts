import { existsSync } from "node:fs";
import { join } from "node:path";
import express from "express";
import type { Express } from "express";
import { HouseProblem } from "./problems.ts";

/** The built web app: files under /assets never change, every other path is the app's own to show. */
export function serveWeb(app: Express, dir: string): void {
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
