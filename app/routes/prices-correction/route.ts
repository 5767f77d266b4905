/** `/prices/correction`: multiplies the labour of the price book by what the firm's finished jobs took. */

import { redirect } from "react-router";
import { correctionsOf, withLabour } from "#core/estimate/corrections.ts";
import { readForm } from "#server/input.ts";
import { firmContext, forPeople, inWords, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export const loader = () => redirect("/prices");

export const action = ({ request, context }: Route.ActionArgs) =>
  inWords(async () => {
    const person = requireRight(context, "change-prices");
    const { prices, jobs } = context.get(firmContext);
    const form = await readForm(request, FORM);
    if (form.problems) throw refuse("bad-request");
    const { hours } = correctionsOf(await jobs.actuals());
    if (!hours) throw refuse("bad-request");
    const { book } = await prices.newest();
    await prices.save(withLabour(book, hours.factor), form.value.version, person.id);
    throw redirect("/prices");
  });
