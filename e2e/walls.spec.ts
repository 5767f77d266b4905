/** What keeps firms apart and strangers out; asked of the running server. */
import { expect, field, signInAs, test } from "./heron.ts";
import { phonePhoto } from "./pictures.ts";

const OTHER_FIRMS_JOB = "tidewrack-lantern-row";
const GET_ROUTES = [
  "/ledger.csv",
  "/ledger.xlsx",
  "",
  "/survey",
  "/demand",
  "/need",
  "/ways",
  "/papers",
  "/events",
  "/case.json",
  "/assessment.json",
  "/papers/load-worksheet.pdf",
  "/papers/panel-directory.pdf",
  "/papers/owner-consent.pdf",
  "/photos",
  "/photos/0123456789",
];

test.describe("another firm's job", () => {
  test("is not found, by any route", async ({ page, heron }) => {
    await signInAs(page, heron, "Wren Osier");
    for (const route of GET_ROUTES) {
      const answer = await page.request.get(`${heron.url}/jobs/${OTHER_FIRMS_JOB}${route}`, { maxRedirects: 1 });
      expect({ route, status: answer.status() }).toEqual({ route, status: 404 });
      expect(await answer.text()).not.toContain("Lantern");
    }
    const edit = { id: "0123456789", baseRevision: 0, patch: [{ op: "replace", path: "/title", value: "Taken" }] };
    const posted = await page.request.post(`${heron.url}/jobs/${OTHER_FIRMS_JOB}/edits`, {
      data: edit,
      headers: { Origin: heron.url },
    });
    expect(posted.status()).toBe(404);
    const photos = `${heron.url}/jobs/${OTHER_FIRMS_JOB}/photos`;
    const headers = { Origin: heron.url };
    const picture = { name: "x.jpg", mimeType: "image/jpeg", buffer: await phonePhoto(40, 30) };
    const multipart = { id: "0123456789", item: "meter", takenAt: "0", picture };
    expect((await page.request.post(photos, { headers, multipart })).status()).toBe(404);
    expect((await page.request.patch(`${photos}/0123456789`, { headers, data: { caption: "x" } })).status()).toBe(404);
    expect((await page.request.delete(`${photos}/0123456789`, { headers })).status()).toBe(404);
    expect(await (await page.request.get(`${heron.url}/?search=Lantern`)).text()).not.toContain("14 Lantern Row");
  });
});

test("a stranger is sent to sign in, and sees nothing", async ({ request, heron }) => {
  for (const route of ["/survey", "/case.json", "/papers/load-worksheet.pdf"]) {
    const answer = await request.get(`${heron.url}/jobs/${OTHER_FIRMS_JOB}${route}`, { maxRedirects: 0 });
    expect(answer.status()).toBe(302);
    expect(answer.headers().location).toContain("/sign-in");
  }
  expect(
    (
      await request.post(`${heron.url}/jobs/${OTHER_FIRMS_JOB}/edits`, { data: {}, headers: { Origin: heron.url } })
    ).status(),
  ).toBe(401);
});

test("an apprentice cannot issue papers", async ({ page, heron }) => {
  await signInAs(page, heron, "Tess Arbo");
  expect((await page.request.get(`${heron.url}/jobs/${OTHER_FIRMS_JOB}/papers/load-worksheet.pdf`)).status()).toBe(403);
  await page.goto(`${heron.url}/jobs/${OTHER_FIRMS_JOB}/papers`);
  await expect(page.getByText("An apprentice cannot issue papers")).toBeVisible();
});

test("a change from another site, without length, or too large is refused", async ({ request, heron }) => {
  const sign = (headers: Record<string, string>, data = "x") => request.post(`${heron.url}/sign-in`, { headers, data });
  expect((await sign({ Origin: "http://elsewhere.example" })).status()).toBe(403);
  expect((await sign({})).status()).toBe(403);
  const large = await sign({ Origin: heron.url }, "x".repeat(5_000_000));
  expect(large.status()).toBe(413);
  expect(await large.text()).toMatch(/too large/);
  const chunked = await fetch(`${heron.url}/sign-in`, {
    method: "POST",
    headers: { Origin: heron.url },
    body: new Blob(["x"]).stream(),
    duplex: "half",
  } as RequestInit);
  expect(chunked.status).toBe(411);
});

test("pages carry a policy with a nonce of their own, and no trace of the machine", async ({ request, heron }) => {
  const [first, second] = [await request.get(`${heron.url}/sign-in`), await request.get(`${heron.url}/sign-in`)];
  const nonce = (headers: Record<string, string>) =>
    /'nonce-([^']+)'/.exec(headers["content-security-policy"] ?? "")?.[1];
  expect(nonce(first.headers())).toBeTruthy();
  expect(nonce(first.headers())).not.toBe(nonce(second.headers()));
  expect(first.headers()["x-powered-by"]).toBeUndefined();
  expect(first.headers()["x-content-type-options"]).toBe("nosniff");
  const lost = await request.get(`${heron.url}/nowhere`);
  expect(lost.status()).toBe(404);
  expect(await lost.text()).not.toMatch(/node_modules|\.ts:\d+/);
});

test("signing out everywhere ends the other browser's session too", async ({ page, other, heron }) => {
  await signInAs(page, heron, "Alder Osier");
  await signInAs(other, heron, "Alder Osier");
  await page.getByRole("button", { name: "Sign out everywhere" }).click();
  await page.waitForURL(/sign-in/);
  await other.goto(heron.url);
  await expect(other).toHaveURL(/sign-in/);
});

test.describe("a wrong sign-in", () => {
  test.use({ expectedErrors: /status of 400/ });

  test("is told at the form, with the e-mail kept", async ({ page, heron }) => {
    await page.goto(`${heron.url}/sign-in`);
    await field(page, "E-mail").fill("wren@osier.example");
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page.getByText("Type your password")).toBeVisible();
    await expect(field(page, "E-mail")).toHaveValue("wren@osier.example");
  });
});
