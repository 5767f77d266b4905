/**
 * What page and server say to each other, each answer with its type and its schema. The server writes these types; the
 * page reads every answer by its schema (`readAnswer`) and treats any other answer as none.
 */
import { array, boolean, lazy, mixed, number, object, type Schema, string } from "yup";
import { type AppliedEdit, appliedEdit } from "./case/document/edit.ts";
import type { InputProblem } from "./case/document/problems.ts";
import { wholeCase } from "./case/document/schema.ts";
import type { CaseDocument } from "./case/document/types.ts";
import { CHECK_IDS } from "./case/document/vocabulary.ts";
import { csvMapping, type MappingOfHead } from "./energy/intervals/formats/mapping.ts";
import { type KeptAbout, keptAbout } from "./energy/intervals/kept.ts";
import type { ConnectorStatus, LivePoint } from "./energy/metered/live.ts";
import type { MeteredQuarters } from "./energy/metered/nights.ts";
import type { RecorderStatus } from "./energy/recorder/recorder.ts";
import { RECORDING_STATES } from "./energy/recorder/registers.ts";
import type { SearchResult } from "./find/find.ts";
import type { Authority } from "./firm/authority.ts";
import { ANSWER_KINDS, type CustomerLink, LINK_KINDS, LINK_STATES } from "./firm/customer-link.ts";
import type { FirmText } from "./firm/firm-text.ts";
import type { IssueAnswer, JobPapers } from "./firm/issued-paper.ts";
import { MAIL_STATES, type SentMail } from "./firm/mail.ts";
import type { OtherPerson } from "./firm/other-person.ts";
import type { JobCommissioning, KeptRecord } from "./install/checks/live-run.ts";
import { ownValue } from "./own-value.ts";
import type { PhotoList } from "./survey/photo.ts";
import { markList } from "./survey/photo-marks.ts";

/** The case as the server has confirmed it. */
export interface ConfirmedCase {
  document: CaseDocument;
  revision: number;
  /** The edit that made this revision; null where there was none, or it is not known. */
  lastEdit: string | null;
}

/** The server's answer to an edit. */
export type EditAnswer =
  | { kind: "accepted"; revision: number; edits: AppliedEdit[] }
  | { kind: "conflict"; revision: number; edits: AppliedEdit[]; with: AppliedEdit }
  /** Made on a revision that does not exist, as after a restore: the case as it is. */
  | ({ kind: "ahead" } & ConfirmedCase)
  | { kind: "refused"; problems: InputProblem[] };

/** A kind of answer: its schema, and the type that the schema stands for. */
export interface AnswerFormat<T> {
  schema: Schema<unknown>;
  /** Never set; it carries the type. */
  readonly type?: T;
}
const format = <T>(schema: unknown): AnswerFormat<T> => ({ schema: schema as Schema<unknown> });

const revision = () => number().integer().min(0).required();
const confirmed = { document: wholeCase, revision: revision(), lastEdit: string().defined().nullable() };
const edits = () => array(appliedEdit).required();

const EDIT_ANSWERS = {
  accepted: object({ kind: mixed().oneOf(["accepted"]), revision: revision(), edits: edits() }),
  conflict: object({
    kind: mixed().oneOf(["conflict"]),
    revision: revision(),
    edits: edits(),
    with: appliedEdit.required(),
  }),
  ahead: object({ kind: mixed().oneOf(["ahead"]), ...confirmed }),
  refused: object({
    kind: mixed().oneOf(["refused"]),
    problems: array(object({ path: string().defined(), message: string().required() })).required(),
  }),
} as const;

/** One of several answers, told apart by their kind. */
const byKind = (answers: Readonly<Record<string, Schema<unknown>>>) =>
  lazy((value: unknown) => {
    const kind = (value as { kind?: unknown } | null)?.kind;
    const known = typeof kind === "string" ? ownValue(answers, kind) : undefined;
    return known ?? mixed().oneOf([], "must be a known answer").required();
  });

const photoEntry = object({
  id: string().required(),
  item: string().defined(),
  about: string().defined().nullable(),
  caption: string().defined(),
  width: number().required(),
  height: number().required(),
  marks: markList.required(),
  takenAt: string().required(),
  takenBy: object({ id: string().required(), name: string().defined() }).required(),
  customer: string().default(""),
  toConfirm: boolean().default(false),
});

const recorderStatus = object({
  address: string().required(),
  clampRatingA: number().required(),
  nominalVolts: number().required(),
  abilities: number().required(),
  clamps: array(
    object({
      amps: number().required(),
      watts: number().required(),
      volts: number().required(),
      signal: boolean().required(),
    }),
  ).required(),
  clockS: number().required(),
  state: string()
    .oneOf([...RECORDING_STATES])
    .required(),
  intervalS: number().required(),
  startedAtS: number().required(),
  records: number().required(),
});

const sentences = () => array(string().defined()).required();
const issuedPaper = object({
  id: string().required(),
  paper: string().required(),
  number: number().integer().required(),
  revision: revision(),
  by: string().defined(),
  at: string().required(),
  digest: string().required(),
  bytes: number().required(),
  lacks: sentences(),
  reason: string().defined(),
  withdrawn: object({ by: string().defined(), at: string().required(), why: string().defined() })
    .nullable()
    .default(null),
  differs: sentences(),
});
const ISSUE_ANSWERS = {
  issued: object({ kind: mixed().oneOf(["issued"]), number: number().integer().required() }),
  lacks: object({ kind: mixed().oneOf(["lacks"]), lacks: sentences() }),
  "changed-since": object({ kind: mixed().oneOf(["changed-since"]), revision: revision() }),
} as const;

const link = {
  state: string().oneOf(LINK_STATES).required(),
  kind: string()
    .oneOf([...LINK_KINDS])
    .required(),
};
const customerLink = object({
  id: string().required(),
  ...link,
  name: string().defined(),
  version: number().nullable().defined(),
  by: string().defined(),
  createdAt: string().required(),
  expiresAt: string().required(),
  openedAt: string().nullable().defined(),
  answeredAt: string().nullable().defined(),
  answer: object({
    kind: string().oneOf(ANSWER_KINDS).required(),
    name: string().required(),
    on: string().required(),
    option: string(),
    why: string(),
    condition: string(),
    signature: string(),
  })
    .nullable()
    .default(null),
  told: array(object({ id: string().required(), said: string().required() })).required(),
  messages: array(
    object({
      id: string().required(),
      by: string().nullable().defined(),
      text: string().defined(),
      at: string().required(),
    }),
  ).required(),
});
/** The server's answer to a request about a link or a mail. */
export type MadeLink = { kind: "made"; address: string } | { kind: "done" } | { kind: "problem"; problem: string };
const LINK_ANSWERS = {
  made: object({ kind: mixed().oneOf(["made"]), address: string().required() }),
  done: object({ kind: mixed().oneOf(["done"]) }),
  problem: object({ kind: mixed().oneOf(["problem"]), problem: string().defined() }),
} as const;
/** The mail of a job, and whether any can be sent. */
export interface JobPost {
  isSetUp: boolean;
  mails: readonly SentMail[];
}
const sentMail = object({
  id: string().required(),
  toName: string().defined(),
  toAddress: string().required(),
  subject: string().defined(),
  state: string()
    .oneOf([...MAIL_STATES])
    .required(),
  tries: number().required(),
  said: string().defined(),
  attached: sentences(),
  by: string().defined(),
  createdAt: string().required(),
  sentAt: string().nullable().defined(),
  nextTryAt: string().required(),
});

/** A charge point of a job, and what it sends while it is connected. */
export interface JobCharger {
  id: string;
  vendor: string;
  model: string;
  serial: string;
  firmware: string;
  seenAt: string | null;
  notes: readonly { at: string; text: string }[];
  sessions: readonly {
    id: number;
    startedAt: string;
    stoppedAt: string | null;
    kWh: number | null;
    reason: string;
  }[];
  live: {
    connectedAt: string;
    statuses: readonly ({ connector: number } & ConnectorStatus)[];
    points: readonly LivePoint[];
  } | null;
}
export interface JobChargers {
  /** Where a charge point connects to, without its id. */
  address: string;
  chargers: readonly JobCharger[];
}
/** The server's answer to a request about a charge point; a token is shown once. */
export type ChargerAnswer = { kind: "token"; token: string } | { kind: "done" } | { kind: "problem"; problem: string };
const CHARGER_ANSWERS = {
  token: object({ kind: mixed().oneOf(["token"]), token: string().required() }),
  done: object({ kind: mixed().oneOf(["done"]) }),
  problem: object({ kind: mixed().oneOf(["problem"]), problem: string().defined() }),
} as const;
/** The server's answer to a request that is done or not. */
export type DoneAnswer = { kind: "done" } | { kind: "problem"; problem: string };
const DONE_ANSWERS = {
  done: object({ kind: mixed().oneOf(["done"]) }),
  problem: object({ kind: mixed().oneOf(["problem"]), problem: string().defined() }),
} as const;
const figure = () => number().nullable().defined();
/** Thousands of figures: yup would take them one by one, which is slow. */
const figuresOf = (isRight: (one: unknown) => boolean) =>
  mixed()
    .test("figures", "must be figures", (all) => Array.isArray(all) && all.every(isRight))
    .required();
const figures = () => figuresOf((one) => typeof one === "number");
const figuresOrNull = () => figuresOf((one) => one === null || typeof one === "number");
const livePoint = object({
  seq: number().required(),
  connector: number().required(),
  at: number().required(),
  registerWh: figure(),
  powerW: figure(),
  currentA: array(number().required()).required(),
  offeredA: figure(),
  voltageV: figure(),
  totalA: figure(),
});
const jobCharger = object({
  id: string().required(),
  vendor: string().defined(),
  model: string().defined(),
  serial: string().defined(),
  firmware: string().defined(),
  seenAt: string().nullable().defined(),
  notes: array(object({ at: string().required(), text: string().defined() })).required(),
  sessions: array(
    object({
      id: number().required(),
      startedAt: string().required(),
      stoppedAt: string().nullable().defined(),
      kWh: figure(),
      reason: string().defined(),
    }),
  ).required(),
  live: object({
    connectedAt: string().required(),
    statuses: array(
      object({
        connector: number().required(),
        status: string().defined(),
        errorCode: string().defined(),
        info: string(),
        at: string().defined(),
      }),
    ).required(),
    points: array(livePoint).required(),
  })
    .nullable()
    .default(null),
});

const runPoint = object({
  atS: number().required(),
  clampA: figure(),
  takenA: figure(),
  offeredA: figure(),
  secondA: figure(),
  applianceA: figure(),
});
const checkRun = object({
  seq: number().required(),
  by: string().defined(),
  isRunning: boolean().required(),
  check: string().oneOf(CHECK_IDS).nullable().defined(),
  prompt: object({ seq: number().required(), text: string().required() }).nullable().default(null),
  limitA: figure(),
  results: array(
    object({
      id: string().oneOf(CHECK_IDS).required(),
      verdict: string().oneOf(["pass", "fail", "not-done"]).required(),
      text: string().defined(),
    }),
  ).required(),
  points: array(runPoint).required(),
  count: number().required(),
});

export const ANSWERS = {
  edit: format<EditAnswer>(byKind(EDIT_ANSWERS)),
  confirmedCase: format<ConfirmedCase>(object(confirmed)),
  appliedEdits: format<AppliedEdit[]>(edits()),
  otherPeople: format<OtherPerson[]>(array(object({ name: string().defined(), field: string().defined() })).required()),
  photos: format<PhotoList>(object({ revision: revision(), photos: array(photoEntry).required() })),
  mappings: format<MappingOfHead[]>(
    array(object({ head: string().required(), mapping: csvMapping.required() })).required(),
  ),
  intervalData: format<KeptAbout[]>(array(keptAbout).required()),
  jobs: format<SearchResult[]>(
    array(
      object({
        id: string().required(),
        kind: string().oneOf(["job"]).required(),
        label: string().defined(),
        detail: string().defined(),
        to: object({ job: string().required() }).required(),
      }),
    ).required(),
  ),
  jobPapers: format<JobPapers>(
    object({
      revision: revision(),
      papers: array(object({ id: string().required(), lacks: sentences() })).required(),
      issued: array(issuedPaper).required(),
    }),
  ),
  firmTexts: format<FirmText[]>(
    array(
      object({
        id: string().required(),
        version: number().required(),
        title: string().defined(),
        text: string().defined(),
        by: string().defined(),
        at: string().required(),
      }),
    ).required(),
  ),
  authorities: format<Authority[]>(
    array(
      object({
        id: string().required(),
        name: string().required(),
        forms: string().defined(),
        days: number(),
        fees: string().defined(),
        wishes: string().defined(),
        confirmedBy: string().defined(),
        confirmedOn: string().required(),
      }),
    ).required(),
  ),
  links: format<CustomerLink[]>(array(customerLink).required()),
  link: format<MadeLink>(byKind(LINK_ANSWERS)),
  post: format<JobPost>(object({ isSetUp: boolean().required(), mails: array(sentMail).required() })),
  chargers: format<JobChargers>(object({ address: string().required(), chargers: array(jobCharger).required() })),
  commissioning: format<JobCommissioning>(
    object({
      clamps: sentences(),
      splitters: sentences(),
      run: checkRun.nullable().default(null),
      recorded: sentences(),
    }),
  ),
  checkRecord: format<KeptRecord>(
    object({
      text: string().defined(),
      by: string().defined(),
      at: string().required(),
      points: array(runPoint).required(),
      marks: array(object({ atS: number().required(), what: string().required() })).required(),
    }),
  ),
  energy: format<MeteredQuarters>(
    object({
      at: figures(),
      wh: figures(),
      mostA: figuresOrNull(),
      leastOfferedA: figuresOrNull(),
      mostTotalA: figuresOrNull(),
    }),
  ),
  charger: format<ChargerAnswer>(byKind(CHARGER_ANSWERS)),
  done: format<DoneAnswer>(byKind(DONE_ANSWERS)),
  issue: format<IssueAnswer>(byKind(ISSUE_ANSWERS)),
  recorders: format<RecorderStatus[]>(array(recorderStatus).required()),
  recorder: format<RecorderStatus>(recorderStatus),
  /** A recorder that does not answer, in words. */
  silentRecorder: format<{ silent: string }>(object({ silent: string().required() })),
} as const;

/** An answer by its schema; null where it is not of that format. */
export function readAnswer<T>({ schema }: AnswerFormat<T>, value: unknown): T | null {
  try {
    return schema.validateSync(value, { strict: true }) as T;
  } catch {
    return null;
  }
}

/** A JSON text as an answer; null where it is no JSON, or not of that format. */
export function parseAnswer<T>(wanted: AnswerFormat<T>, text: string): T | null {
  try {
    return readAnswer(wanted, JSON.parse(text));
  } catch {
    return null;
  }
}
