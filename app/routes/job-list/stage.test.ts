/** The next action of a job, by its stage. */
import { describe, expect, it } from "vitest";
import { askedStage, askedWaiting, nextStep, stageName, waitedForName } from "./stage.ts";

const asks = { next: { step: "survey" as const, text: "Confirm the bus rating" } };
const asksNothing = { next: { step: "papers" as const, text: "Check the ways and print the worksheet" } };

describe("the next step of a job", () => {
  it("is what its case asks for while it is looked at", () => {
    expect(nextStep("enquiry", asks, "utility")).toEqual(asks.next);
    expect(nextStep("survey", asksNothing, "utility")).toEqual(asksNothing.next);
  });
  it("once quoted is to hear from the customer, unless something is still to be confirmed", () => {
    expect(nextStep("quoted", asksNothing, "utility")).toEqual({
      step: "ways",
      text: "Ask whether the quote is accepted",
    });
    expect(nextStep("quoted", asks, "utility")).toEqual(asks.next);
  });
  it("while it waits is with whom it waits for, in the words of its rules", () => {
    expect(nextStep("waiting", asks, "network operator").text).toBe(
      "Ask the network operator how far the application is",
    );
    expect(stageName("waiting", "network operator")).toBe("Waiting on the network operator");
    expect(stageName("waiting", "utility")).toBe("Waiting on the utility");
    expect(stageName("waiting", null)).toBe("Waiting");
  });
  it("is absent after installation", () => {
    expect(nextStep("installed", asks, "utility")).toEqual({
      step: "papers",
      text: "Nothing left to do; its papers are kept here",
    });
  });
});

describe("a stage that is asked for", () => {
  it("is one of the five, or every one", () => {
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
