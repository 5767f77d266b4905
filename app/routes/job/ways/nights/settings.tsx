/** On which days the ways are replayed, and how their clamps and chargers are. */

import { InputNumber, Segmented, Select, Switch } from "antd";
import type { ClampLimit } from "#core/case/document/types.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import {
  CLAMP_FAULTS,
  FAULTS,
  limitTried,
  type ReplayOptions,
  type Sharing,
  USUAL_OPTIONS,
} from "#core/energy/replay/options.ts";
import { showA } from "#core/units.ts";
import { RangeSlider } from "#ui/controls/range-slider.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import styles from "./nights.module.css";

const YEARS = [1, 10, 50, 200] as const;
/** The days of the house where none of its files is chosen. */
export const MADE_UP = "made-up";

export function ReplaySettings(props: {
  /** Files of the job; null while they are looked for. */
  kept: readonly KeptAbout[] | null;
  /** Digest of the file that is replayed, or `MADE_UP`. */
  chosen: string;
  evidence: string | undefined;
  onChoose(source: string): void;
  options: ReplayOptions;
  onChange(changes: Partial<ReplayOptions>): void;
  madeUp: boolean;
}) {
  const { chosen, evidence, kept, madeUp, onChange, onChoose, options } = props;
  const { assessment } = useJob();
  const managed = assessment.ways.find((w) => w.limitA !== undefined);
  const ratingOf = (at: string): number =>
    at === "supply"
      ? assessment.supply.ratingA
      : Math.min(...assessment.feeders.filter(({ panel }) => panel === at).map(({ ratingA }) => ratingA));
  return (
    <Fields>
      <Field
        label="Days of the house"
        wide
        hint={madeUp && "made up from the load list; the same seed gives the same days"}
      >
        {(controlProps) => (
          <Select
            {...controlProps}
            value={chosen}
            loading={kept === null}
            onChange={onChoose}
            options={[
              ...(kept ?? []).map((k) => ({
                value: k.digest,
                label: `${k.name}${k.digest === evidence ? ", the evidence" : ""}`,
              })),
              { value: MADE_UP, label: "Made-up days" },
            ]}
          />
        )}
      </Field>
      {madeUp && (
        <Field label="Years">
          {(controlProps) => (
            <Select
              {...controlProps}
              value={options.years}
              onChange={(years) => onChange({ years })}
              options={YEARS.map((value) => ({ value, label: String(value) }))}
            />
          )}
        </Field>
      )}
      <Field label="Seed">
        {(controlProps) => (
          <InputNumber
            {...controlProps}
            min={0}
            max={4_294_967_295}
            precision={0}
            value={options.seed}
            onChange={(seed) => onChange({ seed: seed ?? USUAL_OPTIONS.seed })}
          />
        )}
      </Field>
      <Field label="Clamps">
        {(controlProps) => (
          <Select
            {...controlProps}
            value={options.fault}
            onChange={(fault) => onChange({ fault })}
            options={CLAMP_FAULTS.map((value) => ({ value, label: FAULTS[value].name }))}
          />
        )}
      </Field>
      <Field
        label="Lag"
        aside={<b className="figure">{options.lagS} s</b>}
        hint="from a clamp reading to a new charging current"
      >
        {() => (
          <RangeSlider
            label="Lag"
            min={1}
            max={60}
            value={options.lagS}
            says={`${options.lagS} s`}
            onMove={(lagS) => onChange({ lagS })}
          />
        )}
      </Field>
      {(managed?.limits ?? []).map((guard) => (
        <GuardLimit
          key={guard.at}
          guard={guard}
          ratingA={ratingOf(guard.at)}
          tried={limitTried(options, guard.at, guard.limitA)}
          onTry={(limitA) =>
            onChange({
              limits: [
                ...options.limits.filter(({ at }) => at !== guard.at),
                ...(limitA === guard.limitA ? [] : [{ at: guard.at, limitA }]),
              ],
            })
          }
        />
      ))}
      <Field label="Chargers">
        {() => (
          <Segmented
            tabIndex={-1}
            className={styles.switch as string}
            aria-label="Chargers"
            options={[1, 2]}
            value={options.chargers}
            onChange={(chargers) => onChange({ chargers: chargers as 1 | 2 })}
          />
        )}
      </Field>
      {options.chargers === 2 && (
        <Field label="They share">
          {(controlProps) => (
            <Select
              {...controlProps}
              value={options.sharing}
              onChange={(sharing: Sharing) => onChange({ sharing })}
              options={[
                { value: "equally", label: "equally" },
                { value: "first", label: "the first car first" },
                { value: "second", label: "the second car first" },
              ]}
            />
          )}
        </Field>
      )}
      <Field label="Solar into the car first" hint="managed ways only">
        {(controlProps) => (
          <Switch
            className={styles.switch as string}
            id={controlProps.id}
            checked={options.solarFirst}
            onChange={(solarFirst) => onChange({ solarFirst })}
          />
        )}
      </Field>
      <Field label="Energy that was missed is added to the next night">
        {(controlProps) => (
          <Switch
            className={styles.switch as string}
            id={controlProps.id}
            checked={options.carryOver}
            onChange={(carryOver) => onChange({ carryOver })}
          />
        )}
      </Field>
    </Fields>
  );
}

/** No slider goes below the least that a charger is offered, A. */
const LEAST_LIMIT_A = 6;

/** The limit that clamps keep at one part of the home: the supply, or what feeds a panel. */
function GuardLimit(props: {
  guard: ClampLimit & { name: string };
  ratingA: number;
  /** The limit that is tried, A. */
  tried: number;
  onTry(limitA: number): void;
}) {
  const { guard, ratingA, tried, onTry } = props;
  const label = `Limit of ${guard.name}`;
  const most = Number.isFinite(ratingA) ? Math.max(ratingA, guard.limitA) : guard.limitA;
  return (
    <Field
      label={label}
      aside={<b className="figure">{showA(tried)}</b>}
      hint={`${tried === guard.limitA ? "as the rules set it" : `the rules set ${showA(guard.limitA)}`}; ${showA(Math.max(0, most - tried))} under its rating`}
    >
      {() => (
        <RangeSlider
          label={label}
          min={Math.min(LEAST_LIMIT_A, guard.limitA)}
          max={most}
          value={tried}
          says={showA(tried)}
          onMove={onTry}
        />
      )}
    </Field>
  );
}
