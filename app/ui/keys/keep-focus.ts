/**
 * Keeps the keyboard's place: where an action takes its own control away, as taking a row out or deciding does, the
 * browser lets the focus fall to the page's body. It goes to what stands in that control's place instead.
 */
import { useEffect } from "react";

/** Not fields that are typed into: what is a key of Heron otherwise would be typed into them, and a phone shows its keyboard. */
const FOCUSABLE =
  'a[href], button:not(:disabled), input:is([type="radio"], [type="checkbox"]):not(:disabled), summary, [tabindex="0"]';

/** Where an element stood: its ancestors from the nearest one on, each with the place of the branch it was in. */
type Place = readonly { parent: Element; index: number }[];

function placeOf(element: Element): Place {
  const place: { parent: Element; index: number }[] = [];
  for (let at: Element = element; at.parentElement; at = at.parentElement)
    place.push({ parent: at.parentElement, index: [...at.parentElement.children].indexOf(at) });
  return place;
}

const isShown = (element: HTMLElement): boolean => element.getClientRects().length > 0;
const firstIn = (element: Element | undefined): HTMLElement | null =>
  element
    ? ([element, ...element.querySelectorAll<HTMLElement>(FOCUSABLE)].find(
        (each): each is HTMLElement => each instanceof HTMLElement && each.matches(FOCUSABLE) && isShown(each),
      ) ?? null)
    : null;

/**
 * What stands in a place now: in the same branch of the nearest ancestor that is left, or else in the one before it.
 * Where a whole sheet has gone, as with a step, it is the new sheet.
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
