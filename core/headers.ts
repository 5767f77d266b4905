/** Headers of Heron's own that page, service worker and server share. */

/** In a request: whose edit, picture or file it is. In an answer: whom the page belongs to. */
export const PERSON_HEADER = "X-Heron-Person";
/** In an answer: how many seconds a browser may keep the page while there is no connection. */
export const KEEP_HEADER = "X-Heron-Keep-S";
/** In an answer: the code of a refusal, such as "signed-out". */
export const REFUSAL_HEADER = "X-Heron-Refusal";
