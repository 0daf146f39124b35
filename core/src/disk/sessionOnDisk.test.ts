import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import type { Entry } from "./entry.ts";
import { sessionOnDisk } from "./sessionOnDisk.ts";
import type { Filed } from "./sessionOnDisk.ts";

const house = usualHouse("Saltmarsh");
const { reader } = makeStyle(house);
const tree = (...paths: string[]): Entry[] =>
  paths.map((path) =>
    path.endsWith("/")
      ? { path: path.slice(0, -1), folder: true, size: null }
      : { path, folder: false, size: 100 + path.length },
  );
const OLD = "2026-08-15_Marram-sessions-02_PanYard";
const job = (at: string): Entry[] =>
  tree(
    `${at}/`,
    ...["Audio", "Session", "Mixes", "Notes", "Pictures"].map((f) => `${at}/${f}/`),
    `${at}/Audio/Kick_In_T01.wav`,
    `${at}/Session/Marram-sessions-02_v01.dawproject`,
    `${at}/Session/Other-job_v01.dawproject`,
    `${at}/Mixes/Marram-sessions-02_v03.wav`,
    `${at}/Notes/Recall.txt`,
  );
const filed = (more: Partial<Filed> = {}): Filed => ({
  title: "Marram sessions 02",
  folder: OLD,
  earlier: [],
  closed: false,
  ...more,
});
const renamed = filed({
  title: "Undertow",
  folder: "2026-08-15_Undertow_PanYard",
  earlier: [{ title: "Marram sessions 02", folder: OLD }],
});
const others = tree("Projects/2026-08-15_Other_PanYard/", "Archive/", "Inbox/IMG.jpg");
const look = (entries: readonly Entry[], s: Filed) => sessionOnDisk(house, reader, entries, s);
/** The tree after a plan. */
function carriedOut(entries: readonly Entry[], s: Filed): string[] {
  let now = entries.map((e) => e.path);
  for (const step of look(entries, s)!.plan.steps) {
    if (step.do === "make-folder") now.push(step.path);
    else
      now = now.map((p) =>
        p === step.from || p.startsWith(`${step.from}/`) ? step.to + p.slice(step.from.length) : p,
      );
  }
  return now;
}

describe("the folder of a session on the shared disk", () => {
  it("wants nothing where it stands as it should", () => {
    const there = look([...others, ...job(`Projects/${OLD}`)], filed());
    expect(there).toMatchObject({
      at: `Projects/${OLD}`,
      wanted: `Projects/${OLD}`,
      files: 5,
      plan: { steps: [], refused: [] },
    });
  });

  it("is none where nobody made one", () => {
    expect(look(others, filed())).toBeNull();
    expect(look(tree(`Projects/${OLD}`), filed())).toBeNull();
  });

  it("follows its session's name, with its files that carry the earlier title and no others", () => {
    const now = carriedOut([...others, ...job(`Projects/${OLD}`)], renamed);
    const at = "Projects/2026-08-15_Undertow_PanYard";
    expect(now).toContain(`${at}/Session/Undertow_v01.dawproject`);
    expect(now).toContain(`${at}/Mixes/Undertow_v03.wav`);
    expect(now).toContain(`${at}/Session/Other-job_v01.dawproject`);
    expect(now).toContain("Projects/2026-08-15_Other_PanYard");
    expect(now.some((p) => p.includes("Marram"))).toBe(false);
  });

  it("goes into the archive when its session is closed, and back when it is opened again", () => {
    const archived = carriedOut([...others, ...job(`Projects/${OLD}`)], filed({ closed: true }));
    expect(archived).toContain(`Archive/${OLD}/Audio/Kick_In_T01.wav`);
    expect(archived.some((p) => p.startsWith(`Projects/${OLD}`))).toBe(false);
    const again = carriedOut([...others, ...job(`Archive/${OLD}`)], filed());
    expect(again).toContain(`Projects/${OLD}/Notes/Recall.txt`);
  });

  it("has what was recorded in it held against the pattern, and named right by the same plan", () => {
    const entries = [
      ...others,
      ...job(`Projects/${OLD}`),
      ...tree(`Projects/${OLD}/Audio/snare top take 3.wav`),
    ];
    const there = look(entries, filed())!;
    expect(there.findings.map((f) => [f.sort, f.path])).toContainEqual([
      "misnamed",
      "Audio/snare top take 3.wav",
    ]);
    expect(carriedOut(entries, filed())).toContain(`Projects/${OLD}/Audio/Snare_Top_T03.wav`);
  });

  it("stands as it should once its plan is carried out, whatever it was called and whatever is in it", () => {
    const file = fc.constantFrom(
      "Audio/Kick_In_T01.wav",
      "Audio/snare top take 3.wav",
      "Bilder/IMG 1.jpg",
      "Session/Marram-sessions-02_v01.dawproject",
      "Session/Undertow_v01.dawproject",
      "Mixes/Marram-sessions-02_v03.wav",
      "Notes/aux.txt",
      "Recall.txt",
      "what is this.wav",
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(file, { minLength: 1 }),
        fc.constantFrom("Projects", "Archive"),
        fc.constantFrom(OLD, renamed.folder),
        fc.boolean(),
        (files, root, folder, closed) => {
          const entries = [
            ...others,
            ...tree(`${root}/${folder}/`, ...files.map((f) => `${root}/${folder}/${f}`)),
          ];
          const s = { ...renamed, closed };
          const { plan } = look(entries, s)!;
          const after = carriedOut(entries, s).map((path): Entry => {
            const was = /\.[a-z]+$/.test(path);
            return { path, folder: !was, size: was ? 100 + path.length : null };
          });
          const now = look(after, s)!;
          if (plan.refused.length === 0) expect(now.at).toBe(now.wanted);
          // Nothing went, nothing came but folders, and a second look asks for nothing more.
          const inIt = (list: readonly Entry[]) => list.filter((e) => !e.folder).length;
          expect(inIt(after)).toBe(inIt(entries));
          if (plan.refused.length === 0) expect(now.plan.steps).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("overwrites nothing: a folder in the way is said", () => {
    const { plan } = look(
      [...job(`Projects/${OLD}`), ...tree(`Archive/${OLD}/`)],
      filed({ closed: true }),
    )!;
    expect(plan.refused.map((r) => r.why)).toEqual([`“${OLD}” stands there and stays`]);
  });
});
