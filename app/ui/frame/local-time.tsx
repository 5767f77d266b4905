/** A moment as a clock on this person's wall shows it; the server, which does not know that clock, writes UTC. */
import { useSyncExternalStore } from "react";

const never = () => () => {};

/** @param at ISO moment, `2026-11-29T20:15:00.000Z` */
export function LocalTime({ at }: { at: string }) {
  const isLive = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const shown = isLive
    ? new Date(at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" })
    : `${at.slice(0, 16).replace("T", " ")} UTC`;
  return (
    <time dateTime={at} className="figure">
      {shown}
    </time>
  );
}
