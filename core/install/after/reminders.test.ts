import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { dueOf } from "#core/progress/due.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome, loggedUsHome } from "#core/testing/logged-homes.ts";
import { remindersOf } from "./reminders.ts";

const done = (home: CaseDocument, on = "2026-01-31"): CaseDocument => ({
  ...home,
  progress: {
    stage: "done",
    moves: [{ from: "to-prove", to: "done", on }],
    notices: (["operator", "building-control"] as const).map((kind) => ({ kind, sentOn: on })),
  },
});
const of = (home: CaseDocument) => remindersOf(home, assess(home)).map(({ id, dueOn }) => [id, dueOn]);

describe("the reminders of a job", () => {
  it("are none before the work is done, and none of a job that ended without it", () => {
    expect(of(loggedUkHome())).toEqual([]);
    expect(of({ ...done(loggedUkHome()), progress: { stage: "lost" } })).toEqual([]);
  });
  it("are the customer's word, the test button and the inspection", () => {
    const home = done(loggedUkHome());
    const inspected = { ...home, installation: { ...home.installation, nextInspection: "2036-01-31" } };
    const found = of(inspected);
    expect(found).toContainEqual(["word", "2026-02-21"]);
    expect(found).toContainEqual(["rcd-button", "2026-07-31"]);
    expect(found.at(-1)).toEqual(["inspection", "2036-01-31"]);
    expect(dueOf(home, assess(home))).toEqual({ on: "2026-02-21", text: "Ask the customer how it goes" });
  });
  it("come again after they were seen to, but for the customer's word", () => {
    const home = done(loggedUkHome());
    const reminders = [
      { id: "word", on: "2026-02-20" },
      { id: "rcd-button", on: "2026-08-31", words: "trips" },
    ];
    const found = remindersOf({ ...home, after: { reminders } }, assess(home));
    expect(found.map(({ id }) => id)).not.toContain("word");
    expect(found.find(({ id }) => id === "rcd-button")).toMatchObject({
      dueOn: "2027-02-28",
      doneOn: "2026-08-31",
      words: "trips",
    });
  });
  it("say when a warranty ends, until it was seen to", () => {
    const home = done(loggedUkHome());
    const services = [{ id: "s1", on: "2026-03-01", part: "Contactor", warrantyUntil: "2028-03-01" }];
    expect(of({ ...home, after: { services } })).toContainEqual(["warranty:s1", "2028-03-01"]);
    expect(
      of({ ...home, after: { services, reminders: [{ id: "warranty:s1", on: "2028-02-01" }] } }),
    ).not.toContainEqual(["warranty:s1", "2028-03-01"]);
  });
  it("of North America ask for the GFCI where there is a receptacle", () => {
    const home = done(loggedUsHome());
    expect(of(home).map(([id]) => id)).not.toContain("gfci-button");
    const plugged = { ...home, charger: { ...home.charger, maxA: 40, connection: "plug" as const } };
    expect(of(plugged)).toContainEqual(["gfci-button", "2027-01-31"]);
  });
});
