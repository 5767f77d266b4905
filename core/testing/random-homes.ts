/** Homes of every kind for property tests: with and without faults, read and unread, one panel and several. */
import fc from "fast-check";
import type { CaseDocument, Circuit, Load, Panel } from "#core/case/document/types.ts";
import { VISIT_REASONS } from "#core/case/document/vocabulary.ts";
import { knownUkHome, knownUsHome } from "./cases.ts";

/** A value that one in `freq` homes does not have. */
const maybe = <T>(value: fc.Arbitrary<T>, freq = 3) => fc.option(value, { nil: undefined, freq });
const without = <T extends object>(record: T): T =>
  Object.fromEntries(Object.entries(record).filter(([, v]) => v !== undefined)) as T;

const usLoad = fc.record({
  kind: fc.constantFrom<Load["kind"]>(
    "range",
    "oven",
    "cooktop",
    "dryer",
    "water-heater",
    "dishwasher",
    "fixed-appliance",
    "motor",
    "air-conditioning",
    "heat-pump",
    "space-heating",
    "ev-charger",
  ),
  va: fc.integer({ min: 300, max: 12_000 }),
  existing: fc.constantFrom(true, true, true, false),
});
const ukLoad = fc.record({
  kind: fc.constantFrom<Load["kind"]>("lighting", "cooker", "shower", "immersion", "fixed-appliance", "heat-pump"),
  va: fc.integer({ min: 300, max: 10_500 }),
  existing: fc.constantFrom(true, true, true, false),
});

const usSize = fc.constantFrom<string>("14 AWG", "10 AWG", "8 AWG", "6 AWG", "4 AWG", "2 AWG");
const ukSize = fc.constantFrom<string>("1.5 mm2", "2.5 mm2", "4 mm2", "6 mm2", "10 mm2");
const usConductor = fc.record({
  size: usSize,
  material: maybe(fc.constantFrom<"cu" | "al">("cu", "al"), 6),
  type: maybe(fc.constantFrom<string>("nm-b", "thhn", "ser"), 6),
});
const ukConductor = fc.record({
  size: ukSize,
  material: maybe(fc.constantFrom<"cu" | "al">("cu"), 6),
  type: maybe(fc.constantFrom<string>("twin-earth", "armoured-70", "multicore-70"), 6),
});

const circuitOf = (uk: boolean, loads: readonly Load[]) =>
  fc
    .record({
      ratingA: maybe(fc.constantFrom(15, 20, 30, 40, 50, 60), 8),
      conductor: maybe(uk ? ukConductor : usConductor, 5),
      status: fc.constantFrom<Circuit["status"]>("in-use", "in-use", "in-use", "abandoned", "charger-ready"),
      rcd: uk ? maybe(fc.constantFrom<Circuit["rcd"]>("none", "AC", "A", "A", "F", "B"), 5) : fc.constant(undefined),
      protects: uk ? fc.constant(undefined) : maybe(fc.constantFrom<Circuit["protects"]>("afci", "gfci"), 2),
      load: maybe(fc.nat(Math.max(0, loads.length - 1)), 2),
    })
    .map(
      ({ load, ...rest }): Circuit =>
        without({
          id: "",
          poles: uk ? 1 : 2,
          ...rest,
          ...(rest.conductor && { conductor: without(rest.conductor) }),
          loads: load === undefined || loads.length === 0 ? [] : [(loads[load] as Load).id],
        }),
    );

/** A home, its faults and gaps at random. */
function home(uk: boolean): fc.Arbitrary<CaseDocument> {
  const base = uk ? knownUkHome() : knownUsHome();
  return fc.array(uk ? ukLoad : usLoad, { maxLength: 7 }).chain((drawn) => {
    const loads = drawn.map((l, i): Load => ({ id: `l${i}`, ...l }));
    return fc
      .record({
        ratingA: maybe(fc.constantFrom(...(uk ? [60, 80, 100] : [60, 100, 125, 150, 200, 400])), 12),
        conductor: maybe(
          fc.constantFrom(
            ...(uk ? ["10 mm2", "16 mm2", "25 mm2"] : ["4 AWG", "1 AWG", "2/0 AWG", "4/0 AWG", "500 kcmil"]),
          ),
          8,
        ),
        earthing: maybe(fc.constantFrom("tn-c-s" as const, "tn-s" as const, "tt" as const), 8),
        looped: maybe(fc.boolean(), 8),
        onsiteGeneration: maybe(fc.boolean(), 2),
        circuits: fc.array(circuitOf(uk, loads), { maxLength: 5 }),
        subCircuits: fc.array(circuitOf(uk, []), { maxLength: 2 }),
        sub: fc.constantFrom("none", "none", "feeder", "beside"),
        feeder: fc.record({
          ratingA: maybe(fc.constantFrom(20, 30, 40, 60, 100), 8),
          conductor: maybe(uk ? ukConductor : usConductor, 5),
        }),
        busA: maybe(fc.constantFrom(100, 125, 200, 225), 10),
        mainA: maybe(fc.constantFrom(60, 100, 125, 200), 10),
        condition: maybe(fc.constantFrom<Panel["condition"]>("sound", "sound", "sound", "obsolete", "unsafe"), 10),
        spaces: maybe(fc.integer({ min: 4, max: 30 }), 10),
        chargerAt: fc.constantFrom("main", "sub", "open"),
        outlet: maybe(
          fc.record({
            type: fc.constantFrom(...(uk ? (["bs1363"] as const) : (["5-15", "14-30", "14-50", "10-30"] as const))),
            circuit: maybe(fc.nat(4), 4),
            lead: maybe(fc.integer({ min: 1, max: 9 }), 5),
            plainSplitter: maybe(fc.boolean(), 2),
            grounded: maybe(fc.boolean(), 2),
            gfci: maybe(fc.boolean(), 2),
          }),
          2,
        ),
        charger: fc.record({
          maxA: fc.constantFrom(12, 16, 32, 40, 48),
          connection: fc.constantFrom("hard-wired" as const, "plug" as const),
          managed: fc.boolean(),
          lostPenDetection: maybe(fc.boolean(), 6),
          dcDetection: maybe(fc.boolean(), 6),
        }),
        seen: fc.subarray(["bonding-absent", "heat-marks", "doubled-lug", "do-not-disturb"], { maxLength: 1 }),
        owner: maybe(fc.constantFrom("given" as const, "to-ask" as const, "refused" as const), 2),
        treatment: fc.constantFrom("outside-125" as const, "outside-100" as const, "inside" as const),
        needKWh: fc.constantFrom(4, 10, 20),
        reason: maybe(fc.constantFrom(...VISIT_REASONS), 2),
        thereA: maybe(fc.constantFrom(16, 32), 4),
        chargerBoard: maybe(fc.constant("own" as const), 2),
        twoWay: maybe(fc.constant(true), 2),
      })
      .map((r): CaseDocument => {
        const there: Load[] =
          r.reason && r.reason !== "first-charger" && r.thereA !== undefined
            ? [{ id: "there", kind: "ev-charger", amps: r.thereA, existing: true }]
            : [];
        const circuits = r.circuits.map((c, i) => ({
          ...c,
          id: `c${i}`,
          ...(i === 0 && there.length > 0 && { status: "in-use" as const, loads: ["there"] }),
        }));
        const main: Panel = without({
          id: "main",
          name: "Main",
          fedFrom: "supply",
          mainA: r.mainA,
          busA: r.busA !== undefined && r.mainA !== undefined ? Math.max(r.busA, r.mainA / 2) : r.busA,
          spaces: r.spaces === undefined ? undefined : Math.max(r.spaces, circuits.length * 2),
          condition: r.condition,
          circuits,
        });
        const sub: Panel = without({
          id: "sub",
          name: "Garage",
          fedFrom: r.sub === "feeder" ? "main" : "supply",
          mainA: r.sub === "feeder" ? undefined : 100,
          busA: 125,
          spaces: 12,
          condition: "sound" as const,
          ...(r.sub === "feeder" && {
            feeder: without({ ...r.feeder, conductor: r.feeder.conductor && without(r.feeder.conductor) }),
          }),
          circuits: r.subCircuits.map((c, i) => ({ ...c, id: `s${i}` })),
        });
        const panels = r.sub === "none" ? [main] : [main, sub];
        const onCircuit = r.outlet?.circuit === undefined ? undefined : circuits[r.outlet.circuit]?.id;
        return {
          ...base,
          ...((r.owner || r.reason) && {
            enquiry: without({ reason: r.reason, permissions: r.owner ? { owner: r.owner } : undefined }),
          }),
          supply: without({
            ...base.supply,
            ratingA: r.ratingA ?? null,
            conductor: r.conductor ? { size: r.conductor, material: "cu" as const } : undefined,
            earthing: uk ? r.earthing : undefined,
            looped: uk ? r.looped : undefined,
            onsiteGeneration: r.onsiteGeneration,
          }),
          panels,
          loads: [...loads.map((l, i) => (r.sub !== "none" && i % 3 === 2 ? { ...l, panel: "sub" } : l)), ...there],
          outlets: r.outlet
            ? [
                without({
                  id: "o",
                  type: r.outlet.type,
                  circuit: onCircuit,
                  leadLength: r.outlet.lead === undefined ? undefined : { value: r.outlet.lead, unit: "m" as const },
                  plainSplitter: r.outlet.plainSplitter,
                  grounded: r.outlet.grounded,
                  gfci: uk ? undefined : r.outlet.gfci,
                }),
              ]
            : [],
          charger: without({
            ...r.charger,
            twoWay: r.twoWay,
            panel: r.chargerAt === "open" ? undefined : r.sub !== "none" && r.chargerAt === "sub" ? "sub" : "main",
          }),
          need: { energyPerDayKWh: r.needKWh, pluggedIn: { from: "20:00", to: "06:00" }, cheap: null },
          options: without({ evTreatment: r.treatment, chargerBoard: r.chargerBoard }),
          survey: { seen: r.seen },
        };
      });
  });
}

export const usHomes = home(false);
export const ukHomes = home(true);
export const anyHome = fc.oneof(usHomes, ukHomes);
