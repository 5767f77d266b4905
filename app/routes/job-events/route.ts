/**
 * `GET /jobs/:jobId/events`: server-sent events with every edit that takes effect from `since` on, `photos` with the
 * revision of the job's photos, `others` with the names of the other people who have the job open, and `ahead` with the
 * whole case where `since` is beyond what there is. Ends with the session.
 */
import { type JobNews, watchJob } from "#server/job-watch.ts";
import { faultOf, log } from "#server/log.ts";
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
      let open = true;
      const write = (line: string) => open && controller.enqueue(new TextEncoder().encode(line));
      const end = () => {
        if (!open) return;
        open = false;
        close();
        controller.close();
      };
      const last = { photos: "", others: "[]" };
      const tell = (event: keyof typeof last, data: string) => {
        if (data === last[event]) return;
        last[event] = data;
        write(`event: ${event}\ndata: ${data}\n\n`);
      };
      let busy = false;
      const listener = async ({ revision, photoRevision, others }: JobNews) => {
        tell("photos", String(photoRevision));
        tell("others", JSON.stringify(others));
        if (busy || revision === sent) return;
        busy = true;
        try {
          if (revision < sent) {
            // The server was restored: the page knows more than there is.
            const job = await jobs.find(jobId);
            if (job)
              write(`event: ahead\ndata: ${JSON.stringify({ document: job.document, revision: job.revision })}\n\n`);
            sent = job?.revision ?? sent;
            return;
          }
          const edits = (await jobs.editsSince(jobId, sent)) ?? [];
          const newest = edits.at(-1);
          if (newest) {
            write(`id: ${newest.revision}\ndata: ${JSON.stringify(edits)}\n\n`);
            sent = newest.revision;
          }
        } catch (error) {
          log.warn(faultOf(error), "event not sent, trying again");
        } finally {
          busy = false;
        }
      };
      const stopWatching = watchJob(jobId, person, (news) => void listener(news), end);
      const beat = setInterval(() => write(": still here\n\n"), BEAT_MS);
      close = () => {
        stopWatching();
        clearInterval(beat);
      };
      request.signal.addEventListener("abort", end);
      write("retry: 1000\n\n");
    },
    cancel: () => close(),
  });
  return new Response(body, { headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" } });
}
