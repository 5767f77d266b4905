/** Load of each leg or phase of a panel, and a button to balance them. */
import { Button } from "antd";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { balanceLegs, legLoadsVA } from "#core/panel/arrange.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showVA } from "#core/units.ts";
import styles from "./panels.module.css";
import type { Arrange } from "./use-arrange.ts";

interface Props {
  document: CaseDocument;
  panel: Panel;
  codebook: Codebook;
  onArrange: Arrange;
}

export function LegBalance({ document, panel, codebook: { board }, onArrange }: Props) {
  return (
    <p className={styles.balance}>
      {legLoadsVA(document, panel)
        .map((va, i) => `${board.words.numberedLeg(i + 1)} ${showVA(va)}`)
        .join(" · ")}
      <Button
        size="small"
        onClick={() =>
          onArrange(
            (p, now) => ({ circuits: balanceLegs(now, p) }),
            "Balanced as far as one-pole devices allow; undo takes it back",
          )
        }
      >
        Balance the {board.words.legs}
      </Button>
    </p>
  );
}
