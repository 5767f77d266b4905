import { describe, expect, it } from "vitest";
import { USUAL_OPTIONS } from "#core/energy/replay/options.ts";
import { replayWay } from "#core/energy/replay/replay.ts";
import { stageOf } from "#core/energy/replay/stage.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { drawsThatStand, looksFor, turnsAt } from "./looks.ts";
import { allPlans } from "./plans.ts";
import { waysToReplay } from "./ways-to-replay.ts";

/** Lazy explanations are getters of a class, which a worker's message would leave out. */
const arrivesWhole = (sent: unknown) =>
  expect(JSON.parse(JSON.stringify(structuredClone(sent)))).toEqual(JSON.parse(JSON.stringify(sent)));

describe.each([
  ["US", knownUsHome(), DEMO_BOOKS.USD],
  ["UK", knownUkHome(), DEMO_BOOKS.GBP],
])("what a worker sends of a %s home", (_, home, book) => {
  it("arrives without losing a lazy answer", () => {
    arrivesWhole(looksFor(home, book));
    arrivesWhole(turnsAt(home, book, 0));
    arrivesWhole(drawsThatStand(home, book, 0, 2));
    arrivesWhole(allPlans(home, book, () => {}));
    const ways = waysToReplay(home, book);
    arrivesWhole(ways);
    const [way] = ways;
    if (way)
      arrivesWhole(replayWay(stageOf(home, { ...USUAL_OPTIONS, dtS: 60 }, null), way, { ...USUAL_OPTIONS, dtS: 60 }));
  });
});
