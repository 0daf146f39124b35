import { NEEDS_ROLE } from "../names/pattern.ts";
import { sameNeed } from "../session/ensemble.ts";
import { keyName } from "../session/midiKeys.ts";
import type { FolderPlan, House, StartValues } from "./houseParts.ts";

type Path = (string | number)[];
interface Problem {
  path: Path;
  message: string;
}
type Parts = Omit<House, "format" | "version">;

/**
 * References inside a house style that lead nowhere, ids and names used twice; empty when it holds
 * together.
 */
export function houseProblems(doc: Parts): Problem[] {
  return new References(doc).problems();
}

/** Deeper than any session is nested; common practice, no source. */
const DEEPEST = 20;

class References {
  readonly #problems: Problem[] = [];
  readonly #palette: ReadonlySet<string>;
  readonly #families: ReadonlySet<string>;
  readonly #roles: ReadonlySet<string>;
  readonly #positions: ReadonlySet<string>;
  /** Roles that name folders, as far as they were walked. */
  readonly #folders = new Set<string>();

  constructor(private readonly doc: Parts) {
    const idsOf = (list: readonly { id: string }[]): ReadonlySet<string> => new Set(list.map((x) => x.id));
    this.#palette = idsOf(doc.palette);
    this.#families = idsOf(doc.words.families);
    this.#roles = idsOf(doc.words.roles);
    this.#positions = idsOf(doc.words.positions);
  }

  problems(): Problem[] {
    const { doc } = this;
    for (const list of ["families", "roles", "positions"] as const)
      this.#once(doc.words[list], ["words", list]);
    for (const list of ["palette", "icons", "starts", "exceptions", "checklist"] as const)
      this.#once(doc[list], [list]);
    this.#words();
    this.#tree(doc.folders, ["folders"]);
    this.#starts();
    this.#keys();
    this.#exceptions();
    this.#names();
    return this.#problems;
  }

  #say(path: Path, message: string): void {
    this.#problems.push({ path, message });
  }

  /** No id and no name stands in a list twice. */
  #once(list: readonly { id: string; name?: string }[], path: Path): void {
    const [ids, names] = [new Set<string>(), new Set<string>()];
    list.forEach(({ id, name }, i) => {
      if (ids.has(id)) this.#say([...path, i], `the id “${id}” is used twice`);
      if (name !== undefined && names.has(name.toLowerCase()))
        this.#say([...path, i], `“${name}” stands in the list twice`);
      ids.add(id);
      if (name !== undefined) names.add(name.toLowerCase());
    });
  }

  /** All of a list are known, or it is said which is not. */
  #known(list: readonly (string | null)[], there: ReadonlySet<string>, path: Path, sort: string): void {
    for (const x of list)
      if (x !== null && !there.has(x))
        this.#say(
          path,
          sort === "colour" ? `the palette has no colour “${x}”` : `there is no ${sort} “${x}”`,
        );
  }

  #words(): void {
    const { families, roles } = this.doc.words;
    families.forEach((f, i) =>
      this.#known([f.colour], this.#palette, ["words", "families", i, "colour"], "colour"),
    );
    roles.forEach((r, i) => {
      const at = (field: string): Path => ["words", "roles", i, field];
      this.#known([r.family], this.#families, at("family"), "family");
      this.#known([r.colour], this.#palette, at("colour"), "colour");
      this.#known(r.positions, this.#positions, at("positions"), "position");
      this.#known(r.sections, this.#positions, at("sections"), "position");
    });
  }

  #tree(list: readonly FolderPlan[], path: Path, depth = 1): void {
    if (list.length > 0 && depth > DEEPEST) {
      this.#say(path, `folders stand inside each other more than ${DEEPEST} deep`);
      return;
    }
    list.forEach((f, i) => {
      const at = (field: string): Path => [...path, i, field];
      if (!this.#roles.has(f.role))
        this.#say(at("role"), `there is no role “${f.role}” to name this folder`);
      else if (this.#folders.has(f.role))
        this.#say(at("role"), `two folders are named by the role “${f.role}”`);
      this.#folders.add(f.role);
      this.#known(f.families, this.#families, at("families"), "family");
      this.#known(f.roles, this.#roles, at("roles"), "role");
      this.#known([f.colour], this.#palette, at("colour"), "colour");
      this.#tree(f.inside, at("inside"), depth + 1);
    });
  }

  /** No key calls two ways of playing up, and none stands in the list twice. */
  #keys(): void {
    const { ways } = this.doc.instruments;
    ways.forEach((w, i) => {
      const before = ways.slice(0, i);
      const at: Path = ["instruments", "ways", i];
      if (before.some((x) => sameNeed(x, w)))
        this.#say(at, `“${w.words.join(" ")}” stands among the house keys twice`);
      if (w.key !== null && before.some((x) => x.key === w.key))
        this.#say([...at, "key"], `${keyName(w.key)} is the house key of two ways of playing`);
    });
  }

  #starts(): void {
    this.doc.starts.forEach(({ when, then }, i) => {
      const at = (field: string): Path => ["starts", i, "when", field];
      this.#led(then, ["starts", i, "then"]);
      this.#known(when.roles, this.#roles, at("roles"), "role");
      this.#known(when.families, this.#families, at("families"), "family");
      this.#known(when.positions, this.#positions, at("positions"), "position");
    });
  }

  #led({ chain = [], sends = [] }: StartValues, path: Path): void {
    const roles = [...chain.map((p) => p.keyedBy), ...sends.map((s) => s.role)];
    this.#known(roles, this.#roles, path, "role");
  }

  #exceptions(): void {
    this.doc.exceptions.forEach(({ when, then }, i) => {
      const at = (part: string, field: string): Path => ["exceptions", i, part, field];
      this.#known(when.roles, this.#roles, at("when", "roles"), "role");
      this.#known(when.inside, this.#roles, at("when", "inside"), "role");
      this.#known(when.families, this.#families, at("when", "families"), "family");
      this.#known([then.colour], this.#palette, at("then", "colour"), "colour");
      this.#led(then.start ?? {}, ["exceptions", i, "then", "start"]);
      this.#known([then.folder], this.#folders, at("then", "folder"), "folder");
    });
  }

  /** Names that are read back by their role have it. */
  #names(): void {
    for (const use of NEEDS_ROLE) {
      const role = this.doc.names[use].pieces.find((p) => p.piece === "role");
      if (!role || role.optional)
        this.#say(
          ["names", use],
          `names of a ${use} cannot do without the role: that is how they are read back`,
        );
    }
  }
}
