/**
 * The shape of a case, checked at every edge with Yup: file, form, patch and command line.
 * Messages are written in the words of the field, without its path; the path is carried beside them.
 */
import { type AnySchema, array, boolean, mixed, number, object, string } from "yup";
import {
  DEVICE_KINDS,
  LOAD_KINDS,
  METHOD_IDS,
  type MethodId,
  PERMISSION_STATES,
  PERMISSIONS,
  RULE_SET_IDS,
  SOURCES,
  type Source,
  SUPPLY_SYSTEMS,
} from "./types.ts";

const oneOf = <T extends string | number>(values: readonly T[]) =>
  mixed<T>().oneOf([...values], `must be one of: ${values.join(", ")}`);
const text = (most = 300) => string().typeError("must be text").max(most, `must be at most ${most} characters`);
const words = (most?: number) => text(most).required("is required");
const figure = () =>
  number()
    .typeError("must be a number")
    .test("finite", "must be a number", (v) => v === undefined || v === null || Number.isFinite(v));
const above = (most: number, unit = "") =>
  figure()
    .moreThan(0, "must be greater than 0")
    .max(most, `must be at most ${most}${unit && ` ${unit}`}`);
const fromZero = (most: number) => figure().min(0, "must not be negative").max(most, `must be at most ${most}`);
const whole = (least: number, most: number) =>
  figure()
    .integer("must be a whole number")
    .min(least, `must be at least ${least}`)
    .max(most, `must be at most ${most}`);
const yesNo = () => boolean().typeError("must be true or false");
const part = <T extends Record<string, AnySchema>>(fields: T) =>
  object(fields).default(undefined).typeError("must be an object");
const list = (of: AnySchema, most: number) =>
  array(of as never)
    .typeError("must be a list")
    .max(most, `must have at most ${most} entries`);

const quantity = (units: readonly string[], most: number, zero = false) =>
  part({
    value: (zero ? fromZero(most) : above(most)).required("is required"),
    unit: oneOf(units).required("is required"),
  });
const length = () => quantity(["ft", "m"], 10_000, true).nullable();
const clock = () =>
  string()
    .typeError("must be a time like 20:00")
    .required("is required")
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, "must be a time like 20:00");
const dailyWindow = () => part({ from: clock(), to: clock() });

const conductor = () => part({ size: words(20), material: oneOf(["cu", "al"]), type: text(30) }).nullable();

const circuit = part({
  id: words(80),
  label: text(),
  position: whole(1, 120),
  poles: whole(1, 4),
  device: oneOf(DEVICE_KINDS),
  half: oneOf(["a", "b", "outer", "inner"]),
  protects: oneOf(["afci", "gfci", "afci-gfci"]),
  shared: yesNo(),
  ratingA: above(1200, "A"),
  curve: text(4),
  rcd: oneOf(["none", "AC", "A", "F", "B"]),
  conductor: conductor(),
  length: length(),
  status: oneOf(["in-use", "abandoned", "charger-ready"]),
  planned: yesNo(),
  backfeed: part({ outputA: above(1200, "A").required("is required"), oppositeEnd: yesNo() }).nullable(),
  loads: list(words(80), 100),
});

const measured = () =>
  part({
    source: oneOf(["utility-year", "recorder", "half-hour-meter"]).required("is required"),
    days: above(5000, "days"),
    intervalMinutes: above(1440, "minutes"),
    max: part({ value: above(1000).required("is required"), unit: oneOf(["A", "kW"]).required("is required") }),
    maxByPhaseA: list(fromZero(1000).required("is required"), 3).test(
      "three",
      "must have one value for each of the three phases",
      (v) => v === undefined || v.length === 3,
    ),
    file: text(),
    heatingSeason: yesNo(),
  }).nullable();

const panel = part({
  id: words(80),
  name: text(),
  fedFrom: text(80),
  mainA: above(1200, "A").nullable(),
  busA: above(1200, "A").nullable(),
  spaces: whole(0, 120),
  feeder: part({
    ratingA: above(1200, "A"),
    conductor: conductor(),
    length: length(),
    circuit: text(80).nullable(),
    planned: yesNo(),
  }).nullable(),
  mainKind: oneOf(["breaker", "lugs", "main-switch"]),
  place: text(),
  rcdGroups: list(
    part({
      id: words(80),
      rcd: oneOf(["AC", "A", "F", "B"]).required("is required"),
      ratingA: above(1200, "A"),
      from: whole(1, 120).required("is required"),
      to: whole(1, 120).required("is required"),
    }),
    12,
  ),
  enclosure: text(40),
  surgeProtection: yesNo(),
  planned: yesNo(),
  condition: oneOf(["sound", "obsolete", "unsafe"]),
  circuits: list(circuit, 120),
  measured: measured(),
});

const load = part({
  id: words(80),
  kind: oneOf(LOAD_KINDS).required("is required"),
  label: text(),
  va: above(200_000, "VA"),
  amps: above(1000, "A"),
  volts: above(1000, "V"),
  ampsFrom: oneOf(["rla", "mca"]),
  quantity: whole(1, 200),
  existing: yesNo(),
  panel: text(80),
  phase: oneOf([1, 2, 3]),
  controlled: whole(1, 100),
  continuous: yesNo(),
  socketOnControl: yesNo(),
  interlockedWith: text(80),
  managed: list(part({ at: words(80), limitA: fromZero(1200).required("is required") }), 12),
});

const caseFields = {
  format: oneOf(["heron-case"]).required("is required"),
  version: oneOf([1]).required("is required"),
  title: text(300).required("is required"),
  rules: oneOf(RULE_SET_IDS).required("is required"),
  enquiry: part({
    address: text(),
    customer: text(),
    tenure: oneOf(["owner", "tenant"]),
    owner: text(),
    permissions: part(Object.fromEntries(PERMISSIONS.map((from) => [from, oneOf(PERMISSION_STATES)]))),
    access: text(2000),
    animals: text(2000),
    gate: text(2000),
  }),
  dwelling: part({
    kind: oneOf(["one-family", "apartment"]),
    existing: yesNo(),
    floorArea: quantity(["ft2", "m2"], 100_000).nullable(),
  }).required("is required"),
  supply: part({
    system: oneOf(SUPPLY_SYSTEMS).required("is required"),
    ratingA: above(1200, "A").nullable(),
    earthing: oneOf(["tn-c-s", "tn-s", "tt"]),
    zeOhm: fromZero(500).nullable(),
    conductor: conductor(),
    looped: yesNo(),
    onsiteGeneration: yesNo(),
    battery: yesNo(),
    emergencyDisconnect: yesNo(),
    belowMinimumAccepted: yesNo(),
    isolator: yesNo(),
    meterPlace: text(),
  }).required("is required"),
  panels: list(panel, 40).required("is required"),
  loads: list(load, 400).required("is required"),
  measured: measured(),
  charger: part({
    maxA: above(100, "A"),
    settableA: list(above(100, "A"), 40),
    connection: oneOf(["hard-wired", "plug"]),
    managed: yesNo(),
    lostPenDetection: yesNo(),
    dcDetection: yesNo(),
    outdoors: yesNo(),
    panel: text(80),
    circuit: text(80),
    outlet: text(80),
    load: text(80),
  }).nullable(),
  outlets: list(
    part({
      id: words(80),
      type: oneOf(["5-15", "5-20", "6-50", "10-30", "10-50", "14-30", "14-50", "bs1363"]).required("is required"),
      circuit: text(80).nullable(),
      sharedWith: text(80).nullable(),
      leadLength: length(),
      place: text(),
      grounded: yesNo(),
      gfci: yesNo(),
      plainSplitter: yesNo(),
    }),
    60,
  ),
  need: part({
    energyPerDayKWh: fromZero(500),
    cars: list(
      part({
        distancePerDay: quantity(["mi", "km"], 2000, true).required("is required"),
        consumption: quantity(["kWh/mi", "kWh/100km"], 200),
        efficiency: figure().moreThan(0.3, "must be more than 0.3").max(1, "must be at most 1"),
      }),
      10,
    ),
    pluggedIn: dailyWindow(),
    cheap: dailyWindow().nullable(),
    cheapOnly: yesNo(),
  }).nullable(),
  run: part({
    segments: list(
      part({
        method: words(40),
        length: quantity(["ft", "m"], 10_000, true).required("is required"),
        conductorType: text(30),
      }),
      60,
    ),
    conductorType: text(30),
    ambientC: figure().min(-40, "must be at least -40").max(70, "must be at most 70"),
    grouped: whole(1, 60),
    terminalC: oneOf([60, 70, 75]),
  }).nullable(),
  options: part({
    evTreatment: oneOf(["outside-125", "outside-100", "inside"]),
    loadMethod: mixed<MethodId>()
      .nullable()
      .oneOf([...METHOD_IDS, null], `must be one of: ${METHOD_IDS.join(", ")}`),
    terminalColumn: oneOf(["60", "75"]),
    allowAluminium: yesNo(),
    ukDeviceA: oneOf([32, 40]),
    managedMarginA: fromZero(100),
    chargerSizing: oneOf(["largest", "need"]),
    policy: oneOf(["least-work", "fastest", "most-current", "future-ready"]),
  }),
  survey: part({
    sources: part({}).test(
      "known",
      `must each be one of: ${SOURCES.join(", ")}`,
      (given) => given === undefined || Object.values(given).every((source) => SOURCES.includes(source as Source)),
    ),
    seen: list(words(60), 60),
    notHere: list(words(60), 60),
  }),
};

/** The Yup schema of a whole case (version 1). Unknown fields pass: they are kept, and reported by `readCase`. */
export const wholeCase = object(caseFields).required("must be a case document").typeError("must be a case document");
