import type { House } from "@mossy/core/house/house";
import { ontoLimited } from "@mossy/core/match/limited";
import { familyColours } from "@mossy/core/match/roomPalettes";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { queries } from "../wire/queries.ts";
import { Field, Pill, TextArea } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";

/** The corners of what a small display can light: each of three lamps on or off, black left out. */
const LAMPS = "#ff0000 #00ff00 #0000ff #ffff00 #00ffff #ff00ff #ffffff";

/** Where the colours of the families fall on a palette with fewer, and how to keep them apart there. */
export function LimitedPanel({ house }: { house: House }) {
  const [text, setText] = useState(LAMPS);
  const { data: rooms } = useQuery(queries.rooms);
  const limited = (rooms?.rooms ?? []).filter((r) => r.limits.palette.length > 0);
  const palette = useMemo(() => [...new Set(text.toLowerCase().match(/#[0-9a-f]{6}\b/g) ?? [])], [text]);
  const used = useMemo(() => familyColours(house), [house]);
  const result = useMemo(() => ontoLimited(used, palette), [used, palette]);
  const clashes = result.filter((r) => r.with.length > 0).length;
  const nameOf = (id: string): string => used.find((u) => u.id === id)?.name ?? id;
  return (
    <section aria-label="On a limited palette" className="card flex flex-col gap-3 p-3.5">
      <div>
        <h2 className="font-semibold">On a palette with fewer colours</h2>
        <p className="text-sm text-ink-2">
          What a room's software or a control surface can show, as #rrggbb.
        </p>
      </div>
      {limited.length > 0 && (
        <Field label="Of">
          <Select
            small
            value={limited.find((r) => r.limits.palette.join(" ") === text)?.id ?? ""}
            onChange={(e) =>
              setText(limited.find((r) => r.id === e.target.value)?.limits.palette.join(" ") ?? LAMPS)
            }
          >
            <option value="">the lamps of a simple surface</option>
            {limited.map((r) => (
              <option key={r.id} value={r.id}>
                {r.room.name}, {r.limits.palette.length} colours
              </option>
            ))}
          </Select>
        </Field>
      )}
      <Field label={`${palette.length} colours`}>
        <TextArea
          rows={3}
          className="font-mono text-sm"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </Field>
      {palette.length > 0 && (
        <p className="flex gap-2">
          <Pill look={clashes > 0 ? "look" : "ok"}>
            {clashes === 0 ? "every family has its own" : `${clashes} fall together`}
          </Pill>
          {result[0]?.own === null && <span className="text-sm text-ink-2">too few to keep all apart</span>}
        </p>
      )}
      <ul className="text-sm">
        {result.map((r) => (
          <li key={r.id} className="border-t border-line py-1.5">
            <span className="flex items-center gap-2">
              <span
                aria-hidden
                className="inline-block size-4 rounded-[4px]"
                style={{ background: r.hex }}
              />
              <span aria-hidden>→</span>
              <span
                className="inline-block size-4 rounded-[4px] border border-line"
                style={{ background: r.nearest }}
              />
              <span className="font-mono">{r.nearest}</span>
              <span className="ml-auto font-mono text-ink-2">ΔE {r.apart.toFixed(1)}</span>
            </span>
            <span className="block">{nameOf(r.id)}</span>
            {r.with.length > 0 && (
              <span className="block text-lantern">
                falls on the same as {r.with.map(nameOf).join("; ")}
                {r.own !== null && r.own !== r.nearest
                  ? `; kept apart it would be ${r.own} (ΔE ${r.ownApart?.toFixed(1) ?? ""})`
                  : ""}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
