/** `GET /jobs/:jobId/events`: server-sent events with every edit that takes effect, from `since` on. */
import { jobsOf } from "../../server/firm-jobs.ts";
import { watchJob } from "../../server/job-watch.ts";
import { log } from "../../server/log.ts";
import { refuse } from "../../server/refusals.ts";
import { signedIn } from "../../server/sessions.ts";
import type { Route } from "./+types/route";

const BEAT_MS = 15_000;

export async function loader({ request, params: { jobId } }: Route.LoaderArgs) {
  const person = await signedIn(request);
  if (!person) return refuse("not-allowed");
  const jobs = jobsOf(person.firmId);
  if (!(await jobs.find(jobId))) return refuse("not-found");
  const asked = request.headers.get("Last-Event-ID") ?? new URL(request.url).searchParams.get("since");
  let sent = Number(asked ?? 0) || 0;

  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (line: string) => controller.enqueue(new TextEncoder().encode(line));
      let busy = false;
      const stopWatching = watchJob(jobId, async (revision) => {
        if (busy || revision <= sent) return;
        busy = true;
        try {
          const edits = (await jobs.editsSince(jobId, sent)) ?? [];
          const last = edits.at(-1);
          if (last) {
            write(`id: ${last.revision}\ndata: ${JSON.stringify(edits)}\n\n`);
            sent = last.revision;
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
