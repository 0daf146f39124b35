import { channelFormat } from "../session/document.ts";
import { kindsTyped } from "../session/processor.ts";
import type { Role } from "../words/wordlist.ts";
import { startProcessor, startSend } from "./startParts.ts";
import type { StartProcessor, StartSend } from "./startParts.ts";

type Roles = readonly Pick<Role, "id" | "name" | "short">[];

/** Parted by commas, but not inside brackets. */
const parted = (text: string): string[] =>
  text
    .split(/,(?![^(]*\))/)
    .map((x) => x.trim())
    .filter((x) => x !== "");

/** The id of a role somebody names by its name, short form or id; null where the house has none. */
function roleTyped(roles: Roles, text: string): string | null {
  const said = text.trim().toLowerCase();
  for (const r of roles)
    if ([r.name, r.short.full, r.id, r.id.replaceAll("-", " ")].some((x) => x.toLowerCase() === said))
      return r.id;
  return null;
}

/**
 * A chain as it is said: "EQ (bypassed), Compressor (Ratio = 4:1, keyed by Kick sample), Width (to mono)".
 * Null where something in it is none.
 */
export function startChainTyped(roles: Roles, text: string): StartProcessor[] | null {
  const made: StartProcessor[] = [];
  for (const part of parted(text)) {
    const [, name = "", set = ""] = /^([^()]+?)\s*(?:\(([^()]*)\))?$/.exec(part) ?? [];
    const [kind] = kindsTyped(`${name},`);
    const p = kind === undefined ? null : processorTyped(roles, kind, set);
    if (!p) return null;
    made.push(p);
  }
  return made.length === 0 ? null : made;
}

function processorTyped(roles: Roles, kind: string, set: string): StartProcessor | null {
  const made: StartProcessor = { kind, values: [], bypassed: false, width: null, keyedBy: null };
  for (const said of parted(set)) {
    const key = /^keyed by (.+)$/i.exec(said)?.[1];
    const width = channelFormat.safeParse(/^to (\S+)$/i.exec(said)?.[1]?.toLowerCase());
    const [name = "", ...value] = said.split("=").map((x) => x.trim());
    if (/^bypassed$/i.test(said)) made.bypassed = true;
    else if (key !== undefined) {
      made.keyedBy = roleTyped(roles, key);
      if (made.keyedBy === null) return null;
    } else if (width.success) made.width = width.data;
    else if (value.length > 0) made.values.push({ name, value: value.join("=") });
    else return null;
  }
  return startProcessor.safeParse(made).success ? made : null;
}

/** Sends as they are said: "to Plate at −18 dB, from Main at 0 dB, before the fader"; null where one is none. */
export function startSendsTyped(roles: Roles, text: string): StartSend[] | null {
  const made: StartSend[] = [];
  for (const part of parted(text)) {
    if (/^before the fader$/i.test(part) && made.length > 0) {
      made[made.length - 1]!.beforeFader = true;
      continue;
    }
    const m = /^(to|from) (.+?) at ([+\-−]?\d+(?:[.,]\d+)?|silent)(?:\s*dB)?$/i.exec(part);
    const role = m ? roleTyped(roles, m[2] ?? "") : null;
    const level =
      m?.[3]?.toLowerCase() === "silent" ? -144 : Number(m?.[3]?.replace("−", "-").replace(",", "."));
    const read = startSend.safeParse({ way: m?.[1]?.toLowerCase(), role, level, beforeFader: false });
    if (!read.success) return null;
    made.push(read.data);
  }
  return made.length === 0 ? null : made;
}
