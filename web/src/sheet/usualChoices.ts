import type { Session } from "@mossy/core/session/document";

/** Kinds to choose from where none is in use yet. Common practice, no source. */
const USUAL = {
  microphone: [
    "condenser",
    "dynamic",
    "ribbon",
    "small condenser",
    "boundary",
    "clip-on",
    "DI box",
    "wireless receiver",
  ],
  stand: ["tall boom", "short boom", "straight", "desk stand", "clip", "none"],
} as const;

/** Microphones (boxes) or stands to choose from: those of this session, most used first, then the usual. */
export function usedIn(session: Session, field: keyof typeof USUAL): string[] {
  const many = new Map<string, number>();
  for (const t of session.tracks) if (t[field] !== "") many.set(t[field], (many.get(t[field]) ?? 0) + 1);
  return [...new Set([...[...many].sort((a, b) => b[1] - a[1]).map(([text]) => text), ...USUAL[field]])];
}
