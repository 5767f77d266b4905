/** The bar of the sections of a long step: it stays under the head, and marks the section that is read. */
import { Anchor } from "antd";
import { useMemo } from "react";
import styles from "./section-bar.module.css";
import { goToSection } from "./sections.ts";
import { mediaHook, PHONE } from "./use-media.ts";

export interface SectionLink {
  /** Id of the section. */
  id: string;
  name: string;
}

/** Space that is left above a section after scrolling to it, px. It equals `scroll-margin-top` in `sheet.module.css`. */
const HEIGHT_PX = { desk: 48, phone: 96 } as const;
const usePhone = mediaHook(PHONE);
/** At a desk the sheet scrolls, on a phone the window does. */
const scrollerOf = (isPhone: boolean) => () => (isPhone ? window : (document.getElementById("sheet") ?? window));

/** @param sections a section that is not there now is false */
export function SectionBar({ sections }: { sections: readonly (SectionLink | false)[] }) {
  const isPhone = usePhone();
  const getContainer = useMemo(() => scrollerOf(isPhone), [isPhone]);
  return (
    <nav className={styles.bar} aria-label="Sections">
      <Anchor
        direction="horizontal"
        affix={false}
        showInkInFixed
        getContainer={getContainer}
        targetOffset={isPhone ? HEIGHT_PX.phone : HEIGHT_PX.desk}
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
