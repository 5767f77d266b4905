import { describe, expect, it } from "vitest";
import { knownUsHome } from "#core/testing/cases.ts";
import { ANSWERS, parseAnswer, readAnswer } from "./wire.ts";

const edit = {
  id: "edit-0001",
  revision: 3,
  patch: [{ op: "remove", path: "/loads/0" }],
  by: "Mara Quill",
  at: "2026-11-30",
};

describe("an answer of the server", () => {
  it("is read as it was written", () => {
    const accepted = { kind: "accepted", revision: 3, edits: [edit] };
    expect(readAnswer(ANSWERS.edit, accepted)).toEqual(accepted);
    const conflict = { kind: "conflict", revision: 3, edits: [edit], with: edit };
    expect(readAnswer(ANSWERS.edit, conflict)).toEqual(conflict);
    const ahead = { kind: "ahead", document: knownUsHome(), revision: 1, lastEdit: null };
    expect(readAnswer(ANSWERS.edit, ahead)).toEqual(ahead);
    const refused = { kind: "refused", problems: [{ path: "", message: "No" }] };
    expect(readAnswer(ANSWERS.edit, refused)).toEqual(refused);
  });

  it.each([
    ["another kind", { kind: "done", revision: 3 }],
    ["a key of every object", { kind: "constructor" }],
    ["a revision that is no number", { kind: "accepted", revision: "3", edits: [] }],
    ["an edit without its patch", { kind: "accepted", revision: 3, edits: [{ ...edit, patch: undefined }] }],
    ["a conflict with nothing", { kind: "conflict", revision: 3, edits: [] }],
    ["a case that is no case", { kind: "ahead", document: { format: "heron-case" }, revision: 1, lastEdit: null }],
    ["a page of another program", "<html>"],
    ["nothing", null],
  ])("counts as none with %s", (_, answer) => {
    expect(readAnswer(ANSWERS.edit, answer)).toBeNull();
  });

  it("counts as none where its text breaks off", () => {
    expect(parseAnswer(ANSWERS.appliedEdits, JSON.stringify([edit]))).toEqual([edit]);
    expect(parseAnswer(ANSWERS.appliedEdits, JSON.stringify([edit]).slice(0, -2))).toBeNull();
  });

  it("lists pictures, other people and jobs in their own formats", () => {
    const photo = {
      id: "p1",
      item: "supply-label",
      about: null,
      caption: "",
      width: 800,
      height: 600,
      marks: [{ kind: "label", points: [[0.5, 0.5]], text: "main" }],
      takenAt: "2026-11-30T10:00:00Z",
      takenBy: { id: "m", name: "Mara Quill" },
    };
    expect(readAnswer(ANSWERS.photos, { revision: 1, photos: [photo] })?.photos[0]).toEqual(photo);
    expect(readAnswer(ANSWERS.photos, { revision: 1, photos: [{ ...photo, marks: [{ kind: "star" }] }] })).toBeNull();
    expect(readAnswer(ANSWERS.otherPeople, [{ name: "Jonah Pike", field: "" }])).toHaveLength(1);
    expect(
      readAnswer(ANSWERS.jobs, [{ id: "job:1", kind: "step", label: "", detail: "", to: { job: "1" } }]),
    ).toBeNull();
  });
});
