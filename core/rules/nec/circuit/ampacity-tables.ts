/**
 * Ampacity of insulated conductors, A: at most three current-carrying, 30 °C ambient.
 * Source: NEC Table 310.16; sizes in AWG and kcmil; columns are terminal temperatures, °C.
 */
import type { AmpacityTable } from "#core/rules/circuit/ampacity.ts";

const sizes = [
  ["14 AWG", [15, 20, 25], null],
  ["12 AWG", [20, 25, 30], [15, 20, 25]],
  ["10 AWG", [30, 35, 40], [25, 30, 35]],
  ["8 AWG", [40, 50, 55], [35, 40, 45]],
  ["6 AWG", [55, 65, 75], [40, 50, 55]],
  ["4 AWG", [70, 85, 95], [55, 65, 75]],
  ["3 AWG", [85, 100, 115], [65, 75, 85]],
  ["2 AWG", [95, 115, 130], [75, 90, 100]],
  ["1 AWG", [110, 130, 145], [85, 100, 115]],
  ["1/0 AWG", [125, 150, 170], [100, 120, 135]],
  ["2/0 AWG", [145, 175, 195], [115, 135, 150]],
  ["3/0 AWG", [165, 200, 225], [130, 155, 175]],
  ["4/0 AWG", [195, 230, 260], [150, 180, 205]],
  ["250 kcmil", [215, 255, 290], [170, 205, 230]],
  ["300 kcmil", [240, 285, 320], [195, 230, 260]],
  ["350 kcmil", [260, 310, 350], [210, 250, 280]],
  ["400 kcmil", [280, 335, 380], [225, 270, 305]],
  ["500 kcmil", [320, 380, 430], [260, 310, 350]],
  ["600 kcmil", [350, 420, 475], [285, 340, 385]],
  ["700 kcmil", [385, 460, 520], [315, 375, 425]],
  ["750 kcmil", [400, 475, 535], [320, 385, 435]],
] as const satisfies readonly (readonly [string, AmpacityTable, AmpacityTable | null])[];

/** By size and metal: ampacity at 60, 75 and 90 °C; null where the size is not made in that metal. */
export const NEC_310_16: readonly { size: string; cu: AmpacityTable; al: AmpacityTable | null }[] = sizes.map(
  ([size, cu, al]) => ({ size, cu, al }),
);

/** Standard ratings of overcurrent devices, A. Source: NEC 240.6(A). */
export const NEC_240_6 = [
  15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500, 600,
] as const;

/** Largest overcurrent device for small conductors, A. Source: NEC 240.4(D). */
export const NEC_240_4_D: Readonly<Record<"cu" | "al", Readonly<Record<string, number>>>> = {
  cu: { "14 AWG": 15, "12 AWG": 20, "10 AWG": 30 },
  al: { "12 AWG": 15, "10 AWG": 25 },
};
