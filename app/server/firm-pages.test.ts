import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import { twoFirms } from "#tests/firms.ts";
import { authoritiesOf } from "./authorities.ts";
import { textsOf } from "./firm-texts.ts";

const { ours, theirs, mara } = twoFirms();

describe("the texts of a firm", () => {
  const texts = textsOf(ours.id);
  it("have versions, of which the newest counts", async () => {
    const id = randomUUID();
    expect(await texts.save({ id, version: 0, title: "Clamps", text: "One." }, mara.id)).toMatchObject({ version: 1 });
    expect(await texts.save({ id, version: 1, title: "Clamps", text: "Two." }, mara.id)).toMatchObject({ version: 2 });
    expect(await texts.list()).toMatchObject([{ id, version: 2, text: "Two.", by: "Mara" }]);
    expect(await texts.save({ id, version: 1, title: "Clamps", text: "Late." }, mara.id)).toEqual({
      kind: "changed-since",
      by: "Mara",
    });
    expect(await textsOf(theirs.id).list()).toEqual([]);
    await texts.save({ id, version: 2, title: "Clamps", text: "Two.", isRemoved: true }, mara.id);
    expect(await texts.list()).toEqual([]);
  });
});

describe("the authorities of a firm", () => {
  const authorities = authoritiesOf(ours.id);
  const page = { name: "Saltmere", forms: "form 7", days: 15, fees: "", wishes: "" };
  it("are added, changed with the day of the change, and removed", async () => {
    const id = await authorities.add(page, mara.id, new Date("2026-11-01T10:00:00Z"));
    await authorities.add({ ...page, name: "Alder Staithe" }, mara.id);
    expect((await authorities.list()).map(({ name }) => name)).toEqual(["Alder Staithe", "Saltmere"]);
    expect((await authorities.list())[1]).toMatchObject({ ...page, confirmedOn: "2026-11-01", confirmedBy: "Mara" });
    expect(await authorities.change(id ?? "", { ...page, days: 20 }, mara.id, new Date("2026-12-01T10:00:00Z"))).toBe(
      true,
    );
    expect((await authorities.list())[1]).toMatchObject({ days: 20, confirmedOn: "2026-12-01" });
    expect(await authoritiesOf(theirs.id).change(id ?? "", page, mara.id)).toBe(false);
    expect(await authoritiesOf(theirs.id).remove(id ?? "")).toBe(false);
    expect(await authorities.remove(id ?? "")).toBe(true);
    expect(await authorities.remove(id ?? "")).toBe(false);
  });
});
