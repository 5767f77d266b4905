/** One part of the run: how it goes, of what, how long; and, folded, what it climbs, bends round and goes through. */
import { CloseOutlined } from "@ant-design/icons";
import { Button, Select } from "antd";
import { setValue } from "#core/case/document/set-value.ts";
import type { RunSegment } from "#core/case/document/types.ts";
import { segmentFields } from "#core/case/fields/run.ts";
import { typeOf } from "#core/circuit/design.ts";
import type { CircuitRules } from "#core/rules/circuit/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedKey, markAssumed, reorderPartMarks } from "#core/survey/assumed.ts";
import { lengthOnPhoto } from "#core/survey/photo-length.ts";
import { showNumber } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { usePhotos } from "#ui/photo-store/use-photos.tsx";
import styles from "./circuit.module.css";

const ABOUT_PART = [
  segmentFields.status,
  segmentFields.grouped,
  segmentFields.rise,
  segmentFields.bendDegrees,
  segmentFields.cover,
  segmentFields.surface,
  segmentFields.fixedTo,
  segmentFields.looks,
  segmentFields.inFront,
  segmentFields.exposed,
  segmentFields.escapeRoute,
] as const;
/** Holes that are drilled for it. */
const CROSSED = [
  segmentFields.joists,
  segmentFields.solidWalls,
  segmentFields.cavityWalls,
  segmentFields.timberFloors,
  segmentFields.concreteFloors,
  segmentFields.heatedFloors,
  segmentFields.steelBeams,
  segmentFields.flatRoofs,
] as const;

/**
 * A segment with another method keeps its conductor type if the method allows it; otherwise it gets the first allowed
 * type.
 */
function withMethod(segment: RunSegment, method: string, rules: CircuitRules, ofRun?: string): RunSegment {
  const kept = { ...segment, method };
  const type = rules.types.find((t) => t.id === typeOf(rules, kept, ofRun));
  if (type?.methods.includes(method)) return kept;
  const first = rules.types.find((t) => t.methods.includes(method));
  return first ? { ...kept, conductorType: first.id } : kept;
}

interface Props {
  segment: RunSegment;
  index: number;
  rules: CircuitRules;
  /** Null where there is no plan to draw on. */
  onDraw: (() => void) | null;
}

export function RunPart({ segment, index, rules, onDraw }: Props) {
  const { document } = useJob();
  const store = useJobStore();
  const _codebook = codebookOf(document.rules);
  const at = `/run/segments/${index}`;
  const type = typeOf(rules, segment, document.run?.conductorType);
  const assumed = assumedKey.partLength(index);
  const put = (next: RunSegment) => store.edit(setValue(store.getState().document, at, next));
  const putLength = (length: RunSegment["length"]) => {
    const { document: now } = store.getState();
    store.edit([...setValue(now, at, { ...withoutPoints(segment), length }), ...markAssumed(now, [assumed], false)]);
  };
  const remove = () => {
    const { document: now } = store.getState();
    const places = (now.run?.segments ?? []).map((_, i) => i);
    store.edit([
      { op: "remove", path: at },
      ...reorderPartMarks(
        now,
        places.filter((i) => i !== index),
      ),
    ]);
  };
  return (
    <li data-part={index}>
      <Fields>
        <Field label={`Part ${index + 1}: wiring method`}>
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label={`Part ${index + 1}: wiring method`}
              value={segment.method}
              options={rules.methods.map((m) => ({ value: m.id, label: m.name }))}
              onChange={(method: string) => put(withMethod(segment, method, rules, document.run?.conductorType))}
            />
          )}
        </Field>
        <Field label="Conductors">
          {(controlProps) => (
            <Select
              {...controlProps}
              aria-label={`Conductors of part ${index + 1}`}
              value={type}
              options={rules.types
                .filter((t) => t.methods.includes(segment.method))
                .map((t) => ({ value: t.id, label: t.name }))}
              onChange={(conductorType: string) => put({ ...segment, conductorType })}
            />
          )}
        </Field>
        <CaseField of={segmentFields.length} index={[index]} />
        <span className={styles.partTools}>
          <FromPhoto index={index} onTake={putLength} />
          {onDraw && (
            <Button type="text" onClick={onDraw} aria-label={`Draw part ${index + 1} on the plan`}>
              Draw
            </Button>
          )}
          <Button type="text" icon={<CloseOutlined />} aria-label={`Remove part ${index + 1}`} onClick={remove} />
        </span>
      </Fields>
      <Fold
        title={
          <>
            Heights, bends, holes of part {index + 1}
            <span className="quiet"> {entered(segment)}</span>
          </>
        }
      >
        <Details index={index} />
      </Fold>
    </li>
  );
}

const withoutPoints = ({ points: _, ...segment }: RunSegment): RunSegment => segment;

/** The length of a route that was drawn and measured on a photo of the survey. */
function FromPhoto({ index, onTake }: { index: number; onTake(length: RunSegment["length"]): void }) {
  const { document } = useJob();
  const { photos } = usePhotos();
  const { lengthUnit } = codebookOf(document.rules);
  const found = photos.flatMap((p) => {
    const length = lengthOnPhoto(p, lengthUnit);
    return length ? [{ id: p.id, length, name: p.caption || "a photo" }] : [];
  });
  if (found.length === 0) return null;
  return (
    <Select
      aria-label={`Length of part ${index + 1} from a photo`}
      placeholder="From a photo"
      value={null}
      className={styles.fromPhoto ?? ""}
      options={found.map((f) => ({ value: f.id, label: `${f.name}: ${showNumber(f.length.value)} ${f.length.unit}` }))}
      onChange={(id: string | null) => {
        const taken = found.find((f) => f.id === id);
        if (taken) onTake(taken.length);
      }}
    />
  );
}

/** The entered details of a segment, in a few words. */
function entered({
  rise,
  bendDegrees,
  through = {},
  surface,
  cover,
  fixedTo,
  looks,
  exposed,
  escapeRoute,
  status,
  raceway,
}: RunSegment): string {
  const holes = Object.values(through).reduce<number>((n, v) => n + (v ?? 0), 0);
  return [
    rise && `climbs ${rise.value} ${rise.unit}`,
    bendDegrees !== undefined && `${bendDegrees}° of bends`,
    holes > 0 && `${holes} ${holes === 1 ? "hole" : "holes"}`,
    cover && `${cover.value} ${cover.unit} deep`,
    surface && `under ${surface}`,
    fixedTo === "fence" && "on a fence",
    looks === "hidden" && "hidden",
    exposed && "exposed to damage",
    escapeRoute && "escape route",
    status === "new" && "laid anew",
    raceway && `in ${raceway.trade} that is there`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** The raceway that a part lies in already, and what stays in it. */
function Raceway({ index }: { index: number }) {
  const { document } = useJob();
  const store = useJobStore();
  const { circuit } = codebookOf(document.rules);
  const { raceway } = document.run?.segments?.[index] ?? {};
  if (circuit.raceways.length === 0) return null;
  const put = (trade: string) =>
    store.edit(
      setValue(
        store.getState().document,
        `/run/segments/${index}/raceway`,
        trade === "" ? undefined : { ...raceway, trade, existing: true },
      ),
    );
  return (
    <Fields>
      <Field label="Raceway that is there">
        {(controlProps) => (
          <Select
            {...controlProps}
            aria-label={`Raceway of part ${index + 1} that is there`}
            value={raceway ? raceway.trade.replace(/( in)?$/, " in") : ""}
            options={[{ value: "", label: "none" }, ...circuit.raceways.map((value) => ({ value, label: value }))]}
            onChange={put}
          />
        )}
      </Field>
      <CaseField of={segmentFields.racewayHolds} index={[index]} />
      <CaseField of={segmentFields.racewayElbow} index={[index]} />
      <CaseField of={segmentFields.racewayOld} index={[index]} />
    </Fields>
  );
}

const Details = ({ index }: { index: number }) => (
  <>
    <Raceway index={index} />
    {[ABOUT_PART, CROSSED].map((fields) => (
      <Fields key={fields[0].at}>
        {fields.map((field) => (
          <CaseField key={field.at} of={field} index={[index]} />
        ))}
      </Fields>
    ))}
  </>
);
