/** Writes the service worker beside the built client: all assets at hand, pages and pictures as they were last seen. */
import path from "node:path";
import { generateSW } from "workbox-build";
import { ROOT } from "./setup.mjs";

const STEPS = "survey|demand|need|ways|circuit|papers";
const DAY_SECONDS = 24 * 3600;

/** Newest from the server; what was last seen where there is no line. Only whole answers are kept. */
const fromServerFirst = (urlPattern, cacheName, maxEntries) => ({
  urlPattern,
  handler: "NetworkFirst",
  options: {
    cacheName,
    networkTimeoutSeconds: 6,
    cacheableResponse: { statuses: [200] },
    matchOptions: { ignoreVary: true },
    expiration: { maxEntries, maxAgeSeconds: 60 * DAY_SECONDS },
  },
});

const client = path.join(ROOT, "build", "client");
const { count, size } = await generateSW({
  globDirectory: client,
  globPatterns: ["assets/**/*.{js,css,woff2}", "*.{svg,webmanifest}"],
  // Larger than all else together, and seldom needed: it is fetched with the first HEIC picture.
  globIgnores: ["assets/heic-worker-*.js"],
  swDest: path.join(client, "service-worker.js"),
  inlineWorkboxRuntime: true,
  sourcemap: false,
  skipWaiting: true,
  clientsClaim: true,
  dontCacheBustURLsMatching: /^assets\//,
  maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
  runtimeCaching: [
    fromServerFirst(new RegExp(`^https?://[^/]+/(jobs/[^/]+/(${STEPS}))?(\\?.*)?$`), "heron-pages", 300),
    fromServerFirst(/\/jobs\/[^/?]+(\/[a-z]+)?\.data(\?.*)?$/, "heron-pages-data", 300),
    fromServerFirst(/\/jobs\/[^/]+\/photos$/, "heron-pages-lists", 100),
    {
      // The bytes behind a picture's address never change.
      urlPattern: /\/jobs\/[^/]+\/photos\/[^/]+$/,
      handler: "CacheFirst",
      options: {
        cacheName: "heron-pages-pictures",
        cacheableResponse: { statuses: [200] },
        expiration: { maxEntries: 600, maxAgeSeconds: 60 * DAY_SECONDS },
      },
    },
  ],
});
console.log(`service worker: ${count} files, ${Math.round(size / 1000)} kB at hand`);
