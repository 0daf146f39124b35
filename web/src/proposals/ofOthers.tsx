import { later } from "../wire/laterQueries.ts";
import type { WholeProposal } from "@mossy/contract/proposals";
import { teach } from "@mossy/core/house/edit";
import { plainDiff } from "@mossy/core/plain/diff";
import { SHORT_KINDS } from "@mossy/core/session/processor";
import type { Processor } from "@mossy/core/session/processor";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe, useStyle } from "../wire/queries.ts";
import { RolePicker } from "../words/rolePicker.tsx";
import { DecideForm } from "./decideForm.tsx";

type Of<T extends WholeProposal["what"]["target"]> = Extract<WholeProposal["what"], { target: T }>;

/** A chain as it stands on the shelf, and as it is proposed. */
export function OfChain({ proposal, what }: { proposal: WholeProposal; what: Of<"chain"> }) {
  const { data } = useQuery(later.chains);
  const now = data?.chains.find((c) => c.id === what.chain || c.name === what.name);
  const version = now?.versions[0];
  return (
    <>
      <section aria-label="The chain" className="card grid shrink-0 grid-cols-2 gap-4 p-3.5">
        <div>
          <h3 className="pb-1 font-semibold">
            {version ? `Version ${version.version} on the shelf` : "Not on the shelf yet"}
          </h3>
          {version && <Processors list={version.processors} />}
        </div>
        <div>
          <h3 className="pb-1 font-semibold">As proposed</h3>
          <Processors list={what.processors} />
        </div>
      </section>
      <DecideForm
        proposal={proposal}
        draft={null}
        label={version ? `Save as version ${version.version + 1}` : `Put “${what.name}” on the shelf`}
      />
    </>
  );
}

const Processors = ({ list }: { list: readonly Processor[] }) => (
  <ol className="text-sm">
    {list.map((p, i) => (
      <li key={`${p.kind} ${i}`} className="border-t border-line py-1">
        {p.device?.name ?? SHORT_KINDS[p.kind] ?? p.kind}
        {p.bypassed ? " (bypassed)" : ""}{" "}
        <span className="text-ink-2">{p.values.map((v) => `${v.name} ${v.value}`).join(", ")}</span>
      </li>
    ))}
  </ol>
);

/** A word for the word list: the lead says which role it means, and the draft of the house style learns it. */
export function OfWord({ proposal, what }: { proposal: WholeProposal; what: Of<"word"> }) {
  const { style } = useStyle();
  const lead = useMe()?.right === "lead";
  const [role, setRole] = useState(what.role);
  const called = role === null ? null : (style.reader.roles.get(role)?.name ?? role);
  const learn = async (): Promise<void> => {
    if (role === null) return;
    const { draft } = await queryClient.fetchQuery({ ...queries.house, staleTime: 0 });
    const changes = plainDiff(draft.house, teach(draft.house, role, what.name, null));
    if (changes.length > 0) await ask("editHouse", {}, { revision: draft.revision, changes });
    await queryClient.invalidateQueries({ queryKey: ["house"] });
  };
  return (
    <>
      <section aria-label="The word" className="card flex shrink-0 flex-col gap-2 p-3.5">
        <p>
          <span className="font-mono font-semibold">{what.name}</span>{" "}
          {called === null ? "is read as nothing the house knows." : `is to be read as ${called}.`}
        </p>
        {lead && <RolePicker style={style} label={`What “${what.name}” is`} onChoose={setRole} />}
      </section>
      <DecideForm
        proposal={proposal}
        draft={role === null ? "none" : null}
        before={learn}
        label={called === null ? "Teach it" : `Teach it as ${called}`}
      />
    </>
  );
}

/** A wish in words: the lead says what became of it. */
export const OfWish = ({ proposal }: { proposal: WholeProposal }) => (
  <DecideForm proposal={proposal} draft={null} label="It is done" />
);
