import type { Release } from "@mossy/contract/library";
import { Link } from "react-router";
import { day } from "../ui/dates.ts";

/** The notes of some releases of a template, each with the way to it. */
export function ReleaseNotes({
  title,
  template,
  notes,
}: {
  title: string;
  template: string;
  notes: readonly Pick<Release, "number" | "note" | "publishedBy" | "publishedAt">[];
}) {
  return (
    <section aria-labelledby="notes" className="card p-3.5">
      <h2 id="notes" className="pb-1 font-semibold">
        {title}
      </h2>
      <ol>
        {notes.map((n) => (
          <li key={n.number} className="border-t border-line py-1.5 text-sm">
            <Link
              to={`/library/${template}/releases/${n.number}`}
              className="font-semibold text-moss hover:underline"
            >
              Release {n.number}
            </Link>{" "}
            {n.note}
            <span className="block text-ink-2">
              {n.publishedBy.name}, {day(n.publishedAt)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
