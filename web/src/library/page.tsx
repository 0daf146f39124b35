import { later } from "../wire/laterQueries.ts";
import type { Shelf, TemplateCard } from "@mossy/contract/library";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { AudioLines, Music, Clapperboard, Inbox, Layers, LibraryBig, Piano, Plus } from "lucide-react";
import { memo, useDeferredValue, useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { queries, useMe } from "../wire/queries.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Button } from "../ui/button.tsx";
import { Options } from "../ui/chooser.tsx";
import { LongList } from "../ui/longList.tsx";
import { FindField } from "../ui/findField.tsx";
import { PageHead } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { ShelfMark } from "./shelfMark.tsx";
import { Card, hasLater } from "./card.tsx";

/** The orders templates can stand in on their shelf. */
const SORTS = {
  name: ["By name", (a: TemplateCard, b: TemplateCard) => a.name.localeCompare(b.name)],
  changed: [
    "Last changed first",
    (a: TemplateCard, b: TemplateCard) => b.updatedAt.localeCompare(a.updatedAt),
  ],
  used: [
    "Most in use first",
    (a: TemplateCard, b: TemplateCard) => uses(b) - uses(a) || a.name.localeCompare(b.name),
  ],
  asked: [
    "Most to do first",
    (a: TemplateCard, b: TemplateCard) => toDo(b) - toDo(a) || a.name.localeCompare(b.name),
  ],
} as const;
type Sort = keyof typeof SORTS;
const toDo = (t: TemplateCard): number =>
  (hasLater(t) ? 1 : 0) +
  t.asked +
  t.blocksBehind +
  (t.places?.behind ?? 0) +
  (t.changed ? 1 : 0) +
  (t.latest ? 0 : 1);
const uses = (t: TemplateCard): number => t.places?.sessions ?? t.sessions;
const isSort = (text: string): text is Sort => text in SORTS;

/** What of the library shows. */
const KINDS = [
  ["all", "All of it"],
  ["template", "Templates"],
  ["block", "Blocks"],
] as const;

export default function LibraryPage() {
  const { data, error, refetch } = useQuery(queries.library);
  const [text, setText] = useState("");
  const [sort, setSort] = useState<Sort>("name");
  const [retired, setRetired] = useState(false);
  const [kind, setKind] = useState<(typeof KINDS)[number][0]>("all");
  // What is typed shows at once; what it finds follows.
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const navigate = useNavigate();
  const begin = (): void => void navigate("/library/new");
  const may = useMe()?.right === "lead";
  useShortcuts(may ? [{ keys: "N", says: "Begin a template", run: begin }] : []);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const asked = data.templates.filter((t) => t.asked > 0 && !t.retired).length;
  const put = data.templates.filter((t) => t.retired).length;
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Library">
        {data.templates.some((t) => t.kind === "block") && (
          <Select
            aria-label="Show"
            value={kind}
            onChange={(e) => setKind(KINDS.find(([k]) => k === e.target.value)?.[0] ?? "all")}
          >
            <Options of={KINDS} />
          </Select>
        )}
        <FindField label="Find a template" className="w-36" value={text} onFind={setText} />
        <Select
          aria-label="Order"
          value={sort}
          onChange={(e) => isSort(e.target.value) && setSort(e.target.value)}
        >
          <Options of={Object.entries(SORTS).map(([key, [name]]) => [key, name] as const)} />
        </Select>
        {may && (
          <Button look="main" onClick={begin}>
            <Plus size={16} aria-hidden /> New template
          </Button>
        )}
      </PageHead>
      <BesideTemplates may={may} />
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
      <Shelves
        templates={data.templates.filter(
          (t) => (retired || !t.retired) && (kind === "all" || t.kind === kind),
        )}
        shelves={data.shelves}
        wanted={wanted}
        sort={sort}
        may={may}
      />
      {put > 0 && (
        <Button look="quiet" className="self-start" onClick={() => setRetired(!retired)}>
          {retired ? "Hide what is retired" : `Show ${put} retired`}
        </Button>
      )}
    </div>
  );
}

/** What the library holds beside its templates. */
function BesideTemplates({ may }: { may: boolean }) {
  const places = [
    ["/library/proposals", "Proposals", Inbox],
    ["/library/chains", "Chains", Layers],
    ["/library/instruments", "Instruments", Piano],
    ["/library/sounds", "Sounds", AudioLines],
    ["/library/sounds/patterns", "Patterns", Music],
    ["/library/productions", "Productions", Clapperboard],
    ...(may ? [["/library/shelves", "Shelves", LibraryBig] as const] : []),
  ] as const;
  return (
    <nav aria-label="Beside the templates" className="-mt-1 flex flex-wrap gap-2">
      {places.map(([to, name, Icon]) => (
        <Button key={to} small asChild>
          <Link to={to}>
            <Icon size={14} aria-hidden /> {name}
          </Link>
        </Button>
      ))}
    </nav>
  );
}

/** So many templates are seen nearly at once. */
const FEW = 24;
/** So much has to be typed before the house looks into the templates as well. */
const LOOKS_IN_FROM = 2;

/** What of each template is called what is looked for, by template; none while it is short. */
function useFoundIn(wanted: string): ReadonlyMap<string, readonly string[]> {
  const { data } = useQuery({ ...later.findTemplates(wanted), enabled: wanted.length >= LOOKS_IN_FROM });
  return useMemo(() => new Map(data?.found.map((f) => [f.template, f.where])), [data]);
}

/** The templates that are looked for, by shelf. */
const Shelves = memo(function Shelves({
  templates,
  shelves,
  wanted,
  sort,
  may,
}: {
  templates: readonly TemplateCard[];
  shelves: readonly Shelf[];
  wanted: string;
  sort: Sort;
  may: boolean;
}) {
  const within = useFoundIn(wanted);
  const named = (t: TemplateCard): boolean =>
    `${t.name} ${t.shelf} ${t.says} ${t.production ?? ""}`.toLowerCase().includes(wanted);
  const shown = templates.filter((t) => named(t) || within.has(t.id)).toSorted(SORTS[sort][1]);
  const filled = shelves.filter((s) => shown.some((t) => t.shelf === s.name));
  // A few shelves stand beside each other; long ones are drawn only where they are in sight.
  const few = templates.length <= FEW;
  return (
    <>
      {shown.length === 0 && (
        <div className="card">
          <Empty
            title={
              templates.length === 0 ? "The library is empty" : "Nothing in the library is called that"
            }
          >
            {templates.length > 0 ? (
              "Names, roles, processors, notes and inputs wanted were looked through. Try another word, or clear " +
              "the field."
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
        {filled.map((shelf) => (
          <section
            key={shelf.name}
            aria-labelledby={`shelf-${shelf.name}`}
            className="mb-5 break-inside-avoid"
          >
            <div className="mb-2">
              <ShelfMark shelf={shelf} />
            </div>
            <LongList
              items={shown.filter((t) => t.shelf === shelf.name)}
              keyOf={(t) => t.id}
              height={116}
              columns={few ? 1 : 2}
              gap={12}
              itemClass="card relative p-3.5 hover:border-line-strong"
            >
              {(t) => <Card template={t} where={named(t) ? [] : (within.get(t.id) ?? [])} />}
            </LongList>
          </section>
        ))}
      </div>
    </>
  );
});
