import { clsx } from "clsx";
import type { Finding } from "@mossy/core/check/rule";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import { BeforeAfter } from "../ui/beforeAfter.tsx";

const LOOK = { broken: "bg-brick-soft", look: "bg-lantern-soft", note: "bg-tide-soft" } as const;
const HEAD = { broken: "text-brick", look: "text-lantern", note: "text-tide" } as const;

const QUIET = "rounded-sm px-1 text-ink underline underline-offset-2";

interface Acts {
  readonly onFix: () => void;
  readonly onKeep: (why: string) => void;
  readonly onTakeUp: () => void;
}

/** A finding where it is looked at: what is off, why, before and after, and what to do. */
export function FindingCard({
  finding,
  title,
  acts,
  onShow,
  onRemark,
  children,
}: {
  finding: Finding;
  title: string;
  acts: Acts | null;
  onShow?: (() => void) | undefined;
  /** Somebody wants to say something about it to others. */
  onRemark?: (() => void) | undefined;
  children?: React.ReactNode;
}) {
  return (
    <div className={`rounded-md p-2.5 ${finding.kept ? "bg-sunk" : LOOK[finding.weight]}`}>
      <p
        className={clsx(
          "flex items-start gap-2 text-sm font-semibold",
          finding.kept ? "text-ink-2" : HEAD[finding.weight],
        )}
      >
        <span className="flex-1">{title}</span>
        {onRemark && (
          <button type="button" className={QUIET} onClick={onRemark}>
            Remark
          </button>
        )}
        {onShow && (
          <button type="button" className={QUIET} onClick={onShow}>
            Show
          </button>
        )}
      </p>
      <p className="mt-0.5 text-sm">
        {finding.says} {finding.because}
      </p>
      {(finding.before !== null || finding.after !== null) && (
        <p className="mt-1">
          <BeforeAfter before={finding.before} after={finding.after} />
        </p>
      )}
      {children}
      {acts && <FindingActs finding={finding} acts={acts} />}
    </div>
  );
}

/** The buttons of a finding: put right, keep and say why, or take up again. */
export function FindingActs({ finding, acts }: { finding: Finding; acts: Acts }) {
  const [keeping, setKeeping] = useState(false);
  const [why, setWhy] = useState("");
  if (finding.kept) {
    return (
      <div className="mt-1.5 flex items-center gap-2 text-sm">
        <span className="min-w-0 flex-1">Kept: {finding.kept.why}</span>
        <Button small onClick={acts.onTakeUp}>
          Take up again
        </Button>
      </div>
    );
  }
  if (keeping) {
    return (
      <form
        className="mt-2 flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (why.trim() !== "") acts.onKeep(why.trim());
        }}
      >
        <Input
          aria-label="Why it may stand"
          placeholder="Why may it stand?"
          autoFocus
          required
          maxLength={500}
          small
          className="flex-1"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Escape") setKeeping(false);
          }}
        />
        <Button small look="main" type="submit">
          Keep
        </Button>
      </form>
    );
  }
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      {finding.fix && (
        <Button small look="main" onClick={acts.onFix}>
          {finding.fix.label}
        </Button>
      )}
      <Button small onClick={() => setKeeping(true)}>
        Keep, say why
      </Button>
    </div>
  );
}
