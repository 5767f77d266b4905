/** Builds the worker thread of the server beside it. */
import { defineConfig } from "vite";

export default defineConfig({
  build: {
    ssr: "app/work/worker.ts",
    outDir: "build/work",
    target: "node20",
    copyPublicDir: false,
    rolldownOptions: { output: { entryFileNames: "worker.js" } },
  },
});
