/** Dragging of devices in a panel's drawing; loaded on the first drag. */
import { DndContext, type DragEndEvent, type DragOverEvent, pointerWithin } from "@dnd-kit/core";
import { type RefObject, useRef } from "react";
import type { PressedHandle } from "#ui/drag/first-reach.ts";
import { DragGrip, LandingPlace, useDragSensors } from "#ui/drag/parts.tsx";

export interface PanelDragProps {
  drawing: RefObject<HTMLElement | null>;
  /** Ids of the devices that can be dragged. */
  devices: readonly string[];
  spaces: number;
  /** From one pole of a device to the next. */
  poleStep: number;
  pressed: PressedHandle;
  /** Over which place the first pole of the device is held; null where it is over none. */
  onOver(id: string, position: number | null): void;
  onDrop(id: string, position: number): void;
  onEnd(): void;
}

export default function PanelDrag(props: PanelDragProps) {
  const { drawing, devices, spaces, poleStep, pressed, onOver, onDrop, onEnd } = props;
  /** The space of the first pole at the pointer: the space under it, less the poles above the grip. */
  const target = ({ active, over }: DragOverEvent | DragEndEvent): number | null =>
    over ? (over.data.current as { position: number }).position - active.data.current?.grip * poleStep : null;
  return (
    <DndContext
      sensors={useDragSensors()}
      collisionDetection={pointerWithin}
      autoScroll={false}
      // Called at each new position, because a move event still has the last one.
      onDragOver={(event) => onOver(String(event.active.id), target(event))}
      onDragCancel={onEnd}
      onDragEnd={(event) => {
        const position = target(event);
        onEnd();
        if (position !== null) onDrop(String(event.active.id), position);
      }}
    >
      {Array.from({ length: spaces }, (_, i) => i + 1).map((position) => (
        <LandingPlace
          key={position}
          id={`space-${position}`}
          frame={drawing}
          selector={`[data-space="${position}"]`}
          data={{ position }}
        />
      ))}
      {devices.map((id) => (
        <Device key={id} id={id} drawing={drawing} pressed={pressed} />
      ))}
    </DndContext>
  );
}

function Device({ id, drawing, pressed }: Pick<PanelDragProps, "drawing" | "pressed"> & { id: string }) {
  /** `grip` is which of its poles is held, counted from the first. */
  const data = useRef({ grip: 0 }).current;
  return (
    <DragGrip
      id={id}
      frame={drawing}
      selector={`[data-device="${CSS.escape(id)}"]`}
      pressed={pressed}
      data={data}
      onGrip={(device, { clientX, clientY }) => {
        const box = device.getBoundingClientRect();
        const poles = Number(device.dataset.poles);
        const share =
          device.dataset.layout === "columns" ? (clientY - box.top) / box.height : (clientX - box.left) / box.width;
        data.grip = Math.min(poles - 1, Math.max(0, Math.floor(share * poles)));
      }}
    />
  );
}
