import type { WholeSound } from "@mossy/contract/sounds";
import { offIn } from "@mossy/core/sound/off";
import { CircleAlert } from "lucide-react";
import { Button } from "../ui/button.tsx";

/** What is off with a sound, in sentences; nothing where it is right. @param onGo goes to a time, in seconds */
export function OffCard({ of, onGo }: { of: WholeSound; onGo: (seconds: number) => void }) {
  const off = of.says && of.measures ? offIn(of.says, of.measures) : [];
  if (off.length === 0) return null;
  return (
    <section aria-label="To look at" className="rounded-md bg-lantern-soft px-4 py-2 text-lantern">
      <ul className="flex flex-col gap-1">
        {off.map((o) => (
          <li key={o.says} className="flex flex-wrap items-center gap-3">
            <CircleAlert size={15} aria-hidden className="shrink-0" />
            <span className="min-w-60 flex-1">{o.says}</span>
            {o.at !== null && (
              <Button small onClick={() => onGo(o.at ?? 0)}>
                Go there
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
