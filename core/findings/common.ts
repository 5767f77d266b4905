/** Faults that every rule set knows, each with its link and its repair. */

import {
  withCircuitsOf,
  withOutlet,
  withoutSeen,
  withoutSources,
  withPanel,
  withSupply,
} from "#core/case/document/change.ts";
import { onSupply, readRatingA } from "#core/case/document/lookups.ts";
import { type CaseDocument, type Panel, PERMISSIONS, type PermissionFrom } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName, conductorName, mainName, panelName } from "#core/case/fields/names.ts";
import { chargerPoles } from "#core/panel/charger-poles.ts";
import { roomFor } from "#core/panel/room.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { fedThrough } from "#core/panel/sub-panels.ts";
import { faultWhen } from "#core/rules/findings/fault-when.ts";
import { withoutTypeAc } from "#core/rules/findings/protection.ts";
import { SEEN_FAULTS } from "#core/rules/findings/seen.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { FindingRule, FoundFault, RepairedHome } from "#core/rules/findings/types.ts";
import type { Home } from "#core/rules/home.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { isOver, showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { circuitConductor } from "./circuit-conductor.ts";
import { farEndFinding } from "./far-end.ts";
import { feederFindings } from "./feeder.ts";
import { outletDevice } from "./outlet-device.ts";

/** As it goes on within a sentence. */
const who = ({ survey }: Codebook, from: PermissionFrom): string =>
  from === "owner" ? "the owner of the home" : survey[from].who;

/** Refused permissions, and permissions still to be obtained; a tenant's landlord is always asked. */
function permissions({ enquiry }: CaseDocument, wanted: "refused" | "open"): PermissionFrom[] {
  return PERMISSIONS.filter((from) => {
    const state = enquiry?.permissions?.[from];
    if (wanted === "refused") return state === "refused";
    const asksOwner = from === "owner" && enquiry?.tenure === "tenant" && (state ?? "not-needed") === "not-needed";
    return asksOwner || state === "to-ask" || state === "asked";
  });
}

/** Sources that feed back into a panel's own circuits. */
const ownSources = ({ circuits = [] }: Panel) =>
  circuits.flatMap(({ backfeed, status }) =>
    backfeed && status !== "abandoned"
      ? [{ outputA: backfeed.outputA, oppositeEnd: backfeed.oppositeEnd ?? false }]
      : [],
  );

/**
 * Sources that feed back into a panel: its own, and those of the panels behind it, which come in through their feeder.
 * Nobody records at which end of the bus a feeder stands, so that end does not count in favour.
 */
const sourcesOn = ({ document }: Home, panel: Panel) => {
  const behind = fedThrough(document, panel.id);
  return [
    ...ownSources(panel),
    ...document.panels
      .filter((p) => p.id !== panel.id && behind.has(p.id))
      .flatMap((p) => ownSources(p).map((source) => ({ ...source, oppositeEnd: false }))),
  ];
};

/** Main device and all back-feeding sources of a panel, against its bus. */
function busFound(home: Home, panel: Panel): FoundFault | null {
  const { codebook, supplyA } = home;
  const { busA } = panel;
  if (!busA) return null;
  const link = linkId.bus(panel.id);
  const circuits = panel.circuits ?? [];
  const sources = sourcesOn(home, panel);
  const mainA = panel.mainA ?? (onSupply(panel) ? supplyA : (panel.feeder?.ratingA ?? 0));
  // In every case, the device that protects a bus may not be larger than the bus.
  if (mainA > busA)
    return {
      link,
      text: `${capital(panelName(panel, codebook))}: a ${mainName(panel, codebook)} of ${showA(mainA)} on a ${codebook.words.bus} of ${showA(busA)}`,
      rule: codebook.sections.mainOnBus,
    };
  if (sources.length === 0 || !codebook.bus) return null;
  const devices = circuits.filter((c) => c.status !== "abandoned" && c.device !== "blank" && c.device !== "surge");
  const ratings = devices.flatMap((c) => c.ratingA ?? []);
  const { fits, cited } = codebook.bus.sourcesFit({
    busA,
    mainA,
    devicesA: ratings.length === devices.length ? ratings : null,
    sources,
  });
  return fits
    ? null
    : {
        link,
        text: `${capital(panelName(panel, codebook))}: ${mainName(panel, codebook)} and sources overload the ${codebook.words.bus}: ${cited.numbers}`,
        rule: cited.rule,
      };
}

/** The panel's own sources moved to the far end of the bus, where that is enough; null where it is not. */
function sourcesMoved(home: Home, panel: Panel): RepairedHome | null {
  const near = (panel.circuits ?? []).filter((c) => c.backfeed && c.status !== "abandoned" && !c.backfeed.oppositeEnd);
  if (near.length === 0) return null;
  const circuits = (panel.circuits ?? []).map((c) =>
    c.backfeed && near.includes(c) ? { ...c, backfeed: { ...c.backfeed, oppositeEnd: true } } : c,
  );
  const document = withPanel(home.document, panel.id, { circuits });
  const after = document.panels.find((p) => p.id === panel.id);
  if (!after || busFound({ ...home, document }, after) || exceeds(home.at(panel).demandA, panel.busA ?? 0)) return null;
  return {
    document,
    text: `Move the ${home.codebook.words.device} of ${near.map(circuitName).join(" and ")} to the far end of the ${home.codebook.words.bus} of ${panelName(panel, home.codebook)}`,
    requires: SHARED_REQUIREMENTS.moveDevice,
  };
}

/** A new panel in the place of one, of the same main and bus, with room to spare. */
export function renewedPanel(
  document: CaseDocument,
  panel: Panel,
  larger: Pick<Panel, "mainA" | "busA"> = {},
): CaseDocument {
  const circuits = (panel.circuits ?? []).filter((c) => c.status !== "abandoned");
  const taken = circuits.reduce((n, c) => n + (c.poles ?? 1), 0);
  const old = withoutSources(document, (key) => key.startsWith(`panel.${panel.id}.`) && !key.includes(".feeder."));
  const renewed = withPanel(withCircuitsOf(old, panel.id, circuits), panel.id, {
    ...withoutTypeAc({ ...panel, circuits }),
    ...larger,
    spaces: Math.max(panel.spaces ?? 0, taken + ROOM_TO_SPARE),
    condition: "sound",
    linkedOut: 0,
    enclosure: "metal",
    surgeProtection: true,
    ...(!onSupply(panel) && { neutralApart: true }),
  });
  return onSupply(panel)
    ? withoutSeen(
        renewed,
        SEEN_FAULTS.filter((f) => f.goesWith === "panel").map((f) => f.code),
      )
    : renewed;
}

/** The smallest bus that carries a panel's main, its sources and its demand; as large as it is where none is made. */
export function busThatCarries(home: Home, panel: Panel, mainA: number): number | null {
  const rules = home.codebook.bus;
  if (!rules) return null;
  const sources = sourcesOn(home, panel);
  const leastA = Math.max(mainA, panel.busA ?? 0, home.at(panel).demandA);
  return (
    rules.ratingsA.find(
      (busA) =>
        busA >= leastA && (sources.length === 0 || rules.sourcesFit({ busA, mainA, devicesA: null, sources }).fits),
    ) ?? null
  );
}

/** The main of a new panel, A; 0 behind a feeder. The only panel on the supply has one as large as the supply. */
function newMainA({ document, codebook, supplyA }: Home, panel: Panel, carriesA: number): number {
  if (!onSupply(panel)) return 0;
  if (document.panels.filter(onSupply).length === 1) return supplyA;
  if (carriesA === 0) return panel.mainA ?? supplyA;
  return Math.min(codebook.bus?.ratingsA.find((ratingA) => ratingA >= carriesA) ?? supplyA, supplyA);
}

/**
 * A new panel in the place of one.
 * @param carriesA what its main has to carry, A, where that is more than the main that is there carries; otherwise 0
 */
export function largerPanel(home: Home, panel: Panel, carriesA: number): CaseDocument {
  const mainA = Math.max(newMainA(home, panel, carriesA), panel.mainA ?? 0);
  const busA = busThatCarries(home, panel, mainA) ?? panel.busA;
  return renewedPanel(home.document, panel, { ...(mainA > 0 && { mainA }), ...(busA && { busA }) });
}
/** Spaces that a new panel has beside those it must have. */
const ROOM_TO_SPARE = 8;

/** Ticked faults are not tied to a panel, so they apply to all panels on the supply, or to the supply. */
const seen: FindingRule[] = SEEN_FAULTS.flatMap((fault): FindingRule[] => {
  const shared = { code: fault.code, severity: fault.severity, todo: fault.todo, reason: fault.reason } as const;
  const of = (home: Home) => ({ document: withoutSeen(home.document, [fault.code]), text: fault.todo });
  const mend = fault.requires ? { mend: { requires: fault.requires, of } } : {};
  const ticked = ({ document }: Home) => document.survey?.seen?.includes(fault.code);
  const found = (home: Home, link: string): FoundFault => ({
    link,
    text: fault.text,
    rule: home.codebook.seenRules[fault.code],
  });
  return fault.goesWith === "supply"
    ? [
        {
          at: "supply",
          ...shared,
          rule: "",
          check: (home) => faultWhen(ticked(home), () => found(home, "supply")),
          ...mend,
        },
      ]
    : [
        {
          at: "panel",
          ...shared,
          rule: "",
          check: (home, panel) =>
            faultWhen(ticked(home) && onSupply(panel) && !panel.planned, () => found(home, linkId.panel(panel.id))),
          ...mend,
        },
      ];
});

export const commonFindings: readonly FindingRule[] = [
  {
    at: "supply",
    code: "permission-refused",
    severity: "stop",
    rule: "Consent before work",
    todo: "Do no work; talk to them, or let the job go",
    reason: "permission-open",
    check: ({ document, codebook }) =>
      permissions(document, "refused").map((from) => ({ link: "supply", text: `${who(codebook, from)} has refused` })),
  },
  {
    at: "supply",
    code: "permission-open",
    severity: "fix",
    rule: "Consent before work",
    todo: "Get it in writing before any work",
    reason: "permission-open",
    check: ({ document, codebook }) =>
      permissions(document, "open").map((from) => ({
        link: "supply",
        text: `${who(codebook, from)} ${document.enquiry?.permissions?.[from] === "asked" ? "has not answered yet" : "has not been asked yet"}`,
      })),
    mend: {
      requires: SHARED_REQUIREMENTS.consent,
      of({ document, codebook }) {
        const open = permissions(document, "open");
        const given = Object.fromEntries(open.map((from) => [from, "given"]));
        return {
          document: {
            ...document,
            enquiry: { ...document.enquiry, permissions: { ...document.enquiry?.permissions, ...given } },
          },
          text: `Get consent in writing: ${open.map((from) => who(codebook, from)).join(", ")}`,
        };
      },
    },
  },
  {
    at: "supply",
    code: "rating-unknown",
    severity: "fix",
    rule: "",
    todo: ({ operator }) => `Read the label, or ask the ${operator}`,
    reason: "not-confirmed",
    check: ({ document, codebook, supplyA }) =>
      faultWhen(readRatingA(document) === null, () => ({
        link: "supply",
        text: `The ${codebook.words.supply} rating could not be read: ${showA(supplyA)} is assumed until it is confirmed`,
        rule: codebook.sections.supplyRating,
      })),
  },
  {
    at: "supply",
    code: "already-overloaded",
    severity: "fix",
    rule: "",
    todo: ({ supply }) => `Measure the demand before anything is promised; plan for a larger ${supply}`,
    reason: "headroom-short",
    check: ({ document, codebook, demandA, supplyA, method, loads }) =>
      faultWhen(exceeds(demandA, supplyA), () => ({
        link: "supply",
        text: `The demand of ${showA(demandA)}${loads.some((l) => !l.existing) ? ", with what is planned," : ""} is ${isOver(supplyA - demandA) ? "over" : "just over"} the ${codebook.words.supply} of ${showA(supplyA)}${readRatingA(document) === null ? " that is assumed" : " already"}`,
        rule: method.rule,
      })),
  },
  {
    at: "panel",
    code: "panel-full",
    severity: "fix",
    rule: "",
    todo: ({ board }) => `Make room, fit a larger one, or give the charger a ${board} of its own`,
    reason: "no-space",
    pathOnly: true,
    check({ document, codebook }, panel, target) {
      if (target.circuit || target.outlet || target.panel?.id !== panel.id) return [];
      const poles = chargerPoles(document, codebook);
      const spaces = countSpaces(panel, codebook);
      return faultWhen(roomFor(document, panel, poles, codebook) === null, () => ({
        link: linkId.panel(panel.id),
        text: `No room for the charger's device: ${spaces?.free} of ${spaces?.total} ${codebook.words.spaces} free${panel.linkedOut ? `, ${panel.linkedOut} out of use` : ""}`,
        rule: codebook.sections.panelRoom,
      }));
    },
  },
  {
    at: "panel",
    code: "neutral-earth-joined",
    severity: "fix",
    rule: "",
    todo: "Take the bonding strap out, and put neutral and earth on bars of their own",
    reason: "fault-on-path",
    check: ({ codebook }, panel) =>
      faultWhen(!onSupply(panel) && panel.neutralApart === false, () => ({
        link: linkId.panel(panel.id),
        text: `Neutral and ${codebook.words.earthConductor} are joined in ${panelName(panel, codebook)}, which another ${codebook.words.board} feeds: current returns through the earth`,
        rule: codebook.sections.neutralApart,
      })),
    mend: {
      requires: SHARED_REQUIREMENTS.moveDevice,
      of: ({ document, codebook }, panel) => ({
        document: withPanel(document, panel.id, { neutralApart: true }),
        text: `Part neutral and ${codebook.words.earthConductor} in ${panelName(panel, codebook)}: the bonding strap comes out`,
      }),
    },
  },
  {
    at: "panel",
    code: "panel-obsolete",
    severity: "fix",
    rule: "",
    todo: ({ board }) => `Change it, or leave it alone beside a separate ${board}`,
    reason: "board-unsafe",
    check: ({ codebook }, panel) =>
      faultWhen(panel.condition === "obsolete", () => ({
        link: linkId.panel(panel.id),
        text: `${capital(panelName(panel, codebook))} is of an obsolete type: do not disturb it or add to it`,
        rule: codebook.sections.soundPanel,
      })),
    mend: {
      requires: SHARED_REQUIREMENTS.panel,
      of: (home, panel) => ({
        document: renewedPanel(home.document, panel),
        text: `Change ${panelName(panel, home.codebook)} for a new ${home.codebook.words.newPanel}`,
      }),
    },
  },
  {
    at: "panel",
    code: "panel-unsafe",
    severity: "stop",
    rule: "",
    todo: "Isolate it and make it safe first; only an electrician who may do such work decides that it is",
    reason: "board-unsafe",
    check: ({ codebook }, panel) =>
      faultWhen(panel.condition === "unsafe", () => ({
        link: linkId.panel(panel.id),
        text: `${capital(panelName(panel, codebook))} is unsafe: make it safe before anything else`,
        rule: codebook.sections.soundPanel,
      })),
  },
  {
    at: "panel",
    code: "bus-overloaded",
    severity: "fix",
    rule: "",
    todo: ({ bus }) => `A smaller main or source, a larger ${bus}, or the charger held back by management`,
    reason: "headroom-short",
    check(home, panel) {
      const own = busFound(home, panel);
      if (own) return [own];
      const { busA } = panel;
      const carried = home.at(panel);
      // A supply that is over already says so itself.
      if (!busA || (carried.whole && busA >= home.supplyA)) return [];
      return faultWhen(exceeds(carried.demandA, busA), () => ({
        link: linkId.bus(panel.id),
        text: `The ${home.codebook.words.bus} of ${panelName(panel, home.codebook)} (${showA(busA)}) already carries ${showA(carried.demandA)}`,
        rule: carried.method.rule,
      }));
    },
    mend: {
      requires: SHARED_REQUIREMENTS.panel,
      of(home, panel) {
        const moved = sourcesMoved(home, panel);
        if (moved) return moved;
        const busA = busThatCarries(home, panel, panel.mainA ?? (onSupply(panel) ? home.supplyA : 0));
        return busA !== null && busA > (panel.busA ?? 0)
          ? {
              document: renewedPanel(home.document, panel, { busA }),
              text: `Change ${panelName(panel, home.codebook)} for one with a ${home.codebook.words.bus} of ${showA(busA)}`,
            }
          : null;
      },
    },
  },
  {
    at: "panel",
    code: "already-overloaded",
    severity: "fix",
    rule: "",
    todo: "Measure the demand before anything is promised; plan for a larger main",
    reason: "headroom-short",
    check(home, panel) {
      const { mainA } = panel;
      const carried = home.at(panel);
      if (!mainA || !onSupply(panel) || (carried.whole && mainA >= home.supplyA)) return [];
      return faultWhen(exceeds(carried.demandA, mainA), () => ({
        link: linkId.main(panel.id),
        text: `The ${mainName(panel, home.codebook)} of ${panelName(panel, home.codebook)} (${showA(mainA)}) already carries ${showA(carried.demandA)}`,
        rule: carried.method.rule,
      }));
    },
  },
  {
    at: "supply",
    code: "tails-undersized",
    severity: "fix",
    rule: "",
    todo: "Have them renewed before any load is added",
    reason: "conductor-limit",
    check: (home) => (home.codebook.supplyConductor.fault === "tails-undersized" ? supplyConductor(home) : []),
    mend: { requires: SHARED_REQUIREMENTS.tails, of: renewSupplyConductor },
  },
  {
    at: "supply",
    code: "conductor-undersized",
    severity: "fix",
    rule: "",
    todo: "Have them renewed before any load is added",
    reason: "conductor-limit",
    check: (home) => (home.codebook.supplyConductor.fault === "conductor-undersized" ? supplyConductor(home) : []),
    mend: { requires: SHARED_REQUIREMENTS.tails, of: renewSupplyConductor },
  },
  ...feederFindings,
  circuitConductor,
  farEndFinding,
  outletDevice,
  {
    at: "outlet",
    code: "outlet-plain-splitter",
    severity: "fix",
    rule: "",
    todo: "Remove it; only a splitter with an interlock is acceptable",
    reason: "fault-on-path",
    check: ({ codebook }, outlet) =>
      faultWhen(outlet.plainSplitter, () => ({
        link: linkId.outlet(outlet.id),
        text: `A plain Y-lead on the ${codebook.words.outlet}${outlet.place ? ` (${outlet.place})` : ""}: without an interlock both loads can run at once`,
        rule: codebook.sections.outletLoading,
      })),
    mend: {
      requires: SHARED_REQUIREMENTS.device,
      of: ({ document, codebook }, outlet) => ({
        document: withOutlet(document, outlet.id, { plainSplitter: false }),
        text: `Remove the plain Y-lead from the ${codebook.words.outlet}`,
      }),
    },
  },
  ...seen,
];

function supplyConductor({ document, codebook, supplyA }: Home): readonly FoundFault[] {
  const { conductor } = document.supply;
  const allows = conductor ? codebook.supplyConductor.allows(conductor) : null;
  return faultWhen(allows && exceeds(supplyA, allows.ampacityA), () => ({
    link: "supply-conductor",
    text: `The ${codebook.supplyConductor.name} are too small for ${showA(supplyA)}: ${allows?.cited.numbers}`,
    rule: allows?.cited.rule ?? "",
  }));
}

function renewSupplyConductor({ document, codebook, supplyA }: Home) {
  const conductor = codebook.supplyConductor.sizeFor(supplyA, document.options?.allowAluminium ?? false);
  return {
    document: withSupply(
      withoutSources(document, (key) => key === "supply.conductor"),
      { conductor },
    ),
    text: `Have the ${codebook.supplyConductor.name} renewed in ${conductorName(conductor, codebook)} for ${showA(supplyA)}`,
  };
}
