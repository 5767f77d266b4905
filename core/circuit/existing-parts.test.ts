/** Parts of a run that are there already: a raceway with what lies in it, and conductors that stay. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, RunSegment } from "#core/case/document/types.ts";
import { lawProblems } from "#core/laws/laws.ts";
import { bs7671A2Codebook } from "#core/rules/bs7671/editions.ts";
import type { CircuitDesign, CircuitSpec } from "#core/rules/circuit/types.ts";
import { nec2023Codebook } from "#core/rules/nec/editions.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { wayIn, withCircuitIn, workIn } from "#core/testing/ways.ts";
import { designCircuit, isDesigned } from "./design.ts";

const ft = (value: number) => ({ value, unit: "ft" as const });
const m = (value: number) => ({ value, unit: "m" as const });
const asked = (segments: RunSegment[], changes: Partial<CircuitSpec> = {}): CircuitSpec => ({
  segments,
  conductorType: "thhn",
  terminalC: 75,
  chargeA: 48,
  plug: false,
  aluminium: false,
  system: "split-phase-120-240",
  ...changes,
});
const inRaceway = (trade: string, holds: NonNullable<RunSegment["raceway"]>["holds"] = []): RunSegment => ({
  method: "emt",
  length: ft(40),
  raceway: { trade, existing: true, holds },
});
const tried = (spec: CircuitSpec) => designCircuit(nec2023Codebook.circuit, spec);
function made(spec: CircuitSpec): CircuitDesign {
  const found = tried(spec);
  if (!isDesigned(found)) throw new Error(found.refused.numbers);
  return found;
}
const times = (count: number, size: string) => Array.from({ length: count }, () => size);

describe("a raceway that is there", () => {
  it("takes the new conductors beside what stays in it, up to 40 %", () => {
    // 2 x 6 AWG + 10 AWG = 0.1225 in²; 0.533 x 40 % = 0.2132.
    const check = (holds: string[]) =>
      made(asked([inRaceway("3/4", holds)])).stretches[0]?.checks.find((c) => c.id === "existing-raceway");
    expect(check([])).toMatchObject({ passes: true });
    expect(check([])?.numbers).toBe("2 x 6 AWG + 10 AWG = 0.12 in² of 0.53 in² = 23 %");
    expect(check(["12 AWG"])?.numbers).toMatch(/^0\.01 \+ 2 x 6 AWG \+ 10 AWG/);
  });
  it("refuses a circuit that it cannot take, with its numbers", () => {
    const found = tried(asked([inRaceway("1/2")]));
    expect(isDesigned(found)).toBe(false);
    expect("refused" in found && found.refused.numbers).toMatch(/in² of 0\.3 in²/);
    expect("refused" in found && found.refused.rule).toBe("NEC chapter 9, tables 1, 4 and 5");
  });
  it("is not bought, and its size is the one that is there", () => {
    const [segment] = made(asked([inRaceway("1")])).segments;
    expect(segment).toMatchObject({ conduit: "1 in EMT", conduitIsThere: true });
    expect(made(asked([inRaceway("1")])).checks.map((c) => c.id)).not.toContain("conduit-fill");
    const home = {
      ...knownUsHome(),
      run: { segments: [inRaceway("1")], conductorType: "thhn", terminalC: 75 as const },
    };
    const items = wayIn(home, "dedicated-circuit").lines.map((l) => l.item);
    expect(items.filter((item) => item.startsWith("conduit:"))).toEqual([]);
    expect(items).toContain("run:emt");
  });
  it("adjusts for the conductors that stay in it", () => {
    // Six current-carrying conductors: 80 % of 75 A at 90 °C is 60 A, less than the 65 A of the terminals.
    const beside = made(asked([inRaceway("1-1/4", times(4, "12 AWG"))]));
    expect(beside.stretches[0]?.ampacityA).toBe(60);
    expect(made(asked([inRaceway("1-1/4")])).stretches[0]?.ampacityA).toBe(65);
  });
  it("counts a conductor that is given whole by its own insulation", () => {
    const fill = (type: string) =>
      made(asked([inRaceway("1", [{ size: "8 AWG", type }])])).stretches[0]?.checks.find(
        (c) => c.id === "existing-raceway",
      )?.numbers;
    expect(fill("xhhw-2")).toMatch(/^0\.04 \+/);
    expect(fill("thhn")).toMatch(/^0\.04 \+/);
    expect(fill("xhhw-2")).not.toBe(fill("thhn"));
  });
  it("is wrong input where it is of no size, or smaller than what lies in it", () => {
    const at = (segment: RunSegment) =>
      lawProblems({ ...knownUsHome(), run: { segments: [segment], conductorType: "thhn" } }).map(
        (p) => `${p.path}: ${p.message}`,
      );
    expect(at(inRaceway("3/4 in", times(3, "12 AWG")))).toEqual([]);
    expect(at(inRaceway("7/8"))[0]).toMatch(/^run\.segments\[0\]\.raceway\.trade: must be one of: 1\/2 in, 3\/4 in/);
    expect(at(inRaceway("1/2", times(4, "8 AWG")))).toEqual([
      "run.segments[0].raceway.holds: fill 48.2 % of a 1/2 in raceway; 40 % is allowed",
    ]);
    // Of two conductors 31 % is allowed, of one 53 %.
    expect(at(inRaceway("1/2", times(2, "6 AWG")))[0]).toMatch(/31 % is allowed/);
    expect(at(inRaceway("1/2", times(1, "3 AWG")))).toEqual([]);
  });
});

describe("grouping of one part", () => {
  it("goes before that of the run", () => {
    const uk = (segment: Partial<RunSegment>): CircuitSpec => ({
      ...asked([{ method: "clipped", length: m(10), ...segment }]),
      conductorType: "armoured-70",
      chargeA: 32,
      system: "single-phase-230",
      terminalC: 70,
    });
    const size = (segment: Partial<RunSegment>, grouped?: number) => {
      const found = designCircuit(bs7671A2Codebook.circuit, { ...uk(segment), grouped });
      return isDesigned(found) ? found.conductor.size : null;
    };
    expect(size({})).toBe("6 mm2");
    expect(size({ grouped: 3 })).toBe("10 mm2");
    expect(size({ grouped: 1 }, 3)).toBe("6 mm2");
  });
});

describe("a circuit that is reused with new parts", () => {
  const stub = {
    id: "stub",
    label: "Stub",
    position: 9,
    poles: 1,
    ratingA: 16,
    rcd: "A" as const,
    status: "charger-ready" as const,
    conductor: { size: "4 mm2", material: "cu" as const, type: "armoured-70" },
  };
  const along = (segments: RunSegment[]): CaseDocument => ({
    ...withCircuitIn(knownUkHome(), stub),
    run: { segments, conductorType: "armoured-70" },
  });
  const there: RunSegment = { method: "clipped", length: m(12), status: "kept" };
  const anew: RunSegment = { method: "clipped", length: m(8), status: "new" };

  it("keeps the old conductor, and designs the new part for its device", () => {
    const way = wayIn(along([there, anew]), "reuse-circuit");
    expect(way.circuit?.segments.map((s) => s.conductor.size)).toEqual(["4 mm2", "4 mm2"]);
    expect(way.circuit?.stretches).toHaveLength(2);
    const hot = wayIn(along([there, { ...anew, grouped: 3 }]), "reuse-circuit");
    expect(hot.circuit?.segments.map((s) => s.conductor.size)).toEqual(["4 mm2", "6 mm2"]);
    expect(hot).toMatchObject({ chargeA: 32, circuitA: 32 });
  });
  it("loses volts along both", () => {
    const way = wayIn(along([there, anew]), "reuse-circuit");
    expect(way.circuit?.voltDropV).toBeCloseTo((11 * 32 * 20) / 1000, 9);
  });
  it("buys the new part only, with a joint", () => {
    const way = wayIn(along([there, anew]), "reuse-circuit");
    expect(way.lines.find((l) => l.item === "cable:armoured-70:4 mm2")?.needed).toBe(8);
    expect(way.lines.map((l) => l.item)).toContain("junction-box");
    expect(workIn(along([there, anew]), "reuse-circuit")).toMatch(/along the parts of the run that are new/);
    const all = wayIn(along([{ ...there, status: undefined }]), "reuse-circuit");
    expect(all.lines.map((l) => l.item)).not.toContain("cable:armoured-70:4 mm2");
  });
});
