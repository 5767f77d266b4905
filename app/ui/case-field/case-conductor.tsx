/** A conductor in the case: size first, then metal and wiring method. */
import { Segmented, Select } from "antd";
import { setValue, valueAt } from "#core/case/document/set-value.ts";
import type { Conductor } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./case-field.module.css";
import { CaseFrame } from "./case-frame.tsx";

interface Props {
  label: string;
  pointer: string;
  codebook: Codebook;
  source?: string;
  /** Tails and service conductors: the size says it all. */
  sizeOnly?: boolean;
}

export function CaseConductor({ label, pointer, codebook, source, sizeOnly = false }: Props) {
  const { survey, asksFor } = codebook;
  const store = useJobStore();
  const held = useJobPart((state) => valueAt(state.document, pointer)) as Conductor | null | undefined;
  const set = (conductor: Conductor | null) => store.edit(setValue(store.getState().document, pointer, conductor));
  return (
    <CaseFrame label={label} pointer={pointer} source={source}>
      {(controlProps) => (
        <div className={styles.conductor}>
          <Select
            {...controlProps}
            showSearch
            allowClear
            aria-label={`${label}: size`}
            placeholder="Size"
            value={held?.size}
            options={survey.conductorSizes.map((size) => ({ value: size, label: size.replace("mm2", "mm²") }))}
            onChange={(size) =>
              set(size ? { ...(!asksFor.conductorMetal && { material: "cu" as const }), ...held, size } : null)
            }
          />
          {held && asksFor.conductorMetal && (
            <Segmented
              tabIndex={-1}
              aria-label={`${label}: metal`}
              options={[
                { value: "cu", label: "Cu" },
                { value: "al", label: "Al" },
              ]}
              value={held.material ?? ""}
              onChange={(material) => set({ ...held, material: material as "cu" | "al" })}
            />
          )}
          {held && !sizeOnly && (
            <Select
              aria-label={`${label}: wiring method`}
              placeholder="Wiring method"
              value={held.type}
              options={[...survey.conductorTypes]}
              onChange={(type) => set({ ...held, type })}
            />
          )}
        </div>
      )}
    </CaseFrame>
  );
}
