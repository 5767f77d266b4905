/**
 * The version of the assessment: raised with every change that can change an answer, so that whatever was kept of an
 * older one (the list's summaries) is made anew.
 */
export const ENGINE_VERSION = 13;
