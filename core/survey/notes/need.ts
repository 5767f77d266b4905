/** The car and its hours: `30 mi a day`, `plugged in 7pm-7am`, `cheap rate 00:30-04:30`, `charger 48 A`. */
import { setValue } from "#core/case/document/set-value.ts";
import { showWindow } from "#core/dates.ts";
import { DISTANCE_UNITS, parseQuantity } from "#core/quantity/parse.ts";
import { parseTime, TIME_WINDOW } from "#core/quantity/parse-time.ts";
import { showA, showNumber } from "#core/units.ts";
import type { NoteReader } from "./types.ts";
import { setRead } from "./values.ts";

/** Reads a line with a driven distance or the hours of charging. */
export const readNeed: NoteReader = (line, { document, codebook }) => {
  const driven =
    /^(?:car\s*(?:1|one)?[:\s]*)?(?:drives?\s+)?([\d.,]+)\s*(mi|miles?|km)\s*(?:(?:a|per|\/)\s*day|daily)?$/i.exec(
      line,
    );
  if (driven) {
    const read = parseQuantity(`${driven[1]} ${driven[2]}`, DISTANCE_UNITS, "mi");
    if ("problem" in read) return read;
    const cars = document.need?.cars ?? [];
    const first = cars[0] ?? codebook.survey.usualCar;
    return {
      understood: `The car drives ${showNumber(read.value)} ${read.unit} a day`,
      patch: [
        ...setRead(document, "/need/cars", [{ ...first, distancePerDay: read }, ...cars.slice(1)]),
        ...setValue(document, "/survey/sources/need.cars", undefined),
      ],
    };
  }
  const window = TIME_WINDOW.exec(line);
  if (window) {
    const about = line
      .replace(window[0], " ")
      .replace(/\bfrom\b/i, " ")
      .trim()
      .toLowerCase();
    const [from, to] = [parseTime(window[1] as string), parseTime(window[2] as string)];
    const isTime = /[:.]|[ap]\.?m|midnight|noon/i.test(window[0]);
    if (!isTime && !/plugged|cheap/.test(about)) return null;
    if (!from || !to) return { problem: `"${window[0].trim()}": a time is written like 19:00 or 7pm` };
    if (/^cheap(?:\s+rate|\s+hours)?$/.test(about))
      return {
        understood: `Cheap rate from ${showWindow({ from, to }, codebook.conventions)}`,
        patch: setRead(document, "/need/cheap", { from, to }),
      };
    if (/^(?:car\s+|it\s+is\s+)?(?:plugged\s+in|at\s+home|home|charging|charges)?$/.test(about))
      return {
        understood: `Plugged in from ${showWindow({ from, to }, codebook.conventions)}`,
        patch: setRead(document, "/need/pluggedIn", { from, to }, "need.pluggedIn"),
      };
    return {
      problem: `"${about}": are these the hours the car is plugged in, or the cheap rate? For example: plugged in 19:00-07:00`,
    };
  }
  const charger = /^(?:ev\s+|new\s+)?charger[:\s]+(\d{1,3})\s*a(?:mps?)?$/i.exec(line);
  if (charger) {
    const maxA = Number(charger[1]);
    return { understood: `Charger of ${showA(maxA)}`, patch: setRead(document, "/charger/maxA", maxA) };
  }
  return null;
};
