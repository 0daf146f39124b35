import { processor } from "@mossy/core/session/processor";
import { longText, oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";

/** One version of a chain of processors on the shared shelf. Versions never change. */
export const chainVersion = z.object({
  version: z.int().min(1),
  processors: z.array(processor),
  note: z.string(),
  by: doer,
  at: z.iso.datetime(),
});

/** A chain with all its versions, newest first. */
export const chain = z.object({ id: z.string(), name: z.string(), versions: z.array(chainVersion).min(1) });
export type Chain = z.infer<typeof chain>;
export const chains = z.object({ chains: z.array(chain) });

/** How many tracks of the draft of a template stand on which version of a chain. */
export const chainUse = z.object({
  chain: z.string(),
  template: z.string(),
  name: z.string(),
  version: z.int(),
  tracks: z.int(),
});
export type ChainUse = z.infer<typeof chainUse>;
export const chainUses = z.object({ uses: z.array(chainUse) });

/** Saved under a name the shelf has already, it becomes that chain's next version. */
export const saveChain = z.object({
  name: oneLine(60).trim().min(1, "give the chain a name"),
  processors: z.array(processor).min(1, "a chain needs a processor").max(64),
  note: longText(500),
});
