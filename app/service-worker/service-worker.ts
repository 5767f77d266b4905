/**
 * The service worker: all assets at hand, pages and pictures as they were last seen. Stored pages belong to one person;
 * they are deleted when the server says that the session is over, when another person's page comes, and when the server
 * was not reached for as long as the firm allows.
 */
import { CacheableResponsePlugin } from "workbox-cacheable-response";
import { clientsClaim, type WorkboxPlugin } from "workbox-core";
import { ExpirationPlugin } from "workbox-expiration";
import { precacheAndRoute } from "workbox-precaching";
import { registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";
import { STEP_IDS } from "#core/case/fields/steps.ts";
import { KEEP_HEADER, PERSON_HEADER } from "#core/headers.ts";
import { forgetPages, PAGES_CACHE } from "#ui/offline/pages.ts";
import { mayKeep, type PageOwner } from "./page-owner.ts";
import { TAKE_CONTROL } from "./take-control.ts";

declare const self: {
  skipWaiting(): Promise<void>;
  clients: { claim(): Promise<void> };
  addEventListener(
    type: "activate" | "message",
    listener: (event: { data?: unknown; waitUntil(work: Promise<unknown>): void }) => void,
  ): void;
  /** The list of assets, written in at build. */
  __WB_MANIFEST: { url: string; revision: string | null }[];
};

void self.skipWaiting();
clientsClaim();
self.addEventListener("message", (event) => {
  if (event.data === TAKE_CONTROL) event.waitUntil(self.clients.claim());
});
// Pages of another version ask for assets that are gone.
self.addEventListener("activate", (event) => event.waitUntil(caches.delete(PAGES_CACHE)));
precacheAndRoute(self.__WB_MANIFEST);

const OWNER_CACHE = `${PAGES_CACHE}-owner`;
const OWNER_ADDRESS = "/owner";
/** The owner's last contact is stored this often at most. */
const CONTACT_EVERY_MS = 60_000;

let owner: PageOwner | null = null;

async function storedOwner(): Promise<PageOwner | null> {
  const stored = await (await caches.open(OWNER_CACHE)).match(OWNER_ADDRESS);
  owner = stored ? ((await stored.json()) as PageOwner) : null;
  return owner;
}

async function storeOwner(next: PageOwner): Promise<void> {
  const isKnown = owner?.person === next.person && owner.keepS === next.keepS;
  if (isKnown && Math.abs(next.contactMs - (owner?.contactMs ?? 0)) < CONTACT_EVERY_MS) return;
  owner = next;
  await (await caches.open(OWNER_CACHE)).put(OWNER_ADDRESS, Response.json(next));
}

async function forget(): Promise<void> {
  owner = null;
  await forgetPages();
}

const isSignedOut = (response: Response): boolean =>
  response.status === 401 || (response.redirected && new URL(response.url).pathname === "/sign-in");

/** Ties what is stored to its person. */
const forOnePerson: WorkboxPlugin = {
  async fetchDidSucceed({ response }) {
    if (isSignedOut(response)) await forget();
    const person = response.headers.get(PERSON_HEADER);
    if (!person) return response;
    const known = owner ?? (await storedOwner());
    if (known && known.person !== person) await forget();
    await storeOwner({ person, keepS: Number(response.headers.get(KEEP_HEADER)), contactMs: Date.now() });
    return response;
  },
  // Only what says whose it is is stored.
  cacheWillUpdate: async ({ response }) => (response.headers.has(PERSON_HEADER) ? response : null),
  async cachedResponseWillBeUsed({ cachedResponse }) {
    if (!cachedResponse) return null;
    const known = owner ?? (await storedOwner());
    if (mayKeep(known, cachedResponse.headers.get(PERSON_HEADER), Date.now())) return cachedResponse;
    await forget();
    return null;
  },
};

const DAY_SECONDS = 24 * 3600;

/** Newest from the server; what was last seen where there is no connection. Only whole answers are stored. */
const fromServerFirst = (pattern: RegExp, cacheName: string, maxEntries: number, { ignoreSearch = false } = {}) =>
  registerRoute(
    pattern,
    new NetworkFirst({
      cacheName,
      networkTimeoutSeconds: 6,
      matchOptions: { ignoreVary: true, ignoreSearch },
      plugins: [
        forOnePerson,
        new CacheableResponsePlugin({ statuses: [200] }),
        new ExpirationPlugin({ maxEntries, maxAgeSeconds: 60 * DAY_SECONDS }),
      ],
    }),
  );

const steps = STEP_IDS.join("|");
fromServerFirst(new RegExp(`^https?://[^/]+/(jobs/[^/]+/(${steps}))?(\\?.*)?$`), PAGES_CACHE, 300);
fromServerFirst(/\/(_root|jobs\/[^/?]+(\/[a-z]+)?)\.data(\?.*)?$/, `${PAGES_CACHE}-data`, 300, {
  // The query names the routes whose data is asked for; what is stored has at least those.
  ignoreSearch: true,
});
fromServerFirst(/\/jobs\/[^/]+\/photos$/, `${PAGES_CACHE}-lists`, 100);
// The bytes behind a picture's address never change.
registerRoute(
  /\/jobs\/[^/]+\/photos\/[^/]+$/,
  new CacheFirst({
    cacheName: `${PAGES_CACHE}-pictures`,
    plugins: [
      forOnePerson,
      new CacheableResponsePlugin({ statuses: [200] }),
      new ExpirationPlugin({ maxEntries: 600, maxAgeSeconds: 60 * DAY_SECONDS }),
    ],
  }),
);
