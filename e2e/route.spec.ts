/** The route: what its parts climb and cross, routes beside each other, material and hours, and the plan it is drawn on. */
import { expect, openCopy, saved, signInAs, test } from "./heron.ts";

const COPY = "9 Curlew Reach";

test("a part is entered with its heights, bends and holes, and all of it is checked, counted and priced", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const id = await openCopy(page, heron, "tidewrack-breakwater-street", COPY, "circuit");
  const checks = page.locator("#checks");
  const materials = page.locator("#materials");
  await page.getByRole("button", { name: "Start the run" }).click();
  await page.getByRole("combobox", { name: "Part 1: wiring method" }).click();
  await page.getByTitle("In EMT").click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("40 ft");
  await expect(checks.getByRole("row", { name: /^Confirm Bends, part 1/ })).toContainText("not entered");
  await page.getByText("Heights, bends, holes of part 1").click();
  const part = page.locator('[data-part="0"]');
  await part.getByRole("textbox", { name: "Bends, °" }).fill("400");
  await expect(checks.getByRole("row", { name: /^Fails Bends, part 1/ })).toContainText("400° against 360°");
  await expect(page.locator("#design")).toContainText("Bends, part 1: 400° against 360°; put a pull point between");
  await part.getByRole("textbox", { name: "Bends, °" }).fill("5000");
  await expect(part.getByRole("alert")).toContainText("must be at most 3600");
  await part.getByRole("textbox", { name: "Bends, °" }).fill("180");
  await expect(checks.getByRole("row", { name: /^Passes Bends, part 1/ })).toBeVisible();
  await part.getByRole("textbox", { name: "Climbs and drops" }).fill("10 ft");
  await expect(materials.getByRole("row", { name: /^\S+ in EMT with fittings/ })).toContainText("50 ft");
  await part.getByRole("textbox", { name: "Joists or studs" }).fill("3");
  await expect(materials.getByRole("row", { name: /^Drill through a joist or stud/ })).toBeVisible();
  await part.getByRole("textbox", { name: "Heated floors" }).fill("1");
  await expect(checks.getByRole("row", { name: /^Fails A heated floor/ })).toBeVisible();
  await part.getByRole("textbox", { name: "Heated floors" }).fill("");
  await page.getByRole("textbox", { name: "Allowance, %" }).fill("10");
  // 55 ft with 5 % of offcuts, in lengths of 10 ft.
  await expect(materials.getByRole("row", { name: /^\S+ in EMT with fittings/ })).toContainText("60 ft");
  await page.getByRole("combobox", { name: "A disconnect in sight of the charger" }).click();
  await page.getByTitle("always", { exact: true }).click();
  await expect(checks.getByRole("row", { name: /^Confirm Disconnect/ })).toBeVisible();
  await page.getByRole("combobox", { name: "Disconnect at the charger" }).click();
  await page.getByTitle("in sight", { exact: true }).click();
  await expect(materials.getByRole("row", { name: /^Disconnect that can be locked open/ })).toBeVisible();
  // Each size with its checks.
  await page.getByRole("button", { name: /^Checks of 10 AWG/ }).click();
  await expect(checks.getByText(/Fails: at the terminals/i).first()).toBeVisible();

  await saved(page);
  const csv = await (await page.request.get(`${heron.url}/jobs/${id}/materials.csv`)).text();
  expect(csv.split("\r\n")[0]).toBe("Kind,Item,Id,Unit,Installed,To buy,Low,Typical,High");
  expect(csv).toMatch(/material,\S+ in EMT with fittings,conduit:emt:\S+ in,ft,55,60,/);
  expect(csv).toMatch(/hours,In EMT,run:emt,h,55,55,/);
  const xlsx = await page.request.get(`${heron.url}/jobs/${id}/materials.xlsx`);
  expect((await xlsx.body()).subarray(0, 2).toString()).toBe("PK");
  const paper = await page.request.get(`${heron.url}/jobs/${id}/papers/terminations.pdf`);
  expect((await paper.body()).subarray(0, 5).toString()).toBe("%PDF-");
});

test("routes are compared, and another one is used with one press", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-breakwater-street", COPY, "circuit");
  await page.getByRole("button", { name: "Start the run" }).click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("80 ft");
  await page.getByRole("textbox", { name: "Name of this route" }).fill("Round the outside");
  await page.getByRole("button", { name: "Keep this route and try another" }).click();
  await page.getByRole("textbox", { name: "Length of part 1" }).fill("30 ft");
  await page.getByRole("textbox", { name: "Name of this route" }).fill("Under the floor");
  const table = page.getByRole("table", { name: "Routes compared" });
  const money = async (name: string) => {
    const text = (await table.getByRole("row", { name }).textContent()) ?? "";
    return Number(/\$([\d,]+)/.exec(text)?.[1]?.replace(",", ""));
  };
  await expect(table.getByRole("row", { name: /^Under the floor in use/ })).toContainText("30 ft");
  expect(await money("Under the floor")).toBeLessThan(await money("Round the outside"));
  await page.getByRole("button", { name: "Use Round the outside" }).click();
  await expect(page.getByRole("textbox", { name: "Length of part 1" })).toHaveValue("80 ft");
  await expect(table.getByRole("row", { name: /^Round the outside in use/ })).toBeVisible();
  await page.getByRole("button", { name: "Drop Under the floor" }).click();
  await expect(table).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(table.getByRole("row")).toHaveCount(3);
});

test("the clamps' signal is entered where clamps limit the charger", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await openCopy(page, heron, "tidewrack-breakwater-street", COPY, "ways");
  await page.getByRole("combobox", { name: "Way" }).click();
  await page.getByTitle("Managed charging").click();
  await page.getByRole("textbox", { name: /^Why/ }).fill("Least work");
  await page.getByRole("button", { name: "Decide", exact: true }).click();
  await page.getByRole("navigation", { name: "Steps" }).getByRole("link", { name: "Circuit" }).click();
  await page.getByRole("button", { name: "Start the run" }).click();
  const checks = page.locator("#checks");
  await expect(checks.getByRole("row", { name: /^Confirm The clamps' signal/ })).toContainText("not entered");
  await page.getByRole("combobox", { name: "Reaches the charger by" }).click();
  await page.getByTitle("radio", { exact: true }).click();
  await page.getByRole("textbox", { name: "Read at the clamps, %" }).fill("80");
  await page.getByRole("textbox", { name: "Read at the charger, %" }).fill("25");
  await expect(checks.getByRole("row", { name: /^Fails The clamps' signal/ })).toContainText(
    "at the clamps 80 %, at the charger 25 %",
  );
  await page.getByRole("textbox", { name: "Read at the charger, %" }).fill("60");
  await expect(checks.getByRole("row", { name: /^Passes The clamps' signal/ })).toBeVisible();
  await expect(page.locator("#materials").getByRole("row", { name: /^Radio link to the clamps/ })).toBeVisible();
});

test("walls, gates, new things and the run are drawn on the plan", async ({ page, heron }) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-withy-walk", COPY, "circuit");
  await page.getByRole("button", { name: "Start the run" }).click();
  await page.getByRole("button", { name: "Drive in front of the house" }).click();
  const plan = page.getByRole("group", { name: /^Plan of the plot/ });
  await plan.locator("canvas").first().waitFor();
  const kept = async () => {
    await saved(page);
    return (await page.request.get(`${heron.url}/jobs/${id}/case.json`)).json();
  };
  const press = async (x: number, y: number) => {
    await plan.scrollIntoViewIfNeeded();
    const box = await plan.locator("canvas").first().boundingBox();
    const [scale, origin] = await Promise.all([plan.getAttribute("data-scale"), plan.getAttribute("data-origin")]);
    const [left = 0, top = 0] = (origin ?? "").split(",").map(Number);
    await page.mouse.click((box?.x ?? 0) + left + x * Number(scale), (box?.y ?? 0) + top - y * Number(scale));
  };
  // A fence, typed leg by leg, and a gate in it.
  await page.getByRole("button", { name: "Draw a fence" }).click();
  const drawing = page.getByRole("form", { name: "Drawing a fence" });
  await expect(drawing.getByRole("button", { name: "Done" })).toBeDisabled();
  await press(-1, -1);
  await drawing.getByRole("spinbutton", { name: "Next leg, m" }).fill("4");
  await drawing.getByRole("button", { name: "down" }).click();
  await expect(page.locator("#place")).toContainText("4 m so far");
  await drawing.getByRole("button", { name: "Done" }).click();
  let { place } = await kept();
  const fence = place.solids.find((s: { id: string }) => s.id === "fence");
  expect(fence.points).toHaveLength(4);
  expect(Math.abs(fence.points[0][1] - fence.points[1][1])).toBeCloseTo(4, 6);
  await page.getByRole("combobox", { name: "Selected" }).click();
  await page.getByTitle("Fence: fence").click();
  await page.getByRole("spinbutton", { name: "Width of the opening, m" }).fill("9");
  await page.getByRole("button", { name: "Cut a gate" }).click();
  await expect(page.locator("#place").getByRole("alert")).toHaveText("The gate does not fit into this wall");
  await page.getByRole("spinbutton", { name: "Width of the opening, m" }).fill("1");
  await page.getByRole("button", { name: "Cut a gate" }).click();
  ({ place } = await kept());
  expect(place.solids.map((s: { id: string }) => s.id)).toEqual(["house", "fence", "fence-2"]);
  expect(place.openings).toHaveLength(1);
  // A new thing, and away with it.
  await page.getByRole("combobox", { name: "Add to the plan" }).click();
  await page.getByTitle("Pillar").click();
  await page.getByRole("button", { name: "Remove pillar" }).click();
  await page.getByRole("combobox", { name: "Add to the plan" }).click();
  await page.getByTitle("Parking position").click();
  ({ place } = await kept());
  expect(place.solids).toHaveLength(3);
  expect(place.parking.map((p: { id: string }) => p.id)).toEqual(["left", "right", "space"]);
  await page.getByRole("button", { name: "Turn the car by 90°" }).click();
  // The run: two legs pressed, its length follows.
  await page.getByRole("button", { name: "Draw part 1 on the plan" }).click();
  await press(8.5, 3);
  await press(8.5, 0.5);
  await press(4.5, 0.5);
  await page.getByRole("button", { name: "Done" }).click();
  await expect(page.getByRole("textbox", { name: "Length of part 1" })).toHaveValue("6.5 m");
  const { run } = await kept();
  expect(run.segments[0].points).toHaveLength(3);
  await page.getByRole("button", { name: "Draw part 1 on the plan" }).click();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByRole("textbox", { name: "Length of part 1" })).toHaveValue("6.5 m");
});
