import { clsx } from "clsx";
import type { FirstStep } from "@mossy/contract/today";
import { Check } from "lucide-react";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";

/** What each step is for, whose it is, and where it is done. */
const STEPS: Readonly<Record<FirstStep["step"], { says: string; why: string; next: string; to: string }>> =
  {
    style: {
      says: "Write the house style down",
      why: "How tracks are named, coloured and grouped. Take a starter up as the draft, then publish it.",
      next: "Choose a starter",
      to: "/house/editions",
    },
    room: {
      says: "Make the first room",
      why: "What its interface has: templates are fitted to that.",
      next: "Make a room",
      to: "/rooms/new",
    },
    template: {
      says: "Begin the first template",
      why: "A session kept to start others: from a starter, a file, or nothing.",
      next: "Begin a template",
      to: "/library/new",
    },
    release: {
      says: "Publish its first release",
      why: "Rooms start from releases; a draft is nobody's but the leads'.",
      next: "Open the library",
      to: "/library",
    },
    session: {
      says: "Start the first session",
      why: "Fit a release to a room; its package goes to the station there.",
      next: "Choose a room",
      to: "/rooms",
    },
    people: {
      says: "Invite the others",
      why: "Engineers and assistants, each in their rooms.",
      next: "Invite somebody",
      to: "/people",
    },
  };

/** What a new house still needs, the next thing first in sight. */
export default function FirstSteps({ first, lead }: { first: readonly FirstStep[]; lead: boolean }) {
  const next = first.find((s) => !s.done)?.step;
  return (
    <section aria-label="The first day" className="card p-4">
      <h2 className="text-md font-semibold">The first day of the house</h2>
      <p className="pb-2 text-sm text-ink-2">
        {lead
          ? "Each of these can wait; this list goes when the house is whole."
          : "The leads are setting the house up."}
      </p>
      <ol>
        {first.map(({ step, done }) => {
          const { says, why, next: label, to } = STEPS[step];
          return (
            <li
              key={step}
              aria-current={step === next ? "step" : undefined}
              className="flex items-center gap-3 border-t border-line py-2.5"
            >
              <span
                className={clsx(
                  "grid size-6 shrink-0 place-items-center rounded-full",
                  done ? "bg-moss-soft text-moss" : "border border-line-strong",
                )}
              >
                {done && <Check size={14} aria-label="done" />}
              </span>
              <span className="min-w-0 flex-1">
                <span className={done ? "text-ink-2" : "font-semibold"}>{says}</span>
                {!done && <span className="block text-sm text-ink-2">{why}</span>}
              </span>
              {lead && !done && (
                <Button small={step !== next} look={step === next ? "main" : "plain"} asChild>
                  <Link to={to}>{label}</Link>
                </Button>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
