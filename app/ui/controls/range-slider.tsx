/** A slider over whole steps, which says its value in words. */
import { Slider } from "antd";

interface Props {
  label: string;
  min?: number;
  max: number;
  value: number;
  /** The value in words, for those who cannot see it. */
  says?: string;
  onMove(value: number): void;
}

export const RangeSlider = ({ label, min = 0, max, value, says, onMove }: Props) => (
  <Slider
    min={min}
    max={max}
    value={value}
    tooltip={{ open: false }}
    ariaLabelForHandle={label}
    {...(says !== undefined && { ariaValueTextFormatterForHandle: () => says })}
    onChange={onMove}
  />
);
