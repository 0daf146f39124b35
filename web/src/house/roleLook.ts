import { colourFor, iconFor } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";

/** Colour and icon a role has in the house, its own or its family's. */
export function roleLook(style: Style, role: string): { colour: string | null; icon: string | null } {
  const what = { role, of: null, positions: [], number: null };
  return { colour: colourFor(style, what), icon: iconFor(style, what) };
}
