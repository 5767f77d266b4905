import { describe, expect, it } from "vitest";
import { mayStream, routedPath } from "./guard.ts";

describe("a path", () => {
  it.each([
    ["/jobs/a/photos", "/jobs/a/photos"],
    ["/JOBS/a/Photos/", "/jobs/a/photos"],
    ["/jobs/a/%70hotos", "/jobs/a/photos"],
    ["/jobs/a/photos.data", "/jobs/a/photos"],
    ["/", ""],
  ])("%s is limited as %s is", (path, routed) => expect(routedPath(path)).toBe(routed));
  it("with invalid escapes is not found", () => expect(routedPath("/%E0%A4%A")).toBeNull());
});

describe("an event stream", () => {
  it.each([
    ["GET", "/jobs/a/events", true],
    ["HEAD", "/jobs/a/events", false],
    ["POST", "/jobs/a/events", false],
    ["GET", "/jobs/a/events.data", false],
    ["GET", "/jobs/a/EVENTS.data", false],
    ["GET", "/jobs/a/EVENTS", false],
    ["GET", "/jobs/a/even%74s.data", false],
    ["GET", "/jobs/a/events/", false],
  ])("answers %s %s: %s", (method, path, answers) => expect(mayStream({ method, path })).toBe(answers));
});
