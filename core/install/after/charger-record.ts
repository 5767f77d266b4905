/** Causes of trips by a charger's own record: sessions that ended by a loss of power, and reported faults. */
import { showNumber } from "#core/units.ts";

export interface RecordedSession {
  /** ISO moments; null while it goes on. */
  startedAt: string;
  stoppedAt: string | null;
  /** As OCPP has it, such as "Local" or "PowerLoss". */
  reason: string;
}

export interface RecordedCause {
  /** The evidence in the record, with its numbers. */
  seen: string;
  /** The cause that fits, as a sentence without its full stop. */
  cause: string;
  /** The look that tells it from others. */
  look: string;
}

interface Reported {
  /** Error codes of OCPP 1.6, StatusNotification. */
  codes: readonly string[];
  name: string;
  cause: string;
  look: string;
}

const REPORTED: readonly Reported[] = [
  {
    codes: ["GroundFailure"],
    name: "a fault to earth",
    cause: "Leakage to earth in the charger, its lead or the car",
    look: "Insulation resistance of the cable with the charger disconnected; then the same with another lead or car",
  },
  {
    codes: ["OverCurrentFailure"],
    name: "too much current",
    cause: "The car takes more than the charger offers, or the charger's setting is wrong",
    look: "Check the limit again, and charge another car",
  },
  {
    codes: ["HighTemperature"],
    name: "heat",
    cause: "A terminal or the charger itself is hot",
    look: "With the circuit proved dead: look for brown insulation, and check each terminal at its torque",
  },
  {
    codes: ["UnderVoltage", "OverVoltage"],
    name: "a voltage outside of its band",
    cause: "The neutral of the supply may be lost, or the voltage falls under load",
    look: "Measure line to neutral at the board, idle and while it charges; with a lost neutral call the operator at once",
  },
  {
    codes: ["PowerSwitchFailure", "InternalError"],
    name: "a fault inside",
    cause: "The charger's contactor or electronics",
    look: "Its maker's instructions; leave it off until it is renewed",
  },
];

/** A session that ends so soon has met a fault, not a load, minutes. */
const AT_ONCE_MIN = 1;
/** Below this a device trips by current, above it by warmth, minutes. */
const WARM_MIN = 60;

const minutesOf = ({ startedAt, stoppedAt }: RecordedSession): number =>
  (Date.parse(stoppedAt ?? startedAt) - Date.parse(startedAt)) / 60_000;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)] ?? 0;

/**
 * The causes that the record speaks for, the most frequent first.
 * @param reports what the charger reported, in words that have the error code of OCPP in them
 */
export function recordedCauses(sessions: readonly RecordedSession[], reports: readonly string[]): RecordedCause[] {
  const found = REPORTED.flatMap(({ codes, name, cause, look }) => {
    const count = reports.filter((text) => codes.some((code) => text.includes(code))).length;
    return count === 0 ? [] : [{ count, seen: `It reported ${name} ${times(count)}`, cause, look }];
  });
  const lost = sessions.filter(({ reason, stoppedAt }) => reason === "PowerLoss" && stoppedAt !== null);
  if (lost.length > 0) {
    const minutes = median(lost.map(minutesOf));
    found.push({
      count: lost.length,
      seen: `Its supply went away in ${lost.length} of ${sessions.length} charges, after ${showNumber(Math.round(minutes))} minutes as a rule`,
      ...(minutes <= AT_ONCE_MIN
        ? {
            cause: "A fault in the cable, the charger or its lead trips the device at once",
            look: "Insulation resistance of the circuit, once with the charger connected and once without it",
          }
        : minutes <= WARM_MIN
          ? {
              cause: "House and charger together are over the device",
              look: "Measure at the device with a clamp while the car charges and the same things run",
            }
          : {
              cause: "A device that is warm after hours: too small for hours of charging, or a loose terminal",
              look: "Compare the charger's setting with the device, and feel for warm neighbours after an hour",
            }),
    });
  }
  return found.sort((a, b) => b.count - a.count).map(({ seen, cause, look }) => ({ seen, cause, look }));
}

const times = (count: number): string => (count === 1 ? "once" : `${count} times`);
