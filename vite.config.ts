import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";
import { themeStyles } from "./scripts/theme-styles.ts";

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [themeStyles(), reactRouter()],
  build: isSsrBuild ? { target: "node20", rollupOptions: { input: "./app/server/http.ts" } } : {},
}));
