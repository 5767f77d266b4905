/** The quote: up to three options picked from the ways, what the customer pays today, and how the customer sees it. */
import { Button, Select, Tag } from "antd";
import { useMemo, useState } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import { MOST } from "#core/case/document/schema.ts";
import type { CaseDocument, QuoteOption } from "#core/case/document/types.ts";
import { panelTitle } from "#core/case/fields/names.ts";
import { quoteFields, quoteOptionFields } from "#core/case/fields/quote.ts";
import { showDay } from "#core/dates.ts";
import { wayVerdict } from "#core/decide/answer.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import {
  addOptionPatch,
  earlierOptionPatch,
  suggestPatch,
  withoutAcceptancePatch,
  withoutOptionPatch,
} from "#core/quote/edits.ts";
import { type OfferOption, offerOf } from "#core/quote/offer.ts";
import { codebookOf } from "#core/rules/index.ts";
import { wayOf } from "#core/ways/index.ts";
import { capital } from "#core/words.ts";
import { useRight } from "#routes/job/use-right.ts";
import { useVisitor } from "#routes/job/use-visitor.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { deferred, useJob, useJobAtRest, useJobStore } from "#ui/job-store/use-job.tsx";
import { FirmTexts } from "./firm-texts.tsx";
import styles from "./quote.module.css";

/** What can be offered: every way that is not ruled out, and its variants from other panels. */
function offerable({ document, assessment }: Pick<AssessedCase, "document" | "assessment">) {
  const codebook = codebookOf(document.rules);
  return assessment.ways
    .filter(({ verdict }) => verdict !== "ruled-out")
    .flatMap(({ way, name, cost, variants, ...judged }) => [
      {
        value: way,
        label: `${name}: ${wayVerdict(judged)}, ${showMoney(cost.typical, cost.currency)}`,
        pick: { way, panel: undefined as string | undefined },
      },
      ...variants
        .filter(({ verdict, panel }) => verdict !== "ruled-out" && panel !== null)
        .map(({ panel, typical }) => ({
          value: `${way} ${panel}`,
          label: `${name} from ${panelTitle(document, panel, codebook)}, ${showMoney(typical, cost.currency)}`,
          pick: { way, panel: panel ?? undefined },
        })),
    ]);
}

export const QuoteSection = deferred(function Quote({ document, assessment }) {
  const store = useJobStore();
  const mayIssue = useRight("issue");
  const options = document.quote?.options ?? [];
  const picks = offerable({ document, assessment });
  const [picked, setPicked] = useState<string | null>(null);
  const isOffered = ({ pick: { way, panel } }: (typeof picks)[number]) =>
    options.some((option) => option.way === way && option.panel === panel);
  const open = picks.filter((one) => !isOffered(one));
  const pick = open.find(({ value }) => value === (picked ?? assessment.taken)) ?? open[0];
  const offered = useOffered();
  const add = () => {
    if (!pick) return;
    const { way, panel } = pick.pick;
    const option = { id: freshId("option"), way: way as QuoteOption["way"], ...(panel && { panel }) };
    store.edit(addOptionPatch(store.getState().document, option));
    setPicked(null);
  };
  return (
    <Section
      id="quote"
      title="Quote"
      aside={
        mayIssue &&
        options.length > 0 && (
          <a href={`/jobs/${store.jobId}/offer`} target="_blank" rel="noreferrer">
            See it as the customer does
          </a>
        )
      }
    >
      {document.quote?.accepted && <Accepted accepted={document.quote.accepted} />}
      {options.length === 0 && (
        <p className="quiet">
          Nothing is offered yet. Pick up to {MOST.quoteOptions} ways; each becomes an option in the customer's words.
        </p>
      )}
      {options.map((option, index) => (
        <OptionPart
          key={option.id}
          option={option}
          index={index}
          offered={offered.find(({ id }) => id === option.id)}
          isSuggested={document.quote?.suggested === option.id}
        />
      ))}
      {options.length < MOST.quoteOptions && (
        <div className={styles.add}>
          <Select
            aria-label="Way to offer"
            className={styles.pick}
            value={pick?.value ?? null}
            options={open.map(({ value, label }) => ({ value, label }))}
            onChange={(value: string | null) => setPicked(value)}
            notFoundContent="No other way can be taken as things stand"
          />
          <Button type={options.length === 0 ? "primary" : "default"} disabled={!pick} onClick={add}>
            Add as an option
          </Button>
        </div>
      )}
      {options.length > 0 && (
        <Fields>
          <CaseField of={quoteFields.validDays} />
          <CaseField of={quoteFields.depositPercent} />
          <CaseField of={quoteFields.pricePerKWh} />
          <CaseField of={quoteFields.dayPricePerKWh} />
          <CaseField of={quoteFields.fuelPerMonth} />
          <CaseField of={quoteFields.notIncluded} />
          <CaseField of={quoteFields.terms} />
        </Fields>
      )}
    </Section>
  );
});

/** Who accepted which option, and the press that takes it back. */
function Accepted({ accepted }: { accepted: NonNullable<NonNullable<CaseDocument["quote"]>["accepted"]> }) {
  const store = useJobStore();
  const { document } = useJob();
  const { name, today } = useVisitor();
  const number = (document.quote?.options ?? []).findIndex(({ id }) => id === accepted.option) + 1;
  return (
    <p>
      <b>
        {accepted.name} accepted {number > 0 ? `option ${number}` : "an option that was taken away since"}
      </b>{" "}
      of version {accepted.version} on {showDay(accepted.on, codebookOf(document.rules).conventions)}.{" "}
      <Button size="small" onClick={() => store.edit(withoutAcceptancePatch(store.getState().document, name, today))}>
        It was taken back
      </Button>
    </p>
  );
}

/** The offer of the case, once nobody types. */
function useOffered(): readonly OfferOption[] {
  const { document, prices, assessment } = useJobAtRest();
  return useMemo(() => offerOf(document, prices.book, assessment).options, [document, prices, assessment]);
}

function OptionPart(props: {
  option: QuoteOption;
  index: number;
  /** Undefined where its way is ruled out now. */
  offered: OfferOption | undefined;
  isSuggested: boolean;
}) {
  const { option, index, offered, isSuggested } = props;
  const store = useJobStore();
  const now = () => store.getState().document;
  const name = offered?.name ?? wayOf(option.way).words["en-US"].name;
  const title = `Option ${index + 1}`;
  return (
    <section className={styles.option} aria-label={`${title}: ${name}`}>
      <header>
        <h3>
          {title}: {name} {isSuggested && <Tag>suggested</Tag>}
        </h3>
        <strong className="figure">{offered ? offered.price : "ruled out as things stand"}</strong>
      </header>
      {offered && (
        <p className="quiet">
          {capital(offered.gives.join("; "))}. {offered.wait}.
          {offered.outside.length > 0 && ` ${offered.outside.join(" ")}`}
        </p>
      )}
      <Fields>
        <CaseField of={quoteOptionFields.fixedPrice} index={[index]} />
        <CaseField of={quoteOptionFields.text} index={[index]} />
      </Fields>
      <div className={styles.acts}>
        <FirmTexts index={index} name={title} />
        <Button size="small" onClick={() => store.edit(suggestPatch(now(), option.id))}>
          {isSuggested ? "Do not suggest it" : "Suggest it"}
        </Button>
        {index > 0 && (
          <Button
            size="small"
            aria-label={`Move ${title} up`}
            onClick={() => store.edit(earlierOptionPatch(now(), option.id))}
          >
            Move up
          </Button>
        )}
        <Button
          size="small"
          type="text"
          danger
          aria-label={`Remove ${title}`}
          onClick={() => store.edit(withoutOptionPatch(now(), option.id))}
        >
          Remove
        </Button>
      </div>
    </section>
  );
}
