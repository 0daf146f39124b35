import { plural } from "../session/plural.ts";
import type { Insert } from "../session/processor.ts";
import { grouped } from "../session/grouped.ts";
import type { Cause, Look, Looking } from "./causes.ts";
import type { Atom } from "./atoms.ts";

/** A processor of a track that is other, came or went, with all the atoms about it. */
interface Touched {
  readonly was: Insert | undefined;
  readonly is: Insert | undefined;
  readonly atoms: readonly Atom[];
}

const inserts = (d: Looking): Touched[] => {
  const about = d.atoms.filter((x) => (x.of === "item" || x.of === "item value") && x.field === "inserts");
  return [
    ...grouped(about, (x) =>
      x.of === "item" || x.of === "item value" ? `${x.id} ${x.item}` : null,
    ).values(),
  ].map((atoms) => {
    const [first] = atoms;
    const [id, item] =
      first?.of === "item" || first?.of === "item value" ? [first.id, first.item] : ["", ""];
    const find = (tracks: Looking["before"]): Insert | undefined =>
      tracks.get(id)?.inserts.find((i) => i.id === item);
    return { was: find(d.before), is: find(d.after), atoms };
  });
};

const called = (i: Insert | undefined): string => i?.device?.name ?? i?.kind ?? "";
const chainOf = (i: Insert | undefined): string => (i?.chain ? `${i.chain.id} ${i.chain.version}` : "");

/** One device in place of another, on many tracks. */
const replacedDevices = (d: Looking): Cause[] => {
  const other = inserts(d).filter(
    (x) => x.was && x.is && called(x.was) !== called(x.is) && chainOf(x.was) === chainOf(x.is),
  );
  return [...grouped(other, (x) => JSON.stringify([called(x.was), called(x.is)])).values()].map((list) => ({
    atoms: list.flatMap((x) => x.atoms),
    telling: 4,
    says: () =>
      `${called(list[0]?.was)} replaced by ${called(list[0]?.is)} in ${plural(list.length, "place")}`,
  }));
};

/** A chain of the shelf in another version, or another chain, with all that is other in its processors. */
const chains = (d: Looking): Cause[] => {
  const other = inserts(d).filter((x) => chainOf(x.was) !== chainOf(x.is) && x.is?.chain);
  return [
    ...grouped(other, (x) =>
      JSON.stringify([x.was?.chain?.id, x.was?.chain?.version, chainOf(x.is)]),
    ).values(),
  ].map((list) => {
    const [was, is] = [list[0]?.was?.chain, list[0]?.is?.chain];
    const on = plural(new Set(list.flatMap((x) => x.atoms.map((a) => a.id))).size, "track");
    const says = (): string =>
      was && was.id === is?.id
        ? `chain ${is.id} from version ${was.version} to ${is.version} on ${on}`
        : `chain ${is?.id}, version ${is?.version}, on ${on}`;
    return { atoms: list.flatMap((x) => x.atoms), telling: 5, says };
  });
};

/** Like processors that came or went. */
const cameOrWent = (d: Looking): Cause[] => {
  const some = inserts(d).filter((x) => !x.was || !x.is);
  return [...grouped(some, (x) => `${x.was ? "-" : "+"} ${called(x.was ?? x.is)}`).values()].map(
    (list) => ({
      atoms: list.flatMap((x) => x.atoms),
      telling: 2,
      says: () => {
        const [first] = list;
        const how = first?.was ? "taken off" : "put on";
        return `${called(first?.was ?? first?.is)} ${how} ${plural(list.length, "track")}`;
      },
    }),
  );
};

/** Like processors switched on or bypassed. */
const switched = (d: Looking): Cause[] => {
  const some = inserts(d).flatMap((x) => {
    const atom = x.atoms.find((a) => a.of === "item value" && a.name === "bypassed");
    return x.is && atom ? [{ is: x.is, atom }] : [];
  });
  return [...grouped(some, (x) => `${x.is.bypassed} ${called(x.is)}`).values()].map((list) => ({
    atoms: list.map((x) => x.atom),
    telling: 2,
    says: () =>
      `${called(list[0]?.is)} ${list[0]?.is.bypassed ? "bypassed" : "switched on"} on ${plural(list.length, "track")}`,
  }));
};

/** What happened to processors. */
export const devices: Look = (d) => [...replacedDevices(d), ...chains(d), ...cameOrWent(d), ...switched(d)];
