import { patternInWords } from "../names/compose.ts";
import { patternUse } from "../house/style.ts";
import { nameKey } from "../house/facts.ts";
import type { HouseWish } from "../house/facts.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Track } from "../session/document.ts";
import { same } from "../session/change.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";

/** The changes that give a track its house name and what the name says. */
export function renaming(t: Track, wanted: HouseWish): Change[] {
  const { role, of, positions, number } = wanted.what;
  const changes: Change[] = [];
  if (wanted.name !== null && t.name !== wanted.name) changes.push(setField(t, "name", wanted.name));
  if (t.role !== role) changes.push(setField(t, "role", role));
  if (t.of !== of) changes.push(setField(t, "of", of));
  if (!same(t.positions, positions)) changes.push(setField(t, "positions", [...positions]));
  if (t.number !== number) changes.push(setField(t, "number", number));
  return changes;
}

/** A name that the pattern writes another way. */
export const nameOffPattern: Rule = {
  id: "name-off-pattern",
  area: "style",
  title: "Name off the pattern",
  unless: "same-name",
  reads: ["name", "kind", "role", "of", "positions", "number", "colour", "icon"],
  each: (input, t) => {
    const wanted = input.plan.wanted.get(t.id);
    if (!wanted || wanted.name === null || wanted.name === t.name) return null;
    const { what } = wanted;
    if (what.sure) {
      return {
        track: t.id,
        weight: "look",
        says: `“${t.name}” is off the house pattern.`,
        because: `House pattern: ${patternInWords(input.style.house.names[patternUse(t.kind)], what)}.`,
        before: t.name,
        after: wanted.name,
        fix: { label: "Rename", changes: renaming(t, wanted), sure: true },
      };
    }
    const role = input.style.reader.roles.get(what.role ?? "")?.name ?? "";
    return {
      track: t.id,
      weight: "look",
      says: `“${t.name}” could be ${role}. Is it?`,
      because: doubtInWords(input, t, wanted),
      before: t.name,
      after: wanted.name,
      fix: {
        label: `Yes, ${role}`,
        changes: [...renaming(t, wanted), ...lookChanges(t, wanted)],
        sure: false,
      },
    };
  },
};

function lookChanges(t: Track, wanted: HouseWish): Change[] {
  const changes: Change[] = [];
  if (wanted.colour !== null && t.colour !== wanted.colour)
    changes.push(setField(t, "colour", wanted.colour));
  if (wanted.icon !== null && t.icon !== wanted.icon) changes.push(setField(t, "icon", wanted.icon));
  return changes;
}

function doubtInWords(input: RuleInput, t: Track, wanted: HouseWish): string {
  const reading = wanted.what.reading;
  const name = (id: string): string => input.style.reader.roles.get(id)?.name ?? id;
  switch (reading?.doubt) {
    case "several-meanings":
      return reading.others.length > 0
        ? `It could as well be ${reading.others.map(name).join(" or ")}.`
        : "The word list marks this word as doubtful.";
    case "two-roles":
      return `“${t.name}” names two roles at once.`;
    case "slip":
      return "It only fits if this is a slip of the keyboard.";
    case "too-short":
      return "One letter is too little to be sure.";
    default:
      return "It holds words the word list does not know.";
  }
}

/** A name nobody can read. */
export const nameUnreadable: Rule = {
  id: "name-unreadable",
  area: "style",
  title: "Name nobody can read",
  reads: ["name"],
  each: (input, t) => {
    const wanted = input.plan.wanted.get(t.id);
    if (!wanted || wanted.what.role !== null || wanted.verdict.alone) return null;
    return {
      track: t.id,
      weight: "look",
      says: t.name === "" ? "A track has no name." : `Nobody can tell what “${t.name}” is.`,
      because: "No word of the word list is in it. Choose a role for it, or keep it and say why.",
      before: t.name,
      after: null,
      fix: null,
    };
  },
};

/** Two tracks under one name: nobody can tell their files apart. */
export const sameName: Rule = {
  id: "same-name",
  area: "style",
  title: "Same name twice",
  reads: ["name", "kind"],
  plan: ["wanted"],
  says: ["role", "of", "positions", "number"],
  check: (input) => {
    const given = new Set<string>();
    const free = (t: Track, name: string): boolean =>
      !input.names.has(nameKey(t, name)) && !given.has(nameKey(t, name));
    return input.names.doubled().flatMap(({ at, first }): Observation[] => {
      const [t, other] = [input.session.tracks[at], input.session.tracks[first]];
      if (!t || !other) return [];
      const wanted = input.plan.wanted.get(t.id);
      let name = wanted?.what.sure ? wanted.name : null;
      for (let n = 2; name === null || !free(t, name); n++) name = `${t.name}_${n}`;
      given.add(nameKey(t, name));
      const changes =
        wanted?.what.sure && name === wanted.name ? renaming(t, wanted) : [setField(t, "name", name)];
      return [
        {
          track: t.id,
          weight: "look",
          says: `Two tracks are called “${t.name}”.`,
          because:
            other.parent === t.parent
              ? "They stand in the same folder; their recorded files would get the same name."
              : "Their recorded files would get the same name.",
          before: t.name,
          after: name,
          fix: { label: "Rename", changes, sure: true },
        },
      ];
    });
  },
};
