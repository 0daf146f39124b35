import { clsx } from "clsx";
import type { Template } from "@mossy/contract/library";
import { Link } from "react-router";
import { compareAddress } from "../compare/sides.ts";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";

/** The releases of a template, newest first, with who works from each. */
export function Releases({ template }: { template: Template }) {
  if (template.releases.length === 0)
    return <Empty title="No release yet">Publish the draft, and rooms can choose it.</Empty>;
  const [latest] = template.releases;
  const behind = template.inUse.filter((u) => latest && u.release < latest.number);
  return (
    <div className="flex h-full min-h-0 flex-col">
      {behind.length > 0 && latest && (
        <section
          aria-label="Who stands on an earlier release"
          className="border-b border-line bg-lantern-soft px-3.5 py-2.5 text-sm"
        >
          <div className="flex flex-wrap items-center gap-3">
            <h2 className="min-w-0 flex-1 font-semibold text-lantern">
              Release {latest.number} reaches {behind.length} open{" "}
              {behind.length === 1 ? "session" : "sessions"} that {behind.length === 1 ? "stands" : "stand"}{" "}
              on an earlier one
            </h2>
            <Button small asChild>
              <Link to={`/library/${template.id}/behind`}>Bring them forward</Link>
            </Button>
          </div>
          <ul className="flex flex-wrap gap-x-5 gap-y-1 pt-1">
            {behind.map((u) => (
              <li key={u.session}>
                <Link to={`/sessions/${u.session}`} className="font-semibold hover:underline">
                  {u.title}
                </Link>{" "}
                <span className="text-ink-2">
                  in {u.room}, release {u.release}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <ol className="min-h-0 flex-1 overflow-y-auto">
        {template.releases.map((r) => (
          <li
            key={r.number}
            className={clsx(
              "grid grid-cols-[90px_minmax(0,1fr)_auto] items-start gap-3 border-b border-line px-3.5",
              "py-2.5",
            )}
          >
            <Link
              to={`/library/${template.id}/releases/${r.number}`}
              className="font-semibold text-moss hover:underline"
            >
              Release {r.number}
            </Link>
            <span>
              {r.note}
              <span className="block text-sm text-ink-2">
                {r.tracks} tracks · edition {r.edition} · {r.publishedBy.name}, {day(r.publishedAt)}
              </span>
            </span>
            <span className="flex flex-col items-end gap-1">
              <Link
                to={compareAddress(
                  { of: "release", template: template.id, release: r.number },
                  { of: "draft", template: template.id },
                )}
                className="text-sm text-moss hover:underline"
                aria-label={`Compare release ${r.number} with the draft`}
              >
                Compare
              </Link>
              {template.inUse
                .filter((u) => u.release === r.number)
                .map((u) => (
                  <Link key={u.session} to={`/sessions/${u.session}`} className="hover:underline">
                    <Pill look="note">
                      {u.title} · {u.room}
                    </Pill>
                  </Link>
                ))}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}
