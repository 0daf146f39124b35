import { ArrowRight } from "lucide-react";
import { Link, useLocation } from "react-router";
import { Button } from "./button.tsx";

/** The pages by which an edition goes through the house, in the order in which it asks least of anybody. */
const STEPS = [
  ["/library/follow", "Templates", "Take it to the templates"],
  ["/sessions/earlier", "Sessions to it", "Bring sessions to the edition"],
  ["/sessions/behind", "Sessions to new releases", "Bring sessions to the new releases"],
  ["/sessions/right", "Put right", "Put right what rooms changed"],
  ["/sessions?which=unsent", "Send", "Send what rooms have not got"],
] as const;

/**
 * Where a lead is on the way of an edition through the house.
 * @param done whether nothing is left here that goes without a question: the next one is offered
 */
export function EditionSteps({ done }: { done: boolean }) {
  const { pathname } = useLocation();
  const here = STEPS.findIndex(([to]) => to === pathname);
  const next = done ? STEPS[here + 1] : undefined;
  return (
    <nav
      aria-label="The way of an edition through the house"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm"
    >
      <span className="text-ink-2">An edition goes through the house:</span>
      <ol className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {STEPS.map(([to, name], i) => (
          <li key={to} className="flex items-center gap-1.5">
            <span aria-hidden className="font-mono text-ink-2">
              {i + 1}
            </span>
            <Link
              to={to}
              aria-current={i === here ? "step" : undefined}
              className="py-1 text-ink-2 hover:underline aria-[current]:font-semibold aria-[current]:text-ink"
            >
              {name}
            </Link>
          </li>
        ))}
      </ol>
      {next && (
        <Button small asChild>
          <Link to={next[0]}>
            {next[2]} <ArrowRight size={14} aria-hidden />
          </Link>
        </Button>
      )}
    </nav>
  );
}
