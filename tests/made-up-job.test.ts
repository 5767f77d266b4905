/** The page that warms up a thread is the page of a job. */
import type { ServerBuild } from "react-router";
import { expect, it } from "vitest";
import * as job from "#routes/job/route.tsx";
import * as survey from "#routes/job/survey/route.tsx";
import { renderMadeUpJob } from "#server/made-up-job.tsx";

it("the survey of a made-up home is rendered with its answer and its fields", async () => {
  const routes = { "routes/job/route": { module: job }, "routes/job/survey/route": { module: survey } };
  const html = await renderMadeUpJob({ routes } as unknown as ServerBuild);
  expect(html).toContain("A made-up home");
  expect(html).toContain("As it stands");
  expect(html).toContain("Service rating");
});
