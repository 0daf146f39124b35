import { later } from "../wire/laterQueries.ts";
import type { RemarksOf } from "@mossy/contract/remarks";
import { variantOf } from "@mossy/core/library/variant";
import type { Session } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { queries } from "../wire/queries.ts";
import type { Side } from "./sides.ts";

/** A side with what is compared of it. */
export interface LoadedSide {
  readonly session: Session;
  /** "Full yard, release 3". */
  readonly name: string;
  /** Where it stands; null for a file. */
  readonly to: string | null;
  /** Whose remarks speak of it; null for a file. */
  readonly of: RemarksOf | null;
}
/** A file somebody chose in this window. */
export interface ChosenFile {
  readonly name: string;
  readonly session: Session;
}
type Loading = { readonly side: LoadedSide | null; readonly error: unknown; readonly again: () => void };

/** Fetches what a side stands for. @param file what was chosen in this window, for a side that is a file */
export function useSide(side: Side | null, file: ChosenFile | null): Loading {
  const template = useQuery({
    ...queries.template(side?.of === "draft" ? side.template : ""),
    enabled: side?.of === "draft",
  });
  const release = useQuery({
    ...queries.release(
      side?.of === "release" ? side.template : "",
      side?.of === "release" ? side.release : 0,
    ),
    enabled: side?.of === "release",
  });
  const ofSession = side?.of === "out" || side?.of === "now";
  const session = useQuery({ ...queries.session(ofSession ? side.session : ""), enabled: ofSession });
  const checkIn = useQuery({
    ...later.checkIn(side?.of === "came" ? side.checkIn : ""),
    enabled: side?.of === "came",
  });
  const nothing = { side: null, error: null, again: () => {} };
  switch (side?.of) {
    case "draft":
      return loading(template, (t) => ({
        ...partOf(t.draft.session, side.variant, `${t.name}, draft`),
        to: `/library/${t.id}`,
        of: { sort: "template", id: t.id },
      }));
    case "release":
      return loading(release, (r) => ({
        ...partOf(r.session, side.variant, `${r.name}, release ${r.number}`),
        to: `/library/${r.template}/releases/${r.number}`,
        of: { sort: "template", id: r.template },
      }));
    case "out":
    case "now": {
      const out = side.of === "out";
      return loading(session, (s) => ({
        session: out ? s.baseline : s.now,
        name: `${s.title}, ${out ? "as it went out" : "as it stands"}`,
        to: `/sessions/${s.id}`,
        of: { sort: "session", id: s.id },
      }));
    }
    case "came":
      return loading(checkIn, (c) => ({
        session: c.came,
        name: `${c.session.title}, as check-in ${c.number} came`,
        to: `/check-ins/${c.id}`,
        of: { sort: "session", id: c.session.id },
      }));
    case "file":
      return { ...nothing, side: file && { session: file.session, name: file.name, to: null, of: null } };
    default:
      return nothing;
  }
}

/** A session, or a variant of it, with what that is called. */
function partOf(
  session: Session,
  id: string | undefined,
  name: string,
): Pick<LoadedSide, "session" | "name"> {
  const variant = session.variants.find((v) => v.id === id);
  return variant
    ? {
        session: { ...variantOf(session, variant).session, variants: session.variants },
        name: `${name}, ${variant.name}`,
      }
    : { session, name };
}

interface Asked<T> {
  readonly data: T | undefined;
  readonly error: unknown;
  readonly refetch: () => unknown;
}
const loading = <T>({ data, error, refetch }: Asked<T>, of: (data: T) => LoadedSide): Loading => ({
  side: data === undefined ? null : of(data),
  error,
  again: () => void refetch(),
});
