/** Message from a page that asks the service worker to take control of it. */
export const TAKE_CONTROL = "take-control";
