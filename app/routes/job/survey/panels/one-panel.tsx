/** One panel: its drawing, quick entry of devices, what can be done with the chosen ones, and its ratings. */
import type { InputRef } from "antd";
import { Suspense, useCallback, useDeferredValue, useMemo, useRef } from "react";
import type { Panel } from "#core/case/document/types.ts";
import { takenWay } from "#core/decide/decision.ts";
import { addCircuit } from "#core/panel/add-circuit.ts";
import { legsOf, moveDevice } from "#core/panel/arrange.ts";
import type { EnteredCircuit } from "#core/panel/quick-circuit.ts";
import { roomFor } from "#core/panel/room.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assumedCircuits } from "#core/survey/assumed.ts";
import { wayOf } from "#core/ways/index.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { freshId } from "#ui/job-store/fresh-id.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { PanelDrawing } from "#ui/panel-drawing/panel-drawing.tsx";
import { PicturesOf } from "#ui/pictures/pictures-of.tsx";
import { LegBalance } from "./leg-balance.tsx";
import { PanelHead } from "./panel-head.tsx";
import { PanelRatings } from "./panel-ratings.tsx";
import styles from "./panels.module.css";
import { QuickDevice } from "./quick-device.tsx";
import { SeveralDevices } from "./several-devices.tsx";
import { AssumedPanel, TypicalStart } from "./typical-start.tsx";
import { useArrange } from "./use-arrange.ts";
import { useChosen } from "./use-chosen.ts";

/** Fetched when the first device is chosen. */
const DeviceSheet = lazyPart(() => import("./device-sheet.tsx"));

export function OnePanel({ index, alone }: { index: number; alone: boolean }) {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const input = useRef<InputRef>(null);
  // Coming from another step, the drawing is on the screen before its fields; a page from the server has both.
  const fields = useDeferredValue(true, !pageIsLive());
  const panel = document.panels[index] as Panel;
  const panelId = panel.id;
  const { arrange, said, setSaid } = useArrange(panelId);
  const { chosen, at, choose, pickSpace, leaveSpace, chooseMore, chooseNone } = useChosen();
  const codebook = codebookOf(document.rules);
  const { words, charging, board } = codebook;
  const legs = legsOf(document);
  const circuits = panel.circuits ?? [];

  const space = useCallback(
    (position: number) => {
      pickSpace(position);
      input.current?.focus({ preventScroll: true });
    },
    [pickSpace],
  );
  const move = useCallback(
    (id: string, position: number) => void arrange((p) => moveDevice(p, id, position, codebook)),
    [arrange, codebook],
  );
  const takeOut = useCallback(
    (ids: readonly string[]) => {
      arrange((p) => ({ circuits: (p.circuits ?? []).filter((c) => !ids.includes(c.id)) }));
      chooseNone();
    },
    [arrange, chooseNone],
  );
  const takeOutOne = useCallback((id: string) => takeOut([id]), [takeOut]);
  const add = (entered: EnteredCircuit, place: number | null) => {
    const added = addCircuit(store.getState().document, panelId, entered, { place, newId: freshId });
    if ("problem" in added) {
      setSaid({ text: added.problem, refused: true });
      return false;
    }
    const isMade = store.edit(added.patch);
    const done = [`Added: ${entered.understood}`, added.linked].filter(Boolean).join("; ");
    setSaid(isMade ? { text: done, refused: false } : null);
    if (isMade) leaveSpace();
    return isMade;
  };

  const feeds = useMemo(
    () => new Map(document.panels.flatMap((p) => (p.feeder?.circuit ? [[p.feeder.circuit, p.name ?? p.id]] : []))),
    [document.panels],
  );
  const counted = useMemo(
    () => new Set(circuits.filter((c) => c.loads?.length || c.backfeed || feeds.has(c.id)).map((c) => c.id)),
    [circuits, feeds],
  );
  const assumed = useMemo(() => new Set(assumedCircuits(document, panel).map((c) => c.id)), [document, panel]);
  const spaces = countSpaces(panel, codebook);
  const taken = takenWay(assessment);
  const chargerHere = (document.charger?.panel ?? taken?.panel ?? document.panels[0]?.id) === panelId;
  const room = roomFor(document, panel, charging.poles, codebook);
  const wanted = chargerHere && taken && wayOf(taken.way).takesPlace ? taken : null;
  const proposed = useMemo(
    () =>
      wanted && typeof room?.position === "number"
        ? { position: room.position, poles: charging.poles, ratingA: wanted.circuitA, label: "Charger goes here" }
        : null,
    [wanted, room?.position, charging.poles],
  );
  const [only] = chosen;

  return (
    <div className={styles.panel} id={`panel-${panelId}`}>
      <PanelHead
        panel={panel}
        codebook={codebook}
        spaces={spaces}
        alone={alone}
        isFull={chargerHere && room === null}
      />
      <AssumedPanel index={index} />
      <PicturesOf thing={`panel:${panelId}`} name={panel.name ?? words.panel} />
      <div className={board.layout === "columns" ? styles.beside : styles.below}>
        <div>
          <PanelDrawing
            panel={panel}
            codebook={codebook}
            legs={legs}
            chosen={chosen}
            counted={counted}
            assumed={assumed}
            feeds={feeds}
            proposed={proposed}
            at={at}
            onChoose={choose}
            onSpace={space}
            onMove={move}
            onTakeOut={takeOutOne}
          />
          <p className={styles.legend}>
            <span className={styles.isCounted}>counted</span>
            <span className={styles.notCounted}>linked to no load</span>
            {assumed.size > 0 && <span>? only assumed</span>}
            {legs > 1 && <span>bars beside a number show its {board.words.leg}</span>}
          </p>
          {legs > 1 && circuits.length > 0 && (
            <LegBalance document={document} panel={panel} codebook={codebook} onArrange={arrange} />
          )}
        </div>
        <div className={styles.work}>
          {circuits.length === 0 && <TypicalStart index={index} />}
          <QuickDevice input={input} codebook={codebook} at={at} said={said} onSaid={setSaid} onAdd={add} />
          {chosen.size > 1 && (
            <SeveralDevices
              chosen={chosen}
              codebook={codebook}
              onArrange={arrange}
              onTakeOut={takeOut}
              onChooseNone={chooseNone}
            />
          )}
          {only && chosen.size === 1 && (
            <Suspense>
              <DeviceSheet
                key={only}
                panelIndex={index}
                id={only}
                onArrange={arrange}
                onTakeOut={takeOutOne}
                onClose={() => {
                  // The focus returns to the device that was open.
                  window.document.querySelector<HTMLElement>(`[data-device="${CSS.escape(only)}"]`)?.focus();
                  chooseNone();
                }}
                onChooseMore={() => {
                  chooseMore();
                  setSaid({ text: "Tap the others", refused: false });
                }}
              />
            </Suspense>
          )}
          {fields && chosen.size === 0 && <PanelRatings index={index} />}
        </div>
      </div>
    </div>
  );
}

const pageIsLive = () => typeof window !== "undefined" && "ready" in window.document.documentElement.dataset;
