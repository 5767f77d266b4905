/** Photo tasks in the browser's database, for one job. */
import { browserDatabase } from "#ui/offline/database.ts";
import type { NewPhotoTask, PhotoQueue, PhotoTask } from "./photo-store.ts";

export function browserQueue(jobId: string): PhotoQueue {
  return {
    async all() {
      const db = await browserDatabase();
      return (await db.getAllFromIndex("photos", "job", jobId)).sort((a, b) => a.place - b.place);
    },
    async put(task: NewPhotoTask) {
      const db = await browserDatabase();
      const place = (await db.add("photos", { ...task, jobId } as never)) as number;
      return { ...task, place } as PhotoTask;
    },
    async take(place) {
      await (await browserDatabase()).delete("photos", place);
    },
  };
}
