/** The assessment of a case: what Heron answers, with the reasons. */
import type { MethodId, RuleSetId } from "#core/case/document/types.ts";
import type { PanelLimit } from "#core/home/panel-limits.ts";
import type { MissingValue } from "#core/path/missing.ts";
import type { PathLink } from "#core/path/types.ts";
import type { LeadReach } from "#core/place/reach.ts";
import type { CircuitDesign } from "#core/rules/circuit/types.ts";
import type { DemandCalculation } from "#core/rules/demand/types.ts";
import type { SurveyFinding } from "#core/rules/findings/types.ts";
import type { SourcedField } from "#core/survey/sources.ts";
import type { Waterline } from "#core/waterline.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import type { Why } from "#core/why.ts";
import type { Recommendation } from "./recommend.ts";
import type { TripExplained } from "./trip.ts";

/** A way that would be better with its circuit from another panel. */
export interface WayElsewhere extends Pick<WayJudgement, "way" | "verdict" | "chargeA" | "meetsNeed"> {
  /** Id of that panel, and its name as it goes on after "from". */
  panel: string;
  panelName: string;
  /** It is better than the recommended way, too. */
  beatsRecommended: boolean;
  typical: number;
  currency: WayJudgement["cost"]["currency"];
}

export interface Assessment {
  format: "heron-assessment";
  version: 1;
  rules: RuleSetId;
  supply: { ratingA: number; volts: number };
  calculations: DemandCalculation[];
  /** Every panel with a feeder: what it carries and what is spare; the tightest decides with the supply. */
  feeders: PanelLimit[];
  governing: MethodId;
  governingBecause: string;
  headroomA: number;
  /** Today's path, from the supply to where the charger's circuit starts or ends. */
  path: PathLink[];
  ways: WayJudgement[];
  recommended: Recommendation["way"];
  because: string;
  /** The decided way, otherwise the recommended one: papers, circuit and waterline follow it. */
  taken: string | null;
  /** Whether a person has decided for that way. */
  decided: boolean;
  /** Ways that would be better from another panel than the one that the case names, by the policy of the job. */
  elsewhere: WayElsewhere[];
  /** Design of the recommended way's circuit; null where no run was entered or the way has no circuit of its own. */
  circuit: CircuitDesign | null;
  /** Every car on every parking position of the plan, both ways round. */
  reach: LeadReach[];
  findings: SurveyFinding[];
  /** Why it trips, where the visit is about that and somebody has told which device trips; null otherwise. */
  trip: TripExplained | null;
  need: { energyPerDayKWh: number; hoursPerNight: number };
  missing: MissingValue[];
  /** Survey values that are only assumed until they are confirmed. */
  assumed: SourcedField[];
  assumptions: string[];
  waterline: Waterline;
  explain: {
    ratingA: Why;
    energyPerDayKWh: Why;
    hoursPerNight: Why;
    governing: Why;
  };
}

/** The calculation that governs. */
export const governingOf = ({
  calculations,
  governing: id,
}: Pick<Assessment, "calculations" | "governing">): DemandCalculation =>
  calculations.find((c) => c.method === id) as DemandCalculation;
