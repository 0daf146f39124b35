import { signInHint } from "@mossy/contract/people";
import { z } from "zod";

const environment = z.object({
  DATABASE_URL: z.string().min(1, "DATABASE_URL says where PostgreSQL is; `npm start` sets it"),
  PORT: z.coerce.number().int().min(0).max(65535).default(4173),
  HOST: z.string().default("127.0.0.1"),
  /** Folder of the built web app; unset: only the interface is served. */
  WEB_DIR: z.string().optional(),
  /** Folder that stands in for the shared disk; unset: there is none. */
  DISK_DIR: z.string().optional(),
  /** Who may be shown on the sign-in page with their passwords, as JSON: people of a demo. */
  HINTS: z
    .string()
    .default("[]")
    .transform((text, ctx) => {
      try {
        return JSON.parse(text) as unknown;
      } catch {
        ctx.addIssue("not JSON");
        return z.NEVER;
      }
    })
    .pipe(z.array(signInHint)),
  LOG: z.enum(["silent", "warn", "info", "debug"]).default("info"),
});
export type Settings = z.infer<typeof environment>;

/** Settings from the environment. @throws Error naming the variable that is off */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const read = environment.safeParse(env);
  if (read.success) return read.data;
  throw new Error(read.error.issues.map((i) => `${i.path.join(".")}: ${i.message}`).join("\n"));
}
