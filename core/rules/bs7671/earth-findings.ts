/** Faults of a home's main earth and bonding, and a fault current that its devices may not break. */

import { withSupply } from "#core/case/document/change.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { requirements } from "#core/estimate/requirements.ts";
import { showNumber } from "#core/units.ts";
import type { FindingRule } from "../findings/types.ts";
import { BONDING_WITHIN_MM, BREAKS_KA, bondingMm2, mainEarthMm2 } from "./earthing.ts";
import { mm2Of } from "./mm2.ts";

const TAKES = requirements({ bonding: 1, "labour:bonding": 1 });
const PIPES = ["gas", "water"] as const;
const AT = { gas: "the gas meter", water: "the stop cock" } as const;

type Supply = CaseDocument["supply"];

const tailsOf = ({ conductor }: Supply): number | null => (conductor ? mm2Of(conductor) : null);
const earthNeeded = (supply: Supply) => (supply.earthing ? mainEarthMm2(supply.earthing, tailsOf(supply)) : null);
const bondingNeeded = (supply: Supply) => (supply.earthing ? bondingMm2(supply.earthing, tailsOf(supply)) : null);

/** Pipes whose bonding is there and thinner than it must be. */
const thin = (supply: Supply) =>
  PIPES.filter((pipe) => {
    const bond = supply.bonding?.[pipe];
    const needed = bondingNeeded(supply);
    return bond?.state === "bonded" && bond.mm2 !== undefined && needed !== null && bond.mm2 < needed;
  });
/** Pipes without any bonding; what a look ticked says the same of both. */
const unbonded = ({ supply, survey }: CaseDocument) =>
  survey?.seen?.includes("bonding-absent") ? [] : PIPES.filter((pipe) => supply.bonding?.[pipe]?.state === "absent");

/** Pipes that the work bonds, or bonds anew. */
const pipesToBond = (document: CaseDocument) => [...unbonded(document), ...thin(document.supply)];

const bonded = (document: CaseDocument, pipes: readonly (typeof PIPES)[number][]): CaseDocument => {
  const { bonding } = document.supply;
  const sized = { mm2: bondingNeeded(document.supply) ?? 10 };
  return withSupply(document, {
    bonding: {
      ...bonding,
      ...Object.fromEntries(pipes.map((pipe) => [pipe, { ...bonding?.[pipe], state: "bonded", ...sized }])),
    },
  });
};

/** The home with main earth and bonding in the size that its tails need; what nobody has looked at stays unknown. */
export function withSizedEarths(document: CaseDocument): CaseDocument {
  const { supply } = document;
  const earth = earthNeeded(supply);
  const renewed =
    supply.mainEarthMm2 && earth !== null
      ? withSupply(document, { mainEarthMm2: Math.max(supply.mainEarthMm2, earth) })
      : document;
  const pipes = pipesToBond(renewed);
  return pipes.length === 0 ? renewed : bonded(renewed, pipes);
}

export const earthFindings: readonly FindingRule[] = [
  {
    at: "supply",
    code: "main-earth-undersized",
    severity: "fix",
    rule: "BS 7671 543.1, table 54.7",
    todo: "Renew the main earth conductor before the charger is energised",
    reason: "fault-on-path",
    check: ({ document: { supply } }) => {
      const needed = earthNeeded(supply);
      return supply.mainEarthMm2 && needed !== null && supply.mainEarthMm2 < needed
        ? [{ link: "supply", text: `The main earth has ${supply.mainEarthMm2} mm²; these tails need ${needed} mm²` }]
        : [];
    },
    mend: {
      requires: TAKES,
      of: ({ document }) => {
        const mainEarthMm2 = earthNeeded(document.supply);
        return mainEarthMm2 === null
          ? null
          : {
              document: withSupply(document, { mainEarthMm2 }),
              text: `Renew the main earth conductor in ${mainEarthMm2} mm²`,
            };
      },
    },
  },
  {
    at: "supply",
    code: "bonding-undersized",
    severity: "fix",
    rule: "BS 7671 544.1.1, table 54.8",
    todo: "Bond the pipe in the size that it needs before the charger is energised",
    reason: "fault-on-path",
    check: ({ document }) => [
      ...unbonded(document).map((pipe) => ({
        link: "supply",
        text: `The ${pipe} pipe is not bonded`,
        rule: "BS 7671 411.3.1.2, 544.1",
      })),
      ...thin(document.supply).map((pipe) => ({
        link: "supply",
        text: `The bonding of the ${pipe} pipe has ${document.supply.bonding?.[pipe]?.mm2} mm²; it needs ${bondingNeeded(document.supply)} mm²`,
      })),
    ],
    mend: {
      requires: TAKES,
      of: ({ document }) => {
        const pipes = pipesToBond(document);
        return pipes.length === 0
          ? null
          : {
              document: bonded(document, pipes),
              text: `Bond the ${pipes.join(" and ")} pipe in ${bondingNeeded(document.supply) ?? 10} mm²`,
            };
      },
    },
  },
  {
    at: "supply",
    code: "bonding-far",
    severity: "note",
    rule: "BS 7671 544.1.2",
    todo: "See that no branch leaves the pipe before the clamp; move the clamp where that is practicable",
    reason: "fault-on-path",
    check: ({ document: { supply } }) =>
      PIPES.filter((pipe) => {
        const { state, distanceMm = 0 } = supply.bonding?.[pipe] ?? {};
        return state === "bonded" && distanceMm > BONDING_WITHIN_MM;
      }).map((pipe) => ({
        link: "supply",
        text: `The ${pipe} pipe is bonded ${showNumber(supply.bonding?.[pipe]?.distanceMm ?? 0)} mm from ${AT[pipe]}; within ${BONDING_WITHIN_MM} mm is asked for where practicable`,
      })),
  },
  {
    at: "supply",
    code: "fault-current-high",
    severity: "note",
    rule: "BS 7671 434.5.1",
    todo: "Read what the board and its devices are declared for, and choose the charger's device by it",
    reason: "fault-on-path",
    check: ({ document: { supply } }) => {
      const kA = supply.prospectiveKA ?? 0;
      if (kA <= BREAKS_KA.device) return [];
      return [
        {
          link: "supply",
          text:
            kA > BREAKS_KA.board
              ? `${showNumber(kA)} kA may flow in a fault, more than a board for homes is declared for (${BREAKS_KA.board} kA): ask the network operator`
              : `${showNumber(kA)} kA may flow in a fault, more than an ordinary device breaks by itself (${BREAKS_KA.device} kA): only a board declared for it behind the cut-out's fuse takes that`,
        },
      ];
    },
  },
];
