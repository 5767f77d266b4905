/** A quote by link: composed, issued, mailed, read on a phone, asked about, accepted with a signature, seen in the job. */
import type { Page } from "@playwright/test";
import { caseOf, expect, type Heron, openCopy, openStep, saved, signInAs, test } from "./heron.ts";
import { phonePhoto } from "./pictures.ts";

/** Composes a quote of two options on the Papers step, and issues it. */
async function issueQuote(page: Page) {
  const quote = page.locator("#quote");
  await quote.getByRole("button", { name: "Add as an option" }).click();
  await expect(quote.getByRole("region", { name: /Option 1/ })).toBeVisible();
  await quote.getByRole("button", { name: "Add as an option" }).click();
  const second = quote.getByRole("region", { name: /Option 2/ });
  await second.getByRole("textbox", { name: "Fixed price" }).fill("3290");
  await second.getByRole("textbox", { name: "Fixed price" }).blur();
  await expect(second).toContainText("£3,290");
  await quote.getByRole("textbox", { name: "Price of a kWh when it charges" }).fill("0.24");
  await quote.getByRole("textbox", { name: "Price of a kWh when it charges" }).blur();
  await saved(page);
  const list = page.getByRole("list", { name: "Papers" });
  await list.getByRole("button", { name: /^Quote/ }).click();
  await page.locator("#papers").getByRole("button", { name: "Issue Quote" }).click();
  await expect(list.getByRole("button", { name: /^Quote/ })).toContainText("version 1 holds");
}

/** Makes a link, sends it by mail, and returns the address that came in the mail. */
async function mailLink(page: Page, heron: Heron, address: string): Promise<string> {
  const outside = page.locator("#outside");
  await outside.getByRole("textbox", { name: "E-mail", exact: true }).fill(address);
  await outside.getByRole("button", { name: "Make the link and send it" }).click();
  const mailed = () => heron.post.taken.find(({ to }) => to.includes(address));
  await expect.poll(() => mailed() !== undefined, { timeout: 20_000 }).toBe(true);
  await expect(outside.getByRole("row", { name: new RegExp(address) })).toContainText("sent", { timeout: 20_000 });
  return /https?:\S+\/for\/\S+/.exec(mailed()?.text ?? "")?.[0] ?? "";
}

/** A picture of the wall with the route and a distance that gives its scale. */
async function addWallPicture(page: Page, heron: Heron, job: string) {
  const headers = { Origin: heron.url };
  const id = "wall-of-the-charger";
  const picture = { name: "wall.jpg", mimeType: "image/jpeg", buffer: await phonePhoto(400, 300) };
  const at = `${heron.url}/jobs/${job}/photos`;
  const multipart = { id: `${id}-${job}`.slice(0, 64), item: "charger-wall", takenAt: "0", picture };
  await page.request.post(at, { headers, multipart });
  const marks = [
    {
      kind: "route",
      points: [
        [0.1, 0.9],
        [0.5, 0.5],
      ],
    },
    {
      kind: "dimension",
      points: [
        [0.1, 0.2],
        [0.6, 0.2],
      ],
      text: "2 m",
    },
  ];
  const drawn = await page.request.patch(`${at}/${multipart.id}`, { headers, data: { marks } });
  expect(drawn.status()).toBe(200);
}

async function sign(page: Page) {
  const canvas = page.getByRole("form", { name: "Accept" }).locator("canvas");
  await canvas.scrollIntoViewIfNeeded();
  const box = await canvas.boundingBox();
  if (!box) throw new Error("there is nothing to sign on");
  await page.mouse.move(box.x + 20, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 15, { steps: 6 });
  await page.mouse.move(box.x + box.width - 20, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
}

test("a customer asks, signs and accepts a quote on a phone; the job knows at once", async ({
  page,
  heron,
  browser,
}) => {
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "10 Marsh View", "papers");
  await addWallPicture(page, heron, id);
  await issueQuote(page);
  await expect(page.locator("#standing")).toContainText("Quoted since");
  const address = await mailLink(page, heron, "dora@accepts.example");

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const customer = await phone.newPage();
  const scripts: number[] = [];
  customer.on("response", async (response) => {
    if (response.url().endsWith(".js")) scripts.push((await response.body()).byteLength);
  });
  const opened = await customer.goto(address);
  expect(opened?.headers()["x-robots-tag"]).toContain("noindex");
  await expect(customer.getByRole("heading", { name: "Charging at your home" })).toBeVisible();
  await expect(customer.locator("body")).toContainText("£3,290");
  // The agreed place: the charger to scale at the end of the drawn route.
  const place = customer.getByRole("img", { name: "The agreed place" });
  await expect(place.locator("rect")).toHaveCount(1);
  expect((await customer.request.get(`${address}/place.jpg`)).headers()["content-type"]).toBe("image/jpeg");
  await expect(customer.locator("body")).not.toContainText(/margin/i);
  expect(scripts.reduce((sum, bytes) => sum + bytes, 0)).toBeLessThan(100_000);

  // A question reaches the job, and its answer the page.
  await customer.getByRole("textbox", { name: "Your question" }).fill("Is the wall painted again?");
  await customer.getByRole("button", { name: "Ask" }).click();
  await expect(customer.locator("#questions")).toContainText("Is the wall painted again?");
  const answer = page.locator("#outside").getByRole("textbox", { name: /Answer to/ });
  await expect(answer).toBeVisible({ timeout: 20_000 });
  await expect(page.locator("#standing")).toContainText("Is the wall painted again?");
  await answer.fill("No, the painter does it.");
  await page.getByRole("button", { name: "Put the answer on the page" }).click();
  await expect(
    page.locator("#outside").getByRole("listitem").filter({ hasText: "No, the painter does it." }),
  ).toBeVisible();

  // Nothing is accepted without an option, a name and a signature; what was typed stays.
  await customer.reload();
  await expect(customer.locator("#questions")).toContainText("the painter does it");
  await customer.getByRole("textbox", { name: "Your name" }).first().fill("Dora Fenn");
  await customer.getByRole("button", { name: "Accept" }).click();
  await expect(customer.getByText("Choose an option")).toBeVisible();
  await expect(customer.getByText("Sign on the white sheet")).toBeVisible();
  await expect(customer.getByRole("textbox", { name: "Your name" }).first()).toHaveValue("Dora Fenn");
  await customer.getByRole("radio", { name: /2\. / }).check();
  await sign(customer);
  await customer.getByRole("button", { name: "Accept" }).click();
  await expect(customer.getByRole("status")).toContainText("Dora Fenn accepted this");
  await expect(customer.getByRole("button", { name: "Accept" })).toHaveCount(0);

  await expect(page.locator("#standing")).toContainText("Accepted since", { timeout: 20_000 });
  await expect(page.locator("#outside")).toContainText("accepted by Dora Fenn", { timeout: 20_000 });
  await expect(page.getByRole("img", { name: "Signature of Dora Fenn" })).toBeVisible();
  const document = await caseOf(page, heron, id);
  expect(document.quote.accepted).toMatchObject({
    version: 1,
    name: "Dora Fenn",
    option: document.quote.options[1].id,
  });
  expect(document.decision.way).toBe(document.quote.options[1].way);

  // While the work goes on, the page says that the charger is not to be used.
  await expect(customer.getByText("Not to be used yet")).toHaveCount(0);
  const { revision } = await (await page.request.get(`${heron.url}/jobs/${id}/issued`)).json();
  const moved = await page.request.post(`${heron.url}/jobs/${id}/edits`, {
    headers: { Origin: heron.url },
    data: {
      id: crypto.randomUUID(),
      baseRevision: revision,
      patch: [{ op: "replace", path: "/progress/stage", value: "to-prove" }],
    },
  });
  expect(moved.status()).toBe(200);
  await customer.reload();
  await expect(customer.getByText("Not to be used yet")).toBeVisible();
  await phone.close();
});

test("a page that was withdrawn or guessed is not found, and guessing is slowed", async ({ page, heron, browser }) => {
  await signInAs(page, heron, "Wren Osier");
  await openCopy(page, heron, "osier-marsh-view", "11 Marsh View", "papers");
  await issueQuote(page);
  const address = await mailLink(page, heron, "dora@marsh.example");
  const guest = await browser.newContext({ extraHTTPHeaders: { Origin: heron.url } });
  expect((await guest.request.get(`${address}/paper.pdf`)).status()).toBe(200);
  const forged = await guest.request.post(address, {
    form: { what: "accept", option: "none", name: "x", signature: "y" },
  });
  expect(forged.status()).toBe(400);
  await page.getByRole("button", { name: /Withdraw the page for/ }).click();
  await expect(page.locator("#outside")).toContainText("withdrawn");
  expect((await guest.request.get(address)).status()).toBe(404);
  expect((await guest.request.get(`${address}/paper.pdf`)).status()).toBe(404);
  const guess = (i: number) => guest.request.get(`${heron.url}/for/${"x".repeat(30)}${String(i).padStart(3, "0")}`);
  const statuses = [];
  for (let i = 0; i < 25; i++) statuses.push((await guess(i)).status());
  expect(new Set(statuses)).toEqual(new Set([404, 429]));
  expect(statuses.at(-1)).toBe(429);
  await guest.close();
});

test.describe(() => {
  // A refused form is a message of the browser too.
  test.use({ expectedErrors: /400 \(Bad Request\)/ });

  test("the firm writes texts and pages of authorities, and puts a text into an option", async ({ page, heron }) => {
    await signInAs(page, heron, "Wren Osier");
    await page.goto(`${heron.url}/firm`);
    await page.getByText("Write a new text").click();
    await page.getByRole("button", { name: "Save the text" }).click();
    await expect(page.getByText("Type a title")).toBeVisible();
    await page.getByRole("textbox", { name: "Title" }).fill("Guarantee");
    await page.getByRole("textbox", { name: "Text" }).fill("Two years on our work.");
    await page.getByRole("button", { name: "Save the text" }).click();
    await expect(page.getByText("Guarantee, version 1")).toBeVisible();
    await page.getByText("Add an authority").click();
    await page.getByRole("textbox", { name: "Name" }).fill("Fenland borough");
    await page.getByRole("textbox", { name: "Working days until it answers" }).fill("soon");
    await page.getByRole("button", { name: "Add the authority" }).click();
    await expect(page.getByText("must be a number of days")).toBeVisible();
    await page.getByRole("textbox", { name: "Working days until it answers" }).fill("12");
    await page.getByRole("button", { name: "Add the authority" }).click();
    await expect(page.getByText(/Fenland borough, confirmed .* by Wren Osier/)).toBeVisible();

    const id = await openCopy(page, heron, "osier-marsh-view", "12 Marsh View", "papers");
    const quote = page.locator("#quote");
    await quote.getByRole("button", { name: "Add as an option" }).click();
    await quote.getByRole("combobox", { name: "Text of the firm for Option 1" }).click();
    await page.getByTitle("Guarantee", { exact: true }).click();
    await expect(quote.getByRole("textbox", { name: "In the firm's words" })).toHaveValue("Two years on our work.");
    await saved(page);
    expect((await caseOf(page, heron, id)).quote.options[0].text).toBe("Two years on our work.");
    const preview = await page.request.get(`${heron.url}/jobs/${id}/offer`);
    expect(await preview.text()).toContain("Two years on our work.");
  });
});

test("a customer sends pictures over a line that drops, draws on one, and answers; the firm confirms them", async ({
  page,
  heron,
  browser,
}) => {
  test.setTimeout(180_000);
  await signInAs(page, heron, "Wren Osier");
  const id = await openCopy(page, heron, "osier-marsh-view", "13 Marsh View", "papers");
  const outside = page.locator("#outside");
  await outside.getByRole("combobox", { name: "Page" }).click();
  await page.getByTitle("Pictures, one by one").click();
  const address = await mailLink(page, heron, "dora@pictures.example");

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const customer = await phone.newPage();
  await customer.goto(address);
  await expect(customer.getByRole("heading", { name: "A few pictures of your home" })).toBeVisible();
  const picture = await phonePhoto(4000, 3000);
  const take = (form: string) =>
    customer
      .getByRole("form", { name: form, exact: true })
      .locator("input[type=file]")
      .setInputFiles({ name: "a.jpg", mimeType: "image/jpeg", buffer: picture });
  const stateOf = (asked: string) => customer.locator(`[data-asked="${asked}"] [data-state]`);

  // The first picture is tried on a dead line, and the page is closed meanwhile.
  await phone.route("**/pictures", (route) => route.abort());
  await take("The meter with its number");
  await expect(stateOf("meter")).toContainText("Waiting for a connection", { timeout: 30_000 });
  await customer.goto("about:blank");
  await phone.unroute("**/pictures");
  let tries = 0;
  await phone.route("**/pictures", (route) => (tries++ % 2 === 0 ? route.abort() : route.continue()));
  await customer.goto(address);
  await expect(stateOf("meter")).toHaveText("Arrived.", { timeout: 30_000 });

  await take("Where a cable could leave the house");
  const canvas = customer.locator("canvas.drawing");
  await expect(canvas).toBeVisible();
  await canvas.scrollIntoViewIfNeeded();
  const box = await canvas.boundingBox();
  if (!box) throw new Error("there is nothing to draw on");
  await customer.mouse.move(box.x + 30, box.y + 30);
  await customer.mouse.down();
  await customer.mouse.move(box.x + 160, box.y + 120, { steps: 8 });
  await customer.mouse.up();
  await customer.getByRole("button", { name: "Send it" }).click();
  await expect(stateOf("way-out")).toHaveText("Arrived.", { timeout: 30_000 });

  await customer
    .getByRole("form", { name: "The meter with its number", exact: true })
    .locator("input[type=file]")
    .setInputFiles({ name: "film.mp4", mimeType: "video/mp4", buffer: Buffer.from("ftypmp42 a film") });
  await expect(stateOf("meter")).toContainText("is not a picture");
  // A format that this browser does not open by itself.
  await customer
    .getByRole("form", { name: "The wall for the charger, from far", exact: true })
    .locator("input[type=file]")
    .setInputFiles("e2e/files/fuse.heic");
  await expect(stateOf("wall")).toHaveText("Arrived.", { timeout: 30_000 });
  await customer.getByRole("button", { name: "The pipe is not metal" }).first().click();
  await expect(stateOf("gas-bonding")).toContainText("the pipe is not metal");
  await customer.getByRole("textbox", { name: /How far does the car drive/ }).fill("far");
  await customer.getByRole("button", { name: "Send the answers" }).click();
  await expect(customer.getByText("Type a number")).toBeVisible();
  await customer.getByRole("textbox", { name: /How far does the car drive/ }).fill("33");
  await customer.getByRole("button", { name: "Send the answers" }).click();
  await expect(customer.getByText("your answers have arrived")).toBeVisible();

  await expect(outside).toContainText("3 of 9 arrived", { timeout: 20_000 });
  const list = await (await page.request.get(`${heron.url}/jobs/${id}/photos`)).json();
  expect(list.photos).toHaveLength(3);
  expect(list.photos).toEqual(
    expect.arrayContaining([expect.objectContaining({ item: "route", customer: "Dora Fenn", toConfirm: true })]),
  );
  expect(list.photos.find(({ item }: { item: string }) => item === "route").marks[0].kind).toBe("route");
  await openStep(page, heron, id, "survey");
  await page
    .getByRole("button", { name: /from the customer, to be confirmed/ })
    .first()
    .click();
  await page.getByRole("button", { name: "It shows what it should" }).click();
  await expect(page.getByRole("button", { name: "It shows what it should" })).toHaveCount(0);
  await phone.close();
});
