/** Dragging is loaded on the first reach for a handle; a press before that is replayed. */
import { type MouseEvent, type RefObject, type TouchEvent, useRef, useState } from "react";

/** A press that is still held. */
export type PressedHandle = RefObject<globalThis.MouseEvent | globalThis.TouchEvent | null>;

export function useFirstReach() {
  const [reached, setReached] = useState(false);
  const pressed: PressedHandle = useRef(null);
  const reach = () => setReached(true);
  const press = ({ nativeEvent }: MouseEvent | TouchEvent) => {
    pressed.current = nativeEvent;
    reach();
  };
  const release = () => {
    pressed.current = null;
  };
  return {
    reached,
    pressed,
    /** For the element round all that can be dragged. */
    listeners: {
      onPointerEnter: reach,
      onMouseDown: press,
      onTouchStart: press,
      onMouseUp: release,
      onTouchEnd: release,
    },
  };
}
