/** The forms of the checks of a job. */
import { number, object, string } from "yup";

const choice = () => string().max(80).default("");
export const FORMS = {
  begin: object({
    /** Ids with commas between; empty for all checks of the job. */
    checks: string()
      .matches(/^[a-z-]*(,[a-z-]+)*$/)
      .max(200)
      .default(""),
    charger: choice(),
    second: choice(),
    clamps: choice(),
    splitter: choice(),
  }),
  press: object({ seq: number().integer().required() }),
  cannot: object({ seq: number().integer().required() }),
  stop: object({}),
};
/** How many points the page has of which run. */
export const QUERY = object({ run: number().integer().min(0).default(0), after: number().integer().min(0).default(0) });
