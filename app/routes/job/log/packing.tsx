/** The loading list of the van, with a box to tick for each thing. */
import { Checkbox } from "antd";
import { logPatch } from "#core/install/log.ts";
import { packingOf } from "#core/install/packing.ts";
import { Fold } from "#ui/frame/fold.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred } from "#ui/job-store/use-job.tsx";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

export const PackingSection = deferred(function Packing({ document, assessment }) {
  const { write } = useLog();
  const things = packingOf(document, assessment);
  const open = things.filter(({ isLoaded }) => !isLoaded).length;
  const groups = [...new Set(things.map(({ group }) => group))];
  return (
    <Section
      id="packing"
      title="Before the van leaves"
      aside={
        <span className="quiet">{things.length === 0 ? "" : open === 0 ? "all loaded" : `${open} not loaded`}</span>
      }
    >
      {things.length === 0 && <p>No way can be taken yet: decide on Ways first.</p>}
      {groups.map((group) => {
        const own = things.filter((one) => one.group === group);
        return (
          <Fold key={group} title={`${group}: ${own.filter(({ isLoaded }) => isLoaded).length} of ${own.length}`}>
            <ul className={styles.ticks} aria-label={group}>
              {own.map(({ name, isLoaded }) => (
                <li key={name}>
                  <Checkbox
                    checked={isLoaded}
                    onChange={({ target }) =>
                      write((at) => logPatch(at, "packed", (one) => one === name, target.checked ? name : null))
                    }
                  >
                    {name}
                  </Checkbox>
                </li>
              ))}
            </ul>
          </Fold>
        );
      })}
    </Section>
  );
});
