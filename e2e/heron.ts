/**
 * The running application for browser tests: each worker has its own database, demo data and server, and every test
 * fails on a console error or an uncaught fault in the page.
 */
import { type ChildProcess, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import {
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  test as base,
  expect,
  type Page,
} from "@playwright/test";
import type { CaseDocument, RuleSetId } from "#core/case/document/types.ts";
import { capital } from "#core/words.ts";
import { freePort, type RunningDatabase, startDatabase } from "../scripts/database.mjs";
import { startServerProcess } from "../scripts/server-process.mjs";
import { mailServer } from "../standins/post/mail-server.ts";
import { startRecorder } from "../tests/stand-in.ts";
import { demoPeople } from "./trials/people.ts";

/** A month of recording takes it a few seconds. */
const RECORDER_SPEED = 600_000;

export class Heron {
  private constructor(
    readonly url: string,
    private readonly folder: string,
    private database: RunningDatabase,
    private server: ChildProcess,
    private readonly env: NodeJS.ProcessEnv,
    /** Port of the stand-in of a clamp recorder. */
    readonly recorderPort: number,
    private recorder: ChildProcess,
    /** URL of the server's metrics. */
    readonly metricsUrl: string,
    /** The stand-in of a mail server, with the mail that it took. */
    readonly post: ReturnType<typeof mailServer>,
    readonly postPort: number,
  ) {}

  /** @param devices settings of devices, in place of the recorder of one firm */
  static async start(devices: { HERON_RECORDERS?: string; HERON_SPLITTERS?: string } = {}): Promise<Heron> {
    const folder = mkdtempSync(path.join(os.tmpdir(), "heron-e2e-"));
    const database = await startDatabase({ folder });
    const port = await freePort();
    const recorderPort = await freePort();
    const metricsPort = await freePort();
    const postPort = await freePort();
    const post = mailServer();
    post.server.on("error", () => {});
    post.server.listen(postPort, "127.0.0.1");
    const env = {
      ...process.env,
      DATABASE_URL: database.url,
      HERON_DEMO: "1",
      HERON_LOG: process.env.HERON_LOG ?? "fatal",
      HERON_RECORDERS: `tidewrack=127.0.0.1:${recorderPort}`,
      HERON_SMTP_URL: `smtp://127.0.0.1:${postPort}`,
      HERON_MAIL_FROM: "post@heron.example",
      PORT: String(port),
      METRICS_PORT: String(metricsPort),
      NODE_ENV: "production",
      ...devices,
    };
    loadDemo(env);
    const [server, recorder] = await Promise.all([startServer(env), startRecorder(recorderPort, RECORDER_SPEED)]);
    return new Heron(
      `http://localhost:${port}`,
      folder,
      database,
      server,
      env,
      recorderPort,
      recorder,
      `http://127.0.0.1:${metricsPort}/metrics`,
      post,
      postPort,
    );
  }

  get serverPid() {
    return this.server.pid;
  }
  get databaseUrl() {
    return this.database.url;
  }
  /** The line is dead: nothing answers at this address any more. */
  async cutLine() {
    const ended = new Promise((resolve) => this.server.once("exit", resolve));
    this.server.kill("SIGKILL");
    await ended;
  }
  async restoreLine() {
    this.server = await startServer(this.env);
  }
  killDatabase = () => this.database.stop();
  async reviveDatabase() {
    this.database = await startDatabase({ folder: this.folder, port: this.database.port });
  }
  /** The recorder loses its supply. */
  killRecorder = () => this.recorder.kill("SIGKILL");
  async reviveRecorder() {
    this.recorder = await startRecorder(this.recorderPort, RECORDER_SPEED);
  }
  async stop() {
    this.server.kill("SIGTERM");
    this.recorder.kill("SIGTERM");
    this.post.server.close();
    await this.database.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** Migrates the database of an environment and loads the demo firms. */
export function loadDemo(env: NodeJS.ProcessEnv): void {
  const loaded = spawnSync(process.execPath, ["build/work/load-demo.js"], { env, encoding: "utf8" });
  if (loaded.status !== 0) throw new Error(loaded.stderr);
}

export async function startServer(env: NodeJS.ProcessEnv): Promise<ChildProcess> {
  const server = startServerProcess(env, { stdio: ["ignore", "pipe", "inherit"] });
  await new Promise<void>((resolve, reject) => {
    server.stdout?.on("data", (text) => /Heron is at/.test(String(text)) && resolve());
    server.once("exit", (code) => reject(new Error(`the server ended with ${code}`)));
  });
  return server;
}

/** Signs a page in as a demo person, by a request; the page is not opened. */
export async function signInAs(page: Page, heron: Heron, person: string) {
  const demo = demoPeople().find(({ name }) => name === person)?.id ?? "";
  const answer = await post(page, heron, "/sign-in", { form: { demo } });
  expect(answer.status()).toBe(302);
}

/** Signs a page in as a demo person, by one click; the list of jobs is open then. */
export async function signInByButton(page: Page, heron: Heron, person: string) {
  await page.goto(`${heron.url}/sign-in`);
  await page.getByRole("button", { name: person }).click();
  await page.waitForURL(`${heron.url}/`);
}

/** Sends what a form of Heron sends, and follows no redirect. */
const post = (page: Page, heron: Heron, path: string, body: Parameters<APIRequestContext["post"]>[1]) =>
  page.request.post(`${heron.url}${path}`, { headers: { Origin: heron.url }, maxRedirects: 0, ...body });

/** Sends a form that makes a job. @returns its id */
async function madeJob(page: Page, heron: Heron, path: string, body: Parameters<APIRequestContext["post"]>[1]) {
  const answer = await post(page, heron, path, body);
  expect(answer.status()).toBe(302);
  return new URL(answer.headers().location ?? "", heron.url).pathname.split("/")[2] as string;
}

/** Opens a step of a job and waits until the page is live. */
export async function openStep(page: Page, heron: Heron, job: string, step: string) {
  await page.goto(`${heron.url}/jobs/${job}/${step}`);
  await page.waitForSelector("html[data-ready=job]");
}

/** Goes to another step of the open job by its link, which is faster than opening its page. */
export async function goToStep(page: Page, step: string) {
  const name = capital(step);
  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("link", { name: new RegExp(`^${name}`) })
    .click();
  await expect(page).toHaveTitle(new RegExp(`^${name} of `));
}

/** Makes a job of its own for a test, so that tests do not share one, and opens it. @returns its id */
export async function newJob(
  page: Page,
  heron: Heron,
  address: string,
  rules: RuleSetId = "us-nec-2023",
): Promise<string> {
  const id = await madeJob(page, heron, "/jobs/new", { form: { address, rules } });
  await openStep(page, heron, id, "survey");
  return id;
}

/** A field by its label. */
export const field = (page: Page, label: string) => page.getByRole("textbox", { name: label });

export const saved = (page: Page) => expect(page.locator("[data-saving]")).toHaveText("Saved");

/**
 * The browser contexts of a worker, by their options. A test gets one that others have used and that has been emptied:
 * it finds the scripts of Heron fetched and compiled, which is a quarter of the work of opening a page.
 */
class ContextPool {
  private readonly contexts = new Map<string, BrowserContext>();

  constructor(private readonly origin: string) {}

  async take(browser: Browser, options: BrowserContextOptions): Promise<BrowserContext> {
    const key = JSON.stringify(options);
    const known = this.contexts.get(key);
    if (known) return known;
    const context = await browser.newContext(options);
    // While one page of the origin is open, its process stays, and with it what has been compiled.
    await (await context.newPage()).goto(`${this.origin}/health`);
    this.contexts.set(key, context);
    return context;
  }

  /** Closes the pages of a test, and takes away everything that they left. */
  async empty(context: BrowserContext): Promise<void> {
    const [held, ...opened] = context.pages() as [Page, ...Page[]];
    await Promise.all(opened.map((page) => page.close()));
    await context.setOffline(false);
    await context.unrouteAll();
    await context.clearPermissions();
    await context.clearCookies();
    const session = await context.newCDPSession(held);
    await session.send("Storage.clearDataForOrigin", { origin: this.origin, storageTypes: "all" });
    await session.detach();
  }
}

interface Fixtures {
  /** Console errors that this test brings about on purpose. */
  expectedErrors: RegExp;
  /** A second person's browser. */
  other: Page;
}

function watch(page: Page, faults: string[], expected: RegExp) {
  page.on("console", (message) => {
    if (message.type() === "error" && !expected.test(message.text())) faults.push(message.text());
  });
  page.on("pageerror", (error) => faults.push(String(error)));
}

export const test = base.extend<Fixtures & { faults: string[] }, { heron: Heron; contexts: ContextPool }>({
  heron: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixtures off the pattern
    async ({}, use) => {
      const heron = await Heron.start();
      await use(heron);
      await heron.stop();
    },
    { scope: "worker", timeout: 120_000 },
  ],
  contexts: [({ heron }, use) => use(new ContextPool(heron.url)), { scope: "worker" }],
  context: async ({ browser, contexts, viewport, hasTouch, isMobile, javaScriptEnabled, serviceWorkers }, use) => {
    const options = { viewport, hasTouch, isMobile, javaScriptEnabled, serviceWorkers };
    // A service worker and what it stores are the test's own.
    const isOwn = serviceWorkers === "allow";
    const context = await (isOwn ? browser.newContext(options) : contexts.take(browser, options));
    await use(context);
    await (isOwn ? context.close() : contexts.empty(context));
  },
  expectedErrors: [/^(?!)/, { option: true }],
  faults: [
    // biome-ignore lint/correctness/noEmptyPattern: as above
    async ({}, use) => {
      const faults: string[] = [];
      await use(faults);
      expect(faults).toEqual([]);
    },
    { auto: true },
  ],
  page: async ({ page, faults, expectedErrors }, use) => {
    watch(page, faults, expectedErrors);
    await use(page);
  },
  other: async ({ browser, faults, expectedErrors, contextOptions, serviceWorkers }, use) => {
    const context: BrowserContext = await browser.newContext({ ...contextOptions, serviceWorkers });
    const page = await context.newPage();
    watch(page, faults, expectedErrors);
    await use(page);
    await context.close();
  },
});
export { expect };

/** Imports a case, as the list of jobs does. @returns the id of its job */
export function importCase(page: Page, heron: Heron, document: CaseDocument): Promise<string> {
  const buffer = Buffer.from(JSON.stringify(document));
  return madeJob(page, heron, "/?index", {
    multipart: { file: { name: "a.case.json", mimeType: "application/json", buffer } },
  });
}

/** The case of a job as the server has it. */
export const caseOf = async (page: Page, heron: Heron, job: string) =>
  (await page.request.get(`${heron.url}/jobs/${job}/case.json`)).json();

/** Makes a copy of a demo job with a title of its own, so that tests do not share one, and opens a step. @returns its id */
export async function openCopy(page: Page, heron: Heron, job: string, title: string, step: string): Promise<string> {
  const document = await caseOf(page, heron, job);
  const id = await importCase(page, heron, { ...document, title });
  await openStep(page, heron, id, step);
  return id;
}

/** Opens all parts of a page that are folded under one line. */
export const openAllFolds = (page: Page): Promise<void> =>
  page.locator("main .ant-collapse-header[aria-expanded=false]").evaluateAll((headers) => {
    for (const header of headers) (header as HTMLElement).click();
  });
