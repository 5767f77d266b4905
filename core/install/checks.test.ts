import { describe, expect, it } from "vitest";
import { assess } from "#core/testing/assess.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { checksOf, judgeLimit, judgePowerBack } from "./checks.ts";

const idsOf = (document: ReturnType<typeof loggedUkHome>) => checksOf(document, assess(document)).map(({ id }) => id);

describe("the checks of commissioning", () => {
  it("are those of the way that is taken", () => {
    expect(idsOf(loggedUkHome())).toEqual(["limit", "lost-pen", "power-back"]);
    const managed = { ...knownUsHome(), decision: { way: "dynamic-load-management" } } as never;
    expect(idsOf(managed)).toEqual(["limit", "clamp", "throttle", "signal-lost", "power-back"]);
  });
  it("have the last entry of the log", () => {
    const at = "2026-11-20T10:00:00Z";
    const home = loggedUkHome();
    const logged = {
      ...home,
      installation: { ...home.installation, checks: [{ id: "limit" as const, verdict: "pass" as const, at }] },
    };
    expect(checksOf(logged, assess(logged))[0]).toMatchObject({ id: "limit", entry: { verdict: "pass" } });
  });
});

describe("the limit of a charger", () => {
  const values = (...offered: (number | null)[]) => offered.map((offeredA, i) => ({ at: 1000 * i, offeredA }));
  it.each([
    [32, "pass"],
    [32.5, "pass"],
    [32.51, "fail"],
    [31.5, "pass"],
    [31.49, "fail"],
    [48, "fail"],
  ] as const)("that offers %d A of 32 A: %s", (offeredA, verdict) => {
    expect(judgeLimit(values(offeredA), 32, 0)?.verdict).toBe(verdict);
  });
  it("is judged by the last value since the question, and not without one", () => {
    expect(judgeLimit(values(48, 32, null), 32, 0)?.verdict).toBe("pass");
    expect(judgeLimit(values(32, null), 32, 500)).toBeNull();
    expect(judgeLimit([], 32, 0)).toBeNull();
  });
  it("is not passed after the power is back", () => {
    expect(judgePowerBack(values(48, 6, 32), 32, 1000)).toMatchObject({ verdict: "pass" });
    expect(judgePowerBack(values(6, 40, 32), 32, 1000)).toMatchObject({ verdict: "fail" });
    expect(judgePowerBack(values(6), 32, 1000)).toBeNull();
  });
});
