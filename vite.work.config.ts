/** Builds the worker threads of the server beside it, and the process that decodes pictures. */
import { defineConfig } from "vite";

const ENTRIES = ["pages.ts", "jobs.tsx", "files.ts", "passwords.ts", "pictures.ts", "picture-decoder.ts"];

export default defineConfig({
  build: {
    ssr: true,
    outDir: "build/work",
    target: "node20",
    copyPublicDir: false,
    rolldownOptions: {
      input: ENTRIES.map((file) => `app/work/${file}`),
      output: { entryFileNames: "[name].js", chunkFileNames: "[name].js" },
    },
  },
});
