/** What a new circuit for the charger takes of a price book: as designed along its run, else the usual size for its device. */
import type { CaseDocument, RunSegment } from "#core/case/document/types.ts";
import { designFor, isDesigned } from "#core/circuit/design.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { type Takes, takes } from "#core/estimate/takes.ts";
import { lengthFt, lengthM } from "#core/units.ts";

/** Run methods whose conductors are single ones in a conduit. */
const SINGLES: readonly string[] = ["thhn", "xhhw-2"];
/** Two line conductors, or line and neutral, beside the earth conductor. */
const LIVE = 2;
const CONDUIT: readonly string[] = ["emt", "pvc40", "pvc80", "buried-pvc", "trunking", "ground"];
/** Charger classes of the price book, by their largest current. */
const CHARGER_CLASSES_A = [16, 32, 40, 48, 80] as const;

/** The smallest usual size whose largest device is at least this one. */
function usualSize({ codebook, type, deviceA }: { codebook: Codebook; type: string; deviceA: number }): string {
  const { feederSizes, charging } = codebook;
  const carries = (size: string) => {
    const rated = codebook.conductor({ size, material: "cu", type });
    return rated !== null && charging.deviceOnConductorA(rated) >= deviceA && rated.ampacityA > 0;
  };
  return feederSizes.find(carries) ?? (feederSizes.at(-1) as string);
}

/** The charger itself, of the smallest class that gives the current; none where the customer has one. */
export const chargerTakes = ({ charger }: CaseDocument, chargeA: number): Record<string, number> => {
  if (charger?.providedBy === "customer") return {};
  const asked = Math.max(chargeA, charger?.maxA ?? 0);
  return { [`charger:${CHARGER_CLASSES_A.find((a) => a >= asked) ?? CHARGER_CLASSES_A.at(-1)}`]: 1 };
};

/**
 * @param deviceA rating of its protective device, A
 * @param chargeA charging current, A
 */
export function newCircuitTakes(document: CaseDocument, codebook: Codebook, deviceA: number, chargeA: number): Takes {
  const { usualRun, poles } = codebook.charging;
  const { run } = document;
  const segments: readonly RunSegment[] = run?.segments?.length
    ? run.segments
    : [{ method: usualRun.method, length: usualRun.length }];
  const parts: Record<string, number> = {
    [`device:${poles}p:${deviceA}`]: 1,
    sundries: 1,
    permit: 1,
    "labour:new-circuit": 1,
    ...chargerTakes(document, chargeA),
  };
  const put = (item: string, count: number) => {
    parts[item] = (parts[item] ?? 0) + count;
  };
  const designed = designFor(document, codebook, chargeA);
  for (const [i, { method, length, conductorType }] of segments.entries()) {
    const long = codebook.lengthUnit === "ft" ? lengthFt(length) : lengthM(length);
    const made = designed && isDesigned(designed) ? designed.segments[i] : undefined;
    const type = made?.conductor.type ?? conductorType ?? run?.conductorType ?? usualRun.conductorType;
    const size = made?.conductor.size ?? usualSize({ codebook, type, deviceA });
    const as = made?.conductor.material === "al" ? `${type}-al` : type;
    if (SINGLES.includes(type)) {
      put(`wire:${as}:${size}`, long * LIVE);
      put(`wire:${as}:${made?.earthConductor.size ?? size}`, long);
    } else put(`cable:${as}:${size}`, long);
    if (CONDUIT.includes(method)) put(`conduit:${method}`, long);
    put(`run:${method}`, long);
  }
  return takes(parts, "permit", "order", "inspection");
}
