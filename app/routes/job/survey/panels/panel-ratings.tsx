/** Fields of a panel apart from its devices, and actions on the whole panel. */

import { Button } from "antd";
import type { AssessedCase } from "#core/assessed-case.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { Panel } from "#core/case/document/types.ts";
import { CAUTIONS } from "#core/cautions.ts";
import { addSubPanel, removePanel } from "#core/panel/sub-panels.ts";
import { codebookOf } from "#core/rules/index.ts";
import { capital } from "#core/words.ts";
import { Caution } from "#ui/frame/sheet.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";
import { FeederFields } from "./feeder.tsx";
import { PanelLabel } from "./panel-label.tsx";
import styles from "./panels.module.css";
import { RcdGroups } from "./rcd-groups.tsx";

export const PanelRatings = deferred(function PanelRatings({ index, document }: { index: number } & AssessedCase) {
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const { words, asksFor } = codebook;
  const panel: Panel | undefined = document.panels[index];
  // A panel that was only just added comes with the next drawing.
  if (!panel) return null;
  const from = document.panels.find((p) => p.id === panel.fedFrom);
  const mayGo = removePanel(document, panel.id) !== null;
  return (
    <>
      <PanelLabel at={index} panel={panel} document={document} codebook={codebook} />
      {asksFor.rcd && <RcdGroups index={index} />}
      {from && <FeederFields at={index} from={from} codebook={codebook} />}
      {panel.condition !== "sound" && panel.condition !== undefined && <Caution>{CAUTIONS.oldBoard(words)}</Caution>}
      <p className={styles.actions}>
        {document.panels.length > 1 && document.charger?.panel !== panel.id && (
          <Button onClick={() => store.edit(setValue(store.getState().document, "/charger/panel", panel.id))}>
            The charger's circuit starts here
          </Button>
        )}
        {document.panels.length > 1 && document.charger?.panel === panel.id && (
          <Button onClick={() => store.edit(setValue(store.getState().document, "/charger/panel", undefined))}>
            Leave open where the charger's circuit starts
          </Button>
        )}
        {from && (
          <Button onClick={() => store.edit(addSubPanel(panel.id, freshId("panel"), capital(words.subPanel)))}>
            Another fed from this one
          </Button>
        )}
        {from && mayGo && (
          <Button type="text" danger onClick={() => store.edit(removePanel(store.getState().document, panel.id) ?? [])}>
            Remove this {words.board}
          </Button>
        )}
      </p>
    </>
  );
});
