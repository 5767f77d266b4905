/** Every address of the application and the folder that answers it. */
import { index, type RouteConfig, route } from "@react-router/dev/routes";

export default [
  index("routes/job-list/route.tsx"),
  route("sign-in", "routes/sign-in/route.tsx"),
  route("sign-out", "routes/sign-out/route.ts"),
  route("theme", "routes/theme/route.ts"),
  route("health", "routes/health/route.ts"),
  route("prices", "routes/prices/route.tsx"),
  route("prices.csv", "routes/prices/csv.ts"),
  route("prices.xlsx", "routes/prices/xlsx.ts"),
  route("jobs/find", "routes/find-jobs/route.ts"),
  route("jobs/new", "routes/new-job/route.tsx"),
  route("jobs/:jobId", "routes/job/route.tsx", [
    index("routes/job/first-step.ts"),
    route("survey", "routes/job/survey/route.tsx"),
    route("demand", "routes/job/demand/route.tsx"),
    route("need", "routes/job/need/route.tsx"),
    route("ways", "routes/job/ways/route.tsx"),
    route("circuit", "routes/job/circuit/route.tsx"),
    route("papers", "routes/job/papers/route.tsx"),
  ]),
  route("jobs/:jobId/photos", "routes/job-photos/photos.ts"),
  route("jobs/:jobId/photos/:photoId", "routes/job-photos/photo.ts"),
  route("jobs/:jobId/edits", "routes/job-edits/route.ts"),
  route("jobs/:jobId/events", "routes/job-events/route.ts"),
  route("jobs/:jobId/case.json", "routes/job-export/case.ts"),
  route("jobs/:jobId/assessment.json", "routes/job-export/assessment.ts"),
  route("jobs/:jobId/ledger.csv", "routes/job-ledger/csv.ts"),
  route("jobs/:jobId/ledger.xlsx", "routes/job-ledger/xlsx.ts"),
  route("jobs/:jobId/papers/:paper.pdf", "routes/job-paper/route.ts"),
  route("*", "routes/not-found/route.ts"),
] satisfies RouteConfig;
