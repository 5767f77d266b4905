/** A circuit that is reused: seen at both ends or not, and what was found at its far end. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { linkIn, reasonsIn, wayIn, withCircuitIn, workIn } from "#core/testing/ways.ts";

const WAY = "reuse-circuit";
const stub = (changes: Partial<Circuit> = {}): Circuit => ({
  id: "stub",
  label: "Car",
  position: 5,
  poles: 1,
  ratingA: 32,
  rcd: "A",
  status: "charger-ready",
  conductor: { size: "6 mm2", material: "cu", type: "armoured-70" },
  ...changes,
});
const longRun = knownUkHome({ run: { segments: [{ method: "clipped", length: { value: 30, unit: "m" } }] } });
const home = (changes: Partial<Circuit> = {}): CaseDocument => withCircuitIn(longRun, stub(changes));
const NOTHING_WRONG = {
  gland: true,
  sealed: true,
  armourEarthed: true,
  enclosureSound: true,
  roomInside: true,
  oldElectrode: false,
};

describe("a circuit that nobody has seen at both ends", () => {
  it.each([[undefined], [false]])("has an unknown conductor and a range of price (seen: %s)", (endsSeen) => {
    const unseen = home(endsSeen === undefined ? {} : { endsSeen });
    const way = wayIn(unseen, WAY);
    expect(linkIn(unseen, WAY, "circuit:stub:conductor").known).toBe("unknown");
    expect(way.ifUnfit?.look).toBe('"Car" is seen at both ends');
    expect(way.cost.high).toBeGreaterThan(wayIn(home({ endsSeen: true }), WAY).cost.high);
    expect(way.ifUnfit?.typical).toBeGreaterThan(way.cost.typical);
    expect(reasonsIn(unseen, WAY)).toContain("if it is unfit, a new circuit all along costs £");
    expect(workIn(unseen, WAY)).toContain("Confirm the conductor of the reused circuit");
  });
  it("costs no visit of its own: the work shows it", () => {
    expect(wayIn(home(), WAY).cost.typical).toBe(wayIn(home({ endsSeen: true }), WAY).cost.typical);
    expect(wayIn(home(), WAY).verdict).toBe("with-work");
  });
  it("goes up to what a circuit of its own costs, for the same current", () => {
    const way = wayIn(home(), WAY);
    const own = wayIn(longRun, "dedicated-circuit");
    expect(way.ifUnfit?.typical).toBe(own.cost.typical);
  });
});

describe("a circuit that was seen at both ends", () => {
  it("has a price without a reservation, and nothing to confirm", () => {
    const seen = home({ endsSeen: true });
    expect(wayIn(seen, WAY).ifUnfit).toBeUndefined();
    expect(linkIn(seen, WAY, "circuit:stub:conductor").known).toBe("read");
    expect(workIn(seen, WAY)).not.toContain("follow it to both ends");
  });
  it("is asked for where it may be reused only", () => {
    const inUse = wayIn(home({ status: "in-use" }), "dedicated-circuit");
    expect(inUse.unknowns.map(({ key }) => key)).not.toContain("circuit.stub.endsSeen");
  });
});

describe("the far end of a circuit", () => {
  it("with nothing wrong asks for no work of its own", () => {
    expect(assess(home({ farEnd: NOTHING_WRONG })).findings.map(({ code }) => code)).not.toContain("far-end-unfit");
    expect(workIn(home({ farEnd: NOTHING_WRONG }), WAY)).toBe(workIn(home(), WAY));
  });
  it.each([
    ["gland", false, /its gland does not hold the cable/, /Fit a new gland/],
    ["sealed", false, /water can come in/, /Seal it/],
    ["armourEarthed", false, /the armour is not earthed/, /Earth the armour at both ends/],
    ["enclosureSound", false, /its enclosure is broken/, /Fit a new enclosure/],
    ["roomInside", false, /too small for the new termination/, /Fit a larger box/],
    ["oldElectrode", true, /old electrode is still connected/, /Disconnect the old electrode/],
  ] as const)("%s: %s is found, mended and priced", (part, value, text, work) => {
    const bad = home({ farEnd: { ...NOTHING_WRONG, [part]: value } });
    expect(assess(bad).findings.find(({ code }) => code === "far-end-unfit")?.text).toMatch(text);
    expect(workIn(bad, WAY)).toMatch(work);
    expect(wayIn(bad, WAY).cost.typical).toBeGreaterThan(wayIn(home(), WAY).cost.typical);
  });
  it("says all that is wrong in one sentence, as one piece of work", () => {
    const bad = home({ farEnd: { gland: false, armourEarthed: false } });
    expect(workIn(bad, WAY)).toContain(
      "Fit a new gland and earth the armour at both ends and prove it at the far end of the circuit",
    );
  });
  it("is looked at in North America too", () => {
    const dryer: Circuit = {
      id: "old",
      label: "Old dryer",
      position: 9,
      poles: 2,
      ratingA: 30,
      status: "abandoned",
      conductor: { size: "10 AWG", material: "cu", type: "nm-b" },
      farEnd: { roomInside: false },
    };
    expect(workIn(withCircuitIn(knownUsHome(), dryer), WAY)).toContain("Fit a larger box");
  });
});
