/** The next action of a job, by its stage. */
import { describe, expect, it } from "vitest";
import { askedStage, askedWaiting, nextStep, stageName, waitedForName } from "./stage.ts";

const TODAY = "2026-12-01";
const asks = { due: null, next: { step: "survey" as const, text: "Confirm the bus rating" } };
const asksNothing = { due: null, next: { step: "papers" as const, text: "Check the ways and print the worksheet" } };

describe("the next step of a job", () => {
  it("is what its case asks for while it is looked at", () => {
    expect(nextStep("enquiry", asks, "utility", TODAY)).toEqual(asks.next);
    expect(nextStep("survey", asksNothing, "utility", TODAY)).toEqual(asksNothing.next);
  });
  it("once quoted is to hear from the customer, unless something is still to be confirmed", () => {
    expect(nextStep("quoted", asksNothing, "utility", TODAY)).toEqual({
      step: "papers",
      text: "Ask whether the quote is accepted",
    });
    expect(nextStep("quoted", asks, "utility", TODAY)).toEqual(asks.next);
  });
  it("while it waits is with whom it waits for, in the words of its rules", () => {
    expect(nextStep("waiting", asks, "network operator", TODAY).text).toBe(
      "Ask the network operator how far the application is",
    );
    expect(stageName("waiting", "network operator")).toBe("Waiting on the network operator");
    expect(stageName("waiting", "utility")).toBe("Waiting on the utility");
    expect(stageName("waiting", null)).toBe("Waiting");
  });
  it("is absent once the job is closed, lost or refused", () => {
    expect(nextStep("closed", asks, "utility", TODAY)).toEqual({
      step: "papers",
      text: "Nothing left to do; its papers are kept here",
    });
    expect(nextStep("lost", asks, "utility", TODAY).text).toBe("Nothing left to do");
    expect(nextStep("refused", asks, "utility", TODAY).text).toBe("Nothing left to do");
  });
  it("is what is due, first of all once its day has come, and by its day before", () => {
    const due = { on: TODAY, text: "Notify the network operator" };
    expect(nextStep("done", { ...asks, due }, "network operator", TODAY)).toEqual({
      step: "papers",
      text: "Notify the network operator",
      isOverdue: false,
    });
    expect(nextStep("survey", { ...asks, due }, "network operator", "2026-12-02").isOverdue).toBe(true);
    expect(nextStep("done", { ...asks, due }, "network operator", "2026-11-01").text).toBe(
      "Notify the network operator by 2026-12-01",
    );
    expect(nextStep("survey", { ...asks, due }, "network operator", "2026-11-01")).toEqual(asks.next);
  });
  it("is said for every stage", () => {
    for (const stage of ["accepted", "scheduled", "installing", "to-prove", "done"] as const)
      expect(nextStep(stage, asks, "utility", TODAY).text.length, stage).toBeGreaterThan(10);
  });
});

describe("a stage that is asked for", () => {
  it("is one of them, or every one", () => {
    expect(askedStage("waiting")).toBe("waiting");
    expect(askedStage("sold")).toBeNull();
    expect(askedStage(null)).toBeNull();
  });
});

describe("whom a list is asked to wait for", () => {
  it("is one of those a job can wait for, in the words of the firm's rules", () => {
    expect(askedWaiting("association")).toBe("association");
    expect(askedWaiting("nobody")).toBeNull();
    expect(waitedForName("operator", "network operator")).toBe("network operator");
  });
});
