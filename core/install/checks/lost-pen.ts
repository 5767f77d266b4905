/** Lost PEN: line, neutral and earth open together when the voltage leaves its band. */
import { exceeds } from "#core/tolerance.ts";
import { showNumber } from "#core/units.ts";
import { between, delayS, isCharging, last, markedAt } from "./record.ts";
import { type CheckRecord, type CheckRule, fails, type MarkName, notDone, type Outcome, passes } from "./types.ts";

const OPENS_WITHIN_S = 5;
/** The band of the voltage between line and neutral, V, as the tests of a lost neutral have it. */
const BAND_V = [207, 253] as const;
/** Voltages outside of the band to test with. */
const TEST_V = { low: 200, high: 260 } as const;
const START_S = 15;
const BACK_S = 30;
const NAMES = { low: `below ${BAND_V[0]} V`, high: `above ${BAND_V[1]} V` } as const;
type Side = keyof typeof NAMES;
const MARKS: Readonly<Record<Side, MarkName>> = { low: "volts-low", high: "volts-high" };
const SIDES = ["low", "high"] as const;

type Sample = CheckRecord["samples"][number];
/** It says that it has opened, and nothing flows. */
const isOpen = (sample: Sample) =>
  !isCharging(sample) && ["Faulted", "Unavailable", "SuspendedEVSE"].includes(sample.charger?.status ?? "");

export function judgeLostPen(record: CheckRecord): Outcome | null {
  const delays = SIDES.map((side) => {
    const from = markedAt(record, MARKS[side]);
    const next = from === null ? null : record.marks.find(({ atS, what }) => atS > from && what === "volts-back");
    return from === null || !next ? null : { side, delay: delayS(between(record, from, next.atS), from, isOpen), from };
  });
  const made = delays.filter((one) => one !== null);
  if (made.length < SIDES.length) return null;
  const late = made.filter(({ delay }) => delay === null || exceeds(delay, OPENS_WITHIN_S));
  if (late.length > 0)
    return fails(
      `${late.map(({ side }) => NAMES[side]).join(" and ")} it did not open within ${OPENS_WITHIN_S} s: it protects nobody from a lost neutral. Not to be used`,
    );
  const says = made.map(({ from, delay }) => between(record, from + (delay ?? 0)).find(isOpen)?.charger?.info ?? null);
  const partly = says.find((info) => info !== null && /open/i.test(info) && !/L.*N.*PE/.test(info));
  if (partly) return fails(`It says "${partly}": line, neutral and earth have to open together. Not to be used`);
  const times = made.map(({ side, delay }) => `${NAMES[side]} after ${showNumber(delay ?? 0)} s`);
  const seen = says.every((info) => info !== null)
    ? "line, neutral and earth together, as it says"
    : "it does not say that the earth opened too: prove that with a tester at the car's connector";
  return passes(`It opened ${times.join(" and ")}; ${seen}`);
}

export const lostPen: CheckRule = {
  id: "lost-pen",
  name: "Lost PEN",
  how: () => `Line, neutral and earth open together within ${OPENS_WITHIN_S} s ${NAMES.low} and ${NAMES.high}`,
  isFor: ({ hasLostPen }) => hasLostPen,
  needs: ["charger"],
  after: ["limit", "throttle"],
  async run(rig) {
    await rig.ask({ kind: "start" });
    const charges = (record: CheckRecord) => isCharging(last(record));
    if (!(await rig.until(START_S, charges))) return notDone("No car is charging");
    for (const side of SIDES) {
      const act = { kind: "voltage", volts: TEST_V[side] } as const;
      if (!(await rig.act({ ...act, text: `Set the tester at the charger to ${TEST_V[side]} V, ${NAMES[side]}` })))
        return notDone("Nobody set the voltage");
      rig.mark(MARKS[side]);
      await rig.until(OPENS_WITHIN_S + 1, (record) => isOpen(last(record) as Sample));
      await rig.act({ kind: "voltage", volts: null, text: "Take the tester away: back to the supply" });
      rig.mark("volts-back");
      if (side === "low" && !(await rig.until(BACK_S, charges)))
        return fails("It stayed off after the voltage was back: look at how it is reset");
    }
    return judgeLostPen(rig.record()) ?? notDone("The record broke off");
  },
};
