/** Edits, pictures and files that other people of this browser have waiting in a job. */
import { databaseOf } from "./database.ts";
import { devicePeople, devicePerson } from "./device-people.ts";

export interface ColleagueWaiting {
  name: string;
  edits: number;
  photos: number;
  files: number;
}

/** Those of whom something waits, by name. */
export async function colleaguesWaiting(jobId: string): Promise<ColleagueWaiting[]> {
  const others = (await devicePeople()).filter(({ id }) => id !== devicePerson().id);
  const all = await Promise.all(
    others.map(async ({ id, name }) => {
      const db = await databaseOf(id);
      const [edits, photos, files] = await Promise.all([
        db.countFromIndex("edits", "job", jobId),
        db.countFromIndex("photos", "job", jobId),
        db.getAllFromIndex("intervals", "job", jobId),
      ]);
      return { name, edits, photos, files: files.filter((file) => !file.sent).length };
    }),
  );
  return all
    .filter(({ edits, photos, files }) => edits + photos + files > 0)
    .sort((a, b) => a.name.localeCompare(b.name));
}

const counted = (count: number, one: string, many: string): string[] =>
  count === 0 ? [] : [count === 1 ? `one ${one}` : `${count} ${many}`];

/** "Tess Arbo: 3 changes and one picture" */
export const colleagueInWords = ({ name, edits, photos, files }: ColleagueWaiting): string =>
  `${name}: ${[
    ...counted(edits, "change", "changes"),
    ...counted(photos, "picture", "pictures"),
    ...counted(files, "file", "files"),
  ].join(" and ")}`;
