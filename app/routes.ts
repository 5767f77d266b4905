/** Every address of the application and the folder that answers it. */

import { index, type RouteConfig, route } from "@react-router/dev/routes";
import { STEP_IDS } from "#core/case/fields/steps.ts";

export default [
  index("routes/job-list/route.tsx"),
  route("sign-in", "routes/sign-in/route.tsx"),
  route("sign-in/code", "routes/sign-in-code/route.tsx"),
  route("password/:token", "routes/password-link/route.tsx"),
  route("account", "routes/account/route.tsx"),
  route("people", "routes/people/route.tsx"),
  route("sign-out", "routes/sign-out/route.ts"),
  route("theme", "routes/theme/route.ts"),
  route("health", "routes/health/route.ts"),
  route("health/alive", "routes/health/alive.ts"),
  route("prices", "routes/prices/route.tsx"),
  route("prices.csv", "routes/prices/csv.ts"),
  route("prices.xlsx", "routes/prices/xlsx.ts"),
  route("recorders", "routes/recorders/route.ts"),
  route("jobs/find", "routes/find-jobs/route.ts"),
  route("jobs/new", "routes/new-job/route.tsx"),
  route("jobs/:jobId", "routes/job/route.tsx", [
    index("routes/job/first-step.ts"),
    ...STEP_IDS.map((step) => route(step, `routes/job/${step}/route.tsx`)),
  ]),
  route("jobs/:jobId/photos", "routes/job-photos/photos.ts"),
  route("jobs/:jobId/photos/:photoId", "routes/job-photos/photo.ts"),
  route("jobs/:jobId/interval-data", "routes/job-interval-data/list.ts"),
  route("jobs/:jobId/interval-data/:digest", "routes/job-interval-data/values.ts"),
  route("interval-mappings", "routes/interval-mappings/route.ts"),
  route("jobs/:jobId/edits", "routes/job-edits/route.ts"),
  route("jobs/:jobId/events", "routes/job-events/route.ts"),
  route("jobs/:jobId/presence", "routes/job-presence/route.ts"),
  route("jobs/:jobId/case.json", "routes/job-export/case.ts"),
  route("jobs/:jobId/assessment.json", "routes/job-export/assessment.ts"),
  route("jobs/:jobId/single-line.svg", "routes/job-export/single-line.ts"),
  route("jobs/:jobId/ledger.csv", "routes/job-ledger/csv.ts"),
  route("jobs/:jobId/ledger.xlsx", "routes/job-ledger/xlsx.ts"),
  route("jobs/:jobId/materials.csv", "routes/job-materials/csv.ts"),
  route("jobs/:jobId/materials.xlsx", "routes/job-materials/xlsx.ts"),
  route("jobs/:jobId/papers/:paper.pdf", "routes/job-paper/route.ts"),
  route("*", "routes/not-found/route.ts"),
] satisfies RouteConfig;
