/** Maps a missing value to the step and field of the job where it is entered. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import type { MissingValue } from "#core/path/missing.ts";
import type { StepPlace } from "./find.ts";

/** Values that have no field of their own name: the part of the sheet where they are entered. */
const SECTIONS: Readonly<Record<string, Omit<StepPlace, "step">>> = {
  loads: { section: "loads", field: "Add a load" },
  "loads.phase": { section: "loads" },
  "loads.assumed": { section: "loads" },
  "need.cars": { section: "cars" },
  "need.pluggedIn": { section: "energy", pointer: "/need/pluggedIn/from" },
};

/** @returns the step, and the field, device or section in it */
export function placeOfMissing({ step, key }: MissingValue, { panels, outlets = [] }: CaseDocument): StepPlace {
  const section = ownValue(SECTIONS, key);
  if (section) return { step, ...section };
  const [thing, id, ...rest] = key.split(".");
  const field = rest.join("/");
  if (thing === "panel") {
    const index = panels.findIndex((p) => p.id === id);
    const place: StepPlace = { step, section: `panel-${id}` };
    return field === "loads" || field === "circuits" ? place : { ...place, pointer: `/panels/${index}/${field}` };
  }
  if (thing === "circuit") {
    const panel = panels.find((p) => p.circuits?.some((c) => c.id === id));
    return { step, ...(panel && { section: `panel-${panel.id}` }), ...(id !== undefined && { device: id }) };
  }
  if (thing === "outlet")
    return { step, section: "outlets", pointer: `/outlets/${outlets.findIndex((o) => o.id === id)}/${field}` };
  return { step, pointer: `/${key.replaceAll(".", "/")}` };
}
