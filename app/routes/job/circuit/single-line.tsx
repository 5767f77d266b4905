/** The whole way from the supply to the car as a single line: what is there, and what is new, told apart by its stroke. */
import type { Link, LinkKind } from "#core/path/types.ts";
import { showA, showSize } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Section } from "#ui/frame/sheet.tsx";
import styles from "./circuit.module.css";

const ROW = 56;
const LEFT = 40;
const TEXT = 84;
const WIDTH = 520;

/** Plain signs of ours: a source is a full drop, a device a gate, a panel a vessel, a conductor the line itself. */
function Sign({ kind, y }: { kind: LinkKind; y: number }) {
  switch (kind) {
    case "supply":
      return <path d={`M${LEFT} ${y - 14}q13 14 0 26q-13 -12 0 -26Z`} className={styles.filled} />;
    case "main":
    case "device":
    case "feeder-device":
      return (
        <path d={`M${LEFT - 14} ${y - 9}V${y + 9}M${LEFT + 14} ${y - 9}V${y + 9}M${LEFT - 14} ${y}H${LEFT + 14}`} />
      );
    case "panel":
    case "bus":
      return <path d={`M${LEFT - 16} ${y - 12}V${y + 12}H${LEFT + 16}V${y - 12}`} />;
    case "outlet":
      return <circle cx={LEFT} cy={y} r="9" />;
    case "charger":
      return <rect x={LEFT - 11} y={y - 13} width="22" height="26" rx="7" />;
    default:
      return null;
  }
}

/** What is written beside a link. */
function sizeOf({ kind, mayCarryA, decidedBy, name }: Link, way: WayJudgement): string {
  if (kind === "conductor" && way.circuit)
    return way.circuit.segments
      .map(
        (s) => `${showSize(s.conductor.size)} + ${showSize(s.earthConductor.size)}${s.conduit ? `, ${s.conduit}` : ""}`,
      )
      .filter((text, i, all) => all.indexOf(text) === i)
      .join("; then ");
  if (kind === "charger") return `${showA(way.chargeA)}, ${way.volts} V`;
  if (kind === "panel") return decidedBy;
  return mayCarryA === null ? `${name}: not known` : showA(mayCarryA);
}

export function SingleLine({ way }: { way: WayJudgement }) {
  const links = way.path;
  const height = links.length * ROW + ROW;
  const y = (i: number) => ROW * (i + 0.5);
  const isNew = (l: Link | undefined) => l?.known === "planned" || l?.kind === "charger";
  return (
    <Section
      id="single-line"
      title="Single line"
      aside={<span className="quiet">what is there: a plain line; what is new: a doubled line and the word</span>}
    >
      <svg
        className={styles.single}
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="img"
        aria-label={`Single line: ${links.map((l) => `${l.name}, ${sizeOf(l, way)}${isNew(l) ? ", new" : ""}`).join("; ")}`}
      >
        {links.map((link, i) => {
          const last = i === links.length - 1;
          const below = links[i + 1];
          return (
            <g key={link.link} data-new={isNew(link)} className={styles.link}>
              {!last && (
                <path d={`M${LEFT} ${y(i)}V${y(i + 1)}`} className={isNew(below) ? styles.newWire : styles.wire} />
              )}
              {!last && isNew(below) && <path d={`M${LEFT} ${y(i)}V${y(i + 1)}`} className={styles.newCore} />}
              <Sign kind={link.kind} y={y(i)} />
              <text x={TEXT} y={y(i) - 3} className={styles.what}>
                {link.name}
                {isNew(link) ? " (new)" : ""}
              </text>
              <text x={TEXT} y={y(i) + 15} className={styles.size}>
                {sizeOf(link, way)}
              </text>
            </g>
          );
        })}
        <path d={`M${LEFT} ${y(links.length - 1) + 13}V${y(links.length)}`} className={styles.lead} />
        <text x={TEXT} y={y(links.length) + 4} className={styles.what}>
          Car, by the charging lead
        </text>
        <path d={`M${LEFT - 15} ${y(links.length) + 6}q2 -12 15 -12q13 0 15 12Z`} />
      </svg>
    </Section>
  );
}
