import type { HouseLine } from "@mossy/core/house/why";

/** Where a line of the house style is shown: the page of its part, with the line opened. */
export function lineAddress({ part, line }: HouseLine): string {
  if (part === "words") return `/house/${line}`;
  return `/house/${part}?line=${encodeURIComponent(line)}`;
}
