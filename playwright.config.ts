import { defineConfig } from "@playwright/test";
import { browserPath } from "./scripts/setup.mjs";

export default defineConfig({
  testDir: "e2e",
  // Patience for a machine that others use as well; what must be fast is measured by the bench.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  fullyParallel: false,
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  use: {
    // Each test would install it and fetch every asset; the tests about the service worker allow it.
    serviceWorkers: "block",
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: browserPath() ?? "chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
    trace: "off",
  },
});
