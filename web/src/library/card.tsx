import type { FolderGlance, TemplateCard } from "@mossy/contract/library";
import { plural } from "@mossy/core/session/plural";
import { Link } from "react-router";
import { dayOfYear } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";

/** A template at a glance: what is in it, who uses it, how current it is. @param where what of it was found */
export function Card({ template: t, where }: { template: TemplateCard; where: readonly string[] }) {
  const when = t.latest ? dayOfYear(t.latest.publishedAt) : "";
  return (
    <>
      <div className="flex items-start gap-2">
        <Link to={`/library/${t.id}`} className="min-w-0 flex-1 font-semibold after:absolute after:inset-0">
          {t.name}
        </Link>
        <span className="flex flex-wrap justify-end gap-1.5">
          {t.kind === "block" && <Pill look="note">block</Pill>}
          {t.production !== null && <Pill look="note">only {t.production}</Pill>}
          {t.retired && <Pill>retired</Pill>}
          {hasLater(t) && !t.retired && (
            <span title={`${t.origin?.name} has releases since ${t.origin?.release}`}>
              <Pill look="look">origin moved on</Pill>
            </span>
          )}
          {t.blocksBehind > 0 && !t.retired && (
            <Pill look="look">{plural(t.blocksBehind, "block")} behind</Pill>
          )}
          {(t.places?.behind ?? 0) > 0 && (
            <Pill look="look">{plural(t.places?.behind ?? 0, "place")} behind</Pill>
          )}
          {t.asked > 0 && !t.retired && <Pill look="look">edition asks {t.asked}</Pill>}
          {t.latest ? (
            <Pill look={t.changed ? "look" : "ok"}>
              Release {t.latest.number}
              {t.changed ? ", draft changed" : ""}
            </Pill>
          ) : (
            <Pill look="look">never released</Pill>
          )}
        </span>
      </div>
      {t.says !== "" && <p className="mt-0.5 line-clamp-2 text-sm">{t.says}</p>}
      <FolderBar folders={t.folders} />
      <p className="mt-1 text-sm text-ink-2">
        {plural(t.tracks, "track")} · {t.inputs === 0 ? "no inputs" : plural(t.inputs, "input")} ·{" "}
        {usedBy(t)}
        {t.kind === "template" && t.latest && !t.retired && (
          <>
            {" · "}
            <Link
              to={startOf(t)}
              aria-label={`Start a session: ${t.name}`}
              className="relative z-10 text-moss underline underline-offset-2"
            >
              Start a session
            </Link>
          </>
        )}
      </p>
      {t.latest && (
        <p className="mt-0.5 truncate text-sm" title={t.latest.note}>
          {t.latest.note} <span className="text-ink-2">· {when}</span>
        </p>
      )}
      {where.length > 0 && <p className="mt-1 truncate text-sm text-moss">{where.join(" · ")}</p>}
    </>
  );
}

/** Where a session is started from it: one of a production for that. */
const startOf = ({ id, production }: TemplateCard): string =>
  `/start?template=${id}${production === null ? "" : `&production=${encodeURIComponent(production)}`}`;

/** Whether what it was begun from has later releases. */
export const hasLater = ({ origin }: TemplateCard): boolean =>
  origin !== null && origin.latest > origin.release;

/** Who uses it. */
function usedBy({ places, sessions }: TemplateCard): string {
  if (!places) return sessions === 0 ? "no open session" : plural(sessions, "open session");
  if (places.templates + places.sessions === 0) return "stands nowhere yet";
  return `in ${plural(places.templates, "template")} and ${plural(places.sessions, "open session")}`;
}

/** The folders of a template in their colours, each as wide as it holds tracks. */
function FolderBar({ folders }: { folders: readonly FolderGlance[] }) {
  const all = folders.reduce((n, f) => n + f.tracks, 0);
  if (all === 0) return null;
  const inWords = folders.map((f) => `${f.name === "" ? "in no folder" : f.name} ${f.tracks}`).join(", ");
  return (
    <div
      role="img"
      aria-label={`Folders: ${inWords}`}
      title={inWords}
      className="mt-2 flex h-[18px] gap-[2px] overflow-hidden rounded-sm"
    >
      {folders.map((f, i) => (
        <span
          key={`${f.name}-${i}`}
          className="min-w-[3px]"
          style={{
            flexGrow: Math.max(f.tracks, 0.2),
            flexBasis: 0,
            background: f.colour ?? "var(--line-strong)",
          }}
        />
      ))}
    </div>
  );
}
