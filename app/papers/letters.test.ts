/** Names of many scripts on paper: printed as typed, or in Latin letters with a note; never as other letters. */
import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { PAPER_LIST, type PaperId } from "#core/papers/list.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import work from "../work/jobs.tsx";
import { hasLetter, readyFonts } from "./fonts.ts";
import type { MadePaper } from "./make-paper.ts";
import { printableText, withPrintableText } from "./printable.ts";

/** Printed as typed. */
const AS_TYPED = [
  "Łódź Čapkova",
  "Ñuñoa Peña",
  "Žofie Dvořáková",
  "Zażółć Gęślą Jaźń",
  "Ștefan Țurcanu",
  "Þórunn Guðmundsdóttir",
  "Siân Llŷr",
  "Seán Ó Súilleabháin",
  "François Lefèvre-Œuvrard",
  "Jürgen Großmann",
  "Ærøskøbing Ångström",
  "İbrahim Şahin Ğ",
  "Nguyễn Thị Hằng",
  "Kateřina Ďuričková",
  "Māra Ķīse Ļubova",
  "Giedrė Šimkutė",
  "Ġorġ Ħal Għargħur",
  "Ǆungla ǅemal",
  "Αθανάσιος Παπαδόπουλος",
  "Ελένη Ώρα Ϊ",
  "Ольга Щербакова",
  "Їжакевич Ґалаґан",
  "Ђорђе Љубић Њ",
  "Ќирил Ѓорѓиев",
  "Ўладзімір Ёлкін",
  "José María Ibáñez",
  "Élodie N’Diaye",
  "Æthelstan 1⁄2",
];
/** Printed in Latin letters, with a note at the head. */
const IN_LATIN: [string, RegExp][] = [
  ["محمد الأحمد", /mhmd/i],
  ["יעל כהן", /y.l kh+n/i],
  ["สมชาย ใจดี", /s.?mchay/i],
  ["अनिता शर्मा", /[aā]nit/i],
  ["王小明", /wang/i],
  ["山田 太郎", /shan|yama/i],
  ["김민수", /gim|kim/i],
  ["ქეთევან", /ketevan|k'et/i],
  ["Անի Սարգսյան", /ani/i],
  ["রহিম", /rh?him|rahim/i],
  ["Mara 🚗⚡", /mara/i],
  ["தமிழ்", /tmil|tamil/i],
];

const printed = (pdf: Uint8Array): string =>
  spawnSync("pdftotext", ["-layout", "-", "-"], { input: pdf, encoding: "utf8", maxBuffer: 1e8 }).stdout;

async function paper(id: PaperId, customer: string, uk: boolean): Promise<string> {
  const of = uk ? ukCase : usCase;
  const document = of({ title: "5 Kelp Row", enquiry: { customer, address: "5 Kelp Row" } });
  const book = DEMO_BOOKS[uk ? "GBP" : "USD"];
  const input = { id, book, document, firm: "Tidewrack Electric", preparedBy: "Mara Quill", today: "2026-11-29" };
  return printed(((await work({ task: "paper", input: input as never })) as MadePaper).pdf);
}
const bare = (text: string) => text.normalize("NFC").replace(/\s+/g, "");
/** Papers that do not say for whom they are in their head. */
const WITHOUT_CUSTOMER: readonly PaperId[] = ["consent", "labels"];
/** Each name goes on one paper; the long run puts every name on every paper. */
const papersFor = (i: number): PaperId[] => {
  const ids = PAPER_LIST.map(({ id }) => id).filter((id) => !WITHOUT_CUSTOMER.includes(id));
  return process.env.LONG_RUN ? ids : [ids[i % ids.length] as PaperId];
};
const NOTE = /are written in Latin letters on this paper/;

describe("a name on paper", () => {
  it.each(AS_TYPED.map((name, i) => [name, i] as const))("%s is printed as typed", async (name, i) => {
    for (const id of papersFor(i)) {
      const text = await paper(id, name, i % 2 === 1);
      expect(bare(text)).toContain(bare(`for ${name}`));
      expect(text).not.toMatch(NOTE);
    }
  });
  it.each(IN_LATIN.map(([name, latin], i) => [name, latin, i] as const))(
    "%s is printed in Latin letters, and the paper says so",
    async (name, latin, i) => {
      for (const id of papersFor(i)) {
        const text = await paper(id, name, i % 2 === 1);
        expect(text).toMatch(NOTE);
        expect(/^.*for (.*?)\s{2,}|for (.*)$/m.exec(text)?.[0]).toMatch(latin);
      }
    },
  );
  it("of three hundred letters without a space is printed whole, within the page", async () => {
    const text = await paper("load-worksheet", "W".repeat(300), false);
    expect(text.replace(/[^W]/g, "").length).toBeGreaterThanOrEqual(300);
    expect(Math.max(...text.split("\n").map((line) => line.replace(/[^W]/g, "").length))).toBeLessThan(80);
  });
});

describe("printable text", () => {
  it("keeps different texts apart, and equal ones equal", async () => {
    await readyFonts();
    const value = { panels: [{ id: "主" }, { id: "住" }], circuit: "住", notes: ["plain"] };
    const { panels, circuit, notes } = withPrintableText(value, hasLetter);
    expect(panels[0]?.id).not.toBe(panels[1]?.id);
    expect(circuit).toBe(panels[1]?.id);
    expect(notes).toBe(value.notes);
  });
  it("leaves no letter that no font has", async () => {
    await readyFonts();
    for (const [name] of IN_LATIN)
      for (const letter of printableText(name, hasLetter))
        expect(hasLetter(letter.codePointAt(0) as number), name).toBe(true);
  });
});
