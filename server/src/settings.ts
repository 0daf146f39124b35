import { isIP } from "node:net";
import { hostname } from "node:os";
import { signInHint } from "@mossy/contract/people";
import { z } from "zod";

const words = z.string().transform((text) => text.split(/[\s,]+/).filter(Boolean));
const yes = z.enum(["yes", "no"]).transform((word) => word === "yes");

const environment = z.object({
  DATABASE_URL: z.string().min(1, "DATABASE_URL says where PostgreSQL is; `npm start` sets it"),
  PORT: z.coerce.number().int().min(0).max(65535).default(4173),
  HOST: z.string().default("127.0.0.1"),
  /** Folder of the built web app; unset: only the interface is served. */
  WEB_DIR: z.string().optional(),
  /** The bundled `worker.ts`, run in threads for what takes long; unset: that is done on the one there is. */
  WORKER_FILE: z.string().optional(),
  /** Whether two threads stay, and do what is asked most before anybody asks: quick from the first. */
  REHEARSE: yes.default(true),
  /** Folder that stands in for the shared disk; unset: there is none. */
  DISK_DIR: z.string().optional(),
  /** Folder of recordings and what else is too large for the database; unset: `files` in DATA_DIR. */
  FILES_DIR: z.string().optional(),
  /** Folder on the disk the records are on, whose free space is watched; unset: that is not this machine's. */
  DATA_DIR: z.string().optional(),
  /** MB left on a disk of the house from which on leads are told. */
  SPACE_LOW: z.coerce.number().min(0).default(2048),
  /** MB left from which on nothing is stored any more. */
  SPACE_FULL: z.coerce.number().min(0).default(256),
  /** Days after which a house of one's own wants a backup again; 0: it never says. */
  BACKUP_DAYS: z.coerce.number().min(0).default(7),
  /** A secret by which whoever watches the house reads `/metrics`; unset: signed-in leads only. */
  METRICS_TOKEN: z.string().min(16, "METRICS_TOKEN is a secret of 16 characters or more").optional(),
  /** Where people reach the house, such as https://lantern.example; unset: as the request says. */
  PUBLIC_URL: z
    .url({ protocol: /^https?$/, error: "an address such as https://lantern.example" })
    .transform((url) => new URL(url))
    .optional(),
  /** Names under which the house answers, besides this machine's own and that of PUBLIC_URL. */
  HOSTS: words.default([]),
  /** Addresses or networks of proxies whose word on who asks is taken; unset: nobody's. */
  TRUST_PROXY: words.default([]),
  /** What seals secrets in the database; `npm start` makes one beside the data. */
  SECRET_KEY: z.string().min(32, "SECRET_KEY is a secret of 32 characters or more; `npm start` makes one"),
  /** Whether this is the demo: its people may sign in. */
  DEMO: yes.default(false),
  /** Whether a house with people of the demo, whose passwords everybody knows, serves other computers. */
  DEMO_OPEN: yes.default(false),
  /** Days the record keeps its lines. */
  RECORD_DAYS: z.coerce.number().int().min(1).max(36_500).default(400),
  /** User and group (numbers) the server becomes when root starts it. */
  RUN_AS: z
    .string()
    .regex(/^\d+:\d+$/, "two numbers, such as 65534:65534")
    .transform((text) => {
      const [uid = 0, gid = 0] = text.split(":").map(Number);
      return { uid, gid };
    })
    .optional(),
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

const LOOPBACK = new Set(["localhost", "127.0.0.1", "::1", "[::1]"]);
export const isLoopback = (host: string): boolean => LOOPBACK.has(host) || host.startsWith("127.");

/** Where people reach the house, and under which names it answers. */
export interface Addresses {
  readonly publicUrl: URL | null;
  /** Whether the house answers to a name (of a Host header, without its port). */
  readonly answersTo: (name: string) => boolean;
}

/**
 * Names a page of another site cannot make its own are answered: this machine's, and addresses as numbers
 * (a name that is made to point here is none of them). Everything else has to be said.
 */
export function addressesOf(s: Pick<Settings, "HOST" | "HOSTS" | "PUBLIC_URL">): Addresses {
  const names = new Set(
    [...s.HOSTS, s.HOST, hostname(), "localhost", s.PUBLIC_URL?.hostname ?? ""].map((n) => n.toLowerCase()),
  );
  return {
    publicUrl: s.PUBLIC_URL ?? null,
    answersTo: (name) => {
      const bare = name
        .toLowerCase()
        .replace(/^\[|\]$/g, "")
        .replace(/\.$/, "");
      return names.has(bare) || isIP(bare) !== 0 || bare.endsWith(".localhost");
    },
  };
}
