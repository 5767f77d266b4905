/** Tables: firms, people, sessions, jobs with their case, and the append-only lists of edits and of who did what. */
import { sql } from "drizzle-orm";
import {
  boolean,
  customType,
  datetime,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from "drizzle-orm/mysql-core";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument, PermissionFrom, Stage, WaitedFor } from "#core/case/document/types.ts";
import type { CsvMapping } from "#core/energy/intervals/formats/mapping.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { ROLES } from "#core/firm/rights.ts";
import type { CaseSummary } from "#core/summary.ts";
import type { PhotoMark } from "#core/survey/photo-marks.ts";
import type { ThingId } from "#core/survey/things.ts";

/** JSON as MariaDB keeps it (text with a check), parsed on reading. */
const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => "json",
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => (typeof value === "string" ? JSON.parse(value) : value) as T,
  })(name);

const bytes = customType<{ data: Buffer }>({ dataType: () => "mediumblob" });

/** Text that is compared by its bytes: `a` is neither `A` nor `á`. */
const exactText = (name: string, length: number) =>
  customType<{ data: string }>({
    dataType: () => `varchar(${length}) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`,
  })(name);
const id = (name = "id") => exactText(name, 64);
const moment = (name: string) => datetime(name, { mode: "date", fsp: 3 });
const now = sql`CURRENT_TIMESTAMP(3)`;

export const firm = mysqlTable("firm", {
  id: id().primaryKey(),
  name: varchar("name", { length: 200 }).notNull(),
  town: varchar("town", { length: 200 }).notNull().default(""),
  /** The rule set a new job starts with. */
  rules: varchar("rules", { length: 40 }).notNull(),
  /** Its people sign in with a second factor. */
  asksSecondFactor: boolean("asks_second_factor").notNull().default(false),
  /** Days that a browser keeps the firm's pages while it has no connection to the server. */
  keepPagesDays: int("keep_pages_days").notNull().default(3),
});

export const person = mysqlTable(
  "person",
  {
    id: id().primaryKey(),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id),
    name: varchar("name", { length: 200 }).notNull(),
    /** Lower case. */
    email: exactText("email", 200).notNull(),
    role: mysqlEnum("role", ROLES).notNull(),
    /** Empty until the person has set one by the link of the invitation. */
    passwordHash: varchar("password_hash", { length: 255 }).notNull(),
    /** Inactive people cannot sign in; their history keeps their name. */
    active: boolean("active").notNull().default(true),
    /** Secret of the second factor, base 32; null without one. */
    totpSecret: varchar("totp_secret", { length: 64 }),
    /** The last step of time whose code was taken: none is taken twice. */
    totpStep: int("totp_step").notNull().default(0),
  },
  (t) => [uniqueIndex("person_email").on(t.email)],
);

export const session = mysqlTable(
  "session",
  {
    /** SHA-256 of the cookie's token; the token itself is not stored. */
    id: id().primaryKey(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    expiresAt: moment("expires_at").notNull(),
    createdAt: moment("created_at").notNull().default(now),
    /** False between the password and the second factor: it opens nothing yet. */
    complete: boolean("complete").notNull().default(true),
    /** Secret of a second factor that the account page offers; null until it has offered one. */
    offeredSecret: varchar("offered_secret", { length: 64 }),
  },
  (t) => [index("session_person").on(t.personId)],
);

/** Browsers in which a person has signed in before: their tries are counted apart from those of strangers. */
export const knownDevice = mysqlTable(
  "known_device",
  {
    /** SHA-256 of the token in the browser's cookie. */
    id: id().primaryKey(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    usedAt: moment("used_at").notNull(),
  },
  (t) => [index("known_device_person").on(t.personId, t.usedAt)],
);

/** Codes for the day the phone is gone; each is taken once. */
export const recoveryCode = mysqlTable(
  "recovery_code",
  {
    personId: id("person_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    /** SHA-256 of the code. */
    digest: exactText("digest", 64).notNull(),
  },
  (t) => [primaryKey({ columns: [t.personId, t.digest] })],
);

/** Links that the owner hands over, with which a person sets a password; each is taken once. */
export const passwordLink = mysqlTable(
  "password_link",
  {
    /** SHA-256 of the link's token. */
    id: id().primaryKey(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    expiresAt: moment("expires_at").notNull(),
  },
  (t) => [index("password_link_person").on(t.personId)],
);

/** Append-only: who changed what about the firm's people. */
export const audit = mysqlTable(
  "audit",
  {
    id: int("id").autoincrement().primaryKey(),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    /** In words that go on after the person's name. */
    did: varchar("did", { length: 300 }).notNull(),
    at: moment("at").notNull().default(now),
  },
  (t) => [index("audit_firm").on(t.firmId, t.at)],
);

/** Tries to sign in that have not come to anything (yet), to slow down guessing. */
export const signInFailure = mysqlTable(
  "sign_in_failure",
  {
    id: int("id").autoincrement().primaryKey(),
    email: exactText("email", 200).notNull(),
    address: varchar("address", { length: 64 }).notNull(),
    /** The tried credential: the password, or the code of the second factor. */
    kind: mysqlEnum("kind", ["password", "code"]).notNull().default("password"),
    /** The known device it was tried from; empty where it was none. */
    device: exactText("device", 64).notNull().default(""),
    at: moment("at").notNull(),
  },
  (t) => [
    index("sign_in_failure_email").on(t.email, t.at),
    index("sign_in_failure_address").on(t.address, t.at),
    index("sign_in_failure_at").on(t.at),
  ],
);

/**
 * Derived from the case: whether the job waits for a party, by a wait that was entered or for another reason.
 * `core/progress/waiting.ts` says the same of a case.
 */
const waitsFor = (who: WaitedFor, otherwise = "false") =>
  boolean(`waits_for_${who}`).generatedAlwaysAs(
    sql.raw(`json_search(\`case\`, 'one', '${who}', null, '$.progress.waits[*].for') is not null or ${otherwise}`),
    { mode: "stored" },
  );
const waitsForPermission = (who: PermissionFrom) =>
  waitsFor(who, `(json_value(\`case\`, '$.enquiry.permissions.${who}') <=> 'asked')`);
const waitsForInStage = (who: WaitedFor, stage: Stage) =>
  waitsFor(who, `(json_value(\`case\`, '$.progress.stage') <=> '${stage}')`);

export const job = mysqlTable(
  "job",
  {
    id: id().primaryKey(),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id),
    title: varchar("title", { length: 300 }).notNull(),
    customer: varchar("customer", { length: 300 }).notNull().default(""),
    rules: varchar("rules", { length: 40 }).notNull(),
    /** Follows from the case. */
    stage: varchar("stage", { length: 20 })
      .$type<Stage>()
      .generatedAlwaysAs(sql`coalesce(json_value(\`case\`, '$.progress.stage'), 'survey')`, { mode: "stored" })
      .notNull(),
    case: json<CaseDocument>("case").notNull(),
    revision: int("revision").notNull().default(0),
    /** Goes up with every change of the job's photos. */
    photoRevision: int("photo_revision").notNull().default(0),
    summary: json<CaseSummary>("summary").notNull(),
    createdAt: moment("created_at").notNull().default(now),
    updatedAt: moment("updated_at").notNull().default(now),
    /** Follows from the case: the version of the price book it was quoted by. */
    pricesVersion: int("prices_version").generatedAlwaysAs(sql`json_value(\`case\`, '$.prices.version')`, {
      mode: "stored",
    }),
    waitsForOwner: waitsForPermission("owner"),
    waitsForAssociation: waitsForPermission("association"),
    waitsForAuthority: waitsForPermission("authority"),
    waitsForCustomer: waitsForInStage("customer", "quoted"),
    waitsForOperator: waitsForInStage("operator", "waiting"),
    waitsForInspector: waitsFor("inspector"),
    waitsForSupplier: waitsFor("supplier"),
    waitsForFirm: waitsFor("firm"),
    /** Follows from the summary: the day of what is due first, an ISO day. */
    dueOn: varchar("due_on", { length: 10 }).generatedAlwaysAs(sql`json_value(\`summary\`, '$.due.on')`, {
      mode: "stored",
    }),
    /** The way its words were indexed for the search; 0 where they were not yet. */
    wordsVersion: int("words_version").notNull().default(0),
  },
  (t) => [
    index("job_firm_updated").on(t.firmId, t.updatedAt, t.id),
    index("job_firm_stage").on(t.firmId, t.stage, t.updatedAt, t.id),
    index("job_firm_owner").on(t.firmId, t.waitsForOwner, t.updatedAt, t.id),
    index("job_firm_association").on(t.firmId, t.waitsForAssociation, t.updatedAt, t.id),
    index("job_firm_authority").on(t.firmId, t.waitsForAuthority, t.updatedAt, t.id),
    index("job_firm_customer").on(t.firmId, t.waitsForCustomer, t.updatedAt, t.id),
    index("job_firm_operator").on(t.firmId, t.waitsForOperator, t.updatedAt, t.id),
    index("job_firm_inspector").on(t.firmId, t.waitsForInspector, t.updatedAt, t.id),
    index("job_firm_supplier").on(t.firmId, t.waitsForSupplier, t.updatedAt, t.id),
    index("job_firm_firm").on(t.firmId, t.waitsForFirm, t.updatedAt, t.id),
    index("job_firm_due").on(t.firmId, t.dueOn, t.id),
    // Covers the search: a job that has the words is sorted and filtered without reading its case.
    index("job_listed").on(
      t.firmId,
      t.id,
      t.updatedAt,
      t.stage,
      t.waitsForOwner,
      t.waitsForAssociation,
      t.waitsForAuthority,
      t.waitsForCustomer,
      t.waitsForOperator,
      t.waitsForInspector,
      t.waitsForSupplier,
      t.waitsForFirm,
    ),
    index("job_words_version").on(t.wordsVersion),
  ],
);

/** The words of a job's address and customer, for the search: one row a word, so that a prefix is found by an index. */
export const jobWord = mysqlTable(
  "job_word",
  {
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    /** Lower case, without accents. */
    word: exactText("word", 40).notNull(),
    firmId: id("firm_id").notNull(),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.word] }), index("job_word_firm").on(t.firmId, t.word, t.jobId)],
);

/** Versions of a firm's price book; none is ever changed. */
export const priceBook = mysqlTable(
  "price_book",
  {
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id, { onDelete: "cascade" }),
    version: int("version").notNull(),
    book: json<PriceBook>("book").notNull(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    at: moment("at").notNull().default(now),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.version] })],
);

/** Append-only: every edit that took effect, in order. */
export const edit = mysqlTable(
  "edit",
  {
    /** Made by the client, so that sending twice changes nothing the second time. */
    id: id().primaryKey(),
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    revision: int("revision").notNull(),
    patch: json<Patch>("patch").notNull(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    at: moment("at").notNull().default(now),
  },
  (t) => [uniqueIndex("edit_job_revision").on(t.jobId, t.revision)],
);

/** A picture of a job, with its marks stored apart from its bytes. */
export const photo = mysqlTable(
  "photo",
  {
    /** Made by the client, so that sending twice changes nothing the second time. */
    id: id().primaryKey(),
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    /** Item of the evidence list that it proves. */
    item: varchar("item", { length: 40 }).notNull(),
    /** Panel, device, outlet or load of the case that it shows. */
    about: varchar("about", { length: 120 }).$type<ThingId>(),
    caption: varchar("caption", { length: 300 }).notNull().default(""),
    width: int("width").notNull(),
    height: int("height").notNull(),
    marks: json<PhotoMark[]>("marks").notNull(),
    picture: bytes("picture").notNull(),
    thumbnail: bytes("thumbnail").notNull(),
    takenAt: moment("taken_at").notNull(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    addedAt: moment("added_at").notNull().default(now),
  },
  (t) => [index("photo_job").on(t.jobId, t.takenAt)],
);

/** Interval data of a job: a file of thousands of values is one row. */
export const intervalData = mysqlTable(
  "interval_data",
  {
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    /** SHA-256 of the file it was read from, so that sending twice changes nothing the second time. */
    digest: exactText("digest", 64).notNull(),
    about: json<KeptAbout>("about").notNull(),
    values: bytes("values").notNull(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    addedAt: moment("added_at").notNull().default(now),
  },
  (t) => [primaryKey({ columns: [t.jobId, t.digest] })],
);

/** Meaning of the columns of a kind of file, as answered once in the firm. */
export const intervalMapping = mysqlTable(
  "interval_mapping",
  {
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id, { onDelete: "cascade" }),
    /** SHA-256 of the names of the columns. */
    head: exactText("head", 64).notNull(),
    mapping: json<CsvMapping>("mapping").notNull(),
    at: moment("at").notNull().default(now),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.head] })],
);
