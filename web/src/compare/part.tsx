import { plural } from "@mossy/core/session/plural";
import type { ReactNode } from "react";
import { Pill } from "../ui/pieces.tsx";

/** What is said of one side of it, under a head with how many changes that are. */
export function Part({ title, many, children }: { title: string; many: number; children: ReactNode }) {
  return (
    <section aria-label={title} className="card shrink-0 overflow-hidden">
      <h2 className="flex items-center gap-2 border-b border-line px-3 py-2 font-semibold">
        {title} {many > 0 && <Pill>{plural(many, "change")}</Pill>}
      </h2>
      {children}
    </section>
  );
}
