import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { jobsOf } from "./firm-jobs.ts";
import { pricesOf } from "./price-books.ts";

const { ours, theirs, mara } = twoFirms();
const prices = pricesOf(ours.id);
const jobs = jobsOf(ours.id);
const book: PriceBook = { ...DEMO_BOOKS.USD, name: "Ours", madeUp: false };
const dearer: PriceBook = {
  ...book,
  items: book.items.map((i) => (i.id === "rate" ? { ...i, low: 500, typical: 500, high: 500 } : i)),
};

describe("the price books of a firm", () => {
  it("begin with the one that Heron ships, in the currency of the firm's rules", async () => {
    expect(await prices.newest()).toEqual({ version: 0, book: DEMO_BOOKS.USD });
    expect(await prices.versions()).toEqual([]);
  });
  it("grow by a version with each change, and keep the ones before", async () => {
    expect(await prices.save(book, 0, mara.id)).toEqual({ kind: "saved", version: 1 });
    expect(await prices.save(dearer, 1, mara.id)).toEqual({ kind: "saved", version: 2 });
    expect(await prices.newest()).toEqual({ version: 2, book: dearer });
    expect((await prices.versions()).map((v) => [v.version, v.by])).toEqual([
      [2, "Mara"],
      [1, "Mara"],
    ]);
  });
  it("are not overwritten by who has not seen the newest, not even at the same moment", async () => {
    expect(await prices.save(book, 1, mara.id)).toEqual({ kind: "changed-since", version: 2, by: "Mara" });
    const both = await Promise.all([prices.save(book, 2, mara.id), prices.save(dearer, 2, mara.id)]);
    expect(both.map((b) => b.kind).sort()).toEqual(["changed-since", "saved"]);
    expect((await prices.newest()).version).toBe(3);
  });
  it("are one firm's own", async () => {
    expect((await pricesOf(theirs.id).newest()).version).toBe(0);
    const kept: CaseDocument = { ...knownUsHome(), prices: { version: 1 } };
    expect(await pricesOf(theirs.id).booksFor(kept)).toHaveLength(1);
  });
});

describe("the first book of a firm", () => {
  it("recomputes a list made by the built-in book", async () => {
    const own = jobsOf(theirs.id);
    const others = pricesOf(theirs.id);
    await own.create({ ...knownUsHome(), title: "First" });
    const prices = async () => (await own.list({ search: "First" })).jobs[0]?.summary.prices;
    expect(await prices()).toBe(0);
    await others.save(book, 0, mara.id);
    expect(await prices()).toBe(1);
    await own.create({ ...knownUkHome(), title: "Pounds" });
    expect((await own.list({ search: "Pounds" })).jobs[0]?.summary.prices).toBe(0);
  });
});

describe("the books of a job", () => {
  it("are the newest, and the one it was quoted by", async () => {
    const { version } = await prices.newest();
    const versions = async (document: CaseDocument) => (await prices.booksFor(document)).map((b) => b.version);
    expect(await versions(knownUsHome())).toEqual([version]);
    expect(await versions({ ...knownUsHome(), prices: { version: 1 } })).toEqual([version, 1]);
    expect(await versions({ ...knownUsHome(), prices: { version: 0 } })).toEqual([version, 0]);
    expect(await versions({ ...knownUsHome(), prices: { version: 99 } })).toEqual([version]);
    expect(await prices.booksFor(knownUkHome())).toEqual([{ version: 0, book: DEMO_BOOKS.GBP }]);
  });
  it("determine the list: new prices apply, quoted ones stay", async () => {
    const decision = {
      way: "dedicated-circuit" as const,
      chargeA: 48,
      verdict: "ready" as const,
      meetsNeed: true,
      typical: 1,
      why: "so",
      by: "Mara",
      on: "2026-11-25",
    };
    const following = await jobs.create({ ...knownUsHome(), title: "Following", decision });
    const shaken = async (title: string) => (await jobs.list({ search: title })).jobs[0]?.summary.decided?.shaken;
    const before = await shaken("Following");
    expect(before).toMatch(/^Its price has gone from \$1 to /);
    const { version } = await prices.newest();
    await prices.save(version % 2 ? dearer : { ...book, items: book.items.map((i) => ({ ...i })) }, version, mara.id);
    const again = await prices.newest();
    await prices.save(
      {
        ...book,
        items: book.items.map((i) => (i.id === "permit" ? { ...i, low: 9000, typical: 9000, high: 9000 } : i)),
      },
      again.version,
      mara.id,
    );
    expect(await shaken("Following")).not.toBe(before);
    await jobs.create({ ...knownUsHome(), title: "Kept", decision, prices: { version: 1 } });
    const kept = await shaken("Kept");
    const last = await prices.newest();
    await prices.save(dearer, last.version, mara.id);
    expect(await shaken("Kept")).toBe(kept);
    expect((await jobs.find(following))?.books[0]?.version).toBe(last.version + 1);
  });
});
