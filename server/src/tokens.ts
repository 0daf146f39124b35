import { createHash, randomBytes } from "node:crypto";

/** A secret nobody guesses (256 bits), as it is given out. Only its hash is stored. */
export const newToken = (): string => randomBytes(32).toString("base64url");

/** SHA-256 of a token: enough for secrets that were drawn, not chosen. */
export const hashOf = (token: string): Buffer => createHash("sha256").update(token).digest();
