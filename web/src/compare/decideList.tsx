import { clsx } from "clsx";
import type { Clash } from "@mossy/core/merge/decisions";
import { saferSide } from "@mossy/core/merge/safer";
import { clashInWords } from "@mossy/core/merge/words";
import type { Side } from "@mossy/core/merge/values";
import type { Session } from "@mossy/core/session/document";
import { Pill } from "../ui/pieces.tsx";

/** What two had in common, and what each made of it. */
export interface Three {
  readonly baseline: Session;
  readonly now: Session;
  readonly theirs: Session;
  /** Whether what it is now is a session of a job; else a draft. */
  readonly job: boolean;
}

/** What both changed, each to something else: both sides in words, the safer one marked with why. */
export function DecideList({
  sessions: { baseline, now, theirs, job },
  clashes,
  release,
  onChoose,
}: {
  sessions: Three;
  clashes: readonly Clash[];
  /** The release that comes in; null where it is a proposal. */
  release: number | null;
  /** Null where it can only be looked at. */
  onChoose: ((key: string, side: Side) => void) | null;
}) {
  if (clashes.length === 0) return null;
  return (
    <section aria-label="To decide" className="card shrink-0 overflow-hidden">
      <h2 className="flex items-center gap-2 border-b border-line px-3 py-2 font-semibold">
        To decide
        <span className="text-sm font-normal text-ink-2">
          {release === null ? "the draft and the proposal" : `this and release ${release}`} changed the
          same, each to something else
        </span>
      </h2>
      <ul>
        {clashes.map((clash) => {
          const words = clashInWords(baseline, now, theirs, clash);
          const safer = saferSide({ base: baseline, ours: now, theirs, job }, clash);
          return (
            <li key={clash.key} className="flex flex-col gap-1.5 border-b border-line px-3 py-2 text-sm">
              <p className="flex flex-wrap items-baseline gap-x-2">
                <span className="font-mono font-semibold">{words.name}</span>
                <span className="text-ink-2">{words.what}</span>
                {words.was !== null && (
                  <span className="text-ink-2">was {words.was === "" ? "empty" : words.was}</span>
                )}
                {!clash.chosen && <Pill look="look">choose one</Pill>}
              </p>
              <div
                role="radiogroup"
                aria-label={`${words.name}, ${words.what}`}
                className="grid grid-cols-2 gap-2 max-[640px]:grid-cols-1"
              >
                <SideChoice
                  clash={clash}
                  side="ours"
                  called={release === null ? "The draft" : "Yours"}
                  says={words.ours}
                  because={safer?.side === "ours" ? safer.because : null}
                  onChoose={onChoose}
                />
                <SideChoice
                  clash={clash}
                  side="theirs"
                  called={release === null ? "The proposal" : `Release ${release}`}
                  says={words.theirs}
                  because={safer?.side === "theirs" ? safer.because : null}
                  onChoose={onChoose}
                />
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function SideChoice({
  clash,
  side,
  called,
  says,
  because,
  onChoose,
}: {
  clash: Clash;
  side: Side;
  called: string;
  says: string;
  /** Why this side is the safer one; null where it is not. */
  because: string | null;
  onChoose: ((key: string, side: Side) => void) | null;
}) {
  const chosen = clash.chosen && clash.stands === side;
  return (
    <label
      className={clsx(
        "flex cursor-pointer items-start gap-2 rounded-md border px-2.5 py-1.5",
        chosen ? "border-moss bg-moss-soft" : "border-line hover:bg-bg",
      )}
    >
      <input
        type="radio"
        name={clash.key}
        className="mt-0.5 accent-moss"
        checked={chosen}
        disabled={onChoose === null}
        onChange={() => onChoose?.(clash.key, side)}
      />
      <span className="min-w-0">
        <span className="font-semibold">{called}</span>{" "}
        <span className="font-mono [overflow-wrap:anywhere]">{says === "" ? "(empty)" : says}</span>
        {because !== null && <span className="block text-xs text-ink-2">safer: {because}</span>}
      </span>
    </label>
  );
}
