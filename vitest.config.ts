import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    // Every processor; the default leaves one free.
    maxWorkers: "100%",
    projects: [
      {
        test: {
          name: "unit",
          // Test files share their loaded modules, as no module of the core has mutable state. It halves the time.
          isolate: false,
          // Some start the command line, which a cold machine takes its time for.
          testTimeout: 60_000,
          setupFiles: ["core/rules/editions.ts", "tests/property-runs.ts"],
          include: [
            "core/**/*.test.ts",
            "app/ui/**/*.test.ts",
            "app/routes/**/*.test.ts",
            "app/service-worker/*.test.ts",
            "app/work/*.test.ts",
            "app/papers/*.test.ts",
            "cli/**/*.test.ts",
            "db/**/*.test.ts",
            "standins/**/*.test.ts",
          ],
        },
      },
      {
        test: {
          name: "database",
          // Test files share the loaded server, its connections and its threads. It takes 40 % less processor time.
          isolate: false,
          setupFiles: ["core/rules/editions.ts"],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          include: ["app/server/**/*.test.ts", "tests/**/*.test.ts"],
          globalSetup: "tests/database-setup.ts",
          fileParallelism: false,
        },
      },
    ],
  },
});
