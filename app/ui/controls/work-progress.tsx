/** How far a calculation has come. */
import { Progress } from "antd";

/** @param share from 0 to 1 */
export const WorkProgress = ({ share, label }: { share: number; label: string }) => (
  <Progress aria-label={label} percent={Math.round(share * 100)} size="small" style={{ width: "14rem" }} />
);
