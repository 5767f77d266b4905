/**
 * `npm run malformed -- --requests 100000`: requests that no page would send, over all addresses: no answer may be a
 * fault (500), and none may take longer than two seconds.
 */
import http from "node:http";
import routes from "../../app/routes.ts";
import { Heron } from "../heron.ts";
import { cookieOf, demoPeople, option, randomBy } from "./people.ts";

const COUNT = option("requests", 100_000);
const SEED = option("seed", 1);
const AT_ONCE = 8;
const LONGEST_MS = 2000;
const PATIENCE_MS = 10_000;

interface Sent {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: Buffer;
}

const { whole, of, next } = randomBy(SEED);
type Node = { path?: string; children?: Node[] };
const paths = (nodes: readonly Node[], above = ""): string[] =>
  nodes.flatMap(({ path = "", children = [] }) => [`${above}/${path}`, ...paths(children, `${above}/${path}`)]);
const PATHS = paths(routes as Node[]);

/** Addresses that take something: tried as often as all others together. */
const TAKING = [
  "",
  "sign-in",
  "sign-in/code",
  "account",
  "people",
  "prices",
  "jobs/new",
  "theme",
  "recorders",
  "interval-mappings",
  ...["edits", "photos", "photos/:photoId", "interval-data", "interval-data/:digest"].map((p) => `jobs/:jobId/${p}`),
].map((p) => `/${p}`);

const JUNK = [
  "",
  "0",
  "-1",
  "1e20",
  "NaN",
  "null",
  "__proto__",
  "constructor",
  "..",
  "%2e%2e%2f",
  "%00",
  "a%0d%0aSet-Cookie:%20a=b",
  "%F0%9F%9A%97",
  "%ED%A0%80",
  "%",
  "'%20or%201=1--",
  "x".repeat(300),
  "%3Cscript%3E",
];
const VALUES: unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  "",
  "text",
  "\u0000",
  "a\ud800",
  "x".repeat(5000),
  [],
  {},
  [[[[[[[[[[[[[[1]]]]]]]]]]]]]],
  { __proto__: 1, toString: 2 },
  { id: "x", kind: "range", va: -5 },
  Array.from({ length: 3000 }, () => ({ id: 1, kind: "no" })),
];
const POINTERS = [
  "/title",
  "/title/0",
  "/rules",
  "/loads/-",
  "/loads/0",
  "/loads/999",
  "/loads/x",
  "/panels",
  "/panels/0/circuits/-",
  "/a/b/c",
  "/",
  "",
  "title",
  "/__proto__/x",
  `/${"a".repeat(301)}`,
  "/need/cars/0/class",
  "/supply",
  "/place/solids/0/points",
  "/version",
  "/format",
];
const TYPES = [
  "application/json",
  "application/x-www-form-urlencoded",
  "multipart/form-data",
  "multipart/form-data; boundary=b",
  "text/plain",
  "image/png",
  "",
  "\u00e9/x",
  "application/json; charset=utf-9",
];
const METHODS = ["GET", "GET", "POST", "POST", "POST", "PATCH", "DELETE", "PUT", "HEAD", "OPTIONS", "PROPFIND"];
const FIELDS = [
  "email",
  "password",
  "demo",
  "what",
  "person",
  "role",
  "address",
  "customer",
  "rules",
  "file",
  "version",
  "theme",
  "code",
  "secret",
  "head",
  "mapping",
  "about",
  "values",
  "picture",
  "id",
  "item",
  "takenAt",
  "new|id",
];

const edit = () => ({
  id: of([`trial-${whole(1e9)}`, "short", 5, null, "x".repeat(70)]),
  baseRevision: of([0, 0, 0, 1, -1, 1e9, "0", null]),
  patch: of([
    Array.from({ length: 1 + whole(3) }, () => ({
      op: of(["add", "replace", "remove", "move", 1]),
      path: of(POINTERS),
      value: of(VALUES),
    })),
    [],
    {},
    null,
    Array.from({ length: 300 }, () => ({ op: "remove", path: "/a" })),
  ]),
});
const picture = () => ({
  id: of([`photo-${whole(1e9)}`, "x"]),
  item: of(["meter", "no"]),
  takenAt: of([0, -1, 8e15, "now"]),
  caption: of(["", "x".repeat(400)]),
  marks: of(VALUES),
});

function multipart(): string {
  const part = (name: string) =>
    `--b\r\nContent-Disposition: form-data; name="${name}"${next() < 0.4 ? '; filename="a.csv"\r\nContent-Type: text/csv' : ""}\r\n\r\n${of(["", "x", "\u0000", JSON.stringify(of(VALUES))])}\r\n`;
  return `${Array.from({ length: whole(5) }, () => part(of(FIELDS))).join("")}${next() < 0.8 ? "--b--\r\n" : ""}`;
}
function bodyFor(type: string): Buffer {
  if (next() < 0.1) return Buffer.from(Array.from({ length: whole(200) }, () => whole(256)));
  if (type.startsWith("multipart")) return Buffer.from(multipart());
  if (type.includes("urlencoded"))
    return Buffer.from(
      Array.from({ length: whole(6) }, () => `${encodeURIComponent(of(FIELDS))}=${of(JUNK)}`).join("&"),
    );
  const json = JSON.stringify(of([edit, edit, picture, () => of(VALUES)])());
  return Buffer.from(next() < 0.1 ? json.slice(0, whole(json.length)) : json);
}

function request(url: string, cookies: readonly string[], jobs: readonly string[]): Sent {
  const method = of(METHODS);
  const pattern = next() < 0.02 ? `/${of(JUNK)}` : of(next() < 0.5 ? TAKING : PATHS);
  const path = pattern.replace(/:\w+|\*/g, (name) => (next() < 0.7 && name === ":jobId" ? of(jobs) : of(JUNK)));
  const query =
    next() < 0.4
      ? `?${of(["page", "search", "stage", "to", "since", "size", "method", "text", "address", "_data", "index"])}=${of(JUNK)}`
      : "";
  const type = of(TYPES);
  const body = method === "GET" || method === "HEAD" ? Buffer.alloc(0) : bodyFor(type);
  // Signing out would make all that follows a stranger's.
  const junkCookie = of([
    "",
    "heron_session=",
    "heron_session=%ff",
    "heron_session=eyJhIjoxfQ==",
    'heron_theme="',
    "a=b; heron_session=x; =",
  ]);
  const cookie = path.startsWith("/sign-out") || next() < 0.2 ? junkCookie : of(cookies);
  return {
    method,
    path: `${path.replace(/[^\x21-\x7e]/g, "")}${next() < 0.1 ? ".data" : ""}${query}` || "/",
    headers: {
      ...(next() < 0.95 && { Origin: next() < 0.95 ? url : "http://elsewhere.example" }),
      ...(type && { "Content-Type": Buffer.from(type).toString("latin1") }),
      ...(cookie && { Cookie: cookie }),
      ...(body.length > 0 && { "Content-Length": String(body.length) }),
      ...(next() < 0.05 && { Accept: of(["text/event-stream", "*/*", "x"]), "Last-Event-ID": of(["1e20", "-1", "x"]) }),
      ...(next() < 0.05 && { "X-Forwarded-Proto": "https", "X-Forwarded-Host": "elsewhere.example" }),
    },
    body,
  };
}

const agent = new http.Agent({ keepAlive: true, maxSockets: AT_ONCE });
/** @returns the status; event streams are left as soon as they begin */
const send = (port: string, { method, path, headers, body }: Sent) =>
  new Promise<number>((resolve, reject) => {
    const asked = http.request({ host: "localhost", port, method, path, headers, agent }, (response) => {
      if (/event-stream/.test(String(response.headers["content-type"]))) response.destroy();
      response.resume();
      response.once("close", () => resolve(response.statusCode ?? 0));
    });
    asked.setTimeout(PATIENCE_MS, () => asked.destroy(new Error("no answer")));
    asked.once("error", reject);
    asked.end(body);
  });

const heron = await Heron.start();
try {
  const people = demoPeople();
  const cookies = await Promise.all(people.slice(0, 4).map((p) => cookieOf(heron.url, p.email)));
  const jobs = people.flatMap((p) => p.jobs);
  const port = new URL(heron.url).port;
  const statuses = new Map<number, number>();
  const wrong: { status: number; ms: number; sent: Sent }[] = [];
  let longest = 0;
  let begun = 0;
  const from = performance.now();
  const worker = async () => {
    while (begun++ < COUNT) {
      const sent = request(heron.url, cookies, jobs);
      const at = performance.now();
      const status = await send(port, sent).catch(() => 0);
      const ms = performance.now() - at;
      longest = Math.max(longest, ms);
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status === 500 || status === 0 || ms > LONGEST_MS) wrong.push({ status, ms, sent });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  const answered = [...statuses].sort(([a], [b]) => a - b).map(([s, n]) => `${s || "broken off"}: ${n}`);
  console.log(
    `${COUNT} requests (seed ${SEED}) in ${((performance.now() - from) / 1000).toFixed(0)} s: ${answered.join(", ")}`,
  );
  console.log(`longest answer ${longest.toFixed(0)} ms; ${wrong.length} faults, broken off or above ${LONGEST_MS} ms`);
  for (const { status, ms, sent } of wrong.slice(0, 20))
    console.log(
      status,
      `${ms.toFixed(0)} ms`,
      sent.method,
      sent.path.slice(0, 120),
      sent.headers["Content-Type"],
      sent.body.toString("utf8").slice(0, 300),
    );
  if (wrong.length > 0) process.exitCode = 1;
} finally {
  agent.destroy();
  await heron.stop();
}
