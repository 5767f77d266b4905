/**
 * Every field of the case, in the order of the steps. A new field is its entry here, in the file of its part, and its
 * schema (`document/schema.ts`).
 */
import { carFields } from "./car.ts";
import { chargerFields } from "./charger.ts";
import { circuitFields } from "./circuit.ts";
import { dwellingFields } from "./dwelling.ts";
import type { FieldDefinition } from "./field.ts";
import { loadFields } from "./load.ts";
import { measuredFields } from "./measured.ts";
import { needFields } from "./need.ts";
import { optionFields } from "./options.ts";
import { outletFields } from "./outlet.ts";
import { feederFields, panelFields, rcdGroupFields } from "./panel.ts";
import { peopleFields, tripFields, visitFields } from "./people.ts";
import { placeFields } from "./place.ts";
import { quoteFields, quoteOptionFields } from "./quote.ts";
import { makingGoodFields, runFields, segmentFields, signalFields } from "./run.ts";
import { supplyFields } from "./supply.ts";

export const FIELDS: readonly FieldDefinition[] = [
  visitFields,
  tripFields,
  dwellingFields,
  supplyFields,
  panelFields,
  feederFields,
  rcdGroupFields,
  circuitFields,
  outletFields,
  peopleFields,
  measuredFields,
  loadFields,
  optionFields,
  carFields,
  needFields,
  chargerFields,
  placeFields,
  runFields,
  makingGoodFields,
  segmentFields,
  signalFields,
  quoteFields,
  quoteOptionFields,
].flatMap((fields): FieldDefinition[] => Object.values(fields));

const BY_POINTER = FIELDS.map((field) => ({
  field,
  pattern: new RegExp(`^${field.at.replaceAll("*", "(\\d+|-)")}(?<rest>/.*)?$`),
}));

/**
 * The field at a pointer of a case, with the indexes of its lists.
 * @param pointer as in a patch; it may lead into the value of the field
 * @returns the closest field, with what of the pointer goes on within its value; null where no field describes it
 */
export function fieldAt(pointer: string): { field: FieldDefinition; index: number[]; within: string } | null {
  let closest: { field: FieldDefinition; index: number[]; within: string } | null = null;
  for (const { field, pattern } of BY_POINTER) {
    const found = pattern.exec(pointer);
    if (!found || (closest && closest.field.at.length >= field.at.length)) continue;
    const index = found.slice(1, -1).map((i) => (i === "-" ? -1 : Number(i)));
    closest = { field, index, within: found.groups?.rest?.slice(1) ?? "" };
  }
  return closest;
}

/** Parts of the open format without a field of their own on a screen, each with the reason. */
export const WITHOUT_FIELD: readonly { at: string; because: string }[] = [
  { at: "/format", because: "Names the open format." },
  { at: "/version", because: "Names the version of the open format." },
  { at: "/rules", because: "Chosen when a job is made." },
  { at: "/enquiry/address", because: "Comes with a file; the address of a job is its title." },
  { at: "/enquiry/authority", because: "Chosen among the authorities that the firm knows." },
  { at: "/panels/*/id", because: "Made by Heron." },
  { at: "/panels/*/planned", because: "Belongs to proposed work, not to the home." },
  { at: "/panels/*/feeder/planned", because: "Belongs to proposed work, not to the home." },
  { at: "/panels/*/circuits/*/id", because: "Made by Heron." },
  { at: "/panels/*/circuits/*/planned", because: "Belongs to proposed work, not to the home." },
  { at: "/panels/*/rcdGroups/*/id", because: "Made by Heron." },
  { at: "/panels/*/measured", because: "Comes with a file; the Measured sheet writes the measurement of the home." },
  { at: "/measured/file", because: "Written when a file of interval data is read." },
  { at: "/measured/digest", because: "Written when a file of interval data is read." },
  { at: "/measured/zone", because: "Written when a file of interval data is read." },
  { at: "/loads/*/id", because: "Made by Heron." },
  { at: "/loads/*/phases", because: "Comes with a file, or from a way; the ledger asks for the phase of a load." },
  { at: "/loads/*/interlockedWith", because: "Written by a way for the home after its work." },
  { at: "/loads/*/waitsFor", because: "Written by a way for the home after its work." },
  { at: "/loads/*/managed", because: "Written by a way for the home after its work." },
  { at: "/charger/kind", because: "Chosen among the chargers of the firm." },
  { at: "/charger/wishes", because: "Ticked beside the chargers of the firm." },
  { at: "/charger/protection/overcurrent", because: "Always at the board." },
  { at: "/charger/providedBy", because: "Comes with a file; it has no control yet." },
  { at: "/charger/circuit", because: "Written by a way for the home after its work." },
  { at: "/charger/outlet", because: "Written by a way for the home after its work." },
  { at: "/charger/load", because: "Written by a way for the home after its work." },
  { at: "/outlets/*/id", because: "Made by Heron." },
  { at: "/need/cars/*/port/heightM", because: "Comes with a file; the plan takes a usual height." },
  { at: "/need/cars/*/size", because: "Follows from the class; drawn on the plan." },
  { at: "/place/unit", because: "Follows from the rules." },
  { at: "/place/solids", because: "Drawn on the plan." },
  { at: "/place/parking", because: "Drawn on the plan." },
  { at: "/place/openings", because: "Drawn on the plan." },
  { at: "/place/underlay/photo", because: "Chosen among the pictures of the job." },
  { at: "/place/charger/at", because: "Drawn on the plan." },
  { at: "/run/segments/*/raceway/existing", because: "A raceway that is entered on screen is there already." },
  { at: "/run/segments/*/points", because: "Drawn on the plan." },
  { at: "/run/conductorType", because: "Comes with a file; on screen each part has its own." },
  { at: "/run/leastSize", because: "Chosen beside the designed size." },
  { at: "/otherRuns", because: "The run, put aside as another route." },
  { at: "/options/terminalColumn", because: "A practice option of the rules." },
  { at: "/options/allowAluminium", because: "A practice option of the rules." },
  { at: "/options/ukDeviceA", because: "A practice option of the rules." },
  { at: "/options/receptacleNeutral", because: "A practice option of the rules." },
  { at: "/options/chargerBoard", because: "A practice option of the rules." },
  { at: "/options/clampsAlways", because: "A practice option of the rules." },
  { at: "/options/clampsRead", because: "A practice option of the rules." },
  { at: "/options/chargerSizing", because: "A practice option of the rules." },
  { at: "/options/disconnectInSight", because: "A practice option of the rules." },
  { at: "/options/outdoorGfci", because: "A practice option of the rules." },
  { at: "/options/grants", because: "Ticked beside the price." },
  { at: "/options/policy", because: "Chosen beside the recommendation." },
  { at: "/decision", because: "Written when a way is decided." },
  { at: "/replayed", because: "Written when the ways are replayed." },
  { at: "/prices", because: "Written when a quote keeps its prices." },
  { at: "/confirmations", because: "Answered beside each check." },
  { at: "/installation", because: "Written line by line on the Log step." },
  { at: "/after", because: "Written line by line on the Log step." },
  { at: "/progress", because: "Moved, entered and dealt with where the job stands." },
  { at: "/quote/options/*/id", because: "Made by Heron." },
  { at: "/quote/options/*/way", because: "Picked among the ways." },
  { at: "/quote/options/*/panel", because: "Picked with the way." },
  { at: "/quote/suggested", because: "Ticked beside an option." },
  { at: "/quote/accepted", because: "Written when the customer accepts." },
  { at: "/survey/sources", because: "Written beside each field." },
  { at: "/survey/seen", because: "Ticked on the list of what is seen." },
  { at: "/survey/notHere", because: "Ticked on the list of evidence." },
];
