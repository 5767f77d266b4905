import { writeFileSync } from "node:fs";
import { Heron } from "./e2e/heron.ts";

const heron = await Heron.start();
writeFileSync(
  "/tmp/h/url",
  JSON.stringify({ url: heron.url, db: (heron as unknown as { databaseUrl?: string }).databaseUrl ?? "" }),
);
setInterval(() => {}, 1e6);
