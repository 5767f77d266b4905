/** Work that precedes the way's own work: confirmation visit, measurement, application to the network operator. */

import { feedsBack, onSupply, readRatingA } from "#core/case/document/lookups.ts";
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import { IN_PASSING, requirements, type WorkItem } from "#core/estimate/requirements.ts";
import { overLimit, type SupplyPath } from "#core/path/links.ts";
import { hasSecondSource } from "#core/path/second-source.ts";
import type { PathLink, UnknownValue } from "#core/path/types.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { Home } from "#core/rules/home.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import type { JudgingContext, Proposal } from "#core/ways/types.ts";
import { capital, lower } from "#core/words.ts";

const VISIT = requirements({ "labour:visit": 1 }, "survey");
const APPLICATION = requirements({ application: 1 }, "operator");
const SOURCES = requirements({ "labour:device:second-source": 1 });
const ISOLATION = requirements({ application: 1 }, "utility-visit");

/** One visit confirms all values that have not been read. */
export const confirmationVisit = (unknowns: readonly UnknownValue[], links: readonly PathLink[]): WorkItem[] =>
  unknowns.map((unknown) => ({
    id: unknown.withTheWork ? `confirm:${unknown.key}` : "confirm",
    text: `Confirm ${unknown.text}`,
    requires: unknown.withTheWork ? IN_PASSING : VISIT,
    link: links.find((l) => l.unknowns.includes(unknown))?.link ?? "supply",
  }));

/**
 * Where a calculation puts a part of the home over its rating already, a managed charger waits for a measurement: it
 * may show that there is room, or that only a larger supply helps. Where it was measured, nothing is left to manage.
 */
export function measureFirst(
  { codebook }: JudgingContext,
  home: Home,
  found: SupplyPath,
  { chargerPlacement: placed }: Proposal,
): { items: WorkItem[]; reasons: WayReason[]; stops: WayReason[] } {
  const nothing = { items: [], reasons: [], stops: [] };
  if (!placed.managed) return nothing;
  const worst = overLimit(found.links.filter((l) => l.demandScope !== "circuit"));
  if (!worst) return nothing;
  const where = `the ${worst.demandScope === "supply" ? codebook.words.supply : lower(worst.name)}`;
  const panel = home.document.panels.find((p) => p.id === worst.demandScope);
  const method = panel ? home.at(panel).method : home.method;
  if (method.measures)
    return {
      ...nothing,
      stops: [
        wayReason(
          "limit-below-house",
          `${capital(where)} carries ${showA(worst.carriesA)} of ${showA(worst.mayCarryA ?? 0)} by measurement, without the charger`,
          method.rule,
        ),
      ],
    };
  const measured = codebook.methods.find((m) => m.measures);
  return {
    stops: [],
    items: [
      {
        id: "measure",
        text: `Measure first: a valid measurement of ${where}, calculated at ${showA(worst.carriesA)} of ${showA(worst.mayCarryA ?? 0)}`,
        requires: SHARED_REQUIREMENTS.measurement,
        link: worst.link,
      },
    ],
    reasons: [
      wayReason(
        "measure-first",
        `By calculation ${where} carries ${showA(worst.carriesA)} of ${showA(worst.mayCarryA ?? 0)} already: measure before anything is promised`,
        measured?.rule ?? "",
      ),
    ],
  };
}

interface Consent {
  items: WorkItem[];
  reasons: WayReason[];
  cautions: string[];
}

/** The operator must agree first. @param request how the application goes on */
const agreedFirst = ({ words }: Codebook, request: string, why: string, rule: string): Consent => ({
  items: [{ id: "apply", text: `Apply to the ${words.operator} ${request}`, requires: APPLICATION, link: "supply" }],
  reasons: [wayReason("permission-open", why, rule)],
  cautions: [],
});

/** A charger that feeds back is agreed with the operator before it is connected, whatever else holds. */
const consentToFeedBack = (codebook: Codebook): Consent =>
  agreedFirst(
    codebook,
    "to feed back, and wait for the agreement",
    `A charger that feeds back counts as generation: the ${codebook.words.operator} must agree first`,
    codebook.twoWay.consentRule,
  );

/** Whether the network operator is notified afterwards or must agree first (United Kingdom). */
export function consentOfOperator({ codebook }: JudgingContext, { demandA, document }: Home, chargeA: number): Consent {
  if (feedsBack(document)) return consentToFeedBack(codebook);
  const rules = codebook.notify;
  if (!rules) return { items: [], reasons: [], cautions: [] };
  const over = exceeds(demandA, rules.demandA);
  if (!over && !exceeds(chargeA, rules.chargeA) && readRatingA(document) !== null)
    return {
      items: [],
      reasons: [],
      cautions: [`Notify the ${codebook.words.operator} within 28 days of connecting.`],
    };
  const text = over
    ? `The demand with charging is ${showA(demandA)}, over ${showA(rules.demandA)}: the ${codebook.words.operator} must agree first`
    : `The ${codebook.words.operator} must agree first: the cut-out is not certain`;
  return agreedFirst(codebook, "and wait for the answer", text, rules.rule);
}

/** Work with one more item before the first of a kind; unchanged where there is none. */
function insertedBefore(
  items: readonly WorkItem[],
  isKind: (item: WorkItem) => boolean,
  item: WorkItem,
): readonly WorkItem[] {
  const first = items.findIndex(isKind);
  return first < 0 ? items : [...items.slice(0, first), item, ...items.slice(first)];
}

/** Work in which a hand goes into a board. */
const AT_A_BOARD =
  /^(new-circuit|exchange-device|take-over|take-off|take-out:|move:|own-board|new-panel:|renew-feeder:|upgrade|mend:)/;

/** Isolating generation and battery, as a step of its own before the first work at a board that they feed into. */
export function withSourcesIsolated(
  { codebook, document }: JudgingContext,
  items: readonly WorkItem[],
): readonly WorkItem[] {
  if (!hasSecondSource(document)) return items;
  return insertedBefore(items, ({ id }) => AT_A_BOARD.test(id), {
    id: "isolate-sources",
    text: `Isolate the generation and any battery at their own switches, lock them off, and prove the ${codebook.words.board} dead again`,
    requires: SOURCES,
    link: "supply",
  });
}

/** Work that needs the tails or service conductors dead. */
const NEEDS_THEM_DEAD =
  /^(own-board|new-panel:|mend:(tails-undersized|panel-obsolete|main-oversized|conductor-undersized:supply-conductor))/;

/**
 * Isolation by the operator, put before the first work that needs it, where there is no point of isolation on site. A
 * larger supply includes it; an isolator that nobody has looked for counts as missing.
 */
export function withIsolation({ codebook, document }: JudgingContext, items: readonly WorkItem[]): readonly WorkItem[] {
  const { isolator, emergencyDisconnect } = document.supply;
  const hasPoint = codebook.asksFor.isolator ? isolator === true : emergencyDisconnect === true;
  if (hasPoint || items.some(({ id }) => id === "upgrade")) return items;
  // A panel behind a feeder is made dead at the feeder's device.
  const isBehindFeeder = (id: string) => document.panels.some((p) => !onSupply(p) && id === `new-panel:${p.id}`);
  return insertedBefore(items, ({ id }) => NEEDS_THEM_DEAD.test(id) && !isBehindFeeder(id), {
    id: "isolation",
    text: `Have the ${codebook.words.operator} isolate the ${codebook.words.supply}, or ask for ${codebook.words.pointOfIsolation}: there is no point of isolation before this work`,
    requires: ISOLATION,
    link: "supply",
  });
}
