/**
 * Every address that takes a form or a body is sent each of its own fields, beside every column of every table. No
 * column reaches a row that way. The addresses and their forms are found by themselves; see `app/routes.ts`.
 */
import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Page } from "@playwright/test";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { type AnyObject, isSchema, type ObjectSchema } from "yup";
import routes from "../app/routes.ts";
import { expect, type Heron, importCase, signInAs, test } from "./heron.ts";
import { phonePhoto } from "./pictures.ts";

type Schema = ObjectSchema<AnyObject>;
interface Action extends Address {
  /** Its forms; named ones are distinguished by the field `what`. */
  forms: { what?: string; schema: Schema }[];
}

const DOCUMENT = JSON.parse(readFileSync("db/demo/tidewrack-lantern-row.case.json", "utf8"));
/** Values of the parameters in addresses, beside the id of the test's own job. */
const PARAMETERS: Record<string, string> = {
  ":photoId": "every-action",
  ":digest": "0".repeat(64),
  ":paper": "load-worksheet",
  ":number": "1",
  ":revision": "0",
  ":token": "nothing",
  ":check": "limit",
  "*": "nothing",
};
const withParameters = (address: string, jobId: string) =>
  address.replace(/:\w+|\*/g, (name) => {
    const value = name === ":jobId" ? jobId : PARAMETERS[name];
    if (value === undefined) throw new Error(`${name} of ${address} needs a value here`);
    return value;
  });

interface Address {
  path: string;
  /** The route's file within `app/`. */
  file: string;
}

/** Every address of `app/routes.ts`, for one job. */
function addressesFor(jobId: string, entries = routes as RouteConfigEntry[], above = ""): Address[] {
  return entries.flatMap(({ path: own, index, file, children }) => {
    const at = `${above}/${own ?? ""}`.replace(/\/+$/, "") || "/";
    const address = { path: withParameters(at, jobId) + (index ? "?index" : ""), file };
    return [address, ...addressesFor(jobId, children ?? [], at)];
  });
}

async function formsBeside(file: string): Promise<Action["forms"]> {
  const beside = path.resolve("app", path.dirname(file), "forms.ts");
  if (!existsSync(beside)) return [];
  const all: Record<string, Schema | Record<string, Schema>> = await import(beside);
  return Object.values(all).flatMap((one) =>
    isSchema(one)
      ? [{ schema: one as Schema }]
      : Object.entries(one as Record<string, Schema>).map(([what, schema]) => ({ what, schema })),
  );
}

const hasAction = ({ file }: Address) =>
  /export (const|async function|function) action\b/.test(readFileSync(path.resolve("app", file), "utf8"));

const actionsFor = (jobId: string): Promise<Action[]> =>
  Promise.all(
    addressesFor(jobId)
      .filter(hasAction)
      .map(async (each) => ({ ...each, forms: await formsBeside(each.file) })),
  );

/** Values that a field takes, by its name; any other field is sent a word. */
const VALUES: Record<string, string> = {
  name: "Lark",
  email: "lark@x.example",
  role: "apprentice",
  active: "no",
  asks: "no",
  days: "4",
  rules: "us-nec-2023",
  theme: "light",
  where: "here",
  head: "a".repeat(64),
  command: "stop",
  demo: "demo-mara",
  id: "every-action-form",
  paper: "consent",
  revision: "0",
  kind: "quote",
  option: "option-a",
  signature: "data:image/png;base64,AAAA",
  consent: "agree",
  asked: "meter",
  said: "cannot-find",
  ratingA: "100",
  tenure: "owner",
  distance: "20",
  homeAt: "18:00",
  leavesAt: "07:00",
  reception: "good",
  version: "0",
  part: "design",
  on: "2026-12-01",
};

/** Names of all columns in the database and in the code, with an attacker's values. */
async function everyColumn(heron: Heron): Promise<Record<string, string>> {
  const connection = await createConnection(heron.databaseUrl);
  const [rows] = await connection.query<RowDataPacket[]>(
    "select distinct column_name as name from information_schema.columns where table_schema = database()",
  );
  await connection.end();
  const extra: Record<string, string> = { __proto__x: "marker-proto" };
  for (const { name } of rows as unknown as { name: string }[]) {
    const camel = name.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase());
    extra[name] = `marker-${name}`;
    extra[camel] = camel === "firmId" ? "osier" : `marker-${camel}`;
  }
  return extra;
}

/** A row as text; bytes by their length alone. */
const textOf = (row: Record<string, unknown>) =>
  JSON.stringify(Object.entries(row).map(([name, value]) => [name, value instanceof Buffer ? value.length : value]));

type Rows = Map<string, { table: string; firm: unknown; text: string }>;
/** All rows by table and key. */
async function allRows(heron: Heron): Promise<Rows> {
  const connection = await createConnection(heron.databaseUrl);
  const all: Rows = new Map();
  const [tables] = await connection.query<RowDataPacket[]>("show tables");
  for (const table of tables.map((t) => String(Object.values(t)[0]))) {
    const [keys] = await connection.query<RowDataPacket[]>("show keys from ?? where key_name = 'PRIMARY'", [table]);
    const [rows] = await connection.query<RowDataPacket[]>("select * from ??", [table]);
    for (const row of rows) {
      const key = [table, ...keys.map(({ Column_name }) => row[Column_name])].join(" ");
      all.set(key, { table, firm: row.firm_id, text: textOf(row) });
    }
  }
  await connection.end();
  return all;
}

/** Rows caused by any visit: sessions, and counts of sign-ins. */
const OF_VISITS = new Set(["session", "sign_in_failure", "known_device"]);

/** Nothing of the other firm has changed, nothing has changed hands, and no column's mark is anywhere. */
function expectNoColumnTaken(before: Rows, after: Rows, by: string) {
  for (const [key, { table, firm, text }] of after) {
    const was = before.get(key);
    if (was?.text === text) continue;
    const said = `${by}: ${key}`;
    expect(text, said).not.toContain("marker-");
    if (was) expect(firm, said).toBe(was.firm);
    if (!OF_VISITS.has(table) && firm !== undefined) expect(firm, said).toBe("tidewrack");
  }
}

/** Uploads, taken apart in worker threads; sent once as they should be, beside every column. */
async function uploads(extra: Record<string, string>): Promise<Record<string, Record<string, unknown>[]>> {
  const picture = { name: "a.jpg", mimeType: "image/jpeg", buffer: await phonePhoto(400, 300) };
  const file = (name: string, content: string) => ({ name, mimeType: "text/plain", buffer: Buffer.from(content) });
  const document = JSON.stringify(DOCUMENT);
  const edit = { id: "every-action-1", baseRevision: 0, patch: [{ op: "replace", path: "/title", value: "5 Extra" }] };
  return {
    "routes/job-list/route.tsx": [{ multipart: { ...extra, file: file("a.json", document) } }],
    "routes/prices/route.tsx": [
      { multipart: { ...extra, what: "file", file: file("prices.csv", "item,price\n") } },
      { form: { ...extra, name: "Prices of the shop", what: "items" } },
    ],
    "routes/job-photos/photos.ts": [
      { multipart: { ...extra, id: "every-action", item: "meter", takenAt: "0", caption: "x", picture } },
    ],
    "routes/job-photos/photo.ts": [{ method: "PATCH", data: { ...extra, caption: "x" } }, { method: "DELETE" }],
    "routes/customer-page/pictures.ts": [
      { multipart: { ...extra, id: "every-action-2", asked: "meter", takenAt: "0", line: "", picture } },
    ],
    "routes/job-interval-data/list.ts": [
      { multipart: { ...extra, about: JSON.stringify(extra), values: file("values", "x") } },
    ],
    "routes/job-interval-data/values.ts": [{ method: "DELETE", form: extra }],
    "routes/job-edits/route.ts": [{ data: { ...extra, ...edit } }, { data: edit }],
  };
}

/** Makes a page by link for a customer of a job, whose token then stands in the addresses. */
async function makeLink(page: Page, heron: Heron, job: string) {
  const made = await page.request.post(`${heron.url}/jobs/${job}/links`, {
    headers: { Origin: heron.url },
    form: { what: "make", kind: "pictures", name: "Lark" },
  });
  const { address } = (await made.json()) as { address: string };
  PARAMETERS[":token"] = address.split("/").at(-1) ?? "nothing";
}

test("no column reaches a row by a form or body that does not have it", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const job = await importCase(page, heron, DOCUMENT);
  await makeLink(page, heron, job);
  const extra = await everyColumn(heron);
  const known = await uploads(extra);
  const send = async (address: string, options: Record<string, unknown>) => {
    // Some of them end the session.
    await signInAs(page, heron, "Mara Quill");
    const headers = { Origin: heron.url };
    const answer = await page.request.fetch(heron.url + address, {
      method: "POST",
      headers,
      maxRedirects: 0,
      ...options,
    });
    expect(answer.status(), `${address}: ${await answer.text()}`).toBeLessThan(500);
  };
  let before = await allRows(heron);
  for (const { path: address, file, forms } of await actionsFor(job)) {
    const own = known[file] ?? [];
    expect(forms.length + own.length, `${file} needs its forms in forms.ts, or a body of this test`).toBeGreaterThan(0);
    const ofForms = forms.flatMap(({ what, schema }) => {
      const fields = Object.keys(schema.fields);
      const filled = Object.fromEntries(fields.map((name) => [name, VALUES[name] ?? "x"]));
      const all = { ...extra, ...filled, ...(what === undefined ? {} : { what }) };
      return [{ form: all }, { data: all }, { multipart: all }];
    });
    // The price book has a name of its own, which its form may change.
    const alone = file === "routes/prices/route.tsx" ? { ...extra, name: "Prices of the shop" } : extra;
    for (const options of [...ofForms, ...own, { form: alone }, { data: alone }]) {
      await send(address, options);
      const after = await allRows(heron);
      expectNoColumnTaken(before, after, `${address} ${JSON.stringify(options).slice(0, 80)}`);
      before = after;
    }
  }
});

test("no column reaches a row by a query, and reading changes nothing", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const job = await importCase(page, heron, DOCUMENT);
  await makeLink(page, heron, job);
  const extra = await everyColumn(heron);
  const query = new URLSearchParams(extra);
  const rows = async () =>
    [...(await allRows(heron))].filter(([, { table }]) => !OF_VISITS.has(table)).map(([key, { text }]) => key + text);
  const readAll = async () => {
    for (const { path: address } of addressesFor(job)) {
      if (address.endsWith("/events")) continue;
      const answer = await page.request.get(`${heron.url}${address}${address.includes("?") ? "&" : "?"}${query}`, {
        headers: { "Last-Event-ID": "marker-event" },
        maxRedirects: 0,
      });
      expect(answer.status(), address).toBeLessThan(500);
    }
  };
  // The list of jobs stores answers that were of older prices.
  await readAll();
  const before = await rows();
  await readAll();
  expect(await rows()).toEqual(before);
});

test("a right form with every column beside it makes what it makes without them", async ({ page, heron }) => {
  await signInAs(page, heron, "Mara Quill");
  const extra = await everyColumn(heron);
  const before = await allRows(heron);
  const form = (path: string, fields: Record<string, string>) =>
    page.request.post(`${heron.url}${path}`, {
      headers: { Origin: heron.url },
      form: { ...extra, ...fields },
      maxRedirects: 0,
    });
  await form("/people", { what: "invite", name: "Wick", email: "wick@x.example", role: "apprentice" });
  await form("/jobs/new", { address: "9 Extra Fields", customer: "Ida", rules: "us-nec-2023" });
  const after = await allRows(heron);
  const made = [...after]
    .filter(([key]) => !before.has(key))
    .map(([, { text }]) => Object.fromEntries(JSON.parse(text)));
  expect(made.find((row) => row.email === "wick@x.example")).toMatchObject({
    firm_id: "tidewrack",
    active: 1,
    totp_secret: null,
    password_hash: "",
  });
  expect(made.find((row) => row.title === "9 Extra Fields")).toMatchObject({
    firm_id: "tidewrack",
    stage: "survey",
    revision: 0,
  });
  for (const [key, { table, text }] of before) if (!OF_VISITS.has(table)) expect(after.get(key)?.text).toBe(text);
});
