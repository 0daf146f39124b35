// Who may know whom: docs/architecture.md.
const PACKAGES = "^(core|contract|server|web|station|demo|e2e|bench)/";
const TESTS = "\\.test\\.tsx?$|fixtures/|/testing/";

/** A package and the packages it may know. */
const floor = (name, ...knows) => ({
  name: `${name}-floor`,
  severity: "error",
  from: { path: `^${name}/`, pathNot: TESTS },
  to: { path: PACKAGES, pathNot: `^(${[name, ...knows].join("|")})/` },
});

/** The rooms of a package, from the ground up: each with the rooms it may know. */
const rooms = (name, plan) =>
  Object.entries(plan).map(([room, knows]) => ({
    name: `${name}-${room}`,
    severity: "error",
    from: { path: `^${name}/src/${room}/`, pathNot: TESTS },
    to: { path: `^${name}/src/[^/]+/`, pathNot: `^${name}/src/(${[room, ...knows].join("|")})/` },
  }));

const CORE = {
  chance: [],
  session: [],
  people: [],
  merge: ["session"],
  colour: ["chance"],
  words: ["session"],
  names: ["session", "words"],
  signal: ["session"],
  house: ["session", "words", "names", "colour"],
  check: ["session", "words", "names", "house", "signal"],
  sheet: ["session", "words", "names", "house"],
  match: ["session", "words", "house", "colour"],
  devices: ["session", "words", "solve"],
  habits: ["session", "words", "colour", "house"],
  drift: ["session", "check", "habits"],
  fit: ["session", "words", "names", "colour", "house", "match", "devices", "solve"],
  compare: ["session", "house", "match", "signal"],
  library: ["session", "merge", "compare", "house", "check", "fit", "sheet"],
  disk: ["words", "names", "house"],
  formats: ["session", "words", "names", "house", "fit", "devices", "habits", "drift", "disk", "sheet"],
};
const SERVER = {
  files: [],
  crew: [],
  news: [],
  print: [],
  record: [],
  people: ["news", "record", "house"],
  documents: [],
  house: ["files", "crew", "news", "record", "documents", "print"],
  disk: ["record"],
  rooms: ["news", "record", "house", "crew"],
  check: ["crew", "documents", "house"],
  library: ["crew", "news", "record", "documents", "house", "print"],
  sessions: ["crew", "files", "news", "record", "documents", "house", "check", "library", "rooms", "print"],
  drift: ["crew", "news", "record", "documents", "house", "check", "sessions", "print"],
  proposals: ["crew", "news", "record", "documents", "house", "library", "sessions"],
  remarks: ["news"],
  today: ["crew", "house", "check", "library", "rooms", "sessions", "proposals", "remarks"],
};
const WEB = {
  ui: [],
  wire: ["ui"],
  session: ["ui"],
  documents: ["ui", "wire"],
  words: ["ui", "wire"],
  check: ["ui", "documents"],
  sheet: ["ui", "wire", "session", "documents", "words", "check"],
  signal: ["ui", "documents", "sheet"],
  compare: ["ui", "wire", "session", "check", "signal", "remarks"],
  fit: ["ui", "wire"],
  people: ["ui", "wire"],
  record: ["ui", "wire"],
  house: ["ui", "wire", "session", "documents", "words"],
  disk: ["ui", "wire", "house"],
  blocks: ["ui", "wire", "session", "documents", "compare"],
  remarks: ["ui", "wire", "documents", "sheet"],
  proposals: ["ui", "wire", "words", "compare", "remarks"],
  workbench: [
    "ui",
    "wire",
    "session",
    "documents",
    "check",
    "sheet",
    "signal",
    "compare",
    "blocks",
    "remarks",
    "library",
  ],
  sessions: [
    "ui",
    "wire",
    "session",
    "documents",
    "words",
    "check",
    "sheet",
    "compare",
    "blocks",
    "proposals",
    "remarks",
    "fit",
  ],
  drift: ["ui", "wire", "sessions"],
  rooms: ["ui", "wire", "fit", "sessions"],
  library: ["ui", "wire", "session", "documents", "words", "check", "sheet", "rooms", "compare", "remarks"],
  today: ["ui", "wire", "rooms"],
  setUp: ["ui", "wire", "session", "people", "fit", "rooms"],
};

module.exports = {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    floor("core"),
    floor("contract", "core"),
    floor("server", "contract", "core"),
    floor("web", "contract", "core"),
    floor("station", "contract", "core"),
    floor("demo", "server", "station", "contract", "core"),
    {
      name: "core-is-for-everywhere",
      severity: "error",
      from: { path: "^core/src", pathNot: TESTS },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "core-has-no-interface",
      severity: "error",
      from: { path: "^core/src", pathNot: TESTS },
      to: {
        path: "node_modules",
        pathNot:
          "node_modules/(zod|fflate|papaparse|@types/papaparse|@xmldom|svgpath|culori|any-ascii|@dagrejs|saxes|flatqueue|highs|midi-file|@zip\\.js|@e965|node-diff3)/",
      },
    },
    {
      name: "declared",
      comment: "what a package imports stands in its own package.json",
      severity: "error",
      from: { path: PACKAGES },
      to: { dependencyTypes: ["npm-no-pkg", "npm-unknown"] },
    },
    {
      name: "tests-need-only-what-is-for-tests",
      comment: "what only tests and builds need stands in devDependencies",
      severity: "error",
      from: { path: "^(core|contract|server|web|station|demo)/src", pathNot: TESTS },
      to: { dependencyTypes: ["npm-dev"], dependencyTypesNot: ["type-only"] },
    },
    ...rooms("core", CORE),
    ...rooms("server", SERVER),
    ...rooms("web", WEB),
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "dist/|fixtures/" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      extensions: [".ts", ".tsx", ".mts", ".mjs", ".js", ".json"],
      exportsFields: ["exports"],
      conditionNames: ["import", "default"],
    },
  },
};
