/** One panel: its drawing, quick entry of devices, what can be done with the chosen ones, and its ratings. */
import { Button, Input, type InputRef } from "antd";
import { useCallback, useDeferredValue, useMemo, useRef, useState } from "react";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/codebook/index.ts";
import type { Codebook } from "#core/codebook/types.ts";
import {
  type Arranged,
  addDevice,
  arrangedPatch,
  balanceLegs,
  legLoadsVA,
  legsOf,
  moveDevice,
  swapDevices,
} from "#core/panel/arrange.ts";
import { loadNamed } from "#core/panel/links.ts";
import { parseDevice } from "#core/panel/quick-device.ts";
import { countSpaces } from "#core/panel/spaces.ts";
import { showVA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { PanelDrawing } from "#ui/panel-drawing/panel-drawing.tsx";
import { PicturesOf } from "#ui/pictures/pictures-of.tsx";
import { DeviceSheet } from "./device-sheet.tsx";
import { PanelRatings } from "./panel-ratings.tsx";
import styles from "./panels.module.css";

/** Ways whose circuit starts at a place in the charger's panel. */

export function OnePanel({ index, alone }: { index: number; alone: boolean }) {
  const { document, assessment } = useJob();
  const store = useJobStore();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(NOTHING);
  /** On a phone there is no Shift: while this is on, a tap adds to what is chosen. */
  const [several, setSeveral] = useState(false);
  const [at, setAt] = useState<number | null>(null);
  const [said, setSaid] = useState<{ text: string; refused: boolean } | null>(null);
  const input = useRef<InputRef>(null);
  // Coming from another step, the drawing is on the screen before its fields; a page from the server has both.
  const fields = useDeferredValue(true, !pageIsLive());
  const panel = document.panels[index] as Panel;
  const panelId = panel.id;
  const codebook = codebookOf(document.rules);
  const { words, charging, board } = codebook;
  const legs = legsOf(document);
  const circuits = panel.circuits ?? [];

  const arrange = useCallback(
    (work: (panel: Panel, document: CaseDocument) => Arranged, done = "") => {
      const { document: now } = store.getState();
      const current = now.panels.find((p) => p.id === panelId);
      if (!current) return false;
      const arranged = work(current, now);
      if ("problem" in arranged) setSaid({ text: arranged.problem, refused: true });
      else {
        store.edit(arrangedPatch(now, panelId, arranged.circuits));
        setSaid(done ? { text: done, refused: false } : null);
      }
      return "circuits" in arranged;
    },
    [store, panelId],
  );
  const severalNow = useRef(several);
  severalNow.current = several && chosen.size > 0;
  const choose = useCallback((id: string, more: boolean) => {
    setAt(null);
    setChosen((before) => {
      if (!more && !severalNow.current) return before.has(id) && before.size === 1 ? NOTHING : new Set([id]);
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }, []);
  const space = useCallback((position: number) => {
    setChosen(NOTHING);
    setAt((before) => (before === position ? null : position));
    input.current?.focus({ preventScroll: true });
  }, []);
  const move = useCallback(
    (id: string, position: number) => void arrange((p) => moveDevice(p, id, position, codebook)),
    [arrange, codebook],
  );
  const takeOut = useCallback(
    (ids: readonly string[]) => {
      arrange((p) => ({ circuits: (p.circuits ?? []).filter((c) => !ids.includes(c.id)) }));
      setChosen(NOTHING);
    },
    [arrange],
  );
  const takeOutOne = useCallback((id: string) => takeOut([id]), [takeOut]);

  const feeds = useMemo(
    () => new Map(document.panels.flatMap((p) => (p.feeder?.circuit ? [[p.feeder.circuit, p.name ?? p.id]] : []))),
    [document.panels],
  );
  const counted = useMemo(
    () => new Set(circuits.filter((c) => c.loads?.length || c.backfeed || feeds.has(c.id)).map((c) => c.id)),
    [circuits, feeds],
  );
  const spaces = countSpaces(panel, charging.poles, codebook);
  const taken = assessment.ways.find((w) => w.way === assessment.recommended);
  const chargerHere = (document.charger?.panel ?? document.panels[0]?.id) === panelId;
  const wanted = chargerHere && taken && wayOf(taken.way).takesPlace ? taken : null;
  const proposed = useMemo(
    () =>
      wanted && typeof spaces?.placeAt === "number"
        ? { position: spaces.placeAt, poles: charging.poles, ratingA: wanted.circuitA, label: "Charger goes here" }
        : null,
    [wanted, spaces?.placeAt, charging.poles],
  );
  const totals = legs > 1 ? legLoadsVA(document, panel) : [];

  return (
    <div className={styles.panel} id={`panel-${panelId}`}>
      <header className={styles.head}>
        {!alone && <h3>{panel.name ?? words.panel}</h3>}
        <p>
          {spaces ? (
            <>
              <strong className="figure">{spaces.free}</strong> of <span className="figure">{spaces.total}</span>{" "}
              {words.spaces} free
              {chargerHere && spaces.placeAt === null && (
                <strong className={styles.full}>
                  {" "}
                  - no place for the charger's {charging.poles}-pole {words.device}:{" "}
                  {spaces.free < charging.poles ? "too few are free" : "the free ones are not beside each other"}
                </strong>
              )}
            </>
          ) : (
            `Count the ${words.spaces} to see what is free`
          )}
        </p>
      </header>
      <PicturesOf thing={`panel:${panelId}`} name={panel.name ?? words.panel} />
      <div className={board.layout === "columns" ? styles.beside : styles.below}>
        <div>
          <PanelDrawing
            panel={panel}
            codebook={codebook}
            legs={legs}
            chosen={chosen}
            counted={counted}
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
            {legs > 1 && <span>strokes beside a number: its {board.words.leg}</span>}
          </p>
          {legs > 1 && circuits.length > 0 && (
            <p className={styles.balance}>
              {totals.map((va, i) => `${board.words.numberedLeg(i + 1)} ${showVA(va)}`).join(" · ")}
              <Button
                size="small"
                onClick={() =>
                  arrange(
                    (p, now) => ({ circuits: balanceLegs(now, p) }),
                    "Balanced as far as one-pole devices allow; undo takes it back",
                  )
                }
              >
                Balance the {board.words.legs}
              </Button>
            </p>
          )}
        </div>
        <div className={styles.work}>
          <QuickDevice
            input={input}
            codebook={codebook}
            at={at}
            said={said}
            onSaid={setSaid}
            onAdd={(device) => {
              const { document: now } = store.getState();
              const load = loadNamed(now, device.label ?? "");
              const made: Circuit = {
                ...device,
                id: `c-${crypto.randomUUID().slice(0, 8)}`,
                ...(load && { loads: [load.id] }),
              };
              const added = arrange(
                (p) => addDevice(p, made, at, codebook),
                `Added${load ? `, linked to ${load.label ?? load.kind}` : ""}`,
              );
              if (added) setAt(null);
              return added;
            }}
          />
          {chosen.size > 1 && (
            <p className={styles.actions}>
              {chosen.size} chosen
              {chosen.size === 2 && (
                <Button
                  onClick={() => {
                    const [a, b] = [...chosen] as [string, string];
                    arrange((p) => swapDevices(p, a, b, codebook));
                  }}
                >
                  Swap their places
                </Button>
              )}
              <Button
                onClick={() =>
                  arrange((p) => ({
                    circuits: (p.circuits ?? []).map((c) => (chosen.has(c.id) ? { ...c, status: "abandoned" } : c)),
                  }))
                }
              >
                Abandoned
              </Button>
              <Button onClick={() => takeOut([...chosen])}>Take out</Button>
              <Button
                type="text"
                onClick={() => {
                  setChosen(NOTHING);
                  setSeveral(false);
                }}
              >
                Choose none
              </Button>
            </p>
          )}
          {chosen.size === 1 && (
            <DeviceSheet
              key={[...chosen][0]}
              panelIndex={index}
              id={[...chosen][0] as string}
              onArrange={arrange}
              onTakeOut={takeOutOne}
              onChooseMore={() => {
                setSeveral(true);
                setSaid({ text: "Tap the others", refused: false });
              }}
            />
          )}
          {fields && chosen.size === 0 && <PanelRatings index={index} />}
        </div>
      </div>
    </div>
  );
}

const pageIsLive = () => typeof window !== "undefined" && "ready" in window.document.documentElement.dataset;

const NOTHING: ReadonlySet<string> = new Set();

function QuickDevice(props: {
  input: React.Ref<InputRef>;
  codebook: Codebook;
  at: number | null;
  said: { text: string; refused: boolean } | null;
  onSaid(said: { text: string; refused: boolean } | null): void;
  onAdd(device: Omit<Circuit, "id">): boolean;
}) {
  const { codebook, at, said, onSaid, onAdd } = props;
  const [text, setText] = useState("");
  const read = text.trim() === "" ? null : parseDevice(text, codebook.board);
  const label = `Add a device${at === null ? "" : ` at ${codebook.words.space} ${at}`}`;
  function enter() {
    if (!read) return;
    if ("problem" in read) return onSaid({ text: read.problem, refused: true });
    if (onAdd(read.device)) setText("");
  }
  return (
    <div className={styles.quick}>
      <label>
        {label}
        <Input
          ref={props.input}
          aria-label={label}
          autoComplete="off"
          enterKeyHint="done"
          placeholder={codebook.board.examples.several}
          value={text}
          status={said?.refused ? "error" : ""}
          onChange={(e) => {
            setText(e.target.value);
            onSaid(null);
          }}
          onPressEnter={enter}
          suffix={
            <Button size="small" type="text" onClick={enter} disabled={!read} aria-label="Add it">
              Enter
            </Button>
          }
        />
      </label>
      <p role={said?.refused ? "alert" : "status"} className={said?.refused ? styles.refused : "quiet"}>
        {said?.text ?? (read && !("problem" in read) ? read.understood : "Rating and name, then Enter")}
      </p>
    </div>
  );
}
