import { later } from "../wire/laterQueries.ts";
import { withAtoms } from "@mossy/core/compare/atoms";
import type { Comparison } from "@mossy/core/compare/sentences";
import { proposedToBlock } from "@mossy/core/library/proposal";
import { standing } from "@mossy/core/library/blockStand";
import type { BodyOf } from "@mossy/contract/routes";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { chainFrom } from "@mossy/core/sheet/chains";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { Field, TextArea } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { askOnce } from "../wire/ask.ts";
import { queries, queryClient } from "../wire/queries.ts";

interface FormProps {
  /** What happened between two, of which what is ticked is proposed. */
  readonly compared: Comparison;
  /** What is left out, by what it says. */
  readonly out: ReadonlySet<string>;
  readonly template: { readonly id: string; readonly name: string };
  /** The session it comes from; null for a comparison. */
  readonly session: string | null;
  readonly onDone: () => void;
}

/** The sort of what it is proposed to, before the id. */
type Target = `${"template" | "block" | "chain" | "word" | "wish"}:${string}`;

/** What can be proposed of what is ticked: to the template, a block it stands in, a chain, the words, the house. */
function targetsOf({ compared, out, template }: FormProps): (readonly [Target, string])[] {
  const touched = new Set(compared.sentences.filter((s) => !out.has(s.says)).flatMap((s) => s.tracks));
  const tracks = compared.b.tracks.filter((t) => touched.has(t.id));
  const parents = new Set(tracks.flatMap((t) => t.parent ?? []));
  const blocks = compared.b.blocks.filter((b) =>
    b.tracks.some((t) => touched.has(t.track) || parents.has(t.track)),
  );
  return [
    [`template:${template.id}`, template.name],
    ...blocks.map((b) => [`block:${b.id}`, `the block ${b.name}`] as const),
    ...tracks
      .filter((t) => t.inserts.length > 0)
      .map((t) => [`chain:${t.id}`, `the chains: what stands on ${t.name}`] as const),
    ...tracks
      .filter((t) => t.role === null && t.name !== "")
      .map((t) => [`word:${t.id}`, `the word list: “${t.name}”`] as const),
    ["wish:", "the house style, in words"],
  ];
}

/** Proposes what is ticked, with a reason. */
export function ProposeForm(props: FormProps) {
  const { compared, template, session, onDone } = props;
  const targets = targetsOf(props);
  const [chosen, setChosen] = useState<Target>(`template:${template.id}`);
  const [reason, setReason] = useState("");
  const target = targets.some(([t]) => t === chosen) ? chosen : (targets[0]?.[0] ?? "wish:");
  const { data: chains } = useQuery({ ...later.chains, enabled: target.startsWith("chain:") });
  const propose = useMutation({
    mutationFn: async () =>
      askOnce("propose", {}, await wishOf(props, target, reason.trim(), chains?.chains ?? [])),
    onSuccess: async (card) => {
      await Promise.all(
        [["proposals"], ["today"]].map((queryKey) => queryClient.invalidateQueries({ queryKey })),
      );
      mention("Proposed. What becomes of it shows on Today.", {
        to: `/library/proposals/${card.id}`,
        next: "See it",
      });
      onDone();
    },
  });
  const some = compared.sentences.length > props.out.size;
  return (
    <form
      aria-label="Propose"
      className="card flex flex-col gap-3 p-3.5"
      onSubmit={(e) => {
        e.preventDefault();
        propose.mutate();
      }}
    >
      <div>
        <h2 className="font-semibold">Propose what is ticked</h2>
        <p className="text-sm text-ink-2">A lead looks at it on today's draft, takes it or says why not.</p>
      </div>
      <Field label="To">
        <Select
          small
          className="w-full"
          value={target}
          onChange={(e) => setChosen(targets.find(([t]) => t === e.target.value)?.[0] ?? "wish:")}
        >
          <Options of={targets} />
        </Select>
      </Field>
      <Field label="Why">
        <TextArea
          required
          rows={3}
          maxLength={1000}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </Field>
      <Trouble error={propose.error} />
      <div className="flex gap-2">
        <Button
          look="main"
          type="submit"
          disabled={propose.isPending || reason.trim() === "" || (!some && target !== "wish:")}
        >
          Propose
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
      {session === null && (
        <p className="text-xs text-ink-2">It comes from a comparison, not from a session.</p>
      )}
    </form>
  );
}

type Chains = readonly { readonly id: string; readonly name: string }[];

async function wishOf(
  { compared, out, template, session }: FormProps,
  target: Target,
  reason: string,
  chains: Chains,
): Promise<BodyOf<"propose">> {
  const [sort = "wish", id = ""] = target.split(/:(.*)/s);
  const common = { session, reason };
  const track = compared.b.tracks.find((t) => t.id === id);
  if (sort === "chain" && track) {
    const chain = track.inserts.find((i) => i.chain)?.chain?.id ?? null;
    const name = chains.find((c) => c.id === chain)?.name ?? track.name;
    return { target: "chain", chain, name, processors: chainFrom(track), ...common };
  }
  if (sort === "word" && track) return { target: "word", name: track.name, role: null, ...common };
  if (sort === "wish") return { target: "wish", ...common };
  const atoms = compared.sentences.filter((s) => !out.has(s.says)).flatMap((s) => s.atoms);
  const proposed = withAtoms(compared, atoms);
  const of = (base: Session, to: Session, template: string): BodyOf<"propose"> => ({
    target: "session",
    template,
    base,
    changes: diff(base, to),
    ...common,
  });
  const held = compared.b.blocks.find((b) => b.id === id);
  if (sort !== "block" || !held) return of(compared.a, proposed, template.id);
  const { session: release } = await queryClient.fetchQuery(queries.release(held.block, held.release));
  const before = compared.a.blocks.some((b) => b.id === id)
    ? compared.a
    : standing(compared.b, held, release).session;
  return of(release, proposedToBlock(release, held, before, proposed), held.block);
}
