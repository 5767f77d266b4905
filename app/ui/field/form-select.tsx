/** A choice in a form that is sent as a whole: Ant Design's Select, with its value in a hidden field. */
import { Select } from "antd";
import { useState } from "react";
import type { ControlProps } from "./field.tsx";

interface Props extends Partial<ControlProps> {
  name: string;
  initial: string;
  options: readonly { value: string; label: string }[];
  /** Its accessible name, where no label belongs to it. */
  "aria-label"?: string | undefined;
  className?: string | undefined;
}

export function FormSelect({ name, initial, options, className = "", ...control }: Props) {
  const [value, setValue] = useState(initial);
  return (
    <>
      <input type="hidden" name={name} value={value} />
      <Select {...control} value={value} options={[...options]} onChange={setValue} className={className} />
    </>
  );
}
