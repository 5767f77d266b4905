/** Builds the small scripts of the customers' pages beside the client. */
import { defineConfig } from "vite";

export default defineConfig({
  build: {
    outDir: "build/client",
    emptyOutDir: false,
    target: "es2020",
    copyPublicDir: false,
    lib: {
      entry: { sign: "app/customer-page/scripts/sign.ts", pictures: "app/customer-page/scripts/pictures.ts" },
      formats: ["es"],
      fileName: (_, name) => `customer-${name}.js`,
    },
    minify: true,
    rolldownOptions: { output: { chunkFileNames: "assets/customer-[name]-[hash].js" } },
  },
});
