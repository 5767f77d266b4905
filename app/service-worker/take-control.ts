/** What a page says to the service worker to be served by it from now on. */
export const TAKE_CONTROL = "take-control";
