import { setField } from "../session/change.ts";
import type { Rule } from "./rule.ts";

/** A colour the house gives to something else. */
export const colourOff: Rule = {
  id: "colour-off",
  area: "style",
  title: "Colour not the house's",
  reads: ["name", "colour"],
  each: (input, t) => {
    const wanted = input.plan.wanted.get(t.id);
    if (
      !wanted ||
      !(wanted.what.sure || wanted.verdict.colour) ||
      wanted.colour === null ||
      wanted.colour === t.colour
    )
      return null;
    const role = input.style.reader.roles.get(wanted.what.role ?? "")?.name ?? "";
    return {
      track: t.id,
      weight: "look",
      says: t.colour === null ? `“${t.name}” has no colour.` : `“${t.name}” has a colour of its own.`,
      because: wanted.verdict.colour
        ? `An exception says so: ${wanted.verdict.colour.says}.`
        : `The house gives ${role} ${paletteName(input.style.house.palette, wanted.colour)}.`,
      before: t.colour,
      after: wanted.colour,
      fix: { label: "Recolour", changes: [setField(t, "colour", wanted.colour)], sure: true },
    };
  },
};

function paletteName(palette: readonly { name: string; hex: string }[], hex: string): string {
  const colour = palette.find((c) => c.hex === hex);
  return colour ? `${colour.name} (${hex})` : `a step of its folder's colour (${hex})`;
}

/** An icon the house does not give to this role. */
export const iconOff: Rule = {
  id: "icon-off",
  area: "style",
  title: "Icon not the house's",
  reads: ["name", "icon"],
  each: (input, t) => {
    const wanted = input.plan.wanted.get(t.id);
    if (
      !wanted ||
      !(wanted.what.sure || wanted.verdict.icon) ||
      wanted.icon === null ||
      wanted.icon === t.icon
    )
      return null;
    return {
      track: t.id,
      weight: "note",
      says: t.icon === null ? `“${t.name}” has no icon.` : `“${t.name}” carries another icon.`,
      because: wanted.verdict.icon
        ? `An exception says so: ${wanted.verdict.icon.says}.`
        : "The icon comes from the role, else from its family.",
      before: t.icon,
      after: wanted.icon,
      fix: { label: "Set icon", changes: [setField(t, "icon", wanted.icon)], sure: true },
    };
  },
};
