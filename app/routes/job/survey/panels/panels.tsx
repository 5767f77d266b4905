/** Every panel of the home, nested by its feeder. */
import { Button } from "antd";
import { linkEach, linksOf, suggestedLinks } from "#core/panel/links.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { addSubPanel, nestedPanels } from "#core/panel/sub-panels.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { capital } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { OnePanel } from "./one-panel.tsx";
import styles from "./panels.module.css";

export function PanelsSection() {
  const { document } = useJob();
  const store = useJobStore();
  const { words } = codebookOf(document.rules);
  const nested = nestedPanels(document);
  const first = nested[0]?.panel;
  return (
    <Section
      id="panels"
      title={nested.length > 1 ? `Panels (${nested.length})` : words.mainPanel}
      aside={
        first && (
          <Button onClick={() => store.edit(addSubPanel(first.id, freshId("panel"), capital(words.subPanel)))}>
            Add a {words.subPanel}
          </Button>
        )
      }
    >
      {nested.map(({ panel, index, depth }) => (
        <div key={panel.id} className={styles.nested} data-depth={Math.min(depth, 3)}>
          <OnePanel index={index} alone={nested.length === 1} />
        </div>
      ))}
      <Links />
    </Section>
  );
}

/** Unlinked devices and loads, so that nothing is forgotten or counted twice. */
function Links() {
  const { document } = useJob();
  const store = useJobStore();
  const { loads, devices, twice } = linksOf(document);
  const placed = document.panels.some((p) => (p.circuits ?? []).length > 0);
  if (!placed) return null;
  const codebook = codebookOf(document.rules);
  const suggested = suggestedLinks(document);
  const nameOf = (load: (typeof loads)[number]) => loadName(load, codebook);
  return (
    <div className={styles.links}>
      {twice.map(({ load, circuits }) => (
        <p key={load.id} className="stops" role="alert">
          {nameOf(load)} could be fed by {circuits.map((c) => c.label || c.id).join(" and ")}: link it to one.
        </p>
      ))}
      {suggested.length > 0 && (
        <p className={styles.suggested}>
          <Button
            onClick={() => {
              const { document: now } = store.getState();
              store.edit(linkEach(now, suggestedLinks(now)));
            }}
          >
            Link {suggested.length === 1 ? "this one" : `all ${suggested.length}`}
          </Button>
          <span>{suggested.map(({ circuit, load }) => `${deviceName(circuit)} feeds ${nameOf(load)}`).join("; ")}</span>
        </p>
      )}
      {loads.length > 0 && (
        <p>
          <strong>Loads with no device linked to them:</strong> {loads.map(nameOf).join(", ")}
        </p>
      )}
      {devices.length > 0 && (
        <p>
          <strong>Devices with no load linked to them:</strong>{" "}
          {devices.map(({ circuit }) => circuit.label || `${circuit.ratingA ?? "?"} A`).join(", ")}
          <span className="quiet"> (lights and general outlets are counted by area or as circuits)</span>
        </p>
      )}
    </div>
  );
}
