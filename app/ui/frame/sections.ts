/** Going to a section of a step, by the bar of its sections or by a key. */

/** Lines under the head within which a section counts as the one that is read. */
const UNDER_HEAD_PX = 160;

/** Scrolls to a section and moves the focus into it. */
export function goToSection(section: HTMLElement): void {
  section.tabIndex = -1;
  section.scrollIntoView({ block: "start" });
  section.focus({ preventScroll: true });
}

/** Goes to the section after or before the one that is read. */
export function goToNextSection(by: 1 | -1): void {
  const sections = [...document.querySelectorAll<HTMLElement>("main section")].filter((s) => s.offsetParent !== null);
  const here = sections.findLastIndex((s) => s.getBoundingClientRect().top <= UNDER_HEAD_PX);
  const to = sections[Math.max(0, Math.min(sections.length - 1, here + by))];
  if (to) goToSection(to);
}
