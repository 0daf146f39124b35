import { plural } from "@mossy/core/session/plural";
import { dayOfYear } from "../ui/dates.ts";
import type { TemplateCard } from "@mossy/contract/library";
import { useQuery } from "@tanstack/react-query";
import { Layers, Plus } from "lucide-react";
import { memo, useDeferredValue, useState } from "react";
import { Link, useNavigate } from "react-router";
import { queries, useMe } from "../wire/queries.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Button } from "../ui/button.tsx";
import { LongList } from "../ui/longList.tsx";
import { FindField } from "../ui/findField.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";

export default function LibraryPage() {
  const { data, error, refetch } = useQuery(queries.library);
  const [text, setText] = useState("");
  // What is typed shows at once; what it finds follows.
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const navigate = useNavigate();
  const begin = (): void => void navigate("/library/new");
  const may = useMe()?.right === "lead";
  useShortcuts(may ? [{ keys: "N", says: "Begin a template", run: begin }] : []);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const asked = data.templates.filter((t) => t.asked > 0).length;
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Library">
        <FindField label="Find a template" className="w-48" value={text} onFind={setText} />
        <Button asChild>
          <Link to="/library/chains">
            <Layers size={15} aria-hidden /> Chains
          </Link>
        </Button>
        {may && (
          <Button look="main" onClick={begin}>
            <Plus size={16} aria-hidden /> New template
          </Button>
        )}
      </PageHead>
      {may && asked > 0 && (
        <p className="flex items-center gap-3 rounded-md bg-lantern-soft px-3 py-2 text-lantern">
          <span className="flex-1">
            The edition in force asks something of {plural(asked, "template")} that were published under an
            earlier one.
          </span>
          <Button small asChild>
            <Link to="/library/follow">Look, dress and publish</Link>
          </Button>
        </p>
      )}
      <Shelves templates={data.templates} wanted={wanted} may={may} />
    </div>
  );
}

/** So many templates are seen nearly at once. */
const FEW = 24;

/** The templates that are looked for, by shelf. */
const Shelves = memo(function Shelves({
  templates,
  wanted,
  may,
}: {
  templates: readonly TemplateCard[];
  wanted: string;
  may: boolean;
}) {
  const shown = templates.filter((t) => `${t.name} ${t.shelf}`.toLowerCase().includes(wanted));
  const shelves = [...new Set(shown.map((t) => t.shelf))];
  // A few shelves stand beside each other; long ones are drawn only where they are in sight.
  const few = templates.length <= FEW;
  return (
    <>
      {shown.length === 0 && (
        <div className="card">
          <Empty title={templates.length === 0 ? "The library is empty" : "No template is called that"}>
            {templates.length > 0 ? (
              "Try another word, or clear the field."
            ) : may ? (
              <Link to="/library/new" className="font-semibold text-moss hover:underline">
                Begin the first template
              </Link>
            ) : (
              "A lead begins templates and publishes them; rooms work from releases."
            )}
          </Empty>
        </div>
      )}
      <div className={few ? "columns-2 gap-4 max-[900px]:columns-1" : ""}>
        {shelves.map((shelf) => (
          <section key={shelf} aria-labelledby={`shelf-${shelf}`} className="mb-5 break-inside-avoid">
            <h2 id={`shelf-${shelf}`} className="mb-2 text-sm font-semibold text-ink-2">
              {shelf}
            </h2>
            <LongList
              items={shown.filter((t) => t.shelf === shelf)}
              keyOf={(t) => t.id}
              height={90}
              columns={few ? 1 : 2}
              gap={12}
              itemClass="card relative p-3.5 hover:border-line-strong"
            >
              {(t) => <Card template={t} />}
            </LongList>
          </section>
        ))}
      </div>
    </>
  );
});

function Card({ template: t }: { template: TemplateCard }) {
  const when = t.latest ? dayOfYear(t.latest.publishedAt) : "";
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <Link to={`/library/${t.id}`} className="font-semibold after:absolute after:inset-0">
          {t.name}
        </Link>
        {t.asked > 0 && <Pill look="look">edition asks {t.asked}</Pill>}
        {t.latest ? (
          <Pill look={t.changed ? "look" : "ok"}>
            Release {t.latest.number}
            {t.changed ? ", draft changed" : ""}
          </Pill>
        ) : (
          <Pill look="look">never released</Pill>
        )}
      </div>
      <p className="mt-0.5 text-sm text-ink-2">
        {t.tracks} tracks ·{" "}
        {t.inputs === 0 ? "no inputs" : t.inputs === 1 ? "1 input" : `${t.inputs} inputs`} ·{" "}
        {t.sessions === 0
          ? "no open session"
          : `${t.sessions} open ${t.sessions === 1 ? "session" : "sessions"}`}
      </p>
      {t.latest && (
        <p className="mt-1.5 truncate text-sm" title={t.latest.note}>
          {t.latest.note} <span className="text-ink-2">· {when}</span>
        </p>
      )}
    </>
  );
}
