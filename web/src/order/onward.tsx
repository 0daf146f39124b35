import type { Drop } from "@mossy/core/order/dropIn";
import { Link } from "react-router";
import { Button } from "../ui/button.tsx";
import { AlertLine } from "../ui/listPage.tsx";

/** Where what was dropped in goes: into a session that is started with it, or into this one. */
export type DropOnto =
  | { readonly sort: "start"; readonly template: string; readonly released: ReadonlySet<string> }
  | { readonly sort: "here"; readonly put: (drops: readonly Drop[]) => void };

/** The way on, once this week's files are there. */
export function Onward({
  onto,
  told,
  drops,
  names,
}: {
  onto: DropOnto;
  told: string;
  drops: readonly Drop[];
  names: (id: string) => string;
}) {
  if (onto.sort === "here")
    return (
      <Button look="main" onClick={() => onto.put(drops)}>
        Put them in
      </Button>
    );
  const unknown = drops.filter((d) => !onto.released.has(d.piece)).map((d) => names(d.piece));
  if (unknown.length > 0)
    return (
      <AlertLine look="look">
        The latest release does not have {unknown.join(", ")} yet: publish the template first, then start
        from it.
      </AlertLine>
    );
  return (
    <Link
      className="rounded-md bg-moss px-4 py-2 text-center font-semibold text-on-moss hover:opacity-90"
      to={`/start?template=${encodeURIComponent(onto.template)}&drop=${encodeURIComponent(told)}`}
    >
      Start this week's session with them
    </Link>
  );
}
