/** The page that asks a customer for pictures, one by one, and a few questions. */
import type { RegionWords } from "#core/rules/types.ts";
import type { AskedPicture, PictureAnswer, ToldPicture } from "#core/survey/asked-pictures.ts";
import { ExamplePicture } from "./examples.tsx";
import { type AskedView, Labelled, Messages } from "./parts.tsx";

export interface PicturesView extends AskedView {
  address: string;
  /** Path of the page. */
  base: string;
  asked: readonly AskedPicture[];
  told: readonly ToldPicture[];
  /** Periods in which homes were built, to choose from. */
  built: readonly { id: string; name: string }[];
  words: Pick<RegionWords, "board">;
  distanceUnit: "mi" | "km";
  /** The answers to the questions have arrived. */
  isAnswered: boolean;
}

const ANSWER_WORDS: Readonly<Record<PictureAnswer, string>> = {
  "cannot-find": "I cannot find it",
  "not-metallic": "The pipe is not metal",
};

export function CustomerPicturesPage({ view }: { view: PicturesView }) {
  const { firmName, name, address, asked, told } = view;
  const done = asked.filter(({ id }) => told.some((one) => one.id === id)).length;
  return (
    <main data-pictures={`${view.base}/pictures`}>
      <header>
        <p className="firm">{firmName}</p>
        <h1>A few pictures of your home</h1>
        <p>
          {address}
          {name && `, for ${name}`}
        </p>
      </header>
      <p>
        With them we can tell what is possible, often without a visit. Take them one by one, in any order. Do not open
        anything that is screwed or sealed, and do not touch wires.
      </p>
      <p role="status" data-progress>
        {done === asked.length ? "Everything has arrived. Thank you." : `${done} of ${asked.length} done`}
      </p>
      <noscript>
        <p className="note">Each picture is sent by its own button here, because this browser runs no scripts.</p>
      </noscript>
      {asked.map((picture, i) => (
        <Asked
          key={picture.id}
          picture={picture}
          number={i + 1}
          told={told.find(({ id }) => id === picture.id)}
          base={view.base}
        />
      ))}
      <Questions view={view} />
      <Messages view={view} />
    </main>
  );
}

interface AskedProps {
  picture: AskedPicture;
  number: number;
  told: ToldPicture | undefined;
  base: string;
}

function Asked({ picture, number, told, base }: AskedProps) {
  const { id, title, where, answers, line } = picture;
  const state = told ? (told.said === "sent" ? "arrived" : ANSWER_WORDS[told.said]) : "";
  return (
    <section data-asked={id} data-line={line}>
      <h2>
        {number}. {title}
      </h2>
      <div className="beside">
        <p>{where}</p>
        <ExamplePicture of={id} title={title} />
      </div>
      <p className="state" data-state role="status">
        {state && `${state === "arrived" ? "Arrived." : `You said: ${state.toLowerCase()}.`}`}
      </p>
      <form method="post" action={`${base}/pictures`} encType="multipart/form-data" aria-label={title}>
        <input type="hidden" name="asked" value={id} />
        <label className="camera">
          {told?.said === "sent" ? "Take it again" : "Take the picture"}
          <input type="file" name="picture" accept="image/*" capture="environment" />
        </label>
        <noscript>
          <button type="submit">Send it</button>
        </noscript>
      </form>
      <div className="answers">
        {answers.map((answer) => (
          <form key={answer} method="post" action={base} aria-label={`${title}: ${ANSWER_WORDS[answer]}`}>
            <input type="hidden" name="what" value="no-picture" />
            <input type="hidden" name="asked" value={id} />
            <input type="hidden" name="said" value={answer} />
            <button type="submit">{ANSWER_WORDS[answer]}</button>
          </form>
        ))}
      </div>
    </section>
  );
}

const RECEPTION_WORDS = [
  { value: "good", label: "good: video plays" },
  { value: "weak", label: "weak: messages only" },
  { value: "none", label: "none" },
];

function Questions({ view }: { view: PicturesView }) {
  const { problems, typed, built, words, distanceUnit, base, isAnswered } = view;
  return (
    <section id="told">
      <h2>Five questions</h2>
      <p>Answer what you know; leave the rest empty.</p>
      {isAnswered && (
        <p className="done" role="status">
          Thank you, your answers have arrived.
        </p>
      )}
      <form method="post" action={`${base}#told`} aria-label="Five questions">
        <input type="hidden" name="what" value="tell" />
        <Labelled
          label={`The figure on the main switch or fuse near the ${words.board}, in amperes`}
          problem={problems.ratingA}
        >
          {(id) => (
            <input id={id} name="ratingA" inputMode="numeric" maxLength={5} defaultValue={typed.ratingA ?? ""} />
          )}
        </Labelled>
        <Labelled label="When was the home built?">
          {(id) => (
            <select id={id} name="built" defaultValue={typed.built ?? ""}>
              <option value="">I do not know</option>
              {built.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <Labelled label="Is the home yours?">
          {(id) => (
            <select id={id} name="tenure" defaultValue={typed.tenure ?? ""}>
              <option value="">-</option>
              <option value="owner">It is mine</option>
              <option value="tenant">I rent it</option>
            </select>
          )}
        </Labelled>
        <Labelled
          label={`How far does the car drive on a usual day, in ${distanceUnit === "mi" ? "miles" : "km"}?`}
          problem={problems.distance}
        >
          {(id) => (
            <input id={id} name="distance" inputMode="numeric" maxLength={5} defaultValue={typed.distance ?? ""} />
          )}
        </Labelled>
        <Labelled label="When does it come home, and when does it leave?" problem={problems.leavesAt}>
          {(id) => (
            <span className="pair">
              <input id={id} type="time" name="homeAt" aria-label="It comes home" defaultValue={typed.homeAt ?? ""} />
              <input type="time" name="leavesAt" aria-label="It leaves" defaultValue={typed.leavesAt ?? ""} />
            </span>
          )}
        </Labelled>
        <Labelled label="How is your phone's signal where the charger will hang?">
          {(id) => (
            <select id={id} name="reception" defaultValue={typed.reception ?? ""}>
              <option value="">-</option>
              {RECEPTION_WORDS.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <button type="submit" className="main">
          Send the answers
        </button>
      </form>
    </section>
  );
}
