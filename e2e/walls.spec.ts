/** Separation of firms, and walls against strangers; tried on the running server. */
import { expect, field, newJob, signInAs, signInByButton, test } from "./heron.ts";
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
  "/calendar.ics",
  "/assessment.json",
  "/papers/load-worksheet.pdf",
  "/papers/panel-directory.pdf",
  "/papers/consent.pdf",
  "/issued",
  "/issued/consent/1",
  "/pack.pdf",
  "/pack.zip",
  "/links",
  "/post",
  "/offer",
  "/revisions/0",
  "/photos",
  "/photos/0123456789",
  "/interval-data",
  `/interval-data/${"a".repeat(64)}`,
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
    const of = (path: string) => `${heron.url}/jobs/${OTHER_FIRMS_JOB}/${path}`;
    const forms = [
      ["issued", { what: "issue", id: "0123456789", paper: "consent", revision: "0", reason: "x" }],
      ["issued", { what: "withdraw", id: "0123456789", why: "x" }],
      ["links", { what: "make", kind: "pictures", name: "x" }],
      ["links", { what: "withdraw", id: "0123456789" }],
      ["links", { what: "reply", link: "0123456789", id: "0123456789", text: "x" }],
      ["post", { what: "send", id: "0123456789", issued: "0123456789", email: "x@y.example" }],
      ["post", { what: "again", id: "0123456789" }],
      ["post", { what: "remove", id: "0123456789" }],
    ] as const;
    for (const [path, form] of forms)
      expect({ form, status: (await page.request.post(of(path), { headers, form })).status() }).toEqual({
        form,
        status: 404,
      });
    const data = `${heron.url}/jobs/${OTHER_FIRMS_JOB}/interval-data`;
    const values = { name: "values", mimeType: "application/octet-stream", buffer: Buffer.from("x") };
    expect((await page.request.post(data, { headers, multipart: { about: "{}", values } })).status()).toBe(404);
    expect((await page.request.delete(`${data}/${"a".repeat(64)}`, { headers })).status()).toBe(404);
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

test("invalid interval data, impossible columns, and unknown recorders are refused", async ({
  page,
  request,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const headers = { Origin: heron.url };
  const data = `${heron.url}/jobs/${OTHER_FIRMS_JOB}/interval-data`;
  const values = { name: "values", mimeType: "application/octet-stream", buffer: Buffer.from("no values") };
  const about = {
    digest: "a".repeat(64),
    name: "a.csv",
    form: "CSV",
    madeUp: false,
    unit: "kWh",
    startS: 1_735_689_600,
    intervalS: 900,
    decimals: 3,
    count: 96,
    phases: 1,
    clock: [{ fromS: -1e12, offsetS: 0 }],
    quality: { days: 1, daysCovered: 1, missing: 0, covered: 1, findings: [] },
  };
  const post = (said: unknown) =>
    page.request.post(data, {
      headers,
      multipart: { about: typeof said === "string" ? said : JSON.stringify(said), values },
    });
  for (const said of [
    about,
    "no JSON",
    {},
    { ...about, count: 1e9 },
    { ...about, phases: 9 },
    { ...about, digest: "../x" },
    { ...about, more: 1 },
  ])
    expect((await post(said)).status()).toBe(400);
  expect((await page.request.post(data, { headers, data: "x" })).status()).toBe(400);
  expect(await (await page.request.get(data)).json()).toEqual([]);
  expect((await page.request.put(data, { headers, data: "x" })).status()).toBe(405);

  const mappings = `${heron.url}/interval-mappings`;
  const kept = async () => (await page.request.get(mappings)).json();
  const before = await kept();
  for (const said of [{}, { head: "a".repeat(64), mapping: { delimiter: "!" } }, { head: "x", mapping: null }])
    expect((await page.request.post(mappings, { headers, data: said })).status()).toBe(400);
  expect(await kept()).toEqual(before);

  const recorders = `${heron.url}/recorders`;
  expect((await page.request.get(`${recorders}?address=127.0.0.1:22`)).status()).toBe(404);
  expect((await page.request.get(`${recorders}?address=127.0.0.1:22&records`)).status()).toBe(404);
  expect(
    (await page.request.post(recorders, { headers, data: { address: "127.0.0.1:22", command: "start" } })).status(),
  ).toBe(404);
  expect((await page.request.post(recorders, { headers, data: { address: 1 } })).status()).toBe(400);
  for (const route of [data, mappings, recorders]) expect((await request.get(route)).status()).toBe(401);
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

test("private answers are stored in no cache", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const get = async (path: string) => (await page.request.get(`${heron.url}${path}`)).headers();
  const job = `/jobs/${OTHER_FIRMS_JOB}`;
  const kept = ["/", "/sign-in", "/account", "/people", `${job}/survey`, `${job}/survey.data`, `${job}/photos`];
  for (const path of [...kept, `${job}/case.json`, "/interval-mappings", "/health"]) {
    const headers = await get(path);
    expect(headers["cache-control"], path).toBe("no-store");
    expect(headers["referrer-policy"], path).toBe("same-origin");
  }
  const [photo] = (await (await page.request.get(`${heron.url}${job}/photos`)).json()).photos;
  expect((await get(`${job}/photos/${photo.id}`))["cache-control"]).toBe("private, max-age=3600, immutable");
});

test("a wrong request is refused as one, never answered as a fault", async ({ page, request, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const headers = { Origin: heron.url };
  const job = `${heron.url}/jobs/${OTHER_FIRMS_JOB}`;
  const json = { ...headers, "Content-Type": "application/json" };
  const edit = (path: string, value: unknown, id = crypto.randomUUID(), at = job) =>
    page.request.post(`${at}/edits`, {
      headers: json,
      data: JSON.stringify({ id, baseRevision: 0, patch: [{ op: "add", path, value }] }),
    });
  const nested = JSON.parse("[".repeat(14) + "]".repeat(14));
  for (const [path, value] of [
    ["/title", "a\ud800"],
    ["/title/0", "a"],
    ["/roof", nested],
    ["/loads/first", {}],
    ["/roof", "x".repeat(2_100_000)],
  ] as const) {
    const answer = await edit(path, value);
    expect(answer.status(), path).toBe(422);
    expect((await answer.json()).problems[0].message).toMatch(/\w+ \w+/);
  }
  for (const path of [`/${"a".repeat(300)}`, "/__proto__/a", "title"]) expect((await edit(path, 1)).status()).toBe(400);

  const mine = await newJob(page, heron, "4 Wrong Requests");
  const taken = crypto.randomUUID();
  const own = `${heron.url}/jobs/${mine}`;
  expect((await edit("/roof", "slate", taken, own)).status()).toBe(200);
  const elsewhere = await edit("/roof", "slate", taken);
  expect(elsewhere.status()).toBe(422);
  expect((await elsewhere.json()).problems[0].message).toBe("The name of this edit belongs to another one");
  const ahead = await page.request.post(`${own}/edits`, {
    headers: json,
    data: { id: crypto.randomUUID(), baseRevision: 9, patch: [{ op: "add", path: "/roof", value: 1 }] },
  });
  expect(ahead.status()).toBe(409);
  expect(await ahead.json()).toMatchObject({ kind: "ahead", revision: 1, document: { title: "4 Wrong Requests" } });

  // Where it was another edit that made the revision, as on a restored server, the stream brings the whole case.
  const streamed = await page.evaluate(
    (address) =>
      new Promise((resolve) => {
        const events = new EventSource(address);
        events.addEventListener("ahead", ({ data }) => {
          events.close();
          resolve(JSON.parse(data));
        });
      }),
    `/jobs/${mine}/events?since=1.${crypto.randomUUID()}`,
  );
  expect(streamed).toMatchObject({ revision: 1, lastEdit: taken, document: { title: "4 Wrong Requests" } });

  const get = async (path: string, more: Record<string, string> = {}) =>
    (await request.get(`${heron.url}${path}`, { headers: more, maxRedirects: 0 })).status();
  expect(await get("/jobs/%ED%A0%80/survey")).toBe(400);
  expect(await get("/%")).toBe(400);
  expect(await get("/", { Cookie: "heron_session=%ff; heron_theme=%%%" })).toBe(302);
  const signedIn = async (path: string) =>
    (await page.request.get(`${heron.url}${path}`, { maxRedirects: 0 })).status();
  expect(await signedIn("/?page=1e20")).toBe(200);
  expect(await signedIn("/?page=-1")).toBe(200);
  expect(await signedIn(`/jobs/${OTHER_FIRMS_JOB.toUpperCase()}/survey`)).toBe(404);
  expect(await signedIn(`/jobs/${OTHER_FIRMS_JOB}/events.data`)).toBe(404);

  const post = async (path: string, body: object) =>
    (await page.request.post(`${heron.url}${path}`, { headers, maxRedirects: 0, ...body })).status();
  for (const path of ["/?index", "/jobs/new", "/prices", "/theme", "/people", "/account"])
    for (const type of ["text/plain", "multipart/form-data", "multipart/form-data; boundary=b", "application/json"])
      expect(await post(path, { data: "x", headers: { ...headers, "Content-Type": type } }), `${path} ${type}`).toBe(
        400,
      );
  for (const takenAt of ["253402300800000", "-1", "now"]) {
    const picture = { name: "a.jpg", mimeType: "image/jpeg", buffer: Buffer.from("x") };
    const multipart = { id: crypto.randomUUID(), item: "meter", takenAt, picture };
    expect(await post(`/jobs/${OTHER_FIRMS_JOB}/photos`, { multipart })).toBe(400);
  }
  for (const data of ["null", "5", "[]", "{"])
    for (const method of ["PATCH", "POST"])
      expect(
        (await page.request.fetch(`${job}/photos/nothing`, { method, headers: json, data })).status(),
      ).toBeLessThan(500);
});

test("signing out everywhere ends the other browser's session too", async ({ page, other, heron }) => {
  await signInByButton(page, heron, "Alder Osier");
  await signInAs(other, heron, "Alder Osier");
  await page.getByRole("button", { name: "Sign out everywhere" }).click();
  await page.waitForURL(/sign-in/);
  await other.goto(heron.url);
  await expect(other).toHaveURL(/sign-in/);
});

test.describe("a wrong sign-in", () => {
  test.use({ expectedErrors: /status of 400/ });

  test("is reported at the form, with the e-mail preserved", async ({ page, heron }) => {
    await page.goto(`${heron.url}/sign-in`);
    await field(page, "E-mail").fill("wren@osier.example");
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page.getByText("Type your password")).toBeVisible();
    await expect(field(page, "E-mail")).toHaveValue("wren@osier.example");
  });
});
