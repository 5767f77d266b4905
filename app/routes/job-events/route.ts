/**
 * `GET /jobs/:jobId/events`: server-sent events with every edit that takes effect from `since` on, `photos` with the
 * revision of the job's photos, `others` with the other people who have the job open and the fields they are in, and `ahead` with the
 * whole case where `since` is beyond what there is, or was made by another edit. Ends with the session.
 *
 * `since` is a revision, or a revision and the edit that made it (`7.edit-id`), as are the ids of the events.
 */
import { object, string } from "yup";
import type { OpenJob } from "#server/firm-jobs.ts";
import { readQuery } from "#server/input.ts";
import { type JobNews, streamsOf, watchJob } from "#server/job-watch.ts";
import { faultOf, log } from "#server/log.ts";
import { firmContext, forOpenPages, pageContext, personContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";

const baseOf = ({ document, revision, lastEdit }: OpenJob) => ({ document, revision, lastEdit });

const BEAT_MS = 15_000;
/** Windows of one browser that listen at the same time. */
const MOST_STREAMS_OF_SESSION = 20;
/** Most bytes waiting to be read by the browser; a whole case is smaller. */
const MOST_UNSENT_BYTES = 8 * 1024 * 1024;

const query = object({ since: string().max(100).default("") });

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ request, params: { jobId }, context }: Route.LoaderArgs) {
  const person = context.get(personContext);
  const { jobs } = context.get(firmContext);
  const { mayStream, unsentBytes } = context.get(pageContext);
  if (!mayStream) return refuse("not-found");
  if (!(await jobs.has(jobId))) return refuse("not-found");
  if (streamsOf(person.sessionId) >= MOST_STREAMS_OF_SESSION) return refuse("too-many-streams");
  const asked = request.headers.get("Last-Event-ID") ?? readQuery(request, query).since;
  const [since = "", lastEdit = ""] = asked.split(".");
  let sent = Number(since) || 0;
  // A server that was restored may have come to the same revision by other edits.
  let doubted = lastEdit !== "";

  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let open = true;
      const write = (line: string) => {
        if (open) controller.enqueue(new TextEncoder().encode(line));
        if (unsentBytes() > MOST_UNSENT_BYTES) end();
      };
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
        if (busy || (revision === sent && !doubted)) return;
        busy = true;
        try {
          if (revision < sent || (doubted && !(await jobs.wasMadeBy(jobId, sent, lastEdit)))) {
            // The server was restored: the page knows what is no more.
            const job = await jobs.find(jobId);
            if (job) write(`event: ahead\ndata: ${JSON.stringify(baseOf(job))}\n\n`);
            sent = job?.revision ?? sent;
            doubted = false;
            return;
          }
          doubted = false;
          const edits = (await jobs.editsSince(jobId, sent)) ?? [];
          const newest = edits.at(-1);
          if (newest) {
            write(`id: ${newest.revision}.${newest.id}\ndata: ${JSON.stringify(edits)}\n\n`);
            sent = newest.revision;
          }
        } catch (error) {
          log.warn(faultOf(error), "event not sent, trying again");
        } finally {
          busy = false;
        }
      };
      const stopWatching = watchJob(jobId, person, (news) => void listener(news), end);
      let wasBehind = false;
      const beat = setInterval(() => {
        // A reader that has not caught up between two beats does not read.
        const isBehind = unsentBytes() > 0;
        if (isBehind && wasBehind) return end();
        wasBehind = isBehind;
        write(": still here\n\n");
      }, BEAT_MS);
      close = () => {
        stopWatching();
        clearInterval(beat);
      };
      request.signal.addEventListener("abort", end);
      if (request.signal.aborted) return end();
      write("retry: 1000\n\n");
    },
    cancel: () => close(),
  });
  return new Response(body, { headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" } });
}
