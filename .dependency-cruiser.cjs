// Who may know whom: docs/architecture.md.
const only = (name, from, allowed) => ({
  name,
  severity: "error",
  comment: `${name}: see docs/architecture.md`,
  from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^(core|contract|server|web|station|demo|e2e|bench)/", pathNot: allowed },
});
const core = (room, knows) => ({
  name: `core-${room}`,
  severity: "error",
  from: { path: `^core/src/${room}/`, pathNot: "\\.test\\.ts$" },
  to: { path: "^core/src/", pathNot: `^core/src/(${[room, ...knows].join("|")})/` },
});

module.exports = {
  forbidden: [
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    only("core-knows-nobody", "^core/", "^core/"),
    only("contract-knows-core", "^contract/", "^(contract|core)/"),
    only("web-knows-contract", "^web/", "^(web|contract|core)/"),
    only("station-knows-contract", "^station/", "^(station|contract|core)/"),
    only("demo-knows-station", "^demo/", "^(demo|station|contract|core)/"),
    only("server-never-knows-web", "^server/", "^(server|demo|station|contract|core)/"),
    {
      name: "core-is-for-everywhere",
      severity: "error",
      from: { path: "^core/src", pathNot: "\\.test\\.ts$|fixtures/" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "core-has-no-interface",
      severity: "error",
      from: { path: "^core/src", pathNot: "\\.test\\.ts$|fixtures/" },
      to: {
        path: "node_modules",
        pathNot:
          "node_modules/(zod|fflate|papaparse|@types/papaparse|@xmldom|svgpath|@dagrejs|@tonejs|midi-file)/",
      },
    },
    core("session", []),
    core("words", ["session"]),
    core("names", ["session", "words"]),
    core("chance", []),
    core("colour", ["chance"]),
    core("house", ["session", "words", "names", "colour"]),
    core("check", ["session", "words", "names", "house", "signal"]),
    core("signal", ["session"]),
    core("sheet", ["session", "words", "names", "house"]),
    core("match", ["session", "words", "house", "colour"]),
    core("fit", ["session", "house"]),
    core("disk", ["words", "names", "house"]),
    core("formats", ["session", "words", "names", "house", "fit", "disk", "sheet"]),
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
