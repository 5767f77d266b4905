/** `npm run schemas`: writes docs/case.schema.json from the schema that the program itself uses. */
import { writeFileSync } from "node:fs";
import { caseJsonSchema } from "./json-schema.ts";

writeFileSync("docs/case.schema.json", `${JSON.stringify(caseJsonSchema(), null, 1)}\n`);
