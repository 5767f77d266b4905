/** The other people who have the open job open, and the fields they are in. */
import { useEffect, useSyncExternalStore } from "react";
import { Watched } from "./watched.ts";

/** Another person here; `field` is a place in the case, empty where they are in none. */
export interface OtherPerson {
  name: string;
  field: string;
}

const NOBODY: readonly OtherPerson[] = [];

class Presence extends Watched<readonly OtherPerson[]> {
  protected state = NOBODY;
  become(others: readonly OtherPerson[]) {
    this.becomes(others);
  }
}

/** A page has one job open. */
export const presence = new Presence();

function useOthers<T>(select: (others: readonly OtherPerson[]) => T): T {
  return useSyncExternalStore(
    presence.subscribe,
    () => select(presence.getState()),
    () => select(NOBODY),
  );
}

/** Names of the others, as one text, so that a field that somebody enters does not draw the head again. */
export const useOtherNames = (): string => useOthers((others) => others.map(({ name }) => name).join(" and "));

/** Who else is in the field at this place in the case; empty where nobody is. */
export const useWhoIsIn = (pointer: string | undefined): string =>
  useOthers((others) =>
    others
      .filter(({ field }) => pointer !== undefined && field === pointer)
      .map(({ name }) => name)
      .join(" and "),
  );

/** A field is told once the person has stayed in it so long. */
const STAYS_MS = 250;

/** Tells the server which field the person is in, while somebody else has the job open too. */
export function useTellField(jobId: string): void {
  const isAlone = useOthers((others) => others.length === 0);
  useEffect(() => {
    if (isAlone) return;
    let told = "";
    let timer: ReturnType<typeof setTimeout> | undefined;
    const tell = () => {
      const field = document.activeElement?.closest<HTMLElement>("[data-pointer]")?.dataset.pointer ?? "";
      if (field === told) return;
      told = field;
      // Nobody waits for it: what does not arrive is told with the next field.
      fetch(`/jobs/${jobId}/presence`, { method: "POST", body: new URLSearchParams({ field }) }).catch(() => {});
    };
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(tell, STAYS_MS);
    };
    soon();
    document.addEventListener("focusin", soon);
    document.addEventListener("focusout", soon);
    return () => {
      clearTimeout(timer);
      document.removeEventListener("focusin", soon);
      document.removeEventListener("focusout", soon);
    };
  }, [jobId, isAlone]);
}
