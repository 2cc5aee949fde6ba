/** Imports point one way: app → server → sim → core, app → sim → core, cli and standins → sim, core. */
const only = (from, to) => ({
  name: `${from}-imports-${to.join("-") || "nothing"}`,
  severity: "error",
  from: { path: `^${from}/`, pathNot: "\\.(test|fixture|setup)\\.tsx?$|/testing/" },
  to: { path: "^(app|server|core|sim|cli|standins|tests)/", pathNot: `^(${[from, ...to].join("|")})/` },
});

module.exports = {
  forbidden: [
    only("core", []),
    only("sim", ["core"]),
    only("server", ["sim", "core"]),
    only("cli", ["sim", "core"]),
    only("standins", ["sim", "core"]),
    only("app", ["server", "sim", "core"]),
    {
      name: "core-is-pure",
      comment:
        "core runs unchanged in browser, worker, server and command; so do the readers of files and the comparison of texts that it uses",
      severity: "error",
      from: { path: "^core/", pathNot: "\\.(test|fixture)\\.ts$" },
      to: {
        dependencyTypes: ["core", "npm", "npm-dev"],
        pathNot: "json-schema-to-ts|papaparse|fast-xml-parser|node_modules/dxf-parser/|node_modules/diff/",
      },
    },
    {
      name: "the-judge-shares-nothing",
      comment:
        "the physical machine is written from the physics: it imports nothing of what it judges, and stands alone",
      severity: "error",
      from: { path: "^sim/physical/" },
      to: { pathNot: "^sim/physical/" },
    },
    {
      name: "server-only-modules-stay-on-the-server",
      comment: "pages may import types from the server; values only in routes, the root and the server entry",
      severity: "error",
      from: { path: "^app/", pathNot: "^app/(routes/|root|entry\\.server|ui/theme\\.server)" },
      to: { path: "\\.server\\.ts$", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "no-circles",
      comment: "modules that load one another; types may go round, as those of entries and their kinds do",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    { name: "not-to-tests", severity: "error", from: { pathNot: "\\.test\\.tsx?$" }, to: { path: "\\.test\\.tsx?$" } },
    {
      name: "resolvable",
      severity: "error",
      from: {},
      to: { couldNotResolve: true, pathNot: "^virtual:|^\\./\\+types|\\?url$" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "\\+types/" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "node", "default", "types"] },
  },
};
