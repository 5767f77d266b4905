/** Brings the hand to a thing once its step is drawn: focused, in the middle of the screen. */
import type { Place } from "#core/find/find.ts";

const PATIENCE_MS = 3000;

/** The control that a place names, where it is drawn. */
function controlOf(to: Extract<Place, { step: unknown }>): HTMLElement | null {
  if (to.load) return document.querySelector(`[data-load="${CSS.escape(to.load)}"] input`);
  if (to.device) return document.querySelector(`[data-device="${CSS.escape(to.device)}"]`);
  if (to.field) {
    const within = (to.section && document.getElementById(to.section)) || document;
    const label = [...within.querySelectorAll<HTMLLabelElement>("label[for]")].find((l) => l.textContent === to.field);
    const control = label && document.getElementById(label.htmlFor);
    // A row of buttons stands for its first one.
    return control?.matches("input, button, textarea, select")
      ? control
      : (control?.querySelector<HTMLElement>("input, button") ?? null);
  }
  return to.section ? document.getElementById(to.section) : null;
}

/** Waits until the place is drawn, then goes there; gives up after a few seconds. */
export function standOn(to: Extract<Place, { step: unknown }>): void {
  const until = performance.now() + PATIENCE_MS;
  const look = () => {
    const control = controlOf(to);
    if (control) {
      if (!to.load && !to.device && !to.field) control.tabIndex = -1;
      control.scrollIntoView({ block: to.load || to.device || to.field ? "center" : "start" });
      control.focus({ preventScroll: true });
    } else if (performance.now() < until) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}
