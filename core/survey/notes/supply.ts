/** The supply: `150 A service`, `4/0 al service conductors`, `cut-out 80`, `TN-C-S`, `Ze 0.21`, `no isolator`, `solar`. */
import type { Conductor } from "#core/case/document/types.ts";
import { conductorName } from "#core/case/fields/names.ts";
import { BONDING_WORDS } from "#core/case/fields/supply.ts";
import { parseNumber } from "#core/quantity/parse.ts";
import { showA, showNumber, showOhm } from "#core/units.ts";
import { capital } from "#core/words.ts";
import type { NoteContext, NoteReader, Understood } from "./types.ts";
import { setRead } from "./values.ts";

const RATED =
  /^(?:(?:service|supply|main\s+fuse|cut-?\s?out(?:\s+fuse)?)(?:\s+rating)?[:\s]*(?:of\s+)?(\d{1,4})\s*a?(?:mps?)?|(\d{1,4})\s*a?(?:mps?)?\s+(?:service|supply|main\s+fuse|cut-?\s?out(?:\s+fuse)?))$/i;

/** Reads a line about the supply: its rating, conductor, earthing or a yes/no answer. */
export const readSupply: NoteReader = (line, context) => {
  const { document, codebook } = context;
  const rated = RATED.exec(line);
  if (rated) {
    const ratingA = Number(rated[1] ?? rated[2]);
    return {
      understood: `${codebook.words.supplyRating} ${showA(ratingA)}`,
      patch: setRead(document, "/supply/ratingA", ratingA, "supply.ratingA"),
    };
  }
  return (
    readConductor(line, context) ??
    (codebook.asksFor.earthing ? readEarthing(line, context) : null) ??
    readYesNo(line, context) ??
    readMeterPlace(line, context)
  );
};

/** Sizes as they are said: `4/0`, `2`, `25 mm2`, `25`. */
function readConductor(line: string, { document, codebook }: NoteContext) {
  const named =
    /^(?:service\s+(?:entrance\s+)?conductors?|meter\s+tails|tails)[:\s]+(.+)$/i.exec(line) ??
    /^(.+?)\s+(?:service\s+(?:entrance\s+)?conductors?|meter\s+tails|tails)$/i.exec(line);
  if (!named) return null;
  const words = (named[1] as string)
    .toLowerCase()
    .replace(/\s*(?:mm2|mm²|mm|awg|kcmil)\b\.?/g, (unit) => (unit.includes("kcmil") ? " kcmil" : ""))
    .trim();
  const metal = /\b(cu|copper|al|alu|aluminum|aluminium)\b/.exec(words);
  const bare = words.replace(metal?.[0] ?? "", "").trim();
  const size = codebook.survey.conductorSizes.find(
    (s) => s === bare || s === `${bare} mm2` || s.replace(/\s*(AWG|kcmil)$/i, "") === bare,
  );
  const { name } = codebook.supplyConductor;
  if (!size) return { problem: `${capital(name)}: "${bare}" is not a conductor size in these rules` };
  const material = metal
    ? metal[0].startsWith("c")
      ? "cu"
      : "al"
    : codebook.asksFor.conductorMetal
      ? undefined
      : "cu";
  const conductor: Conductor = { ...document.supply.conductor, size, ...(material && { material }) };
  return {
    understood: `${capital(name)} ${conductorName({ size, material }, codebook)}`,
    patch: setRead(document, "/supply/conductor", conductor, "supply.conductor"),
  };
}

function readEarthing(line: string, { document }: NoteContext) {
  const system = /^(?:earthing[:\s]+)?(tn-?c-?s|pme|tn-?s|tt)$/i.exec(line)?.[1];
  if (system) {
    const plain = system.toLowerCase().replaceAll("-", "");
    const earthing = plain === "tt" ? "tt" : plain === "tns" ? "tn-s" : "tn-c-s";
    return {
      understood: `Earthing ${earthing.toUpperCase()}`,
      patch: setRead(document, "/supply/earthing", earthing, "supply.earthing"),
    };
  }
  const earth = /^main\s+earth[:\s]+(\d{1,2})\s*(?:mm2|mm²)?$/i.exec(line)?.[1];
  if (earth)
    return { understood: `Main earth ${earth} mm²`, patch: setRead(document, "/supply/mainEarthMm2", Number(earth)) };
  const fault = /^(?:pfc|pscc|prospective\s+fault\s+current)[:\s=]*([\d.,]+)\s*(?:ka)?$/i.exec(line)?.[1];
  const prospectiveKA = fault === undefined ? null : parseNumber(fault);
  if (prospectiveKA !== null)
    return {
      understood: `Prospective fault current ${showNumber(prospectiveKA)} kA`,
      patch: setRead(document, "/supply/prospectiveKA", prospectiveKA),
    };
  const bond = readBonding(line);
  if (bond) {
    const { pipe, mm2, state } = bond;
    const value = { ...document.supply.bonding?.[pipe], state, ...(mm2 && { mm2 }) };
    return {
      understood: `Bonding of the ${pipe} pipe: ${mm2 ? `${mm2} mm²` : BONDING_WORDS[state]}`,
      patch: setRead(document, `/supply/bonding/${pipe}`, value),
    };
  }
  const loop = /^(?:measured\s+)?(?:ze|electrode)[:\s=]*([\d.,]+)\s*(?:ohms?|Ω)?$/i.exec(line)?.[1];
  const zeOhm = loop === undefined ? null : parseNumber(loop);
  if (zeOhm !== null)
    return {
      understood: `${document.supply.earthing === "tt" ? "Electrode" : "Ze"} ${showOhm(zeOhm)}`,
      patch: setRead(document, "/supply/zeOhm", zeOhm, "supply.zeOhm"),
    };
  return null;
}

/** `gas bonding 10`, `water bonding 6 mm2`, `gas bonded`, `water not bonded`, `water pipe plastic`. */
function readBonding(line: string) {
  const sized = /^(gas|water)\s+bond(?:ing|ed)(?:\s+(?:in\s+)?(\d{1,2})\s*(?:mm2|mm²)?)?$/i.exec(line);
  const other = /^(gas|water)\s+(?:(not\s+bonded|bonding\s+absent|no\s+bonding)|(?:pipe\s+)?plastic)$/i.exec(line);
  const pipe = (sized ?? other)?.[1]?.toLowerCase() as "gas" | "water" | undefined;
  if (!pipe) return null;
  const state = sized ? "bonded" : other?.[2] ? "absent" : "not-metallic";
  return { pipe, state, mm2: sized?.[2] ? Number(sized[2]) : null } as const;
}

/** Things that are present or absent: their field in the case and their usual names. */
const THINGS = [
  { field: "onsiteGeneration", label: "Solar or other generation", names: /^(?:solar(?: panels?)?|pv|generation)$/ },
  { field: "battery", label: "Battery", names: /^(?:(?:home |house )?battery)$/ },
  { field: "isolator", label: "Isolator after the meter", names: /^isolator(?: after the meter)?$/, asked: "isolator" },
  {
    field: "emergencyDisconnect",
    label: "Emergency disconnect outdoors",
    names: /^emergency disconnect(?: outdoors| outside)?$/,
    asked: "emergencyDisconnect",
  },
  { field: "looped", label: "Looped to the neighbour", names: /^loop(?:ed)?(?: supply)?$/, asked: "earthing" },
] as const;

function readYesNo(line: string, { document, codebook }: NoteContext): Understood | null {
  const said = /^(?:(not?|without)\s+)?(.+?)(?:[:\s]+(yes|no))?$/i.exec(line);
  const name = said?.[2]?.toLowerCase().replace(/^an?\s+/, "") ?? "";
  const thing = THINGS.find((t) => t.names.test(name) && (!("asked" in t) || codebook.asksFor[t.asked as "isolator"]));
  if (!thing || !said) return null;
  const isThere = !said[1] && said[3]?.toLowerCase() !== "no";
  return {
    understood: `${thing.label}: ${isThere ? "yes" : "no"}`,
    patch: setRead(document, `/supply/${thing.field}`, isThere, `supply.${thing.field}`),
  };
}

function readMeterPlace(line: string, { document }: NoteContext): Understood | null {
  const place = /^meter(?:\s+place)?[:\s]+(.+)$/i.exec(line)?.[1];
  return place
    ? {
        understood: `Meter place: ${place}`,
        patch: setRead(document, "/supply/meterPlace", place, "supply.meterPlace"),
      }
    : null;
}
