/** Arrows between folders go one way: routes -> ui, server -> core; the database belongs to the server. */
const folder = (name, from, to, comment) => ({
  name,
  severity: "error",
  comment,
  from: { path: from },
  to: { path: to },
});

module.exports = {
  forbidden: [
    folder("core-stands-alone", "^core/", "^(app|db|cli|standins|e2e|scripts)/", "The core uses nothing above it."),
    {
      name: "core-is-pure",
      severity: "error",
      comment: "No React, no Node and no database in the core.",
      from: { path: "^core/", pathNot: "\\.test\\.ts$" },
      to: { path: "^(node:|node_modules/(react|antd|drizzle-orm|mysql2|express))", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "core-uses-no-node",
      severity: "error",
      from: { path: "^core/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core"] },
    },
    folder(
      "ui-knows-no-routes",
      "^app/ui/",
      "^app/(routes|server|papers)/",
      "Shared parts know no screen and no server.",
    ),
    folder(
      "stand-ins-stand-alone",
      "^standins/",
      "^(app|db|cli|e2e|scripts)/",
      "A stand-in is a device, not a part of Heron.",
    ),
    folder("work-knows-no-server", "^app/work/", "^app/(routes|server)/", "Tasks get plain values and give some back."),
    folder("server-knows-no-pages", "^app/server/", "^app/(routes|ui|papers)/", "The server part knows no pages."),
    {
      name: "database-by-server-only",
      severity: "error",
      comment: "Only app/server and db itself use the tables; routes may name their types.",
      from: { path: "^(app/(routes|ui|papers)|cli)/" },
      to: { path: "^db/", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(build|\\.react-router)|\\+types" },
  },
};
