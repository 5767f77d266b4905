import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "unit",
          include: ["core/**/*.test.ts", "app/ui/**/*.test.ts", "cli/**/*.test.ts", "db/**/*.test.ts"],
        },
      },
      {
        test: {
          name: "database",
          include: ["app/server/**/*.test.ts"],
          globalSetup: "tests/database-setup.ts",
          fileParallelism: false,
        },
      },
    ],
  },
});
