/**
 * Why a charger's supply trips: the causes that fit what was told, the likeliest one first, each with its numbers, the
 * look that tells it from the others, and its smallest cure. How fast a device trips is Heron's own figure.
 */
import { circuitOf } from "#core/case/document/lookups.ts";
import { stayingCharger } from "#core/case/document/staying-charger.ts";
import type { CaseDocument, Circuit, Load, Panel, Trip } from "#core/case/document/types.ts";
import { secondsToTrip, thermalModel } from "#core/energy/replay/device.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { fedThrough } from "#core/panel/sub-panels.ts";
import type { PathLink } from "#core/path/types.ts";
import { countedLoad, loadInSentence } from "#core/rules/demand/loads.ts";
import { rcdOf } from "#core/rules/findings/protection.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital, listed, lower } from "#core/words.ts";

export type CauseId =
  | "overload"
  | "continuous-load"
  | "loose-terminal"
  | "short-circuit"
  | "shared-leakage"
  | "wrong-type"
  | "earth-fault"
  | "doubled-protection";

export type CauseFit = "likely" | "possible" | "unlikely";

export interface TripCause {
  id: CauseId;
  name: string;
  fits: CauseFit;
  /** What speaks for it or against it, each as a sentence with its numbers. */
  because: string[];
  /** The look that tells it from the others. */
  look: string;
  cure: string;
  /** The way that cures it, where one does. */
  way?: string;
}

export interface TripExplained {
  /** The device that trips, and how it is rated, A; null where that is not known. */
  device: string;
  ratingA: number | null;
  /** What was running through it, A. */
  carriesA: number;
  causes: TripCause[];
  /** What nobody has told yet and would part the causes. */
  asks: string[];
}

/** Kinds of links that can trip. */
const TRIPS: readonly PathLink["kind"][] = ["supply", "main", "feeder-device", "device"];

/** The devices on a path that can trip. */
export const tripDevices = (path: readonly PathLink[]): PathLink[] => path.filter(({ kind }) => TRIPS.includes(kind));

interface Told {
  trip: Trip;
  document: CaseDocument;
  codebook: Codebook;
  link: PathLink;
  ratingA: number | null;
  /** The charger's own current, A. */
  chargeA: number;
  /** Loads that ran, with their current, A; null where nobody told, and the calculated demand counts. */
  ran: readonly { load: Load; amps: number }[] | null;
  carriesA: number;
  /** What it carries is the largest value of the interval data. */
  isRecorded: boolean;
  panel: Panel | null;
  circuit: Circuit | null;
  holdsBack: WayJudgement | undefined;
}

/** Whether a load hangs behind a device: everything does behind the supply and its main. */
function isBehind({ document }: Pick<Told, "document">, { demandScope }: PathLink, load: Load): boolean {
  if (demandScope === "supply") return true;
  const circuit = document.panels.flatMap((p) =>
    (p.circuits ?? []).flatMap((c) => (c.loads?.includes(load.id) ? [{ panel: p.id, circuit: c.id }] : [])),
  )[0];
  if (demandScope === "circuit") return false;
  const at = load.panel ?? circuit?.panel;
  return at !== undefined && fedThrough(document, demandScope).has(at);
}

function toldOf(
  document: CaseDocument,
  codebook: Codebook,
  path: readonly PathLink[],
  ways: readonly WayJudgement[],
): Told | null {
  const { trip, reason } = document.enquiry ?? {};
  const staying = stayingCharger(document);
  if (reason !== "trips" || !trip || !staying) return null;
  const devices = tripDevices(path);
  const link = devices.find((l) => l.link === trip.at);
  if (!link) return null;
  const volts = codebook.volts(document.supply.system);
  const ampsOf = (load: Load) => countedLoad(load, codebook, volts).va / volts;
  const chargeA = trip.charging === false ? 0 : ampsOf(staying.load);
  const ran = trip.running
    ? document.loads
        .filter((l) => trip.running?.includes(l.id) && l.id !== staying.load.id)
        .filter((l) => isBehind({ document }, link, l))
        .map((load) => ({ load, amps: ampsOf(load) }))
    : null;
  const recordedA = link.demandScope === "supply" ? recordedMaxA(document.measured, volts) : null;
  const calculatedA = recordedA ?? (link.demandScope === "circuit" ? chargeA : link.carriesA);
  const carriesA = ran ? chargeA + ran.reduce((total, { amps }) => total + amps, 0) : calculatedA;
  const found = circuitOf(document, staying.circuit?.id);
  return {
    trip,
    document,
    codebook,
    link,
    ratingA: link.mayCarryA,
    chargeA,
    ran,
    carriesA,
    isRecorded: ran === null && recordedA !== null,
    panel: found?.panel ?? staying.panel,
    circuit: found?.circuit ?? null,
    holdsBack: ways.find((w) => w.way === "manage-existing" && w.verdict !== "ruled-out"),
  };
}

const isSlow = ({ trip }: Told): boolean => trip.after === "minutes" || trip.after === "hours";

/** The largest current of the recorded data, A; null without data. */
function recordedMaxA(measured: CaseDocument["measured"], volts: number): number | null {
  if (!measured?.max) return null;
  return measured.max.unit === "A" ? measured.max.value : (measured.max.value * 1000) / volts;
}

/** What ran, in words with its sum: "Charging 32 A, the shower 31.3 A: 63.3 A on 60 A". */
function sumInWords({ ran, chargeA, carriesA, isRecorded, ratingA, codebook, trip }: Told): string {
  const parts = [
    ...(trip.charging === false ? [] : [`charging ${showA(chargeA)}`]),
    ...(ran ?? []).map(({ load, amps }) => `${loadInSentence(load, codebook)} ${showA(amps)}`),
  ];
  const what = ran
    ? `${capital(listed(parts))}: ${showA(carriesA)}`
    : `${isRecorded ? "The recorded data goes up to" : "By calculation it carries"} ${showA(carriesA)}`;
  return ratingA === null ? what : `${what} on ${showA(ratingA)}`;
}

/** "about 40 minutes", "a few seconds". */
function timeInWords(seconds: number): string {
  if (seconds < 60) return `${showNumber(Math.ceil(seconds))} seconds`;
  if (seconds < 5400) return `about ${showNumber(Math.ceil(seconds / 60))} minutes`;
  return `about ${showNumber(Math.round(seconds / 360) / 10)} hours`;
}

function overload(told: Told): TripCause {
  const { ratingA, carriesA, codebook, holdsBack, trip } = told;
  const over = ratingA !== null && exceeds(carriesA, ratingA);
  const tripsIn = ratingA === null ? null : secondsToTrip(thermalModel(codebook.supplyDevice, ratingA), carriesA);
  const because = [sumInWords(told)];
  if (ratingA === null) because.push("The rating of the device has not been read");
  else if (tripsIn !== null)
    because.push(`At ${showNumber(carriesA / ratingA)} times its rating it trips after ${timeInWords(tripsIn)}`);
  else if (over) because.push("Only a warm device trips at this, after hours");
  else because.push("That is within its rating");
  const fits: CauseFit =
    trip.kind === "residual"
      ? "unlikely"
      : over && trip.after !== "at-once"
        ? "likely"
        : over || ratingA === null
          ? "possible"
          : "unlikely";
  return {
    id: "overload",
    name: "Too much at once",
    fits,
    because,
    look: `Measure at the ${lower(told.link.name)} with a clamp while the car charges and the same things run`,
    cure: holdsBack
      ? `Hold the charger back: ${holdsBack.limitA === undefined ? showA(holdsBack.chargeA) : `below ${showA(holdsBack.limitA)}`}${priceOf(holdsBack)}`
      : "Hold the charger back, or take another way",
    ...(holdsBack && { way: holdsBack.way }),
  };
}

const priceOf = ({ cost }: WayJudgement): string =>
  Number.isFinite(cost.typical) ? `, ${showMoney(cost.typical, cost.currency)}` : "";

/** A circuit's device that carries the charger for hours on end, at or near all of its rating. */
function continuousLoad(told: Told): TripCause[] {
  const { chargeA, codebook, trip, circuit, link } = told;
  const ratingA = circuit?.ratingA;
  if (link.demandScope !== "circuit" || !ratingA || chargeA === 0) return [];
  const { continuousFactor, chargeOnCircuitA } = codebook.charging;
  const mayA = chargeOnCircuitA(ratingA);
  const over = exceeds(chargeA, mayA);
  const full = chargeA / ratingA;
  const fits: CauseFit =
    trip.kind === "residual" || !isSlow(told)
      ? "unlikely"
      : over
        ? "likely"
        : full >= NEARLY_FULL
          ? "possible"
          : "unlikely";
  return [
    {
      id: "continuous-load",
      name: "The device is too small for hours of charging",
      fits,
      because: [
        continuousFactor > 1
          ? `${showA(chargeA)} for hours asks for ${showA(chargeA * continuousFactor)}; the ${codebook.words.device} is of ${showA(ratingA)}`
          : `${showA(chargeA)} for hours is ${showNumber(full * 100)} % of its ${showA(ratingA)}, and its neighbours keep it warm`,
      ],
      look: `Compare the charger's setting with the ${codebook.words.device}, and feel for warm neighbours after an hour`,
      cure: `Set the charger to ${showA(codebook.charging.settingsA.filter((a) => !exceeds(a, mayA) && (over || a < chargeA)).at(-1) ?? 0)}, or fit the next larger ${codebook.words.device} where the conductor allows it`,
    },
  ];
}
const NEARLY_FULL = 0.95;

function looseTerminal(told: Told): TripCause {
  const { ratingA, carriesA, trip, codebook } = told;
  const within = ratingA !== null && !exceeds(carriesA, ratingA);
  const fits: CauseFit = trip.kind === "residual" || !isSlow(told) ? "unlikely" : within ? "likely" : "possible";
  return {
    id: "loose-terminal",
    name: "A loose or hot terminal",
    fits,
    because: [
      within ? "It trips although what runs is within its rating" : "A terminal that heats makes a device trip early",
      ...(told.document.survey?.seen?.includes("heat-marks") ? ["Heat marks were seen"] : []),
    ],
    look:
      told.link.kind === "supply"
        ? `Ask the ${codebook.words.operator} to look at the ${lower(told.link.name)}: nobody else opens it. Behind it, with the circuit proved dead, look for brown insulation and check each terminal at its torque`
        : "With the circuit proved dead: look for brown insulation, and check each terminal at its torque",
    cure: `Cut back, terminate anew at the maker's torque, and renew a ${codebook.words.device} that was hot`,
  };
}

function shortCircuit({ trip }: Told): TripCause {
  const fits: CauseFit = trip.kind === "residual" ? "unlikely" : trip.after === "at-once" ? "likely" : "unlikely";
  return {
    id: "short-circuit",
    name: "A fault in the cable, the charger or its lead",
    fits,
    because: [trip.after === "at-once" ? "It trips at once" : "A fault trips at once, not after a while"],
    look: "Insulation resistance of the circuit, once with the charger connected and once without it",
    cure: "Repair the part that fails the test; leave it off until then",
  };
}

/** Circuits that hang on one residual current device with the charger's. */
function besideOnRcd({ panel, circuit }: Told): Circuit[] {
  const at = circuit?.position;
  const group = panel?.rcdGroups?.find((g) => at !== undefined && g.from <= at && at <= g.to);
  return group
    ? (panel?.circuits ?? []).filter(
        (c) => c.id !== circuit?.id && c.position !== undefined && group.from <= c.position && c.position <= group.to,
      )
    : [];
}

function residualCauses(told: Told): TripCause[] {
  const { trip, panel, circuit, document, codebook } = told;
  const isResidual = trip.kind === "residual";
  const mayBe = trip.kind === undefined;
  const beside = besideOnRcd(told);
  const type = circuit ? rcdOf(panel, circuit) : undefined;
  const doubled = circuit?.protects === "gfci" || circuit?.protects === "afci-gfci";
  const fitOf = (speaks: boolean): CauseFit =>
    isResidual && speaks ? "likely" : isResidual || mayBe ? "possible" : "unlikely";
  const causes: TripCause[] = [
    {
      id: "earth-fault",
      name: "Leakage to earth in the charger, its lead or its cable",
      fits: fitOf(trip.after === "at-once"),
      because: [
        trip.after === "at-once"
          ? "It trips as soon as the car is plugged in or charging begins"
          : "Water in a box or a damaged lead leaks more with time",
      ],
      look: "Insulation resistance of the cable with the charger disconnected; then the same with another lead or car",
      cure: "Dry and seal, or renew, the part that leaks",
    },
  ];
  if (beside.length > 0)
    causes.push({
      id: "shared-leakage",
      name: "Leakage of several circuits on one device",
      fits: fitOf(trip.after !== "at-once"),
      because: [
        `${beside.length} other ${beside.length === 1 ? "circuit hangs" : "circuits hang"} on the same device: each adds its leakage to the charger's`,
      ],
      look: "Measure the leakage with a clamp round line and neutral, with the charger on and off",
      cure: `Give the charger's circuit a residual current device of its own`,
    });
  if (codebook.asksFor.rcd && (type === "AC" || (type === "A" && document.charger?.dcDetection === false)))
    causes.push({
      id: "wrong-type",
      name: "A device of the wrong type for a charger",
      fits: fitOf(true),
      because: [
        type === "AC"
          ? "It is of type AC: direct current of a charger makes it trip early, or not at all"
          : "It is of type A, and the charger does not detect direct current",
      ],
      look: "Read the type on the device, and in the charger's instructions whether it detects 6 mA of direct current",
      cure: "Fit a device of type A with detection in the charger, or of type B",
    });
  if (doubled)
    causes.push({
      id: "doubled-protection",
      name: "Two ground-fault devices in a row",
      fits: fitOf(true),
      because: [
        "The breaker and the charger both watch for ground faults; the charger's own test can trip the breaker",
      ],
      look: "Count whether it trips when charging begins, with every car",
      cure: "Hard-wire the charger behind a breaker without that protection where the authority accepts the charger's own",
    });
  return causes;
}

const ORDER: readonly CauseFit[] = ["likely", "possible", "unlikely"];

/** What nobody has told, as questions. */
function openQuestions({ trip, ratingA }: Told): string[] {
  return [
    ...(trip.kind === undefined ? ["Is it the overcurrent device that trips, or a residual current device?"] : []),
    ...(trip.after === undefined ? ["Does it trip at once, after minutes, or after hours?"] : []),
    ...(trip.running === undefined ? ["What else was running?"] : []),
    ...(ratingA === null ? ["What is the device rated?"] : []),
  ];
}

/**
 * The causes of a trip that was told; null where the visit has another reason, or nobody has told which device trips.
 * @param path today's path
 */
export function explainTrip(
  document: CaseDocument,
  codebook: Codebook,
  path: readonly PathLink[],
  ways: readonly WayJudgement[],
): TripExplained | null {
  const told = toldOf(document, codebook, path, ways);
  if (!told) return null;
  const causes = [
    overload(told),
    ...continuousLoad(told),
    looseTerminal(told),
    shortCircuit(told),
    ...residualCauses(told),
  ];
  return {
    device: told.link.name,
    ratingA: told.ratingA,
    carriesA: told.carriesA,
    causes: causes.sort((a, b) => ORDER.indexOf(a.fits) - ORDER.indexOf(b.fits)),
    asks: openQuestions(told),
  };
}
