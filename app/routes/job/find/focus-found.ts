/** Focuses a search result once its step is drawn, in the middle of the screen. */
import type { StepPlace } from "#core/find/find.ts";
import { openFoldAround } from "#ui/frame/fold.tsx";

const PATIENCE_MS = 20_000;
/** Frames of uninterrupted focus after which the result counts as reached. */
const STAND_FRAMES = 30;

/** The control that a place names, where it is drawn. */
function controlOf(to: StepPlace): HTMLElement | null {
  if (to.load) return document.querySelector(`[data-load="${CSS.escape(to.load)}"] input`);
  if (to.device) return document.querySelector(`[data-device="${CSS.escape(to.device)}"]`);
  if (to.pointer) {
    const field = document.querySelector<HTMLElement>(`[data-pointer="${CSS.escape(to.pointer)}"]`);
    const control = field?.querySelector<HTMLElement>("input, textarea, [role=combobox]") ?? null;
    // A field that is not drawn (a panel's, beside a chosen device) leads to its section.
    return control ?? (to.section ? document.getElementById(to.section) : null);
  }
  if (to.field) {
    const within = (to.section && document.getElementById(to.section)) || document;
    const label = [...within.querySelectorAll<HTMLLabelElement>("label[for]")].find((l) => l.textContent === to.field);
    const control = label && document.getElementById(label.htmlFor);
    // The first button of a group is focused.
    return control?.matches("input, button, textarea, select")
      ? control
      : (control?.querySelector<HTMLElement>("input, button") ?? null);
  }
  return to.section ? document.getElementById(to.section) : null;
}

const isControl = ({ load, device, field, pointer }: StepPlace) => Boolean(load ?? device ?? field ?? pointer);

/**
 * Waits until the target is drawn and focuses it, again if the closing dialog takes the focus back. It gives up after
 * a while, or once a key or the pointer is pressed.
 */
export function focusFound(to: StepPlace): void {
  const gaveUp = new AbortController();
  const until = performance.now() + PATIENCE_MS;
  let stoodFrames = 0;
  const look = () => {
    if (gaveUp.signal.aborted) return;
    const control = controlOf(to);
    if (control && document.activeElement === control) stoodFrames++;
    else if (control) {
      stoodFrames = 0;
      openFoldAround(control);
      if (!isControl(to)) control.tabIndex = -1;
      control.scrollIntoView({ block: isControl(to) ? "center" : "start" });
      control.focus({ preventScroll: true });
    }
    if (stoodFrames < STAND_FRAMES && performance.now() < until) requestAnimationFrame(look);
    else gaveUp.abort();
  };
  // The key that chose the place is still going down.
  requestAnimationFrame(() => {
    for (const act of ["keydown", "pointerdown"])
      window.addEventListener(act, () => gaveUp.abort(), { capture: true, signal: gaveUp.signal });
    look();
  });
}
