/**
 * Browser storage: for each person one IndexedDB with waiting edits, photos, interval data, and the cases as last
 * confirmed by the server.
 */

import { type DBSchema, deleteDB, type IDBPDatabase, type IDBPTransaction, openDB, type StoreNames } from "idb";
import type { ConfirmedCase } from "#core/wire.ts";
import type { KeptInBrowser } from "#ui/interval-data/store.ts";
import type { ParkedEdit, WaitingEdit } from "#ui/job-store/outbox.ts";
import type { PhotoTask } from "#ui/photo-store/photo-store.ts";
import { devicePerson } from "./device-people.ts";

export interface HeronBrowserDb extends DBSchema {
  edits: { key: string; value: WaitingEdit & { jobId: string; place: number }; indexes: { job: string } };
  bases: { key: string; value: { jobId: string } & Omit<ConfirmedCase, "lastEdit"> & Partial<ConfirmedCase> };
  parked: { key: string; value: ParkedEdit & { jobId: string }; indexes: { job: string } };
  intervals: { key: [string, string]; value: KeptInBrowser; indexes: { job: string } };
  photos: { key: number; value: PhotoTask & { jobId: string }; indexes: { job: string } };
}
type Stores = StoreNames<HeronBrowserDb>[];

/** Version 2 brought interval data, version 3 edits put aside; older bases lack their last edit. */
const VERSION = 3;

function upgrade(db: IDBPDatabase<HeronBrowserDb>, from: number): void {
  if (from < 1) {
    db.createObjectStore("edits", { keyPath: "id" }).createIndex("job", "jobId");
    db.createObjectStore("bases", { keyPath: "jobId" });
    db.createObjectStore("photos", { keyPath: "place", autoIncrement: true }).createIndex("job", "jobId");
  }
  if (from < 2) db.createObjectStore("intervals", { keyPath: ["jobId", "about.digest"] }).createIndex("job", "jobId");
  if (from < 3) db.createObjectStore("parked", { keyPath: "id" }).createIndex("job", "jobId");
}

/** The database of all people together, as older versions had it. */
const SHARED = "heron";

/**
 * Moves data that an older version stored without a person to the first person who opens a page; that version sent it
 * under the name of the person who opened the job.
 */
async function adoptShared(own: IDBPDatabase<HeronBrowserDb>): Promise<void> {
  if (!indexedDB.databases || !(await indexedDB.databases()).some(({ name }) => name === SHARED)) return;
  const shared = await openDB<HeronBrowserDb>(SHARED, VERSION, { upgrade });
  const stores = [...own.objectStoreNames] as Stores;
  const values = await Promise.all(stores.map((store) => shared.getAll(store)));
  const tx = own.transaction(stores, "readwrite") as IDBPTransaction<HeronBrowserDb, Stores, "readwrite">;
  for (const [i, store] of stores.entries())
    for (const value of values[i] ?? []) void tx.objectStore(store).put(value as never);
  await tx.done;
  shared.close();
  await deleteDB(SHARED);
}

const opened = new Map<string, Promise<IDBPDatabase<HeronBrowserDb>>>();

/** The database of one person, opened once. */
export function databaseOf(personId: string): Promise<IDBPDatabase<HeronBrowserDb>> {
  const known = opened.get(personId);
  if (known) return known;
  const opening = openDB<HeronBrowserDb>(`heron-${personId}`, VERSION, { upgrade });
  opened.set(personId, opening);
  return opening;
}

let adopted: Promise<void> | null = null;

/** The database of the person whose page is open. */
export async function browserDatabase(): Promise<IDBPDatabase<HeronBrowserDb>> {
  const own = await databaseOf(devicePerson().id);
  adopted ??= adoptShared(own);
  await adopted;
  return own;
}
