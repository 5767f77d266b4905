/** The tools to draw with, and what can be done with the chosen mark. */
import { Button, Input, Segmented } from "antd";
import styles from "../pictures.module.css";
import type { MarksEditing, MarkTool } from "./use-marks.ts";

const TOOLS: readonly { value: MarkTool; label: string }[] = [
  { value: "choose", label: "Move" },
  { value: "route", label: "Route" },
  { value: "arrow", label: "Arrow" },
  { value: "label", label: "Label" },
  { value: "dimension", label: "Dimension" },
];
const HINTS: Record<MarkTool, string> = {
  choose: "Tap a mark to choose it, drag its points",
  route: "Tap point after point; Finish ends the route",
  arrow: "Drag from its tail to its head",
  label: "Tap where the words belong",
  dimension: "Drag from end to end, then write the length",
};
const LONGEST_WORDS = 120;

export function MarkTools({ marks }: { marks: MarksEditing }) {
  const { tool, drawing, chosen, chosenMark } = marks;
  return (
    <div className={styles.tools}>
      <Segmented aria-label="Tool" options={[...TOOLS]} value={tool} onChange={marks.use} />
      {drawing?.kind === "route" && drawing.points.length > 1 && (
        <Button type="primary" onClick={marks.finish}>
          Finish
        </Button>
      )}
      {chosenMark && "text" in chosenMark && (
        <Input
          aria-label="Words of the mark"
          autoFocus
          maxLength={LONGEST_WORDS}
          key={chosen}
          defaultValue={chosenMark.text}
          onFocus={(e) => e.target.select()}
          onBlur={(e) => marks.write(e.target.value.trim())}
          onPressEnter={(e) => e.currentTarget.blur()}
        />
      )}
      {chosenMark && <Button onClick={marks.takeAway}>Remove the mark</Button>}
      <Button disabled={!marks.canUndo} onClick={marks.undo}>
        Undo drawing
      </Button>
      {!chosenMark && <span className="quiet">{HINTS[tool]}</span>}
    </div>
  );
}
