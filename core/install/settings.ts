/** The settings sheet: what is set in the equipment, each with its designed value and the check that proves it. */
import type { CaseDocument, SettingEntry } from "#core/case/document/types.ts";
import { showWindow } from "#core/dates.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showPercent } from "#core/units.ts";

export interface Setting {
  id: string;
  label: string;
  /** Null where the design does not say. */
  designed: string | null;
  /** How it is proved. */
  proof: string;
  entry: SettingEntry | null;
}

/** Amperes for each percent of the pilot's duty cycle, up to 51 A (IEC 61851-1, SAE J1772). */
const A_PER_PERCENT = 0.6;
const LINEAR_UP_TO_A = 51;

/** The pilot's duty cycle, a share, that offers a current. Source: IEC 61851-1, table A.7. */
const pilotDuty = (offeredA: number): number =>
  (offeredA <= LINEAR_UP_TO_A ? offeredA / A_PER_PERCENT : offeredA / 2.5 + 64) / 100;

/** Every setting of the way that is taken. */
export function settingsOf(document: CaseDocument, assessment: Assessment): Setting[] {
  const way = takenWay(assessment);
  if (!way) return [];
  const { conventions, charging } = codebookOf(document.rules);
  const entries = document.installation?.settings ?? [];
  const limits = way.limits ?? [];
  const setting = (id: string, label: string, designed: string | null, proof: string): Setting => ({
    id,
    label,
    designed,
    proof,
    entry: entries.findLast((entry) => entry.id === id) ?? null,
  });
  const { need, charger } = document;
  return [
    setting(
      "current",
      "Charging current",
      showA(way.chargeA),
      `the pilot's duty cycle is ${showPercent(pilotDuty(way.chargeA))}, within 0.5 A`,
    ),
    setting("device", "Breaker size entered, or position of the rating switch", showA(way.circuitA), "read off"),
    ...limits.flatMap(({ at, name, limitA }) => [
      setting(`limit:${at}`, `Limit, ${name}`, showA(limitA), "the charger follows when the house draws more"),
      setting(`clamps:${at}`, `Clamps, ${name}: input, ratio and direction`, null, "a known load moves the reading"),
    ]),
    ...(limits.length > 0
      ? [
          setting(
            "signal-lost",
            "Current without a signal",
            `off, or ${showA(charging.leastOfferA)} at most`,
            "signal taken away: within 10 s",
          ),
        ]
      : []),
    ...(way.way === "circuit-splitter"
      ? [setting("priority", "Priority", "the appliance first", "appliance on: the charger is off within 2 s")]
      : []),
    setting(
      "schedule",
      "Schedule",
      need?.cheap ? showWindow(need.cheap, conventions) : "none",
      "plugged in outside of it, it waits",
    ),
    ...(need?.solarSurplus ? [setting("solar", "Solar mode", "on", "follows the surplus")] : []),
    setting("lock", "Lock or button", charger?.wishes?.includes("lock") ? "locked" : null, "tried"),
    setting("firmware", "Firmware", null, "read off"),
    setting("network", "Network and its signal", charger?.reception ?? null, "connected after the power was off"),
    setting("account", "Account held by (never a password)", null, "told"),
  ];
}
