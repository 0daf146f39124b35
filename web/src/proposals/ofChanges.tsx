import type { WholeProposal } from "@mossy/contract/proposals";
import { withAtoms } from "@mossy/core/compare/atoms";
import { compare } from "@mossy/core/compare/sentences";
import type { Sentence } from "@mossy/core/compare/sentences";
import { diff } from "@mossy/core/session/diff";
import { plural } from "@mossy/core/session/plural";
import { useMemo, useState } from "react";
import { Checked } from "../compare/checked.tsx";
import { DecideList } from "../compare/decideList.tsx";
import { Part } from "../compare/part.tsx";
import { SentenceList } from "../compare/sentenceList.tsx";
import { useChoices } from "../compare/useChoices.ts";
import { DecideForm } from "./decideForm.tsx";
import { TickList } from "./tickList.tsx";

type Changes = Extract<WholeProposal["what"], { target: "session" }>;

/** Proposed changes on today's draft: all of them or some, what clashes, what they would make of it. */
export function OfChanges({ proposal, what }: { proposal: WholeProposal; what: Changes }) {
  const { base, proposed, draft } = what;
  const asked = useMemo(() => compare(base, proposed), [base, proposed]);
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const part = useMemo(
    () =>
      withAtoms(
        asked,
        asked.sentences.filter((s) => !out.has(s.says)).flatMap((s) => s.atoms),
      ),
    [asked, out],
  );
  const sides = useMemo(
    () => ({ baseline: base, now: draft.session, theirs: part, job: false }),
    [base, draft.session, part],
  );
  const merged = useChoices(sides);
  const open = merged.clashes.filter((c) => !c.chosen).length;
  const does = useMemo(() => compare(draft.session, merged.session), [draft.session, merged.session]);
  const changes = useMemo(() => diff(draft.session, merged.session), [draft.session, merged.session]);
  const same = new Map(what.same);
  const alike = (s: Sentence): number => Math.max(0, ...s.atoms.map((x) => same.get(x.key) ?? 0));
  const ready = open === 0 && changes.length > 0;
  return (
    <>
      <TickList
        title="What is proposed"
        sentences={asked.sentences}
        out={out}
        onOut={setOut}
        beside={(s) =>
          what.of > 0 && alike(s) > 0
            ? `${alike(s)} of ${plural(what.of, "other session")} did the same`
            : null
        }
      />
      <DecideList sessions={sides} clashes={merged.clashes} release={null} onChoose={merged.choose} />
      <Part title="What it does to today's draft" many={does.changes.length}>
        <SentenceList
          sentences={does.sentences}
          chosen={null}
          onChoose={null}
          nothing="The draft has all of it already."
        />
      </Part>
      <Checked before={draft.session} after={merged.session} />
      <DecideForm
        proposal={proposal}
        label={out.size > 0 ? "Take what is ticked" : "Take it into the draft"}
        draft={ready ? { revision: draft.revision, changes } : "none"}
      />
    </>
  );
}
