/** Builds the one small script of the customers' pages beside the client. */
import { defineConfig } from "vite";

export default defineConfig({
  build: {
    outDir: "build/client",
    emptyOutDir: false,
    target: "es2020",
    copyPublicDir: false,
    lib: {
      entry: "app/customer-page/script.ts",
      formats: ["iife"],
      name: "heronCustomerPage",
      fileName: () => "customer-page.js",
    },
  },
});
