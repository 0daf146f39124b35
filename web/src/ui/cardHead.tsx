import type { ReactNode } from "react";
import { Link } from "react-router";

/** The head of a card in a list: the way to what it is of, what is said beside that, and what can be done. */
export function CardHead({
  to,
  title,
  says,
  children,
}: {
  to: string;
  title: string;
  says: string;
  children: ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <h2 className="min-w-0 flex-1">
        <Link to={to} className="font-semibold hover:underline">
          {title}
        </Link>{" "}
        <span className="text-sm text-ink-2">· {says}</span>
      </h2>
      {children}
    </div>
  );
}
