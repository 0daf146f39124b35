import { Router } from "express";
import { writeCsv } from "@mossy/core/formats/table";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { MOST_IN_FILE, note, recordLines, recordPage } from "./store.ts";

/** The record of the house, for leads. @param days how long lines are kept */
export function recordRoutes(pool: Pool, days: number): Router {
  const router = Router();
  answer(router, "record", async ({ query }) => ({ ...(await recordPage(pool, query)), days }));
  answer(router, "recordFile", async ({ query, person, req }) => {
    const found = await recordLines(pool, query, MOST_IN_FILE + 1);
    const lines = found.slice(0, MOST_IN_FILE);
    const rows = lines.map((l) => [l.at, l.what, l.name, l.says, l.address, l.request]);
    const rest =
      found.length > lines.length
        ? [
            [
              "",
              "",
              "",
              `Older lines are left out: a file holds ${MOST_IN_FILE}. Search for fewer.`,
              "",
              "",
            ],
          ]
        : [];
    await note(pool, req, { what: "files", who: person, says: "took the record as a file" });
    const csv = writeCsv(["At", "What", "Who", "Says", "From", "Request"], [...rows, ...rest]);
    return { bytes: new TextEncoder().encode(csv), name: "Record.csv", type: "text/csv; charset=utf-8" };
  });
  return router;
}
