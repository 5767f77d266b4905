/** Dragging of rows in the ledger; loaded on the first drag. */
import { closestCenter, DndContext, type DragEndEvent, type DragOverEvent } from "@dnd-kit/core";
import type { RefObject } from "react";
import type { PressedHandle } from "#ui/drag/first-reach.ts";
import { DragGrip, LandingPlace, useDragSensors } from "#ui/drag/parts.tsx";

interface Props {
  table: RefObject<HTMLElement | null>;
  /** Ids of the loads in the order of the rows. */
  loads: readonly string[];
  pressed: PressedHandle;
  /** Moves a load to the place of another one. */
  onMove(id: string, onto: string): void;
}

const rowOf = (id: string) => `[data-load="${CSS.escape(id)}"]`;

export default function LedgerDrag({ table, loads, pressed, onMove }: Props) {
  /** Shows at one row alone, before or after it, where the held one would go. */
  const show = (event: DragOverEvent | null) => {
    for (const row of table.current?.querySelectorAll<HTMLElement>("[data-landing]") ?? []) delete row.dataset.landing;
    if (!event?.over || event.over.id === event.active.id) return;
    const [from, to] = [event.active, event.over].map(({ id }) => loads.indexOf(String(id))) as [number, number];
    const row = table.current?.querySelector<HTMLElement>(rowOf(String(event.over.id)));
    if (row) row.dataset.landing = from < to ? "after" : "before";
  };
  return (
    <DndContext
      sensors={useDragSensors()}
      collisionDetection={closestCenter}
      onDragOver={show}
      onDragCancel={() => show(null)}
      onDragEnd={({ active, over }: DragEndEvent) => {
        show(null);
        if (over && over.id !== active.id) onMove(String(active.id), String(over.id));
      }}
    >
      {loads.map((id) => (
        <LandingPlace key={`onto-${id}`} id={id} frame={table} selector={rowOf(id)} data={NOTHING} />
      ))}
      {loads.map((id) => (
        <DragGrip
          key={id}
          id={id}
          frame={table}
          selector={rowOf(id)}
          handle="[data-handle]"
          pressed={pressed}
          data={NOTHING}
        />
      ))}
    </DndContext>
  );
}

const NOTHING = {};
