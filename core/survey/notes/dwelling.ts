/** The dwelling and its people: `2,100 sq ft`, `customer Ada Fenn`, `rented`, `apartment`. */
import type { VisitReason } from "#core/case/document/types.ts";
import { AREA_UNITS, parseQuantity } from "#core/quantity/parse.ts";
import { showNumber } from "#core/units.ts";
import { capital } from "#core/words.ts";
import type { NoteReader } from "./types.ts";
import { setRead } from "./values.ts";

/** The reason of the visit, as people say it. */
const REASONS: readonly (readonly [VisitReason, RegExp])[] = [
  ["trips", /^(?:it |the charger |charger )?(?:trips|keeps tripping)$/i],
  ["hold-back", /^(?:hold(?: the charger)? back|limit the charger)$/i],
  ["second-charger", /^(?:a )?second charger$/i],
  ["move", /^(?:move|moving) (?:the |a )?charger$/i],
  ["refit-stub", /^(?:refit|use) (?:the |a )?stub$/i],
  ["two-way", /^(?:a )?(?:two-way charger|v2h|v2g)$/i],
  ["first-charger", /^(?:a )?first charger$/i],
];

/** Reads a line with the floor area, the customer or the tenure. */
export const readDwelling: NoteReader = (line, { document, codebook }) => {
  const area =
    /^(?:floor\s+area|area|house|home)?[:\s]*([\d.,\s]*\d)\s*(ft2|ft²|sq\.?\s?ft|square feet|m2|m²|sq\.?\s?m)\.?$/i.exec(
      line,
    );
  if (area) {
    const unit = (area[2] as string).replace(/sq\.?\s?/i, "sq ");
    const read = parseQuantity(`${area[1]} ${unit}`, AREA_UNITS, codebook.areaUnit);
    if ("problem" in read) return read;
    return {
      understood: `Floor area ${showNumber(read.value)} ${read.unit.replace("2", "²")}`,
      patch: setRead(document, "/dwelling/floorArea", read, "dwelling.floorArea"),
    };
  }
  const reason = REASONS.find(([, names]) => names.test(line))?.[0];
  if (reason)
    return {
      understood: `Reason of the visit: ${reason.replaceAll("-", " ")}`,
      patch: setRead(document, "/enquiry/reason", reason),
    };
  const customer = /^(?:customer|client|name)[:\s]+(.+)$/i.exec(line);
  if (customer)
    return {
      understood: `Customer ${customer[1]}`,
      patch: setRead(document, "/enquiry/customer", customer[1]),
    };
  const tenure = /^(?:the\s+)?(?:home|house)?\s*(?:is\s+)?(owned|owner|rented|tenant|rents)$/i.exec(line);
  if (tenure) {
    const isTenant = /^(rent|tenant)/i.test(tenure[1] as string);
    return {
      understood: isTenant ? "The home is rented" : "The home is owned",
      patch: setRead(document, "/enquiry/tenure", isTenant ? "tenant" : "owner"),
    };
  }
  if (new RegExp(`^(${codebook.survey.apartment}|apartment|flat|house)$`, "i").test(line)) {
    const isHouse = /^house$/i.test(line);
    return {
      understood: isHouse ? "House" : codebook.survey.apartment,
      patch: setRead(document, "/dwelling/kind", isHouse ? "one-family" : "apartment"),
    };
  }
  const access = /^(access|animals|gate)[:\s]+(.+)$/i.exec(line);
  if (access) {
    const field = (access[1] as string).toLowerCase();
    return {
      understood: `${capital(field)}: ${access[2]}`,
      patch: setRead(document, `/enquiry/${field}`, access[2]),
    };
  }
  return null;
};
