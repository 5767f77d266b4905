/** Clamp: a known load moves the reading by itself, and import is positive. */
import { showKW } from "#core/units.ts";
import { listed } from "#core/words.ts";
import { CLAMP_WITHIN, type ClampMove, PLACING_WORDS, type Placing, placingOf } from "./placings.ts";
import { between, heard, isCharging, last, mean, spread, takenA } from "./record.ts";
import { type CheckRecord, type CheckRule, type CheckSample, fails, notDone, type Outcome, passes } from "./types.ts";

/** Time that a reading has to settle, and that it is then read over, s. */
const SETTLE_S = 0.75;
const READ_S = 1.2;
/** Time that a charger has to follow when it is asked for its least current, s. */
const FOLLOW_S = 5;

const clampOf = (samples: readonly CheckSample[], at: number) =>
  samples.flatMap(({ clamps }) => (clamps?.[at] ? [clamps[at]] : []));

/** The change of a clamp's reading by a load. */
function clampMove(
  before: readonly CheckSample[],
  during: readonly CheckSample[],
  at: number,
  load: { watts: number; volts: number },
): ClampMove {
  const [off, on] = [clampOf(before, at), clampOf(during, at)];
  const amps = (of: typeof off) => mean(of.map((one) => one.amps));
  const watts = (of: typeof off) => mean(of.map((one) => one.watts));
  return {
    signal: [...off, ...on].every(({ signal }) => signal),
    movedA: amps(on) - amps(off),
    movedW: watts(on) - watts(off),
    expectedA: load.watts / load.volts,
    expectedW: load.watts,
    spreadA: Math.max(spread(off.map((one) => one.amps)), spread(on.map((one) => one.amps))),
    atA: amps(off),
  };
}

/** The placing of each clamp in words. */
function judgeClamps(moves: readonly ClampMove[], side: "right" | "other-side" | "not-seen"): Outcome {
  const placings = moves.map(placingOf);
  const wrong = placings.flatMap((placing, at) =>
    placing === "right" ? [] : [`Clamp ${at + 1} ${wordsOf(placing, moves[at] as ClampMove)}`],
  );
  if (wrong.length > 0) return fails(`${wrong.join(". ")}`);
  if (side === "other-side")
    return fails(
      `The clamps ${PLACING_WORDS["other-side"].replace("sits", "sit")}: they ought to read what was designed`,
    );
  const moved = moves.map(({ movedW, expectedW }) => `${showKW(movedW / 1000)} of ${showKW(expectedW / 1000)}`);
  return passes(
    `The known load moves the reading by ${listed(moved)}, within ${CLAMP_WITHIN * 100} %, and import is positive${
      side === "not-seen" ? ". Whether the charger is read was not seen" : ""
    }`,
  );
}
const wordsOf = (placing: Placing, { movedW, expectedW }: ClampMove): string =>
  placing === "no-signal" || placing === "unsteady"
    ? PLACING_WORDS[placing]
    : `${PLACING_WORDS[placing]} (it moved by ${showKW(movedW / 1000)} of ${showKW(expectedW / 1000)})`;

export const clamp: CheckRule = {
  id: "clamp",
  name: "Clamp",
  how: ({ knownLoad }) =>
    `A known load (${knownLoad.name}, ${showKW(knownLoad.watts / 1000)}), switched on and off, moves the reading by it within ${CLAMP_WITHIN * 100} %; import is positive`,
  isFor: ({ limitA }) => limitA !== null,
  needs: ["clamps"],
  after: [],
  async run(rig) {
    const { basis } = rig;
    await rig.until(READ_S, () => false);
    const count = last(rig.record())?.clamps?.length ?? 0;
    if (count === 0) return notDone("The clamps send nothing");
    if (last(rig.record())?.clamps?.some(({ signal }) => !signal))
      return judgeClamps(
        Array.from({ length: count }, (_, at) => clampMove(rig.record().samples, [], at, { watts: 1, volts: 1 })),
        "right",
      );
    const side = await sideOf(rig);
    const moves: ClampMove[] = [];
    for (const turn of basis.loadMovesAll ? [null] : Array.from({ length: count }, (_, at) => at)) {
      const watts = basis.loadMovesAll ? basis.knownLoad.watts / count : basis.knownLoad.watts;
      const where = count > 1 && turn !== null ? ` on the conductor of clamp ${turn + 1}` : "";
      const before = between(rig.record(), (last(rig.record())?.atS ?? 0) - READ_S);
      const from = takenA(heard(before));
      const acts = { kind: "load", clamp: turn } as const;
      if (!(await rig.act({ ...acts, watts, text: `Switch on ${basis.knownLoad.name}${where}` })))
        return notDone("Nobody switched the known load on");
      rig.mark("load-on");
      await rig.until(SETTLE_S + READ_S, () => false);
      const during = between(rig.record(), (last(rig.record())?.atS ?? 0) - READ_S);
      // A charger that makes room meanwhile moves the reading, too.
      const movedByCharger = basis.readsCharger ? (takenA(heard(during)) - from) * basis.legVolts : 0;
      for (const at of turn === null ? Array.from({ length: count }, (_, i) => i) : [turn])
        moves[at] = clampMove(before, during, at, { watts: watts + movedByCharger, volts: basis.legVolts });
      await rig.act({ ...acts, watts: 0, text: `Switch it off again` });
      rig.mark("load-off");
      await rig.until(SETTLE_S, () => false);
    }
    return judgeClamps(moves, side);
  },
};

/** Whether the clamps read the charger as designed, seen by holding it to its least current for a moment. */
async function sideOf(rig: Parameters<CheckRule["run"]>[0]): Promise<"right" | "other-side" | "not-seen"> {
  const { basis } = rig;
  const before = heard(rig.record().samples);
  if (!before?.clamps || !isCharging(before) || takenA(before) < 2 * basis.leastA) return "not-seen";
  if (!(await rig.ask({ kind: "limit", amps: basis.leastA }))) return "not-seen";
  rig.mark("charger-down");
  const follows = (record: CheckRecord) => takenA(heard(record.samples)) <= basis.leastA + 1;
  const isDown = await rig.until(FOLLOW_S, follows);
  if (isDown) await rig.until(SETTLE_S, () => false);
  const after = heard(rig.record().samples);
  await rig.ask({ kind: "limit", amps: null });
  rig.mark("charger-up");
  await rig.until(FOLLOW_S, (record) => takenA(heard(record.samples)) >= takenA(before) - 1);
  await rig.until(SETTLE_S + READ_S, () => false);
  if (!isDown || !after?.clamps) return "not-seen";
  const fell = takenA(before) - takenA(after);
  const movedA = Math.max(...before.clamps.map(({ amps }, at) => Math.abs(amps - (after.clamps?.[at]?.amps ?? amps))));
  const isRead = movedA > fell / 2;
  // A clamp with a wrong ratio or open jaws shows itself by the known load.
  return isRead === basis.readsCharger
    ? "right"
    : movedA < fell / 10 && basis.readsCharger
      ? "other-side"
      : isRead
        ? "other-side"
        : "not-seen";
}
