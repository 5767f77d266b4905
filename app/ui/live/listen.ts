/** An event stream that comes back: a browser gives up on one whose server answered with anything but a stream. */
import { callAfter, RetryTimer } from "./retry.ts";

/**
 * @param address called for each connection, as it contains the last received position
 * @param follow attaches the listeners to a new stream
 * @param lost called whenever a stream breaks off
 * @returns a function that stops listening
 */
export function keepListening(address: () => string, follow: (events: EventSource) => void, lost: () => void) {
  let events: EventSource | null = null;
  const line = new RetryTimer(() => {
    const opened = new EventSource(address());
    events = opened;
    opened.onopen = () => line.answered();
    opened.onerror = () => {
      lost();
      // While it connects again by itself it is left alone.
      if (opened.readyState === EventSource.CLOSED) line.again();
    };
    follow(opened);
  }, callAfter);
  line.soon();
  return () => {
    line.stop();
    events?.close();
  };
}
