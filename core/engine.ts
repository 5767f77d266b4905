/**
 * The version of the assessment: raised with every change that can alter an answer, so that stored results of an older
 * engine (the list's summaries) are recomputed.
 */
export const ENGINE_VERSION = 20;
