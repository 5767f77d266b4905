/** Actions on several selected devices. */
import { Button } from "antd";
import { swapDevices } from "#core/panel/arrange.ts";
import type { Codebook } from "#core/rules/types.ts";
import styles from "./panels.module.css";
import type { Arrange } from "./use-arrange.ts";

interface Props {
  chosen: ReadonlySet<string>;
  codebook: Codebook;
  onArrange: Arrange;
  onTakeOut(ids: readonly string[]): void;
  onChooseNone(): void;
}

export function SeveralDevices({ chosen, codebook, onArrange, onTakeOut, onChooseNone }: Props) {
  const [first, second, third] = chosen;
  return (
    <p className={styles.actions}>
      {chosen.size} selected
      {first && second && !third && (
        <Button onClick={() => onArrange((p) => swapDevices(p, first, second, codebook))}>Swap their places</Button>
      )}
      <Button
        onClick={() =>
          onArrange((p) => ({
            circuits: (p.circuits ?? []).map((c) => (chosen.has(c.id) ? { ...c, status: "abandoned" } : c)),
          }))
        }
      >
        Abandoned
      </Button>
      <Button onClick={() => onTakeOut([...chosen])}>Remove</Button>
      <Button type="text" onClick={onChooseNone}>
        Clear selection
      </Button>
    </p>
  );
}
