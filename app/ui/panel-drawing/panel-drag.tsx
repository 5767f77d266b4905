/**
 * Dragging of devices in a panel's drawing, fetched when somebody first reaches for one. It stands beside the drawing
 * and takes hold of its parts by their names, so that nothing is drawn anew when it comes, nor for each step of a drag.
 */
import {
  DndContext,
  type DragEndEvent,
  type DragMoveEvent,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { type RefObject, useLayoutEffect, useRef } from "react";

export interface PanelDragProps {
  drawing: RefObject<HTMLElement | null>;
  /** Ids of the devices that can be dragged. */
  devices: readonly string[];
  spaces: number;
  /** From one pole of a device to the next. */
  poleStep: number;
  /** The press that came before this was there, while it is held. */
  pressed: RefObject<MouseEvent | TouchEvent | null>;
  /** Over which place the first pole of the device is held; null where it is over none. */
  onOver(id: string, position: number | null): void;
  onDrop(id: string, position: number): void;
  onEnd(): void;
}

export default function PanelDrag(props: PanelDragProps) {
  const { drawing, devices, spaces, poleStep, pressed, onOver, onDrop, onEnd } = props;
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
  );
  /** Where the first pole would stand: the space under the pointer, less the poles above the grip. */
  const target = ({ active, over }: DragMoveEvent | DragEndEvent): number | null => {
    if (!over) return null;
    const { grip } = active.data.current as { grip: { current: number } };
    return (over.data.current as { position: number }).position - grip.current * poleStep;
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={false}
      onDragMove={(event) => onOver(String(event.active.id), target(event))}
      onDragCancel={onEnd}
      onDragEnd={(event) => {
        const position = target(event);
        onEnd();
        if (position !== null) onDrop(String(event.active.id), position);
      }}
    >
      {Array.from({ length: spaces }, (_, i) => i + 1).map((position) => (
        <Landing key={position} position={position} drawing={drawing} />
      ))}
      {devices.map((id) => (
        <Grip key={id} id={id} drawing={drawing} pressed={pressed} />
      ))}
    </DndContext>
  );
}

type PartProps = Pick<PanelDragProps, "drawing">;

function Landing({ position, drawing }: PartProps & { position: number }) {
  const { setNodeRef } = useDroppable({ id: `space-${position}`, data: { position } });
  useLayoutEffect(() => {
    setNodeRef(drawing.current?.querySelector<HTMLElement>(`[data-space="${position}"]`) ?? null);
  }, [setNodeRef, drawing, position]);
  return null;
}

const START = { mousedown: "onMouseDown", touchstart: "onTouchStart" } as const;

function Grip({ id, drawing, pressed }: PartProps & Pick<PanelDragProps, "pressed"> & { id: string }) {
  /** Which of its poles is held. */
  const grip = useRef(0);
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, data: { grip } });
  const latest = useRef(listeners);
  latest.current = listeners;
  const node = useRef<HTMLElement | null>(null);
  useLayoutEffect(() => {
    const device = drawing.current?.querySelector<HTMLElement>(`[data-device="${CSS.escape(id)}"]`) ?? null;
    node.current = device;
    setNodeRef(device);
    if (!device) return;
    const start = (nativeEvent: MouseEvent | TouchEvent) => {
      grip.current = poleUnder(device, "touches" in nativeEvent ? (nativeEvent.touches[0] as Touch) : nativeEvent);
      latest.current?.[START[nativeEvent.type as keyof typeof START]]?.({ nativeEvent });
    };
    device.addEventListener("mousedown", start);
    device.addEventListener("touchstart", start, { passive: true });
    if (pressed.current && device.contains(pressed.current.target as Node)) start(pressed.current);
    return () => {
      device.removeEventListener("mousedown", start);
      device.removeEventListener("touchstart", start);
    };
  }, [drawing, id, pressed, setNodeRef]);
  useLayoutEffect(() => {
    if (!node.current) return;
    node.current.style.transform = transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : "";
    node.current.dataset.dragging = String(isDragging);
  }, [transform, isDragging]);
  return null;
}

/** The pole under a pointer, counted from the first. */
function poleUnder(device: HTMLElement, { clientX, clientY }: { clientX: number; clientY: number }): number {
  const box = device.getBoundingClientRect();
  const poles = Number(device.dataset.poles);
  const share =
    device.dataset.layout === "columns" ? (clientY - box.top) / box.height : (clientX - box.left) / box.width;
  return Math.min(poles - 1, Math.max(0, Math.floor(share * poles)));
}
