import { CHANNEL_FORMATS, IMPORTANCES, SOURCES, TRACK_KINDS } from "../../session/document.ts";
import type { ChannelFormat, Source, TrackKind } from "../../session/document.ts";
import { POSITION_GROUPS, lies, roleSort } from "../wordlist.ts";
import type { Family, Position, Role, WordList } from "../wordlist.ts";
import { ENSEMBLE_FAMILIES } from "./ensembles.ts";
import { heardFrom } from "./heard.ts";
import { FILLERS, POSITION_TABLES, SURROUNDING_FAMILIES } from "./surroundings.ts";
import { TRACK_FAMILIES } from "./tracks.ts";

/** "Double second" → "double-second". */
export function idOf(name: string): string {
  return name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");
}

const isOneOf = <T extends string>(list: readonly T[], word: string): word is T =>
  (list as readonly string[]).includes(word);

function roleFrom(line: string, family: string): Role {
  const [name = "", shorts = "", heard = "", traits = ""] = line.split(";").map((c) => c.trim());
  const [full = name, eight = full, four = eight] = shorts.split(/\s+/);
  const words = traits.split(/\s+/).filter(Boolean);
  const trait = (key: string): string | null =>
    words.find((w) => w.startsWith(`${key}=`))?.slice(key.length + 1) ?? null;
  const sort = (words.find((w) => isOneOf(roleSort.options, w)) as Role["sort"] | undefined) ?? "source";
  const kind: TrackKind =
    words.find((w): w is TrackKind => isOneOf(TRACK_KINDS, w)) ?? (sort === "group" ? "folder" : "audio");
  const format = words.find((w): w is ChannelFormat => isOneOf(CHANNEL_FORMATS, w));
  const src: Source | undefined = words.find((w): w is Source => isOneOf(SOURCES, w));
  const importance = words.find((w) => isOneOf(IMPORTANCES, w)) ?? (sort === "place" ? "may" : "should");
  return {
    id: idOf(name),
    name,
    family,
    sort,
    kind,
    short: { full, eight, four },
    heard: heardFrom(heard),
    format: kind === "audio" || kind === "instrument" ? (format ?? "mono") : null,
    source: kind === "audio" ? (src ?? "mic") : null,
    positions: trait("at")?.split(",") ?? [],
    sections: trait("sections")?.split(",") ?? [],
    importance,
    colour: trait("colour"),
    icon: trait("icon"),
  };
}

const lines = (table: string): string[] =>
  table
    .split("\n")
    .map((l) => l.trim())
    .filter(Boolean);

/**
 * The word list that ships: the vocabulary of studios, bands, orchestras, choirs, spoken word and film
 * sound.
 */
export function usualWords(): WordList {
  const tables = [...TRACK_FAMILIES, ...ENSEMBLE_FAMILIES, ...SURROUNDING_FAMILIES];
  const families: Family[] = tables.map(({ id, name, colour, icon }) => ({ id, name, colour, icon }));
  const roles = tables.flatMap((f) => lines(f.roles).map((l) => roleFrom(l, f.id)));
  const positions = POSITION_GROUPS.flatMap((group): Position[] =>
    lines(POSITION_TABLES[group]).map((l) => {
      const [name = "", short = name, heard = "", hand = "", says = ""] = l.split(";").map((c) => c.trim());
      return {
        id: idOf(name),
        name,
        short,
        group,
        heard: heardFrom(heard),
        lies: isOneOf(lies.options, hand) ? hand : null,
        says,
      };
    }),
  );
  return { families, roles, positions, fillers: FILLERS };
}
