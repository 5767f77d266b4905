/**
 * `GET /jobs/:jobId/events`: server-sent events with every edit that takes effect from `since` on, `photos` with the
 * revision of the job's photos, and `others` with the names of the other people who have the job open.
 */
import { watchJob } from "#server/job-watch.ts";
import { log } from "#server/log.ts";
import { firmContext, forOpenPages, personContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";

const BEAT_MS = 15_000;

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ request, params: { jobId }, context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const { jobs } = context.get(firmContext);
  if (!(await jobs.find(jobId))) return refuse("not-found");
  const asked = request.headers.get("Last-Event-ID") ?? new URL(request.url).searchParams.get("since");
  let sent = Number(asked ?? 0) || 0;

  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (line: string) => controller.enqueue(new TextEncoder().encode(line));
      const last = { photos: "", others: "[]" };
      const tell = (event: keyof typeof last, data: string) => {
        if (data === last[event]) return;
        last[event] = data;
        write(`event: ${event}\ndata: ${data}\n\n`);
      };
      let busy = false;
      const stopWatching = watchJob(jobId, person, async ({ revision, photoRevision, others }) => {
        tell("photos", String(photoRevision));
        tell("others", JSON.stringify(others));
        if (busy || revision <= sent) return;
        busy = true;
        try {
          const edits = (await jobs.editsSince(jobId, sent)) ?? [];
          const newest = edits.at(-1);
          if (newest) {
            write(`id: ${newest.revision}\ndata: ${JSON.stringify(edits)}\n\n`);
            sent = newest.revision;
          }
        } catch (error) {
          log.warn(
            { jobId, reason: error instanceof Error ? error.message : String(error) },
            "event not sent, trying again",
          );
        } finally {
          busy = false;
        }
      });
      const beat = setInterval(() => write(": still here\n\n"), BEAT_MS);
      close = () => {
        stopWatching();
        clearInterval(beat);
      };
      request.signal.addEventListener("abort", () => {
        close();
        controller.close();
      });
      write("retry: 1000\n\n");
    },
    cancel: () => close(),
  });
  return new Response(body, { headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" } });
}
