import { z } from "zod";
import { paths as places } from "./paths.ts";
import type { RouteName } from "./paths.ts";
import { problem } from "./problem.ts";
import { FILE, routes } from "./routes.ts";
import type { Route } from "./routes.ts";

const schema = (s: z.ZodType): unknown =>
  z.toJSONSchema(s, { unrepresentable: "any", io: "input", reused: "inline" });
const content = (s: z.ZodType | typeof FILE): object =>
  s === FILE
    ? { "application/octet-stream": { schema: { type: "string", format: "binary" } } }
    : { "application/json": { schema: schema(s) } };

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
      ...(r.who === "anyone" ? { security: [] } : {}),
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
  return {
    openapi: "3.1.0",
    info: { title: "Mossy Lantern", version },
    security: [{ cookie: [] }],
    paths,
    components: {
      schemas: { Problem: schema(problem) },
      securitySchemes: { cookie: { type: "apiKey", in: "cookie", name: "mossy" } },
    },
  };
}
