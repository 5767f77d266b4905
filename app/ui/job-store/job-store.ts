/**
 * The case as a page sees it: what the server has confirmed, and the edits still on their way, applied on top.
 * No React in here; `use-job.tsx` is the thin layer that lets components follow it.
 */

import { type AssessedCase, assessCase } from "#core/assessed-case.ts";
import type { AppliedEdit } from "#core/case/document/edit.ts";
import { type LostPatch, rebaseSequence } from "#core/case/document/edit-queue.ts";
import { applyPatch, invertPatch, type Patch, resolveAppendPaths } from "#core/case/document/patch.ts";
import type { InputProblem } from "#core/case/document/problems.ts";
import { retargetPatchById } from "#core/case/document/retarget-patch.ts";
import { sameValue } from "#core/case/document/same-value.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { dependentEdits } from "#core/case/fields/dependent-edits.ts";
import { type KeptBook, keptBookFor } from "#core/estimate/quoted-book.ts";
import { editProblems, problemAt } from "#core/laws/edit-problems.ts";
import { codebookOf } from "#core/rules/index.ts";
import { isAssumed } from "#core/survey/assumed.ts";
import type { ConfirmedCase, EditAnswer } from "#core/wire.ts";
import { ObservableStore } from "#ui/live/observable-store.ts";
import type { CallAfter } from "#ui/live/retry.ts";
import { SendQueue } from "#ui/live/send-queue.ts";
import type { LeftWaiting, Outbox, ParkedEdit, WaitingEdit } from "./outbox.ts";

/** The result of sending an edit: the answer of the server, or why the server did not take the edit. */
export type SendAnswer =
  | EditAnswer
  | { kind: "signed-out" }
  /** Another person is signed in; the edit waits for its own. */
  | { kind: "other-person" }
  /** The server fails, by what status; the line and the database are not at fault. */
  | { kind: "failing"; status: number }
  | { kind: "unreachable" };

/** An answer that takes an edit out of what waits. */
type AnsweredEdit = Exclude<SendAnswer, { kind: "unreachable" | "signed-out" | "other-person" }>;

/**
 * saved: the server has everything; saving: in flight; waiting: no answer, retried; signed-out: sign in first;
 * other-person: another person is signed in.
 */
export type SavingState = "saved" | "saving" | "waiting" | "signed-out" | "other-person";

/** The last undo or redo, or the reason why it did nothing; with the case that the patch was made on. */
export interface LastStep {
  /** Counts the steps of this page. */
  number: number;
  kind: "undone" | "redone" | "overtaken";
  patch: Patch;
  madeOn: CaseDocument;
  by: string | null;
}

/** Two people changed the same thing; a person settles it. */
export interface EditConflict {
  theirs: AppliedEdit[];
  /** The withdrawn local edits, each with the case that it was made on. */
  mine: LostPatch<CaseDocument>[];
}

export interface JobState extends AssessedCase {
  assessed: AssessedCase;
  saving: SavingState;
  /** Edits that wait in the browser. */
  waiting: number;
  conflict: EditConflict | null;
  /** Why the server refused an edit; it has been taken back. */
  refused: InputProblem[] | null;
  /** Edits that the server failed on, put aside until a person decides. */
  parked: readonly ParkedEdit[];
  canUndo: boolean;
  canRedo: boolean;
  lastStep: LastStep | null;
}

export interface JobStoreOptions {
  jobId: string;
  document: CaseDocument;
  revision: number;
  /** The edit that made this revision; null where there was none. */
  lastEdit: string | null;
  /** The price books it may be priced by, the newest first. */
  books: readonly KeptBook[];
  outbox: Outbox;
  send(edit: WaitingEdit): Promise<SendAnswer>;
  newId(): string;
  later: CallAfter;
  now(): number;
}

const SEND_AFTER_MS = 150;
/** Typing on in the same field within this time is one edit and one step of undo. */
const SAME_EDIT_MS = 1200;
const MOST_UNDO = 300;
/** An edit that fails so often in the same way is put aside, and the others go on. */
const FAILURES_TO_PARK = 3;

const CANNOT_BE_ASSESSED: InputProblem = { path: "", message: "Heron cannot work out the home with this change" };

/** A step back or forward again. */
interface Step {
  patch: Patch;
  /** The person who has changed the same value since, so that the step cannot be taken; null without one. */
  overtakenBy: string | null;
}

/** Steps that can be undone and done again, and the field that was typed into last. It is replaced, never changed. */
interface History {
  undoStack: readonly Step[];
  redoStack: readonly Step[];
  lastTouch: { path: string; at: number } | null;
}

/** The part of the state that does not follow from the case and the waiting edits. */
type SyncStatus = Pick<JobState, "saving" | "conflict" | "refused" | "parked" | "lastStep">;

export class JobStore extends ObservableStore<JobState> {
  private confirmed: CaseDocument;
  private revision: number;
  private lastEdit: string | null;
  private pending: WaitingEdit[] = [];
  /** The edit that was sent last: the server may have it, though no answer came. */
  private lastSent: string | null = null;
  private failing = { id: "", status: 0, times: 0 };
  private history: History = { undoStack: [], redoStack: [], lastTouch: null };
  private steps = 0;
  /** Nothing is sent before it is known what an earlier page left. */
  private resumed = false;
  private place = 0;
  /** The store of the page that had the job open before, until its steps of undo have been taken over. */
  private previous: JobStore | null = null;
  private readonly sender: SendQueue<WaitingEdit, AnsweredEdit>;
  protected state: JobState;

  constructor(private readonly options: JobStoreOptions) {
    super();
    this.sender = new SendQueue({
      next: () => (this.resumed ? this.pending[0] : undefined),
      send: (edit) => this.sendEdit(edit),
      answered: (edit, answer) => this.takeAnswer(edit, answer),
      later: options.later,
    });
    this.confirmed = options.document;
    this.revision = options.revision;
    this.lastEdit = options.lastEdit;
    this.state = this.show({ saving: "saved", conflict: null, refused: null, parked: [], lastStep: null });
  }

  /** This page comes after another one of the same job in the same window; call before `resume`. */
  follow(previous: JobStore | undefined): this {
    this.previous = previous ?? null;
    return this;
  }

  get jobId(): string {
    return this.options.jobId;
  }
  /** Up to where this page knows the job. */
  known = (): Pick<ConfirmedCase, "revision" | "lastEdit"> => ({ revision: this.revision, lastEdit: this.lastEdit });

  /**
   * Restores what an earlier page left waiting; call once, when the page is live. Waiting edits are put back onto the
   * case that they were made on, and others' later edits are received over them. Without waiting edits, the newer of
   * this page's case and the stored one counts (a page from the browser's cache may be old).
   */
  async resume(): Promise<void> {
    // A browser that keeps nothing has nothing waiting.
    const nothing: LeftWaiting = { edits: [], base: null, parked: [] };
    const { edits, base, parked } = await this.options.outbox.load().catch(() => nothing);
    const typed = this.pending;
    const known = new Set(typed.map((e) => e.id));
    const left = edits.filter((e) => !known.has(e.id));
    if (base && (left.length > 0 || base.revision > this.revision)) {
      // Earlier typing was made on the page's own case.
      const madeOn = this.confirmed;
      this.confirmed = base.document;
      this.revision = base.revision;
      this.lastEdit = base.lastEdit;
      this.pending = left;
      this.setAsideWhatFails();
      this.rebaseWaitingEdits(typed, madeOn);
    } else if (!base || base.revision < this.revision) this.options.outbox.confirm(this.base(), []);
    // Re-numbers the edits that an earlier page left.
    this.keep(this.pending);
    this.resumed = true;
    this.takeOverSteps();
    this.update({ saving: this.savingNow(), parked: [...parked, ...this.state.parked] });
    this.sendSoon(0);
  }

  /** Makes an edit, as `tryEdit`; a notice above the sheet says why it is refused. @returns whether the edit was made */
  edit(asked: Patch, touch?: string): boolean {
    return this.showRefusal(this.tryEdit(asked, touch));
  }

  /** Shows a notice if there are problems. @returns true without problems */
  private showRefusal(problems: InputProblem[]): boolean {
    if (problems.length > 0) this.update({ refused: problems });
    return problems.length === 0;
  }

  /**
   * Sets one field of the present case, which may be ahead of what is drawn. Replacing an assumption removes its mark.
   * @param value undefined removes the field
   * @param assumption key in the sources of a field with a possibly assumed value
   * @returns the problem to show at the field; null where the edit was made
   */
  trySet(pointer: string, value: unknown, touch?: string, assumption?: string): string | null {
    const { document } = this.state;
    const { ratingOffMain } = codebookOf(document.rules).asksFor;
    const patch = [...setValue(document, pointer, value), ...dependentEdits(document, pointer, value, ratingOffMain)];
    const replaces = patch.length > 0 && assumption !== undefined && isAssumed(document, assumption);
    const mark = replaces ? setValue(document, `/survey/sources/${assumption}`, undefined) : [];
    return problemAt(pointer, this.tryEdit([...patch, ...mark], touch));
  }

  /**
   * Makes an edit that the case allows: it is shown at once, stored in the browser and sent a moment later. An edit
   * without effect is not made.
   * @param touch name of the edited field, so that further typing joins this edit
   * @returns why the edit was not made; empty where it was
   */
  tryEdit(asked: Patch, touch?: string): InputProblem[] {
    if (asked.length === 0) return [];
    const before = this.state.document;
    const patch = resolveAppendPaths(before, asked);
    const inverse = invertPatch(before, patch);
    if (inverse.length === 0) return [];
    const problems = editProblems(before, patch);
    if (problems.length > 0) return problems;
    const now = this.options.now();
    const { undoStack: steps, lastTouch } = this.history;
    const goesOn = touch !== undefined && lastTouch?.path === touch && now - lastTouch.at < SAME_EDIT_MS;
    const first = goesOn ? steps.at(-1) : undefined;
    const step: Step = { patch: first ? [...inverse, ...first.patch] : inverse, overtakenBy: null };
    const undoStack = [...(first ? steps.slice(0, -1) : steps), step];
    const joined = goesOn ? this.joinedWithLast(patch) : null;
    return this.makeEdit(joined ?? this.newEdit(patch), {
      undoStack: undoStack.slice(-MOST_UNDO),
      redoStack: [],
      lastTouch: touch === undefined ? null : { path: touch, at: now },
    });
  }

  undo(): void {
    this.takeStep("undoStack", "redoStack", "undone");
  }
  redo(): void {
    this.takeStep("redoStack", "undoStack", "redone");
  }

  /** Takes the last step of a stack. An overtaken step is only removed, so that no earlier step is taken instead. */
  private takeStep(from: "undoStack" | "redoStack", to: "undoStack" | "redoStack", kind: "undone" | "redone"): void {
    const step = this.history[from].at(-1);
    if (!step) return;
    const { patch, overtakenBy: by } = step;
    const { document: madeOn } = this.state;
    const number = ++this.steps;
    const rest: History = { ...this.history, [from]: this.history[from].slice(0, -1), lastTouch: null };
    if (by !== null) {
      this.history = rest;
      this.update({ lastStep: { number, kind: "overtaken", patch, madeOn, by } });
      return;
    }
    const back: Step = { patch: invertPatch(madeOn, patch), overtakenBy: null };
    const history = { ...rest, [to]: [...rest[to], back] };
    this.showRefusal(this.makeEdit(this.newEdit(patch), history, { number, kind, patch, madeOn, by }));
  }

  /** Takes edits that took effect elsewhere (or our own, come back) in order of revision. */
  receive(edits: readonly AppliedEdit[]): void {
    const news = edits.filter((e) => e.revision > this.revision);
    if (news.length === 0) return;
    let { conflict } = this.state;
    for (const edit of news) {
      if (edit.revision !== this.revision + 1) break;
      conflict = clash(conflict, edit, this.confirm(edit));
    }
    this.update({ conflict, saving: this.pending.length > 0 ? this.state.saving : "saved" });
  }

  /** Settles a conflict: keep what the other person did, or do mine again on top of it. */
  settle(keep: "mine" | "theirs"): void {
    const { conflict } = this.state;
    this.update({ conflict: null });
    if (!conflict || keep === "theirs") return;
    for (const edit of conflict.mine) this.doAgain(edit);
  }

  /**
   * The server has a different case than this page knew, for example after a restore: the server's case counts, and
   * waiting edits are rebased onto it.
   */
  startFrom({ document, revision, lastEdit }: ConfirmedCase): void {
    const [typed, madeOn] = [this.pending, this.confirmed];
    this.confirmed = document;
    this.revision = revision;
    this.lastEdit = lastEdit;
    this.pending = [];
    this.forgetHistory();
    this.options.outbox.startFrom(this.base());
    this.rebaseWaitingEdits(typed, madeOn);
    this.keep(this.pending);
    this.update({ saving: this.savingNow() });
    this.sendSoon(0);
  }

  /** Does what was put aside again, on the case as it is; or leaves it out for good. */
  settleParked(how: "again" | "leave-out"): void {
    const { parked } = this.state;
    this.options.outbox.unpark(parked.map((p) => p.id));
    this.update({ parked: [] });
    if (how === "leave-out") return;
    const failing = parked.filter((edit) => !this.doAgain(edit));
    if (failing.length > 0) this.park(failing);
  }

  dismissRefusal(): void {
    this.update({ refused: null });
  }

  /** Sends what waits now, for instance because the line is back. */
  sendSoon(ms = SEND_AFTER_MS): void {
    this.sender.soon(ms);
  }

  /** @returns whether the change is made again on the present case; otherwise a notice says why not */
  private doAgain({ patch, madeOn }: { patch: Patch; madeOn: CaseDocument }): boolean {
    const moved = retargetPatchById(patch, madeOn, this.state.document);
    return this.showRefusal(
      moved ? this.tryEdit(moved) : [{ path: "", message: "What you had changed is no longer there" }],
    );
  }

  /** Puts edits that were made one after the other on `madeOn` behind what waits; what finds no place is put aside. */
  private rebaseWaitingEdits(edits: readonly WaitingEdit[], madeOn: CaseDocument): void {
    let before = madeOn;
    for (const edit of edits) {
      const moved = retargetPatchById(edit.patch, before, this.shown());
      if (moved) this.pending.push({ ...edit, patch: moved });
      else {
        this.forget([edit.id]);
        this.park([{ patch: edit.patch, madeOn: before }]);
      }
      before = applyPatch(before, edit.patch);
    }
    if (edits.length > 0) this.forgetHistory();
  }

  private park(edits: readonly Omit<ParkedEdit, "id">[]): void {
    const parked = edits.map(({ patch, madeOn }) => ({ id: this.options.newId(), patch, madeOn }));
    this.options.outbox.park(parked);
    this.update({ parked: [...this.state.parked, ...parked] });
  }

  private savingNow = (): SavingState => (this.pending.length > 0 ? "saving" : "saved");

  /** Typing on in one field becomes one edit, as long as the last one has never been sent. */
  private joinedWithLast(patch: Patch): WaitingEdit | null {
    const last = this.pending.at(-1);
    if (!last || last.id === this.lastSent || last.patch.length !== patch.length) return null;
    const continues = patch.every((next, i) => {
      const before = last.patch[i];
      return before && before.op !== "remove" && next.op === "replace" && next.path === before.path;
    });
    if (!continues) return null;
    const joined = last.patch.map((before, i) => ({ ...before, value: (patch[i] as { value?: unknown }).value }));
    return { ...last, patch: joined as Patch };
  }

  private newEdit = (patch: Patch): WaitingEdit => ({
    id: this.options.newId(),
    baseRevision: this.revision,
    patch,
  });

  /**
   * Appends an edit to the waiting ones, or replaces the last one that it continues. If the case cannot be assessed
   * with it, that is a bug: nothing is stored or sent, so that no other edit is blocked.
   */
  private makeEdit(edit: WaitingEdit, history: History, lastStep: LastStep | null = null): InputProblem[] {
    const before = { pending: this.pending, history: this.history };
    this.pending = [...before.pending.filter(({ id }) => id !== edit.id), edit];
    this.history = history;
    try {
      this.update({ saving: this.state.saving === "waiting" ? "waiting" : "saving", refused: null, lastStep });
    } catch (error) {
      console.warn("the case cannot be assessed with this edit:", error);
      this.pending = before.pending;
      this.history = before.history;
      return [CANNOT_BE_ASSESSED];
    }
    this.keep([edit]);
    if (this.state.saving !== "waiting") this.sendSoon();
    return [];
  }

  /** @returns null where the edit waits on */
  private async sendEdit(edit: WaitingEdit): Promise<AnsweredEdit | null> {
    this.lastSent = edit.id;
    const { revision: baseRevision, lastEdit } = this;
    const answer = await this.options
      .send({ ...edit, baseRevision, baseEdit: lastEdit ?? undefined })
      .catch((): SendAnswer => ({ kind: "unreachable" }));
    if (answer.kind === "unreachable" || answer.kind === "signed-out" || answer.kind === "other-person") {
      this.update({ saving: answer.kind === "unreachable" ? "waiting" : answer.kind });
      return null;
    }
    if (answer.kind === "failing" && !this.failsForGood(edit.id, answer.status)) {
      this.update({ saving: "waiting" });
      return null;
    }
    return answer;
  }

  private takeAnswer(edit: WaitingEdit, answer: AnsweredEdit): void {
    if (answer.kind === "failing") {
      this.park(this.takeBack(edit.id));
      this.update({ saving: this.savingNow() });
    } else if (answer.kind === "ahead") {
      this.startFrom(answer);
    } else if (answer.kind === "refused") {
      this.takeBack(edit.id);
      this.update({ refused: answer.problems, saving: this.savingNow() });
    } else {
      this.receive(answer.edits);
      // An edit the server had already, or a conflict that the edits between did not show, is taken out here.
      const lost = this.takeBack(edit.id);
      const conflict = answer.kind === "conflict" ? clash(this.state.conflict, answer.with, lost) : this.state.conflict;
      this.update({ conflict, saving: this.savingNow() });
    }
  }

  private failsForGood(id: string, status: number): boolean {
    const same = this.failing.id === id && this.failing.status === status;
    this.failing = { id, status, times: same ? this.failing.times + 1 : 1 };
    return this.failing.times >= FAILURES_TO_PARK;
  }

  /** One edit more is confirmed. @returns what of ours it took away */
  private confirm(edit: AppliedEdit): LostPatch<CaseDocument>[] {
    const before = this.confirmed;
    this.confirmed = applyPatch(before, edit.patch);
    this.revision = edit.revision;
    this.lastEdit = edit.id;
    if (this.pending[0]?.id !== edit.id) return this.rebuild(before, [edit.patch], new Set(), edit.by);
    this.forget([edit.id]);
    return [];
  }

  /** Takes a pending edit back, where it still waits. @returns it, and what hung on it */
  private takeBack(id: string): LostPatch<CaseDocument>[] {
    const at = this.pending.findIndex((e) => e.id === id);
    return at < 0 ? [] : this.rebuild(this.confirmed, [], new Set([at]));
  }

  /**
   * Rebases pending edits and the steps of undo over `first`, without the edits in `gone`.
   * @param by author of `first`; null without one, when a lost step goes with its own edit
   */
  private rebuild(
    before: CaseDocument,
    first: Patch[],
    gone: ReadonlySet<number>,
    by: string | null = null,
  ): LostPatch<CaseDocument>[] {
    const old = this.pending;
    const { kept, lost, end, over } = rebaseSequence(
      before,
      old.map((e) => e.patch),
      first,
      gone,
    );
    this.pending = kept.map(({ index, patch }) => ({ ...(old[index] as WaitingEdit), patch }));
    this.forget(lost.map(({ index }) => (old[index] as WaitingEdit).id));
    this.keep(this.pending);
    const moved = (stack: readonly Step[]): Step[] => {
      const open = stack.filter((step) => step.overtakenBy === null).reverse();
      const { kept: steps } = rebaseSequence(
        end,
        open.map(({ patch }) => patch),
        over,
      );
      const patches = new Map(steps.map(({ index, patch }) => [open[index], patch]));
      return stack.flatMap((step) => {
        const patch = patches.get(step);
        if (patch) return [{ ...step, patch }];
        const overtakenBy = step.overtakenBy ?? by;
        return overtakenBy === null ? [] : [{ ...step, overtakenBy }];
      });
    };
    const { undoStack, redoStack, lastTouch } = this.history;
    this.history = { undoStack: moved(undoStack), redoStack: moved(redoStack), lastTouch };
    return lost;
  }

  /** Steps can be gone on with where this page shows the very case that the page before did. */
  private takeOverSteps(): void {
    const { previous } = this;
    this.previous = null;
    if (!previous || this.history.undoStack.length > 0 || !sameValue(previous.shown(), this.shown())) return;
    this.history = { ...previous.history, lastTouch: this.history.lastTouch };
  }

  private forgetHistory(): void {
    this.history = { ...this.history, undoStack: [], redoStack: [] };
  }

  /** The case as it is with everything that waits. */
  private shown = (): CaseDocument => this.pending.reduce((at, edit) => applyPatch(at, edit.patch), this.confirmed);

  private base = (): ConfirmedCase => ({ document: this.confirmed, ...this.known() });

  /** Keeps edits in the browser; places only grow, so that their order is the order of the edits. */
  private keep(edits: readonly WaitingEdit[]): void {
    if (edits.length > 0) this.options.outbox.put(edits.map((edit) => ({ edit, place: this.place++ })));
  }

  private forget(ids: readonly string[]): void {
    this.pending = this.pending.filter((e) => !ids.includes(e.id));
    this.options.outbox.confirm(this.base(), ids);
  }

  /**
   * A waiting edit that does not apply, breaks the case or cannot be assessed is set aside, where a person sees it;
   * the others go on.
   */
  private setAsideWhatFails(): void {
    if (this.pending.length === 0) return;
    const quick = this.applicable(() => true);
    // An assessment takes some milliseconds; one of them is enough where nothing is wrong.
    const { kept, failing } = this.canAssess(quick.document)
      ? quick
      : this.applicable((after) => this.canAssess(after));
    if (failing.length === 0) return;
    this.pending = kept;
    this.forget(failing.map(({ id }) => id));
    this.forgetHistory();
    this.park(failing);
  }

  /** Applies what waits in order, without what fails. */
  private applicable(isSound: (after: CaseDocument) => boolean) {
    let document = this.confirmed;
    const kept: WaitingEdit[] = [];
    const failing: ParkedEdit[] = [];
    for (const edit of this.pending) {
      const after = documentWith(document, edit.patch);
      if (after && isSound(after)) {
        kept.push(edit);
        document = after;
      } else failing.push({ id: edit.id, patch: edit.patch, madeOn: document });
    }
    return { document, kept, failing };
  }

  private canAssess(document: CaseDocument): boolean {
    try {
      assessCase(document, keptBookFor(document, this.options.books));
      return true;
    } catch {
      return false;
    }
  }

  private update(changes: Partial<SyncStatus>): void {
    this.becomes(this.show({ ...this.state, ...changes }));
  }

  private show({ saving, conflict, refused, parked, lastStep }: SyncStatus): JobState {
    const document = this.shown();
    const same = this.state !== undefined && sameValue(document, this.state.document);
    const assessed = same ? this.state.assessed : assessCase(document, keptBookFor(document, this.options.books));
    return {
      ...assessed,
      assessed,
      saving,
      waiting: this.pending.length,
      conflict,
      refused,
      parked,
      canUndo: this.history.undoStack.length > 0,
      canRedo: this.history.redoStack.length > 0,
      lastStep,
    };
  }
}

/** The case with a patch; null where the patch does not apply, or breaks the case. */
function documentWith(document: CaseDocument, patch: Patch): CaseDocument | null {
  try {
    return editProblems(document, patch).length > 0 ? null : applyPatch(document, patch);
  } catch {
    return null;
  }
}

const clash = (before: EditConflict | null, edit: AppliedEdit, lost: EditConflict["mine"]): EditConflict | null =>
  lost.length === 0 ? before : { theirs: [...(before?.theirs ?? []), edit], mine: [...(before?.mine ?? []), ...lost] };
