/** The types of the case; they follow from its schema, and so does everything that is said of a field. */
import type { SchemaField, TypeOf } from "./field.ts";
import type * as log from "./installation.ts";
import type * as schema from "./schema.ts";
import type {
  CAR_CLASS_IDS,
  CHARGER_FUNCTIONS,
  CHECK_IDS,
  DEVICE_KINDS,
  ISOLATION_STEPS,
  LOAD_KINDS,
  MAKING_GOOD,
  METHOD_IDS,
  NOTICE_KINDS,
  OUTLET_TYPES,
  PERMISSION_STATES,
  PERMISSIONS,
  RULE_SET_IDS,
  SOURCES,
  STAGES,
  SUPPLY_SYSTEMS,
  TEST_IDS,
  TEST_UNITS,
  VISIT_REASONS,
  WAITED_FOR,
} from "./vocabulary.ts";

export * from "./vocabulary.ts";

type Of<F> = F extends SchemaField<infer T, boolean> ? NonNullable<T> : never;
type Made<F extends (...given: never[]) => unknown> = Of<ReturnType<F>>;
type One<List extends readonly unknown[]> = List[number];

export type RuleSetId = One<typeof RULE_SET_IDS>;
export type SupplySystem = One<typeof SUPPLY_SYSTEMS>;
export type MethodId = One<typeof METHOD_IDS>;
export type LoadKindId = One<typeof LOAD_KINDS>;
export type DeviceKind = One<typeof DEVICE_KINDS>;
export type OutletType = One<typeof OUTLET_TYPES>;
export type PermissionFrom = One<typeof PERMISSIONS>;
export type PermissionState = One<typeof PERMISSION_STATES>;
export type ChargerFunction = One<typeof CHARGER_FUNCTIONS>;
export type MadeGood = One<typeof MAKING_GOOD>;
export type CarClass = One<typeof CAR_CLASS_IDS>;
export type Stage = One<typeof STAGES>;
export type WaitedFor = One<typeof WAITED_FOR>;
export type NoticeKind = One<typeof NOTICE_KINDS>;
export type VisitReason = One<typeof VISIT_REASONS>;
export type Source = One<typeof SOURCES>;

export type Length = Made<typeof schema.lengthField>;
export type Area = Made<typeof schema.areaField>;
export type Distance = Made<typeof schema.distanceField>;
export type Consumption = Made<typeof schema.consumptionField>;
export type DailyWindow = Made<typeof schema.dailyWindow>;

export type Conductor = Of<typeof schema.conductorSchema>;
export type Circuit = Of<typeof schema.circuitSchema>;
export type CircuitStatus = NonNullable<Circuit["status"]>;
export type Half = NonNullable<Circuit["half"]>;
export type Protects = NonNullable<Circuit["protects"]>;
export type RcdGroup = Of<typeof schema.rcdGroup>;
export type Feeder = Of<typeof schema.feederSchema>;
export type Panel = Of<typeof schema.panelSchema>;
export type PanelCondition = NonNullable<Panel["condition"]>;
export type ClampLimit = Of<typeof schema.clampLimit>;
export type Load = Of<typeof schema.loadSchema>;
export type Measured = Of<typeof schema.measuredSchema>;
export type Replayed = Of<typeof schema.replayedSchema>;
export type Supply = Of<typeof schema.supplySchema>;
export type Dwelling = Of<typeof schema.dwellingSchema>;
export type Charger = Of<typeof schema.chargerSchema>;
export type Outlet = Of<typeof schema.outletSchema>;
export type Car = Of<typeof schema.carSchema>;
export type Need = Of<typeof schema.needSchema>;
export type RunSegment = Of<typeof schema.runSegment>;
export type Run = Of<typeof schema.runSchema>;
export type Place = Of<typeof schema.placeSchema>;
export type Decision = Of<typeof schema.decisionSchema>;
export type Options = Of<typeof schema.optionsSchema>;
export type EvTreatment = NonNullable<Options["evTreatment"]>;
export type Policy = NonNullable<Options["policy"]>;
export type Trip = Of<typeof schema.tripSchema>;
export type Enquiry = Of<typeof schema.enquirySchema>;
export type Confirmation = Of<typeof schema.confirmationSchema>;
export type Wait = Of<typeof schema.waitSchema>;
export type Progress = Of<typeof schema.progressSchema>;
export type Quote = Of<typeof schema.quoteSchema>;
export type QuoteOption = Of<typeof schema.quoteOptionSchema>;
export type Installation = Of<typeof schema.caseFields.installation>;
export type IsolationStep = One<typeof ISOLATION_STEPS>;
export type IsolationEntry = Of<typeof log.isolationSchema>;
export type TestId = One<typeof TEST_IDS>;
export type TestUnit = One<typeof TEST_UNITS>;
export type TestEntry = Of<typeof log.testSchema>;
export type TerminationEntry = Of<typeof log.terminationSchema>;
export type Departure = Of<typeof log.departureSchema>;
export type SettingEntry = Of<typeof log.settingSchema>;
export type CounterEntry = Of<typeof log.counterSchema>;
export type ServiceEntry = Of<typeof log.serviceSchema>;
export type CheckId = One<typeof CHECK_IDS>;
export type ReminderEntry = Of<typeof log.reminderSchema>;
export type CheckEntry = Of<typeof log.checkSchema>;
export type Signature = Of<typeof log.signatureSchema>;
export type Survey = Of<typeof schema.surveySchema>;

export type CaseDocument = TypeOf<typeof schema.caseFields>;
