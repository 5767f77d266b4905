/** A moment as a clock on this person's wall shows it; the server, which does not know that clock, writes UTC. */
import { useIsLive } from "./use-is-live.ts";

/** @param at ISO moment, `2026-11-29T20:15:00.000Z` */
export function LocalTime({ at }: { at: string }) {
  const shown = useIsLive()
    ? new Date(at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" })
    : `${at.slice(0, 16).replace("T", " ")} UTC`;
  return (
    <time dateTime={at} className="figure">
      {shown}
    </time>
  );
}
