/**
 * The people who use this browser. What each of them typed waits in a database of its own, so that nothing goes up
 * under another person's name.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";

export interface DevicePerson {
  id: string;
  name: string;
}

interface DeviceDb extends DBSchema {
  people: { key: string; value: DevicePerson };
}

const openDevice = (): Promise<IDBPDatabase<DeviceDb>> =>
  openDB<DeviceDb>("heron-device", 1, {
    upgrade(db) {
      db.createObjectStore("people", { keyPath: "id" });
    },
  });

let current: DevicePerson | null = null;

/** Sets the person of this window; call before any data of that person is read or stored. */
export function setDevicePerson(person: DevicePerson): void {
  if (current?.id === person.id) return;
  current = { id: person.id, name: person.name };
  const stored = current;
  void openDevice()
    .then(async (db) => {
      await db.put("people", stored);
      db.close();
    })
    .catch(() => {
      // A browser that stores nothing has nothing of anybody.
    });
}

/** @throws where no page of a person is open */
export function devicePerson(): DevicePerson {
  if (!current) throw new Error("no page of a person is open");
  return current;
}

/** Everybody who has used this browser. */
export async function devicePeople(): Promise<DevicePerson[]> {
  const db = await openDevice();
  const people = await db.getAll("people");
  db.close();
  return people;
}
