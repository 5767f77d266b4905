/** A switch as high as the other fields, so that it is aligned with them. */
import { Switch } from "antd";
import type { Tied } from "#ui/field/field.tsx";
import styles from "./case-field.module.css";

export function YesNoSwitch({ checked, onChange, ...tied }: Tied & { checked: boolean; onChange(on: boolean): void }) {
  return (
    <span className={styles.switch}>
      <Switch {...tied} checked={checked} checkedChildren="yes" unCheckedChildren="no" onChange={onChange} />
    </span>
  );
}
