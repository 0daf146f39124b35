import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { diskFolderOf } from "../house/diskPlan.ts";
import { usualHouse } from "../house/usual.ts";
import { lengthsOf } from "../names/budget.ts";
import { collisionKey, nameProblems } from "../names/disk.ts";
import { diskNameWithEnding } from "../names/onDisk.ts";
import { makeReader } from "../words/reader.ts";
import { audit } from "./audit.ts";
import type { Audit } from "./audit.ts";
import type { Entry } from "./entry.ts";
import { blueprintInWords, foldersToMake, longestPath } from "./blueprint.ts";
import { sessionFolder } from "./sessionFolder.ts";
import { planMoves } from "./moves.ts";
import { wishesOf } from "./wishes.ts";

const house = usualHouse("x");
const reader = makeReader(house.words);
const tree = (...paths: string[]): Entry[] =>
  paths.map((p) => ({
    path: p.replace(/\/$/, ""),
    folder: p.endsWith("/"),
    size: p.endsWith("/") ? null : 1000 + p.length,
  }));
const project = ["Audio/", "Session/", "Session/Backups/", "Mixes/", "Notes/", "Pictures/"];
const of = (a: Audit, ...sorts: string[]): string[] =>
  a.findings
    .filter((f) => sorts.includes(f.sort))
    .map(
      (f) =>
        `${f.path}${f.right ? ` → ${f.right.into === null ? "" : `${f.right.into}/`}${f.right.name}` : ""}`,
    );
const look = (entries: readonly Entry[], scope: "shared" | "project" = "project"): Audit =>
  audit(house, reader, entries, scope);

describe("looking through a tree", () => {
  it("finds nothing in one made by the blueprint", () => {
    const made = foldersToMake(house.disk.shared, "").map((path): Entry => ({
      path,
      folder: true,
      size: null,
    }));
    const job = `Projects/${sessionFolder(house, reader, "Spring tide, live", "Pan Yard", new Date("2026-09-11T10:00:00Z"))}`;
    expect(job).toBe("Projects/2026-09-11_Spring-tide-live_PanYard");
    const files = [
      ...foldersToMake(house.disk.project, job).map((path): Entry => ({ path, folder: true, size: null })),
      ...tree(
        `${job}/Audio/Snare_Top_T01.wav`,
        `${job}/Session/Spring-tide_v02.dawproject`,
        `${job}/Notes/Recall.txt`,
      ),
    ];
    expect(look([...made, ...files], "shared").findings).toEqual([]);
  });

  it("says which folders are missing, which files are stray and where they belong", () => {
    const a = look(
      tree(
        ...project.slice(0, 4),
        "Audio/IMG_12.jpg",
        "Audio/.DS_Store",
        "Readme.txt",
        "Junk/",
        "Junk/x.wav",
      ),
    );
    expect(of(a, "missing")).toEqual(["Notes → /Notes", "Pictures → /Pictures"]);
    expect(of(a, "stray")).toEqual([
      "Audio/IMG_12.jpg → Pictures/IMG_12.jpg",
      "Audio/.DS_Store",
      "Readme.txt → Notes/Readme.txt",
      "Junk",
    ]);
  });

  it(
    "reads what a misnamed file is and gives it its right name; where the name says " +
      "too little, it says so",
    () => {
      const a = look(
        tree(
          ...project,
          "Audio/Snare top take 3.WAV",
          "Audio/kick in 02.wav",
          "Audio/xqzv.wav",
          "Mixes/Yard mix v2.wav",
          "Mixes/Second.mix.wav",
        ),
      );
      expect(of(a, "misnamed")).toEqual([
        "Audio/Snare top take 3.WAV → Snare_Top_T03.wav",
        "Audio/kick in 02.wav → Kick_In_T02.wav",
        "Audio/xqzv.wav",
        "Mixes/Yard mix v2.wav → Yard-mix_v02.wav",
        "Mixes/Second.mix.wav → Second-mix.wav",
      ]);
      expect(a.findings.find((f) => f.path === "Audio/xqzv.wav")?.says).toContain("does not say enough");
    },
  );

  it(
    "finds folders under nearly their name and jobs by the date in theirs (ISO 8601 in, " +
      "whichever way it was written)",
    () => {
      const a = look(
        [
          ...foldersToMake(house.disk.shared, "").map((path): Entry => ({
            path,
            folder: true,
            size: null,
          })),
          ...["Shanty night 14.08.2026", "20260301 Harbour", "2026-13-40 nothing", "misc"].flatMap((job) =>
            tree(...project.map((p) => `Projects/${job}/${p}`)),
          ),
        ],
        "shared",
      );
      expect(of(a, "misnamed")).toEqual([
        "Projects/Shanty night 14.08.2026 → 2026-08-14_Shanty-night",
        "Projects/20260301 Harbour → 2026-03-01_Harbour",
        "Projects/2026-13-40 nothing",
        "Projects/misc",
      ]);
      expect(of(look(tree("audio/", "SESSION/", "Session_/", "mixes/")), "misnamed")).toEqual([
        "audio → Audio",
        "SESSION → Session",
        "mixes → Mixes",
      ]);
    },
  );

  it("finds what some disk cannot store, by the published rules", () => {
    const long = `Notes/${"a".repeat(251)}.txt`;
    const a = look(
      tree(
        ...project,
        "Notes/who?.txt",
        "Notes/aux.txt",
        "Notes/dot..txt",
        "Notes/end .",
        "Notes/Cafe\u0301.txt",
        long,
        "Notes/Recall.txt",
        "Notes/recall.txt",
      ),
    );
    expect(of(a, "unsafe").map((x) => x.normalize("NFC"))).toEqual([
      "Notes/who?.txt → who.txt",
      "Notes/aux.txt → aux_.txt",
      "Notes/end . → end",
      "Notes/Café.txt → Cafe.txt",
    ]);
    expect(of(a, "collides")).toEqual(["Notes/recall.txt → recall_2.txt"]);
    expect(of(a, "too-long")).toEqual([long]);
  });

  it("finds empty files and folders, and the same content twice: for certain by hash, perhaps by size", () => {
    const sized: Entry[] = [
      ...tree(...project, "Notes/old/"),
      { path: "Notes/empty.txt", folder: false, size: 0 },
      { path: "Mixes/A.wav", folder: false, size: 5000, hash: "h1" },
      { path: "Mixes/B.wav", folder: false, size: 5000, hash: "h1" },
      { path: "Mixes/C.wav", folder: false, size: 5000, hash: "h2" },
      { path: "Notes/p.pdf", folder: false, size: 700 },
      { path: "Notes/q.pdf", folder: false, size: 700 },
    ];
    const a = look(sized);
    expect(of(a, "empty")).toEqual(["Notes/old", "Notes/empty.txt"]);
    expect(a.findings.filter((f) => f.sort === "twice").map((f) => f.says)).toEqual([
      "The same content as Mixes/A.wav.",
      "As many bytes (700) and the same ending as Notes/p.pdf: perhaps the same content.",
    ]);
  });

  it("is put right by its own plan: looked through again, nothing that could be is left", () => {
    const entries = tree(
      "audio/",
      "audio/Snare top take 3.wav",
      "audio/IMG 1.jpg",
      "Mixes/",
      "Mixes/Yard?.wav",
      "notes/",
      "notes/aux.txt",
      "Session/",
      "Recall.txt",
    );
    const { wishes, folders } = wishesOf(look(entries).findings);
    const plan = planMoves(entries, wishes, folders);
    expect(plan.refused).toEqual([]);
    let now = entries.map((e) => ({ ...e }));
    for (const s of plan.steps) {
      if (s.do === "make-folder") now.push({ path: s.path, folder: true, size: null });
      else
        now = now.map((e) =>
          e.path === s.from || e.path.startsWith(`${s.from}/`)
            ? { ...e, path: s.to + e.path.slice(s.from.length) }
            : e,
        );
    }
    expect(look(now).findings.filter((f) => f.right !== null)).toEqual([]);
    expect(now.filter((e) => !e.folder)).toHaveLength(entries.filter((e) => !e.folder).length);
  });

  it("answers for any tree, names only what is in it, and proposes only names every disk can store", () => {
    const name = fc.oneof(
      fc
        .string({ unit: "grapheme", minLength: 1, maxLength: 8 })
        .map((s) => s.replaceAll("/", "-").replaceAll("\0", "") || "x"),
      fc.constantFrom("Audio", "audio", "CON", "a.wav", "Mixes", "Snare top 2.wav", "x "),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.array(name, { minLength: 1, maxLength: 4 }), fc.boolean()), { maxLength: 25 }),
        fc.constantFrom("shared" as const, "project" as const),
        (raw, scope) => {
          const entries = raw.map(([parts, folder]): Entry => ({
            path: parts.join("/"),
            folder,
            size: folder ? null : 5,
          }));
          const there = new Set(
            entries.flatMap((e) => e.path.split("/").map((_, i, all) => all.slice(0, i + 1).join("/"))),
          );
          for (const f of audit(house, reader, entries, scope).findings) {
            if (f.sort !== "missing") expect(there.has(f.path)).toBe(true);
            if (f.right && f.sort !== "collides" && f.sort !== "stray")
              expect(nameProblems(f.right.name)).toEqual([]);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("names on disk", () => {
  it("are judged by Microsoft's naming rules and POSIX.1's portable set", () => {
    expect(nameProblems("Snare_Top_T01.wav")).toEqual([]);
    for (const bad of ["<", ">", ":", '"', "\\", "|", "?", "*", "\u0007"])
      expect([bad, nameProblems(`a${bad}b`)[0]?.sort]).toEqual([bad, "forbidden"]);
    for (const device of ["CON", "prn", "Aux.txt", "NUL.tar.gz", "com1", "LPT9.wav"])
      expect([device, nameProblems(device)[0]?.sort]).toEqual([device, "reserved"]);
    for (const fine of ["CONGA.wav", "com", "com10", "auxiliary"]) expect(nameProblems(fine)).toEqual([]);
    for (const end of ["a.", "a "]) expect(nameProblems(end)[0]?.sort).toBe("ends-badly");
    // 255 bytes of UTF-8 are fewer letters where they are not of ASCII.
    expect(nameProblems("é".repeat(127)).map((x) => x.sort)).toEqual(["not-portable"]);
    expect(nameProblems("é".repeat(128)).map((x) => x.sort)).toEqual(["too-long", "not-portable"]);
  });

  it("meet where capitals or Unicode spelling are all that differs (UAX #15)", () => {
    expect(collisionKey("Café.WAV")).toBe(collisionKey("cafe\u0301.wav"));
    expect(collisionKey("a.wav")).not.toBe(collisionKey("b.wav"));
    expect(nameProblems("cafe\u0301")[0]?.sort).toBe("not-nfc");
  });

  it("keep their ending when they are made safe", () =>
    expect([
      diskNameWithEnding("Take 1 (final).WAV", "portable"),
      diskNameWithEnding("aux.txt", "portable"),
      diskNameWithEnding("no ending", "portable"),
      diskNameWithEnding("Ünder.wav", "portable"),
    ]).toEqual(["Take_1_final.wav", "aux_.txt", "no_ending", "Under.wav"]));

  it("say how long a path gets, from the root the house sets to the ending", () => {
    const path = longestPath(house, reader, "recorded-file");
    expect(path?.folder).toMatch(/^(Projects|Archive)\/\(session-folder\)\/Audio$/);
    const longer = longestPath(
      { ...house, disk: { ...house.disk, root: `${house.disk.root}/more` } },
      reader,
      "recorded-file",
    );
    expect((longer?.length ?? 0) - (path?.length ?? 0)).toBe(5);
    expect(longestPath(house, reader, "marker")).toBeNull();
    const flat = { ...house.disk, shared: [diskFolderOf("Tapes", "", { kinds: ["flac"], files: "stem" })] };
    expect(longestPath({ ...house, disk: flat }, reader, "stem")?.length).toBe(
      `${house.disk.root}/Tapes/`.length + lengthsOf(house.names.stem, reader).most + ".flac".length,
    );
  });

  it("a blueprint in words says what belongs where", () =>
    expect(blueprintInWords(house.disk.project)[0]).toBe(
      "Audio/  what was recorded: wav, aif, aiff, flac, bwf",
    ));
});
