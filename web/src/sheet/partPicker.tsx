import { currentOf } from "@mossy/contract/currentOf";
import type { Session } from "@mossy/core/session/document";
import { partOf, partsOf } from "@mossy/core/sheet/part";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { queries } from "../wire/queries.ts";
import { Field } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Trouble } from "../ui/states.tsx";
import { workpieceOf } from "../documents/workpieces.ts";

const ALL = "";
const DRAFT = "draft";

/**
 * Chooses a template of the library, which release of it, and all of it or one of its folders with the
 * paths it needs.
 * @param except a template that is not offered
 */
export function PartPicker({
  except,
  narrow = false,
  onPick,
}: {
  except?: string;
  narrow?: boolean;
  /** All of a template knows as its origin what it is of. */
  onPick: (part: Session | null) => void;
}) {
  const { data: library, error: noLibrary } = useQuery(queries.library);
  const [id, setId] = useState("");
  const [as, setAs] = useState<string | null>(null);
  const [folder, setFolder] = useState(ALL);
  const { data: template, error: noTemplate } = useQuery({ ...queries.template(id), enabled: id !== "" });
  const latest = template?.releases[0]?.number ?? null;
  const chosen = as ?? (latest === null ? DRAFT : String(latest));
  const { data: release, error: noRelease } = useQuery({
    ...queries.release(id, Number(chosen)),
    enabled: template !== undefined && chosen !== DRAFT,
  });
  const session = !template
    ? null
    : chosen === DRAFT
      ? workpieceOf(template.draft).state().doc
      : (release?.session ?? null);
  const number = chosen === DRAFT ? template && currentOf(template.releases)?.number : Number(chosen);
  const origin = useMemo(() => (number ? { template: id, release: number } : null), [id, number]);
  const parts = useMemo(() => (session ? partsOf(session) : []), [session]);
  const part = useMemo(
    () =>
      !session
        ? null
        : folder === ALL || !parts.some((p) => p.id === folder)
          ? { ...session, origin }
          : partOf(session, [folder]),
    [session, folder, parts, origin],
  );
  useEffect(() => onPick(part), [part, onPick]);
  return (
    <div className={narrow ? "flex flex-col gap-2" : "flex flex-wrap items-end gap-4"}>
      <Field label="Template">
        <Select
          small={narrow}
          className={narrow ? "w-full" : "w-72"}
          value={id}
          onChange={(e) => {
            setId(e.target.value);
            setAs(null);
            setFolder(ALL);
          }}
        >
          <option value="">choose a template…</option>
          {(library?.templates ?? [])
            .filter((t) => t.id !== except)
            .map((t) => (
              <option key={t.id} value={t.id}>
                {t.shelf}: {t.name}
              </option>
            ))}
        </Select>
      </Field>
      {template && (
        <Field label="As it is in">
          <Select
            small={narrow}
            className={narrow ? "w-full" : "w-44"}
            value={chosen}
            onChange={(e) => setAs(e.target.value)}
          >
            {template.releases.map((r) => (
              <option key={r.number} value={r.number}>
                release {r.number}
                {r.number === latest ? ", the latest" : ""}
              </option>
            ))}
            <option value={DRAFT}>the draft</option>
          </Select>
        </Field>
      )}
      {template && (
        <Field label="Of it">
          <Select
            small={narrow}
            className={narrow ? "w-full" : "w-64"}
            value={folder}
            onChange={(e) => setFolder(e.target.value)}
          >
            <option value={ALL}>all of it</option>
            {parts.map((p) => (
              <option key={p.id} value={p.id}>
                only {p.says} ({p.tracks})
              </option>
            ))}
          </Select>
        </Field>
      )}
      <Trouble error={noLibrary ?? noTemplate ?? noRelease} />
    </div>
  );
}
