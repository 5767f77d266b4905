import { readdirSync, readFileSync } from "node:fs";
import { RouterContextProvider } from "react-router";
import { describe, expect, it } from "vitest";
import { ValidationError } from "yup";
import { RIGHTS } from "#core/firm/rights.ts";
import { usCase } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { jobsOf } from "./firm-jobs.ts";
import { answerInWords, firmContext, forOpenPages, forPeople, personContext } from "./middleware.ts";
import { refuse } from "./refusals.ts";
import { openSession } from "./sessions.ts";

const { ours, theirs, mara } = twoFirms();

type Middleware = typeof forPeople;

/** Requests a page as a person; the context behind the middleware, and the answer or the thrown value. */
async function asked(middleware: Middleware, cookie = "", path = "/jobs/1/survey") {
  const context = new RouterContextProvider();
  const request = new Request(`http://heron.example${path}`, { headers: { Cookie: cookie } });
  let reached = false;
  const next = async () => {
    reached = true;
    return new Response("the page");
  };
  const args = { request, context, params: {} } as unknown as Parameters<Middleware>[0];
  const answer = await Promise.resolve(middleware(args, next)).catch((thrown: Response) => thrown);
  return { context, reached, answer: answer as Response };
}
const signedInCookie = async () => (await openSession(new Request("http://heron.example/"), mara.id)).split(";")[0];

describe("a stranger", () => {
  it("a signed-out person is sent to sign in, and back afterwards", async () => {
    const { reached, answer } = await asked(forPeople);
    expect(reached).toBe(false);
    expect(answer.headers.get("Location")).toBe("/sign-in?to=%2Fjobs%2F1%2Fsurvey");
  });
  it("a signed-out open page gets a 401, and the page stays", async () => {
    const { reached, answer } = await asked(forOpenPages);
    expect(reached).toBe(false);
    expect(answer.status).toBe(401);
    expect(await answer.text()).toBe("Sign in again; nothing is lost.");
  });
  it("is not accepted with an unknown token", async () => {
    expect((await asked(forOpenPages, "heron_session=guessed")).reached).toBe(false);
  });
});

describe("a signed-in person", () => {
  it.each([forPeople, forOpenPages])("reaches the jobs of the own firm and no others", async (middleware) => {
    const own = await jobsOf(ours.id).create(usCase());
    const foreign = await jobsOf(theirs.id).create(usCase());
    const { reached, context } = await asked(middleware, await signedInCookie());
    expect(reached).toBe(true);
    expect(context.get(personContext)).toMatchObject({ id: mara.id, firmId: ours.id });
    const { jobs, photos } = context.get(firmContext);
    expect(await jobs.find(own)).not.toBeNull();
    expect(await jobs.find(foreign)).toBeNull();
    expect(await photos.list(foreign)).toBeNull();
  });
});

describe("a right", () => {
  it("is asked for by a route of its own, each of them", () => {
    const sources = readdirSync("app/routes", { recursive: true, encoding: "utf8" })
      .filter((name) => /\.tsx?$/.test(name))
      .map((name) => readFileSync(`app/routes/${name}`, "utf8"));
    const asks = (right: string) =>
      sources.some((text) =>
        [`requireRight(context, "${right}")`, `hasRight(role, "${right}")`, `right: "${right}"`].some((asked) =>
          text.includes(asked),
        ),
      );
    expect(Object.keys(RIGHTS).filter((right) => !asks(right))).toEqual([]);
  });
});

describe("errors while an open page is answered", () => {
  const status = async (fault: unknown) => (await answerInWords(() => Promise.reject(fault))).status;
  it("is answered as a refusal", async () => {
    expect(await status(new ValidationError("wrong"))).toBe(400);
    expect(await status(new SyntaxError("not JSON"))).toBe(400);
    expect(await status(Object.assign(new Error("gone"), { code: "ECONNREFUSED" }))).toBe(503);
    expect(await status(refuse("not-allowed"))).toBe(403);
  });
  it("is a fault where it is one of ours", async () => {
    for (const ours of [new RangeError("ours"), new TypeError("ours")])
      await expect(answerInWords(() => Promise.reject(ours))).rejects.toThrow("ours");
  });
});
