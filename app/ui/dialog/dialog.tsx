/** A dialog over the page, open as long as it is drawn. */
import { Modal, type ModalProps } from "antd";

/** The frame of a page never scrolls by itself, so there is nothing to lock (and the lock's style has no nonce). */
export const Dialog = (props: Omit<ModalProps, "open" | "footer" | "scrollLock">) => (
  <Modal {...props} open footer={null} scrollLock={false} />
);
