import { describe, expect, it } from "vitest";
import { authorityPage } from "./authority.ts";
import { type IssuedPaper, issuedState } from "./issued-paper.ts";
import { waitBeforeTryMin } from "./mail.ts";
import { mailFrom } from "./mail-templates.ts";
import { htmlOfMail, textOfMail, withoutTokens } from "./mail-text.ts";

const SENDER = { firm: "Osier & Daughter", person: "Wren" };
const LINK = "https://heron.example/for/KaVsDC-LziuKxMI_68GCdhTTnTP7fdngpnY43kMCgpw";

describe("a mail", () => {
  it("is plain text with the sender below it", () => {
    expect(textOfMail(" Hello\n", SENDER)).toBe("Hello\n\nWren\nOsier & Daughter\n");
  });
  it("is HTML with its links, and nothing typed becomes a tag", () => {
    const html = htmlOfMail(`Hello <b>\n\nsee ${LINK}`, SENDER);
    expect(html).toContain("Hello &lt;b&gt;");
    expect(html).toContain(`<a href="${LINK}" style="color:#2F5F73">${LINK}</a>`);
    expect(html).toContain("Osier &amp; Daughter");
  });
  it("loses the token of its link once it is sent", () => {
    expect(withoutTokens(`see ${LINK} now`)).toBe("see https://heron.example/for/... now");
  });
  it("has Heron's words, or the firm's own with the link in any case", () => {
    const values = { name: "Dora", address: "8 Marsh View", link: LINK, paper: "" };
    expect(mailFrom("quote", values)).toEqual({
      subject: "Your quote for charging at 8 Marsh View",
      text: expect.stringMatching(/^Hello Dora,[\s\S]*8 Marsh View[\s\S]*for\/KaVs/),
    });
    expect(mailFrom("quote", values, "Dear {name}, at {link} as said.").text).toBe(`Dear Dora, at ${LINK} as said.`);
    expect(mailFrom("quote", values, "Dear {name}.").text).toBe(`Dear Dora.\n\n${LINK}`);
    expect(mailFrom("paper", { ...values, link: "", paper: "Quote" }, "Here.").text).toBe("Here.");
  });
  it("is tried again with growing waits for about two days, then given up", () => {
    const waits = Array.from({ length: 12 }, (_, i) => waitBeforeTryMin(i + 1));
    expect(waits.at(-1)).toBeNull();
    const known = waits.filter((wait): wait is number => wait !== null);
    expect(known).toEqual([...known].sort((a, b) => a - b));
    expect(known.reduce((t, w) => t + w, 0) / 60 / 24).toBeCloseTo(2, 0);
    expect(waits[0]).toBe(1);
  });
});

describe("an issued version", () => {
  const version = (number: number, more: Partial<IssuedPaper> = {}) =>
    ({ id: `${number}`, paper: "quote", number, differs: [], withdrawn: null, ...more }) as unknown as IssuedPaper;
  const withdrawn = { by: "Wren", at: "", why: "wrong" };
  it("holds until the job differs, a newer one is issued, or it is withdrawn", () => {
    const one = version(1);
    expect(issuedState(one, [one])).toBe("current");
    expect(issuedState(version(1, { differs: ["x"] }), [])).toBe("superseded");
    expect(issuedState(one, [one, version(2)])).toBe("replaced");
    expect(issuedState(one, [one, version(2, { withdrawn })])).toBe("current");
    expect(issuedState(one, [one, version(2, { paper: "consent" })])).toBe("current");
    expect(issuedState(version(1, { withdrawn }), [version(2)])).toBe("withdrawn");
  });
});

describe("the page of an authority", () => {
  const read = (typed: object) => authorityPage.validateSync(typed, { stripUnknown: true });
  it("needs a name; days are whole and may be unknown", () => {
    expect(read({ name: " Saltmere ", days: "" })).toEqual({ name: "Saltmere", forms: "", fees: "", wishes: "" });
    expect(read({ name: "Saltmere", days: "15" }).days).toBe(15);
    for (const days of ["-1", "366", "1.5", "soon"]) expect(() => read({ name: "S", days })).toThrow(/must/);
    expect(() => read({ name: "" })).toThrow("must have a name");
  });
});
