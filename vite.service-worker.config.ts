/** Builds the service worker beside the client, as one script; `scripts/service-worker.mjs` writes the list of assets into it. */
import { defineConfig } from "vite";

export default defineConfig({
  define: { "process.env.NODE_ENV": '"production"' },
  build: {
    outDir: "build/service-worker",
    target: "es2022",
    copyPublicDir: false,
    lib: {
      entry: "app/service-worker/service-worker.ts",
      formats: ["iife"],
      name: "heron",
      fileName: () => "service-worker.js",
    },
  },
});
