/** Attacks that came through once, with their relatives; asked of the running server. */
import { type ClientRequest, request as httpRequest } from "node:http";
import { deflateRawSync } from "node:zlib";
import type { APIRequestContext } from "@playwright/test";
import { strToU8, zipSync } from "fflate";
import "#core/rules/editions.ts";
import { largestHome } from "#core/testing/largest-home.ts";
import { expect, type Heron, importCase, newJob, signInAs, signInByButton, test } from "./heron.ts";

test.describe.configure({ timeout: 300_000 });

/** The longest answer of `/health` while something else runs. */
async function healthMeanwhile<T>(request: APIRequestContext, heron: Heron, work: Promise<T>) {
  let longestMs = 0;
  let isDone = false;
  const done = work.finally(() => {
    isDone = true;
  });
  done.catch(() => {});
  while (!isDone) {
    const from = performance.now();
    expect((await request.get(`${heron.url}/health`)).status()).toBe(200);
    longestMs = Math.max(longestMs, performance.now() - from);
  }
  return { longestMs, result: await done };
}
/** Far above what a quiet machine shows, as tests run beside each other; before, such requests held everybody for longer. */
const HEALTH_MS = 4000;

/** Requests whose bodies never end, from one address. */
function unfinished(heron: Heron, path: string, count: number, headers: Record<string, string> = {}): ClientRequest[] {
  return Array.from({ length: count }, () => {
    const asked = httpRequest(`${heron.url}${path}`, {
      method: "POST",
      agent: false,
      headers: {
        Origin: heron.url,
        "Content-Type": "application/x-www-form-urlencoded",
        "Content-Length": "50",
        ...headers,
      },
    });
    asked.on("error", () => {});
    asked.write("email=");
    return asked;
  });
}

test("450 unfinished sign-ins block no other person, during and after", async ({ request, heron }) => {
  const signIn = async () => {
    const from = performance.now();
    const answer = await request.post(`${heron.url}/sign-in`, {
      headers: { Origin: heron.url, Connection: "close" },
      form: { email: "wren@osier.example", password: "heron-demo" },
      maxRedirects: 0,
    });
    expect(answer.status()).toBe(302);
    return performance.now() - from;
  };
  await signIn();
  const attack = unfinished(heron, "/sign-in", 450);
  await new Promise((resolve) => setTimeout(resolve, 1000));
  expect(await signIn()).toBeLessThan(20_000);
  for (const each of attack) each.destroy();
  expect(await signIn()).toBeLessThan(20_000);
});

test("unfinished pictures of one firm do not keep another one's waiting", async ({ page, other, heron }) => {
  await signInAs(other, heron, "Wren Osier");
  const [cookie] = await other.context().cookies();
  const attack = unfinished(heron, "/jobs/osier-sluice-road/photos", 60, {
    Cookie: `${cookie?.name}=${cookie?.value}`,
    "Content-Type": "multipart/form-data; boundary=b",
    "Content-Length": "100000",
  });
  await signInAs(page, heron, "Mara Quill");
  const { phonePhoto } = await import("./pictures.ts");
  const picture = { name: "a.jpg", mimeType: "image/jpeg", buffer: await phonePhoto(400, 300) };
  const multipart = { id: crypto.randomUUID(), item: "meter", takenAt: "0", picture };
  const from = performance.now();
  const sent = await page.request.post(`${heron.url}/jobs/tidewrack-lantern-row/photos`, {
    headers: { Origin: heron.url },
    multipart,
  });
  expect(sent.status()).toBe(200);
  expect(performance.now() - from).toBeLessThan(8000);
  for (const each of attack) each.destroy();
});

test("an event stream ends with its request, in any method or spelling", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const [cookie] = await page.context().cookies();
  const headers = { Cookie: `${cookie?.name}=${cookie?.value}` };
  const job = `${heron.url}/jobs/tidewrack-lantern-row`;
  const streams = async () => {
    const text = await (await page.request.get(heron.metricsUrl)).text();
    return Number(/^heron_event_streams (\d+)$/m.exec(text)?.[1]);
  };
  const before = await streams();
  const ask = (address: string, method: string) =>
    new Promise<void>((resolve) => {
      const asked = httpRequest(address, { method, headers, agent: false });
      asked.on("response", (response) => {
        response.destroy();
        resolve();
      });
      asked.on("error", () => resolve());
      asked.end();
    });
  const variants = ["events", "events.data", "EVENTS.data", "even%74s.data", "Events", "events/", "%65vents.DATA"];
  for (const method of ["HEAD", "GET"])
    await Promise.all(
      Array.from({ length: 70 }, (_, i) => ask(`${job}/${variants[i % variants.length]}?since=0`, method)),
    );
  await expect.poll(streams, { timeout: 10_000 }).toBe(before);
});

test("one session has a limited number of event streams", async ({ page, heron }) => {
  await signInByButton(page, heron, "Jonah Pike");
  const statuses = await page.evaluate(async () => {
    const gone = new AbortController();
    const answers: number[] = [];
    for (let i = 0; i < 5; i++) {
      const asked = await fetch("/jobs/tidewrack-lantern-row/events?since=0", { signal: gone.signal });
      answers.push(asked.status);
    }
    gone.abort();
    return answers;
  });
  expect(statuses).toEqual([200, 200, 200, 200, 200]);
  const [cookie] = await page.context().cookies();
  const open = await Promise.all(
    Array.from(
      { length: 30 },
      () =>
        new Promise<{ status: number; end(): void }>((resolve) => {
          const asked = httpRequest(`${heron.url}/jobs/tidewrack-lantern-row/events?since=0`, {
            headers: { Cookie: `${cookie?.name}=${cookie?.value}` },
            agent: false,
          });
          asked.on("response", (response) =>
            resolve({ status: response.statusCode ?? 0, end: () => response.destroy() }),
          );
          asked.on("error", () => {});
          asked.end();
        }),
    ),
  );
  for (const { end } of open) end();
  expect(open.filter(({ status }) => status === 200).length).toBeLessThanOrEqual(20);
  expect(open.filter(({ status }) => status === 429).length).toBeGreaterThanOrEqual(10);
});

const sheet = (rows: string, after = "") =>
  `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${rows}</sheetData></worksheet>${after}`;
function workbook(xml: string): Buffer {
  const types = "http://schemas.openxmlformats.org/package/2006/content-types";
  const relations = "http://schemas.openxmlformats.org/package/2006/relationships";
  const office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  return Buffer.from(
    zipSync({
      "[Content_Types].xml": strToU8(
        `<Types xmlns="${types}"><Default Extension="xml" ContentType="application/xml"/></Types>`,
      ),
      "_rels/.rels": strToU8(
        `<Relationships xmlns="${relations}"><Relationship Id="a" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
      ),
      "xl/workbook.xml": strToU8(
        `<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="${office}"><sheets><sheet name="S" sheetId="1" r:id="a"/></sheets></workbook>`,
      ),
      "xl/_rels/workbook.xml.rels": strToU8(
        `<Relationships xmlns="${relations}"><Relationship Id="a" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
      ),
      "xl/worksheets/sheet1.xml": strToU8(xml),
    }),
  );
}
const cell = (reference: string) => `<c r="${reference}"><v>1</v></c>`;
const TOO_LARGE = "That file is too large";
const NO_TABLE = "neither CSV nor XLSX";
const FILES: [name: string, bytes: () => Buffer, words: string][] = [
  [
    "two far cells",
    () => workbook(sheet(`<row r="1">${cell("A1")}</row><row r="1048576">${cell("XFD1048576")}</row>`)),
    TOO_LARGE,
  ],
  ["a far column", () => workbook(sheet(`<row r="1">${cell("XFD1")}</row>`)), TOO_LARGE],
  ["a far row without a number of its own", () => workbook(sheet(`<row>${cell("A900000")}</row>`)), TOO_LARGE],
  ["20 MB of spaces", () => workbook(sheet("", " ".repeat(20_000_000))), TOO_LARGE],
  ["10 MB of spaces", () => workbook(sheet("", " ".repeat(10_000_000))), TOO_LARGE],
  [
    "one cell of 60 MB",
    () => workbook(sheet(`<row><c t="inlineStr"><is><t>${"x".repeat(60_000_000)}</t></is></c></row>`)),
    TOO_LARGE,
  ],
  ["a million empty rows", () => workbook(sheet("<row/>".repeat(1_000_000))), TOO_LARGE],
  ["a document type", () => workbook(`<!DOCTYPE a [<!ENTITY b "c">]>${sheet("")}`), TOO_LARGE],
  [
    "a nested ZIP",
    () => Buffer.from(zipSync({ "a.zip": zipSync({ "b.zip": zipSync({ c: new Uint8Array(30e6) }) }) })),
    NO_TABLE,
  ],
  ["bytes that are nothing", () => Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 255, 255]), NO_TABLE],
  ["400,000 lines of CSV", () => Buffer.from("a,b\n".repeat(400_000)), TOO_LARGE],
  ["one line of a million columns", () => Buffer.from(`a${",".repeat(1_000_000)}`), TOO_LARGE],
];

test("a malicious price file is refused in words, and delays no other request", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  for (const [name, bytes, words] of FILES) {
    const file = { name: "prices.xlsx", mimeType: "application/octet-stream", buffer: bytes() };
    const sent = page.request.post(`${heron.url}/prices.data`, {
      headers: { Origin: heron.url },
      multipart: { what: "file", version: "0", file },
    });
    const { longestMs, result } = await healthMeanwhile(page.request, heron, sent);
    expect(result.status(), name).toBe(400);
    expect(await result.text(), name).toContain(words);
    expect(longestMs, name).toBeLessThan(HEALTH_MS);
  }
});

test("interval data of 3.7 million equal values, thirty files at once, delays no other request", async ({
  page,
  heron,
}) => {
  await signInAs(page, heron, "Mara Quill");
  const job = await newJob(page, heron, "12 Equal Values");
  const count = 3_700_000;
  const values = {
    name: "values",
    mimeType: "application/octet-stream",
    buffer: deflateRawSync(Buffer.alloc(count * 3 * 4)),
  };
  const about = (i: number) =>
    JSON.stringify({
      digest: i.toString(16).padStart(64, "0"),
      name: `${i}.csv`,
      form: "CSV",
      madeUp: false,
      unit: "kWh",
      startS: 1_735_689_600,
      intervalS: 1,
      decimals: 3,
      count,
      phases: 3,
      clock: [{ fromS: -1e12, offsetS: 0 }],
      quality: { days: 1, daysCovered: 1, missing: 0, covered: 1, findings: [] },
    });
  const sent = Promise.all(
    Array.from({ length: 30 }, (_, i) =>
      page.request.post(`${heron.url}/jobs/${job}/interval-data`, {
        headers: { Origin: heron.url },
        multipart: { about: about(i), values },
      }),
    ),
  );
  const { longestMs, result } = await healthMeanwhile(page.request, heron, sent);
  expect(longestMs).toBeLessThan(HEALTH_MS);
  // Stored, or refused because the queue or the job is full.
  for (const answer of result) expect([200, 409, 503]).toContain(answer.status());
  const kept = await (await page.request.get(`${heron.url}/jobs/${job}/interval-data`)).json();
  expect(kept.length).toBeGreaterThan(0);
  expect(kept.length).toBeLessThanOrEqual(20);
});

test("pages and edits of the largest home leave capacity for others", async ({ page, other, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  await signInAs(other, heron, "Wren Osier");
  const job = await importCase(page, heron, largestHome("us-nec-2023"));
  const steps = ["survey", "demand", "need", "ways", "circuit", "papers"];
  const edits = Array.from({ length: 20 }, (_, i) =>
    page.request.post(`${heron.url}/jobs/${job}/edits`, {
      headers: { Origin: heron.url },
      data: {
        id: crypto.randomUUID(),
        baseRevision: 0,
        patch: [{ op: "replace", path: `/panels/0/circuits/${i}/label`, value: `Room ${i}` }],
      },
    }),
  );
  const pages = steps.map((step) => page.request.get(`${heron.url}/jobs/${job}/${step}`));
  const { longestMs, result } = await healthMeanwhile(page.request, heron, Promise.all([...edits, ...pages]));
  for (const answer of result) expect(answer.status()).toBe(200);
  expect(longestMs).toBeLessThan(HEALTH_MS);
  const from = performance.now();
  const again = page.request.get(`${heron.url}/jobs/${job}/circuit`);
  expect((await other.request.get(`${heron.url}/jobs/osier-sluice-road/survey`)).status()).toBe(200);
  expect(performance.now() - from).toBeLessThan(HEALTH_MS);
  await again;
});
