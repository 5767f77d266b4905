/** Introduction to Heron with a made-up home of 100 A: today, and with a charger in two ways. */
import { assess } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { newCase } from "#core/laws/new-case.ts";
import { showA } from "#core/units.ts";
import type { Waterline } from "#core/waterline.ts";

export interface ExampleAnswer {
  name: string;
  level: Waterline;
  /** The result in one sentence. */
  says: string;
}

function home(): CaseDocument {
  const base = newCase("us-nec-2023", "A home of 100 A");
  return {
    ...base,
    dwelling: { ...base.dwelling, floorArea: { value: 1850, unit: "ft2" } },
    supply: { ...base.supply, ratingA: 100 },
    panels: base.panels.map((panel) => ({ ...panel, mainA: 100 })),
    loads: [
      ...base.loads,
      { id: "range", kind: "range", va: 9600 },
      { id: "dryer", kind: "dryer", va: 5000 },
      { id: "water", kind: "water-heater", va: 4500 },
      { id: "cooling", kind: "air-conditioning", amps: 24, volts: 240 },
    ],
    need: { energyPerDayKWh: 11, pluggedIn: { from: "20:00", to: "06:00" } },
  };
}

let answer: ExampleAnswer[] | null = null;

/** The home today, with an unmanaged charger, and with a managed one. It is assessed once in a process. */
export function exampleAnswer(): ExampleAnswer[] {
  answer ??= assessExample();
  return answer;
}

function assessExample(): ExampleAnswer[] {
  const { ways, headroomA, waterline } = assess(home(), DEMO_BOOKS.USD);
  const shown = (id: "dedicated-circuit" | "dynamic-load-management", name: string): ExampleAnswer => {
    const way = ways.find((w) => w.way === id);
    if (!way) throw new Error(`no ${id}`);
    return {
      name,
      level: way.level,
      says:
        way.verdict === "ruled-out"
          ? `Does not fit: ${way.reasons[0]?.text}.`
          : `Gives ${way.energyPerNightKWh.toFixed(0)} kWh a night: the charger takes what the house leaves${way.limitA ? ` below ${showA(way.limitA)}` : ""}.`,
    };
  };
  return [
    {
      name: "As it stands",
      level: { ratingA: waterline.ratingA, demandA: waterline.demandA, chargingA: 0, limitA: null },
      says: `${showA(headroomA)} is spare at the worst hour of the year, by the code's own calculation.`,
    },
    shown("dedicated-circuit", "A charger on its own"),
    shown("dynamic-load-management", "A charger held back"),
  ];
}
