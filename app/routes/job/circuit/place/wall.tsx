/** The wall of the charger: its checks, and a hole drilled through it. */
import type { CaseDocument, Place as CasePlace } from "#core/case/document/types.ts";
import { placeFields } from "#core/case/fields/place.ts";
import { holeBetween } from "#core/place/hole.ts";
import { holeChecks, type WallCheck, wallOf } from "#core/place/wall.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { WallRules } from "#core/rules/wall.ts";
import { showNumber } from "#core/units.ts";
import { AnswerOnSite } from "#routes/job/answer-on-site.tsx";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { Caution } from "#ui/frame/sheet.tsx";
import styles from "../circuit.module.css";
import { unitOf } from "./plan-unit.ts";

const SAYS = { true: "Passes", false: "Fails", null: "Confirm" } as const;

export function WallAndHole({ place, document }: { place: CasePlace; document: CaseDocument }) {
  const codebook = codebookOf(document.rules);
  const checks = wallOf(document, codebook);
  return (
    <>
      <Fold title="The wall" startsOpen={checks.some((c) => c.passes === false)}>
        <WallCheckList checks={checks} />
      </Fold>
      <Fold title="A hole through it">
        <Hole place={place} usualHole={codebook.wall.hole} />
        <WallCheckList checks={holeChecks(document, codebook)} />
      </Fold>
    </>
  );
}

const WallCheckList = ({ checks }: { checks: readonly WallCheck[] }) => (
  <ul className={styles.wall}>
    {checks.map(({ id, text, rule, passes, numbers, asked }) => (
      <li key={id} data-passes={passes ?? undefined}>
        <b>{SAYS[`${passes}`]}</b> {text}
        {numbers && <span className="figure">: {numbers}</span>} <span className="quiet">({rule})</span>
        {asked && <AnswerOnSite asked={asked} />}
      </li>
    ))}
  </ul>
);

/** The case keeps the figures of a hole in the unit of the plan; they are typed in the unit of the site. */
function Hole({ place, usualHole }: { place: CasePlace; usualHole: WallRules["hole"] }) {
  const { unit, perM, keepAway, ...usual } = usualHole;
  const perKept = perM / unitOf(place).perM;
  const entered = place.hole ?? {};
  const inMetres = (end: "thickness" | "outside" | "inside") =>
    ((entered[end] ?? usual[end] / perKept) * perKept) / perM;
  const { angleDeg, lengthM, fallsOut } = holeBetween(inMetres("thickness"), inMetres("outside"), inMetres("inside"));
  const hintOf = (end: "thickness" | "outside" | "inside") =>
    entered[end] === undefined ? `${usual[end]} ${unit} is assumed` : undefined;
  return (
    <>
      <Caution>
        Look for cables and pipes on both sides before drilling; not within {keepAway} of a corner or of a known cable.
      </Caution>
      <Fields>
        <CaseField of={placeFields.holeThickness} perKept={perKept} hint={hintOf("thickness")} />
        <CaseField of={placeFields.holeOutside} perKept={perKept} hint={hintOf("outside")} />
        <CaseField of={placeFields.holeInside} perKept={perKept} hint={hintOf("inside")} />
      </Fields>
      <p role="status">
        Drilled at <b className="figure">{showNumber(Math.round(angleDeg * 10) / 10)}°</b> upwards to the inside,{" "}
        <b className="figure">
          {showNumber(Math.round(lengthM * perM * 2) / 2)} {unit}
        </b>{" "}
        long.{" "}
        {fallsOut
          ? "It slopes down to the outside, so that water runs out. A cavity is crossed in a sleeve."
          : "It must slope down to the outside by at least 3°: raise its inside end or lower its outside end."}
      </p>
    </>
  );
}
