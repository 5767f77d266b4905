/** Writes the list of assets into the built service worker, and puts it beside the built client. */
import path from "node:path";
import { injectManifest } from "workbox-build";
import { ROOT } from "./setup.mjs";

const client = path.join(ROOT, "build", "client");
const { count, size } = await injectManifest({
  swSrc: path.join(ROOT, "build", "service-worker", "service-worker.js"),
  swDest: path.join(client, "service-worker.js"),
  globDirectory: client,
  globPatterns: ["assets/**/*.{js,css,woff2}", "*.{svg,webmanifest}"],
  // Large and rarely needed: loaded with the first HEIC picture, and with the first paper that is shown. Customers'
  // pages have no service worker.
  globIgnores: ["assets/heic-worker-*.js", "assets/pdf*.{js,mjs}", "assets/customer-*.js"],
  dontCacheBustURLsMatching: /^assets\//,
  maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
});
console.log(`service worker: ${count} files, ${Math.round(size / 1000)} kB at hand`);
