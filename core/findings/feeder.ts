/** A feeder whose device is more than its conductor allows, or that carries more than it may already. */
import { withoutSources, withPanel } from "#core/case/document/change.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { conductorName, panelName } from "#core/case/fields/names.ts";
import { feederRated, feederRatingA, terminalC } from "#core/home/home.ts";
import { faultWhen } from "#core/rules/findings/fault-when.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { FindingRule } from "#core/rules/findings/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { markingThatHelps } from "./read-marking.ts";
import { renewedConductor } from "./renewed-conductor.ts";

export const feederFindings: readonly FindingRule[] = [
  {
    at: "feeder",
    code: "feeder-undersized",
    severity: "fix",
    rule: "",
    todo: "Renew the feeder, or keep new load off it",
    reason: "conductor-limit",
    check(home, panel) {
      const ratingA = feederRatingA(home.document, panel);
      const rated = feederRated(home, panel);
      return faultWhen(rated && ratingA && ratingA > rated.mostDeviceA, () => ({
        link: linkId.feederConductor(panel.id),
        text: `The feeder of ${panelName(panel, home.codebook)} is protected at ${showA(ratingA ?? 0)}, more than its conductor allows: ${rated?.cited.numbers}`,
        rule: rated?.cited.rule ?? "",
      }));
    },
    mend: {
      requires: SHARED_REQUIREMENTS.feeder,
      of(home, panel) {
        const { document, codebook } = home;
        const ratingA = feederRatingA(document, panel);
        const conductor = panel.feeder?.conductor;
        if (!ratingA || !conductor) return null;
        const marking = markingThatHelps(home, `the feeder of ${panelName(panel, codebook)}`, {
          conductor,
          ratingA,
          terminalC: panel.feeder?.terminalC,
        });
        if (marking)
          return {
            ...marking,
            document: withPanel(document, panel.id, { feeder: { ...panel.feeder, terminalC: 75 } }),
          };
        const renewed = renewedConductor(
          home,
          conductor,
          (c) => (codebook.conductor(c, terminalC(home, ratingA))?.ampacityA ?? 0) >= ratingA,
        );
        if (!renewed) return null;
        return {
          document: withPanel(
            withoutSources(document, (key) => key === `panel.${panel.id}.feeder.conductor`),
            panel.id,
            { feeder: { ...panel.feeder, conductor: renewed } },
          ),
          text: `Renew the feeder of ${panelName(panel, codebook)} in ${conductorName(renewed, codebook)} for its ${showA(ratingA)} ${codebook.words.device}`,
        };
      },
    },
  },
  {
    at: "feeder",
    code: "feeder-undersized",
    severity: "fix",
    rule: "",
    todo: "Keep new load off it, or measure what it carries",
    reason: "headroom-short",
    check(home, panel) {
      const ratingA = feederRatingA(home.document, panel);
      const rated = feederRated(home, panel);
      const mayA = Math.min(
        ratingA ?? Number.POSITIVE_INFINITY,
        rated?.ampacityA ?? Number.POSITIVE_INFINITY,
        panel.mainA ?? Number.POSITIVE_INFINITY,
      );
      const carried = home.at(panel);
      return faultWhen(exceeds(carried.demandA, mayA), () => ({
        link: linkId.feederDevice(panel.id),
        text: `The feeder of ${panelName(panel, home.codebook)} (${showA(mayA)}) already carries ${showA(carried.demandA)}`,
        rule: carried.method.rule,
      }));
    },
  },
];
