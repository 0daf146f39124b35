import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import { variantOf, wholeVariant } from "@mossy/core/library/variant";
import type { PartBy } from "@mossy/core/library/variant";
import { CHANNELS } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { setSessionField } from "@mossy/core/session/change";
import type { Variant } from "@mossy/core/session/beside";
import { plural } from "@mossy/core/session/plural";
import { freeName } from "@mossy/core/session/freeId";
import { byId, depthOf } from "@mossy/core/session/routing";
import { Plus } from "lucide-react";
import { useMemo, useState } from "react";
import type { Template } from "@mossy/contract/library";
import { Link } from "react-router";
import { compareAddress } from "../compare/sides.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { useFindings } from "../check/useFindings.ts";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { Bar } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { VariantForm } from "./variantForm.tsx";

/** The variants of a template: each by its rule, with what is in it now. */
export function Variants({
  template,
  session,
  style,
  work,
}: {
  template: Template;
  session: Session;
  style: Style;
  /** Null for those who only look. */
  work: Workpiece | null;
}) {
  const [at, setAt] = useState<string | null>(session.variants[0]?.id ?? null);
  const chosen = session.variants.find((v) => v.id === at) ?? session.variants[0] ?? null;
  const parts = useMemo(
    () => new Map(session.variants.map((v) => [v.id, variantOf(session, v)])),
    [session],
  );
  const save = (variants: Variant[], label: string): void => {
    work?.edit([setSessionField(session, "variants", variants)], label);
  };
  const begin = (): void => {
    const name = freeName(
      "New variant",
      session.variants.map((v) => v.name),
    );
    const made = wholeVariant(newId(), name);
    save([...session.variants, made], "new variant");
    setAt(made.id);
  };
  const part = chosen && parts.get(chosen.id);
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 grid-cols-[230px_minmax(0,1fr)_280px]",
        "max-[1023px]:grid-cols-1 max-[1023px]:overflow-y-auto",
      )}
    >
      <section aria-label="Variants" className="flex min-h-0 flex-col border-r border-line">
        <Bar>
          <span className="flex-1 font-semibold">Variants</span>
          {work && (
            <Button small onClick={begin}>
              <Plus size={13} aria-hidden /> New
            </Button>
          )}
        </Bar>
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {session.variants.map((v) => (
            <li key={v.id} className="border-b border-line">
              <button
                type="button"
                aria-pressed={v === chosen}
                onClick={() => setAt(v.id)}
                className={`w-full px-3.5 py-2 text-left ${v === chosen ? "bg-moss-soft" : "hover:bg-bg"}`}
              >
                <span className="block truncate font-semibold">{v.name}</span>
                <span className="text-sm text-ink-2">{countsOf(parts.get(v.id)?.session)}</span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      {!chosen || !part ? (
        <Empty title="No variant yet">
          {work
            ? "A part of the template by rule: only the drums, only what is recorded. It is computed anew from " +
              "every release."
            : "A lead makes variants: parts of the template by rule."}
        </Empty>
      ) : (
        <>
          <VariantForm
            key={chosen.id}
            variant={chosen}
            session={session}
            style={style}
            part={part}
            onChange={
              work &&
              ((next) =>
                save(
                  session.variants.map((v) => (v.id === next.id ? next : v)),
                  `variant ${next.name}`,
                ))
            }
            onTakeOut={
              work &&
              (() =>
                save(
                  session.variants.filter((v) => v.id !== chosen.id),
                  `take out ${chosen.name}`,
                ))
            }
          />
          <InIt template={template} variant={chosen} part={part} style={style} />
        </>
      )}
    </div>
  );
}

/** How much is in a part: tracks, inputs, returns. */
function countsOf(part: Session | undefined): string {
  if (!part) return "";
  const inputs = part.tracks.reduce(
    (n, t) => n + (t.kind === "audio" && t.source !== null ? CHANNELS[t.format ?? "mono"] : 0),
    0,
  );
  const returns = part.tracks.filter((t) => t.kind === "return").length;
  return [
    plural(part.tracks.length, "track"),
    inputs === 0 ? "no inputs" : plural(inputs, "input"),
    plural(returns, "return"),
  ].join(" · ");
}

/** What is in a variant now, with what a check says of it by itself. */
function InIt({
  template,
  variant,
  part: { session },
  style,
}: {
  template: Template;
  variant: Variant;
  part: PartBy;
  style: Style;
}) {
  const findings = useFindings(style, session, null);
  const tracks = byId(session);
  const draft = { of: "draft", template: template.id } as const;
  return (
    <section aria-label={`In ${variant.name}`} className="flex min-h-0 flex-col border-l border-line">
      <Bar>
        <span className="flex-1 text-sm font-semibold">In it now</span>
        <Pill look={findings.open.length === 0 ? "ok" : "look"}>
          {findings.open.length === 0 ? "nothing to look at" : `${findings.open.length} to look at`}
        </Pill>
      </Bar>
      <ul
        tabIndex={0}
        aria-label="Tracks of the variant"
        className="min-h-0 flex-1 overflow-y-auto px-3.5 py-2"
      >
        {session.tracks.map((t) => (
          <li
            key={t.id}
            className="flex items-center gap-2 py-0.5"
            style={{ paddingLeft: depthOf(tracks, t) * 14 }}
          >
            <Tile colour={t.colour} icon={t.icon} size={18} />
            <span className={`truncate font-mono text-sm ${t.kind === "folder" ? "font-bold" : ""}`}>
              {t.name}
            </span>
          </li>
        ))}
      </ul>
      <div className="border-t border-line p-2.5">
        <Button small asChild>
          <Link to={compareAddress(draft, { of: "draft", template: template.id, variant: variant.id })}>
            Compare with the whole
          </Link>
        </Button>
      </div>
    </section>
  );
}
