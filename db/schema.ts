/** Tables: firms, people, sessions, jobs with their case, and the append-only lists of edits and of who did what. */
import { sql } from "drizzle-orm";
import {
  boolean,
  customType,
  datetime,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  text,
  uniqueIndex,
  varchar,
} from "drizzle-orm/mysql-core";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument, PermissionFrom, Stage, WaitedFor } from "#core/case/document/types.ts";
import type { CsvMapping } from "#core/energy/intervals/formats/mapping.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import type { AuthorityPage } from "#core/firm/authority.ts";
import { LINK_KINDS, type LinkAnswer } from "#core/firm/customer-link.ts";
import { MAIL_STATES } from "#core/firm/mail.ts";
import { ROLES } from "#core/firm/rights.ts";
import type { CheckRecord } from "#core/install/checks/types.ts";
import type { ShownPaper } from "#core/quote/shown-paper.ts";
import type { CaseSummary } from "#core/summary.ts";
import type { ToldPicture } from "#core/survey/asked-pictures.ts";
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
    /** PIN for signing work; null without one. */
    pinHash: varchar("pin_hash", { length: 255 }),
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
    /** Name of the customer who took it; empty for a photo of the firm. `personId` is then the person who asked for it. */
    customer: varchar("customer", { length: 300 }).notNull().default(""),
    /** True until a person of the firm has confirmed what it shows. */
    toConfirm: boolean("to_confirm").notNull().default(false),
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

/** Issued papers of a job: each row is one version and is never changed, except that it can be withdrawn. */
export const issuedPaper = mysqlTable(
  "issued_paper",
  {
    /** Made by the client, so that sending twice issues one version. */
    id: id().primaryKey(),
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    paper: varchar("paper", { length: 40 }).notNull(),
    number: int("number").notNull(),
    revision: int("revision").notNull(),
    /** The case that it was drawn from, to say later what has changed. */
    case: json<CaseDocument>("case").notNull(),
    /** Version of the price book that it was drawn with. */
    pricesVersion: int("prices_version").notNull(),
    /** The way that was taken; null without one. */
    way: varchar("way", { length: 40 }),
    lacks: json<readonly string[]>("lacks").notNull(),
    reason: varchar("reason", { length: 1000 }).notNull().default(""),
    /** SHA-256 of the file. */
    digest: exactText("digest", 64).notNull(),
    bytes: int("bytes").notNull(),
    pdf: bytes("pdf").notNull(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    at: moment("at").notNull().default(now),
    withdrawnAt: moment("withdrawn_at"),
    withdrawnById: id("withdrawn_by_id").references(() => person.id),
    withdrawnWhy: varchar("withdrawn_why", { length: 1000 }).notNull().default(""),
    /** Data for the customer's page; null for papers without such a page. */
    shown: json<ShownPaper>("shown"),
  },
  (t) => [uniqueIndex("issued_paper_number").on(t.jobId, t.paper, t.number)],
);

/** Links for people outside the firm, each to one page of one job. */
export const customerLink = mysqlTable(
  "customer_link",
  {
    /** SHA-256 of the link's token; the token itself is not stored. */
    id: id().primaryKey(),
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    kind: mysqlEnum("kind", LINK_KINDS).notNull(),
    /** The issued version that it shows. */
    issuedId: id("issued_id").references(() => issuedPaper.id, { onDelete: "cascade" }),
    /** For whom it is. */
    name: varchar("name", { length: 300 }).notNull(),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    createdAt: moment("created_at").notNull().default(now),
    expiresAt: moment("expires_at").notNull(),
    withdrawnAt: moment("withdrawn_at"),
    /** When the page was first opened. */
    openedAt: moment("opened_at"),
    /** State of each requested picture; null for other pages. */
    told: json<readonly ToldPicture[]>("told"),
    answer: json<LinkAnswer>("answer"),
    answeredAt: moment("answered_at"),
    /** When the answer was written into the job. */
    appliedAt: moment("applied_at"),
  },
  (t) => [index("customer_link_job").on(t.jobId, t.createdAt)],
);

/** Questions asked on a customer's page, and the answers of the firm. */
export const customerMessage = mysqlTable(
  "customer_message",
  {
    /** Made by the sender's page, so that sending twice adds nothing the second time. */
    id: id().primaryKey(),
    linkId: id("link_id")
      .notNull()
      .references(() => customerLink.id, { onDelete: "cascade" }),
    /** The person of the firm who wrote it; null for a message of the customer. */
    personId: id("person_id").references(() => person.id),
    text: varchar("text", { length: 2000 }).notNull(),
    at: moment("at").notNull().default(now),
  },
  (t) => [index("customer_message_link").on(t.linkId, t.at)],
);

/** The firm's own blocks of text for quotes, by version; the newest version of an id counts. */
export const firmText = mysqlTable(
  "firm_text",
  {
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id, { onDelete: "cascade" }),
    id: id().notNull(),
    version: int("version").notNull(),
    title: varchar("title", { length: 80 }).notNull(),
    text: varchar("text", { length: 4000 }).notNull(),
    /** It was taken away with this version. */
    isRemoved: boolean("is_removed").notNull().default(false),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    at: moment("at").notNull().default(now),
  },
  (t) => [primaryKey({ columns: [t.firmId, t.id, t.version] })],
);

/** A firm's notes on an authority. */
export const authority = mysqlTable(
  "authority",
  {
    id: id().primaryKey(),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id, { onDelete: "cascade" }),
    page: json<AuthorityPage>("page").notNull(),
    /** Time of the last confirmation, and the person who confirmed it. */
    confirmedAt: moment("confirmed_at").notNull(),
    confirmedById: id("confirmed_by_id")
      .notNull()
      .references(() => person.id),
  },
  (t) => [index("authority_firm").on(t.firmId)],
);

/** Mail of the firm: waiting, sent, or given up. */
export const mail = mysqlTable(
  "mail",
  {
    id: id().primaryKey(),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id, { onDelete: "cascade" }),
    jobId: id("job_id").references(() => job.id, { onDelete: "cascade" }),
    toName: varchar("to_name", { length: 300 }).notNull().default(""),
    toAddress: exactText("to_address", 254).notNull(),
    subject: varchar("subject", { length: 300 }).notNull(),
    text: text("text").notNull(),
    /** Issued papers that go with it. */
    attached: json<readonly string[]>("attached").notNull(),
    state: mysqlEnum("state", MAIL_STATES).notNull().default("queued"),
    tries: int("tries").notNull().default(0),
    nextTryAt: moment("next_try_at").notNull(),
    /** A process sends it until then; afterwards another one may. */
    leasedUntil: moment("leased_until"),
    /** Last response of the mail server. */
    said: varchar("said", { length: 500 }).notNull().default(""),
    personId: id("person_id")
      .notNull()
      .references(() => person.id),
    createdAt: moment("created_at").notNull().default(now),
    sentAt: moment("sent_at"),
  },
  (t) => [index("mail_queue").on(t.state, t.nextTryAt), index("mail_job").on(t.jobId, t.createdAt)],
);

/** A charge point that may join, and what it has said of itself. */
export const chargePoint = mysqlTable(
  "charge_point",
  {
    /** Its identity, as the charger is set up with it. */
    id: id().primaryKey(),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id, { onDelete: "cascade" }),
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    tokenDigest: varchar("token_digest", { length: 64 }).notNull(),
    vendor: varchar("vendor", { length: 100 }).notNull().default(""),
    model: varchar("model", { length: 100 }).notNull().default(""),
    serial: varchar("serial", { length: 100 }).notNull().default(""),
    firmware: varchar("firmware", { length: 100 }).notNull().default(""),
    addedAt: moment("added_at").notNull().default(now),
    seenAt: moment("seen_at"),
  },
  (t) => [index("charge_point_job").on(t.jobId)],
);

const ofChargePoint = () =>
  id("charge_point_id")
    .notNull()
    .references(() => chargePoint.id, { onDelete: "cascade" });

/** The last reading of the energy register of each connector. */
export const chargeRegister = mysqlTable(
  "charge_register",
  {
    chargePointId: ofChargePoint(),
    connector: int("connector").notNull(),
    wh: double("wh").notNull(),
    at: moment("at").notNull(),
  },
  (t) => [primaryKey({ columns: [t.chargePointId, t.connector] })],
);

/** What a charge point took in a quarter of an hour. */
export const chargeQuarter = mysqlTable(
  "charge_quarter",
  {
    chargePointId: ofChargePoint(),
    at: moment("at").notNull(),
    wh: double("wh").notNull().default(0),
    mostA: double("most_a"),
    mostW: double("most_w"),
    /** The least current that it offered in this quarter while a car was charging, A. */
    leastOfferedA: double("least_offered_a"),
    /** The largest current of the supply, as its clamps read it, A. */
    mostTotalA: double("most_total_a"),
  },
  (t) => [primaryKey({ columns: [t.chargePointId, t.at] })],
);

/** The same summed by night, from noon to noon in UTC: what is asked of many jobs at once. */
export const chargeNight = mysqlTable(
  "charge_night",
  {
    chargePointId: ofChargePoint(),
    /** The month that the night begins in, "2026-11". */
    month: exactText("month", 7).notNull(),
    /** The day on which the night began, "2026-11-30". */
    night: exactText("night", 10).notNull(),
    wh: double("wh").notNull().default(0),
    mostA: double("most_a"),
    mostW: double("most_w"),
  },
  (t) => [primaryKey({ columns: [t.chargePointId, t.month, t.night] })],
);

/** Hours and price of a finished job against the predicted ones, for the firm's price book. */
export const jobActual = mysqlTable(
  "job_actual",
  {
    jobId: id("job_id")
      .primaryKey()
      .references(() => job.id, { onDelete: "cascade" }),
    firmId: id("firm_id")
      .notNull()
      .references(() => firm.id),
    predictedHours: double("predicted_hours").notNull(),
    actualHours: double("actual_hours"),
    predictedPrice: double("predicted_price"),
    actualPrice: double("actual_price"),
  },
  (t) => [index("job_actual_firm").on(t.firmId)],
);

/** What was seen while a check of commissioning was made; the newest of each check are kept. */
export const checkRecord = mysqlTable(
  "check_record",
  {
    id: int("id").autoincrement().primaryKey(),
    jobId: id("job_id")
      .notNull()
      .references(() => job.id, { onDelete: "cascade" }),
    check: exactText("check_id", 20).notNull(),
    verdict: exactText("verdict", 10).notNull(),
    text: varchar("text", { length: 1000 }).notNull(),
    by: varchar("by_name", { length: 200 }).notNull(),
    at: moment("at").notNull().default(now),
    record: json<CheckRecord>("record").notNull(),
  },
  (t) => [index("check_record_job").on(t.jobId, t.check, t.id)],
);

/** A charge of one car; its id is the transaction id that the charge point sends with its values. */
export const chargeSession = mysqlTable(
  "charge_session",
  {
    id: int("id").autoincrement().primaryKey(),
    chargePointId: ofChargePoint(),
    connector: int("connector").notNull(),
    startedAt: moment("started_at").notNull(),
    startWh: double("start_wh").notNull(),
    stoppedAt: moment("stopped_at"),
    stopWh: double("stop_wh"),
    reason: varchar("reason", { length: 40 }).notNull().default(""),
  },
  (t) => [index("charge_session_point").on(t.chargePointId, t.startedAt)],
);

/** Messages that were answered: one that is sent again after a lost line takes effect once. */
export const chargeMessage = mysqlTable(
  "charge_message",
  {
    chargePointId: ofChargePoint(),
    messageId: exactText("message_id", 64).notNull(),
    /** SHA-256 of action and payload: a charge point may count its ids from 1 again after a restart. */
    digest: varchar("digest", { length: 64 }).notNull(),
    answer: json<object>("answer").notNull(),
    at: moment("at").notNull().default(now),
  },
  (t) => [primaryKey({ columns: [t.chargePointId, t.messageId, t.digest] }), index("charge_message_at").on(t.at)],
);

/** What a person should know of a charge point, in words: refused messages, a register that went back. */
export const chargeNote = mysqlTable(
  "charge_note",
  {
    id: int("id").autoincrement().primaryKey(),
    chargePointId: ofChargePoint(),
    at: moment("at").notNull().default(now),
    text: varchar("text", { length: 300 }).notNull(),
  },
  (t) => [index("charge_note_point").on(t.chargePointId, t.at)],
);
