/** The far end of a circuit that may be reused: what was found there, and what puts it right. */
import { withCircuit } from "#core/case/document/change.ts";
import type { Circuit } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName } from "#core/case/fields/names.ts";
import { requirements, withParts } from "#core/estimate/requirements.ts";
import { faultWhen } from "#core/rules/findings/fault-when.ts";
import type { FindingRule } from "#core/rules/findings/types.ts";
import { capital, listed } from "#core/words.ts";

type FarEnd = NonNullable<Circuit["farEnd"]>;

interface FarEndFault {
  part: keyof FarEnd;
  /** The value of a fault. */
  isBad: boolean;
  text: string;
  todo: string;
  /** Items of a price book. */
  parts: Readonly<Record<string, number>>;
}

const FAULTS: readonly FarEndFault[] = [
  {
    part: "gland",
    isBad: false,
    text: "its gland does not hold the cable",
    todo: "fit a new gland",
    parts: { "device:other:gland": 1, "labour:gland": 1 },
  },
  {
    part: "sealed",
    isBad: false,
    text: "water can come in",
    todo: "seal it",
    parts: { "labour:gland": 1 },
  },
  {
    part: "armourEarthed",
    isBad: false,
    text: "the armour is not earthed",
    todo: "earth the armour at both ends and prove it",
    parts: { "labour:device": 1 },
  },
  {
    part: "enclosureSound",
    isBad: false,
    text: "its enclosure is broken",
    todo: "fit a new enclosure",
    parts: { "device:other:enclosure": 1, "labour:device": 1 },
  },
  {
    part: "roomInside",
    isBad: false,
    text: "it is too small for the new termination",
    todo: "fit a larger box with room for the bends",
    parts: { "device:other:enclosure": 1, "labour:device": 1 },
  },
  {
    part: "oldElectrode",
    isBad: true,
    text: "an old electrode is still connected there",
    todo: "disconnect the old electrode, or measure it and say that it stays",
    parts: { "labour:device": 1 },
  },
];

const faultsOf = ({ farEnd }: Circuit): FarEndFault[] => FAULTS.filter(({ part, isBad }) => farEnd?.[part] === isBad);

export const farEndFinding: FindingRule = {
  at: "circuit",
  code: "far-end-unfit",
  severity: "fix",
  rule: "Heron's own",
  todo: "Put the far end right before it is terminated anew",
  reason: "fault-on-path",
  check(_home, circuit) {
    const faults = faultsOf(circuit);
    return faultWhen(faults.length > 0, () => ({
      link: linkId.conductor(circuit.id),
      text: `The far end of ${circuitName(circuit)}: ${listed(faults.map(({ text }) => text))}`,
    }));
  },
  mend: {
    requires: requirements({ sundries: 1 }, "order"),
    of({ document }, circuit) {
      const faults = faultsOf(circuit);
      const mended = Object.fromEntries(faults.map(({ part, isBad }) => [part, !isBad]));
      return {
        document: withCircuit(document, circuit.id, { farEnd: { ...circuit.farEnd, ...mended } }),
        text: `${capital(listed(faults.map(({ todo }) => todo)))} at the far end of the circuit`,
        requires: faults.reduce((all, { parts }) => withParts(all, parts), requirements({ sundries: 1 }, "order")),
      };
    },
  },
};
