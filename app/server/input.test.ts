import { describe, expect, it } from "vitest";
import { number, object, string } from "yup";
import { readForm, readIntent, readJson, readQuery } from "./input.ts";

const post = (body: BodyInit, type = "application/x-www-form-urlencoded") => {
  const bytes = typeof body === "string" ? Buffer.from(body) : body;
  const length = bytes instanceof Buffer ? String(bytes.length) : "0";
  return new Request("http://heron.example/", {
    method: "POST",
    body: bytes,
    headers: { "Content-Type": type, "Content-Length": length },
  });
};
const schema = object({ name: string().trim().required("Type the name"), days: number().typeError("Type a number") });

describe("a form", () => {
  it("is read by its schema alone: other fields are dropped, a field sent twice counts once", async () => {
    const body = "name=Mara&firmId=osier&id=x&role=owner&__proto__=x&constructor=y&name=Wren&days=3";
    const { value, typed } = await readForm(post(body), schema);
    expect(value).toEqual({ name: "Mara", days: 3 });
    expect(typed).toEqual({ name: "Mara", days: "3" });
  });
  it("says what is wrong in the words of the field, and hands back what was typed", async () => {
    const { problems, typed, value } = await readForm(post("name=+&days=soon"), schema);
    expect([problems, typed, value]).toEqual([
      { name: "Type the name", days: "Type a number" },
      { name: " ", days: "soon" },
      undefined,
    ]);
  });
  it.each([
    ["{}", "application/json"],
    ["x", "multipart/form-data"],
    ["", "text/plain"],
  ])("of the wrong type is refused: %s as %s", async (body, type) => {
    await expect(readForm(post(body, type), schema)).rejects.toMatchObject({ status: 400 });
  });
  it("that is too large is refused before it is parsed", async () => {
    await expect(readForm(post(`name=${"x".repeat(70_000)}`), schema)).rejects.toMatchObject({ status: 413 });
  });
});

describe("a form of several intents", () => {
  const intents = { rename: schema, remove: object({ id: string().required("Choose one") }) };
  it("is read by the schema of its intent, and by no other", async () => {
    expect(await readIntent(post("what=rename&name=Mara&id=x"), intents)).toMatchObject({
      intent: "rename",
      value: { name: "Mara" },
    });
    expect(await readIntent(post("what=remove&id=x&name=Mara"), intents)).toMatchObject({ value: { id: "x" } });
  });
  it.each(["what=", "", "what=constructor", "what=__proto__", "what=hasOwnProperty"])("knows no %s", async (body) => {
    await expect(readIntent(post(body), intents)).rejects.toMatchObject({ status: 400 });
  });
});

describe("a query", () => {
  it("is read by its schema, and a wrong one is refused", () => {
    const size = object({ size: string().oneOf(["picture", "thumbnail"]).default("picture") });
    const ask = (query: string) => readQuery(new Request(`http://heron.example/${query}`), size);
    expect(ask("?size=thumbnail&firmId=x")).toEqual({ size: "thumbnail" });
    expect(ask("")).toEqual({ size: "picture" });
    expect(() => ask("?size=x")).toThrow(expect.objectContaining({ status: 400 }));
  });
});

describe("a JSON body", () => {
  const json = (body: string) => readJson(post(body, "application/json"), object({ name: string().required() }));
  it("with an unknown field is refused", async () => {
    expect(await json('{"name":"Mara"}')).toEqual({ name: "Mara" });
    await expect(json('{"name":"Mara","firmId":"osier"}')).rejects.toThrow(/firmId/);
  });
  it.each(["", "[]", "null", "1", '"x"', `${"[".repeat(20_000)}${"]".repeat(20_000)}`, '{"name":'])(
    "that is wrong fails with a fault of its own kind",
    async (body) => {
      const fault = await json(body).catch((error: Error) => error.name);
      expect(["SyntaxError", "ValidationError"]).toContain(fault);
    },
  );
});
