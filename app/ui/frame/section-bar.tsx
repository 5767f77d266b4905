/** The bar of the sections of a long step: it stays under the head, and marks the section that is read. */
import { Anchor } from "antd";
import styles from "./section-bar.module.css";
import { goToSection } from "./sections.ts";

export interface SectionLink {
  /** Id of the section. */
  id: string;
  name: string;
}

/** The height of the bar and the space under it, px: as `scroll-margin-top` of a section has it. */
const BAR_PX = 48;
/** At a desk the sheet scrolls, on a phone the window does. */
const PHONE = "(max-width: 700px)";
const scroller = () => (window.matchMedia(PHONE).matches ? window : (document.getElementById("sheet") ?? window));

/** @param sections a section that is not there now is false */
export function SectionBar({ sections }: { sections: readonly (SectionLink | false)[] }) {
  return (
    <nav className={styles.bar} aria-label="Sections">
      <Anchor
        direction="horizontal"
        affix={false}
        showInkInFixed
        getContainer={scroller}
        targetOffset={BAR_PX}
        items={sections.filter((s) => s !== false).map(({ id, name }) => ({ key: id, href: `#${id}`, title: name }))}
        onClick={(event, { href }) => {
          // The address of the page stays as it is: "back" leads to the step before, not through its sections.
          event.preventDefault();
          const section = document.getElementById(href.slice(1));
          if (section) goToSection(section);
        }}
      />
    </nav>
  );
}
