import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";

export default defineConfig(({ isSsrBuild }) => ({
  plugins: [reactRouter()],
  build: isSsrBuild ? { target: "node20", rollupOptions: { input: "./app/server/http.ts" } } : {},
}));
