import { compare } from "@mossy/core/compare/sentences";
import type { Session } from "@mossy/core/session/document";
import { useMemo, useState } from "react";
import { Empty } from "../ui/states.tsx";
import { ProposeForm } from "./proposeForm.tsx";
import { TickList } from "./tickList.tsx";

/** What is other, in sentences to be ticked, and the form that proposes what is ticked. */
export function Proposing({
  a,
  b,
  template,
  session,
  onDone,
}: {
  a: Session;
  b: Session;
  template: { readonly id: string; readonly name: string };
  session: string | null;
  onDone: () => void;
}) {
  const compared = useMemo(() => compare(a, b), [a, b]);
  const [out, setOut] = useState<ReadonlySet<string>>(() => new Set(compared.sentences.map((s) => s.says)));
  if (compared.sentences.length === 0) return <Empty title="Nothing to propose">Both are the same.</Empty>;
  return (
    <div className="beside min-h-0 flex-1 items-start [--beside:300px]">
      <TickList title="What to propose" sentences={compared.sentences} out={out} onOut={setOut} />
      <ProposeForm compared={compared} out={out} template={template} session={session} onDone={onDone} />
    </div>
  );
}
