/** The circuit: its run in parts, its conductor with every check, and the single line. */
import { expect, field, goToStep, openCopy, saved, signInAs, test } from "./heron.ts";

const COPY = "6 Curlew Reach";

test("a run gives a circuit, and its conductor follows every part", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-breakwater-street", COPY, "circuit");
  await expect(page.locator("#design")).toContainText("No run has been entered yet");
  await page.getByRole("button", { name: "Start the run" }).click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("45 ft");
  await expect(page.locator("#design")).toContainText("6 AWG NM-B cable on 50 A, for 40 A of charging");
  // A larger size can be used, and given up again.
  await page.getByRole("button", { name: "Use 4 AWG" }).click();
  await expect(page.locator("#design")).toContainText("4 AWG NM-B cable on 50 A, for 40 A of charging");
  await expect(page.locator("#checks")).toContainText("4 AWG or larger was chosen.");
  await page.getByRole("button", { name: "Use the smallest size that passes" }).click();
  await expect(page.locator("#design")).toContainText("6 AWG NM-B cable on 50 A");
  await page.getByRole("button", { name: "Add a part" }).click();
  await page.getByRole("combobox", { name: "Part 2: wiring method" }).click();
  await page.getByTitle("Buried in PVC schedule 40").click();
  await page.getByRole("textbox", { name: "Length of part 2" }).fill("0");
  await expect(page.getByRole("alert")).toContainText("must be greater than 0");
  await page.getByRole("textbox", { name: "Length of part 2" }).fill("260 ft");
  // Cable cannot be buried in conduit: single conductors are taken there, and grow for the volts they lose.
  await expect(page.locator("#design")).toContainText(
    "Buried in PVC schedule 40: two of 3 AWG, grounding conductor 6 AWG",
  );
  await expect(page.locator("#checks")).toContainText("8 AWG fails: at the terminals, 60 °C");
  await expect(page.getByRole("row", { name: /^Passes Voltage drop along the run/ })).toContainText("%");
  await page.getByRole("combobox", { name: "Conductor temperature rating used" }).click();
  await page.getByTitle("75 °C, where all terminals are marked for it").click();
  await expect(page.locator("#checks")).toContainText("At the terminals, 75 °C");
  await page.getByRole("textbox", { name: "Ambient temperature" }).fill("71 C");
  await expect(page.getByRole("alert")).toContainText("must be from -40 °F to 158 °F");
  await page.getByRole("textbox", { name: "Ambient temperature" }).fill("113");
  await expect(page.locator("#checks")).toContainText("x 0.87 x 1");
  await expect(
    page.getByRole("img", { name: /^Single line: .*; Charger \(new\), 40 A, 240 V; Car, by the charging lead$/ }),
  ).toBeVisible();
  await page.getByText("Size against length").click();
  await expect(page.getByRole("img", { name: /^Size of the conductor against the length of the run/ })).toBeVisible();
  await expect(page.locator(".js-plotly-plot .main-svg").first()).toBeVisible();
  await saved(page);
  const drawing = await page.request.get(`${heron.url}/jobs/${id}/single-line.svg`);
  expect(drawing.headers()["content-type"]).toContain("image/svg+xml");
  expect(await drawing.text()).toContain("then 3 AWG and grounding conductor 4 AWG, 1 in PVC schedule 40");
  const paper = await page.request.get(`${heron.url}/jobs/${id}/papers/single-line.pdf`);
  expect((await paper.body()).subarray(0, 5).toString()).toBe("%PDF-");
  // The price of the way includes the items of the run.
  await goToStep(page, "ways");
  await page
    .getByRole("button", { name: /^Price: .*Why\?$/ })
    .first()
    .click();
  await expect(page.getByText(/PVC for burial with bedding and tape, 280 ft = /)).toBeVisible();
});

test("where no size carries it the way says so, and a lower current is taken before", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  await openCopy(page, heron, "osier-withy-walk", COPY, "circuit");
  await page.getByRole("button", { name: "Start the run" }).click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("30 m");
  await expect(page.locator("#design")).toContainText("on 40 A, for 32 A of charging");
  await expect(page.getByRole("row", { name: /Earth fault loop Zs, hot/ })).toBeVisible();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("400 m");
  await expect(page.locator("#design")).not.toContainText("for 32 A of charging");
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("5000 m");
  await expect(page.locator("#design")).toContainText(/more than 5 %|No way can be taken/);
  await page.getByRole("button", { name: "Remove part 1" }).click();
  await expect(page.locator("#design")).toContainText("No run has been entered yet");
});

test("the charger is on a wall of the plan, and the reach follows each move", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-withy-walk", COPY, "circuit");
  await page.getByRole("button", { name: "Drive in front of the house" }).click();
  const place = page.locator("#place");
  await expect(place).toContainText(/Reaches \d of \d of today's cars and positions, and \d+ of 20 of the cars/);
  const at = async (): Promise<number[]> => {
    await saved(page);
    const { place: kept } = await (await page.request.get(`${heron.url}/jobs/${id}/case.json`)).json();
    return kept.charger.at;
  };
  expect(await at()).toEqual([4.5, -0.1]);
  const plan = page.getByRole("group", { name: /^Plan of the plot/ });
  await plan.locator("canvas").first().waitFor();
  // Dragged to where its wall ends, and back on the next wall.
  const px = async ([x, y]: readonly [number, number]) => {
    await plan.scrollIntoViewIfNeeded();
    const box = await plan.locator("canvas").first().boundingBox();
    const [scale, origin] = await Promise.all([plan.getAttribute("data-scale"), plan.getAttribute("data-origin")]);
    const [left = 0, top = 0] = (origin ?? "").split(",").map(Number);
    return [(box?.x ?? 0) + left + x * Number(scale), (box?.y ?? 0) + top - y * Number(scale)] as const;
  };
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    const [a, b] = [await px(from), await px(to)];
    await page.mouse.move(...a);
    await page.mouse.down();
    await page.mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2);
    await page.mouse.move(...b);
    await page.mouse.up();
  };
  await drag([4.5, -0.1], [9.3, 2]);
  const [x, y] = await at();
  expect(x).toBeCloseTo(9.1, 1);
  expect(y).toBeCloseTo(2, 0);
  await page.getByRole("button", { name: "Undo" }).click();
  expect(await at()).toEqual([4.5, -0.1]);
  // The same by keys: what was dragged is chosen.
  await plan.focus();
  await page.keyboard.press("Shift+ArrowRight");
  expect((await at())[0]).toBeCloseTo(5, 1);
  await page.getByRole("button", { name: /^Mount it where it reaches today's cars best: (\d) of \1$/ }).click();
  await expect(place).toContainText(/Reaches (\d) of \1 of today's cars/);
  await page.getByRole("textbox", { name: "Lead, m" }).fill("0");
  await expect(place.getByRole("alert")).toContainText("must be greater than 0");
  await page.getByRole("textbox", { name: "Lead, m" }).fill("0.6");
  await expect(place).toContainText("Reaches 0 of");
  await expect(place.getByRole("row", { name: /left/ }).first()).toContainText("too short");
  // A wall that would cross another is refused, and no other part changes.
  await page.getByRole("combobox", { name: "Selected" }).click();
  await page.getByTitle("House: house").click();
  await drag([9, 7], [4, -2]);
  await expect(place.getByRole("alert")).toContainText("must be an outline whose sides do not cross or touch");
  await page.getByRole("spinbutton", { name: "Side 1, m" }).fill("11");
  await page.getByRole("spinbutton", { name: "Side 1, m" }).press("Enter");
  await expect(page.getByRole("spinbutton", { name: "Side 3, m" })).toHaveValue(/^11/);
  await page.getByText("A hole through it").click();
  await expect(place.getByText(/It slopes down to the outside/)).toBeVisible();
  await field(page, "Height inside, mm").fill("1000");
  await expect(place.getByText(/^Drilled at 0° upwards to the inside, 290 mm long\. It must slope down/)).toBeVisible();
  await page.getByRole("button", { name: "Remove the plan" }).click();
  await expect(page.getByRole("button", { name: "Garage with two cars" })).toBeVisible();
});
