import type { TrackId } from "@mossy/core/session/document";

/** An id no other track has. */
export const newId = (): TrackId => `t-${crypto.randomUUID().slice(0, 13)}`;
