/** The interval data of a job in the browser: read without a line, sent when there is one. */
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import { ANSWERS } from "#core/wire.ts";
import { asDevicePerson, askFor, fetchAnswer } from "#ui/live/connection.ts";
import { callAfter } from "#ui/live/retry.ts";
import { SendQueue } from "#ui/live/send-queue.ts";
import { browserDatabase } from "#ui/offline/database.ts";

export interface KeptInBrowser {
  jobId: string;
  about: KeptAbout;
  /** Packed, as `packValues` makes them. */
  values: Uint8Array<ArrayBuffer>;
  /** The server has it. */
  sent: boolean;
}

const PATIENCE_MS = 30_000;

/** The server's answer to a file. */
type FileAnswer = { kind: "sent" } | { kind: "refused"; text: string };

async function send({ jobId, about, values }: KeptInBrowser): Promise<FileAnswer | null> {
  const form = new FormData();
  form.set("about", JSON.stringify(about));
  form.set("values", new Blob([values]), "values");
  const response = await fetchAnswer(
    `/jobs/${jobId}/interval-data`,
    { method: "POST", headers: asDevicePerson(), body: form },
    PATIENCE_MS,
  );
  if (!response || response.status === 401) return null;
  return response.ok ? { kind: "sent" } : { kind: "refused", text: await response.text() };
}

/** Keeps data in the browser, from where it is sent. */
export async function keepData(jobId: string, about: KeptAbout, values: Uint8Array<ArrayBuffer>): Promise<void> {
  await (await browserDatabase()).put("intervals", { jobId, about, values, sent: false });
}

/**
 * Sends the data of a job that waits in the browser.
 * @param onAnswer called with each answer; `refused` with the reason in words
 */
export const intervalSender = (
  jobId: string,
  onAnswer: (about: KeptAbout, answer: FileAnswer) => void,
): SendQueue<KeptInBrowser, FileAnswer> =>
  new SendQueue({
    next: async () => (await (await browserDatabase()).getAllFromIndex("intervals", "job", jobId)).find((d) => !d.sent),
    send,
    async answered(kept, answer) {
      const db = await browserDatabase();
      if (answer.kind === "sent") await db.put("intervals", { ...kept, sent: true });
      else await db.delete("intervals", [jobId, kept.about.digest]);
      onAnswer(kept.about, answer);
    },
    later: callAfter,
  });

/** The data of a job: on the server, and in the browser while it waits or the server is unreachable. */
export async function listData(jobId: string): Promise<{ about: KeptAbout; waits: boolean }[]> {
  const db = await browserDatabase();
  const here = await db.getAllFromIndex("intervals", "job", jobId);
  const there = await askFor(ANSWERS.intervalData, `/jobs/${jobId}/interval-data`, PATIENCE_MS);
  const known = new Set(there?.map((a) => a.digest));
  // Data that was removed elsewhere is removed here too.
  if (there)
    for (const k of here)
      if (k.sent && !known.has(k.about.digest)) await db.delete("intervals", [jobId, k.about.digest]);
  return [
    ...(there ?? []).map((about) => ({ about, waits: false })),
    ...here
      .filter((k) => !known.has(k.about.digest) && (!there || !k.sent))
      .map(({ about, sent }) => ({ about, waits: !sent })),
  ];
}

/** The packed values of stored data; null where neither browser nor server has them now. */
export async function valuesOf(jobId: string, about: KeptAbout): Promise<Uint8Array<ArrayBuffer> | null> {
  const db = await browserDatabase();
  const kept = await db.get("intervals", [jobId, about.digest]);
  if (kept) return kept.values;
  const response = await fetchAnswer(`/jobs/${jobId}/interval-data/${about.digest}`, {}, PATIENCE_MS);
  if (!response?.ok) return null;
  const values = new Uint8Array(await response.arrayBuffer());
  await db.put("intervals", { jobId, about, values, sent: true });
  return values;
}

/** Removes data; null where the server does not answer, so that it stays. */
export async function removeData(jobId: string, digest: string): Promise<boolean> {
  const db = await browserDatabase();
  const kept = await db.get("intervals", [jobId, digest]);
  if (!kept || kept.sent) {
    const response = await fetchAnswer(
      `/jobs/${jobId}/interval-data/${digest}`,
      { method: "DELETE", headers: asDevicePerson() },
      PATIENCE_MS,
    );
    if (!response?.ok) return false;
  }
  await db.delete("intervals", [jobId, digest]);
  return true;
}
