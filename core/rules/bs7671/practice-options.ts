/** Schools of practice under BS 7671. */
import { clampsAlways, clampsRead, ownBoard, type PracticeOption, sizing, withOption } from "../practice-options.ts";

const ukDevice: PracticeOption = {
  id: "ukDevice",
  question: "Device for a 32 A charger",
  choices: [
    { value: "40", label: "40 A" },
    { value: "32", label: "32 A" },
  ],
  current: ({ options }) => String(options?.ukDeviceA ?? 40),
  apply: (document, value) => withOption(document, { ukDeviceA: Number(value) as 32 | 40 }),
};

export const ukPracticeOptions: readonly PracticeOption[] = [
  ukDevice,
  ownBoard("board"),
  clampsAlways,
  clampsRead,
  sizing,
];
