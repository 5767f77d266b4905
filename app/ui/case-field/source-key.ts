/** Alt S in a field opens where its value came from, so that Tab goes from field to field. */
import { useEffect } from "react";

export function useSourceKey(): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!event.altKey || event.code !== "KeyS") return;
      const field = (event.target as HTMLElement).closest("[data-pointer]");
      const mark = field?.querySelector<HTMLButtonElement>("[data-source-mark]");
      if (!mark) return;
      event.preventDefault();
      mark.click();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
