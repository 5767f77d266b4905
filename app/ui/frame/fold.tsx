/** A part that is collapsed to one line: Ant Design's Collapse with one panel. */
import { Collapse } from "antd";
import type { ReactNode } from "react";
import styles from "./fold.module.css";

interface Props {
  /** The line that says what is in it. */
  title: ReactNode;
  children: ReactNode;
  startsOpen?: boolean;
  /** Given together with `onToggle` where the parent decides. */
  isOpen?: boolean;
  onToggle?(isOpen: boolean): void;
  /** Whether the content is rendered when it is first opened, because it is slow. Search cannot find its fields before. */
  isLazy?: boolean;
  className?: string | undefined;
}

const PANEL = "panel";

export function Fold({ title, children, startsOpen = false, isOpen, onToggle, isLazy = false, className = "" }: Props) {
  return (
    <Collapse
      ghost
      size="small"
      className={`${styles.fold} ${className}`}
      defaultActiveKey={startsOpen ? [PANEL] : []}
      {...(isOpen !== undefined && { activeKey: isOpen ? [PANEL] : [] })}
      {...(onToggle && { onChange: (open: string | string[]) => onToggle(open.length > 0) })}
      items={[{ key: PANEL, label: title, children, forceRender: !isLazy }]}
    />
  );
}

/** Opens the closed fold around an element, so that the element can be focused. */
export function openFoldAround(element: Element): void {
  const closed = element.closest(".ant-collapse-item:not(.ant-collapse-item-active)");
  closed?.querySelector<HTMLElement>(".ant-collapse-header")?.click();
}
