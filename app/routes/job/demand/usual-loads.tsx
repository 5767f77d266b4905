/** A pick list of usual loads for thumbs, each with its typical value. */
import { Button } from "antd";
import { useState } from "react";
import { type EnteredLoad, parseLoads, showNameplate } from "#core/panel/quick-load.ts";
import type { Codebook } from "#core/rules/types.ts";
import { Fold } from "#ui/frame/fold.tsx";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./demand.module.css";

/** With more loads than this the list is collapsed. */
const FEW_LOADS = 4;

interface Props {
  codebook: Codebook;
  volts: number;
  onAdd(entries: readonly EnteredLoad[]): void;
}

export function UsualLoads({ codebook, volts, onAdd }: Props) {
  const store = useJobStore();
  const [startsOpen] = useState(() => store.getState().document.loads.length < FEW_LOADS);
  return (
    <Fold title="Usual loads, with typical values: check the nameplate" startsOpen={startsOpen}>
      <div className={styles.usual}>
        {codebook.loadKinds
          .filter((k) => k.kind !== "ev-charger")
          .map((kind) => (
            <Button
              key={kind.kind}
              className={styles.usualLoad}
              title="typical, check the nameplate"
              onClick={() => {
                const one = parseLoads(kind.label, codebook, volts);
                if (!("problem" in one))
                  onAdd(one.map((e) => ({ ...e, load: { ...e.load, kind: kind.kind, label: kind.label } })));
              }}
            >
              {kind.label}
              <span className="quiet figure">
                {showNameplate(kind.fixedVA === undefined ? kind.typical : { va: kind.fixedVA }, volts)}
              </span>
            </Button>
          ))}
      </div>
    </Fold>
  );
}
