/** Builds the worker threads of the server, the process that decodes pictures, and the loader of the demo data. */
import { defineConfig } from "vite";

const THREADS = ["pages.ts", "jobs.tsx", "files.ts", "passwords.ts", "pictures.ts", "picture-decoder.ts"];

export default defineConfig({
  build: {
    ssr: true,
    outDir: "build/work",
    target: "node20",
    copyPublicDir: false,
    rolldownOptions: {
      input: [...THREADS.map((file) => `app/work/${file}`), "db/load-demo.ts"],
      output: { entryFileNames: "[name].js", chunkFileNames: "[name].js" },
    },
  },
});
