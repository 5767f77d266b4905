/**
 * Runs of checks: one of a job at a time, whoever began it. Each verdict is an edit of the job
 * in the name of the person who began, and its record is stored.
 */
import { randomUUID } from "node:crypto";
import { and, desc, eq, inArray } from "drizzle-orm";
import type { CheckId } from "#core/case/document/types.ts";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { CHECKS } from "#core/install/checks/index.ts";
import { type KeptRecord, type LiveRun, runPoint } from "#core/install/checks/live-run.ts";
import { type DoneCheck, makeCheck } from "#core/install/checks/make-check.ts";
import {
  type CheckBasis,
  type CheckRule,
  EQUIPMENT_WORDS,
  heldBelowA,
  notDone,
  type Outcome,
} from "#core/install/checks/types.ts";
import { logPatch } from "#core/install/log.ts";
import { listed } from "#core/words.ts";
import { checkRecord } from "#db/schema.ts";
import { database } from "../database.ts";
import { jobsOf } from "../firm-jobs.ts";
import { faultOf, log } from "../log.ts";
import { forJobs } from "../work.ts";
import { Bench, type BenchEquipment, Stopped } from "./bench.ts";

/** Stored records of each check. */
const KEPT = 5;
/** A run ends by itself after this time. */
const LONGEST_MS = 30 * 60_000;
/** A finished run is remembered for so long. */
const REMEMBERED_MS = 10 * 60_000;

interface Person {
  id: string;
  name: string;
}

class Run {
  private static lastSeq = 0;
  readonly seq = ++Run.lastSeq;
  isRunning = true;
  check: CheckId | null = null;
  readonly results: LiveRun["results"][number][] = [];

  constructor(
    readonly bench: Bench,
    readonly by: Person,
  ) {}

  /** @param after how many points the page has of this run */
  shown(after: number): LiveRun {
    const { bench, seq, by, isRunning, check, results } = this;
    return {
      seq,
      by: by.name,
      isRunning,
      check,
      prompt: bench.prompt,
      limitA: heldBelowA(bench.basis),
      results,
      points: bench.samples.slice(after).map(runPoint),
      count: bench.samples.length,
    };
  }
}

/** By the id of their job. */
const runs = new Map<string, Run>();

export type Begun = { kind: "begun" } | { kind: "not-found" } | { kind: "problem"; problem: string };

/** The runs of a firm's jobs. */
export function checkRunsOf(firmId: string) {
  const jobs = jobsOf(firmId);

  async function basisOf(jobId: string): Promise<{ basis: CheckBasis | null; failed: Set<CheckId> } | null> {
    const found = await jobs.find(jobId);
    if (!found) return null;
    const { document, books } = found;
    const basis = await forJobs("checkBasis", { document, book: keptBookFor(document, books).book });
    const checks = document.installation?.checks ?? [];
    return { basis, failed: new Set(checks.filter(({ verdict }) => verdict === "fail").map(({ id }) => id)) };
  }

  /** Writes the verdict of a check into the job, as the person who made it. */
  async function writeVerdict(jobId: string, by: Person, { id, verdict, text }: DoneCheck, at: Date): Promise<void> {
    if (verdict === "not-done") return;
    const entry = { id, verdict, text: text.slice(0, 1000), by: by.name, at: at.toISOString() };
    await jobs.write(jobId, by.id, randomUUID(), ({ document }) =>
      logPatch(document, "checks", (one) => one.id === id, entry),
    );
  }

  async function keepRecord(jobId: string, by: Person, done: DoneCheck, at: Date): Promise<void> {
    const { id: check, verdict, text, record } = done;
    await database
      .insert(checkRecord)
      .values({ jobId, check, verdict, text: text.slice(0, 1000), by: by.name, at, record });
    const own = and(eq(checkRecord.jobId, jobId), eq(checkRecord.check, check));
    const all = await database
      .select({ id: checkRecord.id })
      .from(checkRecord)
      .where(own)
      .orderBy(desc(checkRecord.id));
    const old = all.slice(KEPT).map(({ id }) => id);
    if (old.length > 0) await database.delete(checkRecord).where(inArray(checkRecord.id, old));
  }

  async function perform(jobId: string, run: Run, rules: readonly CheckRule[], failed: Set<CheckId>): Promise<void> {
    const { bench, by } = run;
    const deadline = setTimeout(() => bench.stop(), LONGEST_MS);
    const add = (id: CheckId, { verdict, text }: Outcome) => void run.results.push({ id, verdict, text });
    try {
      for (const rule of rules) {
        run.check = rule.id;
        const missing = [];
        for (const needed of rule.needs) if (!(await bench.has(needed))) missing.push(EQUIPMENT_WORDS[needed]);
        if (missing.length > 0) {
          add(rule.id, notDone(`${listed(missing)} ${missing.length === 1 ? "does" : "do"} not answer`));
          continue;
        }
        const done = await makeCheck(rule, (one) => bench.rigFor(one), failed);
        const at = new Date();
        if (done.verdict !== "not-done") {
          await writeVerdict(jobId, by, done, at);
          await keepRecord(jobId, by, done, at);
        }
        add(rule.id, done);
      }
    } catch (error) {
      const text =
        error instanceof Stopped
          ? "It was stopped. Nothing is recorded of it"
          : "It broke off. Nothing is recorded of it";
      if (!(error instanceof Stopped)) log.warn(faultOf(error), "a check broke off");
      if (run.check) add(run.check, notDone(text));
    } finally {
      clearTimeout(deadline);
      run.check = null;
      run.isRunning = false;
      await bench
        .end()
        .catch((error: unknown) => log.warn(faultOf(error), "the equipment of a check could not be reset"));
      setTimeout(() => runs.get(jobId) === run && runs.delete(jobId), REMEMBERED_MS).unref();
    }
  }

  return {
    /** The run of a job, with the points after those that the page has; null without one in this process. */
    run(jobId: string, { run: seq, after }: { run: number; after: number }): LiveRun | null {
      const run = runs.get(jobId);
      return run?.shown(run.seq === seq ? after : 0) ?? null;
    },

    /** Begins checks. @param ids all checks of the job where it is empty */
    async begin(jobId: string, by: Person, ids: readonly CheckId[], equipment: BenchEquipment): Promise<Begun> {
      const present = runs.get(jobId);
      if (present?.isRunning)
        return { kind: "problem", problem: `${present.by.name} makes checks of this job at the moment.` };
      const found = await basisOf(jobId);
      if (!found) return { kind: "not-found" };
      const { basis, failed } = found;
      if (!basis) return { kind: "problem", problem: "No way is taken yet, so there is nothing to check." };
      const rules = CHECKS.filter((rule) => rule.isFor(basis) && (ids.length === 0 || ids.includes(rule.id)));
      if (rules.length === 0) return { kind: "problem", problem: "The way that is taken does not ask for this check." };
      // Somebody else may have begun meanwhile.
      if (runs.get(jobId)?.isRunning) return { kind: "problem", problem: "Checks of this job are made at the moment." };
      const run = new Run(new Bench(basis, equipment), by);
      runs.set(jobId, run);
      void perform(jobId, run, rules, ids.length === 0 ? new Set() : failed);
      return { kind: "begun" };
    },

    /** Says that what was asked is done, or cannot be done. */
    press: (jobId: string, seq: number, isDone: boolean): boolean => runs.get(jobId)?.bench.press(seq, isDone) ?? false,

    stop(jobId: string): boolean {
      const run = runs.get(jobId);
      if (!run?.isRunning) return false;
      run.bench.stop();
      return true;
    },

    /** The checks of a job that have a stored record. */
    async recorded(jobId: string): Promise<CheckId[]> {
      const rows = await database
        .selectDistinct({ check: checkRecord.check })
        .from(checkRecord)
        .where(eq(checkRecord.jobId, jobId));
      return rows.map(({ check }) => check as CheckId);
    },

    /** The newest record of a check; null where there is none. */
    async record(jobId: string, check: string): Promise<KeptRecord | null> {
      const [found] = await database
        .select()
        .from(checkRecord)
        .where(and(eq(checkRecord.jobId, jobId), eq(checkRecord.check, check)))
        .orderBy(desc(checkRecord.id))
        .limit(1);
      if (!found) return null;
      const { text, by, at, record } = found;
      return { text, by, at: at.toISOString(), points: record.samples.map(runPoint), marks: record.marks };
    },
  };
}

/** Stops all runs, as when the server stops. */
export const stopCheckRuns = (): void => {
  for (const { bench } of runs.values()) bench.stop();
};
