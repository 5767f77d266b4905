/** The pages for people outside the firm, as plain HTML: forms work as they are, and a small script adds the signature. */
import { daysAfter, showDay } from "#core/dates.ts";
import type { LinkAnswer } from "#core/firm/customer-link.ts";
import { LONGEST_LINE, LONGEST_REASON } from "#core/limits.ts";
import type { OfferOption } from "#core/quote/offer.ts";
import type { ShownConsent, ShownPaper } from "#core/quote/shown-paper.ts";
import type { ChargerOutline } from "#core/survey/agreed-place.ts";
import { commonScaleA } from "#core/waterline.ts";
import { type AskedView, Labelled, Messages } from "./parts.tsx";
import { CustomerWaterline } from "./waterline.tsx";

/** Data of a page with a quote or a consent. */
export interface CustomerView extends AskedView {
  /** Path that the files of the page begin with; null where it is only looked at. */
  base: string | null;
  address: string;
  asks: "quote" | "owner" | "association";
  shown: ShownPaper | null;
  /** Number of the issued version, and its day; null where nothing was issued. */
  issued: { number: number; on: string } | null;
  answer: LinkAnswer | null;
  /** The work has begun and is not proved yet. */
  isNotToBeUsed: boolean;
  /** Why it cannot be accepted any more. */
  notAcceptable: string | null;
  /** The picture of the agreed place, with lines drawn on it; null without one. */
  place: {
    address: string;
    width: number;
    height: number;
    lines: readonly string[];
    /** The charger to scale; null where nothing on the picture gives the scale. */
    outline: ChargerOutline | null;
  } | null;
}

export function CustomerPage({ view }: { view: CustomerView }) {
  const { firmName, name, address, shown, issued, isPreview, conventions } = view;
  return (
    <main>
      {isPreview && <p className="note">This is how the customer will see it. Nothing can be sent from here.</p>}
      <header>
        <p className="firm">{firmName}</p>
        <h1>{view.asks === "quote" ? "Charging at your home" : "Your consent to a charger"}</h1>
        <p>
          {address}
          {name && `, for ${name}`}
          {issued && `. Version ${issued.number}, ${showDay(issued.on, conventions)}`}
        </p>
      </header>
      {view.isNotToBeUsed && (
        <p className="note">
          <strong>Not to be used yet.</strong> The last tests have not been recorded. Do not charge before {firmName}{" "}
          has told you so in writing, and has taken the same notice off the charger.
        </p>
      )}
      <Outcome view={view} />
      {shown === null && <p>There is nothing to show yet.</p>}
      {shown?.kind === "offer" && <OfferPart view={view} offer={shown} />}
      {shown?.kind === "consent" && <ConsentPart view={view} consent={shown} />}
      <Messages view={view} />
      <footer>
        {issued && view.base && (
          <p>
            <a href={`${view.base}/paper.pdf`}>The same as a paper (PDF)</a>
          </p>
        )}
        <p>
          The work is done by qualified electricians. Local code and the rules of those who run the network come first.
          This page is for you: do not pass its address on.
        </p>
      </footer>
    </main>
  );
}

/** Shows the answer that was given, or why no answer is possible. */
function Outcome({ view: { answer, notAcceptable, conventions, firmName, problems } }: { view: CustomerView }) {
  if (answer) {
    const day = showDay(answer.on, conventions);
    const said = {
      accepted: `${answer.name} accepted this on ${day}. ${firmName} will call to agree on a day.`,
      declined: `${answer.name} declined this on ${day}.`,
      agreed: `${answer.name} agreed on ${day}.`,
      refused: `${answer.name} did not agree, on ${day}.`,
    }[answer.kind];
    return (
      <p className="done" role="status">
        {said}
      </p>
    );
  }
  const problem = notAcceptable ?? problems.form;
  return problem ? (
    <p className="problem" role="alert">
      {problem}
    </p>
  ) : null;
}

function OfferPart({ view, offer }: { view: CustomerView; offer: Extract<ShownPaper, { kind: "offer" }> }) {
  const { conventions, issued } = view;
  const scaleA = commonScaleA(offer.options.map(({ level }) => level));
  return (
    <>
      {issued && <p>Holds until {showDay(daysAfter(issued.on, offer.validDays), conventions)}. Prices include tax.</p>}
      {offer.isMadeUp && <p className="note">The prices are made-up examples.</p>}
      {offer.options.map((option, i) => (
        <Option key={option.id} option={option} number={i + 1} scaleA={scaleA} />
      ))}
      <Place view={view} />
      <section>
        <h2>Not included</h2>
        <ul>
          {(offer.notIncluded.length > 0
            ? offer.notIncluded
            : ["Decorating, and whatever nobody could see before the work"]
          ).map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
        {offer.terms && <p className="lines">{offer.terms}</p>}
      </section>
      <AcceptForm view={view} options={offer.options} />
      <section>
        <h2>What people ask</h2>
        {offer.questions.map(({ question, answer }) => (
          <details key={question}>
            <summary>{question}</summary>
            <p>{answer}</p>
          </details>
        ))}
        {offer.assumptions.length > 0 && (
          <details>
            <summary>What was assumed</summary>
            <ul>
              {offer.assumptions.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </details>
        )}
      </section>
    </>
  );
}

function Option({ option, number, scaleA }: { option: OfferOption; number: number; scaleA: number }) {
  return (
    <section className="option">
      <h2>
        {number}. {option.name}
        {option.isSuggested && <em> we suggest this</em>}
      </h2>
      <p>{option.means}</p>
      <p className="price">{option.price}</p>
      {option.afterGrants !== null && (
        <p>
          After the grants we count on: <b>{option.afterGrants}</b>
        </p>
      )}
      {option.text && <p className="lines">{option.text}</p>}
      <div className="beside">
        <ul>
          {[...option.gives, ...option.costs].map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
        <CustomerWaterline level={option.level} scaleA={scaleA} />
      </div>
      <dl>
        <dt>When</dt>
        <dd>{option.wait}.</dd>
        <dt>What will be off</dt>
        <dd>{option.off}</dd>
        {option.deposit !== null && (
          <>
            <dt>Deposit</dt>
            <dd>{option.deposit}</dd>
          </>
        )}
        <dt>Later</dt>
        <dd>{option.leaves}</dd>
      </dl>
      <details>
        <summary>What will be done</summary>
        <ul>
          {option.work.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </details>
      {option.outside.length > 0 && (
        <details>
          <summary>Why it is not the standard price</summary>
          {option.outside.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </details>
      )}
      {option.grants.length > 0 && (
        <details>
          <summary>Grants</summary>
          <ul>
            {option.grants.map(({ name, amount, condition }) => (
              <li key={name}>
                {name}, {amount}. {condition}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** The agreed place, on the picture of the wall. */
function Place({ view: { place } }: { view: CustomerView }) {
  if (!place) return null;
  return (
    <section>
      <h2>Where it will hang</h2>
      <svg className="place" viewBox={`0 0 ${place.width} ${place.height}`} role="img" aria-label="The agreed place">
        <image href={place.address} width={place.width} height={place.height} />
        {place.lines.map((line) => (
          <polyline key={line} points={line} fill="none" stroke="#A0412B" strokeWidth={place.width / 110} />
        ))}
        {place.outline && (
          <rect {...place.outline} fill="#FCFBF7" fillOpacity="0.7" stroke="#1D2A30" strokeWidth={place.width / 160} />
        )}
      </svg>
      {place.outline && <p>The box is the charger, to scale; the line is its cable.</p>}
    </section>
  );
}

function ConsentPart({ view, consent }: { view: CustomerView; consent: ShownConsent }) {
  return (
    <>
      <section>
        <h2>What would be done</h2>
        <p>
          <b>{consent.way}</b>. {consent.means}.
        </p>
        <ul>
          {consent.work.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
        {consent.leaves.map((text) => (
          <p key={text}>{text}</p>
        ))}
      </section>
      <Place view={view} />
      <ConsentForm view={view} />
    </>
  );
}

/** The sheet to sign on; a script makes it a picture in the hidden field. */
const Signature = ({ problem }: { problem?: string | undefined }) => (
  <div className="sign" data-sign>
    <span>Sign here</span>
    <canvas width="600" height="200" aria-label="Signature" />
    <button type="button" data-clear>
      Clear
    </button>
    <input type="hidden" name="signature" />
    <noscript>Signing here needs a browser with scripts. You can also sign the paper and send it back.</noscript>
    {problem && (
      <span className="problem" role="alert">
        {problem}
      </span>
    )}
  </div>
);

function AcceptForm({ view, options }: { view: CustomerView; options: readonly OfferOption[] }) {
  const { problems, typed, isPreview, answer, notAcceptable } = view;
  if (answer || notAcceptable || options.length === 0) return null;
  return (
    <section>
      <h2>Accept</h2>
      <form method="post" aria-label="Accept">
        <input type="hidden" name="what" value="accept" />
        <fieldset>
          <legend>Which option</legend>
          {options.map(({ id, name, price }, i) => (
            <label key={id} className="choice">
              <input
                type="radio"
                name="option"
                value={id}
                defaultChecked={typed.option === id || (typed.option === undefined && options.length === 1)}
              />{" "}
              {i + 1}. {name}, {price}
            </label>
          ))}
          {problems.option && (
            <span className="problem" role="alert">
              {problems.option}
            </span>
          )}
        </fieldset>
        <Labelled label="Your name" problem={problems.name}>
          {(id) => (
            <input id={id} name="name" autoComplete="name" maxLength={LONGEST_LINE} defaultValue={typed.name ?? ""} />
          )}
        </Labelled>
        <Signature problem={problems.signature} />
        <button type="submit" className="main" disabled={isPreview}>
          Accept
        </button>
      </form>
      <details>
        <summary>No, thank you</summary>
        <form method="post" aria-label="Decline">
          <input type="hidden" name="what" value="decline" />
          <Labelled label="Your name" problem={problems.declineName}>
            {(id) => <input id={id} name="name" autoComplete="name" maxLength={LONGEST_LINE} />}
          </Labelled>
          <Labelled label="Why, if you like to say">
            {(id) => <textarea id={id} name="why" rows={2} maxLength={LONGEST_REASON} />}
          </Labelled>
          <button type="submit" disabled={isPreview}>
            Decline
          </button>
        </form>
      </details>
    </section>
  );
}

const CONSENTS = [
  { value: "agree", label: "I agree to the work described here." },
  { value: "condition", label: "I agree on the condition below." },
  { value: "refuse", label: "I do not agree, for the reason below." },
];

function ConsentForm({ view }: { view: CustomerView }) {
  const { problems, typed, isPreview, answer } = view;
  if (answer) return null;
  return (
    <section>
      <h2>Your answer</h2>
      <form method="post" aria-label="Your answer">
        <input type="hidden" name="what" value="consent" />
        <fieldset>
          <legend>Answer</legend>
          {CONSENTS.map(({ value, label }) => (
            <label key={value} className="choice">
              <input type="radio" name="consent" value={value} defaultChecked={typed.consent === value} /> {label}
            </label>
          ))}
          {problems.consent && (
            <span className="problem" role="alert">
              {problems.consent}
            </span>
          )}
        </fieldset>
        <Labelled label="Condition or reason" problem={problems.why}>
          {(id) => <textarea id={id} name="why" rows={3} maxLength={LONGEST_REASON} defaultValue={typed.why ?? ""} />}
        </Labelled>
        <Labelled label="Your name" problem={problems.name}>
          {(id) => (
            <input id={id} name="name" autoComplete="name" maxLength={LONGEST_LINE} defaultValue={typed.name ?? ""} />
          )}
        </Labelled>
        <Signature problem={problems.signature} />
        <button type="submit" className="main" disabled={isPreview}>
          Send the answer
        </button>
      </form>
    </section>
  );
}
