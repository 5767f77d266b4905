/** Fields for a device that trips, and the possible causes. */
import { Select } from "antd";
import { Link } from "react-router";
import { setValue } from "#core/case/document/set-value.ts";
import { tripFields } from "#core/case/fields/people.ts";
import { type TripCause, tripDevices } from "#core/decide/trip.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./findings.module.css";

const FITS = { likely: "Likely", possible: "Possible", unlikely: "Unlikely" } as const;
/** The weight of a cause, as that of a finding. */
const SEVERITY = { likely: "fix", possible: "note", unlikely: "note" } as const;

/** Draws nothing where the visit has another reason. */
export function TripSection({ jobId }: { jobId: string }) {
  const { document, assessment } = useJob();
  if (document.enquiry?.reason !== "trips") return null;
  const { trip, path } = assessment;
  const devices = tripDevices(path).map(({ link, name, mayCarryA }) => ({
    value: link,
    label: mayCarryA === null ? name : `${name}, ${showA(mayCarryA)}`,
  }));
  return (
    <Section id="trip" title="It trips">
      <Fields>
        <CaseField of={tripFields.at} options={devices} />
        <CaseField of={tripFields.kind} />
        <CaseField of={tripFields.after} />
        <CaseField of={tripFields.charging} />
        <CaseField of={tripFields.perWeek} />
        <Running />
      </Fields>
      {!trip && (
        <p className="quiet">
          Tell what trips, and enter the charger that is there among the loads, on its circuit: the causes that fit
          stand here then.
        </p>
      )}
      {trip && (
        <>
          <ul className={styles.findings} aria-label="Causes">
            {trip.causes.map((cause) => (
              <Cause key={cause.id} cause={cause} jobId={jobId} />
            ))}
          </ul>
          {trip.asks.length > 0 && <p className="quiet">To part them, ask: {trip.asks.join(" ")}</p>}
        </>
      )}
    </Section>
  );
}

const Cause = ({ cause, jobId }: { cause: TripCause; jobId: string }) => (
  <li data-severity={SEVERITY[cause.fits]} data-cause={cause.id}>
    <strong>{FITS[cause.fits]}</strong>
    <span>
      <b>{cause.name}</b>
      <span className={styles.todo}>{cause.because.join(". ")}.</span>
      {cause.fits !== "unlikely" && (
        <>
          <span className={styles.todo}>Look: {cause.look}.</span>
          <span className={styles.todo}>
            Cure: {cause.cure}.{" "}
            {cause.way && (
              <Link to={`/jobs/${jobId}/ways`} prefetch="none">
                See the way
              </Link>
            )}
          </span>
        </>
      )}
    </span>
  </li>
);

/** The loads that ran while it tripped. */
function Running() {
  const { document } = useJob();
  const store = useJobStore();
  const codebook = codebookOf(document.rules);
  const running = document.enquiry?.trip?.running;
  return (
    <Field label="What ran with it">
      {(controlProps) => (
        <Select
          {...controlProps}
          mode="multiple"
          aria-label="What ran with it"
          placeholder="Not told yet"
          value={running ?? []}
          options={document.loads
            .filter(({ kind }) => kind !== "ev-charger")
            .map((load) => ({ value: load.id, label: loadName(load, codebook) }))}
          onChange={(ids: string[]) =>
            store.edit(setValue(store.getState().document, "/enquiry/trip/running", ids.length > 0 ? ids : undefined))
          }
        />
      )}
    </Field>
  );
}
