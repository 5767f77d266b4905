/** The bar of the sections of a long step: it stays under the head, and marks the section that is read. */
import { Anchor } from "antd";
import { useEffect, useMemo, useState } from "react";
import styles from "./section-bar.module.css";
import { goToSection } from "./sections.ts";

export interface SectionLink {
  /** Id of the section. */
  id: string;
  name: string;
}

/** The height of what stands over a section, px: as `scroll-margin-top` of a section has it. */
const HEIGHT_PX = { desk: 48, phone: 96 } as const;
const PHONE = "(max-width: 700px)";
/** At a desk the sheet scrolls, on a phone the window does. */
const scrollerOf = (isPhone: boolean) => () => (isPhone ? window : (document.getElementById("sheet") ?? window));

/** @param sections a section that is not there now is false */
export function SectionBar({ sections }: { sections: readonly (SectionLink | false)[] }) {
  const [isPhone, setIsPhone] = useState(false);
  useEffect(() => setIsPhone(window.matchMedia(PHONE).matches), []);
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
