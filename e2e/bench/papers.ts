/** Figures of papers, customers' pages and mail, each measured on this machine. */
import { randomUUID } from "node:crypto";
import type { Browser, Page } from "@playwright/test";
import { createTransport } from "nodemailer";
import { type Heron, openCopy, openStep } from "../heron.ts";
import { noisyPhoto } from "../pictures.ts";

const OTHERS = 20;
const PACKED = 12;
const SENT_PICTURES = 20;
const DROPS_EVERY_MS = 10_000;

const sorted = (times: readonly number[]) => [...times].sort((a, b) => a - b);
const figures = (times: readonly number[]) => {
  const all = sorted(times);
  return { medianMs: Math.round(all[Math.floor(all.length / 2)] ?? 0), mostMs: Math.round(all.at(-1) ?? 0) };
};

/** Milliseconds of a paper, and its bytes. */
async function paperMs(page: Page, address: string): Promise<{ ms: number; bytes: number }> {
  const from = performance.now();
  const answer = await page.request.get(address);
  const bytes = (await answer.body()).byteLength;
  if (answer.status() !== 200) throw new Error(`${address} answered ${answer.status()}`);
  return { ms: performance.now() - from, bytes };
}

const PAPERS = [
  "load-worksheet",
  "site-assessment",
  "single-line",
  "materials",
  "consent",
  "handover",
  "panel-directory",
];

/** Every paper alone, then 21 at once by three people; after a round to warm up. */
async function papers(page: Page, url: string) {
  const jobs = ["tidewrack-lantern-row", "tidewrack-saltgrass-lane", "tidewrack-tern-court"];
  const addresses = jobs.flatMap((job) => PAPERS.map((paper) => `${url}/jobs/${job}/papers/${paper}.pdf`));
  for (const address of addresses) await paperMs(page, address);
  const alone = [];
  for (const address of addresses) alone.push((await paperMs(page, address)).ms);
  const rounds = [];
  for (let i = 0; i < 3; i++) {
    const times = await Promise.all(addresses.slice(0, OTHERS + 1).map((address) => paperMs(page, address)));
    rounds.push(figures(times.map(({ ms }) => ms)));
  }
  return { alone: figures(alone), together: rounds };
}

async function permitPack(page: Page, heron: Heron) {
  const id = await openCopy(page, heron, "tidewrack-saltgrass-lane", "1 Pack Lane", "survey");
  for (let i = 0; i < PACKED; i++) {
    // Pictures that are alike would be stored once in the PDF.
    const picture = { name: "a.jpg", mimeType: "image/jpeg", buffer: await noisyPhoto(2048, 1536 - i) };
    const multipart = { id: randomUUID(), item: "meter", takenAt: String(i), caption: `Picture ${i}`, picture };
    await page.request.post(`${heron.url}/jobs/${id}/photos`, { headers: { Origin: heron.url }, multipart });
  }
  const { ms, bytes } = await paperMs(page, `${heron.url}/jobs/${id}/papers/permit-pack.pdf`);
  return { ms: Math.round(ms), bytes };
}

async function makeLink(page: Page, heron: Heron, job: string, kind: string): Promise<string> {
  const made = await page.request.post(`${heron.url}/jobs/${job}/links`, {
    headers: { Origin: heron.url },
    form: { what: "make", kind, name: "June Sparrow" },
  });
  return ((await made.json()) as { address: string }).address;
}

async function issueQuote(page: Page, heron: Heron): Promise<string> {
  const id = await openCopy(page, heron, "tidewrack-lantern-row", "2 Pack Lane", "papers");
  const quote = page.locator("#quote");
  for (let i = 0; i < 2; i++) await quote.getByRole("button", { name: "Add as an option" }).click();
  await page.locator("[data-saving]").filter({ hasText: "Saved" }).waitFor();
  await page
    .getByRole("list", { name: "Papers" })
    .getByRole("button", { name: /^Quote/ })
    .click();
  await page.getByRole("button", { name: "Issue Quote" }).click();
  await page.getByRole("button", { name: /Quote version 1 holds/ }).waitFor();
  return id;
}

/** First paint and script of the customer's page on a slowed phone: a fast 3G line, a processor four times slower. */
async function customerPage(browser: Browser, address: string) {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await phone.newPage();
  const cdp = await phone.newCDPSession(page);
  await cdp.send("Network.enable");
  await cdp.send("Network.emulateNetworkConditions", {
    offline: false,
    latency: 150,
    downloadThroughput: (1.6 * 1024 * 1024) / 8,
    uploadThroughput: (750 * 1024) / 8,
  });
  await cdp.send("Emulation.setCPUThrottlingRate", { rate: 4 });
  let scriptBytes = 0;
  page.on("response", async (response) => {
    if (/javascript/.test(response.headers()["content-type"] ?? "")) scriptBytes += (await response.body()).byteLength;
  });
  await page.goto(address);
  await page.waitForTimeout(500);
  const firstPaintMs = await page.evaluate(
    () => performance.getEntriesByName("first-contentful-paint")[0]?.startTime ?? Number.NaN,
  );
  await phone.close();
  return { firstPaintMs: Math.round(firstPaintMs), scriptBytes };
}

/** Twenty pictures of 12 megapixels over a line that drops for two seconds every ten. */
async function pictures(browser: Browser, page: Page, heron: Heron) {
  const job = await openCopy(page, heron, "tidewrack-lantern-row", "3 Pack Lane", "survey");
  const address = await makeLink(page, heron, job, "pictures");
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const customer = await phone.newPage();
  await customer.goto(address);
  const photo = await noisyPhoto(4000, 3000);
  const input = customer.locator('[data-asked="meter"] input[type=file]');
  const from = performance.now();
  const drops = setInterval(async () => {
    await phone.setOffline(true);
    setTimeout(() => void phone.setOffline(false).catch(() => {}), 2000);
  }, DROPS_EVERY_MS);
  for (let i = 0; i < SENT_PICTURES; i++) {
    await input.setInputFiles({ name: `${i}.jpg`, mimeType: "image/jpeg", buffer: photo });
    await customer.waitForFunction(
      () => document.querySelector<HTMLInputElement>('[data-asked="meter"] input[type=file]')?.value === "",
    );
  }
  const arrived = async () => {
    const list = (await (await page.request.get(`${heron.url}/jobs/${job}/photos`)).json()) as { photos: unknown[] };
    return list.photos.length;
  };
  while ((await arrived()) < SENT_PICTURES && performance.now() - from < 300_000) await page.waitForTimeout(500);
  const seconds = Math.round((performance.now() - from) / 1000);
  // A picture that is sent again would arrive now.
  await page.waitForTimeout(20_000);
  clearInterval(drops);
  await phone.close();
  return { sent: SENT_PICTURES, arrived: await arrived(), seconds };
}

/** A thousand mails while the mail server is down for an hour of simulated time, then up again. */
async function mail(heron: Heron, page: Page) {
  const job = await openCopy(page, heron, "tidewrack-lantern-row", "4 Pack Lane", "papers");
  const { postOf, sendDueMail } = await import("#server/post.ts");
  const post = postOf("tidewrack");
  const start = Date.now() + 3600_000;
  const count = 1000;
  for (let i = 0; i < count; i++) {
    const order = { jobId: job, toName: "", toAddress: `m${i}@many.example`, subject: "s", text: "t", attached: [] };
    await post.send(order, "demo-mara", new Date(start));
  }
  const down = createTransport({ host: "127.0.0.1", port: 1 });
  const up = createTransport({ host: "127.0.0.1", port: heron.postPort, ignoreTLS: true, pool: true } as object);
  for (let minute = 0; minute <= 60; minute += 5)
    while ((await sendDueMail(down, () => new Date(start + minute * 60_000))) > 0);
  const before = heron.post.taken.filter(({ to }) => to.includes("many.example")).length;
  const from = performance.now();
  for (let minute = 60; minute <= 240; minute += 5)
    while ((await sendDueMail(up, () => new Date(start + minute * 60_000))) > 0);
  const taken = heron.post.taken.filter(({ to }) => to.includes("many.example"));
  up.close();
  return {
    mails: count,
    whileDown: before,
    taken: taken.length,
    different: new Set(taken.map(({ to }) => to)).size,
    seconds: Math.round((performance.now() - from) / 1000),
  };
}

/** All figures of papers, as `npm run bench -- papers` prints them. */
export async function papersFigures(browser: Browser, page: Page, heron: Heron) {
  await openStep(page, heron, "tidewrack-lantern-row", "papers");
  const quoted = await issueQuote(page, heron);
  return {
    papers: await papers(page, heron.url),
    permitPackOf12Pictures: await permitPack(page, heron),
    customerPage: await customerPage(browser, await makeLink(page, heron, quoted, "quote")),
    customerPictures: await pictures(browser, page, heron),
    mail: await mail(heron, page),
  };
}
