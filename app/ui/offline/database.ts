/** What waits in the browser: one IndexedDB for edits, photos, and the case as the server last confirmed it. */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { KeptInBrowser } from "#ui/interval-data/store.ts";
import type { Base, ParkedEdit, WaitingEdit } from "#ui/job-store/outbox.ts";
import type { PhotoTask } from "#ui/photo-store/photo-store.ts";

export interface HeronBrowserDb extends DBSchema {
  edits: { key: string; value: WaitingEdit & { jobId: string; place: number }; indexes: { job: string } };
  bases: { key: string; value: { jobId: string } & Omit<Base, "lastEdit"> & Partial<Base> };
  parked: { key: string; value: ParkedEdit & { jobId: string }; indexes: { job: string } };
  intervals: { key: [string, string]; value: KeptInBrowser; indexes: { job: string } };
  photos: { key: number; value: PhotoTask & { jobId: string }; indexes: { job: string } };
}

let opened: Promise<IDBPDatabase<HeronBrowserDb>> | null = null;

/** The browser's database, opened once; version 2 brought interval data, version 3 edits put aside; older bases lack their last edit. */
export function browserDatabase(): Promise<IDBPDatabase<HeronBrowserDb>> {
  opened ??= openDB<HeronBrowserDb>("heron", 3, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore("edits", { keyPath: "id" }).createIndex("job", "jobId");
        db.createObjectStore("bases", { keyPath: "jobId" });
        db.createObjectStore("photos", { keyPath: "place", autoIncrement: true }).createIndex("job", "jobId");
      }
      if (from < 2)
        db.createObjectStore("intervals", { keyPath: ["jobId", "about.digest"] }).createIndex("job", "jobId");
      if (from < 3) db.createObjectStore("parked", { keyPath: "id" }).createIndex("job", "jobId");
    },
  });
  return opened;
}
