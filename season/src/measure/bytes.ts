import { strFromU8, unzipSync } from "fflate";

const PROJECT = "project.xml";
const TOKENS = /<!--[\s\S]*?-->|<[^>]+>|[^<]+/g;

/** What of the project of a session file is of which track, and what of none; tracks by their ids in it. */
interface Parts {
  readonly tracks: ReadonlyMap<string, readonly string[]>;
  readonly rest: readonly string[];
}

function partsOf(xml: string): Parts {
  const tracks = new Map<string, string[]>();
  const rest: string[] = [];
  const inside: string[][] = [];
  for (const token of xml.match(TOKENS) ?? []) {
    if (/^<Track[\s>]/.test(token)) {
      const own = [token];
      tracks.set(attributesOf(token).get("id") ?? "", own);
      if (!token.endsWith("/>")) inside.push(own);
      continue;
    }
    (inside.at(-1) ?? rest).push(token);
    if (token === "</Track>") inside.pop();
  }
  return { tracks, rest };
}

const attributesOf = (tag: string): Map<string, string> =>
  new Map(
    [...tag.matchAll(/([\w:.-]+)\s*=\s*("[^"]*"|'[^']*')/g)].map(([, name = "", v = '""']) => [
      name,
      v.slice(1, -1),
    ]),
  );

/** A tag without these attributes. */
function masked(tag: string, names: ReadonlySet<string>): string {
  const element = /^<([\w:.-]+)/.exec(tag)?.[1] ?? "";
  return tag.replaceAll(/\s+([\w:.-]+)\s*=\s*("[^"]*"|'[^']*')/g, (all, name: string) =>
    names.has(`${element} ${name}`) ? "" : all,
  );
}

/** What of the tracks of a session file was put right on purpose, tracks by their ids in the file. */
export interface Righted {
  /** Which of their attributes: "Track name". */
  readonly attributes: ReadonlyMap<string, ReadonlySet<string>>;
  /** Which of them were taken out. */
  readonly out: ReadonlySet<string>;
}

/** Gaps between tags, which go along with what is moved. */
const isGap = (token: string): boolean => token.trim() === "";

/**
 * Says what of a session file is not byte for byte as it came though nobody put it right.
 * @param came the file as it was handed in
 * @param back the same, put right
 * @param own entries that are the house's own
 */
export function notAsItCame(
  came: Uint8Array,
  back: Uint8Array,
  righted: Righted,
  own: readonly string[],
): string[] {
  const [before, after] = [unzipSync(came), unzipSync(back)];
  const wrong: string[] = [];
  for (const name of new Set([...Object.keys(before), ...Object.keys(after)]))
    if (name !== PROJECT && !own.includes(name) && !isSame(before[name], after[name]))
      wrong.push(`entry ${name}`);
  const [was, is] = [before, after].map((e) => partsOf(strFromU8(e[PROJECT] ?? new Uint8Array())));
  if (!was || !is) return wrong;
  const text = (tokens: readonly string[]): string => tokens.filter((t) => !isGap(t)).join("");
  if (text(was.rest) !== text(is.rest)) wrong.push("what stands outside all tracks");
  for (const [id, tokens] of was.tracks) {
    const there = is.tracks.get(id);
    if (righted.out.has(id)) {
      if (there) wrong.push(`track ${id} is there again`);
      continue;
    }
    const names = righted.attributes.get(id) ?? new Set<string>();
    const own = (list: readonly string[]): string =>
      text(list.map((t) => (t.startsWith("<!--") ? t : masked(t, names))));
    if (!there || own(there) !== own(tokens))
      wrong.push(`track ${attributesOf(tokens[0] ?? "").get("name") ?? id}`);
  }
  return wrong;
}

const isSame = (a: Uint8Array | undefined, b: Uint8Array | undefined): boolean =>
  a !== undefined && b !== undefined && Buffer.compare(a, b) === 0;
