/** The log of the installation: isolation, terminals, tests, settings, and who signs for it. */
import {
  dayField,
  fromZero,
  listField,
  numberAbove,
  numberBetween,
  objectField,
  oneOf,
  orNull,
  readingField,
  requiredField,
  textField,
  textMatching,
  yesNo,
} from "./field.ts";
import { CHECK_IDS, ISOLATION_STEPS, SIGNED_FOR, TEST_IDS, TEST_UNITS, TORQUE_UNITS } from "./vocabulary.ts";

/** Upper limits of a log: more than that is a mistake. */
export const MOST_OF_LOG = {
  counters: 400,
  services: 100,
  reminders: 200,
  isolation: 80,
  tests: 200,
  terminations: 300,
  departures: 30,
  settings: 40,
  packed: 200,
};

const moment = () =>
  textMatching(
    /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})?$/,
    "must be a moment like 2026-11-25T09:10:00",
  );
const torque = () => numberAbove(2000);

export const isolationSchema = objectField({
  step: requiredField(oneOf(ISOLATION_STEPS)),
  /** Id of the isolated source or charger; left out for the supply. */
  source: textField(80),
  at: requiredField(moment()),
  by: textField(),
});

export const testSchema = objectField({
  id: requiredField(oneOf(TEST_IDS)),
  value: orNull(readingField()),
  unit: oneOf(TEST_UNITS),
  /** The circuit that was tested; the charger's where it is left out. */
  circuit: textField(80),
  /** Resistance of the test leads that is still in the reading, ohm. */
  leadsOhm: numberBetween(0, 10),
  /** Volts that insulation was tested with. */
  testVolts: oneOf([250, 500, 1000]),
  /** Air beside the terminal, °C. */
  ambientC: numberBetween(-40, 60),
  by: textField(),
  at: moment(),
  /** Id of a photo of the job. */
  picture: textField(80),
});

export const terminationSchema = objectField({
  terminal: requiredField(textField(200)),
  /** As its maker's label gives it, and as it was tightened. */
  labelValue: orNull(torque()),
  value: orNull(torque()),
  unit: oneOf(TORQUE_UNITS),
  /** Last calibration of the tool. */
  toolCalibrated: dayField(),
  tool: textField(),
  pulled: yesNo(),
  /** Tightened once more after it has settled. */
  again: yesNo(),
  /** Id of a photo of the job. */
  picture: textField(80),
  by: textField(),
  on: dayField(),
});

/** A failed or missing test that somebody answers for. */
export const departureSchema = objectField({
  test: requiredField(textField(80)),
  by: requiredField(textField()),
  why: requiredField(textField(1000)),
  on: dayField(),
});

/** What was set in the equipment, beside its designed value. */
export const settingSchema = objectField({
  id: requiredField(textField(80)),
  value: textField(),
  /** How it was proved. */
  proof: textField(),
  by: textField(),
  on: dayField(),
});

/** A check of a charger that charges, and what it showed. */
export const checkSchema = objectField({
  id: requiredField(oneOf(CHECK_IDS)),
  verdict: requiredField(oneOf(["pass", "fail"])),
  /** What was seen, in words. */
  text: textField(1000),
  by: textField(),
  at: requiredField(moment()),
});

export const signatureSchema = objectField({
  for: requiredField(oneOf(SIGNED_FOR)),
  name: requiredField(textField()),
  license: textField(80),
  on: requiredField(dayField()),
});

export const installationSchema = objectField({
  /** What was loaded into the van, by its name on the list. */
  packed: listField(requiredField(textField(200)), MOST_OF_LOG.packed),
  isolation: listField(isolationSchema, MOST_OF_LOG.isolation),
  tests: listField(testSchema, MOST_OF_LOG.tests),
  terminations: listField(terminationSchema, MOST_OF_LOG.terminations),
  departures: listField(departureSchema, MOST_OF_LOG.departures),
  settings: listField(settingSchema, MOST_OF_LOG.settings),
  checks: listField(checkSchema, CHECK_IDS.length),
  signed: listField(signatureSchema, SIGNED_FOR.length),
  /** The meter that the tests were made with. */
  meter: objectField({ name: textField(), number: textField(80), calibrated: dayField() }),
  /** The next inspection, as the designer recommends it. */
  nextInspection: dayField(),
  comments: textField(4000),
});

/** A counter that somebody read off a display. */
export const counterSchema = objectField({
  on: requiredField(dayField()),
  kWh: requiredField(fromZero(10_000_000)),
  by: textField(),
});

/** A visit after the work: what was complained of, found and done. */
export const serviceSchema = objectField({
  id: requiredField(textField(80)),
  on: requiredField(dayField()),
  complaint: textField(1000),
  cause: textField(1000),
  done: textField(1000),
  part: textField(),
  warrantyUntil: dayField(),
  by: textField(),
});

/** A reminder that was seen to. */
export const reminderSchema = objectField({
  id: requiredField(textField(80)),
  on: requiredField(dayField()),
  /** Result, or the customer's words. */
  words: textField(1000),
  by: textField(),
});

/** Actual hours and price of the work. */
export const actualSchema = objectField({
  hours: numberAbove(10_000),
  /** As invoiced, in the currency of the rules. */
  price: fromZero(10_000_000),
});

/** The years after the work. */
export const afterSchema = objectField({
  actual: actualSchema,
  reminders: listField(reminderSchema, MOST_OF_LOG.reminders),
  counters: listField(counterSchema, MOST_OF_LOG.counters),
  services: listField(serviceSchema, MOST_OF_LOG.services),
});
