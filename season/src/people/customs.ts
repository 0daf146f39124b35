/** What people of many rooms do, always, against what the house says. */
export type Custom =
  | { readonly do: "colour" | "name"; readonly thing: string; readonly to: string }
  | { readonly do: "level"; readonly thing: string; readonly to: number }
  | { readonly do: "gone" | "added"; readonly thing: string };

/** How often a room that works so has people who do. */
const FOLLOWED = 0.85;

/** The customs there are in a season. Things are of the templates, but for those that are added. Invented. */
export const CUSTOMS: readonly Custom[] = [
  { do: "colour", thing: "lead-vocal", to: "#e6007e" },
  { do: "colour", thing: "click", to: "#00a0a0" },
  { do: "colour", thing: "trombone", to: "#101010" },
  { do: "name", thing: "hihat", to: "HH" },
  { do: "level", thing: "click", to: 6 },
  { do: "level", thing: "kick", to: -20 },
  { do: "gone", thing: "ukulele" },
  { do: "gone", thing: "room-tone" },
  { do: "added", thing: "cowbell" },
];

/** Which of them people of a room have. @param roll 0…1 */
export const anyCustoms = (roll: () => number): Custom[] => CUSTOMS.filter(() => roll() < FOLLOWED);
