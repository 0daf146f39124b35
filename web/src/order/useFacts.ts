import { MOST_FACTS } from "@mossy/contract/sounds";
import type { SoundFactSent } from "@mossy/contract/sounds";
import type { Facts, SoundFact } from "@mossy/core/order/facts";
import type { Session } from "@mossy/core/session/document";
import { profileFrom } from "@mossy/core/sound/profile";
import { useQueries } from "@tanstack/react-query";
import { useMemo } from "react";
import { later } from "../wire/laterQueries.ts";

const bytesOf = (base64: string): Uint8Array => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));

// A sound stays what it is: what was measured of it is read once.
const read = new Map<string, SoundFact>();
function factOf({ hash, profile, ...rest }: SoundFactSent): SoundFact {
  const known = read.get(hash);
  if (known?.profile) return known;
  const fact = { ...rest, profile: profile === null ? null : profileFrom(bytesOf(profile)) };
  read.set(hash, fact);
  return fact;
}

/** What was measured of the sounds on the tracks of a session; `waits` while it is asked for. */
export function useFacts(session: Session): { facts: Facts; waits: boolean; error: Error | null } {
  const asked = useMemo(() => {
    const hashes = new Set<string>();
    for (const t of session.tracks)
      for (const { holds } of t.items)
        if (holds.kind === "sound" && holds.hash !== null) hashes.add(holds.hash);
    return [...hashes].sort();
  }, [session]);
  const parts = Array.from({ length: Math.ceil(asked.length / MOST_FACTS) }, (_, n) =>
    asked.slice(n * MOST_FACTS, (n + 1) * MOST_FACTS),
  );
  return useQueries({
    queries: parts.map((hashes) => later.soundFacts(hashes)),
    combine: (answers) => ({
      facts: new Map(answers.flatMap((a) => a.data?.sounds ?? []).map((s) => [s.hash, factOf(s)] as const)),
      waits: answers.some((a) => a.isPending),
      error: answers.find((a) => a.error)?.error ?? null,
    }),
  });
}
