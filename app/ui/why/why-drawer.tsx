/** The why sheet from below, where there is no room beside the sheet of the step. */
import { Drawer } from "antd";
import type { ReactNode } from "react";

export default function WhyDrawer({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose(): void;
  children: ReactNode;
}) {
  return (
    <Drawer
      open
      mask={false}
      placement="bottom"
      size="auto"
      title={title}
      onClose={onClose}
      aria-label="Why this figure"
    >
      {children}
    </Drawer>
  );
}
