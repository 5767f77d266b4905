/** Migrates the database at DATABASE_URL and loads the demo firms where they are not there yet. */
import { daysAfter, isoDay } from "#core/dates.ts";
import "#core/rules/editions.ts";
import { readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { assess as assessBy } from "#core/assess.ts";
import { applyPatch } from "#core/case/document/patch.ts";
import { noticePatch, stagePatch, waitPatch } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { decisionFor } from "#core/decide/decision.ts";
import { readIntervalFile, textOf } from "#core/energy/intervals/formats/read.ts";
import { aboutSeries, packValues } from "#core/energy/intervals/kept.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { readCaseText } from "#core/laws/read.ts";
import { noticesOf } from "#core/progress/notices.ts";
import { codebookOf } from "#core/rules/index.ts";
import { usualThing } from "#core/survey/things.ts";
import { DEMO_CHARGERS, type DemoCharger, demoQuarters } from "./demo/charger.ts";
import { DEMO_FIRMS, DEMO_PASSWORD, DEMO_PIN, type DemoJob } from "./demo/firms.ts";
import { demoReminders, loggedInstallation } from "./demo/logged.ts";
import { DEMO_PICTURES } from "./demo/pictures.ts";
import { migrateDatabase } from "./migrate.ts";
import { chargePoint, chargeQuarter, firm, intervalData, job, person, photo } from "./schema.ts";

const ROWS_AT_ONCE = 1000;
const FOLDER = path.resolve("db", "demo");
/** Loads the demo firms, their people and jobs; keeps what is there. */
export async function loadDemo(): Promise<void> {
  const { database } = await import("#server/database.ts");
  const { hashPassword } = await import("#server/passwords.ts");
  const { keepPicture } = await import("#server/pictures.ts");
  const { rowOf } = await import("#server/firm-jobs.ts");
  const { textsOf } = await import("#server/firm-texts.ts");
  const { authoritiesOf } = await import("#server/authorities.ts");
  const { pricesOf } = await import("#server/price-books.ts");
  if ((await database.select({ id: firm.id }).from(firm)).length > 0) return;
  const [passwordHash, pinHash] = await Promise.all([hashPassword(DEMO_PASSWORD), hashPassword(DEMO_PIN)]);
  const start = Date.now();
  for (const { people, jobs, texts, authorities, ...row } of DEMO_FIRMS) {
    await database.insert(firm).values(row);
    await database.insert(person).values(people.map((p) => ({ ...p, firmId: row.id, passwordHash, pinHash })));
    const owner = people[0]?.id as string;
    for (const [i, block] of texts.entries())
      await textsOf(row.id).save({ id: `${row.id}-text-${i + 1}`, version: 0, ...block }, owner);
    for (const page of authorities) await authoritiesOf(row.id).add(page, owner);
    for (const [place, demoJob] of jobs.entries()) {
      const { file } = demoJob;
      const text = readFileSync(path.join(FOLDER, `${file}.case.json`), "utf8");
      const document = standing(readCaseText(text).document, demoJob, people[0]?.name as string, start);
      const at = new Date(start - place * 3600_000);
      await database.insert(job).values({
        id: file,
        firmId: row.id,
        createdAt: at,
        updatedAt: at,
        ...rowOf(document, await pricesOf(row.id).booksFor(document)),
      });
      for (const charger of DEMO_CHARGERS) if (charger.job === file) await loadCharger(row.id, charger, demoJob, start);
      await loadIntervals(file, document, people[0]?.id as string);
      for (const [k, { item, caption, svg, marks }] of (DEMO_PICTURES[file] ?? []).entries()) {
        const kept = await keepPicture(await sharp(Buffer.from(svg)).png().toBuffer());
        if (!kept) throw new Error(`the demo picture "${caption}" cannot be read`);
        const takenAt = new Date(start - 3600_000 + k * 60_000);
        const personId = people[0]?.id as string;
        const about = usualThing(document, item);
        await database
          .insert(photo)
          .values({ ...kept, id: `${file}-${item}`, jobId: file, item, about, caption, marks, takenAt, personId });
      }
    }
  }
}

/** The charge point of a demo job, with what it has taken since the job was done. */
async function loadCharger(
  firmId: string,
  { job: jobId, id, token, nightKWh }: DemoCharger,
  { daysAgo = 1 }: DemoJob,
  now: number,
): Promise<void> {
  const { database } = await import("#server/database.ts");
  const { tokenDigest } = await import("#server/secrets.ts");
  const { sumNights } = await import("#server/chargers/charge-records.ts");
  await database.insert(chargePoint).values({ id, firmId, jobId, tokenDigest: tokenDigest(token) });
  if (nightKWh === undefined) return;
  const quarters = demoQuarters(daysAgo, now, nightKWh).map((quarter) => ({ chargePointId: id, ...quarter }));
  for (let from = 0; from < quarters.length; from += ROWS_AT_ONCE)
    await database.insert(chargeQuarter).values(quarters.slice(from, from + ROWS_AT_ONCE));
  await sumNights(id);
}

const assess = (document: CaseDocument) => assessBy(document, DEMO_BOOKS[codebookOf(document.rules).currency]);

/** All its notices were given on the day of the work. */
const notified = (document: CaseDocument, on: string): CaseDocument =>
  noticesOf(document, assess(document)).reduce(
    (at, { kind }) => applyPatch(at, noticePatch(at, { kind, sentOn: on, proof: "by the scheme's page" })),
    document,
  );

function decisionOf(document: CaseDocument, { way, why }: NonNullable<DemoJob["decided"]>, by: string, on: string) {
  const assessment = assess(document);
  const taken = assessment.ways.find((one) => one.way === way);
  if (!taken) throw new Error(`the demo has no way "${way}"`);
  return decisionFor(taken, assessment, { why, by, on });
}

/** A demo job where it stands. @param by name of the person who moved it */
function standing(document: CaseDocument, demoJob: DemoJob, by: string, now: number) {
  const { stage, daysAgo = 1, waits = [], isNotified = false, decided } = demoJob;
  const dayOn = (days: number) => daysAfter(isoDay(new Date(now)), days);
  const begun: CaseDocument = stage === "survey" ? document : { ...document, progress: { stage: "enquiry" } };
  const on = dayOn(-daysAgo);
  const worked: CaseDocument =
    stage === "done"
      ? { ...begun, installation: loggedInstallation(by, on), after: { reminders: demoReminders(by, on) } }
      : begun;
  const told = isNotified ? notified(worked, on) : worked;
  const chosen = decided ? { ...told, decision: decisionOf(told, decided, by, on) } : told;
  const moved = applyPatch(chosen, stagePatch(chosen, stage, { by, on }));
  return waits.reduce(
    (at, { for: who, what, daysAgo: since, askInDays }, i) =>
      applyPatch(
        at,
        waitPatch(at, {
          id: `wait-${i + 1}`,
          for: who,
          what,
          since: dayOn(-since),
          ...(askInDays !== undefined && { askOn: dayOn(askInDays) }),
        }),
      ),
    moved,
  );
}

/** The meter data that a demo job names lies beside its case. */
async function loadIntervals(jobId: string, document: CaseDocument, personId: string): Promise<void> {
  const { file, digest } = document.measured ?? {};
  if (!file || !digest) return;
  const { database } = await import("#server/database.ts");
  const bytes = readFileSync(path.join(FOLDER, file));
  const { series, quality, form } = readIntervalFile(textOf(bytes), codebookOf(document.rules).conventions);
  const about = aboutSeries(series, quality, { digest, name: file, form, madeUp: false });
  const values = Buffer.from(await packValues(series));
  await database.insert(intervalData).values({ jobId, digest, about, values, personId });
}

if (process.argv[1] === import.meta.filename) {
  await migrateDatabase(process.env.DATABASE_URL ?? "");
  await loadDemo();
  const { closeDatabase } = await import("#server/database.ts");
  const { endWork } = await import("#server/work.ts");
  await Promise.all([closeDatabase(), endWork()]);
  console.log("\n  Demo sign-ins (one click on the sign-in page, or with the password):");
  for (const { name, people } of DEMO_FIRMS)
    for (const { email, role } of people) console.log(`    ${name}: ${email} (${role}), password ${DEMO_PASSWORD}`);
  console.log(`    They sign work with the PIN ${DEMO_PIN}.`);
}
