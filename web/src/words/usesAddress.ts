import type { UsesOf } from "@mossy/contract/library";

/** The page of all tracks of a role, or with a device or chain. */
export const usesAddress = (of: UsesOf, what: string): string =>
  `/library/uses?${new URLSearchParams({ of, what }).toString()}`;
