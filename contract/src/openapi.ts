import { templateFile } from "@mossy/core/formats/templateFile";
import { house } from "@mossy/core/house/house";
import { session } from "@mossy/core/session/document";
import { z } from "zod";
import { paths as places } from "./paths.ts";
import type { RouteName } from "./paths.ts";
import { news } from "./news.ts";
import { problem } from "./problem.ts";
import { FILE, UPLOAD, routes } from "./routes.ts";
import { shapeOf } from "./stored.ts";
import type { Route } from "./routes.ts";

const schema = (s: z.ZodType): object =>
  z.toJSONSchema(s, {
    unrepresentable: "any",
    io: "input",
    reused: "inline",
    override: ({ zodSchema, jsonSchema }) => {
      const shape = shapeOf(zodSchema);
      if (!shape) return;
      const { $schema: _, ...described } = schema(shape) as { $schema?: unknown };
      Object.assign(jsonSchema, described);
    },
  });
/** The documents of the house that are files of their own, with what they are described by. */
const FILES = {
  "house-style": { title: "House style", of: house },
  template: { title: "Template", of: templateFile },
  session: { title: "Session", of: session },
} as const;

/**
 * JSON Schemas (2020-12) of the files of the house, by their names, from the declarations that read them. What
 * no schema can say (a role's colour is one of the palette) is said when a file is read.
 */
export const fileSchemas = (): Readonly<Record<string, object>> =>
  Object.fromEntries(
    Object.entries(FILES).map(([name, { title, of }]) => [name, { title, ...schema(of) }]),
  );

const content = (s: z.ZodType | typeof FILE | typeof UPLOAD): object =>
  s === FILE || s === UPLOAD
    ? { "application/octet-stream": { schema: { type: "string", format: "binary" } } }
    : { "application/json": { schema: schema(s) } };

const list = (words: readonly string[]): string => words.join(", ");

/** Who may ask a route, and where, in words (the whole table: docs/rights.md). */
function rightsOf(r: Route): string {
  if (r.who === "anyone") return "For anyone.";
  const who = r.who === "signed-in" ? "Every person signed in" : `Rights: ${list(r.who)}`;
  const where =
    r.rooms === "own"
      ? "; who is no lead only in their own rooms"
      : r.rooms === "station"
        ? "; a station only in its room"
        : "";
  return `${who}${where}.${r.open ? " Refused while the session is closed." : ""}`;
}
const securityOf = (r: Route): object =>
  r.who !== "signed-in" && r.who.includes("station") ? { security: [{ cookie: [] }, { station: [] }] } : {};

const eventStream = {
  operationId: "news",
  summary: "What the house hears of while it works, as server-sent events",
  description:
    "Every person signed in hears all of it; a station what is sent to its room. Each event's data is one " +
    "piece of news as JSON. An event called `begin` comes first, and again after a gap in which something may " +
    "have been missed: load afresh then. A line ends when its owner signs out, loses a right or is switched " +
    "off; one account has eight at most, a ninth ends the oldest.",
  security: [{ cookie: [] }, { station: [] }],
  responses: {
    200: { description: "An open line", content: { "text/event-stream": { schema: schema(news) } } },
  },
};

/** The description of the whole interface (OpenAPI 3.1), made from the routes themselves. */
export function openApi(version: string): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, r] of Object.entries<Route>(routes)) {
    const [method, place] = places[name as RouteName];
    const path = `/api${place.replace(/:(\w+)/g, "{$1}")}`;
    const inPath = [...place.matchAll(/:(\w+)/g)].map(([, key]) => ({
      name: key,
      in: "path",
      required: true,
      schema: { type: "string" },
    }));
    const inQuery = Object.entries(r.query?.shape ?? {}).map(([key, s]) => ({
      name: key,
      in: "query",
      required: false,
      schema: schema(s as z.ZodType),
    }));
    (paths[path] ??= {})[method] = {
      operationId: name,
      summary: r.summary,
      description: rightsOf(r),
      ...(r.who === "anyone" ? { security: [] } : securityOf(r)),
      ...(inPath.length + inQuery.length > 0 ? { parameters: [...inPath, ...inQuery] } : {}),
      ...(r.body ? { requestBody: { required: true, content: content(r.body) } } : {}),
      responses: {
        200: { description: "As asked", content: content(r.answer) },
        default: {
          description: "What is wrong and what to do (RFC 9457)",
          content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
        },
      },
    };
  }
  paths["/api/news"] = { get: eventStream };
  return {
    openapi: "3.1.0",
    info: { title: "Mossy Lantern", version },
    security: [{ cookie: [] }],
    paths,
    components: {
      schemas: { Problem: schema(problem) },
      securitySchemes: {
        cookie: {
          type: "apiKey",
          in: "cookie",
          name: "mossy",
          description: "Given by signing in; `__Host-mossy` where the house is reached over TLS.",
        },
        station: { type: "http", scheme: "bearer", description: "The token of a station." },
      },
    },
  };
}
