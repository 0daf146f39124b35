import type { Request } from "express";
import type { AskedBy } from "./record/store.ts";

/** What is kept of a request for the record, where what it asks is worked out elsewhere. */
export const viaOf = ({ ip, id }: Request): AskedBy => ({ ip, id: String(id) });
