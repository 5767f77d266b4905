/** Arrows between folders go one way: routes -> ui, server -> core; the database belongs to the server. */
const folder = (name, from, to, comment) => ({
  name,
  severity: "error",
  comment,
  from: { path: from },
  to: { path: to },
});

/**
 * The floors of the core, from the bottom. A room uses only rooms below it, type imports included; rooms of one floor do
 * not use each other. A name without an ending is a folder, the others are files of `core` itself.
 */
const FLOORS = [
  [
    "own-value.ts",
    "limits.ts",
    "chance.ts",
    "words.ts",
    "why.ts",
    "parse-json.ts",
    "cautions.ts",
    "engine.ts",
    "search-words.ts",
    "headers.ts",
    "conventions.ts",
    "tolerance.ts",
  ],
  ["quantity", "units.ts", "dates.ts"],
  ["case", "waterline.ts"],
  ["firm", "estimate"],
  ["rules"],
  ["panel", "circuit", "demand"],
  ["energy", "home"],
  ["findings", "place"],
  ["laws"],
  ["survey"],
  ["path"],
  ["ways"],
  ["judge", "changes"],
  ["decide"],
  ["papers"],
  ["install"],
  ["progress"],
  ["assess.ts", "find", "summary.ts"],
  ["assessed-case.ts", "explore", "quote", "wire.ts"],
];
const room = (name) => (name.endsWith(".ts") ? `${name.replace(".", "\\.")}$` : `${name}/`);
const floors = FLOORS.map((rooms, i) => ({
  name: `floor-${i}`,
  severity: "error",
  comment: `${rooms.join(", ")}: only rooms of the floors below are used.`,
  from: { path: `^core/(${rooms.map(room).join("|")})`, pathNot: "\\.test\\.ts$" },
  to: {
    path: "^core/",
    // A room uses itself; group 1 is the room that the import stands in.
    pathNot: ["^core/$1", ...FLOORS.slice(0, i).flatMap((below) => below.map((name) => `^core/${room(name)}`))],
  },
}));

module.exports = {
  forbidden: [
    ...floors,
    {
      name: "room-without-floor",
      severity: "error",
      comment: "A new room of the core is given its floor above.",
      from: {
        path: "^core/",
        pathNot: ["\\.test\\.ts$", "^core/testing/", ...FLOORS.flat().map((name) => `^core/${room(name)}`)],
      },
      to: {},
    },
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
      from: { path: "^core/", pathNot: "\\.test\\.ts$|^core/testing/sheets/stored\\.ts$" },
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
