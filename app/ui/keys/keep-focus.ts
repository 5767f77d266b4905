/**
 * Restores the keyboard focus. When an action removes its own control, for example by deleting a row, the browser moves
 * the focus to the body of the page. This moves it to the control that has taken the place of the removed one.
 */
import { useEffect } from "react";

/** Text fields are left out: they would receive the keyboard shortcuts as text, and open the keyboard of a phone. */
const FOCUSABLE =
  'a[href], button:not(:disabled), input:is([type="radio"], [type="checkbox"]):not(:disabled), summary, [tabindex="0"]';

/** The position of an element: its ancestors, nearest first, each with the index of the child that leads to it. */
type Place = readonly { parent: Element; index: number }[];

function placeOf(element: Element): Place {
  const place: { parent: Element; index: number }[] = [];
  for (let at: Element = element; at.parentElement; at = at.parentElement)
    place.push({ parent: at.parentElement, index: [...at.parentElement.children].indexOf(at) });
  return place;
}

const isShown = (element: HTMLElement): boolean => element.getClientRects().length > 0;
/** The first control in a part of the page that can take the focus, or the part itself. */
function firstIn(part: Element | undefined): HTMLElement | null {
  if (!part) return null;
  const all = part.matches(FOCUSABLE) ? [part as HTMLElement] : part.querySelectorAll<HTMLElement>(FOCUSABLE);
  return [...all].find(isShown) ?? null;
}

/**
 * The control to focus instead of one that was removed: it is looked for at the same index of the nearest ancestor that
 * is still there, then at the index before. When a whole step was replaced, its sheet is focused.
 */
function nextTo(place: Place): HTMLElement | null {
  for (const { parent, index } of place) {
    if (!parent.isConnected || parent === document.body) continue;
    const sheet = parent.matches("main") ? parent : parent.querySelector("main");
    if (sheet) return sheet as HTMLElement;
    const { children } = parent;
    const found = firstIn(children[index]) ?? firstIn(children[index - 1]) ?? firstIn(parent);
    if (found) return found;
  }
  return null;
}

function focus(element: HTMLElement): void {
  if (!element.matches(FOCUSABLE)) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}

export function useKeepFocus(): void {
  useEffect(() => {
    let last: { element: Element; place: Place } | null = null;
    const remember = ({ target }: FocusEvent) => {
      if (target instanceof Element && target !== document.body) last = { element: target, place: placeOf(target) };
    };
    const watch = new MutationObserver(() => {
      if (!last || last.element.isConnected || document.activeElement !== document.body) return;
      const next = nextTo(last.place);
      last = null;
      if (next) focus(next);
    });
    document.addEventListener("focusin", remember);
    watch.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener("focusin", remember);
      watch.disconnect();
    };
  }, []);
}
