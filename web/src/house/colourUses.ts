import type { usesOf } from "@mossy/core/house/edit";
import { plural } from "@mossy/core/session/plural";

/** Who uses a colour of the palette: "Brass, Strings, 3 roles"; empty where nobody does. */
export const usersInWords = ({ families, roles }: ReturnType<typeof usesOf>): string =>
  [...families, ...(roles === 0 ? [] : [plural(roles, "role")])].join(", ");
