/** The loading list of the van: tools, parts and prints, from the design and the work. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { materialsIn } from "#core/decide/materials.ts";
import { ownValue } from "#core/own-value.ts";
import { papersForVan } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showNumber } from "#core/units.ts";

export interface Packed {
  group: "Tools" | "Parts" | "Prints";
  /** Its name on the list, by which the log knows it. */
  name: string;
  isLoaded: boolean;
}

/** Tools for drilling through each material. Heated floors and steel beams are never drilled. */
const DRILLED_WITH: Readonly<Record<string, string>> = {
  joists: "Auger for joists",
  solidWalls: "Masonry drill as long as the wall is thick",
  cavityWalls: "Masonry drill, and sleeve for the cavity",
  timberFloors: "Auger for floors",
  concreteFloors: "Core drill for concrete",
  flatRoofs: "Hole saw, and a roof boot",
};

/** Tools by what the run, the terminals and the tests ask for. */
function toolsOf(document: CaseDocument, assessment: Assessment): string[] {
  const { circuit, tests } = codebookOf(document.rules);
  const way = takenWay(assessment);
  const segments = document.run?.segments ?? [];
  const drilled = segments.flatMap(({ through = {} }) =>
    Object.entries(through).flatMap(([material, count]) => {
      const tool = ownValue(DRILLED_WITH, material);
      return (count ?? 0) > 0 && tool ? [tool] : [];
    }),
  );
  const bent = [
    ...new Set(
      (way?.circuit?.segments ?? []).flatMap(({ conduit, conduitIsThere }) =>
        conduit && !conduitIsThere ? [conduit] : [],
      ),
    ),
  ];
  const is = (id: string) => tests.some((test) => test.id === id);
  return [
    `Torque tool for the terminals, in ${circuit.terminals.torqueUnit}, with its calibration`,
    "Two-pole voltage tester and a known source to prove it on",
    "Lock and tag",
    "Security bits for the charger",
    ...(is("r1r2") ? ["Multifunction tester, leads and a plug for the charger's test"] : []),
    ...(is("egc") ? ["Continuity and insulation tester, and a thermometer for terminals"] : []),
    ...(is("gfci") && document.charger?.connection === "plug" ? ["GFCI tester with rising current"] : []),
    ...(way?.limitA !== undefined ? ["A known load of at least 1 kW for the clamps"] : []),
    ...bent.map((conduit) => `Bender and cutter for ${conduit}`),
    ...new Set(drilled),
  ];
}

/** Everything to load for the way that is taken, by group. */
export function packingOf(document: CaseDocument, assessment: Assessment): Packed[] {
  const way = takenWay(assessment);
  if (!way) return [];
  const codebook = codebookOf(document.rules);
  const loaded = new Set(document.installation?.packed ?? []);
  const parts = materialsIn(way.lines).map(({ name, count, unit }) =>
    unit === "each" ? `${showNumber(count)} x ${name}` : `${name}, ${showNumber(count)} ${unit}`,
  );
  const pack = (group: Packed["group"], names: readonly string[]): Packed[] =>
    names.map((name) => ({ group, name: name.slice(0, 200), isLoaded: loaded.has(name.slice(0, 200)) }));
  return [
    ...pack("Tools", toolsOf(document, assessment)),
    ...pack("Parts", parts),
    ...pack("Prints", papersForVan(document, codebook)),
  ];
}
