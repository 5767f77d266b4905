/** Charging current that fits, and the other sums every way needs. */
import type { WayId } from "../case/document/types.ts";
import { demandInput, demandVA } from "../demand/calculate.ts";
import type { PanelLimit } from "../demand/feeders.ts";
import type { CountedLoad } from "../demand/types.ts";
import { hasTypeAc } from "../findings/findings.ts";
import { showA } from "../units.ts";
import type { Waterline } from "../waterline.ts";
import { type Cited, type Why, why } from "../why.ts";
import type { Reason, ReasonCode, Situation } from "./types.ts";

/** Energy margin that `chargerSizing: "need"` keeps over the need. */
const NEED_MARGIN = 1.2;

export const reason = (code: ReasonCode, text: string, rule: string): Reason => ({ code, text, rule });

/** Demand of other loads than the ledger's by the governing method, in A; for what a way takes out or swaps. */
export function demandWithLoadsA(s: Situation, loads: readonly CountedLoad[]): number {
  return demandVA(s.method, demandInput(s.document, s.codebook, s.ratingA, loads)) / s.volts;
}

type CountedAmps = { amps: number; cited: Cited };
const countedCache = new WeakMap<Situation, Map<number, CountedAmps>>();

/** What charging at `chargeA` adds to the demand, with the rule; worked out once per situation and current. */
export function countedA(s: Situation, chargeA: number): CountedAmps {
  const cache = countedCache.get(s) ?? new Map<number, CountedAmps>();
  countedCache.set(s, cache);
  const found = cache.get(chargeA) ?? countChargerA(s, chargeA);
  cache.set(chargeA, found);
  return found;
}

/** `inside` goes through the demand factors with the other loads. */
function countChargerA(s: Situation, chargeA: number): CountedAmps {
  const { counted, nameplateVA } = s.codebook.charging;
  if (s.treatment !== "inside" || !s.method.takesChargerInside) {
    const { va, cited } = counted(chargeA, s.volts, s.treatment === "inside" ? "outside-100" : s.treatment);
    return { amps: va / s.volts, cited };
  }
  const { va, cited } = nameplateVA(chargeA, s.volts);
  const charger: CountedLoad = {
    id: "new-charger",
    kind: "ev-charger",
    label: "Charger",
    va,
    unitVA: va,
    quantity: 1,
    existing: false,
    controlled: 1,
    socketOnControl: false,
  };
  const amps = demandWithLoadsA(s, [...s.loads, charger]) - s.calculation.demandA;
  return {
    amps,
    cited: { ...cited, formula: `${cited.formula}; among the other loads, before the demand factor` },
  };
}

/** Energy of a night at a steady current, kWh: no more than the need. */
export const energyAtKWh = (s: Situation, chargeA: number, volts = s.volts): number =>
  Math.min(s.need.energyPerDayKWh, (volts * chargeA * s.need.hoursPerNight) / 1000);

/** Charging settings up to `capA`, ascending. */
const settingsUpTo = (s: Situation, capA: number) =>
  s.charger.settingsA.filter((a) => a <= Math.min(capA, s.charger.maxA) + 1e-9);

/** What charging adds to a feeder or bus: outside the demand factors, continuous. */
const countedOnFeederA = (s: Situation, chargeA: number): number =>
  s.codebook.charging.counted(chargeA, s.volts, "outside-125").va / s.volts;

/** The first of the limits that a charging current is too much for; undefined where all carry it. */
export const limitInTheWay = (s: Situation, chargeA: number, limits = s.limits): PanelLimit | undefined =>
  limits.find((l) => countedOnFeederA(s, chargeA) > l.headroomA + 1e-9);

/**
 * The largest charging setting whose counted load is within the supply's headroom and that of every feeder and bus on
 * the way (the smallest that meets the need with margin, where the job asks for that); 0 where none fits.
 * @param limits other feeders and buses than those to the charger's panel
 */
export function currentThatFits(
  s: Situation,
  headroomA: number,
  capA = Number.POSITIVE_INFINITY,
  limits: readonly PanelLimit[] = s.limits,
): number {
  const fitting =
    headroomA <= 0
      ? []
      : settingsUpTo(s, capA).filter((a) => countedA(s, a).amps <= headroomA + 1e-9 && !limitInTheWay(s, a, limits));
  const largest = fitting.at(-1) ?? 0;
  if (s.document.options?.chargerSizing !== "need") return largest;
  const enough = (a: number) => (s.volts * a * s.need.hoursPerNight) / 1000 >= s.need.energyPerDayKWh * NEED_MARGIN;
  return fitting.find((a) => a >= s.codebook.charging.minimumA && enough(a)) ?? largest;
}

/** The largest setting a limit allows, whatever the headroom: for chargers that are held back. */
export const largestSetting = (s: Situation, capA: number): number => settingsUpTo(s, capA).at(-1) ?? 0;

export const deviceA = (s: Situation, chargeA: number): number =>
  chargeA > 0 ? s.codebook.charging.deviceA(chargeA, s.document.options?.ukDeviceA) : 0;

/** The waterline of a way behind the panel that is there: where that panel is smaller than the supply, it is the edge. */
export const level = (s: Situation, chargingA: number, changes: Partial<Waterline> = {}): Waterline => ({
  ...(s.whole
    ? { ratingA: s.whole.ratingA, edge: s.panel?.name ?? s.codebook.words.mainPanel }
    : { ratingA: s.ratingA }),
  demandA: s.calculation.demandA,
  chargingA,
  limitA: null,
  ...changes,
});

/** The waterline of a way that leaves the panel behind: the supply is the edge. */
export const levelOnSupply = (s: Situation, chargingA: number): Waterline => ({
  ratingA: s.ratingA,
  demandA: s.calculation.demandA,
  chargingA,
  limitA: null,
});

/** The smallest setting that is worth a circuit, A. */
export const smallestSetting = ({ charger, codebook }: Situation): number =>
  charger.settingsA.find((a) => a >= codebook.charging.minimumA) ?? codebook.charging.minimumA;

export const chargeWhy = (s: Situation, chargeA: number, headroomA: number): Why => {
  const shown = chargeA || smallestSetting(s);
  const { amps, cited } = countedA(s, shown);
  const next = s.charger.settingsA.find((a) => a > chargeA);
  const limit = next === undefined ? undefined : limitInTheWay(s, next);
  return why(
    "Charging current",
    showA(chargeA),
    {
      rule: cited.rule,
      formula: `largest setting whose counted load is within the headroom; counted as ${cited.formula}`,
      numbers: `${cited.numbers}; / ${s.volts} V = ${showA(amps)} ${amps <= headroomA + 1e-9 ? "is within" : "is more than"} ${showA(headroomA)}${limit ? `; the ${limit.name} has ${showA(limit.headroomA)} spare` : ""}`,
    },
    [...s.calculation.assumptions],
    [
      `${showA(Math.max(0, amps - headroomA))} more headroom would carry ${showA(shown)}`,
      "Measured demand instead of a calculation",
      "A managed charger, which is held below the limit",
    ].slice(amps <= headroomA + 1e-9 ? 1 : 0),
  );
};

/** Headroom too short for even the smallest worthwhile charger. */
export function headroomShort(s: Situation, headroomA = s.headroomA): Reason {
  const smallest = smallestSetting(s);
  const { amps, cited } = countedA(s, smallest);
  const limit = limitInTheWay(s, smallest);
  if (limit && amps <= headroomA)
    return reason(
      "headroom-short",
      `The ${limit.name} (${showA(limit.ratingA)}) has ${showA(limit.headroomA)} spare; ${showA(smallest)} of charging counts as ${showA(countedOnFeederA(s, smallest))}`,
      limit.explain.rule,
    );
  return reason(
    "headroom-short",
    headroomA < 0
      ? `The existing demand is already ${showA(-headroomA)} over the supply rating`
      : `Even ${showA(smallest)} of charging counts as ${showA(amps)}; only ${showA(headroomA)} is spare`,
    cited.rule,
  );
}

/** A looped supply stops every way that adds charging (UK). */
export const loopedReason = (s: Situation): Reason[] =>
  s.document.supply.looped
    ? [
        reason(
          "looped-supply",
          "The neighbour is fed through this cut-out: no charger until the operator has separated it",
          "Network operator's conditions of supply",
        ),
      ]
    : [];

export const boardReason = (s: Situation, name = s.codebook.words.panel): Reason[] => {
  const condition = s.panel?.condition ?? "sound";
  return condition === "sound"
    ? []
    : [
        reason(
          "board-unsafe",
          condition === "unsafe"
            ? `The ${name} is unsafe: nothing is added to it`
            : `The ${name} is of an obsolete type: it is not disturbed and nothing is added to it`,
          s.codebook.sections.soundPanel,
        ),
      ];
};

/** No room for the charger's device; empty where there is room or the spaces are not recorded yet. */
export function spaceReason(s: Situation): Reason[] {
  const poles = s.codebook.charging.poles;
  if (!s.spaces || s.spaces.placeAt !== null) return [];
  const { spaces: plural, space } = s.codebook.words;
  return [
    reason(
      "no-space",
      s.spaces.free < poles
        ? `${s.spaces.free} of ${s.spaces.total} ${plural} free; the charger's device takes ${poles} ${poles === 1 ? space : plural}`
        : `${s.spaces.free} ${plural} are free, but no ${poles} beside each other on opposite legs`,
      s.codebook.sections.panelRoom,
    ),
  ];
}

/** The work that comes first where the panel cannot take the charger's device: an unsafe one goes, another is left alone. */
export function firstMade(s: Situation): { ways: WayId[]; reasons: Reason[]; work: string[] } {
  const reasons = [...boardReason(s), ...spaceReason(s)];
  const { panel } = s.codebook.words;
  if (reasons.length === 0) return { ways: [], reasons, work: [] };
  return s.panel?.condition === "unsafe"
    ? { ways: ["panel-change"], reasons, work: [`Replace the unsafe ${panel} first`] }
    : { ways: ["separate-board"], reasons, work: [`Make room first: a small board of its own or a new ${panel}`] };
}

/** Nothing that a new panel or board would answer to. */
export const notNeeded = (s: Situation): Reason =>
  reason("not-needed", `The ${s.codebook.words.panel} is sound and has room`, "Site survey");

/** Type AC residual-current protection in the charger's path must go first (UK). */
export const typeAcReason = (s: Situation): Reason[] =>
  s.codebook.region === "uk" && hasTypeAc(s.panel)
    ? [
        reason(
          "type-ac-upstream",
          "A type AC RCD stands in this board: the charger's path must not run through it",
          "BS 7671 531.3.3, 722.531.3",
        ),
      ]
    : [];

export const ISOLATE = {
  us: "Service conductors stay live with the main off: lock off, prove dead with a tester proved before and after.",
  uk: "The tails stay live with the main switch off: isolate at the cut-out side, lock off, prove dead.",
} as const;
