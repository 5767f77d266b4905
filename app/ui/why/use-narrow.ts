import { mediaHook } from "#ui/frame/use-media.ts";

/** Whether there is no room for a sheet beside the step's, as `frame.module.css` lays it out. */
export const useNarrow = mediaHook("(max-width: 1020px)");
