import { reactRouter } from "@react-router/dev/vite";
import { defineConfig, type Plugin } from "vite";
import { type ModuleGraph, type SharedChunk, sharedChunk } from "./scripts/shared-chunks.ts";
import { themeStyles } from "./scripts/theme-styles.ts";

/** What so many parts of the application share is one file: many small ones are packed worse, and asked for one by one. */
const SHARED_BY = 10;
/** Libraries that the light pages (sign-in, list) have no use for stay with the pages that use them. */
const LIBRARIES =
  /[\\/]node_modules[\\/](?!idb|rfc6902|yup|property-expr|tiny-case|toposort|@rc-component[\\/](portal|select|virtual-list|trigger|overflow|upload|progress)|antd[\\/]es[\\/](select|upload|progress|tooltip))/;

/** What opens over a page, shared by the steps of a job and the field for files of the list. */
const POPUPS = /[\\/]node_modules[\\/](@rc-component[\\/](trigger|tooltip)|antd[\\/]es[\\/]tooltip)[\\/]/;

/** A group of the bundler that takes the modules of one shared file. */
const only = (chunk: SharedChunk) => (id: string, graph: ModuleGraph) =>
  sharedChunk(id, graph) === chunk ? chunk : null;

/** Libraries that are built into the server as well. */
const BUNDLED_ON_SERVER = [/^antd(\/|$)/, /^@ant-design\//, /^@rc-component\//, /^@emotion\//, /^@dnd-kit\//];

/** Text keeps the font of its first paint: one that comes late, though it is asked for early, would move what stands. */
const steadyFonts: Plugin = {
  name: "heron-steady-fonts",
  enforce: "pre",
  transform: (code, id) =>
    /@fontsource\/.*\.css/.test(id) ? code.replaceAll("font-display: swap", "font-display: optional") : null,
};

/**
 * The ES modules of the icons: for a server the package offers only CommonJS, with which every icon is built in and run
 * at the start of each thread.
 */
const ICONS = { find: /^@ant-design\/icons$/, replacement: "@ant-design/icons/es" };

export default defineConfig(({ isSsrBuild }) => ({
  resolve: { alias: [ICONS] },
  // Otherwise every server thread finds, reads and compiles hundreds of small files at its start.
  ssr: { noExternal: BUNDLED_ON_SERVER },
  plugins: [steadyFonts, themeStyles(), reactRouter()],
  // A worker fetches the rule book of its job, as a page does.
  worker: { format: "es" },
  build: isSsrBuild
    ? { target: "node20", rolldownOptions: { input: "./app/server/http.ts" } }
    : {
        rolldownOptions: {
          output: {
            codeSplitting: {
              groups: [
                { name: "common", test: LIBRARIES, minShareCount: SHARED_BY, priority: 3 },
                { name: "popups", test: POPUPS, priority: 3 },
                { name: only("base"), priority: 2 },
                { name: only("job"), priority: 1 },
              ],
            },
          },
        },
      },
}));
