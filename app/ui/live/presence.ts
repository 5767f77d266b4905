/** The other people who have the open job open, and the fields they are in. */
import { useEffect, useSyncExternalStore } from "react";
import type { OtherPerson } from "#core/firm/other-person.ts";
import { ObservableStore } from "./observable-store.ts";

const NOBODY: readonly OtherPerson[] = [];

class Presence extends ObservableStore<readonly OtherPerson[]> {
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

/** Names of the others as one string, so that the head is not rendered again when a person changes fields. */
export const useOtherNames = (): string => useOthers((others) => others.map(({ name }) => name).join(" and "));

/** Names of the other people whose focus is in the field at this pointer; empty without any. */
export const useWhoIsIn = (pointer: string | undefined): string =>
  useOthers((others) =>
    others
      .filter(({ field }) => pointer !== undefined && field === pointer)
      .map(({ name }) => name)
      .join(" and "),
  );

/** Debounce: the focus must rest in a field this long before it is sent. */
const STAYS_MS = 250;

/** Sends the focused field to the server while another person has the job open. */
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
      // Best effort: a lost message is corrected by the next focus change.
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
