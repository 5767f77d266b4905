/**
 * Draggable and droppable parts beside a drawing: they attach to its elements by selectors, so that the drawing is not
 * rendered again when dragging loads, nor for each step of a drag.
 */
import { MouseSensor, TouchSensor, useDraggable, useDroppable, useSensor, useSensors } from "@dnd-kit/core";
import { type RefObject, useLayoutEffect, useRef } from "react";
import type { PressedHandle } from "./first-reach.ts";

type Frame = RefObject<HTMLElement | null>;

/** A mouse drags after a few pixels; a finger after a moment, so that it can still scroll. */
export const useDragSensors = () =>
  useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 5 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 180, tolerance: 8 } }),
  );

export function LandingPlace(props: { id: string; frame: Frame; selector: string; data: Record<string, unknown> }) {
  const { id, frame, selector, data } = props;
  const { setNodeRef } = useDroppable({ id, data });
  useLayoutEffect(() => {
    setNodeRef(frame.current?.querySelector<HTMLElement>(selector) ?? null);
  }, [setNodeRef, frame, selector]);
  return null;
}

const START = { mousedown: "onMouseDown", touchstart: "onTouchStart" } as const;

interface Point {
  clientX: number;
  clientY: number;
}

interface GripProps {
  id: string;
  frame: Frame;
  /** What moves. */
  selector: string;
  /** The part to grab; the whole element by default. */
  handle?: string;
  pressed: PressedHandle;
  data: Record<string, unknown>;
  /** Where on the moving element it was taken. */
  onGrip?(element: HTMLElement, at: Point): void;
}

export function DragGrip({ id, frame, selector, handle, pressed, data, onGrip }: GripProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id, data });
  const latest = useRef({ listeners, onGrip });
  latest.current = { listeners, onGrip };
  const moving = useRef<HTMLElement | null>(null);
  useLayoutEffect(() => {
    const element = frame.current?.querySelector<HTMLElement>(selector) ?? null;
    const held = handle ? element?.querySelector<HTMLElement>(handle) : element;
    moving.current = element;
    setNodeRef(element);
    if (!element || !held) return;
    const start = (nativeEvent: MouseEvent | TouchEvent) => {
      const at = "touches" in nativeEvent ? (nativeEvent.touches[0] as Touch) : nativeEvent;
      latest.current.onGrip?.(element, at);
      latest.current.listeners?.[START[nativeEvent.type as keyof typeof START]]?.({ nativeEvent });
    };
    held.addEventListener("mousedown", start);
    held.addEventListener("touchstart", start, { passive: true });
    // Once everything that it can be dropped on is known.
    const replay = requestAnimationFrame(() => {
      if (pressed.current && held.contains(pressed.current.target as Node)) start(pressed.current);
    });
    return () => {
      cancelAnimationFrame(replay);
      held.removeEventListener("mousedown", start);
      held.removeEventListener("touchstart", start);
    };
  }, [frame, selector, handle, pressed, setNodeRef]);
  useLayoutEffect(() => {
    if (!moving.current) return;
    moving.current.style.transform = transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : "";
    moving.current.dataset.dragging = String(isDragging);
  }, [transform, isDragging]);
  return null;
}
