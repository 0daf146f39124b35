import { later } from "../wire/laterQueries.ts";
import type { Chain } from "@mossy/contract/chains";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { chainFrom, putChain } from "@mossy/core/sheet/chains";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { askOnce } from "../wire/ask.ts";
import { queryClient } from "../wire/queries.ts";
import { mention } from "../ui/toasts.tsx";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Trouble } from "../ui/states.tsx";
import type { Workpiece } from "../documents/workpiece.ts";

/** Puts a chain of the shelf, in its latest version, on all that are chosen. */
export function PutChain({
  session,
  ids,
  work,
}: {
  session: Session;
  ids: readonly TrackId[];
  work: Workpiece;
}) {
  const { data } = useQuery(later.chains);
  const shelf = data?.chains ?? [];
  const put = (id: string): void => {
    const chain = shelf.find((c) => c.id === id);
    const latest = chain?.versions[0];
    if (chain && latest)
      work.edit(
        putChain(session, ids, latest.processors, { id, version: latest.version }),
        `put on ${chain.name}`,
      );
  };
  if (shelf.length === 0) return null;
  return (
    <PickOne
      small
      aria-label="Put a chain of the shelf on"
      says="put a chain on…"
      options={shelf.map((c) => [c.id, `${c.name}, version ${c.versions[0]?.version}`])}
      onPick={put}
    />
  );
}

/**
 * What stands on a track saved to the shelf: a new chain, or the next version of the one with that name.
 */
export function SaveChain({
  shelf,
  session,
  track: t,
  work,
}: {
  shelf: readonly Chain[];
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const [name, setName] = useState("");
  const save = useMutation({
    mutationFn: () => askOnce("saveChain", {}, { name, processors: chainFrom(t), note: "" }),
    onSuccess: async (chain) => {
      await queryClient.invalidateQueries({ queryKey: ["chains"] });
      work.edit(
        putChain(session, [t.id], t.inserts, { id: chain.id, version: chain.versions[0]?.version ?? 1 }),
        "chain of the shelf",
      );
      mention(`“${chain.name}” is on the shelf as version ${chain.versions[0]?.version ?? 1}.`);
      setName("");
    },
  });
  return (
    <>
      {t.inserts.length > 0 && (
        <form
          className="flex gap-1.5"
          onSubmit={(e) => {
            e.preventDefault();
            save.mutate();
          }}
        >
          <Input
            small
            aria-label="Name of the chain"
            list="chains"
            placeholder="Save as a chain"
            required
            maxLength={60}
            className="min-w-0 flex-1"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <datalist id="chains">
            {shelf.map((c) => (
              <option key={c.id} value={c.name} />
            ))}
          </datalist>
          <Button small type="submit" disabled={save.isPending || name.trim() === ""}>
            {shelf.some((c) => c.name.toLowerCase() === name.trim().toLowerCase())
              ? "Next version"
              : "Save to shelf"}
          </Button>
        </form>
      )}
      <Trouble error={save.error} />
    </>
  );
}
