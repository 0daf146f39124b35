import type { DeviceMatrix } from "@mossy/contract/devices";
import { deviceKey, inWords } from "@mossy/core/devices/installed";
import type { MatrixRow } from "@mossy/core/devices/matrix";
import type { Substitute } from "@mossy/core/devices/substitutes";
import { useMutation, useQuery } from "@tanstack/react-query";
import { ArrowUp } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Trouble } from "../ui/states.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queryClient, useMe } from "../wire/queries.ts";

/** What may stand for what, in the order the house wants it; a line is added for the device that is chosen. */
export function SubstitutesPanel({ matrix, of }: { matrix: DeviceMatrix; of: MatrixRow | null }) {
  const { data } = useQuery(later.substitutes);
  const lead = useMe()?.right === "lead";
  const save = useMutation({
    scope: { id: "substitutes" },
    mutationFn: async (list: readonly Substitute[]) => {
      const key = later.substitutes.queryKey;
      const now = queryClient.getQueryData(key);
      if (!now) return;
      await ask("setSubstitutes", {}, { list: [...list], revision: now.revision });
      queryClient.setQueryData(key, { list: [...list], revision: now.revision + 1 });
    },
    onSettled: () => queryClient.invalidateQueries({ queryKey: ["substitutes"] }),
  });
  if (!data) return null;
  const { list } = data;
  const roomName = (id: string | null): string =>
    id === null ? "in every room" : `in ${matrix.rooms.find((r) => r.id === id)?.name ?? id}`;
  const put = (at: number, line: Substitute | null): void =>
    save.mutate(list.flatMap((s, i) => (i === at ? (line ? [line] : []) : [s])));
  const move = (at: number, n: number): void => {
    const line = list[at];
    if (!line) return;
    const next = [...line.by];
    const [moved] = next.splice(n, 1);
    if (moved) next.splice(n - 1, 0, moved);
    put(at, { ...line, by: next });
  };
  return (
    <section aria-label="What may stand for what" className="card p-3.5 text-sm">
      <h2 className="pb-1 text-base font-semibold">What may stand for what</h2>
      <Trouble error={save.error} />
      {list.length === 0 && <p className="text-ink-2">The house says nothing yet.</p>}
      <ul>
        {list.map((s, at) => (
          <li key={JSON.stringify(s)} className="border-t border-line py-1.5">
            <span className="font-semibold">{s.of ? inWords(s.of) : `any ${s.kind}`}</span>{" "}
            <span className="text-ink-2">{roomName(s.room)}</span>
            <ol>
              {s.by.map((b, n) => (
                <li key={deviceKey(b.device)} className="flex items-center gap-2">
                  <span className="min-w-0 flex-1 truncate">
                    → {inWords(b.device)}{" "}
                    <span className="text-ink-2">
                      {b.values ? b.values.map((v) => `${v.name} ${v.value}`).join(", ") : "same values"}
                    </span>
                  </span>
                  {lead && (
                    <>
                      {n > 0 && (
                        <Button
                          small
                          look="quiet"
                          aria-label={`${inWords(b.device)} before the one above`}
                          onClick={() => move(at, n)}
                        >
                          <ArrowUp size={14} aria-hidden />
                        </Button>
                      )}
                      <Button
                        small
                        look="quiet"
                        aria-label={`Drop ${inWords(b.device)} for ${s.of ? inWords(s.of) : s.kind}`}
                        onClick={() =>
                          put(at, s.by.length === 1 ? null : { ...s, by: s.by.filter((o) => o !== b) })
                        }
                      >
                        Drop
                      </Button>
                    </>
                  )}
                </li>
              ))}
            </ol>
          </li>
        ))}
      </ul>
      {lead && of && (
        <AddSubstitute
          key={deviceKey(of.device)}
          of={of}
          matrix={matrix}
          onAdd={(line) => save.mutate(joined(list, line))}
        />
      )}
    </section>
  );
}

/** A list with a line added: behind what it says of the same already. */
function joined(list: readonly Substitute[], line: Substitute): Substitute[] {
  const whose = (s: Substitute): string => JSON.stringify([s.of && deviceKey(s.of), s.kind, s.room]);
  const at = list.findIndex((s) => whose(s) === whose(line));
  if (at < 0) return [...list, line];
  return list.map((s, i) => (i === at ? { ...s, by: [...s.by, ...line.by] } : s));
}

function AddSubstitute({
  of,
  matrix,
  onAdd,
}: {
  of: MatrixRow;
  matrix: DeviceMatrix;
  onAdd: (line: Substitute) => void;
}) {
  const [whose, setWhose] = useState<"device" | "kind">("device");
  const [by, setBy] = useState("");
  const [room, setRoom] = useState("");
  const own = deviceKey(of.device);
  // What is of the same kind first: others are rarely meant.
  const others = matrix.rows
    .filter((r) => deviceKey(r.device) !== own && r.signs.includes("+"))
    .toSorted((a, b) => Number(b.kind === of.kind) - Number(a.kind === of.kind));
  const device = others.find((r) => deviceKey(r.device) === by)?.device;
  return (
    <form
      aria-label="Add what may stand for it"
      className="flex flex-col gap-2 border-t border-line pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!device) return;
        onAdd({
          of: whose === "device" ? of.device : null,
          kind: of.kind,
          room: room === "" ? null : room,
          by: [{ device, values: null }],
        });
        setBy("");
      }}
    >
      <Field label="For">
        <Select
          small
          value={whose}
          onChange={(e) => setWhose(e.target.value === "kind" ? "kind" : "device")}
        >
          <option value="device">{inWords(of.device)}</option>
          {of.kind !== "" && <option value="kind">any {of.kind}</option>}
        </Select>
      </Field>
      <Field label="may stand">
        <Select small value={by} onChange={(e) => setBy(e.target.value)}>
          <option value="">choose a device…</option>
          <Options
            of={others.map((r) => [deviceKey(r.device), `${inWords(r.device)}, ${r.kind || "?"}`])}
          />
        </Select>
      </Field>
      <Field label="In">
        <Select small value={room} onChange={(e) => setRoom(e.target.value)}>
          <option value="">every room</option>
          <Options of={matrix.rooms.map((r) => [r.id, r.name])} />
        </Select>
      </Field>
      <Button type="submit" disabled={!device}>
        Add
      </Button>
    </form>
  );
}
