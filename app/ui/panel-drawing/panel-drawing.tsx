/**
 * The front of a panel or board as the electrician sees it. Drawn from the case alone; who uses it says what choosing
 * and moving a device does. Devices are dragged, or moved with Alt and the arrows; the arrows alone walk over the spaces.
 */

import { type CSSProperties, type KeyboardEvent, memo, Suspense, useMemo, useRef, useState } from "react";
import type { Circuit, Panel } from "#core/case/document/types.ts";
import { DEVICE_NAMES } from "#core/case/fields/circuit.ts";
import { ownValue } from "#core/own-value.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { placeProblem, positionsOf, spacesOf } from "#core/panel/slots.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { useFirstReach } from "#ui/drag/first-reach.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import styles from "./panel-drawing.module.css";

export interface PanelDrawingProps {
  panel: Panel;
  codebook: Codebook;
  /** How many legs or phases the spaces alternate between. */
  legs: number;
  chosen: ReadonlySet<string>;
  /** Devices whose load is counted in the calculation. */
  counted: ReadonlySet<string>;
  /** Devices with assumed values. */
  assumed: ReadonlySet<string>;
  /** Panels fed from a device, by its id. */
  feeds: ReadonlyMap<string, string>;
  /** A device that is only proposed. */
  proposed?: { position: number; poles: number; ratingA: number; label: string } | null;
  /** The space where a new device would go. */
  at: number | null;
  onChoose(id: string, more: boolean): void;
  onSpace(position: number): void;
  onMove(id: string, position: number): void;
  onTakeOut(id: string): void;
}

/** Only who drags needs it. */
const PanelDrag = lazyPart(() => import("./panel-drag.tsx"));

export function PanelDrawing(props: PanelDrawingProps) {
  const { panel, codebook, onMove } = props;
  const frame = useRef<HTMLDivElement>(null);
  const { reached, pressed, listeners } = useFirstReach();
  const [over, setOver] = useState<{ position: number; fits: boolean } | null>(null);
  const circuits = panel.circuits ?? [];
  const spaces = spacesOf(panel, codebook);
  const covered = useMemo(() => new Set(circuits.flatMap((c) => positionsOf(c, codebook))), [circuits, codebook]);
  // The drawing is one Tab stop: its last focused part.
  const [stop, setStop] = useState(1);
  const stopAt = circuits.some((c) => c.position === stop) || !covered.has(stop) ? stop : (circuits[0]?.position ?? 1);
  const fits = (id: string, position: number) => {
    const device = circuits.find((c) => c.id === id);
    const others = circuits.filter((c) => c.id !== id);
    return position >= 1 && !!device && placeProblem({ ...device, position }, others, panel.spaces, codebook) === null;
  };

  return (
    <>
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing with parts to choose, not a form */}
      <div
        ref={frame}
        role="group"
        aria-label={`${panel.name ?? capital(codebook.words.board)}, front view`}
        className={styles[codebook.board.layout]}
        style={{ "--spaces": spaces } as CSSProperties}
        onKeyDown={(event) => walk(event, frame.current, props, spaces)}
        onFocus={(event) => {
          const { position } = (event.target as HTMLElement).dataset;
          if (position) setStop(Number(position));
        }}
        {...listeners}
      >
        <Main panel={panel} codebook={codebook} />
        {(panel.rcdGroups ?? []).map((group) => (
          <div
            key={group.id}
            className={styles.group}
            style={{ gridColumn: `${group.from + MAIN_COLUMNS} / ${group.to + MAIN_COLUMNS + 1}` }}
          >
            RCD type {group.rcd}
            {group.ratingA ? ` ${showA(group.ratingA)}` : ""}
          </div>
        ))}
        {Array.from({ length: spaces }, (_, i) => i + 1).map((position) => (
          <Space
            key={position}
            position={position}
            codebook={codebook}
            legs={props.legs}
            covered={covered.has(position)}
            isStop={position === stopAt}
            entered={props.at === position}
            landing={over && over.position === position ? (over.fits ? "fits" : "taken") : null}
            onSpace={props.onSpace}
          />
        ))}
        {circuits.map((circuit) => (
          <Device
            key={circuit.id}
            circuit={circuit}
            codebook={codebook}
            chosen={props.chosen.has(circuit.id)}
            isStop={circuit.position === stopAt}
            counted={props.counted.has(circuit.id)}
            assumed={props.assumed.has(circuit.id)}
            feeds={props.feeds.get(circuit.id)}
            onChoose={props.onChoose}
          />
        ))}
        {props.proposed && <Proposed {...props.proposed} codebook={codebook} />}
        {panel.surgeProtection && !circuits.some((c) => c.device === "surge") && (
          <div className={styles.surge}>Surge protection</div>
        )}
      </div>
      {reached && (
        <Suspense>
          <PanelDrag
            drawing={frame}
            devices={circuits.filter((c) => c.position !== undefined).map((c) => c.id)}
            spaces={spaces}
            poleStep={codebook.board.poleStep}
            pressed={pressed}
            onOver={(id, position) => setOver(position === null ? null : { position, fits: fits(id, position) })}
            onDrop={onMove}
            onEnd={() => setOver(null)}
          />
        </Suspense>
      )}
    </>
  );
}

/** Columns that the main switch of a UK board takes in its row. */
const MAIN_COLUMNS = 2;

/** The arrows walk from space to space, Alt and an arrow moves the device in hand. */
function walk(
  event: KeyboardEvent<HTMLDivElement>,
  frame: HTMLDivElement | null,
  props: PanelDrawingProps,
  spaces: number,
) {
  const here = (event.target as HTMLElement).closest<HTMLElement>("[data-position]");
  if (!here || !frame) return;
  const id = here.dataset.device;
  if (id && (event.key === "Delete" || event.key === "Backspace")) {
    event.preventDefault();
    return props.onTakeOut(id);
  }
  if (id && event.key === " ") {
    event.preventDefault();
    return props.onChoose(id, true);
  }
  const columns = props.codebook.board.layout === "columns";
  const first = Number(here.dataset.position);
  const poles = Number(here.dataset.poles ?? 1);
  const odd = first % 2 === 1;
  const by: Record<string, number> = columns
    ? { ArrowUp: -2, ArrowDown: 2, ArrowLeft: odd ? 0 : -1, ArrowRight: odd ? 1 : 0 }
    : { ArrowLeft: -1, ArrowRight: 1 };
  const step = ownValue(by, event.key);
  if (!step) return;
  event.preventDefault();
  if (event.altKey && id) return props.onMove(id, first + step);
  const along = columns ? Math.abs(step) === 2 : true;
  const to = first + (step > 0 && along ? step * poles : step);
  if (to < 1 || to > spaces) return;
  const covers = [...frame.querySelectorAll<HTMLElement>("[data-position]")].filter((part) => {
    const from = Number(part.dataset.position);
    return Array.from(
      { length: Number(part.dataset.poles ?? 1) },
      (_, i) => from + i * props.codebook.board.poleStep,
    ).includes(to);
  });
  (covers.find((part) => part.dataset.device) ?? covers[0])?.focus();
}

function Main({ panel, codebook }: { panel: Panel; codebook: Codebook }) {
  const rating = panel.mainA ? showA(panel.mainA) : "not read";
  return (
    <div className={styles.main}>
      <span>{codebook.board.words.main(panel.mainKind)}</span> <strong className="figure">{rating}</strong>
    </div>
  );
}

/** Grid area of a part of the drawing. */
function area(position: number, poles: number, half: Circuit["half"], { board }: Codebook): CSSProperties {
  if (board.layout === "row") return { gridColumn: `${position + MAIN_COLUMNS} / span ${poles}`, gridRow: 2 };
  const column = position % 2 === 1 ? 2 : 5;
  const second = half === "b" || half === "inner";
  return {
    gridRow: `${Math.ceil(position / 2) + 1} / span ${poles}`,
    gridColumn: half ? `${column + (second ? 1 : 0)} / span 1` : `${column} / span 2`,
  };
}

interface SpaceProps {
  position: number;
  codebook: Codebook;
  legs: number;
  /** A device is on it: it is only a drop target. */
  covered: boolean;
  /** The Tab key stops here. */
  isStop: boolean;
  entered: boolean;
  landing: "fits" | "taken" | null;
  onSpace(position: number): void;
}

const Space = memo(function Space(props: SpaceProps) {
  const { position, codebook, legs, covered, isStop, entered, landing, onSpace } = props;
  const { board, words } = codebook;
  const leg = board.legOf(position, legs);
  const numbered: CSSProperties =
    board.layout === "row"
      ? { gridColumn: position + MAIN_COLUMNS, gridRow: 3 }
      : { gridRow: Math.ceil(position / 2) + 1, gridColumn: position % 2 === 1 ? 1 : 7 };
  return (
    <>
      <span className={styles.number} style={numbered} aria-hidden="true">
        {position}
        {legs > 1 && <i className={styles.leg} data-leg={leg} />}
      </span>
      <button
        type="button"
        className={styles.space}
        data-space={position}
        style={area(position, 1, undefined, codebook)}
        data-position={position}
        aria-hidden={covered}
        tabIndex={isStop && !covered ? 0 : -1}
        data-entered={entered}
        data-landing={landing}
        aria-label={`${capital(words.space)} ${position}, free${legs > 1 ? `, ${board.words.leg} ${leg}` : ""}`}
        onClick={() => onSpace(position)}
      />
    </>
  );
});

interface DeviceProps {
  circuit: Circuit;
  codebook: Codebook;
  chosen: boolean;
  /** The Tab key stops here. */
  isStop: boolean;
  counted: boolean;
  assumed: boolean;
  feeds: string | undefined;
  onChoose(id: string, more: boolean): void;
}

const STATUS_WORDS = { "in-use": "", abandoned: "abandoned", "charger-ready": "charger-ready" } as const;
const PROTECTS = { afci: "AFCI", gfci: "GFCI", "afci-gfci": "AFCI/GFCI" } as const;

const Device = memo(function Device(props: DeviceProps) {
  const { circuit, codebook, chosen, isStop, counted, assumed, feeds, onChoose } = props;
  const poles = circuit.poles ?? 1;
  const positions = positionsOf(circuit, codebook);
  const unplaced = circuit.position === undefined;
  const name = deviceName(circuit);
  const rating =
    circuit.ratingA === undefined
      ? ""
      : `${codebook.board.curves && circuit.curve ? circuit.curve : ""}${circuit.ratingA}`;
  const isRcbo = circuit.device === "rcbo";
  /** Words below the name in the drawing. The accessible name repeats them in the same order. */
  const extras = [
    circuit.protects ? PROTECTS[circuit.protects] : "",
    isRcbo ? `RCBO ${circuit.rcd ?? ""}`.trim() : "",
    feeds ? `feeds ${feeds}` : "",
  ].filter(Boolean);
  const accessibleName = [
    `${capital(codebook.words.space)} ${positions.join(" and ") || "not recorded"}: ${name}`,
    ...extras,
    rating && `${rating} A`,
    poles > 1 ? `${poles}-pole` : "",
    circuit.device && !isRcbo ? DEVICE_NAMES[circuit.device] : "",
    STATUS_WORDS[circuit.status ?? "in-use"],
    circuit.device === "blank" ? "" : counted ? "counted in the calculation" : "not linked to a load",
    assumed ? "only assumed" : "",
  ];
  if (unplaced) return null;
  return (
    <button
      type="button"
      className={styles.device}
      style={area(circuit.position as number, poles, circuit.half, codebook)}
      data-layout={codebook.board.layout}
      data-position={circuit.position}
      data-device={circuit.id}
      data-poles={poles}
      data-kind={circuit.device ?? "breaker"}
      data-status={circuit.status ?? "in-use"}
      data-half={circuit.half ? "yes" : "no"}
      tabIndex={isStop ? 0 : -1}
      aria-pressed={chosen}
      aria-label={accessibleName.filter(Boolean).join(", ")}
      onClick={(e) => onChoose(circuit.id, e.shiftKey || e.ctrlKey || e.metaKey)}
    >
      <span className={styles.text}>
        <span className={styles.label}>{name}</span>
        {extras.map((extra) => (
          <span key={extra} className={styles.extra}>
            {extra}
          </span>
        ))}
      </span>
      {rating && (
        <span className={`${styles.rating} figure`}>
          {assumed && "?"}
          {rating}
        </span>
      )}
      {circuit.device !== "blank" && <i className={styles.counted} data-counted={counted} />}
    </button>
  );
});

function Proposed({
  position,
  poles,
  ratingA,
  label,
  codebook,
}: {
  position: number;
  poles: number;
  ratingA: number;
  label: string;
  codebook: Codebook;
}) {
  return (
    <div className={styles.proposed} style={area(position, poles, undefined, codebook)}>
      <span className={styles.label}>{label}</span>
      <span className={`${styles.rating} figure`}>{ratingA}</span>
    </div>
  );
}
