/** The path from the supply to the car as one line: each link with what it carries and may carry, and what is wrong. */

import { Link as To } from "react-router";
import { clampsInWords } from "#core/path/clamps.ts";
import { placeOfLink } from "#core/path/step-of-link.ts";
import type { LinkClamps, PathLink } from "#core/path/types.ts";
import { SEVERITY_WORDS } from "#core/rules/findings/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import styles from "./path-line.module.css";

type Drawn = PathLink;

const KNOWN = {
  read: "",
  planned: "to be made",
  told: "as told",
  assumed: "only assumed",
  unknown: "not known",
} as const;

/** Share of a link's limit in use; null where the limit is unknown. */
const fullness = ({ carriesA, mayCarryA }: PathLink) =>
  mayCarryA === null || mayCarryA <= 0 ? null : Math.min(1.15, carriesA / mayCarryA);

function Gauge({ link }: { link: Drawn }) {
  const share = fullness(link);
  const over = link.mayCarryA !== null && exceeds(link.carriesA, link.mayCarryA);
  return (
    <svg className={styles.gauge} viewBox="0 0 100 26" preserveAspectRatio="none" aria-hidden="true">
      <path d="M0 13H100" className={link.known === "planned" ? styles.plannedWire : styles.wire} />
      {share !== null && (
        <>
          <rect x="18" y="3" width="64" height="20" className={styles.vessel} />
          <rect
            x="18"
            y={23 - 20 * Math.min(1, share)}
            width="64"
            height={20 * Math.min(1, share)}
            className={over ? styles.over : styles.water}
          />
        </>
      )}
      {share === null && <rect x="47" y="5" width="6" height="16" className={styles.node} />}
    </svg>
  );
}

/** Clamps around a link: two jaws, closed round a conductor, filled where the way relies upon them. */
const Clamps = ({ clamps }: { clamps: LinkClamps }) => (
  <span className={styles.clamps} data-relied={clamps.limitA !== null}>
    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
      <path d="M6 1A6 6 0 0 0 6 13M8 1A6 6 0 0 1 8 13" fill="none" stroke="currentColor" strokeWidth="1.8" />
      <circle cx="7" cy="7" r="2" fill={clamps.limitA === null ? "none" : "currentColor"} stroke="currentColor" />
    </svg>
    {clampsInWords(clamps)}
  </span>
);

/** An unread rating is already shown as not known. */
const isNews = ({ code }: PathLink["faults"][number]) => code !== "rating-unknown";

export function PathLine({
  links,
  tightest,
  jobId,
  label,
}: {
  links: readonly Drawn[];
  tightest?: string | null;
  jobId: string;
  label: string;
}) {
  return (
    <ol className={styles.path} aria-label={label}>
      {links.map((link) => (
        <li
          key={link.link}
          data-link={link.link}
          data-known={link.known}
          data-fault={link.faults[0]?.severity}
          data-tightest={link.link === tightest || undefined}
        >
          <To to={`/jobs/${jobId}/${placeOfLink(link).join("#")}`} prefetch="intent" className={styles.link}>
            <Gauge link={link} />
            <span className={styles.name}>{link.name}</span>
            <span className={`${styles.carries} figure`}>
              {link.kind === "panel" ? (
                link.decidedBy
              ) : (
                <>
                  <span>{showA(link.carriesA)}</span>{" "}
                  <span className={styles.of}>of {link.mayCarryA === null ? "?" : showA(link.mayCarryA)}</span>
                </>
              )}
            </span>
            {link.link === tightest && <span className={styles.tightest}>tightest</span>}
            {link.clamps && <Clamps clamps={link.clamps} />}
            {KNOWN[link.known] && <span className={styles.known}>{KNOWN[link.known]}</span>}
            {link.faults.filter(isNews).map((fault) => (
              <span key={fault.code + fault.text} className={styles.fault} data-severity={fault.severity}>
                {SEVERITY_WORDS[fault.severity]}
                <span className="out-of-sight">: {fault.text}</span>
              </span>
            ))}
            {link.work && link.work.length > 0 && (
              <span className={styles.work}>
                <span className="out-of-sight">work number </span>
                {link.work.join(", ")}
              </span>
            )}
          </To>
        </li>
      ))}
    </ol>
  );
}
