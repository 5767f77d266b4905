/**
 * Two homes from sign-in to a recorded decision, by real taps and keystrokes, with every action counted. An action is a
 * tap, a key that is pressed by itself, or one line that is typed.
 */
import type { Locator, Page } from "@playwright/test";
import { caseOf, expect, test } from "./heron.ts";

class Hand {
  actions = 0;
  constructor(
    private readonly page: Page,
    private readonly isTouch: boolean,
  ) {}

  async tap(target: Locator) {
    this.actions++;
    if (this.isTouch) await target.tap();
    else await target.click();
  }
  /** Types lines into the field that has the focus. */
  async type(text: string) {
    this.actions += text.split("\n").length;
    await this.page.keyboard.type(text);
  }
  async press(key: string) {
    this.actions++;
    await this.page.keyboard.press(key);
  }
}

interface Home {
  person: string;
  address: string;
  notes: string;
  why: string;
}

/** @returns the id of the job and the count of actions */
async function decideHome(page: Page, url: string, hand: Hand, { person, address, notes, why }: Home) {
  await page.goto(`${url}/sign-in`);
  await hand.tap(page.getByRole("button", { name: person }));
  await hand.tap(page.getByRole("link", { name: "New job" }));
  await expect(page.getByRole("textbox", { name: "Address" })).toBeFocused();
  await hand.type(address);
  await hand.press("Enter");
  await page.waitForSelector("html[data-ready=job]");
  await hand.tap(page.getByRole("textbox", { name: /^Type, paste or dictate/ }));
  await hand.type(notes);
  const lines = notes.split("\n").length;
  await expect(page.getByRole("list", { name: "What is understood" }).getByRole("listitem")).toHaveCount(lines);
  await hand.tap(page.getByRole("button", { name: `Enter ${lines} lines` }));
  await expect(page.getByText(`${lines} lines entered.`)).toBeVisible();
  const id = new URL(page.url()).pathname.split("/")[2] as string;
  await hand.tap(page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: /^Ways/ }));
  await hand.tap(page.getByRole("textbox", { name: "Why" }));
  await hand.type(why);
  await hand.press("Enter");
  await expect(page.getByText(/^Decided: /)).toBeVisible();
  return id;
}

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("a US home of twelve circuits, with solar and a dead circuit, is decided in 45 actions", async ({
    page,
    heron,
  }) => {
    const hand = new Hand(page, true);
    const id = await decideHome(page, heron.url, hand, {
      person: "Mara Quill",
      address: "17 Sandpiper Row",
      notes: [
        "150 A service, 2,100 sq ft, 2/0 copper service conductors",
        "panel main 150, bus 200, 30 spaces, sound",
        "range 50a 2 pole 12 kW",
        "dryer 30a 2 pole 5.5 kW with receptacle 14-30",
        "water heater 30a 2 pole 4.5 kW",
        "ac 30a 2p 24a 240v",
        "20 dishwasher 1.2 kW",
        "15 disposal 600 W",
        "20 microwave 1.5 kW",
        "15 well pump 2p 8a 240v",
        "20 kitchen",
        "20 kitchen",
        "20 laundry",
        "15 lights",
        "20 shed dead",
        "20 solar 2p backfed",
        "30 mi a day, plugged in 7pm-7am",
      ].join("\n"),
      why: "Least work, and it meets the need",
    });
    expect(hand.actions).toBeLessThanOrEqual(45);
    test.info().annotations.push({ type: "actions", description: String(hand.actions) });
    await expect(page.locator("[data-saving]")).toHaveText("Saved");
    const kept = await caseOf(page, heron, id);
    expect(kept.panels[0].circuits).toHaveLength(14);
    expect(kept.panels[0].circuits.filter((c: { status: string }) => c.status === "abandoned")).toHaveLength(1);
    expect(kept.loads.filter((l: { kind: string }) => !/circuit/.test(l.kind))).toHaveLength(8);
    expect(kept.outlets).toMatchObject([{ type: "14-30" }]);
    expect(kept.supply).toMatchObject({ ratingA: 150, onsiteGeneration: true });
    expect(kept.decision).toMatchObject({ by: "Mara Quill", why: "Least work, and it meets the need" });
    const { missing, decided } = await (await page.request.get(`${heron.url}/jobs/${id}/assessment.json`)).json();
    expect(decided).toBe(true);
    expect(missing.filter((m: { decisive: boolean }) => m.decisive)).toEqual([]);
  });
});

test("a UK home of nine circuits on two type AC groups, with measured demand, is decided in 50 actions", async ({
  page,
  heron,
}) => {
  const hand = new Hand(page, false);
  const id = await decideHome(page, heron.url, hand, {
    person: "Wren Osier",
    address: "3 Curlew Terrace",
    notes: [
      "cut-out 80, tails 25 mm2",
      "TN-C-S, Ze 0.21, not looped, no isolator, no solar",
      "board main switch 100 A, 14 ways, sound, metal",
      "type AC RCD 63 A ways 1-5",
      "type AC RCD 63 A ways 6-10",
      "b32 ring 32a 230v",
      "b32 kitchen ring 32a 230v",
      "b6 lights up 600 W",
      "b6 lights down 600 W",
      "b16 immersion 3 kW",
      "b32 cooker 10.5kw with socket",
      "b40 shower 9.5kw",
      "b16 boiler 1 kW",
      "b6 smoke alarms",
      "measured 46 A over 31 days, 30 min, winter",
      "24 mi a day, plugged in 19:00-07:00",
    ].join("\n"),
    why: "Least work, and it meets the need",
  });
  expect(hand.actions).toBeLessThanOrEqual(50);
  test.info().annotations.push({ type: "actions", description: String(hand.actions) });
  await expect(page.locator("[data-saving]")).toHaveText("Saved");
  const kept = await caseOf(page, heron, id);
  expect(kept.panels[0].circuits).toHaveLength(9);
  expect(kept.panels[0].rcdGroups).toHaveLength(2);
  expect(kept.loads.find((l: { kind: string }) => l.kind === "cooker").socketOnControl).toBe(true);
  expect(kept.measured).toMatchObject({ days: 31, max: { value: 46, unit: "A" } });
  expect(kept.decision).toMatchObject({ by: "Wren Osier" });
});

test("a typical panel, its links and its assumptions are started, linked and confirmed by one press each", async ({
  page,
  heron,
}) => {
  await page.goto(`${heron.url}/sign-in`);
  await page.getByRole("button", { name: "Mara Quill" }).click();
  await page.getByRole("link", { name: "New job" }).click();
  await page.getByRole("textbox", { name: "Address" }).fill("19 Sandpiper Row");
  await page.keyboard.press("Enter");
  await page.waitForSelector("html[data-ready=job]");
  await page.getByRole("button", { name: "before 1970" }).click();
  await expect(page.getByText(/values of this panel are only assumed/)).toBeVisible();
  await expect(page.getByRole("button", { name: /Range, 50 A.*only assumed/ })).toBeVisible();
  await page.getByRole("button", { name: "I have compared them all" }).click();
  await expect(page.getByText(/values of this panel are only assumed/)).toHaveCount(0);
  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("link", { name: /^Demand/ })
    .click();
  await expect(page.getByText(/nameplates are only assumed/)).toBeVisible();
  // A typed nameplate is read; one press confirms the others.
  const range = page.getByRole("textbox", { name: "Nameplate of Range" });
  await range.fill("9.6 kW");
  await expect(page.getByRole("button", { name: "Nameplate of Range is assumed: it is right" })).toHaveCount(0);
  await page.getByRole("button", { name: "I have compared them all" }).click();
  await expect(page.getByText(/nameplates are only assumed/)).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText(/nameplates are only assumed/)).toBeVisible();
});

test("each missing value is a link that focuses its field on its step", async ({ page, heron }) => {
  await page.goto(`${heron.url}/sign-in`);
  await page.getByRole("button", { name: "Mara Quill" }).click();
  await page.getByRole("link", { name: "New job" }).click();
  await page.getByRole("textbox", { name: "Address" }).fill("21 Sandpiper Row");
  await page.keyboard.press("Enter");
  await page.waitForSelector("html[data-ready=job]");
  await page.getByRole("link", { name: "the service rating as read off the main breaker" }).click();
  await expect(page.getByRole("textbox", { name: "Service rating" })).toBeFocused();
  await page.keyboard.type("150");
  await page.getByRole("link", { name: "when the car is plugged in" }).click();
  await expect(page.getByLabel("Plugged in from")).toBeFocused();
  await page.getByRole("button", { name: "Add a car" }).click();
  // A default value does not count as an answer.
  await expect(page.getByRole("link", { name: "how far the car drives a day, which was only assumed" })).toBeVisible();
  await page.getByRole("button", { name: "Car 1: distance a day is assumed: it is right" }).click();
  await expect(page.getByRole("link", { name: /how far the car drives/ })).toHaveCount(0);
});
