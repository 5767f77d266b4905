/** A switch as high as the other fields, so that it is aligned with them. */
import { Switch } from "antd";
import type { ControlProps } from "#ui/field/field.tsx";
import styles from "./case-field.module.css";

export function YesNoSwitch({
  checked,
  onChange,
  ...controlProps
}: ControlProps & { checked: boolean; onChange(on: boolean): void }) {
  return (
    <span className={styles.switch}>
      <Switch {...controlProps} checked={checked} checkedChildren="yes" unCheckedChildren="no" onChange={onChange} />
    </span>
  );
}
